import type { Motif } from '../../vocabulary/motif'
import { MOTIFS } from './library'

/** Own proportions of a motif: width over height. */
export const motifAspect = (motif: Motif): number =>
  motif.drawing
    ? motif.drawing.aspect
    : motif.kind === 'letters'
      ? Math.max(0.7, 0.72 * motif.text.length)
      : MOTIFS[motif.kind].aspect
