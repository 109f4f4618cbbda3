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
import { labelAt, labelsOf, partAreas, type AreasOf } from './findAreas'
import { flood } from './flood'

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

/** What tells rasters of unlike surfaces apart: size, length, plan and some of its radii. */
function shapeOf({ surface, width, height, form, radiusMm }: SkinGrid): string {
  const radii = [0.15, 0.3, 0.45, 0.6, 0.75, 0.9].map((t) => radiusMm[Math.floor(t * height)].toFixed(3))
  const { kind, ratio } = form.plan.plan
  return `${surface.id} ${width} ${height} ${form.totalMm} ${kind} ${ratio} ${radii.join(' ')}`
}

/** The areas of a drawing on a raster; those of the last few are kept. */
export function partedBy(grid: SkinGrid, motif: Motif): AreasOf {
  const { lineMm: _, made: __, ground: ___, only: ____, of: _____, ...lines } = motif
  const key = `${shapeOf(grid)} ${JSON.stringify(lines)}`
  let known = parted.get(key)
  if (!known) {
    known = partAreas(grid, motif)
    parted.set(key, known)
    if (parted.size > 4) parted.delete(parted.keys().next().value as string)
  }
  return known
}

/** A seeded unevenness from 0 to 1 with features of a size in mm, in plain millimetres on flat parts. */
function unevenness(grid: SkinGrid, sizeMm: number, seed: number): (column: number, row: number) => number {
  const { width, rowMm, radiusMm, columnMm, form } = grid
  const knots = Math.max(4, Math.round((Math.max(...columnMm) * width) / sizeMm))
  const flat = Array.from({ length: grid.height }, (_, y) => isFlatRow(grid, y))
  const points = Array.from({ length: width }, (_, x) => form.plan.at((x + 0.5) / width))
  return (x, y) =>
    flat[y]
      ? surfaceNoise(
          (points[x][0] * radiusMm[y]) / sizeMm + 4096,
          (points[x][1] * radiusMm[y]) / sizeMm + 4096,
          8192,
          seed,
        )
      : surfaceNoise((x / width) * knots, (y * rowMm) / sizeMm, knots, seed)
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
    kind: 'area',
    stretches: [stretch],
    arcs: null,
    within: (lengthMm, across) => {
      const areas = partedBy(grid, motif)
      const label = labelAt(areas.raster, areas.labels, [(((across % 1) + 1) % 1) * grid.width, lengthMm / grid.rowMm])
      return labelsOf(areas, take).has(label)
    },
    make: () => {
      const areas = partedBy(grid, motif)
      const { raster, labels, depth, edges, widestMm } = areas
      const { width, top, lineMm } = raster
      const { label } = labels
      const middle = lineMm / 2 + 0.1
      const wanted = labelsOf(areas, take)
      const { straysMm, tipMm, flows } = AREA_TOOL[tool]
      const wobble = unevenness(grid, 4, seed)
      const strokes = unevenness(grid, flows ? 14 : 2.2, seed + 1)
      const held = holdMask(grid, top, label.length, holds)
      const levels = new Uint8Array(label.length)
      const lay = (i: number, past: number, room: number) => {
        const x = i % width
        const y = (i - x) / width + top
        // Inside it stops short of the line, outside it goes past it.
        const strays = straysMm * clamp(room / AT_EASE_MM, 0.5, 1)
        if (past > middle - 1.1 * strays && past > middle + strays * (2 * wobble(x, y) - 1.1)) return
        if (held?.[i] && wobble((x + width / 2) % width, y) < 1 - ONTO_FENCE * 2) return
        const uneven = (flows ? POOL : STROKES) * (2 * strokes(x, y) - 1)
        levels[i] = Math.min(
          255,
          Math.max(1, Math.round(NOMINAL * coats * (1 + uneven) * clamp(room / tipMm, THINNEST, 1))),
        )
      }
      for (let i = 0; i < label.length; i++) if (wanted.has(label[i])) lay(i, -depth[i], widestMm[label[i]])
      const sources = [...wanted].flatMap((l) => edges[l])
      const beyond = flood(raster, sources, (i) => !wanted.has(label[i]), straysMm + middle)
      for (const i of beyond.texels) lay(i, beyond.far[i], AT_EASE_MM)
      return levelField(grid, key, top, levels)
    },
  }
}

const masks = new Map<string, Uint8Array>()

/** 1 where a fence stands or a groove lies; null where there are none. The last few are kept. */
export function holdMask(grid: SkinGrid, top: number, size: number, holds: readonly FieldSource[]): Uint8Array | null {
  if (!holds.length) return null
  const { width } = grid
  const key = `${shapeOf(grid)} ${top} ${size} ${holds.map((hold) => hold.key).join('+')}`
  let held = masks.get(key)
  if (held) return held
  held = new Uint8Array(size)
  for (const source of holds) {
    const field = source.make()
    const across = field.right - field.left
    for (let k = 0; k < field.levels.length; k++) {
      if (field.levels[k] < 6) continue
      const i = (field.top + Math.floor(k / across) - top) * width + field.left + (k % across)
      if (i >= 0 && i < size) held[i] = 1
    }
  }
  masks.set(key, held)
  if (masks.size > 3) masks.delete(masks.keys().next().value as string)
  return held
}
