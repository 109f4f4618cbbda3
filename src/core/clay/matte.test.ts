import { describe, expect, it } from 'vitest'
import { RHEOLOGY, secondsToLose, secondsUntilMatte, waitsOfCoats, waxDrySeconds } from './matte'
import type { Stage } from './stages'

/* Waits until matte: common practice, no source; the constants are fitted to these rows. */

describe('seconds until a coat is matte', () => {
  it('solves the worked check: w 75, S 3 with 40, e .0204 → 476.1 s', () => {
    const suction = (1 / 3 ** 2 + 1 / 40 ** 2) ** -0.5
    expect(secondsToLose(75, suction, 0.0204)).toBeCloseTo(476.1, 0)
  })

  it.each<[keyof typeof RHEOLOGY, Stage, number]>([
    ['underglaze', 'softLeatherHard', 19.4 * 60],
    ['underglaze', 'leatherHard', 7.9 * 60],
    ['underglaze', 'hardLeatherHard', 3.4 * 60],
    ['underglaze', 'boneDry', 28],
    ['underglaze', 'bisque', 3.9],
    ['slip', 'softLeatherHard', 35.9 * 60],
    ['slip', 'leatherHard', 16.3 * 60],
    ['slip', 'hardLeatherHard', 7.3 * 60],
    ['slip', 'boneDry', 60],
    ['slip', 'bisque', 4.5],
    ['thickSlip', 'softLeatherHard', 172 * 60],
    ['thickSlip', 'leatherHard', 104 * 60],
    ['thickSlip', 'hardLeatherHard', 58 * 60],
    ['thickSlip', 'boneDry', 9.7 * 60],
    ['thickSlip', 'bisque', 46],
  ])('%s on %s clay', (coat, stage, wanted) => {
    expect(Math.abs(secondsUntilMatte(RHEOLOGY[coat], stage) / wanted - 1)).toBeLessThan(0.03)
  })

  it('grows with each coat laid straight after the last: 7.9, 18.1, 24.0 min on leather-hard; 83 s and 2.2 min on bone dry', () => {
    const minutes = waitsOfCoats(RHEOLOGY.underglaze, 'leatherHard', 3).map((s) => s / 60)
    ;[7.9, 18.1, 24].forEach((wanted, i) => expect(Math.abs(minutes[i] - wanted)).toBeLessThan(0.5))
    const dry = waitsOfCoats(RHEOLOGY.underglaze, 'boneDry', 3)
    expect(dry[1]).toBeCloseTo(83, -1)
    expect(dry[2] / 60).toBeCloseTo(2.2, 0)
  })

  it('lets wax dry in about 25 min on leather-hard and overnight on raw glaze', () => {
    expect(waxDrySeconds('leatherHard') / 60).toBeGreaterThan(21)
    expect(waxDrySeconds('leatherHard') / 60).toBeLessThan(29)
    expect(waxDrySeconds('glazedRaw') / 3600).toBeCloseTo(8.8, 0)
  })
})
