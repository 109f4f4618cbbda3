/** A colour counts as covering when it is within this CIEDE2000 of the opaque film [our choice]. */
export const COVERED_WITHIN = 2.5

/** Coats that are taken for opaque. */
export const OPAQUE_COATS = 16

/** The most coats that are counted. */
export const MOST_COATS = 8

/** Fewest coats that cover, from the differences to the opaque film of 0, 1, 2 … coats; `MOST_COATS` when none do. */
export function coatsToCover(fromOpaque: readonly number[]): number {
  const n = fromOpaque.findIndex((difference, coats) => coats > 0 && difference <= COVERED_WITHIN)
  return n < 0 ? MOST_COATS : n
}
