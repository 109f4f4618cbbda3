/** The normal distribution up to x, 0–1. Source: Abramowitz and Stegun 1964, 7.1.26 (error below 1.5e-7; constants from memory). */
export function normalUpTo(x: number): number {
  const z = Math.abs(x) / Math.SQRT2
  const t = 1 / (1 + 0.3275911 * z)
  const tail =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) * Math.exp(-z * z)
  return x >= 0 ? 1 - tail / 2 : tail / 2
}
