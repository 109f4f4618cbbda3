import { areaWeights, rowsOf, texelArea, type SkinGrid } from '../grid'
import { WALL } from '../../form/assembly'
import { profileAt, type Stretch } from '../../form/turnedForm'
import type { Surface } from '../../form/surfaces/surface'
import { withoutTools, type Motif } from '../../vocabulary/motif'
import { marksField } from '../motifs/marksField'

/** What of a surface is parted into areas: rows of its raster, with the texels on which lines lie. */
export interface AreaRaster {
  readonly width: number
  /** First row of the surface, and the row past the last. */
  readonly top: number
  readonly bottom: number
  /** 1 where a line lies, row by row. */
  readonly line: Uint8Array
  /** How broad the lines are there, mm. */
  readonly lineMm: number
  readonly rowMm: number
  /** Length of a column in a row of this raster, mm. */
  readonly columnMm: Float64Array
  /** True area of a texel of this raster, mm². */
  readonly mm2: (column: number, row: number) => number
  /** Rows that run together in a pole: all of their texels touch each other. */
  readonly poles: readonly number[]
}

/** From this level on a texel belongs to a line. */
const HALF = 8

/** Lines that part areas are this thin, mm, whatever tool cuts them, if the raster is fine enough: areas meet in the middle of them. */
const PARTING_MM = 0.3

/** So many texels broad a line has no holes, whichever way it runs. */
const UNBROKEN = 1.6

/** The stretch that the lines of a drawing part: the side on which it stands, over the rim. A part is parted all over. */
export function partedStretchOn({ id, form }: Surface, { side }: Motif): Stretch {
  const { base, outside, rim, floor } = form.zones
  if (id !== WALL || form.closed) return { from: 0, to: form.totalMm }
  if (side === 'base') return base
  return side === 'outside' && !form.flat ? { from: outside.from, to: rim.to } : { from: rim.from, to: floor.to }
}

/** The same of the surface of a raster. */
export const partedStretch = ({ surface }: SkinGrid, motif: Motif): Stretch => partedStretchOn(surface, motif)

/** Narrower than this the end of a surface is a point, mm: the ends of a strap and the edge of a relief are open. */
const POINT_MM = 0.2

/** Whether a surface runs together in a point at one of its ends. */
const isPole = ({ form }: SkinGrid, endMm: number): boolean => profileAt(form, endMm).r < POINT_MM

/** The raster of what a drawing parts. */
export function areaRaster(grid: SkinGrid, motif: Motif): AreaRaster {
  const { width, rowMm } = grid
  const [top, bottom] = rowsOf(grid, partedStretch(grid, motif))
  const lineMm = Math.max(PARTING_MM, UNBROKEN * rowMm, UNBROKEN * Math.max(...grid.columnMm.slice(top, bottom)))
  const drawing = motif.drawing && withoutTools(motif.drawing)
  const field = marksField(grid, { ...motif, drawing, ground: false, made: 'line', lineMm }, 'mask').make()
  const line = new Uint8Array(width * (bottom - top))
  for (let y = Math.max(top, field.top); y < Math.min(bottom, field.bottom); y++)
    for (let x = field.left; x < field.right; x++)
      if (field.levels[(y - field.top) * (field.right - field.left) + x - field.left] >= HALF)
        line[(y - top) * width + x] = 1
  const weights = areaWeights(grid)
  return {
    width,
    top,
    bottom,
    line,
    lineMm,
    rowMm,
    columnMm: grid.columnMm.slice(top, bottom),
    mm2: (x, y) => texelArea(weights, x, y + top),
    poles: [
      ...(top === 0 && isPole(grid, 0) ? [0] : []),
      ...(bottom === grid.height && isPole(grid, grid.form.totalMm) ? [bottom - top - 1] : []),
    ],
  }
}
