import { totalShrinkage } from '../../form/shrinkage'
import type { Body } from '../../vocabulary/material'
import type { ViewKind } from './pieceView'

/** Size of a piece as a view shows it, as a share of its size as made: on the bench 1, fired less all its shrinkage. */
export const shownScale = (body: Body, kind: ViewKind): number =>
  kind === 'bench' ? 1 : 1 - totalShrinkage(body.dryingShrinkage, body.firingShrinkage)
