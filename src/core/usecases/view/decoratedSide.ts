import { PRESETS } from '../../form/presets'
import type { Piece } from '../../model/piece'

/** An open form is looked at from above, a tall one from the side. */
export const decoratedSide = (piece: Piece): 'outside' | 'inside' =>
  PRESETS[piece.form.preset].flat || piece.form.sizes.rimMm > 1.6 * piece.form.sizes.heightMm ? 'inside' : 'outside'
