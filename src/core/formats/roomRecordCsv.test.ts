import { afterEach, describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { readRoomRecord, writeRoomRecord } from './roomRecordCsv'

const record = (...rows: string[]) => readRoomRecord(['time,temperature_c,humidity_percent', ...rows].join('\n'))
const timesOf = (...rows: string[]) => {
  const read = record(...rows)
  if (!read.ok) throw new Error(sentence(read.issue))
  return read.value.map((r) => r.at)
}

describe('a record of a room', () => {
  const zone = process.env.TZ
  afterEach(() => {
    process.env.TZ = zone
  })

  it('times without a zone are UTC, wherever the machine stands', () => {
    process.env.TZ = 'America/New_York'
    expect(timesOf('2026-03-04T18:30,20,50')).toEqual(['2026-03-04T18:30:00Z'])
    expect(timesOf('2026-03-04T18:30Z,20,50')).toEqual(['2026-03-04T18:30:00Z'])
    expect(timesOf('2026-03-04T18:30+02:00,20,50')).toEqual(['2026-03-04T16:30:00Z'])
    expect(timesOf('2026-03-04T18:30-0500,20,50')).toEqual(['2026-03-04T23:30:00Z'])
  })

  it('is put in order of time, humidity as a share, and written back the same', () => {
    const read = record('2026-03-04T19:00Z,18.5,61', '2026-03-04T18:00Z,19,58')
    expect(read.ok && read.value).toEqual([
      { at: '2026-03-04T18:00:00Z', celsius: 19, humidity: 0.58 },
      { at: '2026-03-04T19:00:00Z', celsius: 18.5, humidity: 0.61 },
    ])
    expect(read.ok && readRoomRecord(writeRoomRecord(read.value))).toEqual(read)
  })

  const refusal = (text: string) => {
    const read = readRoomRecord(text)
    return read.ok ? '' : sentence(read.issue)
  }
  const COLUMNS = 'time,temperature_c,humidity_percent'

  it.each<[string, string, string, string]>([
    ['a temperature above reason', '2026-03-04T18:00Z,61,50', 'row 2, temperature_c', '“61”'],
    ['a temperature below reason', '2026-03-04T18:00Z,-21,50', 'row 2, temperature_c', '“-21”'],
    ['no temperature', '2026-03-04T18:00Z,,50', 'row 2, temperature_c', '“”'],
    ['spaces for a temperature', '2026-03-04T18:00Z,  ,50', 'row 2, temperature_c', '“”'],
    ['a humidity above reason', '2026-03-04T18:00Z,20,100', 'row 2, humidity_percent', '“100”'],
    ['a humidity below reason', '2026-03-04T18:00Z,20,1', 'row 2, humidity_percent', '“1”'],
    ['no humidity', '2026-03-04T18:00Z,20,', 'row 2, humidity_percent', '“”'],
    ['spaces for a humidity', '2026-03-04T18:00Z,20,  \n2026-03-04T19:00Z,20,50', 'row 2, humidity_percent', '“”'],
    ['a row that stops short', '2026-03-04T18:00Z', 'row 2', '1 cell'],
    ['no time', 'yesterday,20,50', 'row 2, time', '“yesterday”'],
  ])('refuses %s, with the place and the value', (_, row, place, value) => {
    expect(refusal(`${COLUMNS}\n${row}`)).toContain(place)
    expect(refusal(`${COLUMNS}\n${row}`)).toContain(value)
  })

  it.each<[string, string, string[]]>([
    [
      'a column that is missing',
      'time,temperature_c\n2026-03-04T18:00Z,20',
      ['“humidity_percent”', '“time, temperature_c”'],
    ],
    [
      'a time that is missing at the end of a row',
      'humidity_percent,temperature_c,time\n50,20',
      ['row 2', '2 cells', 'which has 3'],
    ],
    ['columns alone', COLUMNS, ['empty', 'at least one row']],
    ['nothing', '', ['first line', '“”']],
    ['a first line without an end', `${'x'.repeat(200)}\n1`, [`“${'x'.repeat(60)}”`]],
    [
      'too many rows',
      [COLUMNS, ...Array<string>(20_001).fill('2026-03-04T18:00Z,20,50')].join('\n'),
      ['20001 rows', '20000'],
    ],
    ['too large a file', ' '.repeat(4_000_001), ['3.9 MB', 'at most 3.8 MB']],
  ])('refuses %s', (_, text, words) => {
    for (const word of words) expect(refusal(text)).toContain(word)
  })

  it('takes what is as long as may be', () => {
    const rows = Array<string>(20_000).fill('2026-03-04T18:00Z,20,50')
    expect(record(...rows).ok).toBe(true)
    const head = `${COLUMNS}\n2026-03-04T18:00Z,20,50`
    expect(readRoomRecord(`${head}\n${' '.repeat(4_000_000 - 1 - head.length)}`).ok).toBe(true)
  })

  it('overlooks spaces, capitals and empty lines', () => {
    const text = `\n Time , Temperature_C ,HUMIDITY_PERCENT\n\n 2026-03-04T18:30Z ,20,50\n\n 2026-03-04T19:30 ,20,50\n`
    const read = readRoomRecord(text)
    expect(read.ok && read.value.map((reading) => reading.at)).toEqual(['2026-03-04T18:30:00Z', '2026-03-04T19:30:00Z'])
  })

  it('takes the limits themselves', () => {
    expect(timesOf('2026-03-04T18:00Z,-20,2', '2026-03-04T19:00Z,60,99')).toHaveLength(2)
  })

  it('thins what is long, evenly', () => {
    const rows = Array.from({ length: 10_001 }, (_, i) => `${new Date(Date.UTC(2026, 0, 1, 0, i)).toISOString()},20,50`)
    const times = timesOf(...rows)
    expect(times).toHaveLength(3334)
    expect(Date.parse(times[1]) - Date.parse(times[0])).toBe(3 * 60_000)
    expect(record(...Array.from({ length: 20_001 }, () => rows[0])).ok).toBe(false)
  })

  it('names a column as the file does', () => {
    const read = readRoomRecord('When;Temp. (°C);RH %\n2026-03-04 18:30;warm;45')
    expect(!read.ok && sentence(read.issue)).toContain(
      '“row 2, Temp. (°C)” is “warm”, but it must be a temperature from −20 to 60 °C',
    )
  })
})
