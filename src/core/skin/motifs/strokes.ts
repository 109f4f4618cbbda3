import { seedFromText, seededRandom } from '../../base/random'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import type { Mark, MarkPoint } from './marks'
import { copies, marksOf, motifWidth } from './motifCopies'
import { filledArea } from './scanline'

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
  const marks = copies(motif).flatMap((copy) => marksOf(motif, widthMm, random, copy))
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
