import type { Motif } from '../../vocabulary/motif'
import type { TakenArea } from '../../vocabulary/pieceDrawing'
import { AREA_TOOL, type AreaTool } from '../../vocabulary/tools'
import { clamp } from '../../numeric/interpolation'
import { surfaceNoise } from '../../numeric/noise'
import { isFlatRow } from '../flatParts'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource } from '../levelField'
import { NOMINAL } from '../levels'
import { partedStretch } from './areaRaster'
import { distanceTo } from './depth'
import { labelsOf, partAreas, type AreasOf } from './findAreas'

/** What lies between lines that a step colours. */
export interface AreaWork {
  readonly motif: Motif
  readonly take: readonly TakenArea[]
  readonly tool: AreaTool
  readonly coats: number
  readonly seed: number
}

/** Where an outline is broader than this the hand strays as far as it does, mm; in narrow areas it goes slower. */
const AT_EASE_MM = 10

/** How far strokes of a fine brush differ, and the middle of what was floated on. */
const STROKES = 0.22
const POOL = 0.12

/** The least share of a coat that a tip too broad for its area leaves. Common practice, no source. */
const THINNEST = 0.45

/** Share of the length of a fence that glaze strays onto. Common practice, no source. */
const ONTO_FENCE = 0.12

const parted = new Map<string, AreasOf>()

/** The areas of a drawing on a raster; those of the last few are kept. */
export function partedBy(grid: SkinGrid, motif: Motif): AreasOf {
  const { lineMm: _, made: __, ground: ___, only: ____, of: _____, ...lines } = motif
  const key = `${grid.surface.id} ${grid.width} ${grid.height} ${grid.form.totalMm} ${grid.columnMm[0]} ${JSON.stringify(lines)}`
  let known = parted.get(key)
  if (!known) {
    known = partAreas(grid, motif)
    parted.set(key, known)
    if (parted.size > 4) parted.delete(parted.keys().next().value as string)
  }
  return known
}

/** 1 at each texel of the areas that are taken, row by row of what the drawing parts. */
export function takenMask(areas: AreasOf, take: readonly TakenArea[]): Uint8Array {
  const wanted = labelsOf(areas, take)
  return Uint8Array.from(areas.labels.label, (l) => (wanted.has(l) ? 1 : 0))
}

/** A seeded unevenness from 0 to 1 with features of a size in mm, in plain millimetres on flat parts. */
export function unevenness(grid: SkinGrid, sizeMm: number, seed: number): (column: number, row: number) => number {
  const { width, rowMm, radiusMm, columnMm, form } = grid
  const knots = Math.max(4, Math.round((Math.max(...columnMm) * width) / sizeMm))
  return (x, y) => {
    if (!isFlatRow(grid, y)) return surfaceNoise((x / width) * knots, (y * rowMm) / sizeMm, knots, seed)
    const [ux, uz] = form.plan.at((x + 0.5) / width)
    return surfaceNoise((ux * radiusMm[y]) / sizeMm + 4096, (uz * radiusMm[y]) / sizeMm + 4096, 8192, seed)
  }
}

/**
 * Areas between lines, coloured by hand: out to the middle of their lines but for what the hand strays, thinly where the tip is too
 * broad; what holds it keeps it off but for a little that gets onto it.
 *
 * @param holds fences and grooves
 */
export function areaField(grid: SkinGrid, work: AreaWork, holds: readonly FieldSource[]): FieldSource {
  const { motif, take, tool, coats, seed } = work
  const stretch = partedStretch(grid, motif)
  const { lineMm: _, ...lines } = motif
  const taken = take.map(({ copy, at }) => `${copy}:${at.join(':')}`).join('_')
  const key = `areas:${tool}:${coats}:${seed}:${taken}:${holds.map((h) => h.key).join('+')}:${JSON.stringify(lines)}`
  return {
    key,
    kind: 'marks',
    stretches: [stretch],
    arcs: null,
    make: () => {
      const areas = partedBy(grid, motif)
      const { raster, labels, depth } = areas
      const { width, top, lineMm } = raster
      const middle = lineMm / 2 + 0.1
      const mask = takenMask(areas, take)
      const outside = distanceTo(raster, (i) => mask[i] === 1)
      const widest = new Float32Array(labels.count)
      labels.label.forEach((l, i) => l >= 0 && (widest[l] = Math.max(widest[l], 2 * depth[i])))
      const { straysMm, tipMm, flows } = AREA_TOOL[tool]
      const wobble = unevenness(grid, 4, seed)
      const strokes = unevenness(grid, flows ? 14 : 2.2, seed + 1)
      const levels = new Uint8Array(mask.length)
      const held = holdMask(width, top, mask.length, holds)
      for (let i = 0; i < mask.length; i++) {
        if (outside[i] > straysMm + middle) continue
        const [x, y] = [i % width, Math.floor(i / width) + top]
        const l = labels.label[i]
        const room = mask[i] ? widest[l] : AT_EASE_MM
        const strays = straysMm * clamp(room / AT_EASE_MM, 0.5, 1)
        // Inside it stops short of the line, outside it goes past it.
        const past = mask[i] ? -depth[i] : outside[i]
        if (past > middle + strays * (2 * wobble(x, y) - 1.1)) continue
        const share = flows ? 1 + POOL * (2 * strokes(x, y) - 1) : 1 + STROKES * (2 * strokes(x, y) - 1)
        const thin = mask[i] ? clamp(room / tipMm, THINNEST, 1) : 1
        if (held?.[i] && wobble(x + 0.5, y) < 1 - ONTO_FENCE * 2) continue
        levels[i] = Math.min(255, Math.max(1, Math.round(NOMINAL * coats * share * thin)))
      }
      return levelField(grid, key, top, levels)
    },
  }
}

/** 1 where a fence stands or a groove lies; null where there are none. */
export function holdMask(width: number, top: number, size: number, holds: readonly FieldSource[]): Uint8Array | null {
  if (!holds.length) return null
  const held = new Uint8Array(size)
  for (const source of holds) {
    const field = source.make()
    const across = field.right - field.left
    for (let k = 0; k < field.levels.length; k++) {
      if (field.levels[k] < 6) continue
      const i = (field.top + Math.floor(k / across) - top) * width + field.left + (k % across)
      if (i >= 0 && i < size) held[i] = 1
    }
  }
  return held
}
