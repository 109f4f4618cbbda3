import { aroundMm } from '../../form/turnedForm'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import { MOTIFS } from './library'
import type { Placer } from './markPainter'
import { flatHand, lengthAlong, motifMiddle, turnedOver, type MotifCopy } from './motifCopies'

/** Where points of a motif’s copies are on the raster of a wall, in columns and rows; from motif millimetres. */
export function wallPlacer(grid: SkinGrid, motif: Motif): (copy: MotifCopy) => Placer {
  const closes = !motif.drawing && MOTIFS[motif.kind].closes
  const middleRadius = motifMiddle(grid, motif).radiusMm
  return (copy) => (x, y) => {
    const [mx, my] = turnedOver(motif, copy, x, y)
    const row = lengthAlong(grid.form, motif, my) / grid.rowMm
    const radius = closes ? middleRadius : grid.radiusMm[Math.min(grid.height - 1, Math.max(0, Math.floor(row)))]
    return [copy.across * grid.width + (mx / aroundMm(grid.form, radius)) * grid.width, row]
  }
}

/** Where points of a copy are in the plane of a flat part, mm to the right of its middle and to its front. */
export function flatPlacer(motif: Motif, copy: MotifCopy): Placer {
  const hand = flatHand(motif)
  const angle = 2 * Math.PI * copy.across
  const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
  return (x, y) => {
    const [mx, my] = turnedOver(motif, copy, x, y)
    const out = my - motif.heightMm / 2 + motif.upMm
    return [hand * mx * cos + out * sin, out * cos - hand * mx * sin]
  }
}
