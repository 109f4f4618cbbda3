import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { presetForm } from '../../model/presetForm'
import { lengthOf, minus, quadArea, type Vector } from '../../numeric/vector'
import { surfacesOf } from '../assembly'
import { buildForm } from '../buildForm'
import { PART, type Part } from '../parts'
import { PART_KINDS } from '../partKinds'
import { ball, type Stand } from './ball'
import type { Surface } from './surface'
import { tube } from './tube'

const NAMED = { id: 'x', part: null, name: 'x', sits: [] }
const UPRIGHT: Stand = { middle: [0, 0, 0], out: [0, 0, 1], up: [0, 1, 0] }

/** Area of a surface by its own grid, mm². */
function areaOf({ form, ring }: Surface, rows = 400, columns = 400): number {
  let area = 0
  let below = ring(0)
  for (let y = 1; y <= rows; y++) {
    const above = ring((y / rows) * form.totalMm)
    for (let x = 0; x < columns; x++)
      area += quadArea(below(x / columns), below((x + 1) / columns), above((x + 1) / columns), above(x / columns))
    below = above
  }
  return area
}

/** Area of an ellipsoid by its integral: ∫∫ over the sphere of √((bc x)² + (ac y)² + (ab z)²). */
function ellipsoidArea(a: number, b: number, c: number): number {
  const n = 600
  let sum = 0
  for (let i = 0; i < n; i++) {
    const t = ((i + 0.5) / n) * Math.PI
    for (let k = 0; k < n; k++) {
      const p = ((k + 0.5) / n) * 2 * Math.PI
      const [x, y, z] = [Math.sin(t) * Math.cos(p), Math.sin(t) * Math.sin(p), Math.cos(t)]
      sum += Math.hypot(b * c * x, a * c * y, a * b * z) * Math.sin(t)
    }
  }
  return (sum * 2 * Math.PI ** 2) / n ** 2
}

const arc = (radius: number, turn: number): Vector[] =>
  Array.from({ length: 241 }, (_, i) => {
    const angle = (i / 240) * turn
    return [0, radius * Math.sin(angle), radius * Math.cos(angle)]
  })
const straight = (length: number): Vector[] => Array.from({ length: 41 }, (_, i) => [0, (i / 40) * length, 0])
const strap = (path: Vector[], a: number, b: number, end: 'joined' | 'closed' = 'joined') =>
  tube({ path, sideways: [1, 0, 0], half: () => [a, b], end, wallMm: b }, () => [], NAMED)

describe('areas of surfaces are those of their solids', () => {
  // Areas of solids: any handbook of mathematics (Bronshtein & Semendyayev), from memory.
  it.each<[string, Surface, number]>([
    ['a sphere of 40', ball({ across: 40, up: 40, deep: 40, taper: 0 }, UPRIGHT, NAMED), 4 * Math.PI * 40 ** 2],
    [
      'a prolate spheroid 20, 45',
      ball({ across: 20, up: 45, deep: 20, taper: 0 }, UPRIGHT, NAMED),
      ellipsoidArea(20, 45, 20),
    ],
    ['a wing 32, 18, 9', ball({ across: 32, up: 18, deep: 9, taper: 0 }, UPRIGHT, NAMED), ellipsoidArea(32, 18, 9)],
    ['a straight tube', strap(straight(80), 10, 10), 2 * Math.PI * 10 * 80],
    ['a quarter of a torus 35, 10', strap(arc(35, Math.PI / 2), 10, 10), 2 * Math.PI * 10 * 35 * (Math.PI / 2)],
    ['a tube with a round end', strap(straight(80), 10, 10, 'closed'), 2 * Math.PI * 10 * 80 + 2 * Math.PI * 10 ** 2],
  ])('%s', (_, surface, area) => {
    expect(areaOf(surface) / area).toBeGreaterThan(0.995)
    expect(areaOf(surface) / area).toBeLessThan(1.005)
  })

  it('a bent strap has perimeter × length, however it bends (Pappus)', () => {
    const perimeter = areaOf(strap(straight(100), 10, 4)) / 100
    expect(areaOf(strap(arc(100 / 2, 2), 10, 4)) / (perimeter * 100)).toBeCloseTo(1, 2)
  })
})

const teapot = presetForm('teapot')
const built = (spec = teapot) => {
  const form = buildForm(spec)
  if (!form.ok) throw new Error(JSON.stringify(form.issue))
  return form.value
}

describe('surfaces of a piece', () => {
  it('each is named in words, and its zones lie on it', () => {
    const surfaces = surfacesOf(built(), teapot.parts)
    expect(surfaces.map(({ name }) => name)).toEqual(['wall', 'spout', 'handle', 'lid'])
    for (const { form, zones } of surfaces)
      for (const { stretch } of zones) {
        expect(stretch.from).toBeGreaterThanOrEqual(0)
        expect(stretch.to).toBeLessThanOrEqual(form.totalMm + 1e-9)
        expect(stretch.to).toBeGreaterThan(stretch.from)
      }
    expect(surfaces[3].zones.map(({ name }) => name)).toEqual(['top', 'knob', 'seat', 'underside'])
  })

  it.each(PART_KINDS)('columns, rows and the way out of a %s are right-handed, and it closes', (kind) => {
    const spec = presetForm('jug')
    const form = built(spec)
    const part: Part = { id: 'p', kind, ...PART[kind].begins(form) }
    for (const { form: own, ring, id } of surfacesOf(form, [part]).slice(1)) {
      const middle = [0, 1, 2].map((c) =>
        Array.from({ length: 8 }, (_, k) => ring(own.totalMm * 0.3)(k / 8)[c]).reduce((a, b) => a + b / 8, 0),
      )
      const at = ring(own.totalMm * 0.3)(0.3)
      const [u, s] = [minus(ring(own.totalMm * 0.3)(0.301), at), minus(ring(own.totalMm * 0.3 + 0.05)(0.3), at)]
      const out = [u[1] * s[2] - u[2] * s[1], u[2] * s[0] - u[0] * s[2], u[0] * s[1] - u[1] * s[0]]
      const away = at.map((v, c) => v - middle[c])
      // A relief is walked from its edge to its crown, a lid from within: there the middle of a ring says nothing.
      if (kind !== 'relief' && kind !== 'lid')
        expect(
          out.reduce((sum, v, c) => sum + v * away[c], 0),
          id,
        ).toBeGreaterThan(0)
      expect(lengthOf(minus(ring(10)(0), ring(10)(1)))).toBeLessThan(1e-6)
    }
  })

  it('a pair stands mirrored, and is called left and right', () => {
    const bird = presetForm('bird')
    const wings = surfacesOf(built(bird), bird.parts).filter(({ name }) => name.endsWith('wing'))
    expect(wings.map(({ name }) => name)).toEqual(['right wing', 'left wing'])
    const middle = ({ ring, form }: Surface) => ring(form.totalMm / 2)(0)
    const [right, left] = wings.map(middle)
    expect(left[0]).toBeCloseTo(right[0], 6)
    expect(left[1]).toBeCloseTo(right[1], 6)
    expect(left[2]).toBeCloseTo(-right[2], 6)
  })

  it('the nearest point of a surface is on it, whatever point is asked for', () => {
    const egg = ball({ across: 30, up: 45, deep: 22, taper: 0.2 }, UPRIGHT, NAMED)
    const bend = strap(arc(35, 2), 9, 5)
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.95, noNaN: true }),
        (u, v) => {
          for (const { ring, form, foot } of [egg, bend]) {
            const on = ring(v * form.totalMm)(u)
            expect(lengthOf(minus((foot as NonNullable<typeof foot>)(on).point, on))).toBeLessThan(0.12)
          }
        },
      ),
      { numRuns: 80 },
    )
  })
})
