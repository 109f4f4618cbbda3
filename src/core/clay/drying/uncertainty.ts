import { interpolateLinear } from '../../numeric/interpolation'

/** Element i of the Halton sequence to a base (Halton 1960). */
export function halton(i: number, base: number): number {
  let share = 0
  let weight = 1 / base
  for (let n = i; n > 0; n = Math.floor(n / base), weight /= base) share += weight * (n % base)
  return share
}

/** The quantile of the normal distribution (Acklam's rational approximation, error below 1.2e-9; value from memory). */
export function normalQuantile(p: number): number {
  const a = [
    -39.69683028665376, 220.9460984245205, -275.9285104469687, 138.357751867269, -30.66479806614716, 2.506628277459239,
  ]
  const b = [-54.47609879822406, 161.5858368580409, -155.6989798598866, 66.80131188771972, -13.28068155288572]
  const c = [
    -0.007784894002430293, -0.3223964580411365, -2.400758277161838, -2.549732539343734, 4.374664141464968,
    2.938163982698783,
  ]
  const d = [0.007784695709041462, 0.3224671290700398, 2.445134137142996, 3.754408661907416]
  const poly = (coefficients: readonly number[], x: number) => coefficients.reduce((sum, k) => sum * x + k, 0)
  if (p < 0.02425) {
    const q = Math.sqrt(-2 * Math.log(p))
    return poly(c, q) / (poly(d, q) * q + 1)
  }
  if (p > 1 - 0.02425) return -normalQuantile(1 - p)
  const q = p - 0.5
  return (poly(a, q * q) * q) / (poly(b, q * q) * q * q + 1)
}

/**
 * What is not known when a wall dries: each entry is how far off it may be, 1 meaning its stated bound (or one σ for θ and for what
 * a hand says).
 */
export const UNKNOWNS = ['temperature', 'humidity', 'thickness', 'factor', 'told'] as const

export type Unknown = (typeof UNKNOWNS)[number]

/** Bounds: even chances within ±2 °C, ±5 % humidity, ±1 mm; θ is normal with its own σ. */
export const BOUNDS = { temperature: 2, humidity: 0.05, thicknessM: 0.001 } as const

const POINTS = 400

/** Halton points in bases 2, 3, 5, 7, 11: −1 … 1 for the bounds, normal for θ and for what a hand says. */
export const uncertainPoints = (count: number): readonly Readonly<Record<Unknown, number>>[] =>
  Array.from({ length: count }, (_, i) => ({
    temperature: 2 * halton(i + 1, 2) - 1,
    humidity: 2 * halton(i + 1, 3) - 1,
    thickness: 2 * halton(i + 1, 5) - 1,
    factor: normalQuantile(halton(i + 1, 7)),
    told: normalQuantile(halton(i + 1, 11)),
  }))

const UNCERTAIN_POINTS = uncertainPoints(POINTS)

const INDEX = Array.from({ length: POINTS }, (_, i) => i)

/** A time that is not certain, hours. */
export interface UncertainTime {
  readonly early: number
  readonly likely: number
  readonly late: number
}

/** A time as one bound of each unknown changes it, hours; where no hand has spoken, `told` changes nothing. */
export type Stretched = Readonly<Record<Exclude<Unknown, 'told'>, number> & { told?: number }>

/** A time that is known. */
export const certainTime = (hours: number): UncertainTime => ({ early: hours, likely: hours, late: hours })

/**
 * Early, likely and late (10, 50 and 90 %) of a time, from the time itself and how it is stretched by one bound of each unknown.
 * Stretches are taken as powers, which drying follows: five courses instead of 32 give the same bounds within a few per cent.
 * Tried and lost: the bounds of 32 points, whose tenth and ninetieth of a hundred hold 68 to 78 % of the truth.
 */
export function uncertainTime(hours: number, stretched: Stretched): UncertainTime {
  const slope = (unknown: Unknown) => Math.log((stretched[unknown] ?? hours) / hours)
  const slopes = UNKNOWNS.map(slope)
  const times = UNCERTAIN_POINTS.map(
    (point) => hours * Math.exp(UNKNOWNS.reduce((sum, unknown, i) => sum + point[unknown] * slopes[i], 0)),
  ).sort((x, y) => x - y)
  // The k-th of n values is the quantile k/(n + 1).
  const at = (share: number) => interpolateLinear(INDEX, times, share * (POINTS + 1) - 1)
  return { early: at(0.1), likely: at(0.5), late: at(0.9) }
}
