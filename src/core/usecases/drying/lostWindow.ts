import type { MoistureStage } from '../../clay/drying/course'
import { stageIndex, STAGE, type Stage } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import { isHandwork, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { columnOf, type PieceDrying } from './pieceDrying'

/** What a piece has lost, if anything: the first step whose stage the clay has already left. */
export interface Lost {
  readonly step: Step
  readonly wanted: Stage
  readonly now: MoistureStage
}

/** From wet to dry. */
export const MOISTURE_ORDER: readonly MoistureStage[] = [
  'wet',
  'softLeatherHard',
  'leatherHard',
  'hardLeatherHard',
  'tooFirm',
  'boneDry',
]

/** The first step not done whose stage is behind the wall’s; null when none is. */
export function lostWindow(piece: Piece, drying: PieceDrying): Lost | null {
  const now = columnOf(drying, 'wall').stageNow
  const times = timeline(piece.steps)
  const index = piece.steps.findIndex(
    (step, i) =>
      !step.done &&
      isHandwork(step) &&
      stageIndex(times[i].stage) < stageIndex('boneDry') &&
      MOISTURE_ORDER.indexOf(times[i].stage as MoistureStage) < MOISTURE_ORDER.indexOf(now),
  )
  return index < 0 ? null : { step: piece.steps[index], wanted: times[index].stage, now }
}

/** A stage in words, also the one between hard leather-hard and bone dry. */
export const moistureWords = (stage: MoistureStage): string =>
  stage === 'tooFirm' ? 'too firm to work, not dry' : STAGE[stage].name
