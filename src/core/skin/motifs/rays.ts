import { add, cross, dot, lengthOf, minus, times, unit, type Vector } from '../../numeric/vector'
import type { Surface } from '../../form/surfaces/surface'

/** Rays from an anchor, and how far apart their nodes are, mm. */
const RAYS = 96
const STEP_MM = 1

/** A sheet laid on a surface round an anchor: lengths along its rays are true, and so are the angles between them. */
export interface LaidSheet {
  readonly anchor: Vector
  readonly reachMm: number
  /** Where the sheet’s point is: mm to the right of the anchor and up from it. */
  readonly at: (x: number, y: number) => Vector
  /** What of the sheet lies at a point of the surface; null beyond its reach. */
  readonly under: (point: Vector) => readonly [x: number, y: number] | null
}

/**
 * Lays a sheet on a surface by rays that go straight on: each step follows the bend that the surface has there. Directions and
 * lengths from the anchor are true on any shape, at poles too (geodesic polar coordinates, do Carmo 1976, from memory).
 *
 * @param across share of a turn, and `lengthMm` along the surface, of the anchor
 */
export function layOn(
  { ring, form, foot }: Surface & { readonly foot: NonNullable<Surface['foot']> },
  across: number,
  lengthMm: number,
  reachMm: number,
): LaidSheet {
  const { point: anchor, normal } = foot(ring(lengthMm)(across))
  const near = Math.min(form.totalMm * 0.98, Math.max(form.totalMm * 0.02, lengthMm))
  const along = minus(ring(near)(across + 0.002), ring(near)(across - 0.002))
  const right = unit(minus(along, times(normal, dot(along, normal))))
  const up = cross(normal, right)
  const nodes = Math.ceil(reachMm / STEP_MM) + 2
  const table = new Float64Array(RAYS * nodes * 3)
  for (let ray = 0; ray < RAYS; ray++) {
    const angle = (ray / RAYS) * 2 * Math.PI
    let way = add(times(right, Math.cos(angle)), up, Math.sin(angle))
    let here = { point: anchor, normal }
    for (let k = 0; k < nodes; k++) {
      table.set(here.point, (ray * nodes + k) * 3)
      const next = stepOn(foot, here, way)
      const chord = minus(next.point, here.point)
      way = unit(minus(chord, times(next.normal, dot(chord, next.normal))))
      here = next
    }
  }
  const at = (x: number, y: number): Vector => {
    const turn = ((Math.atan2(y, x) / (2 * Math.PI) + 1) % 1) * RAYS
    const far = Math.min(nodes - 1.001, Math.hypot(x, y) / STEP_MM)
    const [ray, k] = [Math.floor(turn) % RAYS, Math.floor(far)]
    const [u, v] = [turn - Math.floor(turn), far - k]
    const a = (ray * nodes + k) * 3
    const b = (((ray + 1) % RAYS) * nodes + k) * 3
    const mixed = (c: number) =>
      (table[a + c] * (1 - v) + table[a + 3 + c] * v) * (1 - u) + (table[b + c] * (1 - v) + table[b + 3 + c] * v) * u
    return [mixed(0), mixed(1), mixed(2)]
  }
  const under = (point: Vector): readonly [number, number] | null => {
    const off = minus(point, anchor)
    const chord = lengthOf(off)
    if (chord < 1e-9) return [0, 0]
    // The length of an arc over its chord, from the angle between the chord and the ground.
    const lift = Math.min(0.98, Math.abs(dot(off, normal)) / chord)
    const arc = lift > 1e-6 ? (chord * Math.asin(lift)) / lift : chord
    if (chord > reachMm) return null
    const flat = unit(minus(off, times(normal, dot(off, normal))))
    let [x, y] = [arc * dot(flat, right), arc * dot(flat, up)]
    for (let i = 0; i < ROUNDS; i++) {
      const here = at(x, y)
      const left = minus(point, here)
      if (lengthOf(left) < 0.02) break
      const h = 0.25
      const [ax, ay] = [times(minus(at(x + h, y), here), 1 / h), times(minus(at(x, y + h), here), 1 / h)]
      const [xx, xy, yy] = [dot(ax, ax), dot(ax, ay), dot(ay, ay)]
      const [bx, by] = [dot(ax, left), dot(ay, left)]
      const determinant = xx * yy - xy * xy
      if (Math.abs(determinant) < 1e-9) break
      const [dx, dy] = [(bx * yy - by * xy) / determinant, (by * xx - bx * xy) / determinant]
      const shorter = Math.min(1, MOST_MM / (Math.hypot(dx, dy) || 1))
      x += dx * shorter
      y += dy * shorter
    }
    return lengthOf(minus(point, at(x, y))) < MISSED_MM ? [x, y] : null
  }
  return { anchor, reachMm, at, under }
}

/** Rounds in which a point is found on its sheet, and how far one of them goes at most, mm. */
const ROUNDS = 14
const MOST_MM = 2.5

/** A point that is farther than this from where its sheet was found lies on another side, mm [ours]. */
const MISSED_MM = 0.3

/** One step of a ray: a trial straight on tells how the surface bends, and the step follows that bend. */
function stepOn(
  foot: NonNullable<Surface['foot']>,
  { point, normal }: { readonly point: Vector; readonly normal: Vector },
  way: Vector,
) {
  const trial = minus(foot(add(point, way, STEP_MM)).point, point)
  const bend = (2 * dot(trial, normal)) / (dot(trial, trial) || 1)
  const angle = STEP_MM * bend
  const [ahead, lift] = Math.abs(angle) < 1e-6 ? [STEP_MM, 0] : [Math.sin(angle) / bend, (1 - Math.cos(angle)) / bend]
  return foot(add(add(point, way, ahead), normal, lift))
}
