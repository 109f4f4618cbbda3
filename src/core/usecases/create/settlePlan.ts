import { judge } from '../../judge/judge'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { Finding } from '../../judge/finding'

/** Rounds after which a plan is taken as it is. */
const ROUNDS = 14

/**
 * A new plan with its first mends taken, worst first: coats counted for this clay, depths cut to the film, nothing under a handle.
 * A plan that cannot be judged comes back unchanged.
 */
export const settlePlan = (piece: Piece, studio: Studio): Piece => mendedWhere(piece, studio, () => true)

/** Rules that count coats. */
const COAT_RULES: ReadonlySet<string> = new Set(['too-few-coats', 'too-many-coats', 'glaze-too-thin'])

/**
 * A plan that was taken over from another piece, with its coats counted again for its own clay: what was already said of the former plan
 * is left, since it was meant so.
 */
export function recountCoats(piece: Piece, former: Piece, studio: Studio): Piece {
  const placeOf = (of: Piece, { ruleId, stepId }: Finding) =>
    `${ruleId} ${of.steps.findIndex(({ id }) => id === stepId)}`
  const before = judge(former, studio)
  const meant = new Set(before.ok ? before.value.map((finding) => placeOf(former, finding)) : [])
  return mendedWhere(piece, studio, (finding) => COAT_RULES.has(finding.ruleId) && !meant.has(placeOf(piece, finding)))
}

function mendedWhere(piece: Piece, studio: Studio, takes: (finding: Finding) => boolean): Piece {
  let settled = piece
  for (let round = 0; round < ROUNDS; round++) {
    const findings = judge(settled, studio)
    const finding = findings.ok ? findings.value.find((f) => f.mends.length > 0 && takes(f)) : undefined
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
