import { clamp } from '../../numeric/interpolation'
import { DITHER } from '../../numeric/noise'
import type { Motif } from '../../vocabulary/motif'
import { BLEND_STEPS } from '../applicatorFields'
import { isFlatRow } from '../flatParts'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource, type LevelField } from '../levelField'
import { partedBy } from './areaField'

/** Ways that a gradient runs over areas, as one looks at them: upwards, from left to right, from their outline to their middle. */
export const AREA_BLENDS = ['up', 'across', 'inward'] as const

export type AreaBlend = (typeof AREA_BLENDS)[number]

/** The part of areas where step `k` of a gradient lies, from one end of them to the other, dithered into its neighbours. */
export function areaBlendField(
  grid: SkinGrid,
  base: FieldSource,
  motif: Motif,
  along: AreaBlend,
  k: number,
): FieldSource {
  const key = `areaBlend:${along}:${k}:${base.key}`
  return {
    key,
    kind: 'area',
    stretches: base.stretches,
    arcs: base.arcs,
    make: () => {
      const field = base.make()
      const share = along === 'inward' ? inwardShares(grid, motif) : spanned(field, grid, motif, along)
      const levels = field.levels.slice()
      for (let y = field.top; y < field.bottom; y++)
        for (let x = 0; x < grid.width; x++) {
          const i = (y - field.top) * grid.width + x
          if (!levels[i]) continue
          const at = Math.floor(share(x, y) * BLEND_STEPS + 1.4 * DITHER[((y & 63) << 6) | (x & 63)])
          if (clamp(at, 0, BLEND_STEPS - 1) !== k) levels[i] = 0
        }
      return levelField(grid, key, field.top, levels)
    },
  }
}

/** Shares from 0 at one end of a field to 1 at the other. */
function spanned(
  field: LevelField,
  grid: SkinGrid,
  motif: Motif,
  along: 'up' | 'across',
): (x: number, y: number) => number {
  const { width, form, radiusMm } = grid
  const first = field.levels.findIndex((level) => level > 0)
  const seam = first < 0 ? 0 : first % width
  const points = Array.from({ length: width }, (_, x) => form.plan.at((x + 0.5) / width))
  const flat = Array.from({ length: grid.height }, (_, y) => isFlatRow(grid, y))
  const hand = motif.side === 'base' || motif.side === 'inside' ? -1 : 1
  const place = (x: number, y: number): number => {
    if (flat[y]) return along === 'up' ? -points[x][1] * radiusMm[y] : hand * points[x][0] * radiusMm[y]
    if (along === 'up') return hand * y * grid.rowMm
    // Round a wall from the first texel of it, the short way.
    const off = (x - seam) / width
    return hand * (off - Math.round(off)) * width * grid.columnMm[y]
  }
  let [low, high] = [Infinity, -Infinity]
  for (let y = field.top; y < field.bottom; y++)
    for (let x = 0; x < width; x++)
      if (field.levels[(y - field.top) * width + x]) {
        const at = place(x, y)
        low = Math.min(low, at)
        high = Math.max(high, at)
      }
  return (x, y) => (place(x, y) - low) / (high - low || 1)
}

/** Shares from 0 at the outline of each area to 1 in its middle. */
function inwardShares(grid: SkinGrid, motif: Motif): (x: number, y: number) => number {
  const { raster, labels, depth, widestMm } = partedBy(grid, motif)
  return (x, y) => {
    const i = (y - raster.top) * raster.width + x
    const widest = widestMm[labels.label[i]]
    return widest > 0 ? (2 * depth[i]) / widest : 0
  }
}
