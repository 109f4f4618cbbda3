import type { SkinGrid } from '../grid'
import { StrokeRaster, type MarkEdge, type Raster } from '../loops/strokeRaster'
import type { Mark, MarkPoint } from './marks'
import { scanFill, type FillRule } from './scanline'
import { strokeOutline } from './strokeOutline'

/** From motif millimetres to column and row, not yet wrapped. */
export type Placer = (x: number, y: number) => [column: number, row: number]

/** Paints strokes and filled shapes in true millimetres as levels 0–15, keeping the highest. */
export class MarkPainter {
  private readonly sheet: StrokeRaster

  constructor(
    private readonly raster: Raster,
    private readonly edge: MarkEdge,
    seed: number,
  ) {
    this.sheet = new StrokeRaster(raster, edge, seed)
  }

  /** A painter on rows `top` to `bottom` of the skin. */
  static onSkin(grid: SkinGrid, top: number, bottom: number, edge: MarkEdge, seed: number): MarkPainter {
    return new MarkPainter(
      {
        width: grid.width,
        top,
        bottom,
        rowMm: grid.rowMm,
        columnMm: (row) => grid.columnMm[Math.min(grid.height - 1, Math.max(0, row))],
        wraps: true,
      },
      edge,
      seed,
    )
  }

  /** What has been painted, row by row; to be read before another painter begins. */
  levels = (): Uint8Array => this.sheet.levels()

  /** Paints one mark of a motif where `place` puts it. */
  paint(mark: Mark, place: Placer): void {
    if (mark.kind === 'filled') {
      if (this.edge !== 'burr' && this.edge !== 'halo') this.fill(mark.contours, mark.rule, place)
      for (const outline of mark.contours) this.stroke([...outline, outline[0]], mark.edgeMm, 1, place)
    } else if (mark.ends && this.edge === 'mask')
      this.fill(strokeOutline(mark.points, { width: mark.widthMm, ...mark.ends }), 'nonzero', place)
    else this.stroke(mark.points, mark.widthMm, mark.taper, place)
  }

  dot(column: number, row: number, radiusMm: number): void {
    this.sheet.segment([column, row], [column, row], radiusMm)
  }

  line(from: readonly [number, number], to: readonly [number, number], halfMm: number): void {
    // Short pieces, so that a line down a tapering wall keeps its width.
    const pieces = Math.max(1, Math.ceil(Math.abs(to[1] - from[1]) / 24))
    for (let i = 0; i < pieces; i++) {
      const at = (t: number): [number, number] => [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t]
      this.sheet.segment(at(i / pieces), at((i + 1) / pieces), halfMm)
    }
  }

  private stroke(points: readonly MarkPoint[], widthMm: number, taper: number, place: Placer): void {
    for (let i = 0; i + 1 < points.length; i++) {
      const t = (i + 0.5) / (points.length - 1)
      this.sheet.segment(place(...points[i]), place(...points[i + 1]), (widthMm * (1 + (taper - 1) * t)) / 2)
    }
  }

  private fill(contours: readonly (readonly MarkPoint[])[], rule: FillRule, place: Placer): void {
    const placed = contours.map((outline) => outline.map(([x, y]) => place(x, y)))
    scanFill(placed, rule, this.raster.top, this.raster.bottom, (row, from, to) =>
      this.sheet.fillRow(row, Math.ceil(from - 0.5), Math.floor(to - 0.5)),
    )
  }
}

/** Marks of one copy of a motif, and where it stands. */
export interface PlacedMarks {
  readonly marks: readonly Mark[]
  readonly place: Placer
}

/**
 * Levels of copies on one raster. What paper takes away is taken from its own copy only, and only of what was marked before it: such a
 * copy is painted by itself, marks and paper by turns.
 *
 * @param begin gives a painter with an empty sheet
 */
export function paintCopies(copies: readonly PlacedMarks[], begin: (edge?: MarkEdge) => MarkPainter): Uint8Array {
  const plain = copies.every(({ marks }) => marks.every(({ paper }) => !paper))
  if (plain) {
    const painter = begin()
    for (const { marks, place } of copies) for (const mark of marks) painter.paint(mark, place)
    return painter.levels()
  }
  let all: Uint8Array | null = null
  for (const { marks, place } of copies) {
    const levels = paintByTurns(marks, place, begin)
    if (all) for (let i = 0; i < all.length; i++) all[i] = Math.max(all[i], levels[i])
    else all = levels
  }
  return all ?? begin().levels()
}

function paintByTurns(marks: readonly Mark[], place: Placer, begin: (edge?: MarkEdge) => MarkPainter): Uint8Array {
  let levels: Uint8Array | null = null
  for (let from = 0; from < marks.length;) {
    const { paper } = marks[from]
    let to = from + 1
    while (to < marks.length && marks[to].paper === paper) to++
    const painter = begin(paper ? 'mask' : undefined)
    for (let i = from; i < to; i++) painter.paint(marks[i], place)
    const turn = painter.levels()
    if (!levels) levels = paper ? turn.fill(0) : turn
    else if (paper) {
      for (let i = 0; i < levels.length; i++) if (turn[i]) levels[i] = 0
    } else for (let i = 0; i < levels.length; i++) levels[i] = Math.max(levels[i], turn[i])
    from = to
  }
  return levels ?? begin().levels()
}
