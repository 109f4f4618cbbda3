import type { SkinGrid } from './grid'
import { cutTo, type FieldSource } from './levelField'

/** What a bath wets: between two planes that rise to one side, given by their heights at the axis. */
export interface BathPlane {
  readonly lowMm: number
  readonly highMm: number
  /** How steep they are, degrees, and to which side they rise, degrees from the front. */
  readonly tiltDeg: number
  readonly towardDeg: number
}

/** A field of which only what lies in a bath acts. */
export function inBath(
  grid: SkinGrid,
  field: FieldSource,
  { lowMm, highMm, tiltDeg, towardDeg }: BathPlane,
): FieldSource {
  const { surface, rowMm, width } = grid
  const rise = Math.tan((tiltDeg * Math.PI) / 180)
  const toward = (towardDeg * Math.PI) / 180
  const [sx, sz] = [rise * Math.sin(toward), rise * Math.cos(toward)]
  let row = -1
  let ring: ReturnType<typeof surface.ring> | null = null
  return cutTo(grid, field, `bath:${lowMm.toFixed(2)}:${highMm.toFixed(2)}:${tiltDeg}:${towardDeg}`, (x, y) => {
    if (y !== row || !ring) [row, ring] = [y, surface.ring((y + 0.5) * rowMm)]
    const [px, py, pz] = ring((x + 0.5) / width)
    const height = py - px * sx - pz * sz
    return height >= lowMm && height <= highMm
  })
}
