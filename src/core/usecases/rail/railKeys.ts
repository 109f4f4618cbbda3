import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'

/** Moves a step by places in the plan: the edit, and its new place; null where it is at the end already. */
export function shiftStep(
  piece: Piece,
  stepId: string,
  by: number,
): { readonly command: Command; readonly to: number } | null {
  const from = piece.steps.findIndex(({ id }) => id === stepId)
  const to = from + by
  if (from < 0 || to < 0 || to >= piece.steps.length) return null
  return { command: { type: 'step.move', pieceId: piece.id, stepId, to }, to }
}

/** What a key on the rail does: an edit, the step that is chosen after it (null for the piece itself), and what is said. */
export interface RailKey {
  readonly command?: Command
  readonly select?: string | null
  readonly said?: string
}

/** Arrows choose, with Alt they move; Delete takes out, Ctrl D repeats. Null for a key that is not the rail’s. */
export function railKey(
  piece: Piece,
  selectedId: string | null,
  { key, altKey, ctrlKey }: Pick<KeyboardEvent, 'key' | 'altKey' | 'ctrlKey'>,
  newId: () => string,
): RailKey | null {
  const at = piece.steps.findIndex(({ id }) => id === selectedId)
  const by = key === 'ArrowLeft' ? -1 : key === 'ArrowRight' ? 1 : 0
  if (by && altKey && selectedId) {
    const shift = shiftStep(piece, selectedId, by)
    return shift ? { command: shift.command, said: `Now step ${shift.to + 1}.` } : { said: 'It is already at the end.' }
  }
  if (by && !ctrlKey) {
    const to = Math.min(piece.steps.length - 1, Math.max(-1, at + by))
    return { select: piece.steps[to]?.id ?? null }
  }
  if (!selectedId) return null
  if (key === 'Delete')
    return {
      command: { type: 'step.remove', pieceId: piece.id, stepId: selectedId },
      select: piece.steps[at - 1]?.id ?? null,
    }
  if (key.toLowerCase() === 'd' && ctrlKey)
    return { command: { type: 'step.duplicate', pieceId: piece.id, stepId: selectedId, newId: newId() } }
  return null
}
