import { add, cross, dot, minus, times, unit, type Vector } from '../../numeric/vector'
import { arcLengths } from '../profile'
import { planOutline } from '../planOutline'
import { profileAt } from '../turnedForm'
import { PART_ZONES } from '../zoneNames'
import { unrolled, type Foot, type Named, type Surface } from './surface'

const ALL_OVER = PART_ZONES.ball

/** Where a part stands: its middle, the direction it looks in, and up. Directions of length 1, square to each other. */
export interface Stand {
  readonly middle: Vector
  readonly out: Vector
  readonly up: Vector
}

/** Half axes, mm: across, up and in the direction it looks in. */
export interface BallShape {
  readonly across: number
  readonly up: number
  readonly deep: number
  readonly taper: number
}

const MERIDIAN = 180

/**
 * The meridian of an egg, radius 1 in `deep` units: r = cos t (1 − k sin t), its height `up` · sin t. Measured along the way that
 * looks out; another way is longer or shorter, which the true area of a texel knows.
 */
const meridian = ({ up, deep, taper }: BallShape) =>
  Array.from({ length: MERIDIAN + 1 }, (_, i) => {
    const t = (i / MERIDIAN - 0.5) * Math.PI
    return { r: Math.max(0, deep * Math.cos(t) * (1 - taper * Math.sin(t))), z: up * Math.sin(t) }
  })

/** An ellipsoid or egg: rows from its lower pole to its upper one, share 0 looks out. */
export function ball(shape: BallShape, { middle, out, up }: Stand, named: Named): Surface {
  const side = cross(up, out)
  const profile = meridian(shape)
  const lengths = arcLengths(profile)
  const plan = planOutline({ kind: 'oval', ratio: shape.across / shape.deep })
  const totalMm = lengths[MERIDIAN]
  const ring = (s: number) => {
    const { r, z } = profileAt({ profile, lengths }, s)
    const centre = add(middle, up, z)
    return (across: number): Vector => {
      const [x, deep] = plan.at(across)
      return add(add(centre, side, r * x), out, r * deep)
    }
  }
  // A third of the way from a pole to the middle.
  const cap = totalMm / 6
  const form = unrolled(
    profile,
    lengths,
    { outside: { from: 0, to: totalMm } },
    { wallMm: Math.min(shape.across, shape.up, shape.deep), heightMm: 2 * shape.up, plan },
  )
  const foot = (p: Vector): Foot => {
    const off = minus(p, middle)
    let at: Vector = [dot(off, side), dot(off, up), dot(off, out)]
    let gradient: Vector = at
    for (let i = 0; i < 5; i++) {
      const [x, y, z] = at
      const w = 1 - shape.taper * (y / shape.up)
      const [a, c] = [shape.across * w, shape.deep * w]
      const round = (x / a) ** 2 + (z / c) ** 2
      gradient = [x / a ** 2, y / shape.up ** 2 + (round * shape.taper) / shape.up / w, z / c ** 2]
      const over = (round + (y / shape.up) ** 2 - 1) / 2
      at = add(at, gradient, -over / (dot(gradient, gradient) || 1))
    }
    const inSpace = ([x, y, z]: Vector) => add(add(times(side, x), up, y), out, z)
    return { point: add(middle, inSpace(at)), normal: unit(inSpace(gradient)) }
  }
  const holds = (p: Vector, deepMm: number) => {
    const off = minus(p, middle)
    const height = dot(off, up) / Math.max(0.1, shape.up - deepMm)
    if (Math.abs(height) >= 1) return false
    const narrow = 1 - shape.taper * height
    return (
      (dot(off, side) / Math.max(0.1, shape.across * narrow - deepMm)) ** 2 +
        (dot(off, out) / Math.max(0.1, shape.deep * narrow - deepMm)) ** 2 +
        height ** 2 <
      1
    )
  }
  return {
    ...named,
    form,
    zones: ALL_OVER.map((zone) => ({ ...zone, stretch: { from: 0, to: totalMm }, arcs: null })),
    ring,
    foot,
    holds,
    caps: [
      { from: 0, to: cap },
      { from: totalMm - cap, to: totalMm },
    ],
    upright: true,
  }
}

/** A flat shape laid on a surface: rows from its edge up its dome to its crown. */
export function relief(
  shape: { readonly across: number; readonly up: number; readonly high: number; readonly taper: number },
  /** The wall at millimetres across and up from the middle, and the direction away from it. */
  ground: (x: number, y: number) => { readonly point: Vector; readonly out: Vector },
  named: Named,
): Surface {
  const { high, taper } = shape
  // A quarter of an ellipse, edge to crown.
  const mean = (shape.across + shape.up) / 2
  const profile = Array.from({ length: 61 }, (_, i) => {
    const t = (i / 60) * (Math.PI / 2)
    return { r: mean * Math.cos(t), z: high * Math.sin(t) }
  })
  const lengths = arcLengths(profile)
  const totalMm = lengths[60]
  const plan = planOutline({ kind: 'oval', ratio: shape.across / shape.up })
  // Half axes are those of the plan at a mean radius of one.
  const scale = shape.up / mean
  const outline = (across: number, r: number): [number, number] => {
    // Share 0 is its lower end.
    const [x, down] = plan.at(across)
    const y = -r * scale * down
    return [r * scale * x * (1 - taper * (y / shape.up)), y]
  }
  const ring = (s: number) => {
    const { r, z } = profileAt({ profile, lengths }, s)
    return (across: number): Vector => {
      const [x, y] = outline(across, r)
      const { point, out } = ground(x, y)
      return add(point, out, z)
    }
  }
  const form = unrolled(
    profile.map(({ r, z }) => ({ r: r * scale, z })),
    lengths,
    { outside: { from: 0, to: totalMm } },
    { wallMm: high, heightMm: high, plan },
  )
  const flat = ground(0, 0)
  const level = unit(minus(ground(0.5, 0).point, ground(-0.5, 0).point))
  const rising = unit(minus(ground(0, 0.5).point, ground(0, -0.5).point))
  const highAt = (x: number, y: number) => {
    const narrow = 1 - taper * (y / shape.up)
    return high * Math.sqrt(Math.max(0, 1 - (x / (shape.across * narrow)) ** 2 - (y / shape.up) ** 2))
  }
  const onDome = (x: number, y: number) => {
    const { point, out } = ground(x, y)
    return add(point, out, highAt(x, y))
  }
  /** Straight down on it: it is low and lies flat on its ground. */
  const foot = (p: Vector): Foot => {
    let [x, y] = [dot(minus(p, flat.point), level), dot(minus(p, flat.point), rising)]
    for (let i = 0; i < 3; i++) {
      const off = minus(p, onDome(x, y))
      x += dot(off, level)
      y += dot(off, rising)
    }
    const normal = cross(minus(onDome(x + 0.2, y), onDome(x - 0.2, y)), minus(onDome(x, y + 0.2), onDome(x, y - 0.2)))
    return { point: onDome(x, y), normal: unit(normal) }
  }
  const holds = (p: Vector, deepMm: number) => {
    const off = minus(p, flat.point)
    return dot(off, flat.out) < high && footprintHolds(off, flat.out, shape, deepMm)
  }
  return {
    ...named,
    form,
    zones: ALL_OVER.map((zone) => ({ ...zone, stretch: { from: 0, to: totalMm }, arcs: null })),
    ring,
    foot,
    holds,
    caps: [{ from: totalMm * 0.5, to: totalMm }],
    upright: false,
  }
}

/** Whether a point lies over a footprint, upright on a wall. */
function footprintHolds(
  off: Vector,
  out: Vector,
  { across, up }: { readonly across: number; readonly up: number },
  deepMm: number,
): boolean {
  const level = cross([0, 1, 0], out)
  const flat = minus(off, times(out, dot(off, out)))
  const x = dot(flat, level)
  const y = dot(flat, cross(out, level))
  return (x / Math.max(0.1, across - deepMm)) ** 2 + (y / Math.max(0.1, up - deepMm)) ** 2 < 1
}
