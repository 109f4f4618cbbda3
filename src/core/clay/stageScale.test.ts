import { describe, expect, it } from 'vitest'
import { CLAY_WATER_KINDS } from './drying/clayWater'
import { shrinkageFromBars, shrunkAt, stageScale, type Shrinks } from './stageScale'
import { STAGES } from './stages'

/* Check values are those of a prototype of ours, worked out there in another way. */

const RED: Shrinks = { dryingShrinkage: 0.068, firingShrinkage: 0.05, water: 'red', bisqueIsHottest: true }
const STONEWARE: Shrinks = { dryingShrinkage: 0.056, firingShrinkage: 0.06, water: 'grogged', bisqueIsHottest: false }

describe('the size of a piece at a stage', () => {
  it('share of the drying shrinkage by dryness, for all kinds of clay', () => {
    for (const kind of CLAY_WATER_KINDS)
      [0.75, 0.6, 0.45, 0.285, 0.12, 0.06, 0].forEach((omega, i) =>
        expect(shrunkAt(kind, omega)).toBeCloseTo([0.238, 0.385, 0.534, 0.701, 0.873, 0.936, 1][i], 2),
      )
  })

  it('red earthenware at each stage; a tile of 160 mm is 152.4 at leather-hard', () => {
    const at = (stage: Parameters<typeof stageScale>[1]) => stageScale(RED, stage).scale
    expect(at('wet')).toBe(1)
    expect(at('softLeatherHard')).toBeCloseTo(0.9739, 3)
    expect(at('leatherHard')).toBeCloseTo(0.9524, 3)
    expect(at('hardLeatherHard')).toBeCloseTo(0.9364, 3)
    expect(at('boneDry')).toBeCloseTo(0.932, 6)
    expect(at('fired')).toBeCloseTo(0.8854, 4)
    expect(160 * at('leatherHard')).toBeCloseTo(152.4, 1)
    const { least, most } = stageScale(RED, 'leatherHard')
    expect(most).toBeCloseTo(0.9638, 3)
    expect(least).toBeCloseTo(0.9407, 3)
  })

  it('bisque has its whole size only where nothing is fired hotter', () => {
    expect(stageScale(RED, 'bisque').scale).toBeCloseTo(stageScale(RED, 'fired').scale, 6)
    expect(stageScale(STONEWARE, 'bisque').scale).toBeCloseTo(0.944 * (1 - 0.15 * 0.06), 6)
  })

  it('clay only shrinks along its life', () => {
    const scales = STAGES.map((stage) => stageScale(STONEWARE, stage).scale)
    scales.slice(1).forEach((scale, i) => expect(scale).toBeLessThanOrEqual(scales[i]))
  })
})

describe('shrinkage from bars of 100 mm', () => {
  const from: Shrinks = { dryingShrinkage: 0.063, firingShrinkage: 0.045, water: 'fineWhite', bisqueIsHottest: true }

  it('one fired reading of 88.6 parts what it says between drying and fire', () => {
    const { drying, firing, dryingSd, firingSd, totalSd } = shrinkageFromBars(from, [{ stage: 'fired', mm: 88.6 }])
    expect(drying).toBeCloseTo(0.0663, 3)
    expect(firing).toBeCloseTo(0.0503, 3)
    expect(dryingSd).toBeCloseTo(0.0064, 3)
    expect(firingSd).toBeCloseTo(0.0066, 3)
    expect(1 - (1 - drying) * (1 - firing)).toBeCloseTo(0.1133, 3)
    expect(totalSd).toBeCloseTo(0.0036, 3)
  })

  it('a dry and a fired one; three fired ones', () => {
    const two = shrinkageFromBars(from, [
      { stage: 'boneDry', mm: 93.2 },
      { stage: 'fired', mm: 88.6 },
    ])
    expect(two.drying).toBeCloseTo(0.0676, 3)
    expect(two.firing).toBeCloseTo(0.0492, 3)
    const three = shrinkageFromBars(
      from,
      [88.6, 88.4, 88.9].map((mm) => ({ stage: 'fired' as const, mm })),
    )
    expect(1 - (1 - three.drying) * (1 - three.firing)).toBeCloseTo(0.1134, 3)
    expect(three.totalSd).toBeCloseTo(0.0021, 3)
  })

  it('a bar read after the bisque has shrunk in that fire too, all of it where the bisque is the hottest', () => {
    const inFire = (clay: Shrinks, stage: 'boneDry' | 'bisque' | 'fired') =>
      shrinkageFromBars(clay, [{ stage, mm: 86 }]).firing - clay.firingShrinkage
    expect(inFire(from, 'bisque')).toBeCloseTo(inFire(from, 'fired'), 12)
    expect(inFire(from, 'bisque')).toBeGreaterThan(0.005)
    expect(inFire(from, 'boneDry')).toBeCloseTo(0, 12)
    expect(inFire(STONEWARE, 'bisque')).toBeGreaterThan(0)
    expect(inFire(STONEWARE, 'bisque')).toBeLessThan(inFire(STONEWARE, 'fired'))
  })
})
