import { isA } from '../../plan/step'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { stageBegins, waterAt } from '../../clay/drying/course'
import type { Schedule, Visit } from '../../model/calendar'
import type { LogEntry } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { timeline, hasBeenFired } from '../../plan/timeline'
import { litAt } from '../../schedule/sessions'
import { dryColumn, dryingColumns, type DryingColumn } from '../drying/dryingColumns'
import { airAt, roomOf, spellsOf } from '../drying/pieceDrying'
import { plannedLots, type PlannedLot } from './plannedLots'
import { windowAt } from './stageWindow'
import { HOUR } from '../../base/spans'

/** What the full solver says of a planned visit or load. */
export interface Replayed {
  readonly pieceId: string
  readonly pots: readonly number[]
  readonly at: string
  readonly what: 'work' | 'kiln'
  readonly stepId: string
  /** Water of the wall (work) or the foot (kiln), and what it must be within; no margin. */
  readonly water: number
  /** The least water while hands are on it. */
  readonly least: number
  readonly wettest: number
  readonly driest: number
  readonly inside: boolean
}

/** Water of a wall through a planned time, for drawing: instants and kg/kg. */
export interface PlannedCourse {
  /** Of a planned lot. */
  readonly lotId: string
  readonly atMs: readonly number[]
  readonly water: readonly number[]
}

/** What a schedule does to a lot’s clay: covers, and the water of coats. While hands are on it, it stands open. */
export function plannedLog(visits: readonly Visit[]): LogEntry[] {
  return visits.flatMap((visit): LogEntry[] => [
    ...(visit.stepIds.length || visit.makes || visit.covered
      ? [{ kind: 'cover' as const, at: visit.opens ?? visit.at, cover: 'open' as const }]
      : []),
    ...visit.touches.flatMap(({ until, outsideUm, insideUm }) =>
      outsideUm + insideUm > 0 ? [{ kind: 'coats' as const, at: until, outsideUm, insideUm }] : [],
    ),
    { kind: 'cover', at: visit.covered ?? visit.until, cover: visit.cover },
  ])
}

/** When a lot was or will be made: told, or planned; null when neither. */
export const madeMsOf = ({ piece, visits }: PlannedLot): number | null => {
  if (piece.making.madeAt) return Date.parse(piece.making.madeAt)
  const making = visits.find((visit) => visit.makes)
  return making ? Date.parse(making.at) : null
}

/** A column of a lot through its plan, hours since it was made. */
function courseThrough(
  { piece, visits }: PlannedLot,
  studio: Studio,
  column: DryingColumn,
  madeMs: number,
  untilMs: number,
) {
  return dryColumn(
    column,
    spellsOf(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), madeMs, untilMs, {}, plannedLog(visits)),
  ).course
}

/** Replays a schedule through the full solver: the wall at the start of each step that clay decides, the foot at each bisque. */
export const replaySchedule = (studio: Studio, schedule: Schedule): Replayed[] =>
  studio.order.flatMap((id) =>
    studio.pieces[id] ? plannedLots(studio.pieces[id], schedule).flatMap((lot) => replayLot(lot, studio)) : [],
  )

function replayLot(lot: PlannedLot, studio: Studio): Replayed[] {
  const { piece, visits, loads } = lot
  const madeMs = madeMsOf(lot)
  const columns = dryingColumns(piece.form, studio.bodies[piece.bodyId])
  if (madeMs === null || !columns.ok) return []
  const times = timeline(piece.steps)
  const loadMs = new Map(loads.map((load) => [load, kilnMs(studio, load.bookingId)]))
  const lastMs =
    Math.max(...visits.map((v) => Date.parse(v.until)), ...[...loadMs.values()].filter(Number.isFinite), madeMs) + HOUR
  const find = (kind: DryingColumn['kind']) => columns.value.find((c) => c.kind === kind) as DryingColumn
  const wall = courseThrough(lot, studio, find('wall'), madeMs, lastMs)
  const foot = courseThrough(lot, studio, find('foot'), madeMs, lastMs)
  const begins = stageBegins(
    CLAY_WATER[studio.bodies[piece.bodyId].water],
    airAt(roomOf(studio, piece), madeMs).humidity,
  )
  const stageOfStep = (id: string) => times[piece.steps.findIndex((step) => step.id === id)]?.stage
  const work = visits.flatMap((visit) =>
    stretchesOf(visit).flatMap(({ stepId, at, until }, nth, all): Replayed[] => {
      const index = piece.steps.findIndex((step) => step.id === stepId)
      if (index < 0) return []
      const { stage } = times[index]
      if (windowAt(stage, begins) === null) return []
      // Coats on bone-dry clay wet it, and may go on all the same.
      const wasDry = nth > 0 && stageOfStep(all[nth - 1].stepId) === 'boneDry'
      const bare = stage === 'boneDry' && wasDry ? { wettest: Infinity, driest: 0 } : bareWindow(stage, begins)
      const hour = (instant: string) => (Date.parse(instant) - madeMs) / HOUR
      // As it begins, with the water of the coat before.
      const [water, after] = [waterAt(wall, hour(at) + JUST_AFTER), waterAt(wall, hour(until))]
      return [
        {
          pieceId: piece.id,
          pots: lot.pots,
          at,
          what: 'work',
          stepId,
          water,
          least: Math.min(water, after),
          ...bare,
          inside: water <= bare.wettest + 1e-9 && Math.min(water, after) >= bare.driest - 1e-9,
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
    if (!isA(step, 'firing') || before.some((s) => isA(s, 'firing'))) return []
    const atMs = loadMs.get(load) ?? NaN
    const water = waterAt(foot, (atMs - madeMs) / HOUR)
    return [
      {
        pieceId: piece.id,
        pots: lot.pots,
        at: new Date(atMs).toISOString(),
        what: 'kiln',
        stepId: load.stepId,
        water,
        least: water,
        wettest: begins.boneDry,
        driest: 0,
        inside: water <= begins.boneDry + 5e-4,
      },
    ]
  })
  return [...work, ...kilns]
}

/** Just after an instant, hours: what coats brought then is in the wall. */
export const JUST_AFTER = 1e-5

/** Stretches of hands on steps; of a visit whose stretches are not told, the first step at its beginning and the last at its end. */
function stretchesOf({ touches, stepIds, at, until }: Visit): { stepId: string; at: string; until: string }[] {
  const told = touches.flatMap((touch) => (touch.stepId ? [{ ...touch, stepId: touch.stepId }] : []))
  if (told.length || !stepIds.length) return told
  return [
    { stepId: stepIds[0], at, until: at },
    { stepId: stepIds[stepIds.length - 1], at: until, until },
  ]
}

/** The window of a stage without the margin that planning keeps. */
export function bareWindow(
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

/** The wall’s water of every made or planned lot from one instant to another, as planned. */
export function plannedCourses(studio: Studio, schedule: Schedule, fromMs: number, toMs: number): PlannedCourse[] {
  return studio.order
    .flatMap((id) => (studio.pieces[id] ? plannedLots(studio.pieces[id], schedule) : []))
    .flatMap((lot): PlannedCourse[] => {
      const { piece } = lot
      const madeMs = madeMsOf(lot)
      if (madeMs === null || madeMs > toMs) return []
      const columns = dryingColumns(piece.form, studio.bodies[piece.bodyId])
      const untilMs = Math.min(toMs, firedMs(lot, studio))
      if (!columns.ok || untilMs <= Math.max(fromMs, madeMs)) return []
      const wall = columns.value.find((c) => c.kind === 'wall') as DryingColumn
      const course = courseThrough(lot, studio, wall, madeMs, untilMs)
      const points = 120
      const startMs = Math.max(fromMs, madeMs)
      const atMs = Array.from({ length: points + 1 }, (_, i) => startMs + ((untilMs - startMs) * i) / points)
      return [{ lotId: lot.id, atMs, water: atMs.map((ms) => waterAt(course, (ms - madeMs) / HOUR)) }]
    })
}

/** When a booked kiln is lit; never, if it is gone. */
function kilnMs({ calendar }: Studio, bookingId: string): number {
  const booking = calendar.firings.find((b) => b.id === bookingId)
  return booking ? litAt(booking, calendar.timeZone) : Infinity
}

/** When a lot goes into its first fire: done (long ago), planned, or never. */
function firedMs({ piece, loads }: PlannedLot, studio: Studio): number {
  if (hasBeenFired(piece.steps)) return -Infinity
  const first = piece.steps.find((step) => isA(step, 'firing'))
  const load = first && loads.find((l) => l.stepId === first.id)
  return load ? kilnMs(studio, load.bookingId) : Infinity
}
