import { listed } from './words'
import { describe, expect, it } from 'vitest'
import { sentence, type Issue } from './issue'
import { latticeRandom, seededRandom, seedFromText } from './random'
import {
  formatDuration,
  formatLength,
  formatTemperature,
  fromMillimetres,
  celsiusApart,
  inCelsius,
  inMm,
  textInUnits,
  toFahrenheit,
  toMillimetres,
} from './units'
import { clamp, interpolateLinear, inverse3, product3, smoothstep } from '../numeric/interpolation'

describe('every issue', () => {
  it.each<[Issue, string]>([
    [{ code: 'file-too-large', bytes: 30 * 1_048_576, limitBytes: 12 * 1_048_576 }, '30.0 MB'],
    [{ code: 'not-json', detail: 'Unexpected token' }, 'Unexpected token'],
    [{ code: 'wrong-kind', actual: 'a list', expected: 'a Vernice piece or studio' }, 'a list'],
    [{ code: 'newer-version', actual: 7, newest: 1 }, 'version 7'],
    [{ code: 'bad-value', path: 'piece.count', actual: '-3', expected: 'at least 1' }, '-3'],
    [{ code: 'unknown-reference', path: 'piece.bodyId', actual: '“mud”', expected: 'a body in this file' }, '“mud”'],
    [{ code: 'too-deep', limit: 24 }, '24'],
    [{ code: 'no-such-piece', id: 'x1' }, 'x1'],
    [{ code: 'no-such-step', id: 's9' }, 's9'],
    [{ code: 'form-impossible', reason: 'the wall is too thick' }, 'the wall is too thick'],
    [{ code: 'storage-failed', detail: 'QuotaExceededError' }, 'QuotaExceededError'],
  ])('becomes one sentence with the offending value (%j)', (issue, value) => {
    const words = sentence(issue)
    expect(words).toContain(value)
    expect(words.trim().endsWith('.')).toBe(true)
    expect(words.slice(0, -1).split(/[.!?] [A-Z]/).length).toBe(1)
  })
})

describe('units', () => {
  it.each([
    [25.4, 'in', 1],
    [10, 'mm', 10],
  ] as const)('%f mm is %s %f', (mm, unit, value) => {
    expect(fromMillimetres(mm, unit)).toBeCloseTo(value, 12)
    expect(toMillimetres(value, unit)).toBeCloseTo(mm, 12)
  })

  it('are written with their names', () => {
    expect(toFahrenheit(1027)).toBeCloseTo(1880.6, 6)
    expect(formatTemperature(1063, 'F')).toBe('1945 °F')
    expect(formatTemperature(1063, 'C')).toBe('1063 °C')
    expect([1.64, 214.2].map((mm) => formatLength(mm, 'mm'))).toEqual(['1.6 mm', '214 mm'])
    expect(formatLength(25.4, 'in')).toBe('1.00 in')
    expect([0.2, 28, 474, 9000, 50_000].map(formatDuration)).toEqual(['1 s', '28 s', '8 min', '2.5 h', '14 h'])
  })
})

describe('seeded numbers and small mathematics', () => {
  it('repeat for the same seed and spread evenly', () => {
    const a = seededRandom(7)
    const b = seededRandom(7)
    const values = Array.from({ length: 4000 }, () => a())
    expect(values.slice(0, 5)).toEqual(Array.from({ length: 5 }, () => b()))
    expect(values.reduce((s, v) => s + v, 0) / 4000).toBeCloseTo(0.5, 1)
    expect(seedFromText('reeds')).not.toBe(seedFromText('leaves'))
    const lattice = Array.from({ length: 2500 }, (_, i) => latticeRandom(i % 50, Math.floor(i / 50), 3))
    expect(lattice.reduce((s, v) => s + v, 0) / 2500).toBeCloseTo(0.5, 1)
  })

  it('interpolate, clamp and invert', () => {
    expect([-1, 0.5, 9].map((x) => interpolateLinear([0, 1, 2], [10, 20, 40], x))).toEqual([10, 15, 40])
    expect([clamp(-2, 0, 1), clamp(0.4, 0, 1), clamp(3, 0, 1)]).toEqual([0, 0.4, 1])
    expect(smoothstep(0, 1, 0.5)).toBe(0.5)
    const m = [2, 1, 0, 0, 3, 1, 1, 0, 4]
    product3(m, inverse3(m)).forEach((v, i) => expect(v).toBeCloseTo(i % 4 === 0 ? 1 : 0, 12))
    expect(() => inverse3([1, 2, 3, 2, 4, 6, 1, 1, 1])).toThrow()
  })
})

describe('a sentence in the units of a studio', () => {
  it.each([
    [`deep ${inMm(0.8)} in ${inMm(4)}.`, 'deep 0.8 mm in 4 mm.', 'deep 0.03 in in 0.16 in.'],
    [`a still room at ${inCelsius(21)}`, 'a still room at 21 °C', 'a still room at 70 °F'],
    [`down to ${inCelsius('−20')}`, 'down to −20 °C', 'down to −4 °F'],
    [`${inCelsius(1060)} at ${celsiusApart(60)} an hour`, '1060 °C at 60 °C an hour', '1940 °F at 108 °F an hour'],
    [`±${celsiusApart(2)}, ±${inMm(1)} of wall`, '±2 °C, ±1 mm of wall', '±4 °F, ±0.04 in of wall'],
    [
      'what a potter calls “6 mm dots at 20 °C”',
      'what a potter calls “6 mm dots at 20 °C”',
      'what a potter calls “6 mm dots at 20 °C”',
    ],
  ])('%s', (text, metric, imperial) => {
    expect(textInUnits(text, { length: 'mm', temperature: 'C' })).toBe(metric)
    expect(textInUnits(text, { length: 'in', temperature: 'F' })).toBe(imperial)
  })
})

describe('words in a row', () => {
  it.each([
    [[], ''],
    [['one'], 'one'],
    [['one', 'two'], 'one and two'],
    [[1, 2, 7], '1, 2 and 7'],
  ])('%j is said “%s”', (words, said) => {
    expect(listed(words)).toBe(said)
  })
})
