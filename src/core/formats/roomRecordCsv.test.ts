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

  it.each<[string, string, string]>([
    ['a temperature out of reason', '2026-03-04T18:00Z,61,50', 'row 2, temperature_c'],
    ['no temperature', '2026-03-04T18:00Z,,50', 'row 2, temperature_c'],
    ['a humidity out of reason', '2026-03-04T18:00Z,20,100', 'row 2, humidity_percent'],
    ['no humidity', '2026-03-04T18:00Z,20,', 'row 2, humidity_percent'],
    ['no time', 'yesterday,20,50', 'row 2, time'],
  ])('refuses %s', (_, row, words) => {
    const read = record(row)
    expect(read.ok ? '' : sentence(read.issue)).toContain(words)
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
})
