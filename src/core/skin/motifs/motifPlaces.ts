import { aroundMm } from '../../form/turnedForm'
import type { Motif } from '../../vocabulary/motif'
import type { SkinGrid } from '../grid'
import {
  copies,
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
import { laidAsSheets, reachOfCopy, sheetOfCopy, type CopySheet } from './placers'

/** A place of a drawing’s own: which copy, and shares of the copy’s width from its middle and of its height from its foot. */
export interface OwnPlace {
  readonly copy: number
  readonly at: [across: number, up: number]
}

/** A spot of a raster, in columns and rows; columns may pass the seam. */
export type Spot = readonly [column: number, row: number]

/** Where places of a motif’s own are on a surface, and the other way round. */
export interface MotifPlaces {
  readonly count: number
  readonly spotOf: (place: OwnPlace) => Spot | null
  /** The place in the copy whose middle is nearest. */
  readonly placeOf: (spot: Spot) => OwnPlace
  /** Whether a row has places: a sheet that lies on a floor ends where the wall rises. */
  readonly knows: (row: number) => boolean
  /** The place in one copy, however far it is. */
  readonly placeIn: (copy: number, spot: Spot) => OwnPlace
}

/**
 * The places of a motif on the surface that a raster is of: by the sheets of its copies on walls, by rows and columns where it closes
 * round them, in plain millimetres on floor and base. On joined parts by sheets on the part unrolled, so that a place stays in its area,
 * though not at quite its true size.
 */
export function motifPlaces(grid: SkinGrid, motif: Motif): MotifPlaces {
  const list = copies(motif)
  const widthMm = motifWidth(grid, motif)
  const sheet = isWedge(motif)
    ? wedgeSheet(grid, motif)
    : liesFlat(motif)
      ? flatSheet(grid, motif)
      : laidAsSheets(grid, motif)
        ? laidSheet(grid, motif)
        : wallSheet(grid, motif)
  const placeIn = (copy: number, spot: Spot): OwnPlace => {
    const own = list[copy]
    const [mx, my] = sheet.placeOf(own, spot)
    const [, lift] = turnedOver(motif, { ...own, flipY: false }, 0, 0)
    const up = own.flipY ? motif.heightMm - (my - lift) : my - lift
    return { copy, at: [(own.flipX ? -mx : mx) / widthMm, up / motif.heightMm] }
  }
  return {
    count: list.length,
    knows: sheet.knows,
    spotOf: ({ copy, at: [u, v] }) => {
      const own = list[copy]
      return own ? sheet.spotOf(own, turnedOver(motif, own, u * widthMm, v * motif.heightMm)) : null
    },
    placeIn,
    placeOf: (spot) => {
      const far = ({ at: [u, v] }: OwnPlace) => Math.hypot(u * widthMm, (v - 0.5) * motif.heightMm)
      return list.map((_, copy) => placeIn(copy, spot)).reduce((best, place) => (far(place) < far(best) ? place : best))
    },
  }
}

/** Millimetres beside and above the foot of a copy’s middle line, to spots and back. */
interface Sheet {
  readonly knows: (row: number) => boolean
  readonly spotOf: (copy: MotifCopy, mm: readonly [number, number]) => Spot | null
  readonly placeOf: (copy: MotifCopy, spot: Spot) => readonly [number, number]
}

/** Less than this beyond the last row is the middle of a face, where that row ends. */
const AT_THE_END = 1e-6

/** A spot, if it lies on the rows of a surface; the very end of the last one belongs to it. */
const onRows = (column: number, row: number, height: number): Spot | null =>
  row < 0 || row > height + AT_THE_END ? null : [column, Math.min(row, height - AT_THE_END)]

/** The same where each copy is laid as a sheet of its own. */
function laidSheet(grid: SkinGrid, motif: Motif): Sheet {
  const { width, height, rowMm } = grid
  const reachMm = reachOfCopy(grid, motif)
  const laid = new Map<MotifCopy, CopySheet>()
  const sheetOf = (copy: MotifCopy): CopySheet => {
    let known = laid.get(copy)
    if (!known) laid.set(copy, (known = sheetOfCopy(grid, motif, copy, reachMm)))
    return known
  }
  return {
    knows: (row) => row >= 0 && row < height,
    spotOf: (copy, [x, y]) => {
      const { at, lengthMm, middleMm } = sheetOf(copy)
      const [turns, off] = at(x, y - middleMm)
      const row = (lengthMm + off) / rowMm
      return onRows((copy.across + turns) * width, row, height)
    },
    placeOf: (copy, [column, row]) => {
      const { under, lengthMm, middleMm } = sheetOf(copy)
      const share = column / width - copy.across
      const [x, y] = under([share - Math.round(share), row * rowMm - lengthMm])
      return [x, y + middleMm]
    },
  }
}

function wallSheet(grid: SkinGrid, motif: Motif): Sheet {
  const { form, width, height, rowMm, radiusMm } = grid
  const closes = joinsNeighbour(motif)
  const { radiusMm: middle } = motifMiddle(grid, motif)
  const around = (row: number) =>
    aroundMm(form, closes ? middle : radiusMm[Math.min(height - 1, Math.max(0, Math.floor(row)))])
  const hand = motif.side === 'inside' ? -1 : 1
  const foot = lengthAlong(form, motif, 0)
  const upward = lengthAlong(form, motif, 1) > foot ? 1 : -1
  return {
    knows: (row) => row >= 0 && row < height,
    spotOf: ({ across }, [x, y]) => {
      const row = lengthAlong(form, motif, y) / rowMm
      return onRows(across * width + ((hand * x) / around(row)) * width, row, height)
    },
    placeOf: ({ across }, [column, row]) => {
      const share = column / width - across
      return [hand * (share - Math.round(share)) * around(row), upward * (row * rowMm - foot)]
    },
  }
}

/** A direction in the plane of a flat part as the share of a turn at which the outline lies that way, by halving. */
function shareToward(grid: SkinGrid, x: number, z: number): number {
  const wanted = Math.atan2(x, z) / (2 * Math.PI)
  const share = ((wanted % 1) + 1) % 1
  if (grid.form.plan.plan.kind === 'round') return share
  const turn = (s: number) => {
    const [px, pz] = grid.form.plan.at(s)
    return (((Math.atan2(px, pz) / (2 * Math.PI)) % 1) + 1) % 1
  }
  let [low, high] = [0, 1 - 1e-9]
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2
    if (turn(middle) <= share) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Rows whose middle lies on the floor, or on the base. */
function onFlat({ form, rowMm }: SkinGrid, below: boolean): Sheet['knows'] {
  const { base, floor } = form.zones
  const { from, to } = below ? base : floor
  return (row) => row * rowMm >= from && row * rowMm <= to
}

function flatSheet(grid: SkinGrid, motif: Motif): Sheet {
  const { form, width, height, rowMm, radiusMm } = grid
  const { base, floor } = form.zones
  const below = motif.side === 'base'
  const hand = flatHand(motif)
  return {
    knows: onFlat(grid, below),
    spotOf: ({ across }, [beside, y]) => {
      const x = hand * beside
      const angle = 2 * Math.PI * across
      const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
      const out = outOf(motif, y)
      const [px, pz] = [x * cos + out * sin, out * cos - x * sin]
      const share = shareToward(grid, px, pz)
      const [ux, uz] = form.plan.at(share)
      const r = Math.hypot(px, pz) / Math.hypot(ux, uz)
      const row = (below ? base.from + r : floor.to - r) / rowMm
      return r > (below ? base.to : floor.to - floor.from) ? null : onRows(share * width, row, height)
    },
    placeOf: ({ across }, [column, row]) => {
      const [ux, uz] = form.plan.at(column / width)
      const r = radiusMm[Math.min(height - 1, Math.max(0, Math.floor(row)))]
      const angle = 2 * Math.PI * across
      const [sin, cos] = [Math.sin(angle), Math.cos(angle)]
      const [px, pz] = [ux * r, uz * r]
      return [hand * (px * cos - pz * sin), px * sin + pz * cos - motif.upMm + motif.heightMm / 2]
    },
  }
}

/** The same where each copy is a wedge: round the outline, and out from the middle. */
function wedgeSheet(grid: SkinGrid, motif: Motif): Sheet {
  const { form, width, height, rowMm, radiusMm } = grid
  const { base, floor } = form.zones
  const below = motif.side === 'base'
  const hand = flatHand(motif)
  const around = aroundMm(form, motifMiddle(grid, motif).radiusMm)
  const reach = below ? base.to : floor.to - floor.from
  return {
    knows: onFlat(grid, below),
    spotOf: ({ across }, [x, y]) => {
      const r = outOf(motif, y)
      if (r < 0 || r > reach) return null
      return onRows((across + (hand * x) / around) * width, (below ? base.from + r : floor.to - r) / rowMm, height)
    },
    placeOf: ({ across }, [column, row]) => {
      const share = column / width - across
      const r = radiusMm[Math.min(height - 1, Math.max(0, Math.floor(row)))]
      return [hand * (share - Math.round(share)) * around, r - motif.upMm + motif.heightMm / 2]
    },
  }
}
