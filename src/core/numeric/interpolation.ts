/** Linear interpolation in a table of ascending `xs`; clamped at both ends. */
export function interpolateLinear(xs: ArrayLike<number>, ys: ArrayLike<number>, x: number): number {
  const last = xs.length - 1
  if (x <= xs[0]) return ys[0]
  if (x >= xs[last]) return ys[last]
  let low = 0
  let high = last
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (xs[middle] <= x) low = middle
    else high = middle
  }
  return ys[low] + ((ys[high] - ys[low]) * (x - xs[low])) / (xs[high] - xs[low])
}

/** Value clamped to [low, high]. */
export const clamp = (value: number, low: number, high: number): number =>
  value < low ? low : value > high ? high : value

/** Smooth step from 0 at `edge0` to 1 at `edge1` (cubic Hermite). */
export function smoothstep(edge0: number, edge1: number, x: number): number {
  const t = clamp((x - edge0) / (edge1 - edge0), 0, 1)
  return t * t * (3 - 2 * t)
}

/** The matrix product m · v for a row-major 3 × 3 matrix. */
export function multiply3(m: readonly number[], v: readonly number[]): [number, number, number] {
  return [
    m[0] * v[0] + m[1] * v[1] + m[2] * v[2],
    m[3] * v[0] + m[4] * v[1] + m[5] * v[2],
    m[6] * v[0] + m[7] * v[1] + m[8] * v[2],
  ]
}

/** The product a · b of two row-major 3 × 3 matrices. */
export function product3(a: readonly number[], b: readonly number[]): number[] {
  const out = new Array<number>(9).fill(0)
  for (let i = 0; i < 3; i++)
    for (let j = 0; j < 3; j++) for (let k = 0; k < 3; k++) out[3 * i + j] += a[3 * i + k] * b[3 * k + j]
  return out
}

/** The inverse of a row-major 3 × 3 matrix, by cofactors. Throws if the matrix is singular. */
export function inverse3(m: readonly number[]): number[] {
  const [a, b, c, d, e, f, g, h, i] = m
  const A = e * i - f * h
  const B = -(d * i - f * g)
  const C = d * h - e * g
  const det = a * A + b * B + c * C
  if (det === 0) throw new Error('a singular matrix has no inverse')
  return [
    A,
    -(b * i - c * h),
    b * f - c * e,
    B,
    a * i - c * g,
    -(a * f - c * d),
    C,
    -(a * h - b * g),
    a * e - b * d,
  ].map((x) => x / det)
}
