import { normalUpTo } from '../../numeric/normal'
import { darkness, inkMask } from './ink'
import { pruned, traceLines, type GraphLine } from './lineGraph'
import { simplified } from './simplified'
import { straighten, type Corners, type GreyPicture, type Point } from './straighten'
import { thinned } from './thin'

/** Gaps that a tired pencil leaves are closed up to here, mm; lines fainter than this share of the others are creases. */
const GAP_MM = 1.5
const FAINT = 0.4

/** A line is smoothed on steps of this, mm, and kept to within this, mm. */
const STEP_MM = 0.25
const WITHIN_MM = 0.06

/** A line of a sketch: points in mm from the lower left corner of the sheet, y up, and how broad it was drawn. */
export interface SketchLine {
  readonly points: Point[]
  readonly widthMm: number
  readonly closed: boolean
}

/** Lines shorter than this are not measured, mm; nor is what is this much broader than the others. */
const MEASURED_MM = 3
const BROADEST = 3

/** What was found on a sheet. */
export interface Sketch {
  readonly lines: readonly SketchLine[]
  /** Lines left out because they are much fainter than the others. */
  readonly faint: number
  /** Ends of lines that meet no other, mm from the lower left corner. */
  readonly loose: readonly Point[]
}

const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], i) => (i ? sum + Math.hypot(x - points[i - 1][0], y - points[i - 1][1]) : 0), 0)

/**
 * The lines of a sketch on a sheet of paper of which a photograph was taken.
 *
 * @param slider 0 only the darkest lines, 1 the faintest too
 */
export function readSketch(
  photo: GreyPicture,
  corners: Corners,
  sheetMm: { readonly widthMm: number; readonly heightMm: number },
  slider = 0.5,
): Sketch {
  const { widthMm, heightMm } = sheetMm
  const sheet = straighten(photo, corners, widthMm, heightMm)
  const { width, height, pxPerMm, sourcePxPerMm } = sheet
  const dark = darkness(sheet)
  const mask = inkMask(sheet, dark, slider)
  const thin = thinned(mask, width)
  const area = mask.reduce((a, b) => a + b, 0)
  const long = Math.max(
    1,
    thin.reduce((a, b) => a + b, 0),
  )
  const meanWidthMm = area / long / pxPerMm
  const traced = pruned(traceLines(thin, width), Math.max(0.8, 1.6 * meanWidthMm) * pxPerMm)
  const reach = (1.35 * GAP_MM + meanWidthMm) * pxPerMm
  const { lines: joined, loose } = gapsClosed(traced, reach)
  const profiled = joined.map(({ points, from, to }) => {
    const closed = isLoop(points, from, to)
    const smooth = smoothed(
      points.map(([x, y]): Point => [x / pxPerMm, y / pxPerMm]),
      closed,
    )
    return { closed, smooth, profile: profileOf(smooth, dark, width, height, pxPerMm) }
  })
  const lensMm = Math.hypot(USUAL_BLUR_PX / sourcePxPerMm, 0.48 / pxPerMm)
  const longest = profiled.toSorted((a, b) => lengthOf(b.smooth) - lengthOf(a.smooth)).slice(0, TELLING_LINES)
  const sigmaMm = blurOf(
    longest.flatMap(({ profile }) => (profile ? [profile] : [])),
    lensMm,
  )
  const measured = profiled.map(({ profile, ...line }) => ({ ...line, ...widthOf(profile, sigmaMm) }))
  const typical = weightedMedian(measured.map(({ peak, smooth }) => [peak, lengthOf(smooth)]))
  const clear = measured.filter(({ peak }) => peak >= FAINT * typical)
  const usual = weightedMedian(clear.map((line) => [line.widthMm, lengthOf(line.smooth)]))
  return {
    lines: clear.map(({ smooth, closed, widthMm: measuredMm }) => ({
      points: simplified(smooth, WITHIN_MM).map(([x, y]): Point => [x, heightMm - y]),
      // Too short to be measured, or hardly a line: as broad as the others.
      widthMm: lengthOf(smooth) < MEASURED_MM || measuredMm > BROADEST * usual ? usual : measuredMm,
      closed,
    })),
    faint: measured.length - clear.length,
    loose: loose.map(([x, y]): Point => [x / pxPerMm, heightMm - y / pxPerMm]),
  }
}

const isLoop = (points: readonly Point[], from: number, to: number): boolean =>
  points.length > 3 &&
  (from === to && from >= 0
    ? true
    : Math.hypot(points[0][0] - points[points.length - 1][0], points[0][1] - points[points.length - 1][1]) < 1e-6)

/** Closes small gaps: free ends to each other where they run that way, then to lines ahead of them. What stays free is told. */
function gapsClosed(lines: readonly GraphLine[], reach: number): { lines: GraphLine[]; loose: Point[] } {
  const list = lines.map((line) => ({ ...line, points: line.points.slice() }))
  const ends = new Map<number, number>()
  for (const { from, to } of list) for (const n of [from, to]) if (n >= 0) ends.set(n, (ends.get(n) ?? 0) + 1)
  interface FreeEnd {
    readonly line: (typeof list)[number]
    readonly first: boolean
  }
  const freeEnds: FreeEnd[] = list.flatMap((line) => {
    const loop = isLoop(line.points, line.from, line.to)
    if (loop) return []
    return [true, false].flatMap((first) => {
      const n = first ? line.from : line.to
      return n < 0 || ends.get(n) === 1 ? [{ line, first }] : []
    })
  })
  const tip = ({ line: { points }, first }: FreeEnd): Point => (first ? points[0] : points[points.length - 1])
  const heading = ({ line: { points }, first }: FreeEnd): Point => {
    const way = first ? points : points.toReversed()
    const back = way[Math.min(way.length - 1, 8)]
    const [dx, dy] = [way[0][0] - back[0], way[0][1] - back[1]]
    const long = Math.hypot(dx, dy) || 1
    return [dx / long, dy / long]
  }
  const cosine = (end: FreeEnd, to: Point): number => {
    const [hx, hy] = heading(end)
    const [dx, dy] = [to[0] - tip(end)[0], to[1] - tip(end)[1]]
    return (hx * dx + hy * dy) / (Math.hypot(dx, dy) || 1)
  }
  const extend = (end: FreeEnd, to: Point) => {
    if (end.first) end.line.points.unshift(to)
    else end.line.points.push(to)
  }
  const done = new Set<FreeEnd>()
  const pairs = freeEnds
    .flatMap((a, i) =>
      freeEnds.slice(i + 1).map((b) => ({ a, b, far: Math.hypot(tip(a)[0] - tip(b)[0], tip(a)[1] - tip(b)[1]) })),
    )
    .filter(({ a, b, far }) => far <= reach && (far < 2 || (cosine(a, tip(b)) > 0.3 && cosine(b, tip(a)) > 0.3)))
    .sort((p, q) => p.far - q.far)
  for (const { a, b } of pairs) {
    if (done.has(a) || done.has(b)) continue
    done.add(a)
    done.add(b)
    extend(a, tip(b))
  }
  for (const end of freeEnds) {
    if (done.has(end)) continue
    let best: Point | null = null
    let least = reach
    for (const other of list)
      other.points.forEach((p, i) => {
        const own = end.first ? i : other.points.length - 1 - i
        if (other === end.line && own < 2.5 * reach) return
        const far = Math.hypot(p[0] - tip(end)[0], p[1] - tip(end)[1])
        if (far < least && (far < 2 || cosine(end, p) > 0.6)) [least, best] = [far, p]
      })
    if (!best) continue
    done.add(end)
    extend(end, best)
  }
  return { lines: list, loose: freeEnds.filter((end) => !done.has(end)).map(tip) }
}

/** Even steps, then six passes of a quarter, a half and a quarter; ends stay. */
function smoothed(points: readonly Point[], closed: boolean): Point[] {
  const total = lengthOf(points)
  const count = Math.max(2, Math.round(total / STEP_MM))
  let even: Point[] = []
  let [i, walked] = [0, 0]
  for (let k = 0; k <= count; k++) {
    const wanted = (k / count) * total
    for (;;) {
      const step =
        i + 1 < points.length ? Math.hypot(points[i + 1][0] - points[i][0], points[i + 1][1] - points[i][1]) : 0
      if (i + 2 >= points.length || walked + step >= wanted) {
        const t = step > 0 ? Math.min(1, Math.max(0, (wanted - walked) / step)) : 0
        const [a, b] = [points[i], points[Math.min(points.length - 1, i + 1)]]
        even.push([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t])
        break
      }
      walked += step
      i++
    }
  }
  for (let pass = 0; pass < 6; pass++)
    even = even.map((p, k): Point => {
      const last = even.length - 1
      if (!closed && (k === 0 || k === last)) return p
      const a = even[k === 0 ? last - 1 : k - 1]
      const b = even[k === last ? 1 : k + 1]
      return [(a[0] + 2 * p[0] + b[0]) / 4, (a[1] + 2 * p[1] + b[1]) / 4]
    })
  return even
}

/** The width of a line whose blurred profile is so broad at half its height: blur widens thin lines, and hardly broad ones. */
function unblurred(fullWidth: number, sigma: number): number {
  const halfAt = (w: number) => {
    const f = (x: number) => normalUpTo((x + w / 2) / sigma) - normalUpTo((x - w / 2) / sigma)
    const wanted = f(0) / 2
    let [low, high] = [0, w + 4 * sigma]
    for (let i = 0; i < 40; i++) {
      const middle = (low + high) / 2
      if (f(middle) > wanted) low = middle
      else high = middle
    }
    return low + high
  }
  let [low, high] = [0.02, fullWidth + 0.01]
  if (halfAt(low) >= fullWidth) return low
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (halfAt(middle) < fullWidth) low = middle
    else high = middle
  }
  return (low + high) / 2
}

const ACROSS_MM = 2.5
const ACROSS_STEP = 0.05

/** The mean of the profiles across a line, from ACROSS_MM on one side to the other; null where it is too short for one. */
function profileOf(
  points: readonly Point[],
  dark: Float32Array,
  width: number,
  height: number,
  pxPerMm: number,
): Float64Array | null {
  const count = Math.round(ACROSS_MM / ACROSS_STEP)
  const sums = new Float64Array(2 * count + 1)
  let profiles = 0
  const skip = points.length > 12 ? 4 : 1
  for (let i = skip; i < points.length - skip; i += 2) {
    const [ax, ay] = points[i - 1]
    const [bx, by] = points[Math.min(points.length - 1, i + 1)]
    const long = Math.hypot(bx - ax, by - ay)
    if (long < 1e-9) continue
    const [nx, ny] = [-(by - ay) / long, (bx - ax) / long]
    for (let k = -count; k <= count; k++) {
      const x = (points[i][0] + nx * k * ACROSS_STEP) * pxPerMm - 0.5
      const y = (points[i][1] + ny * k * ACROSS_STEP) * pxPerMm - 0.5
      const [ix, iy] = [
        Math.min(width - 2, Math.max(0, Math.floor(x))),
        Math.min(height - 2, Math.max(0, Math.floor(y))),
      ]
      const [tx, ty] = [Math.min(1, Math.max(0, x - ix)), Math.min(1, Math.max(0, y - iy))]
      const j = iy * width + ix
      sums[k + count] +=
        (dark[j] * (1 - tx) + dark[j + 1] * tx) * (1 - ty) +
        (dark[j + width] * (1 - tx) + dark[j + width + 1] * tx) * ty
    }
    profiles++
  }
  return profiles ? sums.map((v) => v / profiles) : null
}

/** How dark a line is along its middle and how broad it was drawn, mm: by its profile at half its height. */
function widthOf(profile: Float64Array | null, sigmaMm: number): { peak: number; widthMm: number } {
  if (!profile) return { peak: 0, widthMm: 0.5 }
  const count = (profile.length - 1) / 2
  const peak = Math.max(...profile.subarray(count - 8, count + 9))
  const base = Math.min(...profile.subarray(Math.max(0, count - 40), count + 41))
  const half = (peak + base) / 2
  const reach = (step: 1 | -1): number => {
    for (let k = 0; Math.abs(k) < count; k += step) {
      const [here, next] = [profile[k + count], profile[k + step + count]]
      if (here >= half && next < half) return (Math.abs(k) + (here - half) / (here - next || 1)) * ACROSS_STEP
    }
    return ACROSS_MM
  }
  return { peak: peak - base, widthMm: unblurred(reach(1) + reach(-1), sigmaMm) }
}

/** A lens and its file blur by about so many pixels of the photograph; how much less or more they may. */
const USUAL_BLUR_PX = 1
const BLUR_WITHIN = [0.5, 1.6] as const

/** So many of the longest lines tell how blurred a photograph is. */
const TELLING_LINES = 24

/** Half of the stretch across a line on which its shape is looked at, mm: further out its neighbours may lie. */
const SHAPE_MM = 1

/**
 * How blurred a photograph is, as the σ of a normal distribution, mm: the one with which lines of an even ink, each as broad as fits
 * best, come nearest to the profiles that were seen (least squares).
 */
function blurOf(profiles: readonly Float64Array[], usualMm: number): number {
  if (!profiles.length) return usualMm
  const misfit = (sigma: number) =>
    profiles.reduce((sum, profile) => sum + leastOf((w) => misfitOf(profile, w, sigma), 0.05, 2 * SHAPE_MM).value, 0)
  return leastOf(misfit, BLUR_WITHIN[0] * usualMm, BLUR_WITHIN[1] * usualMm).at
}

/** How far a blurred even line of a width, as dark as fits best on a ground as fits best, is from a profile: a sum of squares. */
function misfitOf(profile: Float64Array, widthMm: number, sigma: number): number {
  const middle = (profile.length - 1) / 2
  const reach = Math.round(SHAPE_MM / ACROSS_STEP)
  let [n, f, ff, p, fp, pp] = [0, 0, 0, 0, 0, 0]
  for (let k = -reach; k <= reach; k++) {
    const x = k * ACROSS_STEP
    const line = normalUpTo((x + widthMm / 2) / sigma) - normalUpTo((x - widthMm / 2) / sigma)
    // Both sides alike: a line that is a little off its middle is no broader.
    const seen = (profile[middle + k] + profile[middle - k]) / 2
    n += 1
    f += line
    ff += line * line
    p += seen
    fp += line * seen
    pp += seen * seen
  }
  const spread = ff - (f * f) / n
  const together = fp - (f * p) / n
  const all = pp - (p * p) / n
  return all > 0 && spread > 0 ? (all - (together * together) / spread) / all : 1
}

/** Where a function of one valley is least, by golden section (Kiefer 1953, from memory). */
function leastOf(of: (x: number) => number, from: number, to: number): { at: number; value: number } {
  const golden = (Math.sqrt(5) - 1) / 2
  let [a, b] = [from, to]
  let [c, d] = [b - golden * (b - a), a + golden * (b - a)]
  let [fc, fd] = [of(c), of(d)]
  for (let i = 0; i < 22; i++) {
    if (fc < fd) {
      ;[b, d, fd] = [d, c, fc]
      c = b - golden * (b - a)
      fc = of(c)
    } else {
      ;[a, c, fc] = [c, d, fd]
      d = a + golden * (b - a)
      fd = of(d)
    }
  }
  return fc < fd ? { at: c, value: fc } : { at: d, value: fd }
}

function weightedMedian(values: readonly (readonly [value: number, weight: number])[]): number {
  const sorted = values.toSorted((a, b) => a[0] - b[0])
  let left = sorted.reduce((sum, [, w]) => sum + w, 0) / 2
  for (const [value, weight] of sorted) if ((left -= weight) <= 0) return value
  return sorted.at(-1)?.[0] ?? 0
}
