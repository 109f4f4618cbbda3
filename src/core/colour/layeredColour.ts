import { layOver, type LayerOptics } from './kubelkaMunk'
import { adaptationMatrix, mapToGamut, toBytes, xyzToLab, xyzToLinearRgb, type Triple } from './colourSpaces'
import { LIGHTS, tristimulus, WHITE_D65, type Light } from './light'
import { internalReflectance, measuredReflectance, SURFACES, type SurfaceKind } from './surface'
import { multiply3 } from '../numeric/interpolation'
import type { Spectrum } from './spectrum'

/** One film over the body. */
export interface ColourLayer {
  readonly optics: LayerOptics
  readonly coats: number
  /** Share of the colour that the fire leaves, 0–1: multiplies K and S. */
  readonly strength?: number
}

/** Bodies that have been met; a record is never changed. */
const bodies = new WeakMap<ArrayLike<number>, Spectrum>()

/** Internal reflectance of a body from its reflectance measured matte, 36 bands. */
export function bodyInternal(measuredMatte: ArrayLike<number>): Spectrum {
  let internal = bodies.get(measuredMatte)
  if (!internal) {
    internal = Float64Array.from(measuredMatte, (r) => internalReflectance(r, SURFACES.matte))
    bodies.set(measuredMatte, internal)
  }
  return internal
}

/**
 * Reflectance (36 bands, measured from outside) of films on a body, bottom first, under one surface.
 * The surface acts once, at the top; underglaze under glaze has no boundary between (Saunderson 1942).
 */
export function stackReflectance(body: Spectrum, layers: readonly ColourLayer[], surface: SurfaceKind): Spectrum {
  const R = Float64Array.from(body)
  for (const { optics, coats, strength } of layers) layOver(R, optics, coats, strength)
  const top = SURFACES[surface]
  for (let i = 0; i < R.length; i++) R[i] = measuredReflectance(R[i], top)
  return R
}

/** Lab under a light, relative to that light's own white. */
export const labUnder = (reflectance: Spectrum, light: Light = LIGHTS.daylight): [number, number, number] =>
  xyzToLab(tristimulus(reflectance, light), light.white)

/** How far an eye adapts to a light before a picture on a daylight screen stands for it [our choice]: a trace of warmth stays. */
const PICTURE_ADAPTATION = 0.88

const screenMatrices = new Map<string, number[]>()

function toScreenMatrix(light: Light): number[] {
  let matrix = screenMatrices.get(light.id)
  if (!matrix) {
    matrix = adaptationMatrix(light.white, WHITE_D65, light.id === 'daylight' ? 1 : PICTURE_ADAPTATION)
    screenMatrices.set(light.id, matrix)
  }
  return matrix
}

/** Linear screen colour of a reflectance seen under a light, before gamut mapping. */
export const screenLinear = (reflectance: Spectrum, light: Light): Triple =>
  xyzToLinearRgb(multiply3(toScreenMatrix(light), tristimulus(reflectance, light)))

/** sRGB bytes of a reflectance seen under a light, and whether the screen cannot show it. */
export function screenBytes(
  reflectance: Spectrum,
  light: Light,
): { bytes: [number, number, number]; outOfGamut: boolean } {
  const { rgb, outOfGamut } = mapToGamut(screenLinear(reflectance, light))
  return { bytes: toBytes(rgb), outOfGamut }
}
