import { wallSurface } from '../form/assembly'
import type { Surface } from '../form/surfaces/surface'
import { aroundMm, profileAt, type Stretch, type TurnedForm } from '../form/turnedForm'

/**
 * A surface as a raster: columns go once round, rows along it; those of the wall from the middle of the base to the middle of the
 * floor.
 */
export interface SkinGrid {
  readonly width: number
  readonly height: number
  readonly surface: Surface
  /** The surface unrolled. */
  readonly form: TurnedForm
  /** Length of one row along the profile, mm. */
  readonly rowMm: number
  /** Radius at the middle of each row, mm. */
  readonly radiusMm: Float64Array
  /** Length of one column at each row, mm. */
  readonly columnMm: Float64Array
}

/** The raster of a wall. */
export const skinGrid = (form: TurnedForm, width = 2048, height = 1024): SkinGrid =>
  surfaceGrid(wallSurface(form), width, height)

/** The raster of any surface. */
export function surfaceGrid(surface: Surface, width: number, height: number): SkinGrid {
  const { form } = surface
  const rowMm = form.totalMm / height
  const radiusMm = Float64Array.from({ length: height }, (_, row) =>
    Math.max(profileAt(form, (row + 0.5) * rowMm).r, 0.05),
  )
  const columnMm = radiusMm.map((r) => aroundMm(form, r) / width)
  return { width, height, surface, form, rowMm, radiusMm, columnMm }
}

/** The row at a length along the profile (mm), not clamped. */
const rowAt = (grid: SkinGrid, lengthMm: number): number => lengthMm / grid.rowMm

/** First and past-the-last row of a stretch. */
export function rowsOf(grid: SkinGrid, { from, to }: Stretch): [number, number] {
  return [Math.max(0, Math.round(rowAt(grid, from))), Math.min(grid.height, Math.round(rowAt(grid, to)))]
}

/**
 * Weights for the true area of a texel, mm²: rowWeight[y] · √(rise[y]² + (run[y] · support[x])²).
 * For P = (r·x(u), z, r·y(u)) with an outline walked at an even pace,
 * |∂u P × ∂s P| = r|c′| √(z′² + (r′ h)²), h the outline’s
 * distance from its tangent; a round form has h = 1 and the root is 1.
 */
export interface AreaWeights {
  readonly row: Float64Array
  readonly rise: Float64Array
  readonly run: Float64Array
  readonly support: Float64Array
  readonly round: boolean
}

export function areaWeights(grid: SkinGrid): AreaWeights {
  const { form, rowMm, columnMm, width, height } = grid
  const rise = new Float64Array(height)
  const run = new Float64Array(height)
  for (let y = 0; y < height; y++) {
    const a = profileAt(form, y * rowMm)
    const b = profileAt(form, (y + 1) * rowMm)
    const length = Math.hypot(b.r - a.r, b.z - a.z) || 1
    rise[y] = (b.z - a.z) / length
    run[y] = (b.r - a.r) / length
  }
  const support = Float64Array.from({ length: width }, (_, x) => form.plan.support((x + 0.5) / width))
  return { row: columnMm.map((mm) => mm * rowMm), rise, run, support, round: form.plan.plan.kind === 'round' }
}

/** True area of one texel, mm². */
export const texelArea = ({ row, rise, run, support, round }: AreaWeights, x: number, y: number): number =>
  round ? row[y] : row[y] * Math.hypot(rise[y], run[y] * support[x])
