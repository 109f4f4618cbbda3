import { latticeRandom } from '../base/random'

const NOISE_GRAMS = 1.2

/** What a simulated bench scale shows for a weight at an instant, g: it errs by about a gram, the same for the same seed and minute. */
export function scaleReading(grams: number, seed: number, atMs: number): number {
  const noise = 2 * latticeRandom(Math.floor(atMs / 60_000), 3, seed) - 1
  return Number((grams + NOISE_GRAMS * noise).toFixed(1))
}
