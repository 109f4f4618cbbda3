import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Surroundings } from './airSide'
import { CLAY_WATER, CLAY_WATER_KINDS, contentAt, dryDensity, dryness } from './clayWater'
import { dryWall, waterAt } from './course'
import { coatEvaporation } from './wetSurface'
import { wetted, wetterBy } from './wetting'
import { evenWall, meanWater, type Wall } from './wallSolver'

const ROOM: Surroundings = { celsius: 21, humidity: 0.5, cover: 'open', blower: 'none', factor: 1 }
const wall = (thickM = 0.0045, kind: keyof typeof CLAY_WATER = 'fineWhite'): Wall => ({
  clay: CLAY_WATER[kind],
  thickM,
  faces: [
    { to: 'out', lengthM: 0.1, upright: true, mouthShare: 1 },
    { to: 'inside', lengthM: 0.1, upright: true, mouthShare: 0.3 },
  ],
})
/** Water of a wall, kg on a square metre. */
const kgM2 = (of: Wall, water: Float64Array) => meanWater(water) * dryDensity(of.clay) * of.thickM

describe('coats bring water to the wall', () => {
  it('as much as was laid, wherever the wall has room for it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...CLAY_WATER_KINDS),
        fc.double({ min: 0.002, max: 0.012, noNaN: true }),
        fc.double({ min: -0.5, max: 1, noNaN: true }),
        fc.integer({ min: 0, max: 1500 }),
        fc.integer({ min: 0, max: 1500 }),
        (kind, thickM, omega, outsideUm, insideUm) => {
          const of = wall(thickM, kind)
          const before = evenWall(of.clay, contentAt(of.clay, omega), 20)
          const after = wetted(of, before, [outsideUm, insideUm])
          // 1 µm of water is a gramme on a square metre.
          expect(kgM2(of, after.water) - kgM2(of, before.water)).toBeCloseTo((outsideUm + insideUm) / 1000, 9)
          expect(meanWater(after.water) - meanWater(before.water)).toBeCloseTo(wetterBy(of, [outsideUm, insideUm]), 9)
          expect(after.hours).toBe(before.hours)
        },
      ),
    )
  })

  it('fills the clay from its face inwards, no wetter than it was thrown while there is room', () => {
    const of = wall()
    const firm = evenWall(of.clay, contentAt(of.clay, 0.3), 20)
    const { water } = wetted(of, firm, [100, 0])
    expect(water[0]).toBeCloseTo(of.clay.plastic, 9)
    expect(water[water.length - 1]).toBeCloseTo(firm.water[0], 9)
    expect(Math.max(...water)).toBeLessThanOrEqual(of.clay.plastic + 1e-12)
  })

  it('a brushed coat is about a tenth of the way back to wet on a 4.5 mm wall; three nearly undo an open hour', () => {
    // Measured on a prototype of ours: .075 to .11 mm of water, +.09 to +.14 of dryness.
    const of = wall()
    const perMm = (of.clay.plastic - of.clay.shrinkageLimit) ** -1
    const one = wetterBy(of, [90, 0]) * perMm
    expect(one).toBeGreaterThan(0.09)
    expect(one).toBeLessThan(0.14)
    const { course } = dryWall(of, [{ untilHours: 12, around: ROOM }])
    const [hour, later] = [4, 5].map((h) => dryness(of.clay, waterAt(course, h)))
    expect(3 * one).toBeGreaterThan(hour - later)
  })

  it('what is balanced over a day: water laid, less what evaporated, is what the wall holds', () => {
    const of = wall()
    const plain = dryWall(of, [{ untilHours: 6, around: ROOM }])
    const coated = dryWall(of, [
      { untilHours: 4, around: ROOM },
      { untilHours: 6, around: ROOM, wets: [100, 0] },
    ])
    const more = kgM2(of, coated.state.water) - kgM2(of, plain.state.water)
    // It gains no more than was laid, and loses no more of it than a wet face gives off in two hours.
    expect(more).toBeLessThan(0.1)
    expect(more).toBeGreaterThan(0.1 - (coatEvaporation(ROOM) * 7200) / 1000)
    // The course has a water just before the coat and just after it.
    expect(waterAt(coated.course, 4 + 1e-5) - waterAt(coated.course, 4)).toBeCloseTo(wetterBy(of, [100, 0]), 4)
  })

  it('under plastic the water of a coat stays', () => {
    const of = wall()
    const sealed = { ...ROOM, cover: 'sealed' as const }
    const start = 4
    const spells = (wets?: readonly [number, number]) =>
      dryWall(of, [
        { untilHours: start, around: ROOM },
        { untilHours: start + 24, around: sealed, ...(wets ? { wets } : {}) },
      ])
    const more = kgM2(of, spells([100, 0]).state.water) - kgM2(of, spells().state.water)
    expect(more).toBeGreaterThan(0.095)
    expect(more).toBeLessThan(0.1005)
  })
})
