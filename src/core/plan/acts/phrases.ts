import { counted } from '../../base/words'
import { liesFlat } from '../../skin/motifs/motifCopies'
import { motifName } from '../../skin/motifs/motifName'
import type { Motif } from '../../vocabulary/motif'
import type { Place } from '../../vocabulary/place'
import { TOOL, type Tool } from '../../vocabulary/tools'
import type { BenchWording, Wording } from '../actDefinition'

/* Turns of phrase that several acts share. */

export const DUST_CAUTION =
  'Silica dust: keep it damp, brush crumbs onto paper and fold it, respirator rated for fine dust, never blow.'
export const COLOUR_CAUTION = 'Read the maker’s sheet for this colour; no eating at the bench, wash hands.'
export const SPRAY_CAUTION =
  'Spray only in a booth that draws the mist off, with a respirator for fine dust that fits; read the maker’s sheet for this ' +
  'colour, wipe the booth wet.'
export const KILN_CAUTION =
  'Ventilated kiln, nobody stays in the room; local electrical and fire codes; cool before opening.'

/** Stages at which cutting and scraping make dust. */
export const isDusty = ({ stage }: Pick<BenchWording, 'stage'>): boolean => stage === 'boneDry' || stage === 'bisque'

export const coatsWords = (n: number): string => counted(n, 'coat', 'coats')

/** A sentence from a phrase. */
export const sentenceOf = (phrase: string): string => `${phrase[0].toUpperCase()}${phrase.slice(1)}.`

/** A motif in words: how often, what, in how many rows. */
export const timesMotif = (motif: Motif): string => {
  const rows = motif.rows > 1 ? ` in ${motif.rows} rows` : ''
  return `${motif.repeats} × ${motifName(motif)}${rows}${motif.ground ? ', ground cleared' : ''}`
}

/** The shape of a resist: a motif, or a place. */
export const shapeWords = (place: Place, motif: Motif | null, wording: Wording): string =>
  motif ? timesMotif(motif) : wording.place(place)

const FROM_WHERE: Readonly<Record<Motif['side'], string>> = {
  outside: 'up',
  inside: 'below the rim',
  floor: 'from the middle',
  base: 'from the middle',
}

/** What is cut, with what, how tall and where. */
export function cutWords({ tool, motif }: { tool: Tool; motif: Motif }, { length }: Wording): string {
  const { name, words } = TOOL[tool]
  const where =
    liesFlat(motif) && motif.upMm < motif.heightMm / 2
      ? 'across the middle'
      : `from ${length(motif.upMm)} ${FROM_WHERE[motif.side]}`
  const size = `${length(motif.heightMm)} tall ${where}`
  return `${name}: ${words}. ${timesMotif(motif)}, ${size}, lines ${length(motif.lineMm)}`
}

/** Where a step acts, without its band: short enough for the rail. */
export const wherePlain = (place: Place, wording: Wording): string => wording.place({ ...place, band: null })
