import { DRYING_STAGES, stageIndex, type DryingStage, type Stage } from '../../clay/stages'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import { bring } from '../../plan/build'
import { isA, isFiring, type Step } from '../../plan/step'

const isDrying = (stage: Stage): stage is DryingStage => (DRYING_STAGES as readonly Stage[]).includes(stage)

/**
 * Drops a step at a place counted in the plan as it stands; a stage that the plan only passes through gets a “bring to” first.
 * Null when nothing changes.
 */
export function dropStep(
  piece: Piece,
  stepId: string,
  drop: { readonly at: number; readonly stage: Stage; readonly visited: boolean },
  newId: () => string,
): Command | null {
  const from = piece.steps.findIndex((step) => step.id === stepId)
  if (from < 0) return null
  const without = (at: number) => (at > from ? at - 1 : at)
  if (drop.visited || !isDrying(drop.stage)) {
    const to = without(drop.at)
    return to === from ? null : { type: 'step.move', pieceId: piece.id, stepId, to }
  }
  const passes = piece.steps.findIndex(
    (step) =>
      step.id !== stepId && ((isA(step, 'drying') && stageIndex(step.to) > stageIndex(drop.stage)) || isFiring(step)),
  )
  const to = without(passes < 0 ? piece.steps.length : passes)
  const dry = { ...bring(drop.stage), id: newId(), done: false } as Step
  return {
    type: 'batch',
    label: 'move a step',
    commands: [
      { type: 'step.move', pieceId: piece.id, stepId, to },
      { type: 'step.add', pieceId: piece.id, at: to, step: dry },
    ],
  }
}
