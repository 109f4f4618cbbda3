/** The 0.975 quantile of the normal distribution. */
const Z95 = 1.959963984540054

/**
 * A share k of n with its interval of 95 %, 0–1. Source: E. B. Wilson, “Probable inference, the law of succession, and statistical
 * inference”, J. Am. Stat. Assoc. 22 (1927), 209–212.
 */
export function wilson(k: number, n: number): { readonly share: number; readonly low: number; readonly high: number } {
  if (n <= 0) return { share: 0, low: 0, high: 1 }
  const p = k / n
  const z2 = Z95 * Z95
  const middle = p + z2 / (2 * n)
  const half = Z95 * Math.sqrt((p * (1 - p)) / n + z2 / (4 * n * n))
  const scale = 1 + z2 / n
  return { share: p, low: Math.max(0, (middle - half) / scale), high: Math.min(1, (middle + half) / scale) }
}
