import { CLAY_WATER } from '../../clay/drying/clayWater'
import { stageBegins, waterAt } from '../../clay/drying/course'
import type { Schedule, Visit } from '../../model/calendar'
import type { LogEntry } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { timeline } from '../../plan/timeline'
import { sessionsBetween } from '../../schedule/sessions'
import { dryColumn, dryingColumns, type DryingColumn } from '../drying/dryingColumns'
import { airAt, roomOf, spellsOf } from '../drying/pieceDrying'
import { plannedLots, type PlannedLot } from './plannedLots'
import { bareWindow, JUST_AFTER, madeMsOf, plannedLog } from './replaySchedule'
import { windowAt } from './stageWindow'
import { DAY, HOUR } from '../../base/spans'

/** A visit to clay, and whether it found it right each time hands went to it. */
interface Looked {
  readonly visit: Visit
  readonly right: boolean
}

/**
 * Carries a schedule out in rooms that dry otherwise than it knows, in the full solver, by hands that look: clay that is too wet is
 * waited for while the session lasts, and what airs is covered when it is as dry as was planned. Clay that is too dry is a miss.
 *
 * @param known the studio as it was planned in
 * @param hidden the same studio as it is
 */
export const replayByLook = (known: Studio, hidden: Studio, schedule: Schedule): Looked[] =>
  known.order.flatMap((id) =>
    known.pieces[id] ? plannedLots(known.pieces[id], schedule).flatMap((lot) => lookAt(lot, known, hidden)) : [],
  )

function lookAt(lot: PlannedLot, known: Studio, hidden: Studio): Looked[] {
  const { piece, visits } = lot
  const madeMs = madeMsOf(lot)
  const body = known.bodies[piece.bodyId]
  const columns = dryingColumns(piece.form, body)
  if (madeMs === null || !columns.ok || !visits.length) return []
  const wall = columns.value.find(({ kind }) => kind === 'wall') as DryingColumn
  const lastMs = Math.max(...visits.map(({ until }) => Date.parse(until)), madeMs) + DAY
  /** Water of the wall at instants, in one of the two studios, after what was done. */
  const wallIn = (studio: Studio, log: readonly LogEntry[]) => {
    const { course } = dryColumn(wall, spellsOf(piece, body, roomOf(studio, piece), madeMs, lastMs, {}, log))
    return (ms: number) => waterAt(course, (ms - madeMs) / HOUR + JUST_AFTER)
  }
  const planned = wallIn(known, plannedLog(visits))
  const times = timeline(piece.steps)
  const begins = stageBegins(CLAY_WATER[body.water], airAt(roomOf(known, piece), madeMs).humidity)
  const ends = new Map(sessionsBetween(known.calendar, madeMs - DAY, lastMs).map(({ id, endMs }) => [id, endMs]))
  const log: LogEntry[] = []
  const at = (ms: number) => new Date(ms).toISOString()
  return visits.flatMap((visit): Looked[] => {
    const endMs = ends.get(visit.sessionId) ?? Date.parse(visit.until)
    let lateMs = 0
    let right = true
    let onClay = false
    let wasDry = false
    if (visit.stepIds.length || visit.makes || visit.covered)
      log.push({ kind: 'cover', at: visit.opens ?? visit.at, cover: 'open' })
    for (const { stepId, at: from, until, outsideUm, insideUm } of visit.touches) {
      const index = piece.steps.findIndex(({ id }) => id === stepId)
      const stage = times[index]?.stage
      if (index >= 0 && windowAt(stage, begins) !== null) {
        onClay = true
        const isDry = stage === 'boneDry'
        const { wettest, driest } = isDry && wasDry ? { wettest: Infinity, driest: 0 } : bareWindow(stage, begins)
        wasDry ||= isDry
        const water = wallIn(hidden, log)
        const startMs = Date.parse(from) + lateMs
        const waitMs = waitUntil(water, startMs, startMs + (endMs - Date.parse(visit.until) - lateMs), wettest)
        if (waitMs === null) right = false
        lateMs += waitMs ?? 0
        if (water(startMs + (waitMs ?? 0)) < driest) right = false
      }
      if (outsideUm + insideUm > 0) log.push({ kind: 'coats', at: at(Date.parse(until) + lateMs), outsideUm, insideUm })
    }
    const leftMs = Date.parse(visit.until) + lateMs
    let coveredMs = leftMs
    if (visit.covered) {
      const airMs = waitUntil(wallIn(hidden, log), leftMs, endMs, planned(Date.parse(visit.covered)))
      coveredMs = airMs === null ? Math.max(leftMs, endMs) : leftMs + airMs
    }
    log.push({ kind: 'cover', at: at(coveredMs), cover: visit.cover })
    return onClay ? [{ visit, right }] : []
  })
}

/** How long open clay must be waited for until it holds no more than some water, by halving, ms; null if that is later than `lastMs`. */
function waitUntil(water: (ms: number) => number, fromMs: number, lastMs: number, wanted: number): number | null {
  if (water(fromMs) <= wanted) return 0
  if (lastMs <= fromMs || water(lastMs) > wanted) return null
  let [low, high] = [fromMs, lastMs]
  while (high - low > 10_000) {
    const middle = (low + high) / 2
    if (water(middle) > wanted) low = middle
    else high = middle
  }
  return high - fromMs
}
