import { describe, expect, it } from 'vitest'
import { secondsUntilMatte, waitsOfCoats, waxDrySeconds } from '../clay/matte'
import type { Stage } from '../clay/stages'
import { HIGHEST_LINE_UM, MEDIUM_KINDS, NOMINAL_COAT, nominalCoat, waterOf, wetCoat } from './films'

/* Waits until matte: common practice, no source; the constants are fitted to these rows. */

const COATS = {
  underglaze: NOMINAL_COAT.underglaze,
  slip: NOMINAL_COAT.slip,
  'trailed slip': { ...NOMINAL_COAT.slip, wetUm: HIGHEST_LINE_UM },
}

describe('seconds until a coat is matte', () => {
  it.each<[keyof typeof COATS, Stage, number]>([
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
    ['trailed slip', 'softLeatherHard', 172 * 60],
    ['trailed slip', 'leatherHard', 104 * 60],
    ['trailed slip', 'hardLeatherHard', 58 * 60],
    ['trailed slip', 'boneDry', 9.7 * 60],
    ['trailed slip', 'bisque', 46],
  ])('%s on %s clay', (coat, stage, wanted) => {
    expect(Math.abs(secondsUntilMatte(COATS[coat], stage) / wanted - 1)).toBeLessThan(0.03)
  })

  it('grows with each coat laid straight after the last: 7.9, 18.1, 24.0 min on leather-hard; 83 s and 2.2 min on bone dry', () => {
    const minutes = waitsOfCoats(NOMINAL_COAT.underglaze, 'leatherHard', 3).map((s) => s / 60)
    ;[7.9, 18.1, 24].forEach((wanted, i) => expect(Math.abs(minutes[i] - wanted)).toBeLessThan(0.5))
    const dry = waitsOfCoats(NOMINAL_COAT.underglaze, 'boneDry', 3)
    expect(dry[1]).toBeCloseTo(83, -1)
    expect(dry[2] / 60).toBeCloseTo(2.2, 0)
  })

  it('lets wax dry in about 25 min on leather-hard and overnight on raw glaze', () => {
    expect(waxDrySeconds(NOMINAL_COAT.wax, 'leatherHard') / 60).toBeGreaterThan(21)
    expect(waxDrySeconds(NOMINAL_COAT.wax, 'leatherHard') / 60).toBeLessThan(29)
    expect(waxDrySeconds(NOMINAL_COAT.wax, 'glazedRaw') / 3600).toBeCloseTo(8.8, 0)
  })
})

describe('a wet coat', () => {
  it.each(MEDIUM_KINDS)(
    'of %s is as many times thicker as it is nominal coats, and thinner in solids by its water',
    (kind) => {
      const { wetUm, solids, solidsWhenMatte } = nominalCoat(kind)
      expect(solids).toBeLessThan(solidsWhenMatte)
      expect(wetCoat(kind, 3).wetUm).toBe(3 * wetUm)
      expect(wetCoat(kind, 1, 0.3).solids).toBeCloseTo(0.7 * solids, 12)
    },
  )

  it('half of water and half of a jar that is three quarters water is seven eighths water', () => {
    expect(waterOf(wetCoat('underglaze', 1, 0.5))).toBeCloseTo((150 * 7) / 8, 9)
    expect(waterOf(wetCoat('underglaze', 1))).toBeCloseTo((150 * 3) / 4, 9)
  })

  it('as glaze is a millimetre thick and more after a dip (common practice, no source)', () => {
    expect(wetCoat('glaze', 3).wetUm / 1000).toBeGreaterThan(1)
    expect(wetCoat('glaze', 3).wetUm / 1000).toBeLessThan(1.5)
  })
})
