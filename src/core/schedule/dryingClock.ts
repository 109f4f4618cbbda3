import type { Cover } from '../clay/stages'
import { interpolateLinear } from '../numeric/interpolation'

/** A drying curve of one column under one cover from wet, water against hours; water never rises. */
export interface DryingCurve {
  readonly hours: readonly number[]
  readonly water: readonly number[]
  /** A damp box gives water back: what clay that holds at least `from`, but less than the end of the curve, takes up in an hour. */
  readonly rises?: { readonly from: number; readonly perHour: number }
}

/** Columns of a piece that the days depend on: the decorated wall governs the work, the foot the kiln. */
export const CLOCK_COLUMNS = ['wall', 'foot'] as const

export type ClockColumn = (typeof CLOCK_COLUMNS)[number]

export type DryingCurves = Readonly<Record<ClockColumn, Readonly<Partial<Record<Cover, DryingCurve>>>>>

/** Water of the columns, kg/kg. */
export interface ClockState {
  readonly wall: number
  readonly foot: number
}

/**
 * Water after some hours under a cover: how far along that cover's curve the clay already is, and then on. Curves are chained at
 * changes of cover by their mean water, which forgets how it lies in the wall; the full solver is the judge of that (a few per cent).
 */
export function onwards({ hours, water, rises }: DryingCurve, x: number, more: number): number {
  const last = hours.length - 1
  // A damp box never comes that low.
  if (x <= water[last])
    return rises && x >= rises.from ? Math.min(water[last], x + rises.perHour * Math.max(0, more)) : x
  return Math.min(x, interpolateLinear(hours, water, hourOf(hours, water, x) + more))
}

/** The hour at which a falling curve is at x. */
function hourOf(hours: readonly number[], water: readonly number[], x: number): number {
  if (x >= water[0]) return hours[0]
  let low = 0
  let high = water.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (water[middle] > x) low = middle
    else high = middle
  }
  return water[low] === water[high]
    ? hours[high]
    : hours[low] + ((hours[high] - hours[low]) * (water[low] - x)) / (water[low] - water[high])
}

/** Both columns after some hours under a cover. A cover without a curve leaves them as they are. */
export function dryOn(curves: DryingCurves, state: ClockState, cover: Cover, more: number): ClockState {
  const wall = curves.wall[cover]
  const foot = curves.foot[cover]
  return {
    wall: wall ? onwards(wall, state.wall, more) : state.wall,
    foot: foot ? onwards(foot, state.foot, more) : state.foot,
  }
}

/** The wall just after a coat that brought it some water: it dries on as a wall does that holds as much all through. */
export const wetBy = (state: ClockState, water: number): ClockState =>
  water > 0 ? { ...state, wall: state.wall + water } : state

/** Hours until a column has come down to x under a cover; Infinity when it never does. */
export function hoursUntil(curve: DryingCurve | undefined, now: number, x: number): number {
  if (now <= x) return 0
  if (!curve || curve.water[curve.water.length - 1] > x) return Infinity
  return Math.max(0, hourOf(curve.hours, curve.water, x) - hourOf(curve.hours, curve.water, now))
}

/** How much a column may hold so many hours before it has come down to x under a cover, at most what its curve begins with. */
export function waterBefore(curve: DryingCurve | undefined, x: number, hours: number): number {
  if (!curve || x >= curve.water[0]) return x
  return Math.max(
    x,
    interpolateLinear(curve.hours, curve.water, Math.max(curve.hours[0], hourOf(curve.hours, curve.water, x) - hours)),
  )
}
