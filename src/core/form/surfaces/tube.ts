import { clamp } from '../../numeric/interpolation'
import { add, cross, dot, lengthOf, minus, times, unit, type Vector } from '../../numeric/vector'
import type { TurnedForm } from '../turnedForm'
import { unrolled, type Foot, type Named, type Surface, type SurfaceZone } from './surface'

/** A tube along a path: an ellipse at each point of it, `sideways` and square to that. Half axes in mm for shares of the path. */
export interface TubeShape {
  readonly path: readonly Vector[]
  readonly sideways: Vector
  readonly half: (share: number) => readonly [sideways: number, deep: number]
  /** Its far end is closed by a dome, or open with a mouth: then its inside follows, back to where it begins. */
  readonly end: 'joined' | 'closed' | 'open'
  /** Thickness of the wall of an open one. */
  readonly wallMm: number
}

/** Points of a path, and of a section. */
const SECTION = 256

/** An ellipse walked at an even pace: angle at a share of the way round, and its length for half axes. Share 0 is at −deep. */
function evenEllipse(ratio: number): { angle: (share: number) => number; length: number } {
  const at = (i: number) => (i / SECTION) * 2 * Math.PI
  const lengths = [0]
  for (let i = 1; i <= SECTION; i++)
    lengths.push(
      lengths[i - 1] +
        Math.hypot(ratio * (Math.sin(at(i)) - Math.sin(at(i - 1))), Math.cos(at(i)) - Math.cos(at(i - 1))),
    )
  const length = lengths[SECTION]
  const angles = new Float64Array(SECTION + 1)
  for (let i = 0, k = 0; i <= SECTION; i++) {
    const wanted = (i / SECTION) * length
    while (k < SECTION - 1 && lengths[k + 1] < wanted) k++
    angles[i] = at(k) + ((wanted - lengths[k]) / (lengths[k + 1] - lengths[k])) * (at(1) - at(0))
  }
  const angle = (share: number) => {
    const place = (((share % 1) + 1) % 1) * SECTION
    const i = Math.min(SECTION - 1, Math.floor(place))
    return angles[i] + (angles[i + 1] - angles[i]) * (place - i)
  }
  return { angle, length }
}

const ellipses = new Map<number, ReturnType<typeof evenEllipse>>()

/** The ellipse of a ratio, to a fiftieth of its logarithm. */
function ellipseOf(ratio: number): ReturnType<typeof evenEllipse> {
  const key = Math.round(50 * Math.log(ratio))
  let known = ellipses.get(key)
  if (!known) ellipses.set(key, (known = evenEllipse(Math.exp(key / 50))))
  return known
}

/** A place on the way along a tube: share of its path, and how the section there is drawn in (the dome of a closed end). */
interface Station {
  readonly share: number
  readonly shrink: number
  readonly beyondMm: number
  readonly inner: boolean
}

/**
 * The surface of a tube. Its rows begin at the joint; share 0 of a turn looks against `out`, which is where its deep axis points at
 * the start.
 */
export function tube(shape: TubeShape, zones: (form: TurnedForm) => readonly SurfaceZone[], named: Named): Surface {
  const { path, sideways, half, end, wallMm } = shape
  const along = [0]
  for (let i = 1; i < path.length; i++) along.push(along[i - 1] + lengthOf(minus(path[i], path[i - 1])))
  const pathMm = along[along.length - 1]
  const place = (share: number) => {
    const wanted = clamp(share, 0, 1) * pathMm
    // Paths are walked at a nearly even pace.
    let i = Math.min(path.length - 2, Math.floor(clamp(share, 0, 1) * (path.length - 1)))
    while (i > 0 && along[i] > wanted) i--
    while (i < path.length - 2 && along[i + 1] < wanted) i++
    const t = (wanted - along[i]) / (along[i + 1] - along[i] || 1)
    const heading = (k: number) => unit(minus(path[Math.min(path.length - 1, k + 1)], path[Math.max(0, k - 1)]))
    const ahead = unit(add(times(heading(i), 1 - t), heading(i + 1), t))
    const deep = unit(cross(sideways, ahead))
    return { point: add(times(path[i], 1 - t), path[i + 1], t), ahead, deep }
  }
  const [, endDeep] = half(1)
  const domeMm = end === 'closed' ? Math.min(half(1)[0], endDeep) : 0
  const domeLengthMm = (domeMm * Math.PI) / 2
  const outsideMm = pathMm + domeLengthMm
  const innerMm = end === 'open' ? pathMm : 0
  const lipMm = end === 'open' ? (wallMm * Math.PI) / 2 : 0
  const totalMm = pathMm + domeLengthMm + lipMm + innerMm
  const station = (s: number): Station => {
    if (s <= pathMm) return { share: s / pathMm, shrink: 0, beyondMm: 0, inner: false }
    if (end === 'closed') {
      const angle = clamp((s - pathMm) / domeLengthMm, 0, 1) * (Math.PI / 2)
      return { share: 1, shrink: 1 - Math.cos(angle), beyondMm: domeMm * Math.sin(angle), inner: false }
    }
    const lip = clamp((s - pathMm) / (lipMm || 1), 0, 1) * Math.PI
    return s <= pathMm + lipMm
      ? {
          share: 1,
          shrink: ((1 - Math.cos(lip)) / 2) * (wallMm / half(1)[1]),
          beyondMm: (wallMm / 2) * Math.sin(lip),
          inner: false,
        }
      : { share: 1 - (s - pathMm - lipMm) / innerMm, shrink: 0, beyondMm: 0, inner: true }
  }
  const axes = ({ share, shrink, inner }: Station): [number, number] => {
    const [a, b] = half(share)
    const less = inner ? wallMm : 0
    return [Math.max(0.05, (a - less) * (1 - shrink)), Math.max(0.05, (b - less) * (1 - shrink))]
  }
  const girth = (s: number) => {
    const [a, b] = axes(station(s))
    return ellipseOf(a / b).length * b
  }
  const ring = (s: number) => {
    const at = station(clamp(s, 0, totalMm))
    const { point, ahead, deep } = place(at.share)
    const [a, b] = axes(at)
    const middle = add(point, ahead, at.beyondMm)
    const { angle } = ellipseOf(a / b)
    return (across: number): Vector => {
      const t = angle(across)
      return add(add(middle, sideways, -a * Math.sin(t)), deep, -b * Math.cos(t))
    }
  }
  const count = Math.max(8, Math.ceil(totalMm))
  const lengths = Array.from({ length: count + 1 }, (_, i) => (i / count) * totalMm)
  const form = unrolled(
    lengths.map((s) => ({ r: girth(s) / (2 * Math.PI), z: s })),
    lengths,
    {
      outside: { from: 0, to: pathMm + domeLengthMm },
      ...(end === 'open'
        ? { rim: { from: pathMm, to: pathMm + lipMm }, inside: { from: pathMm + lipMm, to: totalMm } }
        : {}),
    },
    { wallMm, heightMm: totalMm },
  )
  const nearestShare = (p: Vector): number => {
    let best = 0
    let least = Infinity
    for (let i = 0; i < path.length - 1; i++) {
      const way = minus(path[i + 1], path[i])
      const t = clamp(dot(minus(p, path[i]), way) / (dot(way, way) || 1), 0, 1)
      const far = lengthOf(minus(p, add(path[i], way, t)))
      if (far < least) [least, best] = [far, (along[i] + t * (along[i + 1] - along[i])) / pathMm]
    }
    return best
  }
  /** The nearest point of its outside: from the section abreast of it, by Gauss–Newton round and along. */
  const foot = (p: Vector): Foot => {
    const share = nearestShare(p)
    const { point, ahead, deep } = place(share)
    const [a, b] = half(share)
    const off = minus(p, point)
    const beyondMm = share >= 1 ? clamp(dot(off, ahead), 0, domeMm) : 0
    let s = share * pathMm + (domeMm ? domeMm * Math.asin(beyondMm / domeMm) : 0)
    let u = Math.atan2(-dot(off, sideways) / a, -dot(off, deep) / b) / (2 * Math.PI)
    const [du, ds] = [0.002, 0.2]
    let normal: Vector = [0, 0, 0]
    let here = ring(s)(u)
    for (let i = 0; i < 4; i++) {
      const abreast = ring(s)
      const [back, on] = s + ds > outsideMm ? [s - ds, s] : [s, s + ds]
      const around = times(minus(abreast(u + du), abreast(u - du)), 1 / (2 * du))
      const along = times(minus(ring(on)(u), ring(Math.max(0, back))(u)), 1 / (on - Math.max(0, back)))
      normal = unit(cross(around, along))
      const left = minus(p, here)
      const [xx, xy, yy] = [dot(around, around), dot(around, along), dot(along, along)]
      const [bx, by] = [dot(around, left), dot(along, left)]
      const determinant = xx * yy - xy * xy
      if (determinant < 1e-9) break
      u += (bx * yy - by * xy) / determinant
      s = clamp(s + (by * xx - bx * xy) / determinant, 0, outsideMm)
      here = ring(s)(u)
    }
    return { point: here, normal }
  }
  const holds = (p: Vector, deepMm: number) => {
    let nearest = 0
    let least = Infinity
    path.forEach((q, i) => {
      const far = lengthOf(minus(p, q))
      if (far < least) [least, nearest] = [far, i]
    })
    const { point, ahead, deep } = place(along[nearest] / pathMm)
    const off = minus(p, point)
    if ((nearest === 0 || nearest === path.length - 1) && Math.abs(dot(off, ahead)) > pathMm / path.length) return false
    const [a, b] = half(along[nearest] / pathMm)
    return (dot(off, sideways) / Math.max(0.1, a - deepMm)) ** 2 + (dot(off, deep) / Math.max(0.1, b - deepMm)) ** 2 < 1
  }
  return { ...named, form, zones: zones(form), ring, foot, holds, caps: [], upright: false }
}
