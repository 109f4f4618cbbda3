import type { MotifShape } from './marks'

/** A seeded difference either way, as large as the looseness of the hand allows. */
export const vary = ({ random, variation }: MotifShape, amount: number): number =>
  (random() * 2 - 1) * variation * amount
