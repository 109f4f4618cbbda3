import { counted } from '../base/words'
import Papa from 'papaparse'
import type { Issue } from '../base/issue'
import { fail, ok, type Result } from '../base/result'

/* Tables as spreadsheets and loggers write them. */

/** A row: its number in the file as a spreadsheet counts it, and its cells by our names. */
export interface Row {
  readonly number: number
  readonly cells: Readonly<Record<string, string | undefined>>
  /** What the file calls each column of ours. */
  readonly called: Readonly<Record<string, string | undefined>>
}

/** A cell that cannot be read, by its row, the column as the file has it, and what stands there. */
export const cellIssue = ({ number, cells, called }: Row, column: string, expected: string): Issue => ({
  code: 'bad-value',
  path: `row ${number}, ${(called[column] ?? column).slice(0, 40)}`,
  actual: `“${(cells[column] ?? '').slice(0, 40)}”`,
  expected,
})

export interface TableWanted {
  /** Our name of each column, and other names under which it is known; compared without case, marks and spaces. */
  readonly columns: Readonly<Record<string, readonly string[]>>
  /** Columns of which one each must be there. */
  readonly needed: readonly (readonly string[])[]
  readonly mostRows: number
  readonly mostLetters: number
}

const DELIMITERS = [',', ';', '\t', '|']

const plain = (heading: string): string =>
  heading
    .trim()
    .toLowerCase()
    .replaceAll('%', ' percent ')
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')

/** Reads a table with a first line of headings. Nothing is taken of one that is not whole. */
export function readTable(text: string, wanted: TableWanted): Result<Row[]> {
  if (text.length > wanted.mostLetters)
    return fail({ code: 'file-too-large', bytes: text.length, limitBytes: wanted.mostLetters })
  const said = /^\uFEFF?sep=(.)\r?\n/i.exec(text)
  const body = text.slice(said?.[0].length ?? 0).replace(/^\uFEFF/, '')
  const { data } = Papa.parse<string[]>(body, {
    skipEmptyLines: 'greedy',
    delimiter: said?.[1] ?? '',
    delimitersToGuess: DELIMITERS,
  })
  const [headings = [], ...rows] = data
  const ours = new Map<string, string>()
  for (const [name, others] of Object.entries(wanted.columns))
    for (const other of [name, ...others]) ours.set(plain(other), name)
  const names = headings.map((heading) => ours.get(plain(heading)))
  for (const choices of wanted.needed)
    if (!choices.some((name) => names.includes(name)))
      return fail({
        code: 'bad-value',
        path: 'first line',
        actual: `“${headings.join(', ').slice(0, 60)}”`,
        expected: `a list of columns with “${choices.join('” or “')}” in it`,
      })
  const twice = names.find((name, i) => name && names.indexOf(name) < i)
  if (twice)
    return fail({
      code: 'bad-value',
      path: 'first line',
      actual: `“${twice}” twice`,
      expected: 'one column of each kind',
    })
  if (rows.length > wanted.mostRows)
    return fail({
      code: 'bad-value',
      path: 'file',
      actual: `${rows.length} rows`,
      expected: `at most ${wanted.mostRows} rows; take a part of it`,
    })
  const called = Object.fromEntries(names.flatMap((name, at) => (name ? [[name, headings[at].trim()]] : [])))
  const table: Row[] = []
  for (const [i, cells] of rows.entries()) {
    if (cells.length < headings.length)
      return fail({
        code: 'bad-value',
        path: `row ${i + 2}`,
        actual: counted(cells.length, 'cell', 'cells'),
        expected: `as long as the first line, which has ${headings.length}`,
      })
    table.push({
      number: i + 2,
      called,
      cells: Object.fromEntries(names.flatMap((name, at) => (name ? [[name, ran(cells[at].trim())]] : []))),
    })
  }
  return ok(table)
}

/** A text for a cell: a spreadsheet that opens it does not run it as a formula. */
export const tableCell = (text: string): string => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text)

/** Takes back what `tableCell` put before a text. */
const ran = (text: string): string => (/^'[=+\-@\t\r]/.test(text) ? text.slice(1) : text)

/** A number as people write it: 21.5, 21,5, 1.234,5, 1,234.5, with a unit behind it; NaN for what is none. */
export function numberIn(cell: string | undefined): number {
  const text = (cell ?? '').replace(/[\s\u00a0\u202f']/g, '').replace(/[°%a-zµ]+$/i, '')
  if (!/^[+\-−]?[\d.,]*\d[\d.,]*(e[+-]?\d+)?$/i.test(text)) return NaN
  const signed = text.replace('−', '-')
  const comma = signed.lastIndexOf(',')
  const point = signed.lastIndexOf('.')
  const decimal = comma > point ? ',' : '.'
  const thousands = decimal === ',' ? /\./g : /,/g
  const bare = signed.replace(thousands, '').replace(decimal, '.')
  return bare.split('.').length > 2 ? NaN : Number(bare)
}

/** Whether 3/4 is the third of April or the fourth of March. */
export type DateOrder = 'dayFirst' | 'monthFirst'

const SLASHED = /^(\d{1,2})[/.-](\d{1,2})[/.-](\d{2}|\d{4})(?:[ ,T]+(.*))?$/
const YEAR_FIRST = /^(\d{4})[-/.](\d{1,2})[-/.](\d{1,2})(?:[ T]+(.*))?$/
const CLOCK = /^(\d{1,2})[:.](\d{2})(?:[:.](\d{2})(?:[.,]\d+)?)?\s*([ap])?\.?m?\.?\s*(z|[+-]\d{2}:?\d{2})?$/i

/** The order of dates that all of a column agrees with; null when they could be read both ways. */
export function dateOrderOf(dates: readonly string[]): Result<DateOrder | null> {
  const slashed = dates.map((date) => SLASHED.exec(date.trim())).filter((match) => match !== null)
  const dayFirst = slashed.find(([text, a]) => Number(a) > 12 || text.includes('.'))
  const monthFirst = slashed.find(([, , b]) => Number(b) > 12)
  if (dayFirst && monthFirst)
    return fail({
      code: 'bad-value',
      path: 'dates',
      actual: `“${dayFirst[0].slice(0, 20)}” and “${monthFirst[0].slice(0, 20)}”`,
      expected: 'all with the day first, or all with the month first',
    })
  return ok(dayFirst ? 'dayFirst' : monthFirst ? 'monthFirst' : slashed.length ? null : 'dayFirst')
}

/** An instant in ms since 1970; what states no zone is taken as UTC. NaN for what is no time. */
export function instantIn(text: string, order: DateOrder): number {
  const iso = YEAR_FIRST.exec(text)
  const slashed = iso ? null : SLASHED.exec(text)
  const found = iso ?? slashed
  if (!found) return NaN
  const [a, b, c] = [found[1], found[2], found[3]].map(Number)
  const [year, month, day] = iso ? [a, b, c] : order === 'dayFirst' ? [c, b, a] : [c, a, b]
  const clock = CLOCK.exec((found[4] ?? '').trim() || '0:00')
  if (!clock) return NaN
  const half = clock[4]?.toLowerCase()
  const written = Number(clock[1])
  if (half && (written < 1 || written > 12)) return NaN
  const hour = half ? (written % 12) + (half === 'p' ? 12 : 0) : written
  const [minute, second] = [Number(clock[2]), Number(clock[3] ?? 0)]
  const full = year < 100 ? 2000 + year : year
  const at = Date.UTC(full, month - 1, day, hour, minute, second)
  const back = new Date(at)
  if (hour > 23 || minute > 59 || second > 59 || back.getUTCMonth() !== month - 1 || back.getUTCDate() !== day)
    return NaN
  return at - zoneMs(clock[5])
}

function zoneMs(zone: string | undefined): number {
  if (!zone || /z/i.test(zone)) return 0
  const digits = zone.slice(1).replace(':', '')
  const minutes = Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2))
  return (zone.startsWith('-') ? -1 : 1) * minutes * 60_000
}

/** What a spreadsheet takes the letters of a file as UTF-8 by. */
export const BYTE_ORDER_MARK = '\uFEFF'

/** A table as CSV, with the keys of the first row as headings; texts are kept from being read as formulas. */
export const writeTable = (rows: readonly Readonly<Record<string, string | number>>[]): string =>
  `${Papa.unparse(
    {
      fields: Object.keys(rows[0] ?? {}),
      data: rows.map((row) => Object.values(row).map((cell) => (typeof cell === 'string' ? tableCell(cell) : cell))),
    },
    { newline: '\n' },
  )}\n`
