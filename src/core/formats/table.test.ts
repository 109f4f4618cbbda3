import { processorMs } from '../base/fixtures/processor'
import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { readMediaCsv, readReflectanceCsv, writeMediaCsv } from './mediaCsv'
import { readRoomRecord } from './roomRecordCsv'
import { dateOrderOf, instantIn, numberIn, tableCell } from './table'
import { textOf } from './textOf'

const bytes = (...values: number[]) => Uint8Array.from(values)
const utf16 = (text: string, big: boolean) =>
  Uint8Array.from(
    [...text].flatMap((c) =>
      big ? [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255] : [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8],
    ),
  )

describe('the text of a table file', () => {
  it.each([
    ['UTF-8', new TextEncoder().encode('Écume,°C'), 'Écume,°C'],
    ['UTF-8 with its mark', bytes(0xef, 0xbb, 0xbf, 0x61), 'a'],
    ['Windows-1252', bytes(0xc9, 0x63, 0x75, 0x6d, 0x65, 0x2c, 0xb0, 0x43), 'Écume,°C'],
    ['UTF-16, small end first, with its mark', bytes(0xff, 0xfe, ...utf16('é;1', false)), 'é;1'],
    ['UTF-16, big end first, with its mark', bytes(0xfe, 0xff, ...utf16('é;1', true)), 'é;1'],
    ['UTF-16 without a mark', utf16('time;t', false), 'time;t'],
    ['nothing', bytes(), ''],
  ])('is read from %s', (_, file, text) => expect(textOf(file)).toBe(text))
})

describe('a number as people write it', () => {
  it.each([
    ['21.5', 21.5],
    ['21,5', 21.5],
    ['-3', -3],
    ['−3,2 °C', -3.2],
    ['1.234,5', 1234.5],
    ['1,234.5', 1234.5],
    ['1 234,5', 1234.5],
    ['48 %', 48],
    ['2e3', 2000],
    ['.5', 0.5],
  ])('%s', (text, wanted) => expect(numberIn(text)).toBe(wanted))

  it.each(['', ' ', 'warm', '1.2.3', '12:30', undefined])('“%s” is none', (text) => expect(numberIn(text)).toBeNaN())
})

describe('a time as people write it', () => {
  const iso = (text: string, order: 'dayFirst' | 'monthFirst' = 'dayFirst') => {
    const at = instantIn(text, order)
    return Number.isNaN(at) ? null : new Date(at).toISOString()
  }
  it.each([
    ['2026-03-04T18:30', '2026-03-04T18:30:00.000Z'],
    ['2026-03-04 18:30:15', '2026-03-04T18:30:15.000Z'],
    ['2026/3/4', '2026-03-04T00:00:00.000Z'],
    ['2026-03-04T18:30+02:00', '2026-03-04T16:30:00.000Z'],
    ['04.03.2026 18:30', '2026-03-04T18:30:00.000Z'],
    ['4/3/26 6:30 PM', '2026-03-04T18:30:00.000Z'],
    ['4/3/2026, 12:05 am', '2026-03-04T00:05:00.000Z'],
  ])('%s', (text, wanted) => expect(iso(text)).toBe(wanted))

  it('with the month first it is another day', () =>
    expect(iso('4/3/2026 1:00', 'monthFirst')).toBe('2026-04-03T01:00:00.000Z'))

  it.each([
    '',
    'yesterday',
    '2026-02-30',
    '31/04/2026',
    '2026-13-04',
    '2026-00-04',
    '2026-03-00',
    '2026-03-04 25:00',
    '2026-03-04 24:00',
    '2026-03-04 12:60',
    '2026-03-04 12:30:60',
    '3/4/2026 13:00 pm',
    '3/4/2026 0:30 am',
    '2026-03-04 18',
    'on 2026-03-04',
    '2026-03-04x',
  ])('“%s” is none', (text) => expect(iso(text)).toBeNull())

  it('the last instant of a day is one', () => {
    expect(iso('2026-03-04 23:59:59')).toBe('2026-03-04T23:59:59.000Z')
  })

  it.each<[string[], string | null]>([
    [['2026-03-04'], 'dayFirst'],
    [['3/4/2026', '13/4/2026'], 'dayFirst'],
    [['3/4/2026', '4/13/2026'], 'monthFirst'],
    [['03.04.2026'], 'dayFirst'],
    [['3/4/2026'], null],
  ])('%j decide the order: %s', (dates, order) => {
    expect(dateOrderOf(dates)).toEqual({ ok: true, value: order })
  })

  it('a column that holds both is refused with both', () => {
    const order = dateOrderOf(['13/4/2026', '4/13/2026'])
    expect(order.ok ? '' : sentence(order.issue)).toMatch(/13\/4\/2026.*4\/13\/2026/)
  })
})

describe('a record of a room from elsewhere', () => {
  const READING = [{ at: '2026-03-14T18:30:00Z', celsius: 21.5, humidity: 0.48 }]
  it.each([
    ['semicolons and commas', 'Date/Time;Temperature (°C);Humidity (%RH)\r\n14.03.2026 18:30;21,5;48\r\n'],
    ['tabs', 'timestamp\ttemp\trh\n2026-03-14 18:30\t21.5\t48\n'],
    ['its separator in the first line', 'sep=;\ntime;temperature_c;humidity_percent\n2026-03-14 18:30;21,5;48'],
    ['a mark before the first line', '\uFEFFtime,temperature_c,humidity_percent\n2026-03-14 18:30,21.5,48'],
    ['°F', 'time,°F,%RH\n3/14/2026 6:30 pm,70.7,48'],
    ['columns that nobody asked for', 'Nr,time,temp_c,dew point,rh\n1,2026-03-14T18:30Z,21.5,10,48 %'],
  ])('with %s', (_, text) => expect(readRoomRecord(text)).toEqual({ ok: true, value: READING }))

  it('a separator that is said further down is a row like others', () => {
    const read = readRoomRecord('time,temp_c,rh\n2026-03-14 18:30,21.5,48\nsep=;\r\n')
    expect(read.ok ? 'read' : sentence(read.issue)).toContain('row 3')
  })

  it('dates that could be read two ways are asked about, and read as answered', () => {
    const text = 'time,temp_c,rh\n3/4/2026 18:30,21.5,48'
    const asked = readRoomRecord(text)
    expect(asked.ok ? '' : asked.issue).toEqual({ code: 'which-date', date: '3/4/2026 18:30' })
    const month = (order: 'dayFirst' | 'monthFirst') => {
      const read = readRoomRecord(text, order)
      return read.ok && read.value[0].at.slice(0, 7)
    }
    expect(month('dayFirst')).toBe('2026-04')
    expect(month('monthFirst')).toBe('2026-03')
  })

  it.each([
    ['a row that is short', 'time,temp_c,rh\n2026-03-14,20,50\n2026-03-15,20', 'row 3'],
    ['the same column twice', 'time,temp_c,celsius,rh\n2026-03-14,20,20,50', 'twice'],
    ['200 000 rows', `time,temp_c,rh\n${'2026-03-14,20,50\n'.repeat(200_000)}`, '20000 rows'],
  ])('%s is told', (_, text, part) => {
    const took = processorMs(() => {
      const read = readRoomRecord(text)
      expect(read.ok ? '' : sentence(read.issue)).toContain(part)
    })
    expect(took).toBeLessThan(2000)
  })
})

describe('materials that have been through a spreadsheet', () => {
  const [medium] = Object.values(demoStudio().media)
  const written = writeMediaCsv([medium])

  it('with other separators and decimal commas', () => {
    const [head, row] = Papa.parse<string[]>(written, { skipEmptyLines: true }).data
    const cells = row.map((cell, i) => (/absorption|scattering|film/.test(head[i]) ? cell.replaceAll('.', ',') : cell))
    const read = readMediaCsv(Papa.unparse([head, cells], { delimiter: ';' }))
    expect(read).toEqual({ ok: true, value: [medium] })
  })

  it('cones are words, which keep their nought; a range that has lost it is refused', () => {
    expect(written).toContain(`cone ${medium.range.from}`)
    expect(readMediaCsv(written.replaceAll('cone ', '')).ok).toBe(true)
    const eaten = readMediaCsv(written.replace(/cone \w+,cone \w+/, '8,6'))
    expect(eaten.ok ? '' : sentence(eaten.issue)).toContain('taken the nought off')
  })

  it.each(['=1+1', '+49', '-3 %', '@home', '\tindent'])(
    'a text “%s” is written so that no spreadsheet runs it',
    (notes) => {
      expect(tableCell(notes)).toBe(`'${notes}`)
      const sheet = writeMediaCsv([{ ...medium, notes }])
      const [row] = Papa.parse<Record<string, string>>(sheet, { header: true }).data
      expect(row.notes).toBe(`'${notes}`)
      const read = readMediaCsv(sheet)
      expect(read.ok && read.value[0].notes).toBe(notes)
    },
  )
})

describe('any text at all', () => {
  const piece = fc.constantFrom(
    'time',
    'temperature_c',
    'humidity_percent',
    'id',
    'name',
    'kind',
    ',',
    ';',
    '\t',
    '"',
    '\n',
    '\r\n',
    'sep=;\n',
    '2026-03-04',
    '3/4/2026',
    '21,5',
    '1e999',
    '-',
    '\uFEFF',
    '\u0000',
    '∞',
    'wavelength_nm',
    'reflectance',
    '400',
    '0.5',
  )
  it('is read or refused in a sentence, and never throws', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string(),
          fc.array(piece, { maxLength: 60 }).map((parts) => parts.join('')),
        ),
        (text) => {
          for (const read of [readRoomRecord(text), readMediaCsv(text), readReflectanceCsv(text)])
            if (!read.ok) expect(sentence(read.issue).length).toBeLessThan(400)
        },
      ),
      { numRuns: 2000 },
    )
  })
})
