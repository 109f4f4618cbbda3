import { interpolateLinear } from '../numeric/interpolation'
import { CMF_X, CMF_Y, CMF_Z, D65_SPD, DAYLIGHT_S0, DAYLIGHT_S1, DAYLIGHT_S2 } from './cieTables'
import { BANDS, FIRST_NM, STEP_NM } from './spectrum'

export type LightId = 'daylight' | 'gallery' | 'lamp'

export interface Light {
  readonly id: LightId
  readonly name: string
  /** Nominal white XYZ with Y = 100. */
  readonly white: readonly [number, number, number]
  /** Weights by band, so that XYZ = Σ weight · R. */
  readonly weights: readonly [Float64Array, Float64Array, Float64Array]
}

const fineNm = D65_SPD.map((_, i) => 380 + 5 * i)

/** CIE daylight of correlated colour temperature T (K) on the 5 nm grid. Source: CIE 015, daylight locus and M1, M2. */
function daylightSpd(T: number): number[] {
  const x =
    T <= 7000
      ? -4.607e9 / T ** 3 + 2.9678e6 / T ** 2 + 99.11 / T + 0.244063
      : -2.0064e9 / T ** 3 + 1.9018e6 / T ** 2 + 247.48 / T + 0.23704
  const y = -3 * x * x + 2.87 * x - 0.275
  const m = 0.0241 + 0.2562 * x - 0.7341 * y
  const m1 = (-1.3515 - 1.7703 * x + 5.9114 * y) / m
  const m2 = (0.03 - 31.4424 * x + 30.0717 * y) / m
  const coarseNm = DAYLIGHT_S0.map((_, i) => 380 + 10 * i)
  const coarse = DAYLIGHT_S0.map((s0, i) => s0 + m1 * DAYLIGHT_S1[i] + m2 * DAYLIGHT_S2[i])
  return fineNm.map((nm) => interpolateLinear(coarseNm, coarse, nm))
}

/** CIE illuminant A on the 5 nm grid: Planck's formula with c2 = 1.435e7 nm K and T = 2848 K, 100 at 560 nm. Source: CIE 015. */
export function incandescentSpd(): number[] {
  const c2overT = 1.435e7 / 2848
  return fineNm.map((nm) => (100 * (560 / nm) ** 5 * (Math.exp(c2overT / 560) - 1)) / (Math.exp(c2overT / nm) - 1))
}

/** A warm-white LED [our model]: a narrow blue peak and a broad phosphor band. */
function warmLedSpd(): number[] {
  const g = (nm: number, centre: number, width: number) => Math.exp(-(((nm - centre) / width) ** 2) / 2)
  return fineNm.map((nm) => 42 * g(nm, 452, 10) + 100 * g(nm, 605, 58) + 22 * g(nm, 535, 32))
}

/**
 * Weights that turn a 36-band reflectance into XYZ under a light: CMF × SPD at 5 nm with R interpolated linearly between
 * the bands, 735–780 nm folded into 730, each channel scaled to the nominal white.
 */
export function tristimulusWeights(spd: readonly number[], white?: readonly [number, number, number]) {
  const raw = [CMF_X, CMF_Y, CMF_Z].map((cmf) => {
    const weights = new Float64Array(BANDS)
    fineNm.forEach((nm, i) => {
      const power = cmf[i] * spd[i]
      const position = Math.min((nm - FIRST_NM) / STEP_NM, BANDS - 1)
      const band = Math.floor(position)
      const share = position - band
      weights[band] += power * (1 - share)
      if (share > 0) weights[band + 1] += power * share
    })
    return weights
  })
  const sums = raw.map((w) => w.reduce((a, b) => a + b, 0))
  const target = white ?? ([(100 * sums[0]) / sums[1], 100, (100 * sums[2]) / sums[1]] as const)
  raw.forEach((w, c) => w.forEach((_, i) => (w[i] *= target[c] / sums[c])))
  return { white: [target[0], target[1], target[2]] as const, weights: [raw[0], raw[1], raw[2]] as const }
}

/** Nominal whites, Y = 100. Source: ASTM E308 / CIE 015, 2° observer. */
export const WHITE_D65 = [95.047, 100, 108.883] as const
export const WHITE_D50 = [96.422, 100, 82.521] as const
export const WHITE_A = [109.85, 100, 35.585] as const

/** D50 is defined at 5000 K on the old value of c2. */
export const d50Spd = (): number[] => daylightSpd((5000 * 1.4388) / 1.438)

/** The three lights a picture can be seen in. */
export const LIGHTS: Readonly<Record<LightId, Light>> = {
  daylight: { id: 'daylight', name: 'daylight', ...tristimulusWeights(D65_SPD, WHITE_D65) },
  gallery: { id: 'gallery', name: 'gallery', ...tristimulusWeights(warmLedSpd()) },
  lamp: { id: 'lamp', name: 'lamp', ...tristimulusWeights(incandescentSpd(), WHITE_A) },
}

/** XYZ (Y = 100 for white) of a 36-band reflectance under a light. */
export function tristimulus(reflectance: ArrayLike<number>, light: Light): [number, number, number] {
  const [wx, wy, wz] = light.weights
  let X = 0
  let Y = 0
  let Z = 0
  for (let i = 0; i < BANDS; i++) {
    X += wx[i] * reflectance[i]
    Y += wy[i] * reflectance[i]
    Z += wz[i] * reflectance[i]
  }
  return [X, Y, Z]
}
