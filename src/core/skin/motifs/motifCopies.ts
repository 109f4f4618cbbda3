import { aroundMm, profileAt, type TurnedForm } from '../../form/turnedForm'
import { FILLINGS_AT_FIRST, type Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import { drawingMarks } from './drawingMarks'
import { MOTIFS } from './library'
import type { Mark, MotifShape } from './marks'
import { motifAspect } from './motifAspect'

/** Whether a motif lies on a flat part, placed in plain millimetres from its middle. */
export const liesFlat = (motif: Motif): boolean => motif.side === 'floor' || motif.side === 'base'

/** Whether a motif joins its neighbour, so that its width follows from the number of repeats. */
export const joinsNeighbour = ({ drawing, kind }: Motif): boolean => !drawing && MOTIFS[kind].closes

/** Whether the copies of a motif are wedges of a flat part, wide without and narrow within. */
export const isWedge = (motif: Motif): boolean => liesFlat(motif) && joinsNeighbour(motif) && motif.upMm > 0.5

/** Whether a motif can be made line art without a change of its lines: not where its copies differ or are bent as wedges. */
export const canBeLineArt = (motif: Motif): boolean =>
  motif.drawing !== null || !(isWedge(motif) || motif.kind === 'sectors')

/** How far out of the middle of a flat part a height of a motif is, mm. */
export const outOf = ({ heightMm, upMm }: Motif, y: number): number => y - heightMm / 2 + upMm

/** Radius of a flat part, mm. */
export const flatRadius = (grid: SkinGrid, motif: Motif): number => {
  const { base, floor } = grid.form.zones
  return motif.side === 'base' ? base.to : floor.to - floor.from
}

/** Length along the skin of a height above the foot of a motif. A motif on a flat part stands with its middle `upMm` out. */
export function lengthAlong(form: TurnedForm, motif: Motif, upMm: number): number {
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

/** So far from a pole of a surface a place is still on it, mm. */
const HAIR_MM = 0.2

/** Radius and length along the skin of the middle of a motif, for its width and its repeats. */
export function motifMiddle(grid: SkinGrid, motif: Motif): { alongMm: number; radiusMm: number } {
  // Right at a pole no stretch holds it any more: a hair beside it is the same place.
  const alongMm = Math.min(
    grid.form.totalMm - HAIR_MM,
    Math.max(HAIR_MM, lengthAlong(grid.form, motif, motif.heightMm / 2)),
  )
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

/**
 * Whether the right of a motif on a flat part runs with the columns: its foot is to the middle, and it is read from
 * above or, on the base, from below.
 */
export const flatHand = ({ side }: Motif): 1 | -1 => (side === 'base' ? 1 : -1)

/**
 * Where the first copy stands before it is turned, as a share of a turn: a lone one in front, others in the middle of their sectors.
 * A lone one that lies across the middle of a face is turned to be read from the front.
 */
export const firstShare = ({ repeats, side, upMm, heightMm }: Motif): number =>
  repeats > 1 ? 0.5 / repeats : (side === 'floor' || side === 'base') && upMm < heightMm / 2 ? 0.5 : 0

/** A copy of a motif: how far round it stands (share of a turn), its row, and whether it is turned over. */
export interface MotifCopy {
  readonly across: number
  readonly row: number
  /** Its number among what comes by turns; each row begins one further on. */
  readonly turn: number
  readonly flipX: boolean
  readonly flipY: boolean
}

/** Each copy of a motif, row by row. */
export function copies(motif: Motif): MotifCopy[] {
  const list = []
  for (let row = 0; row < motif.rows; row++) {
    const shift = motif.startDeg / 360 + (motif.alternate === 'offset' && row % 2 ? 0.5 / motif.repeats : 0)
    for (let i = 0; i < motif.repeats; i++) {
      const odd = (i + row) % 2 === 1
      list.push({
        across: firstShare(motif) + i / motif.repeats + shift,
        row,
        turn: i + row,
        flipX: odd && motif.alternate === 'mirror',
        flipY: odd && motif.alternate === 'turn',
      })
    }
  }
  return list
}

/** Share of a turn at which the first copy of a motif stands. */
export const firstAcross = (motif: Motif): number => (((firstShare(motif) + motif.startDeg / 360) % 1) + 1) % 1

/** The marks of one copy of a motif, in motif millimetres. */
export function marksOf(
  motif: Motif,
  widthMm: number,
  random: () => number,
  copy: Pick<MotifCopy, 'turn' | 'row' | 'flipX' | 'flipY'>,
): Mark[] {
  const { fillings = FILLINGS_AT_FIRST } = motif
  const shape: MotifShape = {
    widthMm,
    heightMm: motif.heightMm,
    lineMm: motif.lineMm,
    variation: motif.variation,
    random,
    text: motif.text,
    filling: fillings[copy.turn % fillings.length],
    ...(isWedge(motif)
      ? { narrowing: (y: number) => Math.max(0.02, outOf(motif, turnedOver(motif, copy, 0, y)[1]) / motif.upMm) }
      : {}),
  }
  const marks = motif.drawing
    ? drawingMarks(motif.drawing, { ...shape, made: motif.made, only: motif.only })
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

/** Motif millimetres, turned over if a copy is, lifted to its row. */
export const turnedOver = (
  motif: Motif,
  copy: { row: number; flipX: boolean; flipY: boolean },
  x: number,
  y: number,
): [number, number] => [
  copy.flipX ? -x : x,
  (copy.flipY ? motif.heightMm - y : y) +
    copy.row * (motif.heightMm + motif.rowGapMm) * (motif.side === 'inside' ? -1 : 1),
]

/** Side of a texel of the flat raster, mm. */
export const FLAT_MM = 0.16
