import { seedFromText, seededRandom } from '../../base/random'
import type { SkinGrid } from '../../skin/grid'
import { canBeLineArt, copies, marksOf, motifWidth } from '../../skin/motifs/motifCopies'
import { motifName } from '../../skin/motifs/motifName'
import { strokeOf } from '../../vocabulary/lineArt'
import type { Drawing, Motif } from '../../vocabulary/motif'

type Point = [number, number]

/** A motif as one’s own line art: outlines and strokes of its first copy, in units of its height. */
function lineArtOf(grid: SkinGrid, motif: Motif): Drawing {
  if (motif.drawing) return motif.drawing
  const widthMm = motifWidth(grid, motif)
  const { heightMm } = motif
  const aspect = widthMm / heightMm
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const marks = marksOf({ ...motif, made: 'line' }, widthMm, random, copies(motif)[0])
  const lines = marks.flatMap((mark) =>
    mark.kind === 'stroke' ? [mark.points.map(([x, y]): Point => [x / heightMm + aspect / 2, y / heightMm])] : [],
  )
  return { name: motifName(motif), aspect, widths: 'tool', shapes: [strokeOf(lines)] }
}

/** Ends of the line that closes a gap, as places of a copy’s own. */
interface Closing {
  readonly from: readonly [number, number]
  readonly to: readonly [number, number]
}

/** A motif whose drawing closes a gap: in each of its copies, since they are the same drawing. */
export function gapClosed(grid: SkinGrid, motif: Motif, closes: Closing | null): Motif {
  if (!closes || !canBeLineArt(motif)) return motif
  const art = lineArtOf(grid, motif)
  const at = ([u, v]: readonly [number, number]): Point => [(u + 0.5) * art.aspect, v]
  // A little over both ends, so that it meets them.
  const [from, to] = [at(closes.from), at(closes.to)]
  const over = 0.12
  const beyond = (a: Point, b: Point): Point => [a[0] + (a[0] - b[0]) * over, a[1] + (a[1] - b[1]) * over]
  const line = [beyond(from, to), beyond(to, from)]
  return { ...motif, drawing: { ...art, shapes: [...art.shapes, strokeOf([line], 'closed gaps')] } }
}
