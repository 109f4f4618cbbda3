import type { Stretch, TurnedForm } from '../turnedForm'
import { profileCurve } from './profileCurve'

/** A point on paper, mm; y up the surface. */
export type FlatPoint = readonly [x: number, y: number]

/** How far a flat gore is from the surface, mm unless said. */
export interface GoreError {
  /** Lengths of its spine and its edge as drawn, and on the clay. */
  readonly spineMm: number
  readonly edgeMm: number
  readonly trueMm: number
  /** How far a mark can be off when the gore is held at half its height. */
  readonly shiftMm: number
  /** How much too long (or short) paper is where it is worst, as a share. */
  readonly pinch: number
  /** How far the middle of a stiff card stands off the wall. */
  readonly standOffMm: number
}

/** One of so many like pieces into which a surface of revolution is cut from edge to edge. */
export interface Gore {
  readonly count: number
  /** Where a place is on the paper: length along the surface, and angle from the spine of the gore, radians. */
  readonly at: (s: number, angle: number) => FlatPoint
  readonly error: GoreError
}

const STEP_MM = 0.5

/** sin θ ⁄ θ and (1 − cos θ) ⁄ θ, by their series near 0. */
const roundOff = (theta: number): readonly [number, number] =>
  Math.abs(theta) < 1e-4
    ? [1 - (theta * theta) / 6, theta / 2]
    : [Math.sin(theta) / theta, (1 - Math.cos(theta)) / theta]

/**
 * Flattens a stretch of a surface of revolution in n gores by the polyconic projection (Hassler; Snyder, Map Projections, 1987, ch. 18):
 * each parallel is an arc of the cone that touches there, as long as it is. Discs, cylinders and cones are exact with n = 1. Where the
 * surface is curved both ways edges come out too long by K w²/2; half of that is taken from the
 * spine, or so much of it as `fromSpine` says.
 */
export function flatGore(form: TurnedForm, stretch: Stretch, count: number, fromSpine = 0.5): Gore {
  const curve = profileCurve(form, stretch)
  const { from, to } = stretch
  const steps = Math.max(8, Math.ceil((to - from) / STEP_MM))
  const ds = (to - from) / steps
  const half = Math.PI / count
  /** How much longer the edge is at a place, as a share: K w²/2, where K = −r″/r. */
  const strain = (s: number) => {
    const { r, bend } = curve(s)
    return (-bend * r * half * half) / 2
  }
  const up = new Float64Array(steps + 1)
  let pinch = 0
  let standOffMm = 0
  for (let i = 0; i < steps; i++) {
    const s = from + (i + 0.5) * ds
    const long = strain(s)
    up[i + 1] = up[i] + (1 - long * fromSpine) * ds
    pinch = Math.max(pinch, Math.abs(long) * (1 - fromSpine))
    const { r, slope } = curve(s)
    const steep = Math.sqrt(Math.max(0, 1 - slope * slope))
    standOffMm = Math.max(standOffMm, r * steep * (1 / Math.cos(Math.min(half, 1.2)) - 1))
  }
  const spine = (s: number) => {
    const place = Math.min(steps, Math.max(0, (s - from) / ds))
    const i = Math.min(steps - 1, Math.floor(place))
    return up[i] + (up[i + 1] - up[i]) * (place - i)
  }
  const at = (s: number, angle: number): FlatPoint => {
    const { r, slope } = curve(s)
    const wide = r * angle
    const [across, lift] = roundOff(angle * slope)
    return [wide * across, spine(s) - wide * lift]
  }
  const { lengthMm: edgeMm, shiftMm: edgeShift } = meridian(at, half, from, steps, ds)
  const { lengthMm: spineMm, shiftMm: spineShift } = meridian(at, 0, from, steps, ds)
  return {
    count,
    at,
    error: {
      spineMm,
      edgeMm,
      trueMm: to - from,
      shiftMm: Math.max(edgeShift, spineShift),
      pinch,
      standOffMm: count > 2 ? standOffMm : 0,
    },
  }
}

/** Length of a meridian on paper, and how far its marks are off when it is held in the middle, mm. */
function meridian(at: Gore['at'], angle: number, from: number, steps: number, ds: number) {
  const off = new Float64Array(steps + 1)
  let lengthMm = 0
  let last = at(from, angle)
  for (let i = 1; i <= steps; i++) {
    const point = at(from + i * ds, angle)
    lengthMm += Math.hypot(point[0] - last[0], point[1] - last[1])
    off[i] = lengthMm - i * ds
    last = point
  }
  const middle = off[steps >> 1]
  return { lengthMm, shiftMm: off.reduce((most, o) => Math.max(most, Math.abs(o - middle)), 0) }
}

/** Share by which paper may be too long or short before it is cut into more gores [ours]. */
export const PINCH = 0.02

/** What counts as exact, as a share of length. */
const EXACT = 0.0005

/** How many gores a stretch needs so that paper is nowhere more than `pinch` too long or short: 1 where it is exact. */
export function goresFor(form: TurnedForm, stretch: Stretch, pinch = PINCH): number {
  const curve = profileCurve(form, stretch)
  let worst = 0
  for (let s = stretch.from; s <= stretch.to; s += 1) {
    const { r, bend } = curve(s)
    worst = Math.max(worst, Math.abs(r * bend))
  }
  const one = (worst * Math.PI * Math.PI) / 4
  return one <= Math.max(EXACT, pinch / 20) ? 1 : Math.max(3, Math.ceil(Math.PI * Math.sqrt(worst / (4 * pinch)) - 0.1))
}
