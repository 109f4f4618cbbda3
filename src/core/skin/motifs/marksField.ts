import { motifAspect } from './motifAspect'
import { seedFromText, seededRandom } from '../../base/random'
import { aroundMm, profileAt, type TurnedForm } from '../../form/turnedForm'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource, type LevelField } from '../levelField'
import { MOTIFS } from './library'
import type { MarkEdge, Raster } from '../loops/strokeRaster'
import { MarkPainter, paintCopies, type PlacedMarks, type Placer } from './markPainter'
import { drawingMarks } from './drawingMarks'
import type { Mark, MarkPoint } from './marks'
import { filledArea } from './scanline'

/** Whether a motif lies on a flat part, placed in plain millimetres from its middle. */
const liesFlat = (motif: Motif): boolean => motif.side === 'floor' || motif.side === 'base'

/** Radius of a flat part, mm. */
const flatRadius = (grid: SkinGrid, motif: Motif): number => {
  const { base, floor } = grid.form.zones
  return motif.side === 'base' ? base.to : floor.to - floor.from
}

/** Length along the skin of a height above the foot of a motif. A motif on a flat part stands with its middle `upMm` out. */
function lengthAlong(form: TurnedForm, motif: Motif, upMm: number): number {
  const { outside, inside, base, floor } = form.zones
  switch (motif.side) {
    case 'outside':
      return outside.from + motif.upMm + upMm
    case 'inside':
      return inside.from + motif.upMm + motif.heightMm - upMm
    case 'base':
      return base.from + motif.upMm - motif.heightMm / 2 + upMm
    case 'floor':
      return floor.to - motif.upMm + motif.heightMm / 2 - upMm
  }
}

/** Radius and length along the skin of the middle of a motif, for its width and its repeats. */
export function motifMiddle(grid: SkinGrid, motif: Motif): { alongMm: number; radiusMm: number } {
  const alongMm = lengthAlong(grid.form, motif, motif.heightMm / 2)
  return {
    alongMm,
    radiusMm: liesFlat(motif) ? Math.max(0.5, motif.upMm) : Math.max(profileAt(grid.form, alongMm).r, 0.5),
  }
}

/** Width in mm of one repeat of a motif. */
export function motifWidth(grid: SkinGrid, motif: Motif): number {
  const closes = !motif.drawing && MOTIFS[motif.kind].closes
  return closes
    ? aroundMm(grid.form, motifMiddle(grid, motif).radiusMm) / motif.repeats
    : motif.heightMm * motifAspect(motif)
}

/** The stretch of the skin that a motif takes, all its rows together. */
export const motifStretch = (grid: SkinGrid, motif: Motif): { from: number; to: number } =>
  motifStretchOn(grid.form, motif)

/** The same on a form, without a raster. */
export function motifStretchOn(form: TurnedForm, motif: Motif): { from: number; to: number } {
  const far = motif.heightMm + (motif.rows - 1) * (motif.heightMm + motif.rowGapMm)
  const ends = [
    lengthAlong(form, motif, 0),
    lengthAlong(form, motif, motif.side === 'inside' ? -(motif.rows - 1) * (motif.heightMm + motif.rowGapMm) : far),
    lengthAlong(form, motif, motif.heightMm),
  ]
  return { from: Math.max(0, Math.min(...ends)), to: Math.min(form.totalMm, Math.max(...ends)) }
}

/** The level field of a motif: its repeats, its rows, on the wall or on a flat part; or of the ground round it. */
export function marksField(grid: SkinGrid, motif: Motif, edge: MarkEdge): FieldSource {
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

/** Where the first copy stands before it is turned, as a share of a turn: a lone one in front, others in the middle of their sectors. */
export const firstShare = ({ repeats }: Motif): number => (repeats === 1 ? 0 : 0.5 / repeats)

/** Each copy of a motif: how far round it stands (share of a turn), its row, and whether it is turned over. */
function copies(motif: Motif): { across: number; row: number; flipX: boolean; flipY: boolean }[] {
  const list = []
  for (let row = 0; row < motif.rows; row++) {
    const shift = motif.startDeg / 360 + (motif.alternate === 'offset' && row % 2 ? 0.5 / motif.repeats : 0)
    for (let i = 0; i < motif.repeats; i++) {
      const odd = (i + row) % 2 === 1
      list.push({
        across: firstShare(motif) + i / motif.repeats + shift,
        row,
        flipX: odd && motif.alternate === 'mirror',
        flipY: odd && motif.alternate === 'turn',
      })
    }
  }
  return list
}

/** Share of a turn at which the first copy of a motif stands. */
export const firstAcross = (motif: Motif): number => (((firstShare(motif) + motif.startDeg / 360) % 1) + 1) % 1

function marksOf(motif: Motif, widthMm: number, random: () => number): Mark[] {
  const shape = {
    widthMm,
    heightMm: motif.heightMm,
    lineMm: motif.lineMm,
    variation: motif.variation,
    random,
    text: motif.text,
  }
  const marks = motif.drawing
    ? drawingMarks(motif.drawing, { ...shape, made: motif.made })
    : MOTIFS[motif.kind].marks(shape)
  if (motif.made === 'line')
    return marks.flatMap((mark): Mark[] =>
      mark.kind === 'filled'
        ? mark.contours.map((outline) => ({
            kind: 'stroke',
            points: [...outline, outline[0]],
            widthMm: motif.lineMm,
            taper: 1,
          }))
        : [mark],
    )
  return marks
}

/** The strokes of a motif, all its copies together. */
export interface Strokes {
  /** Length of its lines, mm. */
  readonly lengthMm: number
  /** Area of its filled shapes, mm². */
  readonly filledMm2: number
  /** Widths of its lines, mm: the thinnest and the boldest. */
  readonly thinnestMm: number
  readonly boldestMm: number
}

/** True lengths and widths of what a hand draws or cuts for a motif, of the strokes themselves. */
export function strokesOf(grid: SkinGrid, motif: Motif): Strokes {
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  const marks = copies(motif).flatMap(() => marksOf(motif, widthMm, random))
  const lines = marks.flatMap((mark) => (mark.kind === 'stroke' ? [mark] : []))
  const area = (mark: Mark) => (mark.kind === 'filled' ? filledArea(mark.contours, mark.rule) : 0)
  const widths = lines.flatMap((line) => [line.widthMm, line.widthMm * line.taper]).filter((mm) => mm > 0)
  return {
    lengthMm: lines.reduce((sum, line) => sum + lengthOf(line.points), 0),
    filledMm2: Math.max(
      0,
      marks.reduce((sum, mark) => sum + (mark.paper ? -1 : 1) * area(mark), 0),
    ),
    thinnestMm: widths.length ? Math.min(...widths) : motif.lineMm,
    boldestMm: widths.length ? Math.max(...widths) : motif.lineMm,
  }
}

const lengthOf = (points: readonly MarkPoint[]): number =>
  points.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - points[i][0], y - points[i][1]), 0)

/** Motif millimetres, turned over if a copy is, lifted to its row. */
const turnedOver = (
  motif: Motif,
  copy: { row: number; flipX: boolean; flipY: boolean },
  x: number,
  y: number,
): [number, number] => [
  copy.flipX ? -x : x,
  (copy.flipY ? motif.heightMm - y : y) +
    copy.row * (motif.heightMm + motif.rowGapMm) * (motif.side === 'inside' ? -1 : 1),
]

function linesField(grid: SkinGrid, key: string, motif: Motif, edge: MarkEdge): LevelField {
  if (liesFlat(motif)) return flatField(grid, key, motif, edge)
  const { from, to } = motifStretch(grid, motif)
  const margin = motif.heightMm * 0.06 + motif.lineMm * 2 + 2
  const top = Math.max(0, Math.floor((from - margin) / grid.rowMm))
  const bottom = Math.min(grid.height, Math.ceil((to + margin) / grid.rowMm))
  const closes = !motif.drawing && MOTIFS[motif.kind].closes
  const widthMm = motifWidth(grid, motif)
  const middleRadius = motifMiddle(grid, motif).radiusMm
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const placed = copies(motif).map((copy): PlacedMarks => {
    const place: Placer = (x, y) => {
      const [mx, my] = turnedOver(motif, copy, x, y)
      const row = lengthAlong(grid.form, motif, my) / grid.rowMm
      const radius = closes ? middleRadius : grid.radiusMm[Math.min(grid.height - 1, Math.max(0, Math.floor(row)))]
      return [copy.across * grid.width + (mx / aroundMm(grid.form, radius)) * grid.width, row]
    }
    return { marks: marksOf(motif, widthMm, random), place }
  })
  const levels = paintCopies(placed, (own = edge) => MarkPainter.onSkin(grid, top, bottom, own, motif.seed))
  return levelField(grid, key, top, levels)
}

/** Side of a texel of the flat raster, mm. */
const FLAT_MM = 0.16

/**
 * On a flat part a motif is drawn on a plain raster in millimetres, then looked up at each texel of the skin: near the middle
 * columns are far too narrow to measure strokes by.
 */
function flatField(grid: SkinGrid, key: string, motif: Motif, edge: MarkEdge): LevelField {
  const radius = flatRadius(grid, motif)
  const reach = radius * Math.max(1, grid.form.plan.plan.ratio) * (grid.form.plan.plan.kind === 'rectangle' ? 1.42 : 1)
  const stepMm = Math.max(FLAT_MM, reach / 1400)
  const size = Math.ceil((2 * reach) / stepMm)
  const sheet: Raster = { width: size, top: 0, bottom: size, rowMm: stepMm, columnMm: () => stepMm, wraps: false }
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  // Seen from below, the base runs the other way round.
  const hand = motif.side === 'base' ? -1 : 1
  const placed = copies(motif).map((copy): PlacedMarks => {
    const angle = 2 * Math.PI * copy.across
    const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
    const place: Placer = (x, y) => {
      const [mx, my] = turnedOver(motif, copy, x, y)
      const out = my - motif.heightMm / 2 + motif.upMm
      return [(reach + hand * (mx * cos + out * sin)) / stepMm, (reach + out * cos - mx * sin) / stepMm]
    }
    return { marks: marksOf(motif, widthMm, random), place }
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
      const column = Math.floor((reach + hand * ux * r) / stepMm)
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
function groundField(grid: SkinGrid, key: string, motif: Motif, edge: MarkEdge): LevelField {
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
