import { describe, expect, it } from 'vitest'
import { presetForm } from '../model/presetForm'
import { buildForm } from '../form/buildForm'
import { PART, type Part } from '../form/parts'
import { PART_KINDS, type PartKind } from '../form/partKinds'
import type { Form } from '../model/piece'
import { FORM_PRESETS } from '../form/presets'
import { distanceToPolyline } from '../form/fixtures/distanceToPolyline'
import { atlasOf } from '../skin/atlas'
import { pieceMesh, type LatheMesh } from './lathe'
import { ringsOf } from './rings'

const meshOf = (spec: Form, parts: readonly Part[] = []) => {
  const form = buildForm(spec)
  if (!form.ok) throw new Error('it does not build')
  return { form: form.value, mesh: pieceMesh(atlasOf(form.value, parts), 48) }
}
const partOn = (spec: Form, kind: PartKind): Part => {
  const { form } = meshOf(spec)
  return { id: kind, kind, ...PART[kind].begins(form) }
}
const points = ({ positions }: LatheMesh, from = 0) =>
  Array.from({ length: positions.length / 3 - from }, (_, i) => [
    positions[3 * (i + from)],
    positions[3 * (i + from) + 1],
    positions[3 * (i + from) + 2],
  ])
const wallVertices = (mesh: LatheMesh) => (mesh.rings + 1) * (mesh.sides + 1)
const jug = presetForm('jug')

describe('a form as a mesh', () => {
  it.each<[string, Form, PartKind[]]>([
    ['a jug with every part', jug, [...PART_KINDS]],
    ['an oval platter', presetForm('platter'), []],
    ['a pinched bowl', presetForm('pinchBowl'), ['lug']],
    ['a square tile', presetForm('tile'), ['feet']],
  ])('%s is whole: finite points, unit normals, indices in range, skin within its edges', (_, spec, kinds) => {
    const { mesh } = meshOf(
      spec,
      kinds.map((kind) => partOn(spec, kind)),
    )
    expect([...mesh.positions].every(Number.isFinite)).toBe(true)
    expect(mesh.indices.reduce((a, b) => Math.max(a, b), 0)).toBeLessThan(mesh.positions.length / 3)
    for (let i = 0; i < mesh.normals.length; i += 3)
      expect(Math.abs(Math.hypot(mesh.normals[i], mesh.normals[i + 1], mesh.normals[i + 2]) - 1)).toBeLessThan(1e-3)
    for (const uv of mesh.uvs) {
      expect(uv).toBeGreaterThanOrEqual(0)
      expect(uv).toBeLessThanOrEqual(1)
    }
  })

  it.each(FORM_PRESETS)('a %s keeps its outline and its way round corners with few rings', (preset) => {
    const { form, mesh } = meshOf(presetForm(preset))
    const rings = ringsOf(form.profile)
    expect(rings[0]).toBe(0)
    expect(rings.at(-1)).toBe(form.profile.length - 1)
    const outline = rings.map((i) => form.profile[i])
    for (const point of form.profile) expect(distanceToPolyline(point, outline)).toBeLessThan(0.08)
    expect(mesh.rings).toBeLessThan(form.profile.length * 0.8)
    expect(mesh.rings).toBeGreaterThan(form.totalMm / 7)
  })

  it('an oval is as much longer as its plan says, and no wider', () => {
    const { mesh, form } = meshOf({ ...jug, plan: { kind: 'oval', ratio: 1.5 } })
    const widest = Math.max(...form.profile.map((p) => p.r))
    expect(Math.max(...points(mesh).map((p) => p[0]))).toBeCloseTo(1.5 * widest, 1)
    expect(Math.max(...points(mesh).map((p) => p[2]))).toBeCloseTo(widest, 1)
  })

  it('a square tile reaches into its corners', () => {
    const { mesh } = meshOf(presetForm('tile'))
    expect(Math.max(...points(mesh).map(([x, , z]) => Math.hypot(x, z)))).toBeGreaterThan(74 * 1.3)
  })

  it('an uneven wall strays by about what it is said to, a thrown one not at all', () => {
    const spread = (unevenMm: number) => {
      const { mesh } = meshOf({ ...jug, unevenMm })
      const ring = Math.round(mesh.rings / 4)
      const radii = Array.from({ length: mesh.sides }, (_, j) =>
        Math.hypot(
          mesh.positions[3 * (ring * (mesh.sides + 1) + j)],
          mesh.positions[3 * (ring * (mesh.sides + 1) + j) + 2],
        ),
      )
      return Math.max(...radii) - Math.min(...radii)
    }
    expect(spread(0)).toBeLessThan(1e-3)
    expect(spread(2)).toBeGreaterThan(1)
    expect(spread(2)).toBeLessThan(5)
  })

  it.each<[PartKind, (p: number[][], form: { heightMm: number; widest: number }) => void]>([
    ['handle', (p, f) => expect(Math.max(...p.map(([x]) => x))).toBeGreaterThan(f.widest + 20)],
    ['spout', (p) => expect(Math.min(...p.map(([x]) => x))).toBeLessThan(-71)],
    ['lid', (p, f) => expect(Math.max(...p.map(([, y]) => y))).toBeGreaterThan(f.heightMm + 30)],
    ['feet', (p) => expect(Math.min(...p.map(([, y]) => y))).toBeLessThan(-7)],
    ['lug', (p, f) => expect(Math.max(...p.map(([x]) => x))).toBeGreaterThan(f.widest * 0.9)],
  ])('a %s stands where it should, and wears a chart of its own', (kind, check) => {
    const { mesh, form } = meshOf(jug, [partOn(jug, kind)])
    const own = points(mesh, wallVertices(mesh))
    expect(own.length).toBeGreaterThan(50)
    check(own, { heightMm: form.heightMm, widest: Math.max(...form.profile.map((p) => p.r)) })
    mesh.surfaces.slice(1).forEach(({ box, firstIndex }, i) => {
      const end = mesh.surfaces[i + 2]?.firstIndex ?? mesh.indices.length
      expect(box.v).toBeGreaterThan(mesh.surfaces[0].box.height)
      for (const v of mesh.indices.subarray(firstIndex, end)) {
        expect(mesh.uvs[2 * v]).toBeGreaterThanOrEqual(box.u - 1e-6)
        expect(mesh.uvs[2 * v]).toBeLessThanOrEqual(box.u + box.width + 1e-6)
        expect(mesh.uvs[2 * v + 1]).toBeGreaterThanOrEqual(box.v - 1e-6)
        expect(mesh.uvs[2 * v + 1]).toBeLessThanOrEqual(box.v + box.height + 1e-6)
      }
    })
  })
})
