import { CLAY_WATER } from '../../clay/drying/clayWater'
import { dryWall, stageBegins, waterAt } from '../../clay/drying/course'
import type { Schedule } from '../../model/calendar'
import type { LogEntry, Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { timeline, hasBeenFired } from '../../plan/timeline'
import { localInstant } from '../../schedule/sessions'
import { dryingColumns, type DryingColumn } from '../drying/dryingColumns'
import { airAt, roomOf, spellsOf } from '../drying/pieceDrying'
import { windowAt } from './studioJobs'

/** What the full solver says of a planned visit or load. */
export interface Replayed {
  readonly pieceId: string
  readonly at: string
  readonly what: 'work' | 'kiln'
  readonly stepId: string
  /** Water of the wall (work) or the foot (kiln), and what it must be within; no margin. */
  readonly water: number
  readonly wettest: number
  readonly driest: number
  readonly inside: boolean
}

/** Water of a wall through a planned time, for drawing: instants and kg/kg. */
export interface PlannedCourse {
  readonly pieceId: string
  readonly atMs: readonly number[]
  readonly water: readonly number[]
}

const HOUR = 3_600_000

/** Changes of cover that a schedule asks of a piece. While hands are on it, it stands open. */
function plannedCovers(piece: Piece, schedule: Schedule): LogEntry[] {
  return schedule.visits
    .filter((visit) => visit.pieceId === piece.id)
    .flatMap((visit): LogEntry[] => [
      ...(visit.stepIds.length || visit.makes
        ? [{ kind: 'cover' as const, at: visit.at, cover: 'open' as const }]
        : []),
      { kind: 'cover', at: visit.until, cover: visit.cover },
    ])
}

/** When a piece was or will be made: told, or planned; null when neither. */
const madeMsOf = (piece: Piece, schedule: Schedule): number | null => {
  if (piece.making.madeAt) return Date.parse(piece.making.madeAt)
  const making = schedule.visits.find((visit) => visit.pieceId === piece.id && visit.makes)
  return making ? Date.parse(making.at) : null
}

/** A column of a piece through its plan, hours since it was made. */
function courseThrough(
  piece: Piece,
  studio: Studio,
  schedule: Schedule,
  column: DryingColumn,
  madeMs: number,
  untilMs: number,
) {
  return dryWall(
    column.wall,
    spellsOf(piece, roomOf(studio, piece), madeMs, untilMs, {}, plannedCovers(piece, schedule)),
  ).course
}

/** Replays a schedule through the full solver: the wall at the start of each step that clay decides, the foot at each bisque. */
export function replaySchedule(studio: Studio, schedule: Schedule): Replayed[] {
  return studio.order.flatMap((id) => {
    const piece = studio.pieces[id]
    return piece ? replayPiece(piece, studio, schedule) : []
  })
}

function replayPiece(piece: Piece, studio: Studio, schedule: Schedule): Replayed[] {
  const madeMs = madeMsOf(piece, schedule)
  const columns = dryingColumns(piece.form, studio.bodies[piece.bodyId])
  if (madeMs === null || !columns.ok) return []
  const visits = schedule.visits.filter((visit) => visit.pieceId === piece.id)
  const loads = schedule.loads.filter((load) => load.pieceId === piece.id)
  const times = timeline(piece.steps)
  const loadMs = new Map(loads.map((load) => [load, kilnMs(studio, load.bookingId)]))
  const lastMs =
    Math.max(...visits.map((v) => Date.parse(v.until)), ...[...loadMs.values()].filter(Number.isFinite), madeMs) + HOUR
  const find = (kind: DryingColumn['kind']) => columns.value.find((c) => c.kind === kind) as DryingColumn
  const wall = courseThrough(piece, studio, schedule, find('wall'), madeMs, lastMs)
  const foot = courseThrough(piece, studio, schedule, find('foot'), madeMs, lastMs)
  const begins = stageBegins(
    CLAY_WATER[studio.bodies[piece.bodyId].water],
    airAt(roomOf(studio, piece), madeMs).humidity,
  )
  const work = visits.flatMap((visit) =>
    firstAndLast(visit.stepIds).flatMap(({ stepId, at }): Replayed[] => {
      const index = piece.steps.findIndex((step) => step.id === stepId)
      if (index < 0) return []
      const { stage } = times[index]
      if (windowAt(stage, begins) === null) return []
      const bare = bareWindow(stage, begins)
      const instant = at === 'first' ? visit.at : visit.until
      const water = waterAt(wall, (Date.parse(instant) - madeMs) / HOUR)
      return [
        {
          pieceId: piece.id,
          at: instant,
          what: 'work',
          stepId,
          water,
          ...bare,
          inside: water <= bare.wettest + 1e-9 && water >= bare.driest - 1e-9,
        },
      ]
    }),
  )
  const kilns = loads.flatMap((load): Replayed[] => {
    const step = piece.steps.find((s) => s.id === load.stepId)
    const before = piece.steps.slice(
      0,
      piece.steps.findIndex((s) => s.id === load.stepId),
    )
    if (step?.act !== 'fire' || before.some((s) => s.act === 'fire')) return []
    const atMs = loadMs.get(load) ?? NaN
    const water = waterAt(foot, (atMs - madeMs) / HOUR)
    return [
      {
        pieceId: piece.id,
        at: new Date(atMs).toISOString(),
        what: 'kiln',
        stepId: load.stepId,
        water,
        wettest: begins.boneDry,
        driest: 0,
        inside: water <= begins.boneDry + 5e-4,
      },
    ]
  })
  return [...work, ...kilns]
}

/** The first step of a visit at its start, and the last at its end: a wall that is right for both was right between. */
const firstAndLast = (stepIds: readonly string[]): { stepId: string; at: 'first' | 'last' }[] =>
  stepIds.length
    ? [
        { stepId: stepIds[0], at: 'first' },
        { stepId: stepIds[stepIds.length - 1], at: 'last' },
      ]
    : []

/** The window of a stage without the margin that planning keeps. */
function bareWindow(
  stage: Parameters<typeof windowAt>[0],
  begins: Parameters<typeof windowAt>[1],
): { wettest: number; driest: number } {
  switch (stage) {
    case 'softLeatherHard':
      return { wettest: begins.softLeatherHard, driest: begins.leatherHard }
    case 'leatherHard':
      return { wettest: begins.leatherHard, driest: begins.hardLeatherHard }
    case 'hardLeatherHard':
      return { wettest: begins.hardLeatherHard, driest: begins.tooFirm }
    case 'boneDry':
      return { wettest: begins.boneDry + 5e-4, driest: 0 }
    default:
      return { wettest: Infinity, driest: begins.softLeatherHard }
  }
}

/** The wall’s water of every made or planned piece from one instant to another, as planned. */
export function plannedCourses(studio: Studio, schedule: Schedule, fromMs: number, toMs: number): PlannedCourse[] {
  return studio.order.flatMap((id): PlannedCourse[] => {
    const piece = studio.pieces[id]
    const madeMs = piece ? madeMsOf(piece, schedule) : null
    if (!piece || madeMs === null || madeMs > toMs) return []
    const fired = firedMs(piece, schedule, studio)
    const columns = dryingColumns(piece.form, studio.bodies[piece.bodyId])
    const untilMs = Math.min(toMs, fired)
    if (!columns.ok || untilMs <= Math.max(fromMs, madeMs)) return []
    const wall = columns.value.find((c) => c.kind === 'wall') as DryingColumn
    const course = courseThrough(piece, studio, schedule, wall, madeMs, untilMs)
    const points = 120
    const startMs = Math.max(fromMs, madeMs)
    const atMs = Array.from({ length: points + 1 }, (_, i) => startMs + ((untilMs - startMs) * i) / points)
    return [{ pieceId: id, atMs, water: atMs.map((ms) => waterAt(course, (ms - madeMs) / HOUR)) }]
  })
}

/** When a booked kiln is lit; never, if it is gone. */
function kilnMs({ calendar }: Studio, bookingId: string): number {
  const booking = calendar.firings.find((b) => b.id === bookingId)
  if (!booking) return Infinity
  const [date, clock] = booking.at.split('T')
  return localInstant(date, clock, calendar.timeZone)
}

/** When a piece goes into its first fire: done (long ago), planned, or never. */
function firedMs(piece: Piece, schedule: Schedule, studio: Studio): number {
  if (hasBeenFired(piece.steps)) return -Infinity
  const first = piece.steps.find((step) => step.act === 'fire')
  const load = first && schedule.loads.find((l) => l.pieceId === piece.id && l.stepId === first.id)
  return load ? kilnMs(studio, load.bookingId) : Infinity
}
