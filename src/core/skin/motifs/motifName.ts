import type { Motif } from '../../vocabulary/motif'
import { MOTIFS } from './library'

/** What a motif is called in the middle of a sentence. */
export function motifName(motif: Motif): string {
  if (motif.drawing) return motif.drawing.name
  if (motif.kind === 'letters') return `“${motif.text || 'AB'}”`
  return MOTIFS[motif.kind].name.toLowerCase()
}
