import { isA } from '../../plan/step'
import type { Studio } from '../../model/studio'
import type { Cone } from '../../firing/cones'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { GLAZING, glazeWorth } from '../../vocabulary/tools'
import type { Films } from './squares'

/** Films of the colours of a piece: each coat under the glaze that will lie over it. */
export function filmsOfPiece({ pieces, media }: Pick<Studio, 'pieces' | 'media'>, pieceId: string): Films[] {
  const piece = pieces[pieceId]
  const glaze = piece.steps.find(
    (step) =>
      isA(step, 'glazing') &&
      media[step.mediumId] &&
      (step.place.parts.includes('outside') || step.place.parts.includes('floor')),
  )
  const over: Films = isA(glaze, 'glazing')
    ? [
        {
          mediumId: glaze.mediumId,
          coats: GLAZING[glaze.how].fromBucket ? 1 : glazeWorth(glaze.how, glaze.coats) / 2,
        },
      ]
    : []
  return piece.steps.flatMap((step): Films[] =>
    isA(step, 'coating') && media[step.mediumId] && !MEDIUM_KIND[media[step.mediumId].kind].resists
      ? [[{ mediumId: step.mediumId, coats: step.coats }, ...over]]
      : [],
  )
}

/** The cone a piece is finished at. */
export const lastCone = (studio: Pick<Studio, 'pieces' | 'bodies'>, pieceId: string): Cone => {
  const fire = studio.pieces[pieceId].steps.findLast((step) => isA(step, 'firing'))
  return fire ? fire.cone : studio.bodies[studio.pieces[pieceId].bodyId].bisqueCone
}
