import { seedFromText, seededRandom } from '../base/random'
import { surfacesOf, WALL } from '../form/assembly'
import { flatBand } from '../form/flat/band'
import { flatGore } from '../form/flat/gore'
import { flatOutline } from '../form/flat/outline'
import { aroundMm, profileAt, type Stretch, type TurnedForm } from '../form/turnedForm'
import { surfaceGrid, type SkinGrid } from '../skin/grid'
import {
  copies,
  joinsNeighbour,
  liesFlat,
  marksOf,
  motifStretchOn,
  motifWidth,
  turnedOver,
  type MotifCopy,
} from '../skin/motifs/motifCopies'
import type { Mark, MarkPoint } from '../skin/motifs/marks'
import { flatPlacer, wallPlacer } from '../skin/motifs/placers'
import type { Motif } from '../vocabulary/motif'
import type { Spot } from './pen'
import type { SheetInput } from './sheetInput'

/** A mark as it lies on a sheet: mm, y down. Widths are those of the tool: they do not shrink. */
export type FlatMark = (
  | { readonly kind: 'stroke'; readonly points: readonly Spot[]; readonly widthMm: number }
  | { readonly kind: 'filled'; readonly contours: readonly (readonly Spot[])[]; readonly rule: 'nonzero' | 'evenodd' }
) & { readonly paper?: true }

/** Lines of a motif laid flat as they lie on the clay. */
export interface FlatDrawing {
  readonly marks: readonly FlatMark[]
  /** Where a spot of the surface’s raster is on the sheet; null where it is not. */
  readonly at: (spot: readonly [column: number, row: number]) => Spot | null
  /** Radius of the flat part round 0, 0, if it is one, and its outline for shares of a turn. */
  readonly edge: ((share: number) => Spot) | null
  /** The edges of a repeat, halfway to the next: rays of a wheel laid on to the repeats stand there. From below upwards. */
  readonly rays: readonly (readonly Spot[])[]
  /** Which way the clay’s front or rim is from the middle of the sheet, and what it is called. */
  readonly toward: { readonly word: 'rim' | 'front' | 'up'; readonly way: Spot }
  /** How far lines may be off, mm. */
  readonly offMm: number
  readonly grid: SkinGrid
}

/** The marks of all copies of a motif on a wall, each point by where it is: share of a turn, and length along the skin, mm as made. */
export function marksRound(
  input: Pick<SheetInput, 'form' | 'parts'>,
  motif: Motif,
  lay: (share: number, s: number) => Spot,
): FlatMark[] {
  const grid = gridFor(input, motif.on)
  if (!grid || liesFlat(motif)) return []
  const onSheet = ([column, row]: readonly [number, number]) => lay(column / grid.width, row * grid.rowMm)
  const placer = wallPlacer(grid, motif)
  return copiesOf(grid, motif).flatMap(({ own, marks }) => placedMarks(marks, placer(own), onSheet, gapOn(grid)))
}

/** Columns and rows of the raster that lines are placed on: as fine as needed to place points, none is painted. */
const COLUMNS = 2048
const ROWS = 1024

/** Lines are laid in pieces of at most this, mm. */
const PIECE_MM = 1.5

/** The raster of the surface on which a motif stands; null when it is gone. */
export function gridFor({ form, parts }: Pick<SheetInput, 'form' | 'parts'>, on = WALL): SkinGrid | null {
  const surface = surfacesOf(form, parts).find(({ id }) => id === on)
  return surface ? surfaceGrid(surface, COLUMNS, ROWS) : null
}

/**
 * Lays a motif flat: in its plane on flat parts; on walls about the middle line of one copy, or of all copies as a strip round the wall; on
 * what is joined as it was drawn, since there it is laid on by true lengths.
 *
 * @param copy which copy, from 0; null for all
 */
export function drawnFlat(
  input: Pick<SheetInput, 'form' | 'parts' | 'scale'>,
  motif: Motif,
  copy: number | null,
): FlatDrawing | null {
  const grid = gridFor(input, motif.on)
  if (!grid) return null
  const widthMm = motifWidth(grid, motif)
  const marks = copiesOf(grid, motif)
  const shown = copy === null ? marks : marks.slice(Math.min(copy, marks.length - 1)).slice(0, 1)
  const { scale } = input
  if (liesFlat(motif)) return inPlane(grid, motif, shown, scale)
  const closes = joinsNeighbour(motif)
  if (grid.surface.foot && motif.side === 'outside' && !closes) return asDrawn(grid, motif, shown, scale)
  return copy === null ? roundWall(grid, motif, shown, scale) : aboutCopy(grid, motif, shown[0], widthMm, scale)
}

interface Copied {
  readonly own: MotifCopy
  readonly marks: readonly Mark[]
}

/** The copies of a motif with their marks: each takes its own chance, one after another. */
function copiesOf(grid: SkinGrid, motif: Motif): Copied[] {
  const random = seededRandom(motif.seed + seedFromText(motif.kind))
  const widthMm = motifWidth(grid, motif)
  return copies(motif).map((own) => ({ own, marks: marksOf(motif, widthMm, random, own) }))
}

/** Marks with each of their points placed, long pieces of line in several. */
function placedMarks(
  marks: readonly Mark[],
  place: (x: number, y: number) => readonly [number, number],
  lay: (spot: readonly [number, number]) => Spot,
  gapOf: (a: readonly [number, number], b: readonly [number, number]) => number,
): FlatMark[] {
  const along = (points: readonly MarkPoint[], closed: boolean): Spot[] => {
    const spots = points.map(([x, y]) => place(x, y))
    const list = closed ? [...spots, spots[0]] : spots
    const out: Spot[] = []
    list.forEach((to, i) => {
      const from = list[i - 1]
      const pieces = from ? Math.max(1, Math.ceil(gapOf(from, to) / PIECE_MM)) : 1
      for (let k = from ? 1 : pieces; k <= pieces; k++) {
        const t = k / pieces
        out.push(lay(from ? [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t] : to))
      }
    })
    return closed ? out.slice(0, -1) : out
  }
  return marks.map((mark): FlatMark => {
    const paper = mark.paper ? { paper: true as const } : {}
    return mark.kind === 'stroke'
      ? { kind: 'stroke', points: along(mark.points, false), widthMm: mark.widthMm, ...paper }
      : { kind: 'filled', contours: mark.contours.map((c) => along(c, true)), rule: mark.rule, ...paper }
  })
}

/** Flat parts as one looks at them: faces from above with the front below, the base from below. */
function inPlane(grid: SkinGrid, motif: Motif, shown: readonly Copied[], scale: number): FlatDrawing {
  const { form, rowMm, width } = grid
  const below = motif.side === 'base'
  const hand = below ? -1 : 1
  const lay = ([x, z]: readonly [number, number]): Spot => [hand * x * scale, z * scale]
  const edgeMm = below ? form.zones.base.to : form.totalMm - form.zones.floor.from
  return {
    marks: shown.flatMap(({ own, marks }) =>
      placedMarks(marks, flatPlacer(grid, motif, own), lay, (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1])),
    ),
    at: ([column, row]) => {
      const r = below ? row * rowMm : form.totalMm - row * rowMm
      const [ux, uz] = form.plan.at(column / width)
      return lay([ux * r, uz * r])
    },
    edge: (share) => {
      const [ux, uz] = form.plan.at(share)
      return lay([ux * edgeMm, uz * edgeMm])
    },
    rays: [],
    toward: { word: 'front', way: [0, 1] },
    offMm: 0,
    grid,
  }
}

const insideOut = (motif: Motif) => (motif.side === 'inside' ? -1 : 1)

/** A strip round the whole wall. */
function roundWall(grid: SkinGrid, motif: Motif, shown: readonly Copied[], scale: number): FlatDrawing {
  const { form, rowMm, width } = grid
  const stretch = motifStretchOn(form, motif)
  const middle = (stretch.from + stretch.to) / 2
  const band = flatBand(form, middle, Math.max(2, stretch.to - stretch.from))
  const hand = insideOut(motif)
  const lay = ([column, row]: readonly [number, number]): Spot => {
    const [x, y] = band.at(column / width, row * rowMm - middle)
    return [hand * x * scale, -hand * y * scale]
  }
  return {
    marks: shown.flatMap(({ own, marks }) => placedMarks(marks, wallPlacer(grid, motif)(own), lay, gapOn(grid))),
    at: lay,
    edge: null,
    rays: [],
    toward: { word: 'rim', way: [0, -1] },
    offMm: (Math.max(...band.endsMm.map(Math.abs), Math.abs(band.lengthMm - band.aroundMm)) / 2) * scale,
    grid,
  }
}

const gapOn =
  ({ columnMm, rowMm, height }: SkinGrid) =>
  (a: readonly [number, number], b: readonly [number, number]) =>
    Math.hypot((b[0] - a[0]) * columnMm[Math.min(height - 1, Math.max(0, Math.floor(a[1])))], (b[1] - a[1]) * rowMm)

/** One copy about its own middle line. */
function aboutCopy(grid: SkinGrid, motif: Motif, { own, marks }: Copied, widthMm: number, scale: number): FlatDrawing {
  const { form, rowMm, width } = grid
  const lower = turnedOver(motif, { ...own, flipY: false }, 0, 0)[1]
  const base = motifStretchOn(form, { ...motif, rows: 1 })
  const lift = motif.side === 'inside' ? -lower : lower
  const zone = zoneOf(form, motif)
  const stretch = {
    from: Math.max(zone.from, base.from + lift - motif.heightMm * 0.15 - 1),
    to: Math.min(zone.to, base.to + lift + motif.heightMm * 0.15 + 1),
  }
  const { r } = profileAt(form, (stretch.from + stretch.to) / 2)
  const share = Math.min(1, Math.max(0.01, widthMm / aroundMm(form, Math.max(r, 1))))
  const flat = flatStretch(form, stretch, own.across, share)
  const hand = insideOut(motif)
  const lay = ([column, row]: readonly [number, number]): Spot => {
    const [x, y] = flat.at(row * rowMm, column / width - own.across)
    return [hand * x * scale, -hand * y * scale]
  }
  const meridianAt = (off: number): Spot[] =>
    Array.from({ length: 13 }, (_, i) =>
      lay([(own.across + off) * width, (stretch.from + ((stretch.to - stretch.from) * i) / 12) / rowMm]),
    )
  return {
    marks: placedMarks(marks, wallPlacer(grid, motif)(own), lay, gapOn(grid)),
    at: ([column, row]) => {
      const off = column / width - own.across
      return lay([(own.across + off - Math.round(off)) * width, row])
    },
    edge: null,
    rays:
      motif.repeats > 1 && form.plan.plan.kind === 'round'
        ? [-0.5, 0.5].map((side) => meridianAt(side / motif.repeats))
        : [],
    toward: { word: 'rim', way: [0, -1] },
    offMm: flat.offMm * scale,
    grid,
  }
}

const zoneOf = (form: TurnedForm, { side }: Motif): Stretch => form.zones[side]

/** A stretch about one meridian on paper: as a gore if it is round from above, else by triangles. Shares count from the meridian. */
function flatStretch(
  form: TurnedForm,
  stretch: Stretch,
  spine: number,
  share: number,
): { readonly at: (s: number, share: number) => Spot; readonly offMm: number } {
  if (form.plan.plan.kind === 'round') {
    // A drawing is laid on along its middle line, which is true then.
    const gore = flatGore(form, stretch, 1 / share, 0)
    return { at: (s, off) => gore.at(s, 2 * Math.PI * off), offMm: gore.error.shiftMm }
  }
  const flat = flatOutline(form, stretch, spine, share)
  return { at: flat.at, offMm: flat.apartMm }
}

/** On what is joined each copy is laid on by true lengths: on paper it is as it was drawn. */
function asDrawn(grid: SkinGrid, motif: Motif, shown: readonly Copied[], scale: number): FlatDrawing {
  const wide = motifWidth(grid, motif) * 1.15
  return {
    marks: shown.flatMap(({ own, marks }, i) =>
      placedMarks(
        marks,
        (x, y) => turnedOver(motif, { ...own, row: 0 }, x, y),
        ([x, y]) => [(x + i * wide) * scale, -y * scale],
        (a, b) => Math.hypot(a[0] - b[0], a[1] - b[1]),
      ),
    ),
    at: () => null,
    edge: null,
    rays: [],
    toward: { word: 'up', way: [0, -1] },
    offMm: 0,
    grid,
  }
}
