import { dryWall, stageBegins, type MoistureStage } from '../../clay/drying/course'
import { CLAY_WATER, contentAt } from '../../clay/drying/clayWater'
import { evenWall, meanWater, type SolverSettings } from '../../clay/drying/wallSolver'
import type { Surroundings } from '../../clay/drying/airSide'
import type { Cover, Stage } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import type { Room } from '../../model/room'
import { lotId, lotPieces } from '../../model/lots'
import { isFor, type Schedule } from '../../model/calendar'
import { minutesAt } from '../../plan/pace'
import { actOf, coatsOf, mediaOfStep, type Step } from '../../plan/step'
import type { Studio } from '../../model/studio'
import { nextStepIndex, timeline, hasBeenFired, firesBefore } from '../../plan/timeline'
import type { DryingCurve, DryingCurves } from '../../schedule/dryingClock'
import { localInstant } from '../../schedule/sessions'
import type { Job, Task, Window } from '../../schedule/task'
import { dryColumn, dryingColumns, type DryingColumn } from '../drying/dryingColumns'
import { airAt, coverAt, roomEvaporation, roomOf, spellsOf } from '../drying/pieceDrying'
import { infiniteReflectance } from '../../colour/kubelkaMunk'
import { labUnder } from '../../colour/layeredColour'
import { wetterBy, type FaceWater } from '../../clay/drying/wetting'
import type { Medium } from '../../vocabulary/material'
import { coatWater } from '../bench/coatWater'
import { handsFromBottle, handsMinutes, measurePiece, type MeasuredPiece } from '../bench/measurePiece'
import { coatWaits } from '../words/stepWords'

/** Curves for the days need not be as fine as those that are shown. */
const COARSE: SolverSettings = { cells: 12, tolerance: 1e-3 }

const HORIZON: Readonly<Record<Cover, number>> = { open: 30 * 24, draped: 50 * 24, sealed: 80 * 24, dampBox: 80 * 24 }

/** Minutes to throw or build one piece, when the making itself is planned. Ours. */
const MAKING_MINUTES = 25

/** How unsure the pace of drying is besides the room’s own factor: weather, walls that are thicker or thinner [our choice]. */
const WALL_SIGMA = 0.15

/** Share of a window that is kept clear at either end, since curves are chained and rooms vary. */
const WINDOW_MARGIN = 0.1

/**
 * What a firm wall takes up in a damp box, on the mean of some days. Clay that no longer shrinks comes back too slowly and unevenly to be
 * planned with.
 */
function risesOf(wall: DryingColumn['wall'], around: Surroundings): Pick<DryingCurve, 'rises'> {
  if (around.cover !== 'dampBox') return {}
  const firm = contentAt(wall.clay, 0.3)
  const { state } = dryWall(
    wall,
    [{ untilHours: BOX_HOURS, around }],
    evenWall(wall.clay, firm, around.celsius, 0, COARSE.cells),
    COARSE,
  )
  const perHour = Math.max(0, (meanWater(state.water) - firm) / BOX_HOURS)
  return { rises: { from: contentAt(wall.clay, 0), perHour } }
}

const BOX_HOURS = 5 * 24

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
    // Water that a damp box gives back is told apart: the curve only falls.
    const water = course.mean.slice()
    for (let i = 1; i < water.length; i++) water[i] = Math.min(water[i], water[i - 1])
    const made = { hours: course.hours, water, ...risesOf(wall, around) }
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

/** How light a colour is over everything, L*. */
const lightness = ({ optics: { K, S } }: Medium): number =>
  labUnder(Float64Array.from(K, (k, i) => infiniteReflectance(k, S[i])))[0]

/** Colour and tool of a step: what hands must wash between two that differ. */
function familyOf(step: Step, studio: Studio): { family: string; light: number | null } {
  const media = mediaOfStep(step)
  const tool = 'applicator' in step ? step.applicator : 'tool' in step ? step.tool : 'liner' in step ? step.liner : ''
  const medium = media.length ? studio.media[media[0]] : undefined
  return { family: [media.join('+') || step.act, tool].join(' '), light: medium ? lightness(medium) : null }
}

const partsOf = (step: Step): readonly string[] =>
  'motif' in step && step.motif ? [step.motif.side] : 'place' in step ? step.place.parts : []

/** A step with what it is measured by, and where the clay is. */
interface AtStep {
  readonly step: Step
  readonly index: number
  readonly stage: Stage
  readonly surface: Stage
}

/** The coats of a step as tasks, from one on. Acts that lay no coat are one task. */
function coatTasks(
  { step, index, stage, surface }: AtStep,
  from: number,
  measured: MeasuredPiece | null,
  wall: DryingColumn,
  begins: Readonly<Record<MoistureStage, number>>,
  studio: Studio,
  evaporation: number,
): Task[] {
  const each = measured ? handsMinutes(step, index, measured, studio.paces) : UNMEASURED_MINUTES
  const bottle = measured && handsFromBottle(step, index, measured)
  const waits =
    'waits' in step && !step.waits ? [] : coatWaits(step, surface, studio, evaporation).map((seconds) => seconds / 60)
  const rest = actOf(step).restMinutes
  const within = windowAt(stage, begins)
  const faceWater: FaceWater = within && measured ? coatWater(step, index, measured, studio) : [0, 0]
  const coats = coatsOf(step)
  return Array.from({ length: Math.max(0, coats - from) }, (_, i): Task => ({
    kind: 'work',
    stepId: step.id,
    coat: from + i,
    coats,
    within,
    each,
    wait: rest ?? waits[from + i] ?? 0,
    faceWater,
    wets: wetterBy(wall.wall, faceWater),
    ...familyOf(step, studio),
    parts: partsOf(step),
    bottle: i === 0 && bottle ? minutesAt(bottle, studio.paces) : null,
  }))
}

/** Steps that are still to be done, as tasks. Waiting for a stage is no task of its own: it is the window of the next. */
function tasksOf(
  piece: Piece,
  studio: Studio,
  wall: DryingColumn,
  begins: Readonly<Record<MoistureStage, number>>,
  evaporation: number,
): Task[] {
  const times = timeline(piece.steps)
  const measured = measurePiece(piece, studio, 'coarse')
  const next = nextStepIndex(piece.steps)
  const tasks: Task[] =
    piece.making.madeAt === null && next === 0 ? [{ kind: 'make', stepId: null, each: MAKING_MINUTES, wait: 0 }] : []
  piece.steps.forEach((step, index) => {
    if (step.done || step.act === 'bring') return
    const { stage, surface } = times[index]
    if (step.act === 'fire') {
      const raw = !['bisque', 'glazedRaw', 'fired'].includes(stage) || !firesBefore(piece.steps, index)
      tasks.push({
        kind: 'fire',
        stepId: step.id,
        firing: step.firing,
        cone: step.cone,
        footDriest: raw ? begins.boneDry : null,
      })
      return
    }
    tasks.push(
      ...coatTasks(
        { step, index, stage, surface },
        index === next ? piece.coats : 0,
        measured.ok ? measured.value : null,
        wall,
        begins,
        studio,
        evaporation,
      ),
    )
  })
  return tasks
}

/** Water of a column now, by the full solver through all that happened. */
function waterNow(piece: Piece, room: Room, column: DryingColumn, madeMs: number, nowMs: number): number {
  if (nowMs <= madeMs) return column.wall.clay.plastic
  return meanWater(dryColumn(column, spellsOf(piece, room, madeMs, nowMs)).state.water)
}

/** Pots of a lot that the artist put into the same sessions, by themselves. */
function pinnedAlike(pieceId: string, pots: readonly number[], { pins }: Schedule): (readonly number[])[] {
  const own = pins.filter((pin) => pin.pieceId === pieceId)
  const groups = new Map<string, number[]>()
  for (const pot of pots) {
    const key = own.flatMap((pin, i) => (isFor(pin, pot) ? [i] : [])).join()
    groups.set(key, [...(groups.get(key) ?? []), pot])
  }
  return [...groups.values()]
}

/**
 * What is to be planned of a piece: a job for each of its lots, and for pots that were put into sessions of their own. Nothing when
 * nothing is left to do. `covers` are those that may be used besides the one it has.
 */
export function jobsOf(
  piece: Piece,
  studio: Studio,
  nowMs: number,
  cache: CurveCache,
  covers: readonly Cover[],
): Job[] {
  const lots = lotPieces(piece).flatMap(({ lot, piece: own }) =>
    pinnedAlike(piece.id, lot.pots, studio.schedule).map((pots) => ({ pots, own })),
  )
  const of = lots.reduce((sum, { pots }) => sum + pots.length, 0)
  return lots.flatMap(({ pots, own }) => {
    const job = jobOf(own, studio, nowMs, cache, covers)
    if (!job) return []
    const pins = studio.schedule.pins.filter((pin) => pin.pieceId === piece.id && isFor(pin, pots[0]))
    return [
      {
        ...job,
        id: lots.length === 1 ? piece.id : lotId(piece.id, pots),
        pots,
        of,
        pins: new Map(pins.map((pin) => [pin.stepId, pin.sessionId])),
      },
    ]
  })
}

/** The job of one lot; null when nothing is left to do. */
function jobOf(
  piece: Piece,
  studio: Studio,
  nowMs: number,
  cache: CurveCache,
  covers: readonly Cover[],
): Omit<Job, 'id' | 'pots' | 'of' | 'pins'> | null {
  const body = studio.bodies[piece.bodyId]
  const columns = body ? dryingColumns(piece.form, body) : null
  if (!body || !columns?.ok) return null
  const room = roomOf(studio, piece)
  const air = airAt(room, nowMs)
  const clay = CLAY_WATER[body.water]
  const begins = stageBegins(clay, air.humidity)
  const find = (kind: DryingColumn['kind']) => columns.value.find((column) => column.kind === kind) as DryingColumn
  const wall = find('wall')
  const foot = find('foot')
  const tasks = tasksOf(piece, studio, wall, begins, roomEvaporation(room, nowMs))
  if (!tasks.length) return null
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
    tasks,
    curves,
    sigma: Math.hypot(room.factor.sigma, WALL_SIGMA),
    now: made ? { water, cover, unseen: madeMs === null ? 0 : unseenOf(piece, room, wall, madeMs, water.wall) } : null,
    plastic: { wall: clay.plastic, foot: clay.plastic },
    scale: { plastic: clay.plastic, limit: clay.shrinkageLimit },
    dueMs: piece.making.dueOn ? localInstant(piece.making.dueOn, '23:59', studio.calendar.timeZone) : null,
  }
}

/** Water that a wall has lost, as reckoned, since it was made, weighed, or felt. */
function unseenOf(piece: Piece, room: Room, wall: DryingColumn, madeMs: number, now: number): number {
  const seen = piece.making.log.filter((entry) => entry.kind === 'stage' || entry.kind === 'weight').at(-1)
  return Math.max(0, waterNow(piece, room, wall, madeMs, seen ? Date.parse(seen.at) : madeMs) - now)
}

/** Water of a piece whose making was never told: as its last step that is done has it. */
function contentNow(piece: Piece, begins: Readonly<Record<MoistureStage, number>>): number {
  const { stage } = timeline(piece.steps)[nextStepIndex(piece.steps)]
  const window = windowAt(stage, begins)
  if (window === null) return 0
  const { wettest, driest } = window
  return Number.isFinite(wettest) ? (wettest + driest) / 2 : begins.wet
}
