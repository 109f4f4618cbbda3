import { normalUpTo } from '../../numeric/normal'
import type { Motif } from '../../vocabulary/motif'
import type { TakenArea } from '../../vocabulary/pieceDrawing'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource } from '../levelField'
import { partedStretch } from './areaRaster'
import { holdMask, partedBy } from './areaField'
import { labelsOf } from './findAreas'
import { flood } from './flood'

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
  const way = `${halfMm.toFixed(2)}:${sagMm.toFixed(1)}:${holds.map((h) => h.key).join('+')}`
  const key = `mingle:${way}:${ids(own)}|${ids(other)}:${JSON.stringify(lines)}`
  const downward = own.motif.side === 'outside' ? -1 : 1
  return {
    key,
    kind: 'patches',
    stretches: [stretch],
    arcs: null,
    make: () => {
      const areas = partedBy(grid, own.motif)
      const { raster, labels, edges } = areas
      const { width, top, lineMm } = raster
      const { label } = labels
      const mine = labelsOf(areas, own.take)
      const theirs = labelsOf(areas, other.take)
      const held = holdMask(grid, top, label.length, holds)
      const reach = Math.min(FARTHEST_MM, 2 * halfMm + sagMm + lineMm)
      const sources = [...theirs].flatMap((l) => edges[l]).filter((i) => !held?.[i])
      const { texels, far, from } = flood(
        raster,
        sources,
        (i) => !held?.[i] && (label[i] < 0 || mine.has(label[i])),
        reach,
      )
      const levels = new Uint8Array(label.length)
      // On the line itself the act goes by which of the two lies there.
      for (const i of texels) {
        const lower = (Math.floor(i / width) - Math.floor(from[i] / width)) * downward
        // The upper glaze runs down over the lower: the border lies so much lower.
        const border = far[i] - lineMm / 2 - (lower > 0 ? sagMm : lower < 0 ? -sagMm : 0)
        levels[i] = Math.min(PARTS - 2, 2 * Math.round((shareAt(border, halfMm) * PARTS) / 2))
      }
      return levelField(grid, key, top, levels)
    },
  }
}
