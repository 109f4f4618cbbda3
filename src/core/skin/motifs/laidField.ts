import { seedFromText, seededRandom } from '../../base/random'
import { aroundMm, profileAt } from '../../form/turnedForm'
import type { SkinGrid } from '../grid'
import { levelField, type LevelField } from '../levelField'
import type { MarkEdge, Raster } from '../loops/strokeRaster'
import { MarkPainter, paintCopies, type Placer } from './markPainter'
import { copies, FLAT_MM, lengthAlong, marksOf, motifWidth, turnedOver, type MotifCopy } from './motifCopies'
import { reachOfCopy, sheetOfCopy } from './placers'
import { layOn } from './rays'
import { bendable, strayAt, type LaidMotif } from './strays'

/**
 * On what is not turned each copy is drawn on a sheet in plain millimetres that is laid on the surface round its middle, and looked
 * up at each texel: a circle is one in all directions, at poles, on the sides of a bent strap and on the long end of an oval wall too.
 */
export function laidField(grid: SkinGrid, key: string, motif: LaidMotif, edge: MarkEdge): LevelField {
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  const { heightMm } = motif
  const reach = reachOfCopy(grid, motif)
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
  for (const copy of copies(motif)) {
    const marks = bendable(motif, marksOf(motif, widthMm, random, copy))
    const [, middle] = turnedOver(motif, { ...copy, flipY: false }, 0, heightMm / 2)
    const place: Placer = (x, y) => {
      const [mx, my] = turnedOver(motif, copy, x, y)
      const [across, up] = motif.strays ? strayAt(motif.strays, mx, my, copy.across * APART_MM) : [0, 0]
      return [(reach + mx + across) / FLAT_MM, (reach + my + up - middle) / FLAT_MM]
    }
    const drawn = paintCopies([{ marks, place }], (own = edge) => new MarkPainter(plain, own, motif.seed))
    eachUnder(grid, underTexel(grid, motif, copy, reach), (i, x, y) => {
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

/** What of a copy’s sheet lies at the middle of a texel, mm from its middle; null where the sheet does not reach. */
type UnderTexel = (column: number, row: number) => readonly [x: number, y: number] | null

/** What of a copy’s sheet lies at texels: by rays in space on parts, by rays on the skin on a wall. */
function underTexel(grid: SkinGrid, motif: LaidMotif, copy: MotifCopy, reach: number): UnderTexel {
  const { surface, width, rowMm, form } = grid
  if (!surface.foot) {
    const { under, lengthMm } = sheetOfCopy(grid, motif, copy, reach)
    // No way along the skin is shorter than this share of it.
    const narrowest = aroundMm(form, Math.max(0.5, profileAt(form, lengthMm).r)) / 4
    return (column, row) => {
      const off = (row + 0.5) * rowMm - lengthMm
      const share = (column + 0.5) / width - copy.across
      const turns = share - Math.round(share)
      if (Math.abs(off) > reach || Math.abs(turns) * narrowest > reach) return null
      const [x, y] = under([turns, off])
      return Math.hypot(x, y) > reach ? null : [x, y]
    }
  }
  const points = pointsOf(grid)
  const [, middle] = turnedOver(motif, { ...copy, flipY: false }, 0, motif.heightMm / 2)
  const sheet = layOn({ ...surface, foot: surface.foot }, copy.across, lengthAlong(form, motif, middle), reach)
  const [ax, ay, az] = sheet.anchor
  const far = (reach + 1) ** 2
  return (column, row) => {
    const i = 3 * (row * width + column)
    const [x, y, z] = [points[i], points[i + 1], points[i + 2]]
    return (x - ax) ** 2 + (y - ay) ** 2 + (z - az) ** 2 < far ? sheet.under([x, y, z]) : null
  }
}

/** Calls back with each texel under a sheet, and where on the sheet it is. */
function eachUnder(
  { width, height }: SkinGrid,
  under: UnderTexel,
  each: (texel: number, x: number, y: number) => void,
): void {
  const known = new Map<number, readonly [number, number] | null>()
  const corner = (column: number, row: number) => {
    const i = row * width + column
    let place = known.get(i)
    if (place === undefined) known.set(i, (place = under(column, row)))
    return place
  }
  for (let top = 0; top < height; top += SQUARE)
    for (let left = 0; left < width; left += SQUARE) {
      const [low, right] = [Math.min(height - 1, top + SQUARE), Math.min(width - 1, left + SQUARE)]
      const [a, b, c, d] = [corner(left, top), corner(right, top), corner(left, low), corner(right, low)]
      if (!a && !b && !c && !d) continue
      const even = a && b && c && d && apart(a, d) < EVEN_MM && apart(b, c) < EVEN_MM
      for (let y = top; y < Math.min(height, top + SQUARE); y++)
        for (let x = left; x < Math.min(width, left + SQUARE); x++) {
          const i = y * width + x
          if (even) {
            const [u, v] = [(x - left) / (right - left || 1), (y - top) / (low - top || 1)]
            const mixed = (k: 0 | 1) => (a[k] * (1 - u) + b[k] * u) * (1 - v) + (c[k] * (1 - u) + d[k] * u) * v
            each(i, mixed(0), mixed(1))
          } else {
            const place = under(x, y)
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
