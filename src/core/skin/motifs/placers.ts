import { aroundMm } from '../../form/turnedForm'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import type { Placer } from './markPainter'
import {
  flatHand,
  isWedge,
  joinsNeighbour,
  lengthAlong,
  liesFlat,
  motifMiddle,
  motifWidth,
  outOf,
  turnedOver,
  type MotifCopy,
} from './motifCopies'
import { furthestOff, type LaidMotif } from './strays'
import { wallSheetAt, type WallSheet } from './wallSheet'

/**
 * Whether the copies of a motif are laid as sheets round their middles: all but what closes round the form, and what goes round more
 * than half of it, which no flat sheet does.
 */
export const laidAsSheets = (grid: SkinGrid, motif: Motif): boolean =>
  !liesFlat(motif) &&
  !joinsNeighbour(motif) &&
  motifWidth(grid, motif) <= aroundMm(grid.form, motifMiddle(grid, motif).radiusMm) / 2

/** The sheet of one copy on a wall, where it is laid, and the height of its middle in motif millimetres. */
export interface CopySheet extends WallSheet {
  readonly lengthMm: number
  readonly middleMm: number
}

/** Lays the sheet of a copy of a motif on its wall. */
export function sheetOfCopy({ form }: SkinGrid, motif: Motif, copy: MotifCopy, reachMm: number): CopySheet {
  const [, middleMm] = turnedOver(motif, { ...copy, flipY: false }, 0, motif.heightMm / 2)
  const lengthMm = lengthAlong(form, motif, middleMm)
  const inside = motif.side === 'inside'
  const within = inside ? form.zones.inside : form.zones.outside
  const { at, under } = wallSheetAt({ form, within, across: copy.across, lengthMm, inside, reachMm })
  return { at, under, lengthMm, middleMm }
}

/** How far from its middle a copy of a motif has lines, mm. */
export const reachOfCopy = (grid: SkinGrid, motif: LaidMotif): number =>
  Math.hypot(motifWidth(grid, motif), motif.heightMm) / 2 +
  motif.heightMm * 0.06 +
  motif.lineMm +
  1 +
  furthestOff(motif)

/** Where points of a motif’s copies are on the raster of a wall, in columns and rows; from motif millimetres. */
export function wallPlacer(grid: SkinGrid, motif: Motif): (copy: MotifCopy) => Placer {
  if (laidAsSheets(grid, motif)) {
    const reachMm = reachOfCopy(grid, motif)
    return (copy) => {
      const { at, lengthMm, middleMm } = sheetOfCopy(grid, motif, copy, reachMm)
      return (x, y) => {
        const [mx, my] = turnedOver(motif, copy, x, y)
        const [turns, off] = at(mx, my - middleMm)
        return [(copy.across + turns) * grid.width, (lengthMm + off) / grid.rowMm]
      }
    }
  }
  const closes = joinsNeighbour(motif)
  const hand = motif.side === 'inside' ? -1 : 1
  const middleRadius = motifMiddle(grid, motif).radiusMm
  return (copy) => (x, y) => {
    const [mx, my] = turnedOver(motif, copy, x, y)
    const row = lengthAlong(grid.form, motif, my) / grid.rowMm
    const radius = closes ? middleRadius : grid.radiusMm[Math.min(grid.height - 1, Math.max(0, Math.floor(row)))]
    return [copy.across * grid.width + ((hand * mx) / aroundMm(grid.form, radius)) * grid.width, row]
  }
}

/**
 * Where points of a copy are in the plane of a flat part, mm to the right of its middle and to its front. What joins its neighbour is laid
 * in wedges along the outline, so that it closes.
 */
export function flatPlacer(grid: SkinGrid, motif: Motif, copy: MotifCopy): Placer {
  const hand = flatHand(motif)
  const around = aroundMm(grid.form, motifMiddle(grid, motif).radiusMm)
  if (isWedge(motif))
    return (x, y) => {
      const [mx, my] = turnedOver(motif, copy, x, y)
      const [ux, uz] = grid.form.plan.at(copy.across + (hand * mx) / around)
      return [ux * outOf(motif, my), uz * outOf(motif, my)]
    }
  const angle = 2 * Math.PI * copy.across
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
  return (x, y) => {
    const [mx, my] = turnedOver(motif, copy, x, y)
    const out = outOf(motif, my)
    return [hand * mx * cos + out * sin, out * cos - hand * mx * sin]
  }
}
