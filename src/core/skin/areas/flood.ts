import type { AreaRaster } from './areaRaster'

/** Steps in which a flood goes on, mm. */
const STEP_MM = 0.1

/** What a flood reached. */
export interface Flood {
  /** Texels that it reached, its sources not among them. */
  readonly texels: readonly number[]
  /** Way to each of them, mm; where it did not come it is beyond all reach. */
  readonly far: Float32Array
  /** The source that each was reached from; −1 where it did not come. */
  readonly from: Int32Array
}

/** Floods from some texels into those that are `open`, as far as a reach: the shortest way along steps to the eight neighbours. */
export function flood(
  { width, top, bottom, rowMm, columnMm }: AreaRaster,
  sources: Iterable<number>,
  open: (texel: number) => boolean,
  reachMm: number,
): Flood {
  const height = bottom - top
  const far = new Float32Array(width * height).fill(1e6)
  const from = new Int32Array(width * height).fill(-1)
  const texels: number[] = []
  const buckets: number[][] = Array.from({ length: Math.ceil(reachMm / STEP_MM) + 2 }, () => [])
  const visit = (i: number, j: number, mm: number) => {
    const d = far[i] + mm
    if (d > reachMm || d >= far[j] || !open(j)) return
    if (from[j] < 0) texels.push(j)
    far[j] = d
    from[j] = from[i]
    buckets[Math.floor(far[j] / STEP_MM)].push(j)
  }
  const spread = (i: number) => {
    const x = i % width
    const y = (i - x) / width
    const row = y * width
    const [l, r] = [x === 0 ? width - 1 : x - 1, x === width - 1 ? 0 : x + 1]
    const across = columnMm[y]
    const aslant = Math.hypot(across, rowMm)
    visit(i, row + l, across)
    visit(i, row + r, across)
    for (const next of [row - width, row + width]) {
      if (next < 0 || next >= far.length) continue
      visit(i, next + x, rowMm)
      visit(i, next + l, aslant)
      visit(i, next + r, aslant)
    }
  }
  const begun: number[] = []
  for (const i of sources) {
    far[i] = 0
    from[i] = i
    begun.push(i)
  }
  for (const i of begun) spread(i)
  buckets.forEach((bucket, b) => {
    for (const i of bucket) if (Math.floor(far[i] / STEP_MM) === b) spread(i)
  })
  return { texels, far, from }
}
