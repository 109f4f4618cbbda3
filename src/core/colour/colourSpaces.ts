import { inverse3, multiply3, product3 } from '../numeric/interpolation'
import { WHITE_D65 } from './light'

export type Triple = readonly [number, number, number]

/** sRGB primaries, IEC 61966-2-1; the white is the one the weights are scaled to, so that R = 1 is exactly #ffffff. */
const PRIMARIES = [
  [0.64, 0.33],
  [0.3, 0.6],
  [0.15, 0.06],
] as const

function rgbToXyzMatrix(): number[] {
  const columns = PRIMARIES.map(([x, y]) => [x / y, 1, (1 - x - y) / y])
  const m = [0, 1, 2].flatMap((row) => columns.map((column) => column[row]))
  const scale = multiply3(
    inverse3(m),
    WHITE_D65.map((w) => w / 100),
  )
  return m.map((value, i) => value * scale[i % 3])
}

const RGB_TO_XYZ = rgbToXyzMatrix()
const XYZ_TO_RGB = inverse3(RGB_TO_XYZ)

/** Linear sRGB (1 = white, may lie outside 0–1) from XYZ with Y = 100. */
export const xyzToLinearRgb = (xyz: Triple): [number, number, number] =>
  multiply3(
    XYZ_TO_RGB,
    xyz.map((v) => v / 100),
  )

/** XYZ with Y = 100 from linear sRGB. */
export const linearRgbToXyz = (rgb: Triple): [number, number, number] => {
  const [x, y, z] = multiply3(RGB_TO_XYZ, rgb)
  return [100 * x, 100 * y, 100 * z]
}

/** sRGB transfer function, linear to encoded, both 0–1. Source: IEC 61966-2-1. */
export const encodeSrgb = (v: number): number => (v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055)

/** sRGB transfer function, encoded to linear. */
export const decodeSrgb = (v: number): number => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)

const LAB_EPSILON = 216 / 24389
const LAB_KAPPA = 24389 / 27

/** CIELAB from XYZ relative to a white (both Y = 100). Source: CIE 015, equations of CIELAB 1976. */
export function xyzToLab(xyz: Triple, white: Triple = WHITE_D65): [number, number, number] {
  const [fx, fy, fz] = xyz.map((v, i) => {
    const t = v / white[i]
    return t > LAB_EPSILON ? Math.cbrt(t) : (LAB_KAPPA * t + 16) / 116
  })
  return [116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz)]
}

/** XYZ from CIELAB: the inverse of `xyzToLab`. */
export function labToXyz([L, a, b]: Triple, white: Triple = WHITE_D65): [number, number, number] {
  const fy = (L + 16) / 116
  const back = (f: number) => (f ** 3 > LAB_EPSILON ? f ** 3 : (116 * f - 16) / LAB_KAPPA)
  return [
    white[0] * back(fy + a / 500),
    white[1] * (L > LAB_KAPPA * LAB_EPSILON ? fy ** 3 : L / LAB_KAPPA),
    white[2] * back(fy - b / 200),
  ]
}

/** CIELAB (daylight) of an sRGB colour written #rrggbb. */
export const labFromHex = (hex: string): [number, number, number] => xyzToLab(linearRgbToXyz(linearFromHex(hex)))

/** The nearest sRGB colour to a CIELAB colour, #rrggbb. */
export const hexFromLab = (lab: Triple): string => hexFromLinear(mapToGamut(xyzToLinearRgb(labToXyz(lab))).rgb)

/** Chroma of a Lab colour. */
export const chroma = ([, a, b]: Triple): number => Math.hypot(a, b)

/** Hue angle of a Lab colour in degrees, 0–360. */
export const hueDegrees = ([, a, b]: Triple): number => ((Math.atan2(b, a) * 180) / Math.PI + 360) % 360

/** Bradford cone response. Source: Lam 1985, as in CIECAM97s and ICC profiles. */
const BRADFORD = [0.8951, 0.2664, -0.1614, -0.7502, 1.7135, 0.0367, 0.0389, -0.0685, 1.0296]

/** The matrix that takes XYZ under `from` to XYZ under `to`; degree 1 is full adaptation, 0 none. */
export function adaptationMatrix(from: Triple, to: Triple, degree = 1): number[] {
  const a = multiply3(BRADFORD, from)
  const b = multiply3(BRADFORD, to)
  const gain = a.map((v, i) => degree * (b[i] / v) + 1 - degree)
  const scaled = BRADFORD.map((v, i) => v * gain[Math.floor(i / 3)])
  return product3(inverse3(BRADFORD), scaled)
}

const OK_LMS = [
  0.4122214708, 0.5363325363, 0.0514459929, 0.2119034982, 0.6806995451, 0.1073969566, 0.0883024619, 0.2817188376,
  0.6299787005,
]
const OK_LAB = [
  0.2104542553, 0.793617785, -0.0040720468, 1.9779984951, -2.428592205, 0.4505937099, 0.0259040371, 0.7827717662,
  -0.808675766,
]
const OK_LMS_INVERSE = inverse3(OK_LMS)
const OK_LAB_INVERSE = inverse3(OK_LAB)

/** OKLab from linear sRGB. Source: B. Ottosson 2020, published matrices. */
export const linearRgbToOklab = (rgb: Triple): [number, number, number] =>
  multiply3(OK_LAB, multiply3(OK_LMS, rgb).map(Math.cbrt))

/** Linear sRGB from OKLab. */
export const oklabToLinearRgb = (lab: Triple): [number, number, number] =>
  multiply3(
    OK_LMS_INVERSE,
    multiply3(OK_LAB_INVERSE, lab).map((v) => v ** 3),
  )

const inGamut = (rgb: Triple, slack = 1e-6) => rgb.every((v) => v >= -slack && v <= 1 + slack)

/** A colour as a screen shows it, and whether the true one lies outside what the screen can show. */
export interface ScreenColour {
  readonly rgb: readonly [number, number, number]
  readonly outOfGamut: boolean
}

/** Brings linear sRGB into gamut: OKLCh with lightness and hue held, chroma bisected; returns linear sRGB. */
export function mapToGamut(rgb: Triple): ScreenColour {
  if (inGamut(rgb)) return { rgb: [clip(rgb[0]), clip(rgb[1]), clip(rgb[2])], outOfGamut: false }
  const [L, a, b] = linearRgbToOklab(rgb)
  if (L >= 1) return { rgb: [1, 1, 1], outOfGamut: true }
  if (L <= 0) return { rgb: [0, 0, 0], outOfGamut: true }
  let low = 0
  let high = 1
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2
    if (inGamut(oklabToLinearRgb([L, a * middle, b * middle]))) low = middle
    else high = middle
  }
  const mapped = oklabToLinearRgb([L, a * low, b * low])
  return { rgb: [clip(mapped[0]), clip(mapped[1]), clip(mapped[2])], outOfGamut: true }
}

const clip = (v: number) => (v < 0 ? 0 : v > 1 ? 1 : v)

/** Eight-bit sRGB from linear sRGB within gamut. */
export const toBytes = (rgb: Triple): [number, number, number] => [byteOf(rgb[0]), byteOf(rgb[1]), byteOf(rgb[2])]

const byteOf = (v: number) => Math.round(255 * encodeSrgb(v))

/** “#rrggbb” from bytes. */
export const hexOf = (bytes: Triple): string => `#${bytes.map((b) => b.toString(16).padStart(2, '0')).join('')}`

/** Linear sRGB from “#rrggbb”. */
export const linearFromHex = (hex: string): [number, number, number] => {
  const n = Number.parseInt(hex.slice(1), 16)
  return [decodeSrgb(((n >> 16) & 255) / 255), decodeSrgb(((n >> 8) & 255) / 255), decodeSrgb((n & 255) / 255)]
}

/** “#rrggbb” of a linear colour. */
export const hexFromLinear = (linear: Triple): string => hexOf(toBytes(linear))
