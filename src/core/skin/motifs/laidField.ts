import { seedFromText, seededRandom } from '../../base/random'
import type { SkinGrid } from '../grid'
import { levelField, type LevelField } from '../levelField'
import type { MarkEdge, Raster } from '../loops/strokeRaster'
import { MarkPainter, paintCopies, type Placer } from './markPainter'
import { copies, FLAT_MM, lengthAlong, marksOf, motifWidth, turnedOver } from './motifCopies'
import { layOn, type LaidSheet } from './rays'
import { bendable, furthestOff, strayAt, type LaidMotif } from './strays'

/**
 * On what is not turned each copy is drawn on a sheet in plain millimetres that is laid on the surface round its middle, and looked
 * up at each texel: a circle is one in all directions, at poles and on the sides of a bent strap too.
 */
export function laidField(
  grid: SkinGrid,
  surface: Parameters<typeof layOn>[0],
  key: string,
  motif: LaidMotif,
  edge: MarkEdge,
): LevelField {
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  const { heightMm } = motif
  const margin = heightMm * 0.06 + motif.lineMm + 1 + furthestOff(motif)
  const reach = Math.hypot(widthMm, heightMm) / 2 + margin
  const size = 2 * Math.ceil(reach / FLAT_MM)
  const plain: Raster = {
    width: size,
    top: 0,
    bottom: size,
    rowMm: FLAT_MM,
    columnMm: () => FLAT_MM,
    wraps: false,
  }
  const levels = new Uint8Array(grid.width * grid.height)
  const points = pointsOf(grid)
  for (const copy of copies(motif)) {
    const marks = bendable(motif, marksOf(motif, widthMm, random, copy))
    const [, middle] = turnedOver(motif, { ...copy, flipY: false }, 0, heightMm / 2)
    const place: Placer = (x, y) => {
      const [mx, my] = turnedOver(motif, copy, x, y)
      const [across, up] = motif.strays ? strayAt(motif.strays, mx, my, copy.across * APART_MM) : [0, 0]
      return [(reach + mx + across) / FLAT_MM, (reach + my + up - middle) / FLAT_MM]
    }
    const drawn = paintCopies([{ marks, place }], (own = edge) => new MarkPainter(plain, own, motif.seed))
    const sheet = layOn(surface, copy.across, lengthAlong(grid.form, motif, middle), reach)
    eachUnder(grid, points, sheet, (i, x, y) => {
      const column = Math.floor((reach + x) / FLAT_MM)
      const row = Math.floor((reach + y) / FLAT_MM)
      if (column >= 0 && row >= 0 && column < size && row < size)
        levels[i] = Math.max(levels[i], drawn[row * size + column])
    })
  }
  return levelField(grid, key, 0, levels)
}

/** Hands stray otherwise in copies that stand this far from each other a turn, mm. */
const APART_MM = 997

/** Side of the squares of texels in whose corners places are looked up: between them a sheet lies evenly. */
const SQUARE = 4

/** The most that a sheet lies on between corners of a square, mm: more is a seam or a fold. */
const EVEN_MM = 3

/** Calls back with each texel under a sheet, and where on the sheet it is. */
function eachUnder(
  { width, height }: SkinGrid,
  points: Float32Array,
  { anchor: [ax, ay, az], reachMm, under }: LaidSheet,
  each: (texel: number, x: number, y: number) => void,
): void {
  const far = (reachMm + 1) ** 2
  const near = (i: number) =>
    (points[3 * i] - ax) ** 2 + (points[3 * i + 1] - ay) ** 2 + (points[3 * i + 2] - az) ** 2 < far
  const at = (i: number) => (near(i) ? under([points[3 * i], points[3 * i + 1], points[3 * i + 2]]) : null)
  const known = new Map<number, readonly [number, number] | null>()
  const corner = (i: number) => {
    let place = known.get(i)
    if (place === undefined) known.set(i, (place = at(i)))
    return place
  }
  for (let top = 0; top < height; top += SQUARE)
    for (let left = 0; left < width; left += SQUARE) {
      const [low, right] = [Math.min(height - 1, top + SQUARE), Math.min(width - 1, left + SQUARE)]
      const corners = [top * width + left, top * width + right, low * width + left, low * width + right]
      if (!corners.some(near)) continue
      const [a, b, c, d] = corners.map(corner)
      const even = a && b && c && d && apart(a, d) < EVEN_MM && apart(b, c) < EVEN_MM
      for (let y = top; y < Math.min(height, top + SQUARE); y++)
        for (let x = left; x < Math.min(width, left + SQUARE); x++) {
          const i = y * width + x
          if (even) {
            const [u, v] = [(x - left) / (right - left || 1), (y - top) / (low - top || 1)]
            const mixed = (k: 0 | 1) => (a[k] * (1 - u) + b[k] * u) * (1 - v) + (c[k] * (1 - u) + d[k] * u) * v
            each(i, mixed(0), mixed(1))
          } else {
            const place = at(i)
            if (place) each(i, ...place)
          }
        }
    }
}

const apart = (a: readonly [number, number], b: readonly [number, number]) => Math.hypot(a[0] - b[0], a[1] - b[1])

const places = new WeakMap<SkinGrid, Float32Array>()

/** Where the middles of all texels are in space, mm, row by row. */
function pointsOf(grid: SkinGrid): Float32Array {
  let known = places.get(grid)
  if (!known) {
    const { width, height, surface, rowMm } = grid
    known = new Float32Array(3 * width * height)
    for (let y = 0; y < height; y++) {
      const at = surface.ring((y + 0.5) * rowMm)
      for (let x = 0; x < width; x++) known.set(at((x + 0.5) / width), 3 * (y * width + x))
    }
    places.set(grid, known)
  }
  return known
}
