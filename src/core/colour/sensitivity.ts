import { layerReflectance, layOver, type LayerOptics } from './kubelkaMunk'
import type { ColourLayer } from './layeredColour'
import { xyzToLab, type Triple } from './colourSpaces'
import { LIGHTS, tristimulus } from './light'
import { measuredReflectance, SURFACES, type SurfaceKind } from './surface'
import { BANDS, type Spectrum } from './spectrum'

/** A square in which one medium’s optics are asked about. */
export interface AskedSquare {
  readonly body: Spectrum
  readonly below: readonly ColourLayer[]
  readonly coats: number
  readonly above: readonly ColourLayer[]
  readonly surface: SurfaceKind
}

/** Step of the differences in ln(K/S) and ln S. */
const STEP = 1e-4

/** How Lab moves with XYZ: 3 × 3, by differences small against the white. */
function labByXyz(xyz: Triple): number[][] {
  const at = xyzToLab(xyz, LIGHTS.daylight.white)
  const columns = [0, 1, 2].map((c) => {
    const moved = xyz.map((v, i) => (i === c ? v + STEP : v)) as unknown as Triple
    return xyzToLab(moved, LIGHTS.daylight.white).map((v, k) => (v - at[k]) / STEP)
  })
  return [0, 1, 2].map((k) => columns.map((column) => column[k]))
}

/**
 * How the colour of a square moves with ln(K/S) of each band and with ln S of each band: two times 3 rows of 36. A band’s optics
 * touch its own reflectance only, so this takes three layer sums a band instead of one for every band and parameter.
 */
export function colourByBand(
  { body, below, coats, above, surface }: AskedSquare,
  { K, S }: LayerOptics,
): { byRatio: number[][]; byScatter: number[][] } {
  const ground = Float64Array.from(body)
  for (const { optics, coats: n, strength } of below) layOver(ground, optics, n, strength)
  const top = SURFACES[surface]
  const seen = (i: number, k: number, s: number): number => {
    let r = layerReflectance(k, s, coats, ground[i])
    for (const { optics, coats: n, strength = 1 } of above)
      r = layerReflectance(optics.K[i] * strength, optics.S[i] * strength, n, r)
    return measuredReflectance(r, top)
  }
  const reflectance = Float64Array.from({ length: BANDS }, (_, i) => seen(i, K[i], S[i]))
  const grown = Math.exp(STEP)
  const ratio = reflectance.map((r, i) => (seen(i, K[i] * grown, S[i]) - r) / STEP)
  const scatter = reflectance.map((r, i) => (seen(i, K[i] * grown, S[i] * grown) - r) / STEP)
  const lab = labByXyz(tristimulus(reflectance, LIGHTS.daylight))
  const { weights } = LIGHTS.daylight
  const rows = (moves: Float64Array) =>
    lab.map((row) => Array.from(moves, (move, i) => move * row.reduce((sum, v, c) => sum + v * weights[c][i], 0)))
  return { byRatio: rows(ratio), byScatter: rows(scatter) }
}
