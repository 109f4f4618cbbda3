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

/** A key as it comes down, with what is held beside it. */
interface Pressed {
  readonly key: string
  readonly altKey: boolean
  readonly ctrlKey: boolean
}

const ARROWS: Readonly<Record<string, number>> = { ArrowLeft: -1, ArrowRight: 1 }

/** Arrows choose, with Alt they move; Delete takes out, Ctrl D repeats. Null for a key that is not the rail’s. */
export function railKey(
  piece: Piece,
  selectedId: string | null,
  pressed: Pressed,
  newId: () => string,
): RailKey | null {
  const by = ARROWS[pressed.key]
  if (by && pressed.altKey && selectedId) return moved(piece, selectedId, by)
  const at = piece.steps.findIndex(({ id }) => id === selectedId)
  const idAt = (index: number) => piece.steps[Math.min(piece.steps.length - 1, index)]?.id ?? null
  if (by) return pressed.ctrlKey ? null : { select: idAt(at + by) }
  if (!selectedId) return null
  const of = { pieceId: piece.id, stepId: selectedId }
  if (pressed.key === 'Delete') return { command: { type: 'step.remove', ...of }, select: idAt(at - 1) }
  const repeats = pressed.ctrlKey && pressed.key.toLowerCase() === 'd'
  return repeats ? { command: { type: 'step.duplicate', ...of, newId: newId() } } : null
}

function moved(piece: Piece, stepId: string, by: number): RailKey {
  const shift = shiftStep(piece, stepId, by)
  return shift ? { command: shift.command, said: `Now step ${shift.to + 1}.` } : { said: 'It is already at the end.' }
}
