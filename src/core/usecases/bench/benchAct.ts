import { STAGE, type Stage } from '../../clay/stages'
import { stepAsDone, lotsOf } from '../../model/lots'
import type { Difference } from '../../model/run'
import type { Lot, Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, actOf, mediaOfStep, type Step } from '../../plan/step'
import type { Motif } from '../../vocabulary/motif'
import { roomEvaporation, roomOf } from '../drying/pieceDrying'
import { stepTimes } from '../words/stepTimes'
import { beneathOf, benchWords, stepWords } from '../words/stepWords'
import type { BenchItem } from './benchItems'

/** A jar of an act with its colour as it looks on the brush and dry on the clay, as “#rrggbb”. */
export interface JarLook {
  readonly mediumId: string
  readonly name: string
  readonly wet: string
  readonly dry: string
  readonly batch: string
}

/** Everything that is said of an act at the bench. */
export interface BenchAct {
  readonly step: Step
  readonly index: number
  readonly lot: Lot
  readonly title: string
  readonly brief: string
  readonly detail: string
  readonly wait: string
  readonly lookFor: string
  /** What would go wrong, at this stage of the clay. */
  readonly avoid: string
  readonly caution: string
  readonly stage: Stage
  readonly stageName: string
  readonly jars: readonly JarLook[]
  /** What was said to be different in it. */
  readonly difference: Difference | null
}

/** The words of an act for a lot, as planned; null when its step is gone. `seen` is the stage that its clay is thought to have. */
export function benchAct(
  item: BenchItem,
  piece: Piece,
  studio: Studio,
  nowMs: number,
  seen: Stage | null,
): BenchAct | null {
  const index = piece.steps.findIndex(({ id }) => id === item.stepId)
  const lot = lotsOf(piece).find(({ pots }) => pots.includes(item.pots[0]))
  if (index < 0 || !lot) return null
  const planned = piece.steps[index]
  const difference = lot.otherwise.find(({ stepId }) => stepId === planned.id) ?? null
  const steps = piece.steps.map((step) => stepAsDone(step, lot.otherwise))
  const time = stepTimes(piece, steps)[index]
  const words = stepWords(planned, studio, piece)
  const room = roomOf(studio, { making: lot.making })
  const evaporation = roomEvaporation(room, nowMs)
  const beneath = beneathOf(steps, index, piece.form.parts, studio, evaporation)
  const bench = benchWords(planned, time, studio, piece, evaporation, beneath)
  const stage = seen ?? time.stage
  const fit = actOf(planned).fit(planned, (id) => studio.media[id]?.kind)?.fit[stage]
  return {
    step: planned,
    index,
    lot,
    title: words.title,
    brief: words.brief,
    detail: bench.detail,
    wait: bench.wait,
    lookFor: bench.lookFor,
    avoid: fit && fit.fit !== 'good' ? `${STAGE[stage].name} clay: ${fit.because}` : '',
    caution: bench.caution,
    stage,
    stageName: STAGE[stage].name,
    jars: mediaOfStep(planned).flatMap((mediumId) => {
      const medium = studio.media[mediumId]
      return medium ? [{ mediumId, name: medium.name, ...medium.raw, batch: medium.stock?.batch ?? '' }] : []
    }),
    difference,
  }
}

/** The lines that an act works, as they are drawn: those of its drawing that it takes; null where it works none. */
export function drawnLines(step: Step): Motif | null {
  if (!('motif' in step) || !step.motif) return null
  const { drawing, only } = step.motif
  if (!drawing || !only) return step.motif
  const shapes = drawing.shapes.filter((shape) => shape.kind === 'stroke' && only.includes(shape.name ?? ''))
  return shapes.length ? { ...step.motif, drawing: { ...drawing, shapes } } : step.motif
}

/** Heights above the foot that an act reaches from and to, as made, mm; none where it is not bounded by height. */
export function heightMarks(step: Step): readonly number[] {
  if ('motif' in step && step.motif && step.motif.side === 'outside' && !step.motif.on) {
    const { upMm, heightMm, rows, rowGapMm } = step.motif
    return [upMm, upMm + rows * heightMm + (rows - 1) * rowGapMm]
  }
  if ('place' in step && step.place.band && step.place.parts.includes('outside')) {
    const { fromMm, toMm } = step.place.band
    return [fromMm, toMm]
  }
  if (isA(step, 'foot cleaning')) return [step.upMm]
  return []
}
