import { hexOf } from '@/core/colour/colourSpaces'
import { infiniteReflectance } from '@/core/colour/kubelkaMunk'
import { screenBytes } from '@/core/colour/layeredColour'
import { LIGHTS } from '@/core/colour/light'
import { measuredReflectance, SURFACES } from '@/core/colour/surface'
import type { Medium } from '@/core/vocabulary/material'

const swatches = new WeakMap<Medium, string>()

/** The fired colour of an opaque film of a medium as “#rrggbb”, for swatches. */
export function swatchOf(medium: Medium): string {
  let hex = swatches.get(medium)
  if (!hex) {
    const reflectance = Float64Array.from(medium.optics.K, (k, i) =>
      measuredReflectance(infiniteReflectance(k, medium.optics.S[i]), SURFACES.gloss),
    )
    hex = hexOf(screenBytes(reflectance, LIGHTS.daylight).bytes)
    swatches.set(medium, hex)
  }
  return hex
}
