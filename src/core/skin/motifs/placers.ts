import { aroundMm } from '../../form/turnedForm'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import type { Placer } from './markPainter'
import {
  flatHand,
  isWedge,
  joinsNeighbour,
  lengthAlong,
  motifMiddle,
  outOf,
  turnedOver,
  type MotifCopy,
} from './motifCopies'

/** Where points of a motif’s copies are on the raster of a wall, in columns and rows; from motif millimetres. */
export function wallPlacer(grid: SkinGrid, motif: Motif): (copy: MotifCopy) => Placer {
  const closes = joinsNeighbour(motif)
  const middleRadius = motifMiddle(grid, motif).radiusMm
  return (copy) => (x, y) => {
    const [mx, my] = turnedOver(motif, copy, x, y)
    const row = lengthAlong(grid.form, motif, my) / grid.rowMm
    const radius = closes ? middleRadius : grid.radiusMm[Math.min(grid.height - 1, Math.max(0, Math.floor(row)))]
    return [copy.across * grid.width + (mx / aroundMm(grid.form, radius)) * grid.width, row]
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
