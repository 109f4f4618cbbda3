import { ciede2000 } from './ciede2000'
import { linearRgbToXyz, xyzToLab, xyzToLinearRgb, type Triple } from './colourSpaces'
import { multiply3 } from '../numeric/interpolation'

/** Ways of seeing colour with two kinds of cones. */
export const DICHROMATS = ['protanope', 'deuteranope', 'tritanope'] as const

export type Dichromat = (typeof DICHROMATS)[number]

/**
 * Linear sRGB as a dichromat sees it. Protan and deutan: Viénot, Brettel & Mollon 1999 on sRGB primaries; tritan: one plane of
 * Brettel, Viénot & Mollon 1997. Values from memory; rows sum to 1, so greys stay grey.
 */
const MATRICES: Readonly<Record<Dichromat, readonly number[]>> = {
  protanope: [0.11238, 0.88762, 0, 0.11238, 0.88762, 0, 0.00401, -0.00401, 1],
  deuteranope: [0.29275, 0.70725, 0, 0.29275, 0.70725, 0, -0.02234, 0.02234, 1],
  tritanope: [1.01277, 0.13548, -0.14826, -0.01243, 0.86812, 0.14431, 0.07589, 0.805, 0.11911],
}

/** XYZ (Y = 100) as a dichromat sees it. */
export const seenBy = (xyz: Triple, kind: Dichromat): [number, number, number] =>
  linearRgbToXyz(multiply3(MATRICES[kind], xyzToLinearRgb(xyz)))

/** ΔE00 between two colours as a dichromat sees them. */
export const differenceSeenBy = (a: Triple, b: Triple, kind: Dichromat): number =>
  ciede2000(xyzToLab(seenBy(a, kind)), xyzToLab(seenBy(b, kind)))
