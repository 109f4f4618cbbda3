import type { TurnedForm } from '../form/turnedForm'
import { skinGrid } from '../skin/grid'
import { atlasOfWall, type Atlas } from '../skin/atlas'
import { ringsOf } from './rings'
import { surfaceMesh } from './surfaceMesh'

/** A form as a mesh: `rings` + 1 rows along the profile, `sides` + 1 columns round the axis, then its parts. Lengths in mm. */
export interface LatheMesh {
  readonly rings: number
  readonly sides: number
  /** x, y (up), z for each vertex; the axis is y, the piece stands on y = 0. */
  readonly positions: Float32Array
  readonly normals: Float32Array
  /** Direction round the axis, the way columns of the skin run. */
  readonly tangents: Float32Array
  /** Column and row of the raster of all surfaces, 0–1. */
  readonly uvs: Float32Array
  /** The surfaces in the order of their triangles: id, first index, and the box of the raster that is theirs, 0–1. */
  readonly surfaces: readonly MeshSurface[]
  /** Share of open sky that reaches the vertex, 0–1: darker deep inside and under the belly. */
  readonly openness: Float32Array
  readonly indices: Uint32Array
}

/** Which triangles are of which surface. */
export interface MeshSurface {
  readonly id: string
  readonly firstIndex: number
  readonly box: { readonly u: number; readonly v: number; readonly width: number; readonly height: number }
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

/** Turns a form without parts into a mesh. */
export const latheMesh = (form: TurnedForm, sides = 96): LatheMesh =>
  pieceMesh(atlasOfWall(skinGrid(form, 64, 64)), sides)

/** Turns all surfaces of a piece into a mesh; its places on the raster are those of the atlas. */
export function pieceMesh({ charts, ...atlas }: Atlas, sides = 96): LatheMesh {
  const { form } = charts[0].surface
  const { profile, lengths, totalMm } = form
  const columns = sides + 1
  const joined = charts.slice(1).map(({ surface }) => surfaceMesh(surface))
  const lastRow = 1 - 0.5 / charts[0].grid.height
  const boxes = charts.map(({ x, y, grid }) => ({
    u: x / atlas.width,
    v: y / atlas.height,
    width: grid.width / atlas.width,
    height: grid.height / atlas.height,
  }))
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
    const inside = !form.closed && lengths[i] > form.zones.rim.from
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
      // Below the last row another surface may begin.
      uvs.set([share, Math.min(lengths[i] / totalMm, lastRow) * boxes[0].height], 2 * v)
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
  const surfaces: MeshSurface[] = [{ id: charts[0].surface.id, firstIndex: 0, box: boxes[0] }]
  joined.forEach((mesh, n) => {
    const box = boxes[n + 1]
    surfaces.push({ id: charts[n + 1].surface.id, firstIndex: k, box })
    positions.set(mesh.positions, 3 * start)
    normals.set(mesh.normals, 3 * start)
    tangents.set(mesh.tangents, 3 * start)
    uvs.set(
      mesh.uvs.map((share, i) => (i % 2 ? box.v + share * box.height : box.u + share * box.width)),
      2 * start,
    )
    indices.set(
      mesh.indices.map((index) => index + start),
      k,
    )
    k += mesh.indices.length
    start += mesh.positions.length / 3
  })
  return { rings: rings.length - 1, sides, positions, normals, tangents, uvs, surfaces, openness, indices }
}

/** View factor from a spot inside to the mouth (a disc of the rim's radius seen from depth d), and a little shade near the table. */
function skyShare(form: TurnedForm, lengthMm: number, r: number, z: number): number {
  const { rim } = form.zones
  // The mouths of a hole are drawn closed: hardly any light comes back out of them.
  if (form.holeMm && r < form.holeMm / 2 - 0.01) return 0.04
  if (form.flat) return lengthMm < form.zones.base.to ? 0.5 : 1
  if (form.closed || lengthMm < rim.to) return 0.62 + 0.38 * Math.min(1, z / (0.35 * form.heightMm))
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
