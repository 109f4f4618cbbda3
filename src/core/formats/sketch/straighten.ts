/** A photograph in grey, 0 black to 255 white, row by row. */
export interface GreyPicture {
  readonly width: number
  readonly height: number
  readonly grey: Uint8Array | Uint8ClampedArray
}

export type Point = readonly [x: number, y: number]

/** Upper left, upper right, lower right and lower left corner of a sheet in a photograph, px. */
export type Corners = readonly [Point, Point, Point, Point]

/** A sheet as seen from straight above. */
export interface StraightSheet {
  readonly width: number
  readonly height: number
  readonly pxPerMm: number
  /** Pixels of the photograph for a millimetre. */
  readonly sourcePxPerMm: number
  readonly grey: Float32Array
}

/** The finest sheet, px/mm, and the most pixels of one. */
const FINEST = 8
const MOST_PX = 2_500_000

/** The projective map of the unit square onto four corners (Heckbert 1989, from memory). */
export function squareToCorners([[x0, y0], [x1, y1], [x2, y2], [x3, y3]]: Corners): (u: number, v: number) => Point {
  const [sx, sy] = [x0 - x1 + x2 - x3, y0 - y1 + y2 - y3]
  const [dx1, dx2, dy1, dy2] = [x1 - x2, x3 - x2, y1 - y2, y3 - y2]
  const det = dx1 * dy2 - dx2 * dy1
  const g = (sx * dy2 - dx2 * sy) / det
  const h = (dx1 * sy - sx * dy1) / det
  const [a, b] = [x1 - x0 + g * x1, x3 - x0 + h * x3]
  const [d, e] = [y1 - y0 + g * y1, y3 - y0 + h * y3]
  return (u, v) => {
    const w = g * u + h * v + 1
    return [(a * u + b * v + x0) / w, (d * u + e * v + y0) / w]
  }
}

/** Whether four corners make a sheet that is looked at from its front, going round to the right. */
export const isSheet = (corners: Corners): boolean =>
  corners.every(([x, y], i) => {
    const [nx, ny] = corners[(i + 1) % 4]
    const [mx, my] = corners[(i + 2) % 4]
    return (nx - x) * (my - ny) - (ny - y) * (mx - nx) > 100
  })

/** The sheet between four corners, straightened; each of its pixels is the mean of several places of the photograph. */
export function straighten(photo: GreyPicture, corners: Corners, widthMm: number, heightMm: number): StraightSheet {
  const apart = (i: number, k: number) => Math.hypot(corners[i][0] - corners[k][0], corners[i][1] - corners[k][1])
  const sourcePxPerMm =
    (apart(0, 1) / widthMm + apart(3, 2) / widthMm + apart(0, 3) / heightMm + apart(1, 2) / heightMm) / 4
  const pxPerMm = Math.min(FINEST, Math.max(1, sourcePxPerMm), Math.sqrt(MOST_PX / (widthMm * heightMm)))
  const n = Math.min(4, Math.max(1, Math.ceil(sourcePxPerMm / pxPerMm)))
  const [width, height] = [Math.round(widthMm * pxPerMm), Math.round(heightMm * pxPerMm)]
  const grey = new Float32Array(width * height)
  const at = squareToCorners(corners)
  const { width: pw, height: ph, grey: source } = photo
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0
      for (let j = 0; j < n; j++)
        for (let i = 0; i < n; i++) {
          const [px, py] = at((x + (i + 0.5) / n) / width, (y + (j + 0.5) / n) / height)
          const fx = Math.min(pw - 1.001, Math.max(0, px - 0.5))
          const fy = Math.min(ph - 1.001, Math.max(0, py - 0.5))
          const [ix, iy] = [Math.floor(fx), Math.floor(fy)]
          const [tx, ty] = [fx - ix, fy - iy]
          const k = iy * pw + ix
          const upper = source[k] * (1 - tx) + source[k + 1] * tx
          const lower = source[k + pw] * (1 - tx) + source[k + pw + 1] * tx
          sum += upper * (1 - ty) + lower * ty
        }
      grey[y * width + x] = sum / (n * n)
    }
  return { width, height, pxPerMm, sourcePxPerMm, grey }
}
