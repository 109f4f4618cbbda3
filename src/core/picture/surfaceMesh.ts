import { ringsOf } from './rings'
import { cross, minus, unit, type Vector } from '../numeric/vector'
import type { Surface } from '../form/surfaces/surface'
import { aroundMm, widest } from '../form/turnedForm'

/** A surface as a mesh in millimetres; uv are shares of its own chart. */
export interface SurfaceMesh {
  readonly positions: number[]
  readonly normals: number[]
  readonly tangents: number[]
  readonly uvs: number[]
  readonly indices: number[]
}

/** Columns round a part: so that no chord is longer than this, mm, within these bounds. */
const CHORD_MM = 2.2
const COLUMNS = [16, 72] as const

/** Rows of a part may be at most this long, mm. */
const ROW_MM = 3

/** How close to a pole a direction is still to be told, share of a surface. */
const POLE = 0.002

/**
 * The mesh of a part’s surface: rows where its profile turns, columns round it. Its normal follows from the two ways along it,
 * since columns, rows and the way out are right-handed.
 */
export function surfaceMesh({ form, ring }: Surface): SurfaceMesh {
  const roundMm = aroundMm(form, widest(form).diameterMm / 2)
  const columns = Math.min(COLUMNS[1], Math.max(COLUMNS[0], Math.ceil(roundMm / CHORD_MM)))
  const rows = rowLengths(form.lengths, ringsOf(form.profile))
  const mesh: SurfaceMesh = { positions: [], normals: [], tangents: [], uvs: [], indices: [] }
  const step = form.totalMm * POLE
  for (const s of rows) {
    const at = ring(s)
    // At a pole, directions are those of a ring close by.
    const near = Math.min(form.totalMm - step, Math.max(step, s))
    const beside = ring(near)
    const [low, high] = [ring(Math.max(0, near - step)), ring(Math.min(form.totalMm, near + step))]
    for (let j = 0; j <= columns; j++) {
      const share = j / columns
      const along = unit(minus(beside(share + 0.002), beside(share - 0.002)))
      const normal = unit(cross(along, minus(high(share), low(share))))
      push(mesh, at(share), normal, along)
      mesh.uvs.push(share, s / form.totalMm)
    }
  }
  for (let i = 0; i + 1 < rows.length; i++)
    for (let j = 0; j < columns; j++) {
      const a = i * (columns + 1) + j
      const b = a + columns + 1
      mesh.indices.push(a, a + 1, b, a + 1, b + 1, b)
    }
  return mesh
}

function push(mesh: SurfaceMesh, point: Vector, normal: Vector, along: Vector): void {
  mesh.positions.push(...point)
  mesh.normals.push(...normal)
  mesh.tangents.push(...along)
}

/** Lengths at which rows lie: where a profile turns, and between so that none is too long. */
function rowLengths(lengths: readonly number[], rings: readonly number[]): number[] {
  const out: number[] = [lengths[rings[0]]]
  for (let i = 1; i < rings.length; i++) {
    const [from, to] = [lengths[rings[i - 1]], lengths[rings[i]]]
    const pieces = Math.max(1, Math.ceil((to - from) / ROW_MM))
    for (let k = 1; k <= pieces; k++) out.push(from + ((to - from) * k) / pieces)
  }
  return out
}
