import type { Surface } from '../../form/surfaces/surface'
import { clamp } from '../../numeric/interpolation'
import { DITHER, RowNoise } from '../../numeric/noise'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource } from '../levelField'
import { NOMINAL } from '../levels'
import { arcsOn, stretchesOn } from '../place'
import { mistKey, mistOn, receivedAt, type Spraying } from './mist'

/** How uneven the droplets of a mist lie, as a share of a coat, and how far apart they are, mm. Ours. */
const GRAIN = 0.22
const GRAIN_MM = 1.1

/** From this share of a coat on a place counts as sprayed, where no raster is looked at. */
const FACES = 0.35

/** Coats of a spray on one of the surfaces of a piece: where it is aimed at, and past it as far as the mist goes. */
export function sprayField(
  grid: SkinGrid,
  surfaces: readonly Surface[],
  { coats, seed, ...spraying }: Spraying & { readonly coats: number; readonly seed: number },
): FieldSource {
  const { surface, width, height, rowMm } = grid
  const key = `spray:${mistKey(spraying)}:${coats}:${seed}`
  return {
    key,
    kind: 'area',
    stretches: stretchesOn(surface, spraying.place, false),
    arcs: arcsOn(surface, spraying.place, false),
    // What the gun does not see is not meant to be coloured.
    within: (lengthMm, across) =>
      receivedAt(mistOn(surfaces, spraying)[surfaces.indexOf(surface)], lengthMm / surface.form.totalMm, across) >=
      FACES,
    make: () => {
      const { rows, columns, coats: got } = mistOn(surfaces, spraying)[surfaces.indexOf(surface)]
      const levels = new Uint8Array(width * height)
      const grains = new RowNoise(width, Math.max(8, Math.round((Math.max(...grid.columnMm) * width) / GRAIN_MM)), seed)
      const grain = new Float32Array(width)
      for (let y = 0; y < height; y++) {
        const v = clamp(((y + 0.5) / height) * rows, 0, rows - 1e-6)
        const row = Math.floor(v)
        const [below, above] = [got.subarray(row * columns), got.subarray((row + 1) * columns)]
        grains.row((y * rowMm) / GRAIN_MM, grain)
        for (let x = 0; x < width; x++) {
          const u = ((x + 0.5) / width) * columns
          const [k, next] = [Math.floor(u) % columns, (Math.floor(u) + 1) % columns]
          const t = u - Math.floor(u)
          const low = below[k] + (below[next] - below[k]) * t
          const high = above[k] + (above[next] - above[k]) * t
          const here = low + (high - low) * (v - row)
          if (here <= 0.004) continue
          const uneven = 1 + GRAIN * 2 * (grain[x] - 0.5)
          const level = NOMINAL * coats * here * uneven + DITHER[((y & 63) << 6) | (x & 63)]
          levels[y * width + x] = clamp(Math.round(level), 0, Math.min(255, 15 * coats))
        }
      }
      return levelField(grid, key, 0, levels)
    },
  }
}
