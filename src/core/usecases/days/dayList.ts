import type { Cover } from '../../clay/stages'
import type { Schedule, Visit } from '../../model/calendar'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { localClock, localDay, sessionsBetween, type Session } from '../../schedule/sessions'
import { coverAt } from '../drying/pieceDrying'
import { stepWords } from '../words/stepWords'
import { isSlab } from '../words/told'

/** One line of a session’s list. */
export interface DayItem {
  readonly atMs: number
  readonly pieceId: string
  readonly kind: 'make' | 'work' | 'cover' | 'kiln'
  /** “18:40 Reed jugs: carve reeds”. */
  readonly words: string
}

/** This near to the end of a session a cover is put on in leaving. */
const LEAVING_MS = 45 * 60_000

/** What a cover asks the hands to do. */
const COVER_VERB: Readonly<Record<Cover, string>> = {
  open: 'uncover',
  draped: 'drape',
  sealed: 'seal in plastic',
  dampBox: 'put into the damp box',
}

/** The cover a piece has just before an instant, by what happened and then by what is planned. */
function plannedCoverBefore(piece: Piece, schedule: Schedule, atMs: number): Cover {
  const planned = schedule.visits.filter((visit) => visit.pieceId === piece.id && Date.parse(visit.until) < atMs).at(-1)
  return planned && planned.at > (schedule.madeAt ?? '') ? planned.cover : coverAt(piece.making.log, atMs)
}

const titles = (piece: Piece, visit: Visit, studio: Studio) =>
  visit.stepIds.flatMap((id) =>
    piece.steps.filter((step) => step.id === id).map((step) => stepWords(step, studio, isSlab(piece)).title),
  )

/** Everything to do in a session, in order of time: steps when hands go to them, covers when a piece is left. */
export function sessionList(studio: Studio, sessionId: string): DayItem[] {
  const { schedule, calendar, settings } = studio
  const clock = (ms: number) => localClock(ms, calendar.timeZone, settings.clock)
  return schedule.visits
    .filter((visit) => visit.sessionId === sessionId && studio.pieces[visit.pieceId])
    .flatMap((visit): DayItem[] => {
      const piece = studio.pieces[visit.pieceId]
      const atMs = Date.parse(visit.at)
      const untilMs = Date.parse(visit.until)
      const session = sessionsBetween(calendar, atMs, untilMs + 1).find((s) => s.id === sessionId)
      const work = [...(visit.makes ? ['make'] : []), ...titles(piece, visit, studio)]
      const before = visit.makes ? 'open' : plannedCoverBefore(piece, schedule, atMs)
      const items: DayItem[] = []
      if (work.length)
        items.push({
          atMs,
          pieceId: piece.id,
          kind: visit.makes ? 'make' : 'work',
          words:
            `${clock(atMs)} ${piece.name}: ` +
            `${work.join(', ').toLowerCase()}${before !== 'open' && !visit.makes ? ' (uncover first)' : ''}`,
        })
      const leaving = session !== undefined && untilMs > session.endMs - LEAVING_MS
      if (visit.cover !== (work.length ? 'open' : before))
        items.push({
          atMs: untilMs,
          pieceId: piece.id,
          kind: 'cover',
          words: `${clock(untilMs)} ${COVER_VERB[visit.cover]} ${named(piece)}${leaving ? ' before you leave' : ''}`,
        })
      return items
    })
    .sort((a, b) => a.atMs - b.atMs)
}

const named = (piece: Piece) => `the ${piece.name.toLowerCase()}`

/** Pieces that go into a booked kiln, in words. */
export const loadWords = (studio: Studio, bookingId: string): string[] =>
  studio.schedule.loads
    .filter((load) => load.bookingId === bookingId && studio.pieces[load.pieceId])
    .map((load) => `${studio.pieces[load.pieceId].count} × ${studio.pieces[load.pieceId].name}`)

/** The session that is running, or else the next one, within two weeks. */
export const nextSession = (studio: Studio, nowMs: number): Session | null =>
  sessionsBetween(studio.calendar, nowMs, nowMs + 14 * 86_400_000)[0] ?? null

/** What changed from one schedule to another, a sentence each. */
export function whatChanged(studio: Studio, before: Schedule, after: Schedule): string[] {
  const changes: string[] = []
  const zone = studio.calendar.timeZone
  const day = (at: string) => localDay(Date.parse(at), zone)
  for (const id of studio.order) {
    const piece = studio.pieces[id]
    if (!piece) continue
    const placeOf = (schedule: Schedule) =>
      new Map(
        schedule.visits
          .filter((v) => v.pieceId === id)
          .flatMap((visit) => visit.stepIds.map((stepId) => [stepId, visit] as const)),
      )
    const old = placeOf(before)
    const now = placeOf(after)
    const moved = new Map<string, string[]>()
    for (const step of piece.steps) {
      if (step.done) continue
      const was = old.get(step.id)
      const is = now.get(step.id)
      const title = stepWords(step, studio, isSlab(piece)).title.toLowerCase()
      if (was && is && was.sessionId !== is.sessionId) push(moved, `from ${day(was.at)} to ${day(is.at)}`, title)
      else if (was && !is && step.act !== 'fire') push(moved, 'no longer placed', title)
      else if (!was && is) push(moved, `now on ${day(is.at)}`, title)
    }
    for (const [how, what] of moved) changes.push(`${piece.name}: ${what.join(', ')} ${how}`)
    const kiln = (schedule: Schedule) =>
      schedule.loads.filter((load) => load.pieceId === id).map((load) => load.bookingId)
    const [oldKilns, newKilns] = [kiln(before), kiln(after)]
    if (oldKilns.join() !== newKilns.join()) {
      const days = newKilns.map((k) => day(`${studio.calendar.firings.find((f) => f.id === k)?.at}Z`))
      changes.push(`${piece.name}: ${days.length ? `into the kiln of ${days.join(' and ')}` : 'no longer in a kiln'}`)
    }
  }
  return changes
}

const push = (map: Map<string, string[]>, key: string, value: string) => map.set(key, [...(map.get(key) ?? []), value])
