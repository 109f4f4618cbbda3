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
            stock: { jars: 1.5, jarMl: 120, price: 8.5 },
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
    ['nm,r\n400,0.3', 'wavelength_nm'],
    [rows(() => 0.5).replace('420,0.5', '420,lots'), 'lots'],
  ])('is refused when it does not reach or cannot be read', (text, part) => {
    const read = readReflectanceCsv(text)
    expect(read.ok).toBe(false)
    if (!read.ok) expect(sentence(read.issue)).toContain(part)
  })
})
