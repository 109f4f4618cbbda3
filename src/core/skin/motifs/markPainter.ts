import type { SkinGrid } from '../grid'
import { StrokeRaster, type MarkEdge, type Raster } from '../loops/strokeRaster'
import type { Mark, MarkPoint } from './marks'

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
    if (mark.kind === 'stroke') this.stroke(mark.points, mark.widthMm, mark.taper, place)
    else {
      if (this.edge !== 'burr' && this.edge !== 'halo') this.fill(mark.outline, place)
      this.stroke([...mark.outline, mark.outline[0]], mark.edgeMm, 1, place)
    }
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

  /** Scanline fill by the even–odd rule. */
  private fill(outline: readonly MarkPoint[], place: Placer): void {
    const points = outline.map(([x, y]) => place(x, y))
    const low = Math.max(this.raster.top, Math.ceil(Math.min(...points.map((p) => p[1])) - 0.5))
    const high = Math.min(this.raster.bottom - 1, Math.floor(Math.max(...points.map((p) => p[1])) - 0.5))
    for (let y = low; y <= high; y++) {
      const crossings: number[] = []
      for (let i = 0; i < points.length; i++) {
        const [ax, ay] = points[i]
        const [bx, by] = points[(i + 1) % points.length]
        const line = y + 0.5
        if (ay <= line !== by <= line) crossings.push(ax + ((line - ay) / (by - ay)) * (bx - ax))
      }
      crossings.sort((p, q) => p - q)
      for (let i = 0; i + 1 < crossings.length; i += 2) {
        this.sheet.fillRow(y, Math.ceil(crossings[i] - 0.5), Math.floor(crossings[i + 1] - 0.5))
      }
    }
  }
}
