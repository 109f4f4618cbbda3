import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { BANDS } from '../colour/spectrum'
import { demoStudio } from '../demo/demoStudio'
import { readMediaCsv, readReflectanceCsv, writeMediaCsv } from './mediaCsv'

const media = Object.values(demoStudio().media)

describe('materials as CSV', () => {
  it('come back as they went out, stock, cautions and curves among them', () => {
    const stocked = media.map((m, i) =>
      i === 2
        ? {
            ...m,
            stock: { jars: 1.5, jarMl: 120, price: 8.5, batch: 'B 7' },
            cautions: ['runs' as const, 'latex' as const],
            coats: { brush: 3, bottle: 1 },
            notes: 'two, lines\n"quoted"',
          }
        : m,
    )
    const read = readMediaCsv(writeMediaCsv(stocked))
    expect(read.ok && read.value).toEqual(stocked)
  })

  it('have the columns that the first line names, for somebody else’s reader', () => {
    const rows = Papa.parse<Record<string, string>>(writeMediaCsv(media), { header: true, skipEmptyLines: true }).data
    expect(rows).toHaveLength(media.length)
    expect(rows[0].absorption.split(' ')).toHaveLength(BANDS)
  })

  it.each([
    ['name,kind\nx,slip', '“id”'],
    [writeMediaCsv(media.slice(0, 1)).replace(',slip,', ',clayey,'), 'clayey'],
    [writeMediaCsv(media.slice(0, 1)).replace('#d9d2c3', 'beige'), 'beige'],
    ['id,name,kind,absorption,scattering\n', 'empty'],
  ])('that are wrong are refused in a sentence that says what', (text, part) => {
    const read = readMediaCsv(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(sentence(read.issue)).toContain(part)
  })
})

describe('a row of materials', () => {
  const curve = Array<string>(BANDS).fill('0.5').join(' ')
  const NEEDED = { id: 'x-1', name: 'X', kind: 'slip', absorption: curve, scattering: curve }
  const read = (...rows: Record<string, string>[]) => {
    const columns = [...new Set([NEEDED, ...rows].flatMap((row) => Object.keys(row)))]
    return readMediaCsv(
      Papa.unparse(
        rows.map((row) => ({ ...NEEDED, ...row })),
        { columns },
      ),
    )
  }

  it('may leave out all but its id, name, kind and curves', () => {
    const one = read({})
    expect(one.ok && one.value[0]).toMatchObject({
      surface: 'matte',
      range: { from: '08', to: '6' },
      fugitive: false,
      labelledFoodSafe: false,
      filmUm: 100,
      raw: { wet: '#888888', dry: '#aaaaaa' },
      knownBy: 'assumed',
      origin: 'bought',
      cautions: [],
      coats: {},
      stock: null,
      notes: '',
    })
  })

  it('is read past spaces, capitals of columns and of yes', () => {
    const text = Papa.unparse([{ ...NEEDED, ' Fugitive ': ' Yes ', SURFACE: ' gloss ', cautions: '  runs   latex ' }])
    const one = readMediaCsv(`\n${text}\n\n`)
    expect(one.ok && one.value[0]).toMatchObject({ fugitive: true, surface: 'gloss', cautions: ['runs', 'latex'] })
  })

  it('keeps a jar without a price, and none without a size', () => {
    const priced = read(
      { jar_ml: '120', jars: '2', price: '11.5' },
      { id: 'x-2', jar_ml: '60' },
      { id: 'x-3', jars: '2' },
    )
    expect(priced.ok && priced.value.map((m) => m.stock)).toEqual([
      { jars: 2, jarMl: 120, price: 11.5, batch: '' },
      { jars: 0, jarMl: 60, price: null, batch: '' },
      null,
    ])
  })

  it.each<[string, Record<string, string>, string, string]>([
    ['a caution that there is not', { cautions: 'runs sparkles' }, 'row 2, cautions', 'sparkles'],
    ['a fugitive neither yes nor no', { fugitive: 'perhaps' }, 'fugitive', 'perhaps'],
    ['a label for food neither yes nor no', { labelled_food_safe: 'x' }, 'row 2, labelled_food_safe', 'yes or no'],
    ['a film that is no number', { film_um: 'thick' }, 'row 2, film_um', 'thick'],
    ['a cone that there is not', { cone_from: '99' }, 'row 2, cone_from', '99'],
    ['too short a curve', { absorption: '0.5 0.5' }, 'row 2, absorption', 'row 2'],
    ['a hole in a curve', { scattering: curve.replace('0.5', 'x') }, 'row 2, scattering', 'row 2'],
    ['coats that are no number', { coats_brush: 'many' }, 'row 2, coats_brush', 'row 2'],
    ['an id with a space', { id: 'x 1' }, 'id', 'x 1'],
    ['no name', { name: ' ' }, 'name', 'row 2'],
  ])('is refused for %s, and none of the file is taken', (_, row, place, value) => {
    const both = read({ id: 'before' }, row)
    const alone = read(row)
    expect(both.ok || alone.ok).toBe(false)
    if (!alone.ok) for (const part of [place, value]) expect(sentence(alone.issue)).toContain(part)
    if (!both.ok) expect(sentence(both.issue)).toContain('row 3')
  })

  it('is refused when a row above has its id', () => {
    const twice = read({}, { name: 'Y' })
    expect(twice.ok).toBe(false)
    if (!twice.ok) expect(sentence(twice.issue)).toMatch(/row 3, id.*“x-1”/)
  })

  it('is one of two thousand at most', () => {
    const many = (n: number) => Array.from({ length: n }, (_, i) => ({ id: `x-${i}` }))
    expect(read(...many(2000)).ok).toBe(true)
    const over = read(...many(2001))
    expect(over.ok ? '' : sentence(over.issue)).toContain('2001 rows')
  })
})

describe('a measured reflectance', () => {
  const nanometres = (from: number, to: number, step: number) =>
    Array.from({ length: (to - from) / step + 1 }, (_, i) => from + i * step)

  const rows = (of: (nm: number) => number, from = 400, to = 700, step = 20) =>
    ['wavelength_nm,reflectance', ...nanometres(from, to, step).map((nm) => `${nm},${of(nm)}`)].join('\n')
  it('comes onto our grid, in shares or in percent', () => {
    const shares = readReflectanceCsv(rows((nm) => nm / 1000))
    const percent = readReflectanceCsv(rows((nm) => nm / 10))
    expect(shares.ok && shares.value[17]).toBeCloseTo(0.55, 9)
    expect(percent.ok && percent.value[17]).toBeCloseTo(0.55, 9)
  })
  it.each([
    [rows(() => 0.5, 500, 600), '500 to 600 nm'],
    ['length,r\n400,0.3', 'wavelength_nm'],
    [rows(() => 0.5).replace('420,0.5', '420,lots'), 'lots'],
  ])('is refused when it does not reach or cannot be read', (text, part) => {
    const read = readReflectanceCsv(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(sentence(read.issue)).toContain(part)
  })
})
