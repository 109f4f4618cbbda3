import { isA } from '../../plan/step'
import type { Cover } from '../../clay/stages'
import { DRYING_STAGES, type DryingStage } from '../../clay/stages'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { stageBegins, stageOfWater, type MoistureStage } from '../../clay/drying/course'
import { interpolateLinear } from '../../numeric/interpolation'
import type { Visit } from '../../model/calendar'
import type { Studio } from '../../model/studio'
import { kilnsAfter, sessionsBetween, type Kiln, type Session } from '../../schedule/sessions'
import { airAt, coverAt, roomOf } from '../drying/pieceDrying'
import { namedPots } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { plannedLots, type PlannedLot } from './plannedLots'
import type { PlannedCourse, Replayed } from './replaySchedule'
import { DAY, HOUR } from '../../base/spans'

/** A session with the gap up to the next one. Shares of the column’s width: the session first, then the gap. */
export interface DaysColumn {
  readonly session: Session
  readonly untilMs: number
}

/** A point of falling water: x in columns, water as a share of plastic. */
export interface WaterPoint {
  readonly x: number
  readonly water: number
}

export interface DaysRow {
  /** Of the planned lot. */
  readonly id: string
  readonly pieceId: string
  /** The lot as a piece of its own, and its pots; none are named where it is the whole set. */
  readonly piece: Piece
  readonly pots: readonly number[]
  readonly water: readonly WaterPoint[]
  /** Stage of the wall at the present; null once fired, or before it is made. */
  readonly stageNow: MoistureStage | null
  /** Share of plastic water at which each stage begins. */
  readonly begins: Readonly<Record<DryingStage, number>>
  readonly visits: readonly { readonly column: number; readonly visit: Visit; readonly missed: boolean }[]
  /** Covers between columns: from–to in columns. */
  readonly covers: readonly { readonly from: number; readonly to: number; readonly cover: Cover }[]
  readonly kilns: readonly { readonly x: number; readonly bookingId: string }[]
}

export interface DaysGrid {
  readonly columns: readonly DaysColumn[]
  readonly rows: readonly DaysRow[]
  readonly kilns: readonly { readonly x: number; readonly kiln: Kiln }[]
  readonly fromMs: number
  readonly toMs: number
}

/** Share of a column that stands for the session itself; the rest for the time until the next. */
export const SESSION_SHARE = 0.62

/** Sessions from an instant on, at most `most`, each with the time up to the next. */
export function daysColumns(studio: Studio, fromMs: number, most: number): DaysColumn[] {
  const sessions = sessionsBetween(studio.calendar, fromMs, fromMs + 90 * DAY).slice(0, most + 1)
  return sessions
    .slice(0, most)
    .map((session, i) => ({ session, untilMs: sessions[i + 1]?.startMs ?? session.endMs + 24 * HOUR }))
}

/** Where an instant lies on the columns: 0 is the beginning of the first. Before it negative, a day a column. */
export function placeOf(columns: readonly DaysColumn[], ms: number): number {
  if (!columns.length) return 0
  if (ms < columns[0].session.startMs) return Math.max(-1, (ms - columns[0].session.startMs) / DAY)
  const i = columns.findLastIndex(({ session }) => session.startMs <= ms)
  const { session, untilMs } = columns[i]
  if (ms <= session.endMs) return i + (SESSION_SHARE * (ms - session.startMs)) / (session.endMs - session.startMs)
  return (
    i + SESSION_SHARE + (1 - SESSION_SHARE) * Math.min(1, (ms - session.endMs) / Math.max(1, untilMs - session.endMs))
  )
}

/** The days as a picture: sessions across, pieces down, water falling through each row. */
export function daysGrid(
  studio: Studio,
  nowMs: number,
  columns: readonly DaysColumn[],
  courses: readonly PlannedCourse[],
  replayed: readonly Replayed[],
): DaysGrid {
  const fromMs = columns[0]?.session.startMs ?? nowMs
  const toMs = columns.at(-1)?.untilMs ?? nowMs
  const kilns = kilnsAfter(studio.calendar, fromMs - DAY)
    .filter(({ startMs }) => startMs < toMs)
    .map((kiln) => ({ x: placeOf(columns, kiln.startMs), kiln }))
  const lots = studio.order.flatMap((id) => (studio.pieces[id] ? plannedLots(studio.pieces[id], studio.schedule) : []))
  const rows = lots.flatMap((lot): DaysRow[] => {
    const { piece } = lot
    if (piece.steps.every((step) => step.done)) return []
    const clay = CLAY_WATER[studio.bodies[piece.bodyId]?.water ?? 'fineWhite']
    const begins = stageBegins(clay, airAt(roomOf(studio, piece), nowMs).humidity)
    const course = courses.find((c) => c.lotId === lot.id)
    const visits = lot.visits.flatMap((visit) => {
      const column = columns.findIndex(({ session }) => session.id === visit.sessionId)
      const missed = replayed.some(
        (r) =>
          r.pieceId === piece.id &&
          r.pots[0] === lot.pots[0] &&
          r.what === 'work' &&
          visit.stepIds.includes(r.stepId) &&
          !r.inside,
      )
      return column < 0 ? [] : [{ column, visit, missed }]
    })
    return [
      {
        id: lot.id,
        pieceId: piece.id,
        piece,
        pots: namedPots(studio.pieces[piece.id], lot.pots),
        stageNow:
          course && piece.making.madeAt
            ? stageOfWater(
                clay,
                airAt(roomOf(studio, piece), nowMs).humidity,
                course.water[
                  Math.max(
                    0,
                    course.atMs.findIndex((ms) => ms >= nowMs),
                  )
                ],
              )
            : null,
        water: course
          ? fallingWater(course, fromMs).map(({ ms, water }) => ({
              x: placeOf(columns, ms),
              water: water / clay.plastic,
            }))
          : [],
        begins: Object.fromEntries(DRYING_STAGES.map((stage) => [stage, begins[stage] / clay.plastic])) as Record<
          DryingStage,
          number
        >,
        visits,
        covers: course ? coverSpans(lot, studio, nowMs, columns) : [],
        kilns: kilns
          .filter(({ kiln }) => lot.loads.some((load) => load.bookingId === kiln.booking.id))
          .map(({ x, kiln }) => ({ x, bookingId: kiln.booking.id })),
      },
    ]
  })
  return { columns, rows, kilns, fromMs, toMs }
}

/** A course from an instant on, with a point at that instant. */
function fallingWater({ atMs, water }: PlannedCourse, fromMs: number): { ms: number; water: number }[] {
  const points = atMs.map((ms, i) => ({ ms, water: water[i] }))
  return points[0].ms >= fromMs
    ? points
    : [{ ms: fromMs, water: interpolateLinear(atMs, water, fromMs) }, ...points.filter(({ ms }) => ms > fromMs)]
}

/** Covers as they are and as they are planned, until the lot goes into its first kiln. */
function coverSpans(
  { piece, visits, loads }: PlannedLot,
  studio: Studio,
  nowMs: number,
  columns: readonly DaysColumn[],
): DaysRow['covers'] {
  const first = piece.steps.find((step) => isA(step, 'firing'))
  const load = loads.find((l) => l.stepId === first?.id)
  const kiln = load && kilnsAfter(studio.calendar, 0).find(({ booking }) => booking.id === load.bookingId)
  const endMs = kiln?.startMs ?? columns.at(-1)?.untilMs ?? nowMs
  const marks: { ms: number; cover: Cover }[] = [
    { ms: Math.max(nowMs, columns[0]?.session.startMs ?? nowMs), cover: coverAt(piece.making.log, nowMs) },
    ...visits.flatMap((visit) => [
      ...(visit.stepIds.length || visit.makes || visit.covered
        ? [{ ms: Date.parse(visit.opens ?? visit.at), cover: 'open' as Cover }]
        : []),
      { ms: Date.parse(visit.covered ?? visit.until), cover: visit.cover },
    ]),
  ]
  return marks.flatMap(({ ms, cover }, i) => {
    const to = Math.min(endMs, marks[i + 1]?.ms ?? endMs)
    return cover === 'open' || to <= ms ? [] : [{ from: placeOf(columns, ms), to: placeOf(columns, to), cover }]
  })
}
