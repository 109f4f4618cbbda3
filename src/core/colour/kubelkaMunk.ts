import type { Spectrum } from './spectrum'

/** Absorption and scattering of one nominal fired coat, 36 bands each. */
export interface LayerOptics {
  readonly K: ArrayLike<number>
  readonly S: ArrayLike<number>
}

/**
 * Reflectance of one Kubelka–Munk layer on a background, inside the medium (no surface reflection).
 * @param K absorption per coat, ≥ 0 · @param S scattering per coat, ≥ 0 · @param X thickness in coats, ≥ 0
 * @param Rg internal reflectance of what lies beneath, 0–1
 * Source: Kubelka & Munk 1931; the hyperbolic solution as in Kubelka 1948, written with e = exp(−2bSX)
 * so that thick layers do not overflow.
 */
export function layerReflectance(K: number, S: number, X: number, Rg: number): number {
  if (X * S < 1e-14 && X * K < 1e-14) return Rg
  if (S < 1e-9 || S * X < 1e-14) return Rg * Math.exp(-2 * K * X)
  const a = 1 + K / S
  const b = Math.sqrt((a - 1) * (a + 1))
  const y = b * S * X
  let c: number
  if (y < 1e-4) c = 1 / (S * X) + (b * b * S * X) / 3
  else {
    const e = Math.exp(-2 * y)
    c = (b * (1 + e)) / (1 - e)
  }
  return (1 - Rg * (a - c)) / (a - Rg + c)
}

/** Reflectance of an endlessly thick layer: 1/(1 + q + √(q² + 2q)), q = K/S (the textbook form cancels for small q). */
export function infiniteReflectance(K: number, S: number): number {
  if (S === 0) return K === 0 ? 1 : 0
  const q = K / S
  return 1 / (1 + q + Math.sqrt(q * q + 2 * q))
}

/** Optics of a mixture by volume parts (parts need not sum to 1). Source: Kubelka & Munk 1931, additivity of K and S. */
export function mixOptics(parts: readonly { part: number; optics: LayerOptics }[]): { K: Spectrum; S: Spectrum } {
  const total = parts.reduce((sum, { part }) => sum + part, 0)
  const bands = parts[0].optics.K.length
  const K = new Float64Array(bands)
  const S = new Float64Array(bands)
  for (const { part, optics } of parts) {
    for (let i = 0; i < bands; i++) {
      K[i] += (part / total) * optics.K[i]
      S[i] += (part / total) * optics.S[i]
    }
  }
  return { K, S }
}

/** Lays one layer over `background` (36 internal reflectances), in place. */
export function layOver(background: Spectrum, optics: LayerOptics, coats: number, strength = 1): void {
  for (let i = 0; i < background.length; i++) {
    background[i] = layerReflectance(optics.K[i] * strength, optics.S[i] * strength, coats, background[i])
  }
}
