import { clamp } from '../numeric/interpolation'
import type { Stretch } from '../form/turnedForm'
import { isFlatRow, plainPatches, straightStreaks, STREAKS, type StreakKind } from './flatParts'
import { rowsOf, type SkinGrid } from './grid'
import { NOMINAL } from './levels'
import { levelField, type FieldSource, type LevelField } from './levelField'
import { closedNoise, DITHER, RowNoise } from '../numeric/noise'

/** Streaks of a brushed coat, as a share of the film either way. Common practice, no source: about ±30 %. */
const STREAK = 0.3

export const keyOf = (stretches: readonly Stretch[]) =>
  stretches.map((s) => `${s.from.toFixed(2)}-${s.to.toFixed(2)}`).join('_')

/** Rows from the first to the last of several stretches, with a test of whether a row is in one of them. */
export function span(
  grid: SkinGrid,
  stretches: readonly Stretch[],
): { top: number; bottom: number; rows: [number, number][] } {
  const rows = stretches.map((s) => rowsOf(grid, s)).filter(([a, b]) => b > a)
  if (!rows.length) return { top: 0, bottom: 0, rows }
  return { top: Math.min(...rows.map((r) => r[0])), bottom: Math.max(...rows.map((r) => r[1])), rows }
}

/** The same level all over some stretches. */
export function evenField(grid: SkinGrid, stretches: readonly Stretch[], level: number): FieldSource {
  const key = `even:${level}:${keyOf(stretches)}`
  return {
    key,
    kind: 'area',
    stretches,
    arcs: null,
    make: () => {
      const { top, bottom, rows } = span(grid, stretches)
      const levels = new Uint8Array(grid.width * (bottom - top))
      for (const [a, b] of rows) levels.fill(level, (a - top) * grid.width, (b - top) * grid.width)
      return levelField(grid, key, top, levels)
    },
  }
}

/**
 * One brushed coat: streaks along the stroke that the next, crossed coat does not repeat, laps of the brush, and a hand's
 * wobble at the edge. `around` strokes follow the wheel, otherwise they go up the wall; across a floor or a base they are
 * straight, and on a slab, which stands on no wheel, all of them are. A coat of glaze has the streaks that are left when it has
 * melted. Coats with equal `tracks` leave their streaks in the same places, and differ in how loaded the brush was.
 */
export function brushField(
  grid: SkinGrid,
  stretches: readonly Stretch[],
  around: boolean,
  seed: number,
  kind: StreakKind = 'colour',
  tracks = seed,
): FieldSource {
  const key = `brush:${kind}:${around ? 'around' : 'up'}:${seed}:${tracks}:${keyOf(stretches)}`
  return {
    key,
    kind: 'area',
    stretches,
    arcs: null,
    make: () => makeBrushField(grid, key, stretches, around, { seed, tracks }, kind),
  }
}

function makeBrushField(
  grid: SkinGrid,
  key: string,
  stretches: readonly Stretch[],
  around: boolean,
  { seed, tracks }: { readonly seed: number; readonly tracks: number },
  kind: StreakKind,
): LevelField {
  const { width, height } = grid
  const { top, bottom, rows } = span(grid, stretches)
  const levels = new Uint8Array(width * (bottom - top))
  const acrossCount = around ? height : width
  const acrossMm = around ? grid.rowMm : grid.columnMm[(top + bottom) >> 1] || 0.2
  const bristles = closedNoise(acrossCount, Math.max(1.5, 0.9 / acrossMm), tracks)
  const strands = closedNoise(acrossCount, Math.max(3, 3.4 / acrossMm), tracks + 1)
  const laps = closedNoise(acrossCount, Math.max(8, 19 / acrossMm), tracks + 2)
  const alongCount = around ? width : height
  const drift = closedNoise(alongCount, alongCount / 7, tracks + 3)
  const load = closedNoise(alongCount, alongCount / 11, seed + 4)
  const edge = closedNoise(width, width / 46, seed + 5)
  const straight = straightStreaks(grid, around, tracks, kind)
  const share = STREAKS[kind]
  const atPole = (row: number) => grid.radiusMm[row] < 2 * grid.rowMm
  for (const [a, b] of rows) {
    for (let y = a; y < b; y++) {
      // A pole is no edge: there the coat goes on over the middle.
      const [start, end] = [atPole(0) && a === 0 ? -Infinity : a, atPole(height - 1) && b === height ? Infinity : b]
      const fromEdge = Math.min(y - start, end - 1 - y) * grid.rowMm
      const out = (y - top) * width
      const flat = straight && isFlatRow(grid, y)
      for (let x = 0; x < width; x++) {
        if (fromEdge < 0.5 && fromEdge < 0.3 + 0.3 * edge[x]) continue
        if (flat) {
          levels[out + x] = levelOf(straight(x, y))
          continue
        }
        const along = around ? x : y
        let across = (around ? y : x) + ((drift[along] * 6) | 0)
        if (across < 0) across += acrossCount
        else if (across >= acrossCount) across -= acrossCount
        const streak =
          share.bristles * bristles[across] +
          share.strands * strands[across] * (1 + 0.5 * load[along]) +
          share.laps * laps[across] +
          0.15 * load[along]
        levels[out + x] = levelOf(streak)
      }
    }
  }
  return levelField(grid, key, top, levels)
}

function levelOf(streak: number): number {
  const level = NOMINAL * (1 + STREAK * streak)
  return level < 1 ? 1 : level > 15 ? 15 : (level + 0.5) | 0
}

/** A dipped or poured coat: nearly even, a little thicker where it drained to. */
export function pourField(grid: SkinGrid, stretches: readonly Stretch[], seed: number): FieldSource {
  const key = `pour:${seed}:${keyOf(stretches)}`
  return {
    key,
    kind: 'area',
    stretches,
    arcs: null,
    make: () => {
      const { top, bottom, rows } = span(grid, stretches)
      const levels = new Uint8Array(grid.width * (bottom - top))
      const runs = closedNoise(grid.width, grid.width / 34, seed)
      for (const [a, b] of rows) {
        for (let y = a; y < b; y++) {
          for (let x = 0; x < grid.width; x++) {
            const level = NOMINAL * (1 + 0.07 * runs[x]) + DITHER[((y & 63) << 6) | (x & 63)]
            levels[(y - top) * grid.width + x] = clamp(Math.round(level), 1, 15)
          }
        }
      }
      return levelField(grid, key, top, levels)
    },
  }
}

export interface PatchSpec {
  readonly stretches: readonly Stretch[]
  /** Share of the area in patches, 0–1. */
  readonly cover: number
  /** Size of a patch, mm. */
  readonly sizeMm: number
  readonly seed: number
}

/** Irregular patches: where a coat lifted, flaked, crawled or beaded. */
export function patchField(grid: SkinGrid, spec: PatchSpec): FieldSource {
  const key = `patch:${spec.cover}:${spec.sizeMm}:${spec.seed}:${keyOf(spec.stretches)}`
  return {
    key,
    kind: 'patches',
    stretches: spec.stretches,
    arcs: null,
    make: () => {
      const { top, bottom, rows } = span(grid, spec.stretches)
      const levels = new Uint8Array(grid.width * (bottom - top))
      const circumference = Math.max(...Array.from(grid.columnMm)) * grid.width
      const knots = Math.max(4, Math.round(circumference / spec.sizeMm))
      const threshold = thresholdFor(spec.cover)
      const broad = new RowNoise(grid.width, knots, spec.seed)
      const fine = new RowNoise(grid.width, knots * 4, spec.seed + 9)
      const plain = rows.some(([a, b]) => isFlatRow(grid, a) || isFlatRow(grid, b - 1))
        ? plainPatches(grid, spec.sizeMm, spec.seed)
        : null
      const broadRow = new Float32Array(grid.width)
      const fineRow = new Float32Array(grid.width)
      for (const [a, b] of rows) {
        for (let y = a; y < b; y++) {
          const v = ((y + 0.5) * grid.rowMm) / spec.sizeMm
          const flat = plain && isFlatRow(grid, y)
          if (!flat) {
            broad.row(v, broadRow)
            fine.row(v * 4, fineRow)
          }
          for (let x = 0; x < grid.width; x++) {
            const n = flat ? plain(x, y) : 0.68 * broadRow[x] + 0.32 * fineRow[x]
            if (n > threshold)
              levels[(y - top) * grid.width + x] = n - threshold > 0.06 ? 15 : n - threshold > 0.02 ? 10 : 6
          }
        }
      }
      return levelField(grid, key, top, levels)
    },
  }
}

/** The level of the two-octave noise above which a given share of the area lies (its spread is about 0.16 round ½). */
const thresholdFor = (cover: number): number =>
  0.5 + 0.155 * Math.SQRT2 * inverseErf(1 - 2 * clamp(cover, 0.0005, 0.9995))

/** Winitzki's approximation of the inverse error function (2008), good to 2e-3. */
function inverseErf(x: number): number {
  const ln = Math.log(1 - x * x)
  const t = 2 / (Math.PI * 0.147) + ln / 2
  return Math.sign(x) * Math.sqrt(Math.sqrt(t * t - ln / 0.147) - t)
}

/** The fire: glaze runs off the rim and the shoulders of an edge and gathers lower down; 8 leaves a film as it was. */
export function fireField(grid: SkinGrid, seed: number): FieldSource {
  const key = `fire:${seed}`
  return {
    key,
    kind: 'area',
    stretches: [{ from: 0, to: grid.form.totalMm }],
    arcs: null,
    make: () => {
      const levels = new Uint8Array(grid.width * grid.height)
      const { rim, outside } = grid.form.zones
      const lip = (rim.from + rim.to) / 2
      for (let y = 0; y < grid.height; y++) {
        const s = (y + 0.5) * grid.rowMm
        const nearRim = Math.exp(-(((s - lip) / (grid.form.wallMm * 0.7)) ** 2))
        const gathered = s > outside.from && s < outside.to ? Math.exp(-(s - outside.from) / 14) : 0
        for (let x = 0; x < grid.width; x++) {
          levels[y * grid.width + x] = clamp(
            Math.round(NOMINAL * (1 - 0.5 * nearRim + 0.2 * gathered) + 0.8 * DITHER[((y & 63) << 6) | (x & 63)]),
            1,
            15,
          )
        }
      }
      return levelField(grid, key, 0, levels)
    },
  }
}
