import type { Schedule, Visit } from '../../model/calendar'
import type { Command } from '../../model/command'
import type { Studio } from '../../model/studio'
import { COVER_NAMES } from '../../clay/stages'
import { kilnsAfter, localDay } from '../../schedule/sessions'
import { lotName } from '../words/potWords'
import { stepWords } from '../words/stepWords'
import { isSame } from './visitDone'
import { DAY } from '../../base/spans'

/** When a visit is over. */
const overMs = ({ covered, until }: Visit): number => Date.parse(covered ?? until)

/** Visits whose time is over and of which nobody has said whether they were. */
export const pastVisits = ({ schedule, pieces }: Studio, nowMs: number): Visit[] =>
  schedule.visits.filter((visit) => pieces[visit.pieceId] && overMs(visit) < nowMs)

/** What is asked of a visit that is over: “Reed jugs, Tue 3 Mar: carve reeds. Was that done on all, and were they left open?” */
export function askedOf(visit: Visit, studio: Studio): string {
  const piece = studio.pieces[visit.pieceId]
  const titles = visit.stepIds.flatMap((id) =>
    piece.steps.filter((step) => step.id === id).map((step) => stepWords(step, studio, piece).title.toLowerCase()),
  )
  const done = [...(visit.makes ? ['made'] : []), ...titles].join(', ')
  const left = COVER_NAMES[visit.cover]
  const many = (visit.pots.length || piece.count) > 1
  const day = localDay(Date.parse(visit.at), studio.calendar.timeZone)
  const name = `${lotName(piece, visit.pots)}, ${day}`
  if (!done) return `${name}. ${many ? 'Were they' : 'Was it'} left ${left}?`
  return many
    ? `${name}: ${done}. Was that done on all, and were they left ${left}?`
    : `${name}: ${done}. Was that done, and was it left ${left}?`
}

/** That a visit did not take place: it is planned no more, and what was to be done waits. */
export const visitMissed = (schedule: Schedule, visit: Visit): Command => ({
  type: 'schedule.set',
  schedule: { ...schedule, visits: schedule.visits.filter((other) => !isSame(other, visit)) },
})

/** What the days come to. */
export interface DaysCost {
  readonly visits: number
  /** Times at which a cover is put on or taken off. */
  readonly covers: number
  /** Days from the first visit to the last visit or kiln that opens. */
  readonly days: number
}

/** Sessions in which one has to come, covers that change, and days until the last is out. */
export function daysCost({ schedule, calendar }: Pick<Studio, 'schedule' | 'calendar'>): DaysCost {
  const { visits, loads } = schedule
  const startMs = Math.min(...visits.map(({ at }) => Date.parse(at)))
  const opened = kilnsAfter(calendar, 0)
    .filter(({ booking }) => loads.some((load) => load.bookingId === booking.id))
    .map(({ openMs }) => openMs)
  const endMs = Math.max(...visits.map(overMs), ...opened)
  const byLot = new Map<string, string>()
  let covers = 0
  for (const visit of visits) {
    const lot = `${visit.pieceId} ${visit.pots[0] ?? ''}`
    if (visit.cover !== 'open' && byLot.get(lot) !== visit.cover) covers++
    byLot.set(lot, visit.cover)
  }
  return {
    visits: new Set(visits.map(({ sessionId }) => sessionId)).size,
    covers,
    days: visits.length ? Math.max(0, Math.round((endMs - startMs) / DAY)) : 0,
  }
}
