import { normalUpTo } from '../../numeric/normal'
import type { Motif } from '../../vocabulary/motif'
import type { TakenArea } from '../../vocabulary/pieceDrawing'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource } from '../levelField'
import { partedStretch } from './areaRaster'
import { holdMask, partedBy, takenMask } from './areaField'

/** A glaze as it melts: areas of a drawing that it was laid on. */
export interface MoltenAreas {
  readonly motif: Motif
  readonly take: readonly TakenArea[]
}

/** How two molten glazes meet. */
export interface Meeting {
  /** Half width of the strip in which they mix, mm. */
  readonly halfMm: number
  /** How far the upper one runs down over the lower, mm. */
  readonly sagMm: number
}

/** Levels are sixteenths of the other glaze, in eighths. */
const PARTS = 16

/** A way that two glazes meet is looked for up to here, mm. */
const FARTHEST_MM = 14
const STEP_MM = 0.1

/** Share of the other glaze at a depth into one’s own, mm; below 0 beyond the border. */
export const shareAt = (depthMm: number, halfMm: number): number => 1 - normalUpTo((2 * depthMm) / halfMm)

/**
 * Where the glaze of `own` areas takes up that of `other` ones, in sixteenths: along the borders that no fence and no groove holds.
 * Distances go round what holds, so that glazes meet through a gap and no further than they flow.
 */
export function mingleField(
  grid: SkinGrid,
  own: MoltenAreas,
  other: MoltenAreas,
  { halfMm, sagMm }: Meeting,
  holds: readonly FieldSource[],
): FieldSource {
  const stretch = partedStretch(grid, own.motif)
  const { lineMm: _, ...lines } = own.motif
  const ids = (areas: MoltenAreas) => areas.take.map(({ copy, at }) => `${copy}:${at.join(':')}`).join('_')
  const key = `mingle:${halfMm.toFixed(2)}:${sagMm.toFixed(1)}:${ids(own)}|${ids(other)}:${holds.map((h) => h.key).join('+')}:${JSON.stringify(lines)}`
  const downward = own.motif.side === 'outside' ? -1 : 1
  return {
    key,
    kind: 'patches',
    stretches: [stretch],
    arcs: null,
    make: () => {
      const areas = partedBy(grid, own.motif)
      const { raster } = areas
      const { width, top, bottom, rowMm, columnMm, lineMm } = raster
      const height = bottom - top
      const mine = takenMask(areas, own.take)
      const theirs = takenMask(areas, other.take)
      const held = holdMask(width, top, mine.length, holds)
      const reach = Math.min(FARTHEST_MM, 2 * halfMm + sagMm + lineMm)
      const far = new Float32Array(mine.length).fill(1e6)
      const from = new Int32Array(mine.length).fill(-1)
      const buckets: number[][] = Array.from({ length: Math.ceil(reach / STEP_MM) + 2 }, () => [])
      for (let i = 0; i < theirs.length; i++)
        if (theirs[i]) {
          far[i] = 0
          from[i] = i
        }
      const tryStep = (i: number, j: number, mm: number) => {
        if (theirs[j] || held?.[j] || (areas.labels.label[j] >= 0 && !mine[j])) return
        const d = far[i] + mm
        if (d >= far[j] || d > reach) return
        far[j] = d
        from[j] = from[i]
        buckets[Math.floor(d / STEP_MM)].push(j)
      }
      const spread = (i: number) => {
        const [x, y] = [i % width, Math.floor(i / width)]
        const row = y * width
        const [l, r] = [x === 0 ? width - 1 : x - 1, x === width - 1 ? 0 : x + 1]
        const across = columnMm[y]
        const aslant = Math.hypot(across, rowMm)
        tryStep(i, row + l, across)
        tryStep(i, row + r, across)
        for (const next of [y - 1, y + 1]) {
          if (next < 0 || next >= height) continue
          tryStep(i, next * width + x, rowMm)
          tryStep(i, next * width + l, aslant)
          tryStep(i, next * width + r, aslant)
        }
      }
      for (let i = 0; i < theirs.length; i++) if (theirs[i] && !held?.[i]) spread(i)
      for (let b = 0; b < buckets.length; b++)
        for (const i of buckets[b]) if (Math.floor(far[i] / STEP_MM) === b) spread(i)
      const levels = new Uint8Array(mine.length)
      for (let i = 0; i < mine.length; i++) {
        // On the line itself the act goes by which of the two lies there.
        if ((!mine[i] && areas.labels.label[i] >= 0) || far[i] > reach) continue
        const lower = (Math.floor(i / width) - Math.floor(from[i] / width)) * downward
        // The upper glaze runs down over the lower: the border lies so much lower.
        const border = far[i] - lineMm / 2 - (lower > 0 ? sagMm : lower < 0 ? -sagMm : 0)
        const share = shareAt(border, halfMm)
        levels[i] = Math.min(PARTS - 2, 2 * Math.round((share * PARTS) / 2))
      }
      return levelField(grid, key, top, levels)
    },
  }
}
