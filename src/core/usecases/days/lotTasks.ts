import type { MoistureStage } from '../../clay/drying/course'
import { wetterBy, type FaceWater } from '../../clay/drying/wetting'
import type { Stage } from '../../clay/stages'
import { infiniteReflectance } from '../../colour/kubelkaMunk'
import { labUnder } from '../../colour/layeredColour'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { minutesAt } from '../../plan/pace'
import { isA, actOf, coatsOf, mediaOfStep, type Step } from '../../plan/step'
import { touchedBy } from '../../plan/touched'
import { firesBefore, nextStepIndex, timeline } from '../../plan/timeline'
import type { Task } from '../../schedule/task'
import type { Medium } from '../../vocabulary/material'
import { coatWater } from '../measure/coatWater'
import { handsFromBottle, handsMinutes, measurePiece, type MeasuredPiece } from '../measure/measurePiece'
import type { DryingColumn } from '../drying/dryingColumns'
import { beneathOf, coatWaits } from '../words/stepWords'
import { windowAt } from './stageWindow'

/** Minutes to throw or build one piece, when the making itself is planned. Ours. */
const MAKING_MINUTES = 25

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

/** A step with what it is measured by, and where the clay is. */
interface AtStep {
  readonly step: Step
  readonly index: number
  readonly stage: Stage
  readonly surface: Stage
  readonly touched: readonly string[]
  /** Seconds for which the clay has drunk from coats beneath. */
  readonly beneath: number
}

/** The coats of a step as tasks, from one on. Acts that lay no coat are one task. */
function coatTasks(
  { step, index, stage, surface, touched, beneath }: AtStep,
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
    'waits' in step && !step.waits
      ? []
      : coatWaits(step, surface, studio, evaporation, beneath).map((seconds) => seconds / 60)
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
    parts: touched,
    bottle: i === 0 && bottle ? minutesAt(bottle, studio.paces) : null,
  }))
}

/** Steps that are still to be done, as tasks. Waiting for a stage is no task of its own: it is the window of the next. */
export function tasksOf(
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
    if (step.done || isA(step, 'drying')) return
    const { stage, surface } = times[index]
    if (isA(step, 'firing')) {
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
        {
          step,
          index,
          stage,
          surface,
          touched: touchedBy(step, piece.form.parts) ?? [],
          beneath: beneathOf(piece.steps, index, piece.form.parts, studio, evaporation),
        },
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
