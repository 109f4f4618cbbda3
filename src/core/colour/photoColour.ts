import { decodeSrgb, linearRgbToXyz, xyzToLab, type Triple } from './colourSpaces'

/**
 * Mean linear colour of a ring or disc of sampled sRGB bytes (RGBA, as a canvas gives them); the brightest and darkest tenth are
 * left out.
 */
export function sampledLinear(rgba: ArrayLike<number>): Triple {
  const pixels: Triple[] = []
  for (let i = 0; i + 3 < rgba.length; i += 4)
    if (rgba[i + 3] > 127)
      pixels.push([decodeSrgb(rgba[i] / 255), decodeSrgb(rgba[i + 1] / 255), decodeSrgb(rgba[i + 2] / 255)])
  if (!pixels.length) return [0, 0, 0]
  pixels.sort((a, b) => a[1] - b[1])
  const cut = Math.floor(pixels.length / 10)
  const kept = pixels.slice(cut, pixels.length - cut)
  return [0, 1, 2].map((c) => kept.reduce((sum, p) => sum + p[c], 0) / kept.length) as unknown as Triple
}

/** Reflectance of the usual photographer’s grey card. */
export const GREY_CARD = 0.18

/**
 * The colour of a tile in a photograph, corrected by a grey reference in the same light: each channel is scaled so that the grey
 * comes out neutral and as light as it is (von Kries in the camera’s own primaries). Takes a cast and the exposure away; not a
 * camera’s own colour errors, about ΔE 2. Null when the grey is too dark or blown out to go by.
 */
export function correctedLab(tile: Triple, grey: Triple, greyReflectance = GREY_CARD): [number, number, number] | null {
  if (grey.some((v) => v < 0.004 || v > 0.985)) return null
  const linear = tile.map((v, i) => (v / grey[i]) * greyReflectance) as unknown as Triple
  return xyzToLab(linearRgbToXyz(linear))
}
