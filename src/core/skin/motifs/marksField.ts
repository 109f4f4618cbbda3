import { seedFromText, seededRandom } from '../../base/random'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource, type LevelField } from '../levelField'
import type { MarkEdge, Raster } from '../loops/strokeRaster'
import { laidField } from './laidField'
import { inShortPieces, type Mark } from './marks'
import { bendable, furthestOff, strayedInPlane, strayedOnWall, type LaidMotif } from './strays'
import { MarkPainter, paintCopies, type PlacedMarks, type Placer } from './markPainter'
import {
  copies,
  FLAT_MM,
  flatRadius,
  isWedge,
  joinsNeighbour,
  liesFlat,
  marksOf,
  motifStretch,
  motifWidth,
} from './motifCopies'
import { flatPlacer, laidAsSheets, wallPlacer } from './placers'

/** The level field of a motif: its repeats, its rows, on the wall or on a flat part; or of the ground round it. */
export function marksField(grid: SkinGrid, motif: LaidMotif, edge: MarkEdge): FieldSource {
  const key = `marks:${edge}:${JSON.stringify(motif)}`
  return {
    key,
    kind: 'marks',
    stretches: [motifStretch(grid, motif)],
    arcs: null,
    make: () =>
      motif.ground && edge !== 'burr' && edge !== 'halo'
        ? groundField(grid, key, motif, edge)
        : linesField(grid, key, motif, edge),
  }
}

function linesField(grid: SkinGrid, key: string, motif: LaidMotif, edge: MarkEdge): LevelField {
  if (liesFlat(motif)) return flatField(grid, key, motif, edge)
  const asSheets = laidAsSheets(grid, motif)
  const { surface, form } = grid
  const byTexels = surface.foot ? motif.side === 'outside' && !joinsNeighbour(motif) : form.plan.plan.kind !== 'round'
  if (byTexels && (asSheets || surface.foot)) return laidField(grid, key, motif, edge)
  const [top, bottom] = rowsTaken(grid, motif, asSheets)
  const widthMm = motifWidth(grid, motif)
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const placer = wallPlacer(grid, motif)
  const placed = copies(motif).map((copy) => ({
    marks: laidInPieces(motif, marksOf(motif, widthMm, random, copy), asSheets),
    place: strayedOnWall(grid, motif, placer(copy)),
  }))
  const levels = paintCopies(placed, (own = edge) => MarkPainter.onSkin(grid, top, bottom, own, motif.seed))
  return levelField(grid, key, top, levels)
}

/** What is laid as a sheet bends with the wall between its points. */
const laidInPieces = (motif: LaidMotif, marks: readonly Mark[], asSheets: boolean): readonly Mark[] =>
  asSheets && !motif.strays?.length ? marks.map((mark) => inShortPieces(mark, BENT_MM)) : bendable(motif, marks)

/** Pieces of a line that are straight between their ends though the wall bends, mm: on a ball of 30 they are off by .06 mm. */
const BENT_MM = 4

/** The rows on which a motif has lines: a sheet may dip below its own foot at its sides. */
function rowsTaken(grid: SkinGrid, motif: LaidMotif, asSheets: boolean): [top: number, bottom: number] {
  const { from, to } = motifStretch(grid, motif)
  const margin = motif.heightMm * 0.06 + motif.lineMm * 2 + 2 + furthestOff(motif)
  const [half, { heightMm }] = [motifWidth(grid, motif) / 2 + margin, motif]
  const shares = Array.from({ length: 9 }, (_, i) => i / 8)
  const edge = shares.flatMap((t) => {
    const [x, y] = [(2 * t - 1) * half, (heightMm + 2 * margin) * t - margin]
    return [
      [x, -margin],
      [x, heightMm + margin],
      [-half, y],
      [half, y],
    ] as const
  })
  const placer = wallPlacer(grid, motif)
  const rows = asSheets
    ? copies(motif)
        .filter((_, i) => i % motif.repeats === 0)
        .flatMap((copy) => edge.map(([x, y]) => placer(copy)(x, y)[1]))
    : []
  return [
    Math.max(0, Math.floor(Math.min((from - margin) / grid.rowMm, ...rows))),
    Math.min(grid.height, Math.ceil(Math.max((to + margin) / grid.rowMm, ...rows))),
  ]
}

/**
 * On a flat part a motif is drawn on a plain raster in millimetres, then looked up at each texel of the skin: near the middle
 * columns are far too narrow to measure strokes by.
 */
function flatField(grid: SkinGrid, key: string, motif: LaidMotif, edge: MarkEdge): LevelField {
  const radius = flatRadius(grid, motif)
  const reach = radius * Math.max(1, grid.form.plan.plan.ratio) * (grid.form.plan.plan.kind === 'rectangle' ? 1.42 : 1)
  const stepMm = Math.max(FLAT_MM, reach / 1400)
  const size = Math.ceil((2 * reach) / stepMm)
  const sheet: Raster = { width: size, top: 0, bottom: size, rowMm: stepMm, columnMm: () => stepMm, wraps: false }
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  const placed = copies(motif).map((copy): PlacedMarks => {
    const plane = strayedInPlane(motif, flatPlacer(grid, motif, copy))
    const place: Placer = (x, y) => {
      const [px, pz] = plane(x, y)
      return [(reach + px) / stepMm, (reach + pz) / stepMm]
    }
    const marks = bendable(motif, marksOf(motif, widthMm, random, copy))
    return { marks: isWedge(motif) ? marks.map((mark) => inShortPieces(mark)) : marks, place }
  })
  const flat = paintCopies(placed, (own = edge) => new MarkPainter(sheet, own, motif.seed))
  const { base, floor } = grid.form.zones
  const [from, to] = motif.side === 'base' ? [base.from, base.to] : [floor.from, floor.to]
  const top = Math.max(0, Math.floor(from / grid.rowMm))
  const bottom = Math.min(grid.height, Math.ceil(to / grid.rowMm))
  const levels = new Uint8Array(grid.width * Math.max(0, bottom - top))
  for (let x = 0; x < grid.width; x++) {
    const [ux, uz] = grid.form.plan.at((x + 0.5) / grid.width)
    for (let y = top; y < bottom; y++) {
      const r = grid.radiusMm[y]
      const column = Math.floor((reach + ux * r) / stepMm)
      const row = Math.floor((reach + uz * r) / stepMm)
      if (column >= 0 && row >= 0 && column < size && row < size)
        levels[(y - top) * grid.width + x] = flat[row * size + column]
    }
  }
  return levelField(grid, key, top, levels)
}

/** Width of one pass of a loop when ground is cleared, mm. */
export const PASS_MM = 3

/** The ground of a motif’s band cleared away round it, in passes that all run the same way and leave faint ridges. */
function groundField(grid: SkinGrid, key: string, motif: LaidMotif, edge: MarkEdge): LevelField {
  const motifMask = linesField(grid, key, { ...motif, ground: false, made: 'filled' }, 'mask')
  const { from, to } = motifStretch(grid, motif)
  const top = Math.max(0, Math.round(from / grid.rowMm))
  const bottom = Math.min(grid.height, Math.round(to / grid.rowMm))
  const levels = new Uint8Array(grid.width * Math.max(0, bottom - top))
  const { width } = grid
  for (let y = top; y < bottom; y++) {
    const pass = Math.abs((((y * grid.rowMm) / PASS_MM) % 1) - 0.5)
    const full = edge === 'mask' ? 15 : pass > 0.44 ? 9 : 14
    const inMask = y >= motifMask.top && y < motifMask.bottom
    for (let x = 0; x < width; x++)
      if (!inMask || !motifMask.levels[(y - motifMask.top) * width + x]) levels[(y - top) * width + x] = full
  }
  return levelField(grid, key, top, levels)
}
