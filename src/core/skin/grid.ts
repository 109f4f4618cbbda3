import { profileAt, type Stretch, type TurnedForm } from '../form/turnedForm'

/** The skin as a raster: columns go once round the axis, rows from the middle of the base to the middle of the floor. */
export interface SkinGrid {
  readonly width: number
  readonly height: number
  readonly form: TurnedForm
  /** Length of one row along the profile, mm. */
  readonly rowMm: number
  /** Radius at the middle of each row, mm. */
  readonly radiusMm: Float64Array
  /** Length of one column at each row, mm. */
  readonly columnMm: Float64Array
}

export function skinGrid(form: TurnedForm, width = 2048, height = 1024): SkinGrid {
  const rowMm = form.totalMm / height
  const radiusMm = Float64Array.from({ length: height }, (_, row) => Math.max(profileAt(form, (row + 0.5) * rowMm).r, 0.05))
  const columnMm = radiusMm.map((r) => (2 * Math.PI * r) / width)
  return { width, height, form, rowMm, radiusMm, columnMm }
}

/** The row at a length along the profile (mm), not clamped. */
export const rowAt = (grid: SkinGrid, lengthMm: number): number => lengthMm / grid.rowMm

/** First and past-the-last row of a stretch. */
export function rowsOf(grid: SkinGrid, { from, to }: Stretch): [number, number] {
  return [Math.max(0, Math.round(rowAt(grid, from))), Math.min(grid.height, Math.round(rowAt(grid, to)))]
}

/** True area of one texel in each row, mm². */
export const texelArea = (grid: SkinGrid, row: number): number => grid.columnMm[row] * grid.rowMm
