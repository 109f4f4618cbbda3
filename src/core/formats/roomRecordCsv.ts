import Papa from 'papaparse'
import { fail, ok, type Result } from '../base/result'
import type { RoomReading } from '../model/room'

/** Columns of a room record, in this order when written; read in any order. Times are ISO 8601, with zone or in UTC. */
const ROOM_RECORD_COLUMNS = ['time', 'temperature_c', 'humidity_percent'] as const

const MOST_ROWS = 20_000
const KEPT = 5000

/** Reads a room record; long ones are thinned evenly. Every row is checked before any is taken. */
export function readRoomRecord(text: string): Result<RoomReading[]> {
  if (text.length > 4_000_000) return fail({ code: 'file-too-large', bytes: text.length, limitBytes: 4_000_000 })
  const parsed = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  const missing = ROOM_RECORD_COLUMNS.find((column) => !parsed.meta.fields?.includes(column))
  if (missing)
    return fail({
      code: 'bad-value',
      path: 'first line',
      actual: `“${(parsed.meta.fields ?? []).join(', ').slice(0, 60)}”`,
      expected: `a list of columns with “${missing}” in it`,
    })
  if (parsed.data.length > MOST_ROWS)
    return fail({
      code: 'bad-value',
      path: 'record',
      actual: `${parsed.data.length} rows`,
      expected: `at most ${MOST_ROWS} rows; leave the oldest out`,
    })
  const readings: RoomReading[] = []
  for (const [i, row] of parsed.data.entries()) {
    const bad = (path: string, expected: string) =>
      fail({ code: 'bad-value' as const, path: `row ${i + 2}, ${path}`, actual: `“${row[path] ?? ''}”`, expected })
    const stamp = (row.time ?? '').trim()
    const at = Date.parse(/[zZ]$|[+-]\d\d:?\d\d$/.test(stamp) ? stamp : `${stamp}Z`)
    if (Number.isNaN(at)) return bad('time', 'a time such as 2026-03-04T18:30')
    const celsius = Number(row.temperature_c)
    if (!row.temperature_c?.trim() || !(celsius >= -20 && celsius <= 60))
      return bad('temperature_c', 'a temperature from −20 to 60 °C')
    const percent = Number(row.humidity_percent)
    if (!row.humidity_percent?.trim() || !(percent >= 2 && percent <= 99))
      return bad('humidity_percent', 'a relative humidity from 2 to 99 %')
    readings.push({ at: new Date(at).toISOString().replace(/\.\d+Z$/, 'Z'), celsius, humidity: percent / 100 })
  }
  if (!readings.length)
    return fail({ code: 'bad-value', path: 'record', actual: 'empty', expected: 'at least one row of readings' })
  readings.sort((a, b) => a.at.localeCompare(b.at))
  const every = Math.ceil(readings.length / KEPT)
  return ok(readings.filter((_, i) => i % every === 0))
}

/** A room record as CSV text. */
export const writeRoomRecord = (readings: readonly RoomReading[]): string =>
  `${Papa.unparse(
    {
      fields: [...ROOM_RECORD_COLUMNS],
      data: readings.map(({ at, celsius, humidity }) => [at, celsius, Number((humidity * 100).toFixed(1))]),
    },
    { newline: '\n' },
  )}\n`
