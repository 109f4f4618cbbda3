import { dryDensity, type ClayWater } from './clayWater'

/** How deep the water of a coat wets clay of content x up to its shrinkage limit, µm. `waterUm` is the water in the coat. */
export function rewettedUm(clay: ClayWater, x: number, waterUm: number): number {
  // A bone-dry wall has shrunk, so that its dry density is higher than as built.
  const shrunk = 1 - (dryDensity(clay) * (clay.plastic - clay.shrinkageLimit)) / 1000
  const dry = dryDensity(clay) / shrunk
  return (waterUm * 1000) / (dry * Math.max(0.005, clay.shrinkageLimit - x))
}

/** Share of the way to its shrinkage limit that a part is filled when coats are laid on both faces, 0 and up. */
export const filledShare = (clay: ClayWater, x: number, partMm: number, waterUm: number, coats: number): number =>
  (2 * coats * rewettedUm(clay, x, waterUm)) / (partMm * 1000)

/** Thin attached parts soften and drop off: caution and warning from these shares on; our choice. */
export const SOAK_CAUTION = 0.3
export const SOAK_WARNING = 0.6
