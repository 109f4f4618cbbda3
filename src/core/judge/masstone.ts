import { ciede2000 } from '../colour/ciede2000'
import { infiniteReflectance } from '../colour/kubelkaMunk'
import { labUnder } from '../colour/layeredColour'
import type { Medium } from '../vocabulary/material'

/** Masstone of a medium: Lab of an opaque film. */
const masstone = ({ optics }: Medium) =>
  labUnder(Float64Array.from(optics.K, (k, i) => infiniteReflectance(k, optics.S[i])))

/** How far apart two media are in colour where they are thick: ΔE00. */
export const colourApart = (a: Medium, b: Medium): number => ciede2000(masstone(a), masstone(b))
