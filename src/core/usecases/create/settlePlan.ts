import { judge } from '../../judge/judge'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'

/** Rounds after which a plan is taken as it is. */
const ROUNDS = 14

/**
 * A new plan with its first mends taken, worst first: coats counted for this clay, depths cut to the film, nothing under a handle.
 * A plan that cannot be judged comes back unchanged.
 */
export function settlePlan(piece: Piece, studio: Studio): Piece {
  let settled = piece
  for (let round = 0; round < ROUNDS; round++) {
    const findings = judge(settled, studio)
    const finding = findings.ok ? findings.value.find((f) => f.mends.length > 0) : undefined
    if (!finding) return settled
    const applied = applyCommand(
      { ...studio, pieces: { [piece.id]: settled }, order: [piece.id] },
      finding.mends[0].command,
    )
    if (!applied.ok) return settled
    settled = applied.value.pieces[piece.id]
  }
  return settled
}
