import type { Cover } from '../../clay/stages'
import type { Schedule, Visit } from '../../model/calendar'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { litAt, localClock, localDay, sessionsBetween, type Session } from '../../schedule/sessions'
import { coverAt } from '../drying/pieceDrying'
import { standingPots } from '../../model/lots'
import { isA, coatsOf } from '../../plan/step'
import { lotName } from '../words/potWords'
import { stepWords } from '../words/stepWords'
import { plannedLots, type PlannedLot } from './plannedLots'
import { DAY } from '../../base/spans'

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
export const COVER_VERB: Readonly<Record<Cover, string>> = {
  open: 'uncover',
  draped: 'drape',
  sealed: 'seal in plastic',
  dampBox: 'put into the damp box',
}

/** The same of something that is named: “seal the dotted jar in plastic”. */
function coverWords(cover: Cover, named: string): string {
  const [verb, ...how] = COVER_VERB[cover].split(' ')
  return [verb, named, ...how].join(' ')
}

/** The cover a lot has just before an instant, by what happened and then by what is planned. */
function plannedCoverBefore({ piece, visits }: PlannedLot, schedule: Schedule, atMs: number): Cover {
  const planned = visits.filter((visit) => leftMs(visit) < atMs).at(-1)
  return planned && planned.at >= (schedule.madeAt ?? '') ? planned.cover : coverAt(piece.making.log, atMs)
}

/** When a lot is left for good after a visit. */
const leftMs = ({ covered, until }: Visit): number => Date.parse(covered ?? until)

/** A stretch of hands of a visit. */
interface Stretch {
  readonly visit: Visit
  readonly atMs: number
  readonly untilMs: number
  readonly title: string
  /** Which coat it is, from 0, of how many. */
  readonly coat: number
  readonly coats: number
}

/** What hands do in a visit, a stretch each; a visit whose stretches are not told is one. */
function stretchesOf(piece: Piece, visit: Visit, studio: Studio): Stretch[] {
  const titleOf = (stepId: string | null) => {
    const step = piece.steps.find((one) => one.id === stepId)
    return step ? stepWords(step, studio, piece).title.toLowerCase() : 'make'
  }
  if (!visit.touches.length) {
    const titles = [...(visit.makes ? ['make'] : []), ...visit.stepIds.map(titleOf)]
    return titles.length
      ? [
          {
            visit,
            atMs: Date.parse(visit.at),
            untilMs: Date.parse(visit.until),
            title: titles.join(', '),
            coat: 0,
            coats: 1,
          },
        ]
      : []
  }
  return visit.touches.map(({ stepId, coat, at, until }) => {
    const step = piece.steps.find((one) => one.id === stepId)
    const coats = step ? coatsOf(step) : 1
    return {
      visit,
      atMs: Date.parse(at),
      untilMs: Date.parse(until),
      title: titleOf(stepId),
      coat,
      coats,
    }
  })
}

/** What is done in a line: coats of one jar that follow each other are told together. */
function lineWords(line: readonly Stretch[]): string {
  const runs: { title: string; from: number; to: number; coats: number }[] = []
  for (const { title, coat, coats } of line) {
    const last = runs.at(-1)
    if (last && coats > 1 && last.title === title && last.to + 1 === coat) last.to = coat
    else runs.push({ title, from: coat, to: coat, coats })
  }
  return runs.map(({ title, ...coats }) => `${title}${coatsDone(coats)}`).join(', ')
}

const coatsDone = ({ from, to, coats }: { from: number; to: number; coats: number }): string =>
  coats < 2
    ? ''
    : from === 0 && to === coats - 1
      ? ` (${coats} coats)`
      : from === to
        ? ` (coat ${from + 1} of ${coats})`
        : ` (coats ${from + 1} to ${to + 1} of ${coats})`

/** Everything to do in a session, in order of time: coats and steps in their running order, covers when a lot is left. */
export function sessionList(studio: Studio, sessionId: string): DayItem[] {
  const { schedule, calendar, settings } = studio
  const clock = (ms: number) => localClock(ms, calendar.timeZone, settings.clock)
  const visits = schedule.visits.filter((visit) => visit.sessionId === sessionId && studio.pieces[visit.pieceId])
  const stretches = visits
    .flatMap((visit) => stretchesOf(studio.pieces[visit.pieceId], visit, studio))
    .sort((a, b) => a.atMs - b.atMs)
  // What follows at once on the same lot is one line.
  const lines: Stretch[][] = []
  for (const stretch of stretches) {
    const line = lines.at(-1)
    if (line?.[0].visit === stretch.visit) line.push(stretch)
    else lines.push([stretch])
  }
  const started = new Set<Visit>()
  const work = lines.map((line): DayItem => {
    const [{ visit, atMs }] = line
    const piece = studio.pieces[visit.pieceId]
    const first = !started.has(visit)
    started.add(visit)
    const lot = lotOf(piece, visit, schedule)
    const covered = first && !visit.makes && !visit.opens && plannedCoverBefore(lot, schedule, atMs) !== 'open'
    return {
      atMs,
      pieceId: piece.id,
      kind: visit.makes ? 'make' : 'work',
      words:
        `${clock(atMs)} ${lotName(piece, visit.pots)}: ${lineWords(line)}` +
        `${covered ? ' (uncover first)' : ''}, until ${clock(Math.max(...line.map(({ untilMs }) => untilMs)))}`,
    }
  })
  return [...work, ...visits.flatMap((visit) => coverItems(visit, studio, clock))].sort((a, b) => a.atMs - b.atMs)
}

/** How the order of a session was found, in a sentence; null where it was not searched for, or nothing could be otherwise. */
export function orderWords({ schedule }: Studio, sessionId: string): string | null {
  const order = schedule.orders?.find((one) => one.sessionId === sessionId)
  const touches = schedule.visits.filter((visit) => visit.sessionId === sessionId).flatMap(({ touches }) => touches)
  if (!order || touches.length < 2) return null
  const { changes, gap } = order
  const percent = Math.round(100 * gap)
  return (
    `Colour or tool changes ${changes === 0 ? 'never' : changes === 1 ? 'once' : `${changes} times`}; ` +
    (percent ? `no order could be better by more than ${percent} %.` : 'no order is better.')
  )
}

const lotOf = (piece: Piece, visit: Visit, schedule: Schedule): PlannedLot =>
  plannedLots(piece, schedule).find(({ visits }) => visits.includes(visit)) ?? plannedLots(piece, schedule)[0]

/** What a visit asks of covers: uncovering ahead, airing, and how the lot is left. */
function coverItems(visit: Visit, studio: Studio, clock: (ms: number) => string): DayItem[] {
  const { schedule, calendar } = studio
  const piece = studio.pieces[visit.pieceId]
  const works = visit.stepIds.length > 0 || visit.makes
  const before = visit.makes
    ? 'open'
    : plannedCoverBefore(lotOf(piece, visit, schedule), schedule, Date.parse(visit.at))
  const named = `the ${lotName({ name: piece.name.toLowerCase() }, visit.pots)}`
  const item = (atMs: number, words: string): DayItem => ({
    atMs,
    pieceId: piece.id,
    kind: 'cover',
    words: `${clock(atMs)} ${words}`,
  })
  const items: DayItem[] = []
  if (visit.opens && works)
    items.push(item(Date.parse(visit.opens), `uncover ${named}: right at about ${clock(Date.parse(visit.at))}`))
  const atMs = leftMs(visit)
  if (visit.covered && !works && before !== 'open')
    items.push(item(Date.parse(visit.at), `uncover ${named} and leave it open until about ${clock(atMs)}`))
  if (visit.cover !== (works || visit.covered ? 'open' : before)) {
    const session = sessionsBetween(calendar, atMs - 1, atMs + 1).find((s) => s.id === visit.sessionId)
    const leaving = session !== undefined && atMs > session.endMs - LEAVING_MS
    const airing = visit.covered ? `${works ? 'leave it open until now, then ' : ''}` : ''
    items.push(item(atMs, `${airing}${coverWords(visit.cover, named)}${leaving ? ' before you leave' : ''}`))
  }
  return items
}

/** Pieces that go into a booked kiln, in words. */
export const loadWords = (studio: Studio, bookingId: string): string[] =>
  studio.schedule.loads
    .filter((load) => load.bookingId === bookingId && studio.pieces[load.pieceId])
    .map(
      (load) =>
        `${load.pots.length || standingPots(studio.pieces[load.pieceId]).length} × ${studio.pieces[load.pieceId].name}`,
    )

/** The session that is running, or else the next one, within two weeks. */
export const nextSession = (studio: Studio, nowMs: number): Session | null =>
  sessionsBetween(studio.calendar, nowMs, nowMs + 14 * DAY)[0] ?? null

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
      const title = stepWords(step, studio, piece).title.toLowerCase()
      if (was && is && was.sessionId !== is.sessionId) push(moved, `from ${day(was.at)} to ${day(is.at)}`, title)
      else if (was && !is && !isA(step, 'firing')) push(moved, 'no longer placed', title)
      else if (!was && is) push(moved, `now on ${day(is.at)}`, title)
    }
    for (const [how, what] of moved) changes.push(`${piece.name}: ${what.join(', ')} ${how}`)
    const kiln = (schedule: Schedule) =>
      schedule.loads.filter((load) => load.pieceId === id).map((load) => load.bookingId)
    const [oldKilns, newKilns] = [kiln(before), kiln(after)]
    if (oldKilns.join() !== newKilns.join()) {
      const { firings, timeZone } = studio.calendar
      const days = newKilns.flatMap((k) => {
        const booking = firings.find((f) => f.id === k)
        return booking ? [localDay(litAt(booking, timeZone), timeZone)] : []
      })
      changes.push(`${piece.name}: ${days.length ? `into the kiln of ${days.join(' and ')}` : 'no longer in a kiln'}`)
    }
  }
  return changes
}

const push = (map: Map<string, string[]>, key: string, value: string) => map.set(key, [...(map.get(key) ?? []), value])
