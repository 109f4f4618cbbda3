import Papa from 'papaparse'
import { fail, ok, type Result } from '../base/result'
import { schemaIssue } from '../base/schemaIssue'
import { BANDS, FIRST_NM, STEP_NM } from '../colour/spectrum'
import { interpolateLinear } from '../numeric/interpolation'
import { mediumSchema, type Medium } from '../vocabulary/material'
import { APPLICATORS, type Applicator } from '../vocabulary/tools'
import { coneIndex } from '../firing/cones'
import { cellIssue, numberIn, readTable, tableCell } from './table'
import { MEDIUM_KINDS, nominalCoat } from '../vocabulary/films'

const coatsColumn = (applicator: Applicator) => `coats_${applicator}`

const COLUMNS = [
  'id',
  'name',
  'kind',
  'surface',
  'cone_from',
  'cone_to',
  'fugitive',
  'labelled_food_safe',
  'film_um',
  'raw_wet',
  'raw_dry',
  'known_by',
  'origin',
  'cautions',
  ...APPLICATORS.map(coatsColumn),
  'jars',
  'jar_ml',
  'price',
  'batch',
  'notes',
  'absorption',
  'scattering',
]

/** Other names of columns. */
const ALSO_CALLED: Readonly<Record<string, readonly string[]>> = {
  name: ['material', 'colour', 'color'],
  kind: ['type', 'medium'],
  cone_from: ['from cone'],
  cone_to: ['to cone'],
  labelled_food_safe: ['food safe', 'labelled food-safe'],
  jar_ml: ['jar', 'ml a jar'],
  batch: ['lot', 'batch number'],
  notes: ['note', 'remarks'],
  absorption: ['k'],
  scattering: ['s'],
}

/** Media as CSV; absorption and scattering are 36 numbers each, apart by spaces. */
export const writeMediaCsv = (media: readonly Medium[]): string =>
  `${Papa.unparse(
    {
      fields: [...COLUMNS],
      data: media.map((m) => [
        tableCell(m.id),
        tableCell(m.name),
        m.kind,
        m.surface,
        coneCell(m.range.from),
        coneCell(m.range.to),
        m.fugitive ? 'yes' : 'no',
        m.labelledFoodSafe ? 'yes' : 'no',
        m.filmUm,
        m.raw.wet,
        m.raw.dry,
        m.knownBy,
        m.origin,
        m.cautions.join(' '),
        ...APPLICATORS.map((a) => m.coats[a] ?? ''),
        m.stock?.jars ?? '',
        m.stock?.jarMl ?? '',
        m.stock?.price ?? '',
        tableCell(m.stock?.batch ?? ''),
        tableCell(m.notes),
        m.optics.K.join(' '),
        m.optics.S.join(' '),
      ]),
    },
    { newline: '\n' },
  )}\n`

/** A cone in words: a spreadsheet takes the nought off a bare 08. */
const coneCell = (cone: string): string => `cone ${cone}`

const coneIn = (cell: string | undefined, otherwise: string): string =>
  (cell ?? '').replace(/^\s*(cone|∆|Δ)\s*/i, '').trim() || otherwise

/** An answer, no if there is none; other words are left for the check to refuse. */
const yesOrNo = (cell = ''): boolean | string => {
  const word = cell.trim().toLowerCase()
  return word === 'yes' ? true : word === 'no' || word === '' ? false : cell
}

/** The column of a table from which a part of a material is read. */
function columnOf(path: string): string {
  const [part, within = ''] = path.split('.')
  const column = COLUMN_OF[path] ?? COLUMN_OF[`${part}.${within}`] ?? COLUMN_OF[part]
  return column ?? (part === 'coats' ? coatsColumn(within as Applicator) : part)
}

const COLUMN_OF: Readonly<Record<string, string>> = {
  'range.from': 'cone_from',
  'range.to': 'cone_to',
  labelledFoodSafe: 'labelled_food_safe',
  filmUm: 'film_um',
  'raw.wet': 'raw_wet',
  'raw.dry': 'raw_dry',
  knownBy: 'known_by',
  'stock.jars': 'jars',
  'stock.jarMl': 'jar_ml',
  'stock.price': 'price',
  'stock.batch': 'batch',
  'optics.K': 'absorption',
  'optics.S': 'scattering',
}

/** The fired film of one coat that is thought where a table does not say, µm. */
const usualFilmUm = (kind: string): number | undefined =>
  nominalCoat(MEDIUM_KINDS.find((one) => one === kind)).firedUm ?? undefined

/** Reads media from CSV. All rows are checked before any is taken; the first bad value is named with its row. */
export function readMediaCsv(text: string): Result<Medium[]> {
  const table = readTable(text, {
    columns: Object.fromEntries(COLUMNS.map((name) => [name, ALSO_CALLED[name] ?? []])),
    needed: [['id'], ['name'], ['kind'], ['absorption'], ['scattering']],
    mostRows: 2000,
    mostLetters: 6_000_000,
  })
  if (!table.ok) return table
  const media: Medium[] = []
  const ids = new Set<string>()
  for (const line of table.value) {
    const { cells: row } = line
    const numbers = (cell: string | undefined) => (cell ?? '').split(/\s+/).map(numberIn)
    const candidate = {
      id: row.id?.trim(),
      name: row.name?.trim(),
      kind: row.kind?.trim(),
      surface: row.surface?.trim() || 'matte',
      range: { from: coneIn(row.cone_from, '08'), to: coneIn(row.cone_to, '6') },
      fugitive: yesOrNo(row.fugitive),
      labelledFoodSafe: yesOrNo(row.labelled_food_safe),
      filmUm: row.film_um ? numberIn(row.film_um) : usualFilmUm(row.kind?.trim() ?? ''),
      raw: { wet: row.raw_wet?.trim() || '#888888', dry: row.raw_dry?.trim() || '#aaaaaa' },
      knownBy: row.known_by?.trim() || 'assumed',
      origin: row.origin?.trim() || 'bought',
      cautions: (row.cautions ?? '').split(/\s+/).filter(Boolean),
      coats: Object.fromEntries(
        APPLICATORS.flatMap((a) => (row[coatsColumn(a)]?.trim() ? [[a, numberIn(row[coatsColumn(a)])]] : [])),
      ),
      stock: row.jar_ml?.trim()
        ? {
            jars: row.jars ? numberIn(row.jars) : 0,
            jarMl: numberIn(row.jar_ml),
            price: row.price?.trim() ? numberIn(row.price) : null,
            batch: row.batch?.trim() ?? '',
          }
        : null,
      notes: row.notes ?? '',
      optics: { K: numbers(row.absorption), S: numbers(row.scattering) },
    }
    const checked = mediumSchema.safeParse(candidate)
    if (!checked.success) {
      const issue = schemaIssue(checked.error, candidate)
      return fail(cellIssue(line, columnOf(issue.path), issue.code === 'bad-value' ? issue.expected : 'another value'))
    }
    const { from, to } = checked.data.range
    if (coneIndex(from) > coneIndex(to))
      return fail(
        cellIssue(
          line,
          'cone_from',
          `a cone below ${to}: the cooler one stands first (a spreadsheet may have taken the nought off: write “cone 08”)`,
        ),
      )
    if (ids.has(checked.data.id)) return fail(cellIssue(line, 'id', 'an id of its own; a row above has it already'))
    ids.add(checked.data.id)
    media.push(checked.data)
  }
  if (!media.length)
    return fail({ code: 'bad-value', path: 'file', actual: 'empty', expected: 'at least one material' })
  return ok(media)
}

/** Reads a measured reflectance: columns wavelength_nm and reflectance (0–1, or in percent), on any grid that spans 400–700 nm. */
export function readReflectanceCsv(text: string): Result<number[]> {
  const table = readTable(text, {
    columns: {
      wavelength_nm: ['wavelength', 'nm', 'lambda'],
      reflectance: ['r', 'reflectance_percent', 'reflection', '%R'],
    },
    needed: [['wavelength_nm'], ['reflectance']],
    mostRows: 20_000,
    mostLetters: 2_000_000,
  })
  if (!table.ok) return table
  const points: [number, number][] = []
  for (const line of table.value) {
    const nm = numberIn(line.cells.wavelength_nm)
    const r = numberIn(line.cells.reflectance)
    if (!(nm >= 300 && nm <= 1100)) return fail(cellIssue(line, 'wavelength_nm', 'a wavelength in nm'))
    if (!(r >= 0 && r <= 120)) return fail(cellIssue(line, 'reflectance', 'a share from 0 to 1, or percent'))
    points.push([nm, r])
  }
  points.sort((a, b) => a[0] - b[0])
  if (points.length < 8 || points[0][0] > 410 || points[points.length - 1][0] < 690)
    return fail({
      code: 'bad-value',
      path: 'wavelengths',
      actual: points.length ? `${points[0][0]} to ${points[points.length - 1][0]} nm in ${points.length} rows` : 'none',
      expected: 'at least 8 rows from 400 to 700 nm',
    })
  const percent = Math.max(...points.map(([, r]) => r)) > 1.5
  const xs = points.map(([nm]) => nm)
  const ys = points.map(([, r]) => Math.min(1, percent ? r / 100 : r))
  return ok(Array.from({ length: BANDS }, (_, i) => interpolateLinear(xs, ys, FIRST_NM + i * STEP_NM)))
}
