import type { AreaRaster } from './areaRaster'

/** Areas smaller than this are specks between lines, mm² [ours]. */
const LEAST_MM2 = 2

/** What lines part a surface into. */
export interface Labels {
  /** Number of the area at each texel, −1 on lines and specks. */
  readonly label: Int32Array
  readonly count: number
  /** True area of each, mm². */
  readonly mm2: Float64Array
}

/** Areas, 4-connected, across the seam and through poles: runs of each row joined with those of the row above. */
export function labelAreas({ width, top, bottom, line, mm2, poles }: AreaRaster): Labels {
  const height = bottom - top
  const starts: number[] = []
  const ends: number[] = []
  const firstOfRow = new Int32Array(height + 1)
  const parent: number[] = []
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]]
    return i
  }
  const join = (a: number, b: number) => {
    const [x, y] = [find(a), find(b)]
    if (x !== y) parent[Math.max(x, y)] = Math.min(x, y)
  }
  for (let y = 0; y < height; y++) {
    firstOfRow[y] = starts.length
    const row = y * width
    for (let x = 0; x < width;) {
      if (line[row + x]) {
        x++
        continue
      }
      const from = x
      while (x < width && !line[row + x]) x++
      parent.push(starts.length)
      starts.push(from)
      ends.push(x)
    }
    const [first, last] = [firstOfRow[y], starts.length - 1]
    if (last > first && starts[first] === 0 && ends[last] === width) join(first, last)
    if (poles.includes(y)) for (let i = first + 1; i <= last; i++) join(first, i)
    if (y === 0) continue
    for (let i = first, k = firstOfRow[y - 1]; i <= last && k < first;) {
      if (starts[i] < ends[k] && starts[k] < ends[i]) join(i, k)
      if (ends[i] < ends[k]) i++
      else k++
    }
  }
  firstOfRow[height] = starts.length
  const sums = new Float64Array(starts.length)
  for (let y = 0; y < height; y++)
    for (let i = firstOfRow[y]; i < firstOfRow[y + 1]; i++) {
      const root = find(i)
      for (let x = starts[i]; x < ends[i]; x++) sums[root] += mm2(x, y)
    }
  const numbers = new Int32Array(starts.length).fill(-1)
  const areas: number[] = []
  for (let i = 0; i < starts.length; i++)
    if (parent[i] === i && sums[i] >= LEAST_MM2) {
      numbers[i] = areas.length
      areas.push(sums[i])
    }
  const label = new Int32Array(width * height).fill(-1)
  for (let y = 0; y < height; y++)
    for (let i = firstOfRow[y]; i < firstOfRow[y + 1]; i++) {
      const number = numbers[find(i)]
      if (number >= 0) label.fill(number, y * width + starts[i], y * width + ends[i])
    }
  return { label, count: areas.length, mm2: Float64Array.from(areas) }
}
