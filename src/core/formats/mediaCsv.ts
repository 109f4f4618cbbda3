import Papa from 'papaparse'
import { fail, ok, type Result } from '../base/result'
import { schemaIssue } from '../base/schemaIssue'
import { BANDS, FIRST_NM, STEP_NM } from '../colour/spectrum'
import { interpolateLinear } from '../numeric/interpolation'
import { mediumSchema, type Medium } from '../vocabulary/material'
import { APPLICATORS, type Applicator } from '../vocabulary/tools'

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
  'notes',
  'absorption',
  'scattering',
]

/** Media as CSV; absorption and scattering are 36 numbers each, apart by spaces. */
export const writeMediaCsv = (media: readonly Medium[]): string =>
  `${Papa.unparse(
    {
      fields: [...COLUMNS],
      data: media.map((m) => [
        m.id,
        m.name,
        m.kind,
        m.surface,
        m.range.from,
        m.range.to,
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
        m.notes,
        m.optics.K.join(' '),
        m.optics.S.join(' '),
      ]),
    },
    { newline: '\n' },
  )}\n`

/** An answer, no if there is none; other words are left for the check to refuse. */
const yesOrNo = (cell = ''): boolean | string => {
  const word = cell.trim().toLowerCase()
  return word === 'yes' ? true : word === 'no' || word === '' ? false : cell
}

/** Reads media from CSV. All rows are checked before any is taken; the first bad value is named with its row. */
export function readMediaCsv(text: string): Result<Medium[]> {
  if (text.length > 6_000_000) return fail({ code: 'file-too-large', bytes: text.length, limitBytes: 6_000_000 })
  const parsed = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  const missing = (['id', 'name', 'kind', 'absorption', 'scattering'] as const).find(
    (column) => !parsed.meta.fields?.includes(column),
  )
  if (missing)
    return fail({
      code: 'bad-value',
      path: 'first line',
      actual: `“${(parsed.meta.fields ?? []).join(', ').slice(0, 60)}”`,
      expected: `a list of columns with “${missing}” in it`,
    })
  if (parsed.data.length > 2000)
    return fail({
      code: 'bad-value',
      path: 'file',
      actual: `${parsed.data.length} rows`,
      expected: 'at most 2000 materials',
    })
  const media: Medium[] = []
  for (const [i, row] of parsed.data.entries()) {
    const numbers = (cell: string | undefined) => (cell ?? '').trim().split(/\s+/).map(Number)
    const candidate = {
      id: row.id?.trim(),
      name: row.name?.trim(),
      kind: row.kind?.trim(),
      surface: row.surface?.trim() || 'matte',
      range: { from: row.cone_from?.trim() || '08', to: row.cone_to?.trim() || '6' },
      fugitive: yesOrNo(row.fugitive),
      labelledFoodSafe: yesOrNo(row.labelled_food_safe),
      filmUm: Number(row.film_um || 30),
      raw: { wet: row.raw_wet?.trim() || '#888888', dry: row.raw_dry?.trim() || '#aaaaaa' },
      knownBy: row.known_by?.trim() || 'assumed',
      origin: row.origin?.trim() || 'bought',
      cautions: (row.cautions ?? '').split(/\s+/).filter(Boolean),
      coats: Object.fromEntries(
        APPLICATORS.flatMap((a) => (row[coatsColumn(a)]?.trim() ? [[a, Number(row[coatsColumn(a)])]] : [])),
      ),
      stock: row.jar_ml?.trim()
        ? {
            jars: Number(row.jars || 0),
            jarMl: Number(row.jar_ml),
            price: row.price?.trim() ? Number(row.price) : null,
          }
        : null,
      notes: row.notes ?? '',
      optics: { K: numbers(row.absorption), S: numbers(row.scattering) },
    }
    const checked = mediumSchema.safeParse(candidate)
    if (!checked.success) {
      const issue = schemaIssue(checked.error, candidate)
      return fail({ ...issue, path: `row ${i + 2}, ${issue.path}` })
    }
    if (media.some((medium) => medium.id === checked.data.id))
      return fail({
        code: 'bad-value',
        path: `row ${i + 2}, id`,
        actual: `“${checked.data.id}”`,
        expected: 'an id of its own; a row above has it already',
      })
    media.push(checked.data)
  }
  if (!media.length)
    return fail({ code: 'bad-value', path: 'file', actual: 'empty', expected: 'at least one material' })
  return ok(media)
}

/** Reads a measured reflectance: columns wavelength_nm and reflectance (0–1, or in percent), on any grid that spans 400–700 nm. */
export function readReflectanceCsv(text: string): Result<number[]> {
  const parsed = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: true,
    transformHeader: (name) => name.trim().toLowerCase(),
  })
  const missing = ['wavelength_nm', 'reflectance'].find((column) => !parsed.meta.fields?.includes(column))
  if (missing)
    return fail({
      code: 'bad-value',
      path: 'first line',
      actual: `“${(parsed.meta.fields ?? []).join(', ').slice(0, 60)}”`,
      expected: `the columns wavelength_nm and reflectance`,
    })
  const points: [number, number][] = []
  for (const [i, row] of parsed.data.entries()) {
    const nm = Number(row.wavelength_nm)
    const r = Number(row.reflectance)
    if (!(nm >= 300 && nm <= 1100))
      return fail({
        code: 'bad-value',
        path: `row ${i + 2}, wavelength_nm`,
        actual: `“${row.wavelength_nm}”`,
        expected: 'a wavelength in nm',
      })
    if (!row.reflectance?.trim() || !(r >= 0 && r <= 120))
      return fail({
        code: 'bad-value',
        path: `row ${i + 2}, reflectance`,
        actual: `“${row.reflectance}”`,
        expected: 'a share from 0 to 1, or percent',
      })
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
