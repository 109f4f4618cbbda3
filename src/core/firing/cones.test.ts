import { describe, expect, it } from 'vitest'
import { CONE_TABLE, coneCelsius, coneIndex, CONES, conesAround, conesOutside, strengthAfter } from './cones'

describe('cones (values from memory, to be checked against the maker’s chart)', () => {
  it('are listed once each and get hotter along the list, at every rate', () => {
    expect([...CONES].sort()).toEqual(Object.keys(CONE_TABLE).sort())
    for (let i = 1; i < CONES.length; i++)
      for (const rate of [0, 1, 2]) expect(CONE_TABLE[CONES[i]][rate]).toBeGreaterThan(CONE_TABLE[CONES[i - 1]][rate])
    for (const cone of CONES) expect(CONE_TABLE[cone][0]).toBeLessThan(CONE_TABLE[cone][2])
  })

  it('put a bisque at 1027 °C (1880 °F) between cone 06 and 05 (common practice, no source)', () => {
    expect(conesAround(1027)).toEqual(['06', '05'])
    expect(conesAround(500)).toBeNull()
  })

  it('put the shared firing of cone 5 and 6 glazes at about 5½', () => {
    expect(coneCelsius('5½')).toBeGreaterThan(coneCelsius('5'))
    expect(coneCelsius('5½')).toBeLessThan(coneCelsius('6'))
    expect(coneIndex('6') - coneIndex('5')).toBe(2)
  })

  it('measure how far a cone lies outside a range', () => {
    const range = { from: '06', to: '04' } as const
    expect(conesOutside('05', range)).toBe(0)
    expect(conesOutside('08', range)).toBe(-2)
    expect(conesOutside('02', range)).toBe(2)
  })

  it('fade stable colours a little and fugitive ones to nothing', () => {
    expect(strengthAfter(0, true)).toBe(1)
    expect(strengthAfter(-3, true)).toBe(1)
    expect(strengthAfter(2, false)).toBeGreaterThan(0.7)
    expect(strengthAfter(6, true)).toBeLessThan(0.05)
  })
})
