import { ciede2000 } from '../colour/ciede2000'
import { infiniteReflectance } from '../colour/kubelkaMunk'
import { labUnder, stackReflectance } from '../colour/layeredColour'
import type { Medium } from '../vocabulary/material'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import { GLASS_COATS } from '../vocabulary/tools'

/** Masstone of a medium: Lab of an opaque film. */
const masstone = ({ optics }: Medium) =>
  labUnder(Float64Array.from(optics.K, (k, i) => infiniteReflectance(k, optics.S[i])))

/** A pale and a dark ground to look at glazes over, as shares reflected inside. */
const GROUNDS = [0.8, 0.03].map((share) => new Float64Array(36).fill(share))

const over = (ground: Float64Array, { optics }: Medium) =>
  labUnder(stackReflectance(ground, [{ optics, coats: GLASS_COATS, strength: 1 }], 'gloss'))

/**
 * How far apart two media are in colour, ΔE00: where they are thick, but glazes over a pale ground and over a dark one, both together,
 * for one that hides what lies under it is not like one that shows it.
 */
export const colourApart = (a: Medium, b: Medium): number =>
  MEDIUM_KIND[a.kind].melts === 'glass'
    ? GROUNDS.reduce((sum, ground) => sum + ciede2000(over(ground, a), over(ground, b)), 0)
    : ciede2000(masstone(a), masstone(b))
