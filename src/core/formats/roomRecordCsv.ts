import Papa from 'papaparse'
import { fail, ok, type Result } from '../base/result'
import type { RoomReading } from '../model/room'
import { cellIssue, dateOrderOf, instantIn, numberIn, readTable, type DateOrder } from './table'

/** Columns of a room record, in this order when written; read in any order. Times are ISO 8601, with zone or in UTC. */
const ROOM_RECORD_COLUMNS = ['time', 'temperature_c', 'humidity_percent'] as const

/** Names under which loggers and spreadsheets know them. */
const COLUMNS = {
  time: ['date', 'date_time', 'datetime', 'timestamp', 'date and time', 'time stamp', 'when'],
  temperature_c: ['temperature', 'temp', 'temp_c', 'celsius', 'temperature_celsius', 't_c', '°C', 'temperature_deg_c'],
  temperature_f: ['temp_f', 'fahrenheit', 'temperature_fahrenheit', 't_f', '°F', 'temperature_deg_f'],
  humidity_percent: [
    'humidity',
    'rh',
    'relative_humidity',
    '%RH',
    'RH %',
    'humidity_rh',
    'humidity_percent_rh',
    'relative_humidity_percent',
  ],
} as const

const KEPT = 5000

/**
 * Reads a room record; long ones are thinned evenly. Every row is checked before any is taken. Dates such as 3/4/2026 are asked about
 * (`which-date`) unless another row or `order` decides.
 */
export function readRoomRecord(text: string, order?: DateOrder): Result<RoomReading[]> {
  const table = readTable(text, {
    columns: COLUMNS,
    needed: [['time'], ['temperature_c', 'temperature_f'], ['humidity_percent']],
    mostRows: 20_000,
    mostLetters: 4_000_000,
  })
  if (!table.ok) return table
  const decided = dateOrderOf(table.value.map(({ cells }) => cells.time ?? ''))
  if (!decided.ok) return decided
  const dates = decided.value ?? order
  if (!dates) return fail({ code: 'which-date', date: (table.value[0].cells.time ?? '').slice(0, 40) })
  const readings: RoomReading[] = []
  for (const row of table.value) {
    const { cells } = row
    const bad = (column: keyof typeof COLUMNS, expected: string) => fail(cellIssue(row, column, expected))
    const at = instantIn(cells.time ?? '', dates)
    if (Number.isNaN(at)) return bad('time', 'a time such as 2026-03-04T18:30')
    const fahrenheit = cells.temperature_c === undefined
    const celsius = fahrenheit ? ((numberIn(cells.temperature_f) - 32) * 5) / 9 : numberIn(cells.temperature_c)
    if (!(celsius >= -20 && celsius <= 60))
      return fahrenheit
        ? bad('temperature_f', 'a temperature from −4 to 140 °F')
        : bad('temperature_c', 'a temperature from −20 to 60 °C')
    const percent = numberIn(cells.humidity_percent)
    if (!(percent >= 2 && percent <= 99)) return bad('humidity_percent', 'a relative humidity from 2 to 99 %')
    readings.push({
      at: new Date(at).toISOString().replace(/\.\d+Z$/, 'Z'),
      celsius: Number(celsius.toFixed(2)),
      humidity: percent / 100,
    })
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
