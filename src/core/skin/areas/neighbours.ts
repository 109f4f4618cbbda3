import type { AreaRaster } from './areaRaster'
import type { Labels } from './labels'

/** Two areas that share less of a line than this touch in a corner only, mm [ours]. */
const SHARED_MM = 1.5

/** A line between two areas is no broader than this, mm: what is further apart has something between it. */
const BROAD_MM = 6

/** Pairs of areas that lie at the same line, each with how much of it they share, mm: found across it by rows and columns. */
function sharedLines(raster: AreaRaster, { label, count }: Labels): Map<number, number> {
  const { width, top, bottom, rowMm, columnMm } = raster
  const height = bottom - top
  const shared = new Map<number, number>()
  const add = (a: number, b: number, mm: number) => {
    if (a === b) return
    const key = Math.min(a, b) * count + Math.max(a, b)
    shared.set(key, (shared.get(key) ?? 0) + mm)
  }
  for (let y = 0; y < height; y++) {
    let last = -1
    let at = 0
    const most = BROAD_MM / columnMm[y]
    // Once round and on to the first area again.
    for (let k = 0, first = -1; k < 2 * width; k++) {
      const here = label[y * width + (k % width)]
      if (here < 0) continue
      if (last >= 0 && here !== last && k - at <= most) add(last, here, rowMm / 2)
      if (first < 0) first = k
      else if (k >= width + first) break
      ;[last, at] = [here, k]
    }
  }
  for (let x = 0; x < width; x++) {
    let last = -1
    let at = 0
    for (let y = 0; y < height; y++) {
      const here = label[y * width + x]
      if (here < 0) continue
      if (last >= 0 && here !== last && (y - at) * rowMm <= BROAD_MM) add(last, here, columnMm[y] / 2)
      ;[last, at] = [here, y]
    }
  }
  return shared
}

/** For each area the others across its lines. */
export function neighboursOf(raster: AreaRaster, labels: Labels): number[][] {
  const lists = Array.from({ length: labels.count }, (): number[] => [])
  for (const [key, mm] of sharedLines(raster, labels)) {
    if (mm < SHARED_MM) continue
    const [a, b] = [Math.floor(key / labels.count), key % labels.count]
    lists[a].push(b)
    lists[b].push(a)
  }
  return lists.map((list) => list.sort((a, b) => a - b))
}
