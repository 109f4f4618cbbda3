import { dryWall, stageBegins, type MoistureStage } from '../../clay/drying/course'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { meanWater, type SolverSettings } from '../../clay/drying/wallSolver'
import type { Surroundings } from '../../clay/drying/airSide'
import type { Cover, Stage } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import type { Room } from '../../model/room'
import { actOf, coatsOf, type Step } from '../../plan/step'
import type { Studio } from '../../model/studio'
import { nextStepIndex, timeline, hasBeenFired, firesBefore } from '../../plan/timeline'
import type { DryingCurve, DryingCurves } from '../../schedule/dryingClock'
import { localInstant } from '../../schedule/sessions'
import type { Job, Phase, Task, Window } from '../../schedule/task'
import { dryingColumns, type DryingColumn } from '../drying/dryingColumns'
import { airAt, coverAt, roomEvaporation, roomOf, spellsOf } from '../drying/pieceDrying'
import { handsMinutes, measurePiece } from '../bench/measurePiece'
import { coatWaits } from '../words/stepWords'

/** Curves for the days need not be as fine as those that are shown. */
const COARSE: SolverSettings = { cells: 12, tolerance: 1e-3 }

const HORIZON: Readonly<Record<Cover, number>> = { open: 30 * 24, draped: 50 * 24, sealed: 80 * 24, dampBox: 80 * 24 }

/** Minutes to throw or build one piece, when the making itself is planned. Ours. */
const MAKING_MINUTES = 25

/** Share of a window that is kept clear at either end, since curves are chained and rooms vary. */
const WINDOW_MARGIN = 0.1

/** Curves of a kind of wall in a room, kept from one planning to the next. */
export class CurveCache {
  private readonly curves = new Map<string, DryingCurve>()

  curve({ wall }: DryingColumn, around: Surroundings): DryingCurve {
    const key = JSON.stringify([
      wall.clay.name,
      Math.round(wall.thickM * 1e5),
      wall.faces.map((f) => [f.to, Math.round(f.lengthM * 200), f.upright, Math.round(f.mouthShare * 100)]),
      around,
    ])
    const known = this.curves.get(key)
    if (known) return known
    const { course } = dryWall(wall, [{ untilHours: HORIZON[around.cover], around }], undefined, COARSE)
    // Water that a damp box gives back is left out: the clock only runs forwards.
    const water = course.mean.slice()
    for (let i = 1; i < water.length; i++) water[i] = Math.min(water[i], water[i - 1])
    const made = { hours: course.hours, water }
    this.curves.set(key, made)
    return made
  }
}

/** Where the wall’s water must be for a step at a stage, with a margin; null once fired. */
export function windowAt(stage: Stage, begins: Readonly<Record<MoistureStage, number>>): Window {
  const between = (wettest: number, driest: number): Window => ({
    wettest: wettest - (wettest - driest) * WINDOW_MARGIN,
    driest: driest + (wettest - driest) * WINDOW_MARGIN,
  })
  switch (stage) {
    case 'wet':
      return { wettest: Infinity, driest: begins.softLeatherHard }
    case 'softLeatherHard':
      return between(begins.softLeatherHard, begins.leatherHard)
    case 'leatherHard':
      return between(begins.leatherHard, begins.hardLeatherHard)
    case 'hardLeatherHard':
      return between(begins.hardLeatherHard, begins.tooFirm)
    case 'boneDry':
      return { wettest: begins.boneDry, driest: 0 }
    default:
      return null
  }
}

/** Minutes for a step of a piece that cannot be measured. */
const UNMEASURED_MINUTES = 5

/** Hands and waits of a step on all pieces of a set: while one dries the next of the set gets its coat. */
function phasesOf(
  step: Step,
  index: number,
  surface: Stage,
  piece: Piece,
  studio: Studio,
  evaporation: number,
): Phase[] {
  const measured = measurePiece(piece, studio, 'coarse')
  const each = measured.ok ? handsMinutes(step, index, measured.value, studio.paces) : UNMEASURED_MINUTES
  const waits =
    'waits' in step && !step.waits ? [] : coatWaits(step, surface, studio, evaporation).map((seconds) => seconds / 60)
  const rest = actOf(step).restMinutes
  const hands = each * piece.count
  return Array.from({ length: coatsOf(step) }, (_, i) => {
    const wait = rest ?? waits[i] ?? 0
    // The first of a set has dried while the last was coated.
    return { hands, wait: Math.max(0, wait - (piece.count > 1 ? hands - each : 0)) }
  })
}

/** Steps that are still to be done, as tasks. Waiting for a stage is no task of its own: it is the window of the next. */
function tasksOf(
  piece: Piece,
  studio: Studio,
  begins: Readonly<Record<MoistureStage, number>>,
  evaporation: number,
): Task[] {
  const times = timeline(piece.steps)
  const tasks: Task[] =
    piece.making.madeAt === null && nextStepIndex(piece.steps) === 0
      ? [{ kind: 'make', stepId: null, phases: [{ hands: MAKING_MINUTES * piece.count, wait: 0 }] }]
      : []
  piece.steps.forEach((step, i) => {
    if (step.done || step.act === 'bring') return
    const { stage, surface } = times[i]
    if (step.act === 'fire') {
      const raw = !['bisque', 'glazedRaw', 'fired'].includes(stage) || !firesBefore(piece.steps, i)
      tasks.push({
        kind: 'fire',
        stepId: step.id,
        firing: step.firing,
        cone: step.cone,
        footDriest: raw ? begins.boneDry : null,
      })
      return
    }
    const phases = phasesOf(step, i, surface, piece, studio, evaporation)
    const bottled =
      step.act === 'coat' && step.applicator === 'brush' && step.coats > 1
        ? { ...step, applicator: 'bottle' as const, coats: 1 }
        : null
    const saves = bottled ? minutesOf(phases) - minutesOf(phasesOf(bottled, i, surface, piece, studio, evaporation)) : 0
    tasks.push({
      kind: 'work',
      stepId: step.id,
      within: windowAt(stage, begins),
      phases,
      bottleSaves: Math.max(0, saves),
    })
  })
  return tasks
}

const minutesOf = (phases: readonly Phase[]) => phases.reduce((sum, phase) => sum + phase.hands, 0)

/** Water of a column now, by the full solver through all that happened. */
function waterNow(piece: Piece, room: Room, column: DryingColumn, madeMs: number, nowMs: number): number {
  if (nowMs <= madeMs) return column.wall.clay.plastic
  return meanWater(dryWall(column.wall, spellsOf(piece, room, madeMs, nowMs)).state.water)
}

/** What is to be planned of one piece; null when nothing is. `covers` are those that may be used besides the one it has. */
export function jobOf(
  piece: Piece,
  studio: Studio,
  nowMs: number,
  cache: CurveCache,
  covers: readonly Cover[],
): Job | null {
  const body = studio.bodies[piece.bodyId]
  const columns = body ? dryingColumns(piece.form, body) : null
  if (!body || !columns?.ok) return null
  const room = roomOf(studio, piece)
  const air = airAt(room, nowMs)
  const clay = CLAY_WATER[body.water]
  const begins = stageBegins(clay, air.humidity)
  const evaporation = roomEvaporation(room, nowMs)
  const tasks = tasksOf(piece, studio, begins, evaporation)
  if (!tasks.length) return null
  const find = (kind: DryingColumn['kind']) => columns.value.find((column) => column.kind === kind) as DryingColumn
  const wall = find('wall')
  const foot = find('foot')
  const cover = coverAt(piece.making.log, nowMs)
  const used = [...new Set<Cover>(['open', cover, ...covers])]
  const curves = Object.fromEntries(
    (['wall', 'foot'] as const).map((name) => [
      name,
      Object.fromEntries(
        used.map((c) => [
          c,
          cache.curve(name === 'wall' ? wall : foot, {
            celsius: air.celsius,
            humidity: air.humidity,
            cover: c,
            blower: room.air,
            factor: Math.exp(room.factor.ln),
          }),
        ]),
      ),
    ]),
  ) as DryingCurves
  const madeMs = piece.making.madeAt ? Date.parse(piece.making.madeAt) : null
  const fired = hasBeenFired(piece.steps)
  const made = madeMs !== null || nextStepIndex(piece.steps) > 0
  const water = fired
    ? { wall: 0, foot: 0 }
    : madeMs === null
      ? { wall: contentNow(piece, begins), foot: contentNow(piece, begins) }
      : { wall: waterNow(piece, room, wall, madeMs, nowMs), foot: waterNow(piece, room, foot, madeMs, nowMs) }
  return {
    pieceId: piece.id,
    name: piece.name,
    count: piece.count,
    tasks,
    curves,
    now: made ? { water, cover } : null,
    plastic: { wall: clay.plastic, foot: clay.plastic },
    scale: { plastic: clay.plastic, limit: clay.shrinkageLimit },
    dueMs: piece.making.dueOn ? localInstant(piece.making.dueOn, '23:59', studio.calendar.timeZone) : null,
    pins: new Map(
      studio.schedule.pins.filter((pin) => pin.pieceId === piece.id).map((pin) => [pin.stepId, pin.sessionId]),
    ),
  }
}

/** Water of a piece whose making was never told: as its last step that is done has it. */
function contentNow(piece: Piece, begins: Readonly<Record<MoistureStage, number>>): number {
  const { stage } = timeline(piece.steps)[nextStepIndex(piece.steps)]
  const window = windowAt(stage, begins)
  if (window === null) return 0
  const { wettest, driest } = window
  return Number.isFinite(wettest) ? (wettest + driest) / 2 : begins.wet
}
