import { seededRandom } from '../../base/random'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { COVERS } from '../stages'
import type { Surroundings } from './airSide'
import { CLAY_WATER, CLAY_WATER_KINDS, contentAt } from './clayWater'
import { fitDryingFactor, type DrynessReading } from './calibrate'
import { crackIndex, dryWall, hourDownTo, MOISTURE_STAGES, stageBegins, stageOfWater, waterAt } from './course'
import { BOUNDS, halton, normalQuantile, uncertainPoints, uncertainTime, UNKNOWNS } from './uncertainty'
import { meanWater, type Wall } from './wallSolver'

const ROOM: Surroundings = { celsius: 21, humidity: 0.5, cover: 'open', blower: 'none', factor: 1 }
const clay = CLAY_WATER.fineWhite
const begins = stageBegins(clay, 0.5)
const wall = (thickM = 0.007, kind: keyof typeof CLAY_WATER = 'fineWhite'): Wall => ({
  clay: CLAY_WATER[kind],
  thickM,
  faces: [
    { to: 'out', lengthM: 0.1, upright: true, mouthShare: 1 },
    { to: 'inside', lengthM: 0.1, upright: true, mouthShare: 0.2 },
  ],
})
const leatherHard = (around: Surroundings, of = wall(), until = 1500) =>
  hourDownTo(dryWall(of, [{ untilHours: until, around }]).course, stageBegins(of.clay, 0.5).leatherHard) ?? Infinity

describe('drying, as potters find it (common practice, no source)', () => {
  const plate: Wall = {
    clay,
    thickM: 0.007,
    faces: [
      { to: 'out', lengthM: 0.2, upright: false, mouthShare: 1 },
      { to: 'board', lengthM: 0.2, upright: false, mouthShare: 1 },
    ],
  }
  const times = (cover: Surroundings['cover']) => {
    const { course } = dryWall(plate, [{ untilHours: 40 * 24, around: { ...ROOM, cover } }])
    return {
      leather: hourDownTo(course, begins.leatherHard) ?? Infinity,
      gone: hourDownTo(course, begins.hardLeatherHard) ?? Infinity,
    }
  }
  it.each([
    ['open', 6, 10, 10, 16],
    ['draped', 28, 42, 40, 62],
    ['sealed', 14 * 24, 17 * 24, 20 * 24, 26 * 24],
  ] as const)('%s: leather-hard after %d–%d h, gone after %d–%d h', (cover, a, b, c, d) => {
    const { leather, gone } = times(cover)
    expect(leather).toBeGreaterThan(a)
    expect(leather).toBeLessThan(b)
    expect(gone).toBeGreaterThan(c)
    expect(gone).toBeLessThan(d)
  })

  it('left open over night it is past leather-hard in the morning', () => expect(times('open').gone).toBeLessThan(16))

  it('a damp box holds it and even brings too firm clay back', () => {
    const { course, state } = dryWall(plate, [
      { untilHours: 24, around: ROOM },
      { untilHours: 24 * 15, around: { ...ROOM, cover: 'dampBox' } },
    ])
    expect(meanWater(state.water)).toBeGreaterThan(waterAt(course, 24))
  })

  it('the rim runs ahead of the foot', () =>
    expect(leatherHard(ROOM, wall(0.005))).toBeLessThan(leatherHard(ROOM, wall(0.009)) * 0.7))
})

describe('what must always hold', () => {
  const kinds = fc.constantFrom(...CLAY_WATER_KINDS)
  it('a drier room never dries later, a tighter cover never sooner, a thicker wall never sooner', () => {
    fc.assert(
      fc.property(
        kinds,
        fc.double({ min: 0.3, max: 0.7, noNaN: true }),
        fc.double({ min: 0.02, max: 0.2, noNaN: true }),
        fc.double({ min: 0.003, max: 0.012, noNaN: true }),
        fc.constantFrom(0, 1),
        (kind, humidity, drier, thick, cover) => {
          const at = (changes: Partial<Surroundings>, thickM = thick) =>
            leatherHard({ ...ROOM, humidity, cover: COVERS[cover], ...changes }, wall(thickM, kind), 600)
          const base = at({})
          expect(at({ humidity: humidity - drier })).toBeLessThanOrEqual(base + 0.02)
          expect(at({ cover: COVERS[cover + 1] })).toBeGreaterThanOrEqual(base)
          expect(at({}, thick * 1.15)).toBeGreaterThanOrEqual(base)
        },
      ),
      { numRuns: 12 },
    )
  })

  it('a drying factor θ stretches time: X(t; θ) = X(θ t), to half a per cent', () => {
    const { course } = dryWall(wall(), [{ untilHours: 80, around: ROOM }])
    for (const factor of [0.6, 1.35]) {
      const scaled = dryWall(wall(), [{ untilHours: 80, around: { ...ROOM, factor } }]).course
      for (const stage of ['softLeatherHard', 'leatherHard', 'hardLeatherHard'] as const)
        expect(
          Math.abs((hourDownTo(scaled, begins[stage])! * factor) / hourDownTo(course, begins[stage])! - 1),
        ).toBeLessThan(0.005)
    }
  })

  it('two spells of the same air are one', () => {
    const once = dryWall(wall(), [{ untilHours: 20, around: ROOM }]).course
    const twice = dryWall(wall(), [
      { untilHours: 7, around: ROOM },
      { untilHours: 20, around: ROOM },
    ]).course
    expect(twice.mean.at(-1)! / once.mean.at(-1)!).toBeCloseTo(1, 2)
  })

  it('stages follow one another, and every water content has one', () => {
    const xs = [0.26, 0.22, 0.18, 0.15, 0.06, 0.01]
    expect(xs.map((x) => stageOfWater(clay, 0.5, x))).toEqual([...MOISTURE_STAGES])
    expect(stageOfWater(clay, 0.5, begins.leatherHard)).toBe('leatherHard')
  })
})

describe('calibration and what is uncertain', () => {
  const { course } = dryWall(wall(), [{ untilHours: 40, around: ROOM }])
  const readings = (truth: number, noise: readonly number[], sigma: number): DrynessReading[] =>
    [3, 6, 9].map((hour, i) => ({
      water: waterAt(course, hour * truth) + noise[i],
      sigma,
      modelled: (factor) => waterAt(course, hour * factor),
    }))

  it.each([1.35, 0.6])('three weighings with 1 g of noise on 1 kg of dry clay find θ = %d', (truth) => {
    const fitted = fitDryingFactor(readings(truth, [0.001, -0.001, 0.0008], 0.002))
    expect(Math.abs(Math.exp(fitted.ln) - truth)).toBeLessThan(0.03)
    expect(fitted.sigma).toBeLessThan(0.06)
  })

  it('one word, “leather-hard now”, moves θ and leaves it less sure than weighings do', () => {
    const hour = 5
    const word: DrynessReading = {
      water: contentAt(clay, 0.35),
      sigma: 0.1 * (clay.plastic - clay.shrinkageLimit),
      modelled: (factor) => waterAt(course, hour * factor),
    }
    const fitted = fitDryingFactor([word])
    expect(Math.exp(fitted.ln)).toBeGreaterThan(1.2)
    expect(fitted.sigma).toBeGreaterThan(fitDryingFactor(readings(1.35, [0, 0, 0], 0.002)).sigma)
    expect(fitted.sigma).toBeLessThan(0.3)
  })

  it('nothing seen leaves θ at 1', () => expect(fitDryingFactor([]).ln).toBeCloseTo(0, 2))

  it('Halton points fill the unit interval evenly (Halton 1960)', () => {
    expect([1, 2, 3, 4].map((i) => halton(i, 2))).toEqual([0.5, 0.25, 0.75, 0.125])
    expect(Math.abs(uncertainPoints(32).reduce((sum, p) => sum + p.temperature, 0) / 32)).toBeLessThan(0.05)
  })

  it('knows the normal distribution (standard table)', () => {
    expect(normalQuantile(0.975)).toBeCloseTo(1.959964, 5)
    expect(normalQuantile(0.5)).toBeCloseTo(0, 9)
    expect(normalQuantile(0.01)).toBeCloseTo(-2.326348, 5)
  })

  const time = (shift: Partial<Record<(typeof UNKNOWNS)[number], number>>, cover: Surroundings['cover'] = 'open') =>
    leatherHard(
      {
        ...ROOM,
        cover,
        celsius: 21 + (shift.temperature ?? 0) * BOUNDS.temperature,
        humidity: 0.5 + (shift.humidity ?? 0) * BOUNDS.humidity,
        factor: Math.exp(0.3 * (shift.factor ?? 0)),
      },
      wall(0.007 + (shift.thickness ?? 0) * BOUNDS.thicknessM),
      cover === 'open' ? 60 : 400,
    )
  const foretold = (cover: Surroundings['cover']) =>
    uncertainTime(time({}, cover), {
      temperature: time({ temperature: 1 }, cover),
      humidity: time({ humidity: 1 }, cover),
      thickness: time({ thickness: 1 }, cover),
      factor: time({ factor: 1 }, cover),
    })

  it('five courses give the same early and late as 200 of them', () => {
    const fast = foretold('open')
    const all = uncertainPoints(200)
      .map((point) => time(point))
      .sort((a, b) => a - b)
    expect(Math.abs(fast.early / all[19] - 1)).toBeLessThan(0.05)
    expect(Math.abs(fast.late / all[180] - 1)).toBeLessThan(0.05)
    expect(fast.early).toBeLessThan(fast.likely)
    expect(fast.likely).toBeLessThan(fast.late)
  })

  it.each(['open', 'draped'] as const)('%s: early to late holds four fifths of 200 hidden truths', (cover) => {
    const { early, late } = foretold(cover)
    const random = seededRandom(77)
    const even = () => 2 * random() - 1
    const truths = Array.from({ length: 200 }, () =>
      time(
        { temperature: even(), humidity: even(), thickness: even(), factor: normalQuantile(0.001 + 0.998 * random()) },
        cover,
      ),
    )
    const held = truths.filter((hours) => hours >= early && hours <= late).length / truths.length
    // Two σ of a share of .8 among 200 are .057.
    expect(held).toBeGreaterThan(0.75)
    expect(held).toBeLessThan(0.86)
  })
})

describe('cracks', () => {
  const course = (mean: number, face: number) =>
    ({ hours: [0], mean: [mean], faces: [[face], [mean]] }) as unknown as Parameters<typeof crackIndex>[1]

  it('are feared while the wall shrinks, not after', () => {
    expect(crackIndex(clay, course(clay.shrinkageLimit + 0.02, clay.shrinkageLimit - 0.05), 0)).toBeGreaterThan(0.3)
    expect(crackIndex(clay, course(clay.shrinkageLimit, clay.shrinkageLimit - 0.05), 0)).toBe(0)
    expect(crackIndex(clay, course(clay.plastic, clay.plastic), 0)).toBeCloseTo(0, 9)
  })
})
