import { isSheet, type Corners, type GreyPicture, type Point } from './straighten'

/** The longest side on which a sheet is looked for, px. */
const SMALL_PX = 480

/** The least and the most share of the picture that a sheet takes, and of its own four corners that it must fill. */
const LEAST_SHARE = 0.12
const MOST_SHARE = 0.97
/** How much lighter than its ground a sheet is at least, of 255. */
const LEAST_CONTRAST = 45
const LEAST_FILLED = 0.86

/**
 * The corners of a bright sheet on a darker ground, as a first guess; null where none stands out. What the dark
 * ground does not reach from the edge of the picture (threshold after Otsu 1979) gives rough corners; each side is then
 * a line through where light turns to dark across it.
 */
export function findSheet(photo: GreyPicture): Corners | null {
  const small = reduced(photo)
  const { limit, contrast } = otsu(small.grey)
  if (contrast < LEAST_CONTRAST) return null
  const patch = largestPatch(small, limit)
  const all = small.width * small.height
  if (!patch || patch.count < LEAST_SHARE * all || patch.count > MOST_SHARE * all) return null
  const rough = patch.corners
  if (!isSheet(rough) || patch.count < LEAST_FILLED * areaOf(rough)) return null
  const sides = rough.map((from, i) => sideLine(small, limit, from, rough[(i + 1) % 4]))
  const sharp = rough.map((corner, i) => {
    const [before, after] = [sides[(i + 3) % 4], sides[i]]
    const met = before && after && meeting(before, after)
    return met && Math.hypot(met[0] - corner[0], met[1] - corner[1]) < NEAR_PX ? met : corner
  }) as unknown as Corners
  const back = photo.width / small.width
  const placed = (isSheet(sharp) ? sharp : rough).map(([x, y]) => [x * back, y * back] as const)
  return placed as unknown as Corners
}

const NEAR_PX = 14

/** A picture made smaller by means of squares. */
function reduced({ width, height, grey }: GreyPicture): GreyPicture {
  const step = Math.max(1, Math.ceil(Math.max(width, height) / SMALL_PX))
  const [w, h] = [Math.floor(width / step), Math.floor(height / step)]
  const out = new Uint8Array(w * h)
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      let sum = 0
      for (let j = 0; j < step; j++) for (let i = 0; i < step; i++) sum += grey[(y * step + j) * width + x * step + i]
      out[y * w + x] = sum / (step * step)
    }
  return { width: w, height: h, grey: out }
}

/** The threshold that parts a picture best into light and dark (Otsu 1979): the variance between both is greatest. */
function otsu(grey: ArrayLike<number>): { limit: number; contrast: number } {
  const counts = new Float64Array(256)
  for (let i = 0; i < grey.length; i++) counts[grey[i]]++
  const total = counts.reduce((sum, n, v) => sum + n * v, 0)
  let [dark, darkSum, best, limit, contrast] = [0, 0, -1, 128, 0]
  for (let v = 0; v < 255; v++) {
    dark += counts[v]
    darkSum += v * counts[v]
    const light = grey.length - dark
    if (!dark || !light) continue
    const apart = (total - darkSum) / light - darkSum / dark
    const between = dark * light * apart ** 2
    if (between > best) [best, limit, contrast] = [between, v + 0.5, apart]
  }
  return { limit, contrast }
}

/** Pixels that are dark and hang together with the edge of the picture. */
function groundOf({ width, height, grey }: GreyPicture, limit: number): Uint8Array {
  const ground = new Uint8Array(width * height)
  const stack: number[] = []
  const take = (i: number) => {
    if (ground[i] || grey[i] > limit) return
    ground[i] = 1
    stack.push(i)
  }
  for (let x = 0; x < width; x++) [x, (height - 1) * width + x].forEach(take)
  for (let y = 0; y < height; y++) [y * width, y * width + width - 1].forEach(take)
  while (stack.length) for (const j of beside(stack.pop() as number, width, ground.length)) take(j)
  return ground
}

/** The pixels beside one. */
const beside = (i: number, width: number, count: number): number[] =>
  [i % width ? i - 1 : -1, i % width < width - 1 ? i + 1 : -1, i - width, i + width].filter((j) => j >= 0 && j < count)

/** The largest patch that the ground leaves, with the ink on it, and its outermost points toward the corners of the picture. */
function largestPatch(picture: GreyPicture, limit: number): { count: number; corners: Corners } | null {
  const { width, height } = picture
  const seen = groundOf(picture, limit)
  let best: { count: number; corners: Corners } | null = null
  for (let start = 0; start < width * height; start++) {
    if (seen[start]) continue
    const far: Point[] = [0, 1, 2, 3].map(() => [0, 0])
    const most = [-Infinity, -Infinity, -Infinity, -Infinity]
    const stack = [start]
    seen[start] = 1
    let count = 0
    while (stack.length) {
      const i = stack.pop() as number
      const [x, y] = [i % width, Math.floor(i / width)]
      count++
      ;[-x - y, x - y, x + y, y - x].forEach((reach, k) => {
        if (reach <= most[k]) return
        most[k] = reach
        far[k] = [x + 0.5, y + 0.5]
      })
      for (const j of beside(i, width, seen.length))
        if (!seen[j]) {
          seen[j] = 1
          stack.push(j)
        }
    }
    if (!best || count > best.count) best = { count, corners: far as unknown as Corners }
  }
  return best
}

const areaOf = (corners: Corners): number =>
  Math.abs(corners.reduce((sum, [x, y], i) => sum + (x * corners[(i + 1) % 4][1] - corners[(i + 1) % 4][0] * y) / 2, 0))

/** A line as a point of it and its direction. */
interface Line {
  readonly at: Point
  readonly way: Point
}

/** The line through where light turns to dark across a side; null where too little of it is seen. */
function sideLine({ width, height, grey }: GreyPicture, limit: number, from: Point, to: Point): Line | null {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  const [ux, uy] = [(to[0] - from[0]) / length, (to[1] - from[1]) / length]
  const value = (x: number, y: number) => {
    const [ix, iy] = [Math.floor(x), Math.floor(y)]
    return ix >= 0 && iy >= 0 && ix < width && iy < height ? grey[iy * width + ix] : 0
  }
  const points: Point[] = []
  for (let k = 0; k <= 60; k++) {
    const t = 0.08 + (0.84 * k) / 60
    const [x, y] = [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t]
    // Corners go round to the right, so out of the sheet is to the left of a side.
    for (let off = 6; off > -8; off -= 0.5) {
      const inner = value(x + uy * (off - 0.5), y - ux * (off - 0.5))
      const outer = value(x + uy * off, y - ux * off)
      if (inner > limit && outer <= limit) {
        const part = (inner - limit) / Math.max(1, inner - outer)
        const edge = off - 0.5 + 0.5 * part
        points.push([x + uy * edge, y - ux * edge])
        break
      }
    }
  }
  if (points.length < 24) return null
  let kept = points
  let line = fit(kept)
  // What is far from the line is a shadow or a thing that lies there.
  for (let turn = 0; turn < 2; turn++) {
    kept = kept.filter((p) => distance(line, p) < 1.5)
    if (kept.length < 16) return null
    line = fit(kept)
  }
  return line
}

/** The line of least squares across it. */
function fit(points: readonly Point[]): Line {
  const n = points.length
  const [mx, my] = [points.reduce((s, [x]) => s + x, 0) / n, points.reduce((s, [, y]) => s + y, 0) / n]
  let [xx, xy, yy] = [0, 0, 0]
  for (const [x, y] of points) {
    xx += (x - mx) ** 2
    xy += (x - mx) * (y - my)
    yy += (y - my) ** 2
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2
  return { at: [mx, my], way: [Math.cos(angle), Math.sin(angle)] }
}

const distance = ({ at, way }: Line, [x, y]: Point) => Math.abs((x - at[0]) * way[1] - (y - at[1]) * way[0])

function meeting(a: Line, b: Line): Point | null {
  const det = a.way[0] * b.way[1] - a.way[1] * b.way[0]
  if (Math.abs(det) < 0.1) return null
  const t = ((b.at[0] - a.at[0]) * b.way[1] - (b.at[1] - a.at[1]) * b.way[0]) / det
  return [a.at[0] + a.way[0] * t, a.at[1] + a.way[1] * t]
}
