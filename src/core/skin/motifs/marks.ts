import type { Filling } from '../../vocabulary/motif'
import type { FillRule } from './scanline'

/** A point of a motif: mm to the right of its middle line and mm above its foot. */
export type MarkPoint = readonly [x: number, y: number]

/** One stroke of a tool, or a cleared shape of one or several outlines. A paper mark takes away what was marked before it. */
export type Mark = (
  | {
      readonly kind: 'stroke'
      readonly points: readonly MarkPoint[]
      readonly widthMm: number
      /** width at the end as a share of the start */ readonly taper: number
      /** Ends and corners as drawn, where a stencil or a print keeps them; a tool’s are round. */
      readonly ends?: { readonly cap: 'butt' | 'round' | 'square'; readonly join: 'miter' | 'round' | 'bevel' }
    }
  | {
      readonly kind: 'filled'
      readonly contours: readonly (readonly MarkPoint[])[]
      readonly rule: FillRule
      readonly edgeMm: number
    }
) & { readonly paper?: true }

export interface MotifShape {
  readonly widthMm: number
  readonly heightMm: number
  readonly lineMm: number
  /** 0 every repeat alike, 1 as different as a loose hand makes them. */
  readonly variation: number
  readonly random: () => number
  /** Words to write, for letters. */
  readonly text: string
  /** What the sector is filled with, for sectors. */
  readonly filling?: Filling
  /** True width at a height above the foot as a share of the width in the middle, where a sector narrows; 1 if it is left out. */
  readonly narrowing?: (upMm: number) => number
}

export interface MotifDefinition {
  readonly name: string
  readonly words: string
  /** Joins its neighbour, so its width follows from the number of repeats; otherwise it keeps its own proportions. */
  readonly closes: boolean
  /** Own width over height, for motifs that do not close. */
  readonly aspect: number
  readonly marks: (shape: MotifShape) => Mark[]
}

export const stroke = (points: readonly MarkPoint[], widthMm: number, taper = 1): Mark => ({
  kind: 'stroke',
  points,
  widthMm,
  taper,
})

export const filled = (outline: readonly MarkPoint[], edgeMm: number): Mark => ({
  kind: 'filled',
  contours: [outline],
  rule: 'evenodd',
  edgeMm,
})

/** A curve sampled at `count` points, t from 0 to 1. */
export const curve = (count: number, at: (t: number) => MarkPoint): MarkPoint[] =>
  Array.from({ length: count + 1 }, (_, i) => at(i / count))

/** A pointed oval between two points, `widthMm` at its fullest. */
export function lens(from: MarkPoint, to: MarkPoint, widthMm: number, fullest = 0.45): MarkPoint[] {
  const dx = to[0] - from[0]
  const dy = to[1] - from[1]
  const length = Math.hypot(dx, dy) || 1
  const swell = (t: number) =>
    t < fullest ? Math.sin((Math.PI / 2) * (t / fullest)) : Math.cos((Math.PI / 2) * ((t - fullest) / (1 - fullest)))
  const side = (sign: number) =>
    curve(12, (t) => {
      const half = (sign * widthMm * swell(t)) / 2
      return [from[0] + dx * t - (dy / length) * half, from[1] + dy * t + (dx / length) * half]
    })
  return [...side(1), ...side(-1).reverse()]
}

export const circle = (centre: MarkPoint, radiusMm: number): MarkPoint[] =>
  curve(16, (t) => [centre[0] + radiusMm * Math.cos(2 * Math.PI * t), centre[1] + radiusMm * Math.sin(2 * Math.PI * t)])

/** Lines are bent in pieces of at most this, mm. */
const PIECE_MM = 1.5

/** A mark with points so near to each other that it may be bent. */
export function inShortPieces(mark: Mark, pieceMm = PIECE_MM): Mark {
  const finer = (points: readonly MarkPoint[], closed: boolean) =>
    points.flatMap((from, i): MarkPoint[] => {
      const to = points[i + 1] ?? (closed ? points[0] : null)
      if (!to) return [from]
      const pieces = Math.max(1, Math.ceil(Math.hypot(to[0] - from[0], to[1] - from[1]) / pieceMm))
      return Array.from({ length: pieces }, (_, k) => [
        from[0] + ((to[0] - from[0]) * k) / pieces,
        from[1] + ((to[1] - from[1]) * k) / pieces,
      ])
    })
  return mark.kind === 'stroke'
    ? { ...mark, points: finer(mark.points, false) }
    : { ...mark, contours: mark.contours.map((outline) => finer(outline, true)) }
}
