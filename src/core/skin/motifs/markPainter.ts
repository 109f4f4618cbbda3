import type { SkinGrid } from '../grid'
import { surfaceNoise } from '../noise'
import type { Mark, MarkPoint } from './marks'

/**
 * What is left along a stroke: grooves of different tools, the burr they throw up, torn edges, a raised line, a flat mask, the
 * smear beside a line.
 */
export type MarkEdge = 'round' | 'flat' | 'vee' | 'blade' | 'burr' | 'ragged' | 'ridge' | 'mask' | 'halo'

/** From motif millimetres to column and row, not yet wrapped. */
export type Placer = (x: number, y: number) => [column: number, row: number]

/** What is painted on: rows of columns whose length in mm depends on the row. */
export interface MarkRaster {
  readonly width: number
  readonly rowMm: number
  readonly columnMm: (row: number) => number
  readonly wraps: boolean
}

/** Width of the smear beside a line, mm, and of a burr. */
const HALO_MM = 1.6
const BURR_MM = 0.9

/** Paints strokes and filled shapes in true millimetres as levels 0–15, keeping the highest. */
export class MarkPainter {
  constructor(
    private readonly raster: MarkRaster,
    private readonly levels: Uint8Array,
    private readonly top: number,
    private readonly bottom: number,
    private readonly edge: MarkEdge,
    private readonly seed: number,
  ) {}

  /** A painter on rows `top` to `bottom` of the skin. */
  static onSkin(grid: SkinGrid, levels: Uint8Array, top: number, bottom: number, edge: MarkEdge, seed: number): MarkPainter {
    const raster = { width: grid.width, rowMm: grid.rowMm, columnMm: (row: number) => grid.columnMm[Math.min(grid.height - 1, Math.max(0, row))], wraps: true }
    return new MarkPainter(raster, levels, top, bottom, edge, seed)
  }

  paint(mark: Mark, place: Placer): void {
    if (mark.kind === 'stroke') this.stroke(mark.points, mark.widthMm, mark.taper, place)
    else {
      if (this.edge !== 'burr' && this.edge !== 'halo') this.fill(mark.outline, place)
      this.stroke([...mark.outline, mark.outline[0]], mark.edgeMm, 1, place)
    }
  }

  dot(column: number, row: number, radiusMm: number): void {
    this.segment([column, row], [column, row], radiusMm)
  }

  line(from: readonly [number, number], to: readonly [number, number], halfMm: number): void {
    // Short pieces, so that a line down a tapering wall keeps its width.
    const pieces = Math.max(1, Math.ceil(Math.abs(to[1] - from[1]) / 24))
    for (let i = 0; i < pieces; i++) {
      const at = (t: number): [number, number] => [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t]
      this.segment(at(i / pieces), at((i + 1) / pieces), halfMm)
    }
  }

  private stroke(points: readonly MarkPoint[], widthMm: number, taper: number, place: Placer): void {
    for (let i = 0; i + 1 < points.length; i++) {
      const t = (i + 0.5) / (points.length - 1)
      this.segment(place(...points[i]), place(...points[i + 1]), (widthMm * (1 + (taper - 1) * t)) / 2)
    }
  }

  /** A capsule in true millimetres, measured with the width of a column at its middle. */
  private segment([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number], halfMm: number): void {
    const { rowMm } = this.raster
    const columnMm = this.raster.columnMm(Math.round((ay + by) / 2))
    const reachMm = this.edge === 'burr' ? halfMm + BURR_MM : this.edge === 'halo' ? halfMm + HALO_MM : this.edge === 'ragged' ? halfMm * 1.9 : halfMm
    const x0 = Math.floor(Math.min(ax, bx) - reachMm / columnMm)
    const x1 = Math.min(Math.ceil(Math.max(ax, bx) + reachMm / columnMm), x0 + this.raster.width - 1)
    const y0 = Math.max(this.top, Math.floor(Math.min(ay, by) - reachMm / rowMm))
    const y1 = Math.min(this.bottom - 1, Math.ceil(Math.max(ay, by) + reachMm / rowMm))
    const dx = (bx - ax) * columnMm
    const dy = (by - ay) * rowMm
    const lengthSquared = dx * dx + dy * dy || 1e-12
    const reachSquared = reachMm * reachMm
    for (let y = y0; y <= y1; y++) {
      const py = (y + 0.5 - ay) * rowMm
      for (let x = x0; x <= x1; x++) {
        const px = (x + 0.5 - ax) * columnMm
        const along = (px * dx + py * dy) / lengthSquared
        const t = along < 0 ? 0 : along > 1 ? 1 : along
        const ox = px - t * dx
        const oy = py - t * dy
        const squared = ox * ox + oy * oy
        if (squared >= reachSquared) continue
        const value = this.levelAt(Math.sqrt(squared), halfMm, x, y, dx * py - dy * px)
        // Five depths draw a groove; fifteen would triple the stacks that lie in it.
        if (value > 0) this.raise(x, y, 3 * Math.ceil(value / 3))
      }
    }
  }

  private levelAt(distanceMm: number, halfMm: number, x: number, y: number, side: number): number {
    const t = distanceMm / halfMm
    const { width } = this.raster
    switch (this.edge) {
      case 'round':
      case 'ridge':
        return t >= 1 ? 0 : Math.round(15 * Math.sqrt(1 - t * t))
      case 'flat':
        return t >= 1 ? 0 : Math.round(15 * Math.min(1, (1 - t) * 4))
      case 'vee':
        return t >= 1 ? 0 : Math.round(15 * (1 - t * t))
      case 'blade':
        return t >= 1 ? 0 : Math.round(15 * (side > 0 ? 1 - t : Math.min(1, (1 - t) * 5)))
      case 'mask':
        return t >= 1 ? 0 : 15
      case 'burr': {
        const from = Math.abs(distanceMm - halfMm - 0.25) / 0.5
        return from >= 1 ? 0 : Math.round(15 * (1 - from))
      }
      case 'halo': {
        const from = (distanceMm - halfMm * 0.9) / HALO_MM
        return from < 0 || from >= 1 ? 0 : Math.round(15 * (1 - from) * Math.max(0, 1.5 * surfaceNoise(x / 9, y / 7, Math.round(width / 9), this.seed + 3) - 0.45))
      }
      case 'ragged': {
        const torn = surfaceNoise(x / 5, y / 4, Math.round(width / 5), this.seed + 31)
        const edge = distanceMm / (halfMm * (0.55 + 1.3 * torn))
        return edge >= 1 ? 0 : Math.round(15 * Math.sqrt(1 - edge * edge) * (0.35 + 0.65 * surfaceNoise(x / 3, y / 3, Math.round(width / 3), this.seed + 5)))
      }
    }
  }

  /** Scanline fill by the even–odd rule. */
  private fill(outline: readonly MarkPoint[], place: Placer): void {
    const points = outline.map(([x, y]) => place(x, y))
    const low = Math.max(this.top, Math.ceil(Math.min(...points.map((p) => p[1])) - 0.5))
    const high = Math.min(this.bottom - 1, Math.floor(Math.max(...points.map((p) => p[1])) - 0.5))
    const full = this.edge === 'ridge' ? 12 : 15
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
        for (let x = Math.ceil(crossings[i] - 0.5); x + 0.5 <= crossings[i + 1]; x++) {
          this.raise(x, y, this.edge === 'ragged' ? 6 + 3 * Math.round(2 * surfaceNoise(x / 4, y / 4, Math.round(this.raster.width / 4), this.seed)) : full)
        }
      }
    }
  }

  private raise(x: number, y: number, level: number): void {
    const { width, wraps } = this.raster
    if (!wraps && (x < 0 || x >= width)) return
    const column = wraps ? ((x % width) + width) % width : x
    const i = (y - this.top) * width + column
    if (this.levels[i] < level) this.levels[i] = level
  }
}
