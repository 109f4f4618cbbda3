/** What was seen of one piece: its water (dry basis) and how sure that is, one σ. */
export interface DrynessReading {
  readonly water: number
  readonly sigma: number
  /** The water that the model gives for the moment of the reading at a drying factor θ. */
  readonly modelled: (factor: number) => number
}

/** ln θ and its σ. */
export interface DryingFactor {
  readonly ln: number
  readonly sigma: number
}

/** Before anything was seen: rooms differ by about a third either way; the prior of a fit is wider, so that readings count. */
export const UNCALIBRATED: DryingFactor = { ln: 0, sigma: 0.3 }

const PRIOR_SIGMA = 0.5
const WIDEST = 2

/** A reading so many σ off the others counts for little more the further off it is. */
const TRUSTED = 4

/**
 * What a reading that is z σ off costs: z² near 0, at most TRUSTED² (Geman and McClure 1987, from memory), so that one cannot drag
 * the rest.
 */
const cost = (z: number): number => (z * z) / (1 + (z / TRUSTED) ** 2)

/**
 * Fits ln θ to readings by maximum posterior (prior σ .5), robustly: a scan, golden section about the best, σ from the curvature there.
 * Recovers a factor of 1.35 or .6 from three weighings with 1 g of noise to within a few hundredths.
 */
export function fitDryingFactor(readings: readonly DrynessReading[]): DryingFactor {
  const misfit = (ln: number) =>
    (ln / PRIOR_SIGMA) ** 2 +
    readings.reduce((sum, { water, sigma, modelled }) => sum + cost((modelled(Math.exp(ln)) - water) / sigma), 0)
  let best = 0
  for (let ln = -1.2; ln <= 1.21; ln += 0.2) if (misfit(ln) < misfit(best)) best = ln
  let low = Math.max(-WIDEST, best - 0.2)
  let high = Math.min(WIDEST, best + 0.2)
  const golden = (Math.sqrt(5) - 1) / 2
  let a = high - golden * (high - low)
  let b = low + golden * (high - low)
  let fa = misfit(a)
  let fb = misfit(b)
  while (high - low > 2e-3) {
    if (fa < fb) {
      high = b
      b = a
      fb = fa
      a = high - golden * (high - low)
      fa = misfit(a)
    } else {
      low = a
      a = b
      fa = fb
      b = low + golden * (high - low)
      fb = misfit(b)
    }
  }
  const ln = (low + high) / 2
  const h = 0.05
  const curvature = (misfit(ln + h) - 2 * misfit(ln) + misfit(ln - h)) / (h * h)
  return { ln, sigma: Math.min(PRIOR_SIGMA, Math.sqrt(2 / Math.max(curvature, 2 / PRIOR_SIGMA ** 2))) }
}
