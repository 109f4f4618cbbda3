import { seedFromText, seededRandom } from '../../base/random'
import type { Motif } from '../../model/step'
import type { SkinGrid } from '../grid'
import { levelField, type FieldSource, type LevelField } from '../levelField'
import { surfaceNoise } from '../noise'
import { MOTIFS } from './library'
import type { Mark, MarkPoint } from './marks'
import { profileAt } from '../../form/turnedForm'

/** What a tool's passage does at each texel: the groove itself, the burr it throws up, or a groove with torn edges. */
export type MarkEdge = 'groove' | 'sharpGroove' | 'burr' | 'ragged'

/** Radius and length along the skin of the middle of a motif, for its width and its repeats. */
export function motifMiddle(grid: SkinGrid, motif: Motif): { alongMm: number; radiusMm: number } {
  const alongMm = lengthAlong(grid, motif, motif.heightMm / 2)
  return { alongMm, radiusMm: Math.max(profileAt(grid.form, alongMm).r, 0.5) }
}

/** Length along the skin of a height above the foot of a motif. */
function lengthAlong(grid: SkinGrid, motif: Motif, upMm: number): number {
  const { outside, inside } = grid.form.zones
  return motif.side === 'outside' ? outside.from + motif.upMm + upMm : inside.from + motif.upMm + motif.heightMm - upMm
}

/** Width in mm of one repeat of a motif. */
export function motifWidth(grid: SkinGrid, motif: Motif): number {
  const { closes, aspect } = MOTIFS[motif.kind]
  return closes ? (2 * Math.PI * motifMiddle(grid, motif).radiusMm) / motif.repeats : motif.heightMm * aspect
}

/** The level field of a motif, repeated round the form. */
export function marksField(grid: SkinGrid, motif: Motif, edge: MarkEdge): FieldSource {
  const key = `marks:${edge}:${JSON.stringify(motif)}`
  return { key, stretches: [], make: () => makeMarksField(grid, key, motif, edge) }
}

function makeMarksField(grid: SkinGrid, key: string, motif: Motif, edge: MarkEdge): LevelField {
  const a = lengthAlong(grid, motif, -motif.lineMm * 2)
  const b = lengthAlong(grid, motif, motif.heightMm * 1.05 + motif.lineMm * 2)
  const top = Math.max(0, Math.floor(Math.min(a, b) / grid.rowMm) - 2)
  const bottom = Math.min(grid.height, Math.ceil(Math.max(a, b) / grid.rowMm) + 2)
  const levels = new Uint8Array(grid.width * Math.max(0, bottom - top))
  const definition = MOTIFS[motif.kind]
  const widthMm = motifWidth(grid, motif)
  const middleRadius = motifMiddle(grid, motif).radiusMm
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const painter = new MarkPainter(grid, levels, top, bottom, edge, motif.seed)
  for (let i = 0; i < motif.repeats; i++) {
    const centre = ((i + 0.5) / motif.repeats) * grid.width
    const place: Placer = (x, y) => {
      const lengthMm = lengthAlong(grid, motif, y)
      const row = lengthMm / grid.rowMm
      const radius = definition.closes ? middleRadius : grid.radiusMm[Math.min(grid.height - 1, Math.max(0, Math.floor(row)))]
      return [centre + (x / (2 * Math.PI * radius)) * grid.width, row]
    }
    for (const mark of definition.marks({ widthMm, heightMm: motif.heightMm, lineMm: motif.lineMm, variation: motif.variation, random })) {
      painter.paint(mark, place)
    }
  }
  return levelField(grid, key, top, levels)
}

/** From motif millimetres to column and row of the skin, not yet wrapped. */
type Placer = (x: number, y: number) => [column: number, row: number]

class MarkPainter {
  constructor(
    private readonly grid: SkinGrid,
    private readonly levels: Uint8Array,
    private readonly top: number,
    private readonly bottom: number,
    private readonly edge: MarkEdge,
    private readonly seed: number,
  ) {}

  paint(mark: Mark, place: Placer): void {
    if (mark.kind === 'stroke') this.stroke(mark.points, mark.widthMm, mark.taper, place)
    else {
      if (this.edge !== 'burr') this.fill(mark.outline, place)
      this.stroke([...mark.outline, mark.outline[0]], mark.edgeMm, 1, place)
    }
  }

  private stroke(points: readonly MarkPoint[], widthMm: number, taper: number, place: Placer): void {
    for (let i = 0; i + 1 < points.length; i++) {
      const t = (i + 0.5) / (points.length - 1)
      this.segment(place(...points[i]), place(...points[i + 1]), (widthMm * (1 + (taper - 1) * t)) / 2)
    }
  }

  /** A capsule in true millimetres, measured with the width of a column at its middle. */
  private segment([ax, ay]: [number, number], [bx, by]: [number, number], halfMm: number): void {
    const { grid } = this
    const middle = Math.min(grid.height - 1, Math.max(0, Math.round((ay + by) / 2)))
    const columnMm = grid.columnMm[middle]
    const reachMm = this.edge === 'burr' ? halfMm * 1 + 0.9 : this.edge === 'ragged' ? halfMm * 1.9 : halfMm
    const x0 = Math.floor(Math.min(ax, bx) - reachMm / columnMm)
    const x1 = Math.ceil(Math.max(ax, bx) + reachMm / columnMm)
    const y0 = Math.max(this.top, Math.floor(Math.min(ay, by) - reachMm / grid.rowMm))
    const y1 = Math.min(this.bottom - 1, Math.ceil(Math.max(ay, by) + reachMm / grid.rowMm))
    const dx = (bx - ax) * columnMm
    const dy = (by - ay) * grid.rowMm
    const lengthSquared = dx * dx + dy * dy || 1e-12
    const reachSquared = reachMm * reachMm
    for (let y = y0; y <= y1; y++) {
      const py = (y + 0.5 - ay) * grid.rowMm
      for (let x = x0; x <= x1; x++) {
        const px = (x + 0.5 - ax) * columnMm
        const along = (px * dx + py * dy) / lengthSquared
        const t = along < 0 ? 0 : along > 1 ? 1 : along
        const ox = px - t * dx
        const oy = py - t * dy
        const squared = ox * ox + oy * oy
        if (squared >= reachSquared) continue
        const level = this.levelAt(Math.sqrt(squared), halfMm, x, y)
        if (level > 0) this.raise(x, y, level)
      }
    }
  }

  private levelAt(distanceMm: number, halfMm: number, x: number, y: number): number {
    switch (this.edge) {
      case 'groove': {
        const t = distanceMm / halfMm
        return t >= 1 ? 0 : Math.round(15 * Math.sqrt(1 - t * t))
      }
      case 'sharpGroove': {
        const t = distanceMm / halfMm
        return t >= 1 ? 0 : Math.round(15 * (1 - t * t))
      }
      case 'burr': {
        const t = Math.abs(distanceMm - halfMm - 0.25) / 0.5
        return t >= 1 ? 0 : Math.round(15 * (1 - t))
      }
      case 'ragged': {
        const torn = surfaceNoise(x / 5, y / 4, Math.round(this.grid.width / 5), this.seed + 31)
        const t = distanceMm / (halfMm * (0.55 + 1.3 * torn))
        return t >= 1 ? 0 : Math.round(15 * Math.sqrt(1 - t * t) * (0.35 + 0.65 * surfaceNoise(x / 3, y / 3, Math.round(this.grid.width / 3), this.seed + 5)))
      }
    }
  }

  /** Scanline fill by the even–odd rule. */
  private fill(outline: readonly MarkPoint[], place: Placer): void {
    const points = outline.map(([x, y]) => place(x, y))
    const low = Math.max(this.top, Math.ceil(Math.min(...points.map((p) => p[1])) - 0.5))
    const high = Math.min(this.bottom - 1, Math.floor(Math.max(...points.map((p) => p[1])) - 0.5))
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
          const worn = this.edge === 'ragged' ? 6 + Math.round(6 * surfaceNoise(x / 4, y / 4, Math.round(this.grid.width / 4), this.seed)) : 13
          this.raise(x, y, worn)
        }
      }
    }
  }

  private raise(x: number, y: number, level: number): void {
    const { width } = this.grid
    const column = x < 0 ? x + width : x >= width ? x - width : x
    const i = (y - this.top) * width + column
    if (this.levels[i] < level) this.levels[i] = level
  }
}
