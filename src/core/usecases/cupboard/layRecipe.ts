import { isA } from '../../plan/step'
import type { Recipe } from '../../colour/matchColour'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { StepOf } from '../../plan/step'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

/** The first coat of a piece that is still to be laid and that a mixed colour can take the place of. */
function openCoat(piece: Piece, media: Studio['media']): StepOf<'coat'> | undefined {
  return piece.steps.find((step): step is StepOf<'coat'> => {
    if (!isA(step, 'coating') || step.done || !media[step.mediumId]) return false
    const kind = MEDIUM_KIND[media[step.mediumId].kind]
    return kind.hides && kind.melts === 'never' && !kind.shrinks
  })
}

/** Pieces whose next colour a recipe can be. */
export const piecesForRecipe = ({ pieces, media }: Pick<Studio, 'pieces' | 'media'>): Piece[] =>
  Object.values(pieces).filter((piece) => openCoat(piece, media))

/** Lays a recipe as the next colour of a piece; null when it has none. */
export function layRecipe(
  recipe: Pick<Recipe, 'parts' | 'coats'>,
  piece: Piece,
  media: Studio['media'],
): Command | null {
  const step = openCoat(piece, media)
  if (!step) return null
  const [first, ...rest] = recipe.parts
  return {
    type: 'step.change',
    pieceId: piece.id,
    stepId: step.id,
    changes: {
      mediumId: first.id,
      mix: rest.map((p) => ({ mediumId: p.id, parts: p.parts / first.parts })),
      coats: recipe.coats,
    },
  }
}
