import type { Piece } from '@/core/model/piece'
import { run } from '@/store/studioStore'

/** Moves a step by places in the plan. Says where it went. */
export function shiftStep(piece: Piece, stepId: string, by: number): number | null {
  const from = piece.steps.findIndex((step) => step.id === stepId)
  const to = from + by
  if (from < 0 || to < 0 || to >= piece.steps.length) return null
  run({ type: 'step.move', pieceId: piece.id, stepId, to })
  return to
}
