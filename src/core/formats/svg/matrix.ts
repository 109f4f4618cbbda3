/** An affine map: x′ = a x + c y + e, y′ = b x + d y + f. */
export type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number]

export type Point = readonly [x: number, y: number]

export const IDENTITY: Matrix = [1, 0, 0, 1, 0, 0]

/** First `inner`, then `outer`. */
export const after = (outer: Matrix, inner: Matrix): Matrix => [
  outer[0] * inner[0] + outer[2] * inner[1],
  outer[1] * inner[0] + outer[3] * inner[1],
  outer[0] * inner[2] + outer[2] * inner[3],
  outer[1] * inner[2] + outer[3] * inner[3],
  outer[0] * inner[4] + outer[2] * inner[5] + outer[4],
  outer[1] * inner[4] + outer[3] * inner[5] + outer[5],
]

export const moved = ([a, b, c, d, e, f]: Matrix, [x, y]: Point): Point => [a * x + c * y + e, b * x + d * y + f]

/** By how much lengths grow: the root of the determinant. */
export const scaleOf = ([a, b, c, d]: Matrix): number => Math.sqrt(Math.abs(a * d - b * c))

export const translation = (x: number, y: number): Matrix => [1, 0, 0, 1, x, y]

const turned = (radians: number): Matrix => {
  const [sin, cos] = [Math.sin(radians), Math.cos(radians)]
  return [cos, sin, -sin, cos, 0, 0]
}

const TO_RADIANS: Readonly<Record<string, number>> = {
  deg: Math.PI / 180,
  rad: 1,
  grad: Math.PI / 200,
  turn: 2 * Math.PI,
  '': Math.PI / 180,
}

/** Numbers with their units; one may begin where another ends: “10-5”. */
const NUMBERS = /[-+]?(?:\d{1,20}\.?\d{0,20}|\.\d{1,20})(?:e[-+]?\d{1,3})?[a-z%]{0,5}/gi

/** Transforms beyond these are not read. */
const MOST_TRANSFORMS = 64

/**
 * The `transform` of an attribute or of a style: translate, scale, rotate, skew, matrix, by axis too. Lengths in px, or in the
 * absolute units of CSS. Null when it cannot be read, which renderers take as an error of the element.
 */
export function readTransform(text: string): Matrix | null {
  const trimmed = text.trim()
  if (trimmed === '' || trimmed === 'none') return IDENTITY
  let whole = IDENTITY
  let count = 0
  for (const call of trimmed.slice(0, 4000).split(')')) {
    const open = call.indexOf('(')
    if (open < 0) {
      if (call.trim().replace(/^,/, '').trim()) return null
      continue
    }
    if (++count > MOST_TRANSFORMS) return null
    const one = single(
      call
        .slice(0, open)
        .replace(/^[\s,]+/, '')
        .trim(),
      call
        .slice(open + 1)
        .match(NUMBERS)
        ?.slice(0, 6) ?? [],
    )
    if (!one) return null
    whole = after(whole, one)
  }
  return whole
}

function single(name: string, words: readonly string[]): Matrix | null {
  const values = words.map(measure)
  if (!values.length || values.some((v) => !Number.isFinite(v.number))) return null
  const n = values.map((v) => v.number)
  const angle = (i: number) => (n[i] ?? 0) * (TO_RADIANS[values[i]?.unit ?? ''] ?? TO_RADIANS.deg)
  const length = (i: number) => (n[i] ?? 0) * (PX_OF[values[i]?.unit ?? ''] ?? 1)
  switch (name) {
    case 'matrix':
      return n.length === 6 ? (n as unknown as Matrix) : null
    case 'translate':
      return translation(length(0), length(1))
    case 'translateX':
      return translation(length(0), 0)
    case 'translateY':
      return translation(0, length(0))
    case 'scale':
      return [n[0], 0, 0, n[1] ?? n[0], 0, 0]
    case 'scaleX':
      return [n[0], 0, 0, 1, 0, 0]
    case 'scaleY':
      return [1, 0, 0, n[0], 0, 0]
    case 'rotate':
      return n.length < 3
        ? turned(angle(0))
        : after(after(translation(n[1], n[2]), turned(angle(0))), translation(-n[1], -n[2]))
    case 'skewX':
      return [1, 0, Math.tan(angle(0)), 1, 0, 0]
    case 'skewY':
      return [1, Math.tan(angle(0)), 0, 1, 0, 0]
    default:
      return null
  }
}

/** Absolute units of CSS in px, at its 96 px an inch. */
const PX_OF: Readonly<Record<string, number>> = {
  px: 1,
  pt: 96 / 72,
  pc: 16,
  in: 96,
  cm: 96 / 2.54,
  mm: 96 / 25.4,
  q: 96 / 101.6,
  em: 16,
  ex: 8,
  rem: 16,
}

/** A number and what stands after it. */
export function measure(word: string): { number: number; unit: string } {
  const text = word.trim().slice(0, 40)
  const number = Number.parseFloat(text)
  const unit = /[a-z%]+$/i.exec(text)?.[0].toLowerCase() ?? ''
  return { number, unit: unit === 'e' ? '' : unit }
}

/** A length in px; percentages are of `whole`. */
export function lengthIn(word: string | undefined, whole: number, otherwise: number): number {
  if (word === undefined) return otherwise
  const { number, unit } = measure(word)
  if (!Number.isFinite(number)) return otherwise
  return unit === '%' ? (number / 100) * whole : number * (PX_OF[unit] ?? 1)
}

/** Where a view box lies in a viewport of a size, by its preserveAspectRatio. Null when there is nothing to see. */
export function fitted(
  viewBox: string | undefined,
  aspectRatio: string | undefined,
  width: number,
  height: number,
): { matrix: Matrix; size: Point } | null {
  const box = (viewBox ?? '')
    .slice(0, 200)
    .split(/[\s,]+/)
    .filter(Boolean)
    .map(Number)
  if (box.length !== 4 || box.some((v) => !Number.isFinite(v))) return { matrix: IDENTITY, size: [width, height] }
  const [x, y, w, h] = box
  if (w <= 0 || h <= 0) return null
  const words = (aspectRatio ?? '').slice(0, 60).split(/\s+/).filter(Boolean)
  const align = words.find((word) => word !== 'defer' && word !== 'meet' && word !== 'slice') ?? 'xMidYMid'
  let [sx, sy] = [width / w, height / h]
  if (align !== 'none') sx = sy = words.includes('slice') ? Math.max(sx, sy) : Math.min(sx, sy)
  const share = (axis: 'x' | 'Y') => (align.includes(`${axis}Min`) ? 0 : align.includes(`${axis}Max`) ? 1 : 0.5)
  const spare = (whole: number, used: number, axis: 'x' | 'Y') => (align === 'none' ? 0 : (whole - used) * share(axis))
  return {
    matrix: [sx, 0, 0, sy, spare(width, w * sx, 'x') - x * sx, spare(height, h * sy, 'Y') - y * sy],
    size: [w, h],
  }
}
