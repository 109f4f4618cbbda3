import type { Part } from '../form/parts'
import type { ProfilePoint } from '../form/profile'
import type { TurnedForm } from '../form/turnedForm'
import { partMeshes } from './partsMesh'

/** A form as a mesh: `rings` + 1 rows along the profile, `sides` + 1 columns round the axis, then its parts. Lengths in mm. */
export interface LatheMesh {
  readonly rings: number
  readonly sides: number
  /** x, y (up), z for each vertex; the axis is y, the piece stands on y = 0. */
  readonly positions: Float32Array
  readonly normals: Float32Array
  /** Direction round the axis, the way columns of the skin run. */
  readonly tangents: Float32Array
  /** Column and row of the skin, 0–1. */
  readonly uvs: Float32Array
  /** Share of open sky that reaches the vertex, 0–1: darker deep inside and under the belly. */
  readonly openness: Float32Array
  readonly indices: Uint32Array
}

/** How far a hand-built wall strays outward at a share of a turn and a height, mm; the inside strays a little otherwise. */
function strays(form: TurnedForm, share: number, z: number, inside: boolean): number {
  if (form.unevenMm === 0) return 0
  const turn = 2 * Math.PI * share
  const both =
    0.55 * Math.sin(2 * turn + 0.8 + z / 34) +
    0.3 * Math.sin(3 * turn + 2.1 - z / 23) +
    0.15 * Math.sin(7 * turn + z / 9)
  return form.unevenMm * (both + (inside ? 0.4 * Math.sin(4 * turn + 1.3 + z / 17) : 0))
}

/** How far the rim of a hand-built wall rises and falls, mm. */
const rimWave = (form: TurnedForm, share: number, z: number) =>
  form.unevenMm * 1.1 * Math.sin(4 * Math.PI * share + 0.4) * (z / form.heightMm) ** 3

/** How far a ring-to-ring chord may stray from the profile, mm; how far the profile may turn between rings, and how long it may be. */
const CHORD_MM = 0.04
const TURN = (9 * Math.PI) / 180
const RING_MM = 6

/** The points of a profile that a mesh needs a ring at: the profile is far finer than the eye, and where it is straight few do. */
export function ringsOf(profile: readonly ProfilePoint[]): number[] {
  const heading = (i: number) => Math.atan2(profile[i + 1].z - profile[i].z, profile[i + 1].r - profile[i].r)
  const turned = (a: number, b: number) => Math.abs(Math.atan2(Math.sin(b - a), Math.cos(b - a)))
  const last = profile.length - 1
  const kept = [0]
  for (let from = 0; from < last; from = kept[kept.length - 1]) {
    let to = from + 1
    for (let turning = 0; to < last; to++) {
      turning += turned(heading(to - 1), heading(to))
      if (
        turning > TURN ||
        Math.hypot(profile[to + 1].r - profile[from].r, profile[to + 1].z - profile[from].z) > RING_MM ||
        strayFrom(profile, from, to + 1) > CHORD_MM
      )
        break
    }
    kept.push(to)
  }
  return kept
}

/** The most that points between two of a profile lie beside the chord, mm. */
function strayFrom(profile: readonly ProfilePoint[], from: number, to: number): number {
  const [a, b] = [profile[from], profile[to]]
  const length = Math.hypot(b.r - a.r, b.z - a.z) || 1
  let most = 0
  for (let i = from + 1; i < to; i++)
    most = Math.max(most, Math.abs((b.r - a.r) * (profile[i].z - a.z) - (b.z - a.z) * (profile[i].r - a.r)) / length)
  return most
}

/** Turns a form into a mesh, with the parts that are joined to it. */
export function latheMesh(form: TurnedForm, sides = 96, parts: readonly Part[] = []): LatheMesh {
  const { profile, lengths, totalMm } = form
  const columns = sides + 1
  const joined = partMeshes(form, parts)
  const rings = ringsOf(profile)
  const turned = rings.length * columns
  const count = turned + joined.reduce((sum, mesh) => sum + mesh.positions.length / 3, 0)
  const positions = new Float32Array(count * 3)
  const normals = new Float32Array(count * 3)
  const tangents = new Float32Array(count * 3)
  const uvs = new Float32Array(count * 2)
  const openness = new Float32Array(count).fill(0.88)
  const around = Array.from({ length: columns }, (_, j) => {
    const [x, z] = form.plan.at(j / sides)
    const [ax, az] = form.plan.at(j / sides - 0.0005)
    const [bx, bz] = form.plan.at(j / sides + 0.0005)
    const length = Math.hypot(bx - ax, bz - az) || 1
    const tx = (bx - ax) / length
    const tz = (bz - az) / length
    return { x, z, tx, tz, support: -x * tz + z * tx }
  })
  rings.forEach((i, ring) => {
    const { r, z } = profile[i]
    const before = profile[Math.max(0, i - 1)]
    const after = profile[Math.min(profile.length - 1, i + 1)]
    const length = Math.hypot(after.r - before.r, after.z - before.z) || 1
    const rise = (after.z - before.z) / length
    const run = (after.r - before.r) / length
    const sky = skyShare(form, lengths[i], r, z)
    const inside = lengths[i] > form.zones.rim.from
    for (let j = 0; j < columns; j++) {
      const { x, z: zed, tx, tz, support } = around[j]
      const share = j / sides
      const stray = strays(form, share, z, inside) * Math.min(1, r / 12)
      const slope = form.unevenMm
        ? (strays(form, share + 0.002, z, inside) - strays(form, share - 0.002, z, inside)) /
          (0.004 * form.plan.length * Math.max(r, 12))
        : 0
      // Normal ∝ z′ n − r′ h ŷ, n the outline’s own normal and h its distance from the tangent.
      const nx = rise * (-tz - slope * tx * (inside ? -1 : 1))
      const nz = rise * (tx - slope * tz * (inside ? -1 : 1))
      const ny = -run * support
      const size = Math.hypot(nx, ny, nz) || 1
      const v = ring * columns + j
      positions.set([r * x - tz * stray, z + rimWave(form, share, z), r * zed + tx * stray], 3 * v)
      normals.set([nx / size, ny / size, nz / size], 3 * v)
      tangents.set([tx, 0, tz], 3 * v)
      uvs.set([share, lengths[i] / totalMm], 2 * v)
      openness[v] = sky
    }
  })
  const wall = (rings.length - 1) * sides * 6
  const indices = new Uint32Array(wall + joined.reduce((sum, mesh) => sum + mesh.indices.length, 0))
  let k = 0
  for (let i = 0; i + 1 < rings.length; i++) {
    for (let j = 0; j < sides; j++) {
      const a = i * columns + j
      const b = a + columns
      indices.set([a, a + 1, b, a + 1, b + 1, b], k)
      k += 6
    }
  }
  let start = turned
  for (const mesh of joined) {
    positions.set(mesh.positions, 3 * start)
    normals.set(mesh.normals, 3 * start)
    const vertices = mesh.positions.length / 3
    for (let v = start; v < start + vertices; v++) {
      uvs.set(mesh.skin, 2 * v)
      tangents.set([normals[3 * v + 2], 0, -normals[3 * v]], 3 * v)
    }
    indices.set(
      mesh.indices.map((index) => index + start),
      k,
    )
    k += mesh.indices.length
    start += vertices
  }
  return { rings: rings.length - 1, sides, positions, normals, tangents, uvs, openness, indices }
}

/** View factor from a spot inside to the mouth (a disc of the rim's radius seen from depth d), and a little shade near the table. */
function skyShare(form: TurnedForm, lengthMm: number, r: number, z: number): number {
  const { rim } = form.zones
  if (form.flat) return lengthMm < form.zones.base.to ? 0.5 : 1
  if (lengthMm < rim.to) return 0.62 + 0.38 * Math.min(1, z / (0.35 * form.heightMm))
  const mouth = narrowestAbove(form, lengthMm)
  const depth = Math.max(0, form.heightMm - z)
  return Math.max(0.12, (mouth * mouth) / (mouth * mouth + 0.9 * depth * depth) - 0.06 * (r > mouth ? 1 : 0))
}

/** Radius of the narrowest opening between a spot inside and the sky, mm. */
function narrowestAbove(form: TurnedForm, lengthMm: number): number {
  let least = Infinity
  for (let i = 0; i < form.profile.length; i++) {
    if (
      form.lengths[i] >= form.zones.rim.from &&
      form.lengths[i] <= lengthMm &&
      form.lengths[i] <= form.zones.inside.to - form.wallMm
    )
      least = Math.min(least, form.profile[i].r)
  }
  return Number.isFinite(least) ? least : form.profile[form.profile.length - 1].r
}
