import { ciede2000 } from './ciede2000'
import type { Triple } from './colourSpaces'

/** A colour counts as covering when it is within this CIEDE2000 of the opaque film [our choice]. */
export const COVERED_WITHIN = 2.5

/** Coats that are taken for opaque. */
export const OPAQUE_COATS = 16

/** The most coats that are counted. */
const MOST_COATS = 8

/** How coats of one medium come nearer to full cover. */
export interface Cover {
  /** CIEDE2000 from the opaque colour of so many nominal coats; fractions of a coat are allowed. */
  readonly fromOpaque: (coats: number) => number
  /** Fewest coats that cover; `MOST_COATS` when none do. */
  readonly needed: number
}

/**
 * The one answer to “how many coats”: fewest nominal coats whose fired colour is within `COVERED_WITHIN` of the opaque one.
 * `labAt` gives the Lab of a spot with so many coats there, all that lies under and over them with them.
 */
export function coverOf(labAt: (coats: number) => Triple): Cover {
  const opaque = labAt(OPAQUE_COATS)
  const fromOpaque = (coats: number) => ciede2000(labAt(coats), opaque)
  let needed = 1
  while (needed < MOST_COATS && fromOpaque(needed) > COVERED_WITHIN) needed++
  return { fromOpaque, needed }
}

/** Coats to give so that they come to some nominal ones, when each is worth `each` of them. */
export const coatsToGive = (nominal: number, each: number): number =>
  Math.min(24, Math.max(1, Math.ceil(nominal / each - 0.08)))
