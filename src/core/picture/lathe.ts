import type { TurnedForm } from '../form/turnedForm'

/** A turned form as a mesh: `rings` + 1 rows along the profile, `sides` + 1 columns round the axis. Lengths in mm. */
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

/** Turns a form into a mesh. */
export function latheMesh(form: TurnedForm, sides = 96): LatheMesh {
  const { profile, lengths, totalMm } = form
  const columns = sides + 1
  const count = profile.length * columns
  const positions = new Float32Array(count * 3)
  const normals = new Float32Array(count * 3)
  const tangents = new Float32Array(count * 3)
  const uvs = new Float32Array(count * 2)
  const openness = new Float32Array(count)
  for (let i = 0; i < profile.length; i++) {
    const { r, z } = profile[i]
    const before = profile[Math.max(0, i - 1)]
    const after = profile[Math.min(profile.length - 1, i + 1)]
    const length = Math.hypot(after.r - before.r, after.z - before.z) || 1
    const nr = (after.z - before.z) / length
    const nz = -(after.r - before.r) / length
    const sky = skyShare(form, lengths[i], r, z)
    for (let j = 0; j < columns; j++) {
      const angle = (j / sides) * 2 * Math.PI
      const cos = Math.cos(angle)
      const sin = Math.sin(angle)
      const v = i * columns + j
      positions.set([r * sin, z, r * cos], 3 * v)
      normals.set([nr * sin, nz, nr * cos], 3 * v)
      tangents.set([cos, 0, -sin], 3 * v)
      uvs.set([j / sides, lengths[i] / totalMm], 2 * v)
      openness[v] = sky
    }
  }
  const indices = new Uint32Array((profile.length - 1) * sides * 6)
  let k = 0
  for (let i = 0; i + 1 < profile.length; i++) {
    for (let j = 0; j < sides; j++) {
      const a = i * columns + j
      const b = a + columns
      indices.set([a, a + 1, b, a + 1, b + 1, b], k)
      k += 6
    }
  }
  return { rings: profile.length - 1, sides, positions, normals, tangents, uvs, openness, indices }
}

/** View factor from a spot inside to the mouth (a disc of the rim's radius seen from depth d), and a little shade near the table. */
function skyShare(form: TurnedForm, lengthMm: number, r: number, z: number): number {
  const { rim } = form.zones
  if (lengthMm < rim.to) return 0.62 + 0.38 * Math.min(1, z / (0.35 * form.heightMm))
  const mouth = narrowestAbove(form, lengthMm)
  const depth = Math.max(0, form.heightMm - z)
  return Math.max(0.12, (mouth * mouth) / (mouth * mouth + 0.9 * depth * depth) - 0.06 * (r > mouth ? 1 : 0))
}

/** Radius of the narrowest opening between a spot inside and the sky, mm. */
function narrowestAbove(form: TurnedForm, lengthMm: number): number {
  let least = Infinity
  for (let i = 0; i < form.profile.length; i++) {
    if (form.lengths[i] >= form.zones.rim.from && form.lengths[i] <= lengthMm && form.lengths[i] <= form.zones.inside.to - form.wallMm) least = Math.min(least, form.profile[i].r)
  }
  return Number.isFinite(least) ? least : form.profile[form.profile.length - 1].r
}
