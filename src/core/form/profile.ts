import { clamp } from '../numeric/interpolation'

/** A point of a profile: radius from the axis and height above the table, both mm as made. */
export interface ProfilePoint {
  readonly r: number
  readonly z: number
}

const distance = (a: ProfilePoint, b: ProfilePoint): number => Math.hypot(a.r - b.r, a.z - b.z)

/** Lengths along a polyline up to each of its points, mm. */
export function arcLengths(points: readonly ProfilePoint[]): number[] {
  const lengths = [0]
  for (let i = 1; i < points.length; i++) lengths.push(lengths[i - 1] + distance(points[i - 1], points[i]))
  return lengths
}

/**
 * A smooth curve through control points: centripetal Catmull–Rom (Catmull & Rom 1974; Barry & Goldman 1988), which makes no
 * loops or cusps between unevenly spaced points, sampled at about `stepMm`.
 */
export function smoothThrough(control: readonly ProfilePoint[], stepMm = 1): ProfilePoint[] {
  const out: ProfilePoint[] = [control[0]]
  for (let i = 0; i + 1 < control.length; i++) {
    const p1 = control[i]
    const p2 = control[i + 1]
    const p0 = control[i - 1] ?? { r: 2 * p1.r - p2.r, z: 2 * p1.z - p2.z }
    const p3 = control[i + 2] ?? { r: 2 * p2.r - p1.r, z: 2 * p2.z - p1.z }
    const samples = Math.max(2, Math.ceil(distance(p1, p2) / stepMm))
    for (let k = 1; k <= samples; k++) {
      const point = k === samples ? p2 : catmullRom(p0, p1, p2, p3, k / samples)
      out.push({ r: Math.max(0, point.r), z: point.z })
    }
  }
  return out
}

function catmullRom(
  p0: ProfilePoint,
  p1: ProfilePoint,
  p2: ProfilePoint,
  p3: ProfilePoint,
  share: number,
): ProfilePoint {
  const knot = (a: ProfilePoint, b: ProfilePoint) => Math.sqrt(Math.max(distance(a, b), 1e-6))
  const t1 = knot(p0, p1)
  const t2 = t1 + knot(p1, p2)
  const t3 = t2 + knot(p2, p3)
  const t = t1 + (t2 - t1) * share
  const mix = (a: ProfilePoint, b: ProfilePoint, ta: number, tb: number) => {
    const w = (t - ta) / (tb - ta)
    return { r: a.r + (b.r - a.r) * w, z: a.z + (b.z - a.z) * w }
  }
  const a1 = mix(p0, p1, 0, t1)
  const a2 = mix(p1, p2, t1, t2)
  const a3 = mix(p2, p3, t2, t3)
  return mix(mix(a1, a2, 0, t2), mix(a2, a3, t1, t3), t1, t2)
}

/** Whether a point is nearer to a polyline than a limit, mm: segments that are far off by themselves are not looked at. */
function isNearer({ r, z }: ProfilePoint, line: readonly ProfilePoint[], limitMm: number): boolean {
  for (let i = 0; i + 1 < line.length; i++) {
    const a = line[i]
    const b = line[i + 1]
    if (a.r < b.r ? r < a.r - limitMm || r > b.r + limitMm : r < b.r - limitMm || r > a.r + limitMm) continue
    if (a.z < b.z ? z < a.z - limitMm || z > b.z + limitMm : z < b.z - limitMm || z > a.z + limitMm) continue
    const [dr, dz] = [b.r - a.r, b.z - a.z]
    const t = clamp(((r - a.r) * dr + (z - a.z) * dz) / (dr * dr + dz * dz || 1), 0, 1)
    const [far, tall] = [r - a.r - t * dr, z - a.z - t * dz]
    if (far * far + tall * tall < limitMm * limitMm) return true
  }
  return false
}

/**
 * The inside of a wall: the outside offset by the wall, cut off at the floor and at the axis. Offset points that come
 * nearer to the outside than the wall (where a curve is tighter than the wall) are dropped.
 */
export function insideOf(outside: readonly ProfilePoint[], wallMm: number, floorMm: number): ProfilePoint[] {
  const kept: ProfilePoint[] = []
  for (let i = 0; i < outside.length; i++) {
    const before = outside[Math.max(0, i - 1)]
    const after = outside[Math.min(outside.length - 1, i + 1)]
    const length = distance(before, after) || 1
    const p = {
      r: outside[i].r - (wallMm * (after.z - before.z)) / length,
      z: outside[i].z + (wallMm * (after.r - before.r)) / length,
    }
    if (p.r > 0 && p.z >= floorMm && !isNearer(p, outside, wallMm * 0.985)) kept.push(p)
  }
  return kept
}
