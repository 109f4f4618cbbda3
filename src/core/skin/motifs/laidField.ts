import { seedFromText, seededRandom } from '../../base/random'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import { levelField, type LevelField } from '../levelField'
import type { MarkEdge, Raster } from '../loops/strokeRaster'
import { MarkPainter, paintCopies, type Placer } from './markPainter'
import { copies, FLAT_MM, lengthAlong, marksOf, motifWidth, turnedOver } from './motifCopies'
import { layOn } from './rays'

/**
 * On what is not turned each copy is drawn on a sheet in plain millimetres that is laid on the surface round its middle, and looked
 * up at each texel: a circle is one in all directions, at poles and on the sides of a bent strap too.
 */
export function laidField(
  grid: SkinGrid,
  surface: Parameters<typeof layOn>[0],
  key: string,
  motif: Motif,
  edge: MarkEdge,
): LevelField {
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  const { heightMm } = motif
  const margin = heightMm * 0.06 + motif.lineMm * 2 + 2
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
    const marks = marksOf(motif, widthMm, random)
    const [, middle] = turnedOver(motif, { ...copy, flipY: false }, 0, heightMm / 2)
    const place: Placer = (x, y) => {
      const [mx, my] = turnedOver(motif, copy, x, y)
      return [(reach + mx) / FLAT_MM, (reach + my - middle) / FLAT_MM]
    }
    const drawn = paintCopies([{ marks, place }], (own = edge) => new MarkPainter(plain, own, motif.seed))
    const sheet = layOn(surface, copy.across, lengthAlong(grid.form, motif, middle), reach)
    const [ax, ay, az] = sheet.anchor
    for (let i = 0; i < levels.length; i++) {
      const [x, y, z] = [points[3 * i], points[3 * i + 1], points[3 * i + 2]]
      if ((x - ax) ** 2 + (y - ay) ** 2 + (z - az) ** 2 > reach * reach) continue
      const at = sheet.under([x, y, z])
      if (!at) continue
      const column = Math.floor((reach + at[0]) / FLAT_MM)
      const row = Math.floor((reach + at[1]) / FLAT_MM)
      if (column < 0 || row < 0 || column >= size || row >= size) continue
      levels[i] = Math.max(levels[i], drawn[row * size + column])
    }
  }
  return levelField(grid, key, 0, levels)
}

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
