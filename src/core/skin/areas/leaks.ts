import type { AreaRaster } from './areaRaster'

/** Depths are told apart by this, mm, and up to where a gap is looked for. */
const STEP_MM = 0.05
const DEEPEST_MM = 2.25

/** The widest gap that is taken for one, mm: a drawn neck as narrow is shown too. */
const WIDEST_MM = 3.1

/** A gap leads from one room into another: each is so large, mm², and so many times deeper than half of the gap [ours]. */
const ROOM_MM2 = 20
const ROOM_DEEPER = 1.5

/** Meetings of the same rooms nearer than this are one gap, mm. */
const SAME_GAP_MM = 5

/** A gap in an outline: where it is on the raster of areas, and how wide, mm. */
export interface Leak {
  readonly column: number
  readonly row: number
  readonly widthMm: number
}

/**
 * Gaps in outlines. Rooms are flooded from their deepest places; where two that are rooms indeed meet in the shallows they stay
 * apart, and a leak is noted.
 *
 * @param depth of each texel below its nearest line, mm
 */
export function leaksIn(raster: AreaRaster, depth: Float32Array): Leak[] {
  const { width, top, bottom, rowMm, columnMm, mm2 } = raster
  const height = bottom - top
  const texels = width * height
  const levels = Math.round(DEEPEST_MM / STEP_MM)
  const level = (i: number) => Math.min(levels, Math.floor(depth[i] / STEP_MM))
  // Texels sorted by depth: a count of each level, then their places.
  const starts = new Int32Array(levels + 2)
  for (let i = 0; i < texels; i++) starts[levels - level(i) + 1]++
  for (let l = 0; l <= levels; l++) starts[l + 1] += starts[l]
  const order = new Int32Array(texels)
  const next = starts.slice()
  for (let i = 0; i < texels; i++) order[next[levels - level(i)]++] = i
  const parent = new Int32Array(texels).fill(-1)
  const size = new Float64Array(texels)
  const deepest = new Float32Array(texels)
  const find = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i]]
    return i
  }
  const found: (Leak & { rooms: [number, number] })[] = []
  const apart = (x: number, y: number, leak: Leak) => {
    const across = Math.abs(x - leak.column)
    return Math.hypot(Math.min(across, width - across) * columnMm[y], (y - leak.row) * rowMm)
  }
  const isRoom = (root: number, s: number) => size[root] >= ROOM_MM2 && deepest[root] >= ROOM_DEEPER * s
  const noted = (x: number, y: number, s: number, a: number, b: number) => {
    const leak = { column: x, row: y, widthMm: 2 * s }
    const same = found.some(
      ({ rooms, ...other }) => rooms.every((room) => [a, b].includes(find(room))) && apart(x, y, other) < SAME_GAP_MM,
    )
    if (!same) found.push({ ...leak, rooms: [a, b] })
  }
  const end = starts[levels]
  for (let k = 0; k < end; k++) {
    const i = order[k]
    const y = Math.floor(i / width)
    const x = i - y * width
    const s = depth[i]
    const shallow = 2 * s < WIDEST_MM
    parent[i] = i
    size[i] = mm2(x, y)
    deepest[i] = s
    let own = i
    for (let side = 0; side < 4; side++) {
      let j = -1
      if (side === 0) j = x === 0 ? i + width - 1 : i - 1
      else if (side === 1) j = x === width - 1 ? i - width + 1 : i + 1
      else if (side === 2) j = i - width
      else if (y < height - 1) j = i + width
      if (j < 0 || parent[j] < 0) continue
      const other = find(j)
      if (other === own) continue
      if (shallow && isRoom(own, s) && isRoom(other, s)) {
        noted(x, y, s, own, other)
        continue
      }
      const ownIsLarger = size[own] >= size[other]
      const large = ownIsLarger ? own : other
      const small = ownIsLarger ? other : own
      parent[small] = large
      size[large] += size[small]
      if (deepest[small] > deepest[large]) deepest[large] = deepest[small]
      own = large
    }
  }
  return found.map(({ column, row, widthMm }) => ({ column, row, widthMm }))
}

/** Ends of the line that closes a gap: the nearest texels of lines on opposite sides of it; null if there are none near. */
export function closing(
  { width, top, bottom, rowMm, columnMm, line }: AreaRaster,
  { column, row, widthMm }: Leak,
): readonly [readonly [number, number], readonly [number, number]] | null {
  const reach = widthMm * 1.3 + 1
  const near: { x: number; y: number; mm: readonly [number, number]; far: number }[] = []
  const [across, along] = [Math.ceil(reach / columnMm[row]), Math.ceil(reach / rowMm)]
  for (let dy = -along; dy <= along; dy++) {
    const y = row + dy
    if (y < 0 || y >= bottom - top) continue
    for (let dx = -across; dx <= across; dx++) {
      if (!line[y * width + ((((column + dx) % width) + width) % width)]) continue
      const mm = [dx * columnMm[row], dy * rowMm] as const
      const far = Math.hypot(...mm)
      if (far <= reach) near.push({ x: column + dx, y, mm, far })
    }
  }
  const first = near.toSorted((a, b) => a.far - b.far)[0]
  if (!first) return null
  const [ax, ay] = first.mm
  const second = near
    .filter(({ mm: [x, y], far }) => ax * x + ay * y < -0.4 * first.far * far)
    .sort((a, b) => a.far - b.far)[0]
  return second
    ? [
        [first.x + 0.5, first.y + 0.5],
        [second.x + 0.5, second.y + 0.5],
      ]
    : null
}
