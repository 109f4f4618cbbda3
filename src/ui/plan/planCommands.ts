import { DRYING_STAGES, stageIndex, type DryingStage, type Stage } from '@/core/clay/stages'
import type { Command } from '@/core/model/command'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/model/step'
import { newId, run } from '@/store/studioStore'

/** Moves a step by places in the plan. Says where it went. */
export function shiftStep(piece: Piece, stepId: string, by: number): number | null {
  const from = piece.steps.findIndex((step) => step.id === stepId)
  const to = from + by
  if (from < 0 || to < 0 || to >= piece.steps.length) return null
  run({ type: 'step.move', pieceId: piece.id, stepId, to })
  return to
}

/** Drops a step at a place counted in the plan as it stands; a stage that the plan only passes through gets a “bring to” first. */
export function dropStep(piece: Piece, stepId: string, at: number, stage: Stage, visited: boolean): void {
  const from = piece.steps.findIndex((step) => step.id === stepId)
  if (from < 0) return
  const to = at > from ? at - 1 : at
  if (visited || !isDrying(stage)) {
    if (to !== from) run({ type: 'step.move', pieceId: piece.id, stepId, to })
    return
  }
  const passes = piece.steps.findIndex(
    (step) =>
      step.id !== stepId && ((step.act === 'bring' && stageIndex(step.to) > stageIndex(stage)) || step.act === 'fire'),
  )
  const place = passes < 0 ? piece.steps.length : passes
  const target = place > from ? place - 1 : place
  const bring: Step = { id: newId(), done: false, act: 'bring', to: stage, cover: 'draped', blower: 'none' }
  const commands: Command[] = [
    { type: 'step.move', pieceId: piece.id, stepId, to: target },
    { type: 'step.add', pieceId: piece.id, at: target, step: bring },
  ]
  run({ type: 'batch', label: 'move a step', commands })
}

const isDrying = (stage: Stage): stage is DryingStage => (DRYING_STAGES as readonly Stage[]).includes(stage)
