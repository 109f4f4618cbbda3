import { seededRandom } from '../base/random'
import { clamp } from '../numeric/interpolation'
import { profileAt, widest, type Stretch } from '../form/turnedForm'
import { keyOf, span } from './coatFields'
import { isFlatRow } from './flatParts'
import { NOMINAL } from './levels'
import { TEXTURE, type TextureKind } from '../vocabulary/textures'
import type { SkinGrid } from './grid'
import { levelField, type FieldSource } from './levelField'
import type { MarkEdge } from './loops/strokeRaster'
import { MarkPainter } from './motifs/markPainter'
import { closedNoise, DITHER, RowNoise } from '../numeric/noise'

/** A field over stretches whose level at each texel is worked out row by row. */
function rowField(
  grid: SkinGrid,
  key: string,
  kind: FieldSource['kind'],
  stretches: readonly Stretch[],
  row: (y: number, out: Uint8Array) => void,
): FieldSource {
  return {
    key,
    kind,
    stretches,
    arcs: null,
    make: () => {
      const { top, bottom, rows } = span(grid, stretches)
      const levels = new Uint8Array(grid.width * (bottom - top))
      for (const [a, b] of rows)
        for (let y = a; y < b; y++) row(y, levels.subarray((y - top) * grid.width, (y - top + 1) * grid.width))
      return levelField(grid, key, top, levels)
    },
  }
}

/** What a painter leaves here and there on some stretches. `paint` is given their rows and chance that is the same each time. */
export function paintedField(
  grid: SkinGrid,
  key: string,
  stretches: readonly Stretch[],
  { edge, seed }: { readonly edge: MarkEdge; readonly seed: number },
  paint: (painter: MarkPainter, rows: ReturnType<typeof span>, random: () => number) => void,
): FieldSource {
  return {
    key,
    kind: 'patches',
    stretches,
    arcs: null,
    make: () => {
      const rows = span(grid, stretches)
      const painter = MarkPainter.onSkin(grid, rows.top, rows.bottom, edge, seed)
      paint(painter, rows, seededRandom(seed))
      return levelField(grid, key, rows.top, painter.levels())
    },
  }
}

const level = (value: number, x: number, y: number) =>
  clamp(Math.round(value + DITHER[((y & 63) << 6) | (x & 63)]), 0, 15)

/** One thin dabbed coat: the cells of a sponge, some dots bare, some full. */
export function spongeField(grid: SkinGrid, stretches: readonly Stretch[], seed: number): FieldSource {
  const round = Math.max(...Array.from(grid.columnMm)) * grid.width
  const cells = new RowNoise(grid.width, Math.max(8, Math.round(round / 2.2)), seed)
  const dabs = new RowNoise(grid.width, Math.max(4, Math.round(round / 22)), seed + 1)
  const fine = new Float32Array(grid.width)
  const broad = new Float32Array(grid.width)
  return rowField(grid, `sponge:${seed}:${keyOf(stretches)}`, 'area', stretches, (y, out) => {
    cells.row((y * grid.rowMm) / 2.2, fine)
    dabs.row((y * grid.rowMm) / 22, broad)
    for (let x = 0; x < out.length; x++)
      out[x] = 2 * Math.round(level(NOMINAL * (0.25 + 2.1 * (fine[x] - 0.32) + 0.9 * (broad[x] - 0.4)), x, y) / 2)
  })
}

/** A squeeze bottle’s fill: one even, thick coat in beads laid side by side. */
export function bottleField(grid: SkinGrid, stretches: readonly Stretch[], seed: number): FieldSource {
  const wander = closedNoise(grid.width, grid.width / 9, seed)
  return rowField(grid, `bottle:${seed}:${keyOf(stretches)}`, 'area', stretches, (y, out) => {
    for (let x = 0; x < out.length; x++)
      out[x] = level(NOMINAL * (1 + 0.16 * Math.cos((2 * Math.PI * (y * grid.rowMm + 0.7 * wander[x])) / 2.6)), x, y)
  })
}

/** Spatter from a bristle brush: drops from a fine mist to large, more small ones than large; `share` of the usual number. */
export function spatterField(grid: SkinGrid, stretches: readonly Stretch[], seed: number, share = 1): FieldSource {
  const key = `spatter:${seed}:${share}:${keyOf(stretches)}`
  return paintedField(grid, key, stretches, { edge: 'ridge', seed }, (painter, { rows }, random) => {
    for (const [a, b] of rows) {
      const widestColumn = Math.max(...grid.columnMm.slice(a, b))
      // About nine drops a square centimetre where the form is widest, thinned where it narrows.
      const drops = Math.round(((widestColumn * grid.width * (b - a) * grid.rowMm) / 100) * 9 * share)
      for (let i = 0; i < drops; i++) {
        const y = a + random() * (b - a)
        const x = random() * grid.width
        const size = 0.16 + 1.1 * random() ** 5
        if (random() < grid.columnMm[Math.floor(y)] / widestColumn) painter.dot(x, y, size)
      }
    }
  })
}

/** Units of a texture across a floor before it would repeat: more than any floor has. */
const FLAT_UNITS = 1024

/** A texture pressed in all over some stretches; `sizeMm` is one of its units. */
export function textureField(
  grid: SkinGrid,
  stretches: readonly Stretch[],
  texture: TextureKind,
  sizeMm: number,
): FieldSource {
  const key = `texture:${texture}:${sizeMm}:${keyOf(stretches)}`
  const longest = stretches.reduce(
    (a, b) => (b.to - b.from > a.to - a.from ? b : a),
    stretches[0] ?? { from: 0, to: 0 },
  )
  const middle = Math.min(grid.height - 1, Math.round((longest.from + longest.to) / 2 / grid.rowMm))
  const units = Math.max(2, Math.round((grid.columnMm[middle] * grid.width) / sizeMm))
  const { depth } = TEXTURE[texture]
  const level = (u: number, v: number, round: number) => clamp(Math.round(15 * Math.min(1, depth(u, v, round))), 0, 15)
  return rowField(grid, key, 'area', stretches, (y, out) => {
    if (isFlatRow(grid, y)) {
      // A cloth laid on a floor or a slab is flat: its threads do not run to the middle.
      for (let x = 0; x < out.length; x++) {
        const [px, pz] = grid.form.plan.at((x + 0.5) / out.length)
        out[x] = level(
          FLAT_UNITS / 2 + (px * grid.radiusMm[y]) / sizeMm,
          FLAT_UNITS / 2 + (pz * grid.radiusMm[y]) / sizeMm,
          FLAT_UNITS,
        )
      }
      return
    }
    const v = (y * grid.rowMm) / sizeMm
    for (let x = 0; x < out.length; x++) out[x] = level((x / out.length) * units, v, units)
  })
}

/** Runs of glaze down the outside from a length `start` along the skin (mm), each ending in a drop. */
export function dripField(grid: SkinGrid, start: number, seed: number): FieldSource {
  const { outside } = grid.form.zones
  const key = `drips:${start.toFixed(1)}:${seed}`
  return {
    key,
    kind: 'patches',
    stretches: [outside],
    arcs: null,
    make: () => {
      const top = Math.max(0, Math.floor(outside.from / grid.rowMm))
      const bottom = Math.min(grid.height, Math.ceil(outside.to / grid.rowMm))
      const painter = MarkPainter.onSkin(grid, top, bottom, 'ridge', seed)
      const random = seededRandom(seed)
      const { r } = profileAt(grid.form, start)
      const runs = Math.max(5, Math.round((2 * Math.PI * r) / 26))
      for (let i = 0; i < runs; i++) {
        const x = ((i + 0.2 + 0.6 * random()) / runs) * grid.width
        const lengthMm = 8 + random() ** 1.6 * 0.5 * (start - outside.from)
        const end = (start - lengthMm) / grid.rowMm
        const half = 1.7 + 1.5 * random()
        const bend = (random() - 0.5) * 9
        // A run starts broad where it leaves the edge, narrows, and ends in a drop.
        const pieces = 8
        for (let k = 0; k < pieces; k++) {
          const at = (t: number): [number, number] => [x + bend * t * t, (start - lengthMm * t) / grid.rowMm]
          painter.line(at(k / pieces), at((k + 1) / pieces), half * (1 + 1.1 * Math.exp((-5 * k) / pieces)))
        }
        painter.dot(x + bend, end, half * 1.4)
      }
      return levelField(grid, key, top, painter.levels())
    },
  }
}

/** Steps of a blend from one medium to another. */
export const BLEND_STEPS = 9

/** Ways that a blend may go: up the wall (on a slab out from its middle), there and back round the form, or from left to right. */
export const BLEND_WAYS = ['height', 'around', 'across'] as const

export type BlendWay = (typeof BLEND_WAYS)[number]

/** The part of a brushed field where step `k` of a blend lies, dithered into its neighbours. */
export function blendField(
  grid: SkinGrid,
  base: FieldSource,
  stretches: readonly Stretch[],
  along: BlendWay,
  k: number,
): FieldSource {
  const key = `blend:${along}:${k}:${base.key}`
  const low = Math.min(...stretches.map((s) => s.from))
  const high = Math.max(...stretches.map((s) => s.to))
  const part = (n: number) => ({
    from: low + ((high - low) * n) / BLEND_STEPS,
    to: low + ((high - low) * (n + 1)) / BLEND_STEPS,
  })
  // Seen from the front, the outline goes from its left end to its right one: 0 to 1.
  const sides = Float64Array.from({ length: grid.width }, (_, x) => grid.form.plan.at((x + 0.5) / grid.width)[0])
  const farthest = Math.max(...sides)
  const widestMm = (widest(grid.form).diameterMm / 2) * farthest
  const shareAt = {
    height: (_x: number, up: number) => up,
    around: (x: number) => 1 - Math.abs(1 - (2 * x) / grid.width),
    across: (x: number, _up: number, y: number) => 0.5 + (sides[x] * grid.radiusMm[y]) / widestMm / 2,
  }[along]
  // Where the field is looked at without its raster: left and right of the front, on the widest part.
  const turned = (share: number) => Math.asin(clamp(2 * share - 1, -1, 1)) / (2 * Math.PI)
  const [left, right] = [turned(k / BLEND_STEPS), turned((k + 1) / BLEND_STEPS)]
  return {
    key,
    kind: 'area',
    stretches: along === 'height' ? [part(k)] : stretches,
    // Round the form a blend goes there and back, so that it closes.
    arcs:
      along === 'around'
        ? [
            [k / BLEND_STEPS / 2, (k + 1) / BLEND_STEPS / 2],
            [1 - (k + 1) / BLEND_STEPS / 2, 1 - k / BLEND_STEPS / 2],
          ]
        : along === 'across'
          ? [
              [left, right],
              [0.5 - right, 0.5 - left],
            ]
          : null,
    make: () => {
      const field = base.make()
      const levels = field.levels.slice()
      for (let y = field.top; y < field.bottom; y++) {
        const up = ((y + 0.5) * grid.rowMm - low) / (high - low || 1)
        for (let x = 0; x < grid.width; x++) {
          const i = (y - field.top) * grid.width + x
          if (!levels[i]) continue
          const at = Math.floor(shareAt(x, up, y) * BLEND_STEPS + 1.4 * DITHER[((y & 63) << 6) | (x & 63)])
          if (clamp(at, 0, BLEND_STEPS - 1) !== k) levels[i] = 0
        }
      }
      return levelField(grid, key, field.top, levels)
    },
  }
}

/** The passes of a wiping sponge: strong everywhere, a little weaker between passes. */
export function swipeField(grid: SkinGrid, stretches: readonly Stretch[], seed: number): FieldSource {
  const passes = closedNoise(grid.height, Math.max(4, 9 / grid.rowMm), seed)
  const drag = closedNoise(grid.width, grid.width / 40, seed + 1)
  return rowField(grid, `swipe:${seed}:${keyOf(stretches)}`, 'area', stretches, (y, out) => {
    for (let x = 0; x < out.length; x++)
      out[x] = level(14.2 + 1.6 * passes[(y + ((drag[x] * 5) | 0) + grid.height) % grid.height], x, y) > 13 ? 15 : 13
  })
}
