import { existsSync, readdirSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { describe, expect, it } from 'vitest'
import { TRAITS } from './core/plan/actDefinition'
import { ACTS } from './core/plan/acts'

const ROOT = path.resolve('src')

/** Fields of knowledge; none imports another. */
const FIELDS = ['core/colour', 'core/clay', 'core/form', 'core/firing'] as const

/** What plans are written in. */
const PLANS = ['core/model', 'core/plan', 'core/vocabulary'] as const

/** Which part of the code may import which. A part may always import from itself. Tests and bench are free. */
const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  'core/base': [],
  'core/numeric': ['core/base'],
  'core/colour': ['core/numeric', 'core/base'],
  'core/clay': ['core/numeric', 'core/base'],
  'core/form': ['core/numeric', 'core/base'],
  'core/firing': ['core/numeric', 'core/base'],
  'core/vocabulary': [...FIELDS, 'core/numeric', 'core/base'],
  'core/skin': ['core/vocabulary', ...FIELDS, 'core/numeric', 'core/base'],
  'core/plan': ['core/skin', 'core/vocabulary', ...FIELDS, 'core/numeric', 'core/base'],
  'core/model': ['core/plan', 'core/vocabulary', ...FIELDS, 'core/base'],
  'core/cupboard': ['core/vocabulary', 'core/colour'],
  'core/quantities': ['core/base'],
  'core/sheets': ['core/skin', 'core/vocabulary', ...FIELDS, 'core/numeric', 'core/base'],
  'core/devices': ['core/model', 'core/base'],
  'core/schedule': ['core/model', 'core/clay', 'core/firing', 'core/numeric', 'core/base'],
  'core/demo': ['core/cupboard', ...PLANS, 'core/clay', 'core/form', 'core/firing', 'core/base'],
  'core/picture': ['core/skin', 'core/form', 'core/colour', 'core/numeric'],
  'core/judge': ['core/skin', ...PLANS, ...FIELDS, 'core/base'],
  'core/formats': ['core/sheets', ...FIELDS, 'core/numeric', ...PLANS, 'core/base'],
  'core/usecases/words': [...PLANS, 'core/clay', 'core/form', 'core/schedule', 'core/base', 'core/usecases/drying'],
  'core/usecases/drying': [...PLANS, ...FIELDS, 'core/judge', 'core/numeric', 'core/base'],
  'core/usecases/measure': [
    'core/usecases/view',
    'core/usecases/words',
    'core/skin',
    'core/quantities',
    'core/formats',
    'core/judge',
    ...PLANS,
    ...FIELDS,
    'core/base',
  ],
  'core/usecases/days': [
    'core/usecases/measure',
    'core/usecases/drying',
    'core/usecases/words',
    'core/formats',
    'core/schedule',
    ...PLANS,
    ...FIELDS,
    'core/numeric',
    'core/base',
  ],
  'core/usecases/bench': [
    'core/usecases/days',
    'core/usecases/drying',
    'core/usecases/words',
    'core/schedule',
    ...PLANS,
    ...FIELDS,
    'core/base',
  ],
  'core/usecases/fired': [
    'core/usecases/bench',
    'core/usecases/tiles',
    'core/usecases/view',
    'core/usecases/words',
    'core/judge',
    'core/schedule',
    ...PLANS,
    ...FIELDS,
    'core/numeric',
    'core/base',
  ],
  'core/usecases/rail': ['core/usecases/drying', ...PLANS, 'core/clay'],
  'core/usecases/whatIf': ['core/usecases/bench', 'core/judge', ...PLANS, ...FIELDS, 'core/base'],
  'core/usecases/handOn': [
    'core/usecases/bench',
    'core/usecases/words',
    'core/schedule',
    ...PLANS,
    ...FIELDS,
    'core/base',
  ],
  'core/usecases/tiles': [...PLANS, ...FIELDS, 'core/base'],
  'core/usecases/cupboard': ['core/usecases/tiles', 'core/skin', ...PLANS, ...FIELDS, 'core/base'],
  'core/usecases/create': ['core/usecases/cupboard', 'core/judge', 'core/skin', ...PLANS, ...FIELDS, 'core/base'],
  'core/usecases/sheets': [
    'core/usecases/view',
    'core/usecases/words',
    'core/sheets',
    'core/skin',
    ...PLANS,
    ...FIELDS,
    'core/base',
  ],
  'core/usecases/rack': ['core/usecases/words', ...PLANS, 'core/clay', 'core/base'],
  'core/usecases/view': ['core/usecases/words', 'core/skin', ...PLANS, ...FIELDS, 'core/base'],
  workers: ['core'],
  store: ['workers', 'core'],
  scene: ['workers', 'core'],
  views: [],
  offline: ['views'],
  ui: ['store', 'offline', 'views', 'scene', 'workers', 'core'],
  app: ['ui', 'offline', 'views', 'core'],
}

const ONLY_IN: Readonly<Record<string, string>> = {
  idb: 'store',
  three: 'scene',
  react: 'ui app store',
  comlink: 'workers scene',
  serwist: 'offline',
  'pdf-lib': 'core/formats',
  '@dnd-kit/core': 'ui',
  svgpath: 'core/formats',
  'clipper-lib': 'core/sheets',
  'ical-generator': 'core/formats',
  papaparse: 'core/formats',
  'date-fns': 'core/schedule',
  '@date-fns/tz': 'core/schedule',
  recharts: 'ui',
  'ml-matrix': 'core/numeric',
  saxes: 'core/formats',
  'css-what': 'core/formats',
  'simplify-js': 'core/formats',
  culori: 'core/formats',
  'd3-contour': 'core/formats',
  'crc-32': 'core/formats',
  '@zip.js/zip.js': 'workers',
  qrcode: 'core/formats',
}

function filesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const full = path.join(folder, entry.name)
    if (entry.isDirectory()) return entry.name === 'fixtures' ? [] : filesIn(full)
    return /\.tsx?$/.test(entry.name) && !/\.test\.tsx?$|\.d\.ts$/.test(entry.name) ? [full] : []
  })
}

const partOf = (file: string) => {
  const [first, second, third] = path.relative(ROOT, file).split(path.sep)
  if (first !== 'core') return first
  return second === 'usecases' ? `core/usecases/${third}` : `core/${second}`
}

const imports = filesIn(ROOT).flatMap((file) =>
  [...readFileSync(file, 'utf8').matchAll(/(?:from|import\() ?'([^']+)'/g)].map(([, target]) => ({
    file,
    part: partOf(file),
    target,
    targetPart: target.startsWith('@/')
      ? partOf(path.join(ROOT, target.slice(2)))
      : target.startsWith('.')
        ? partOf(path.resolve(path.dirname(file), target))
        : null,
  })),
)

describe('the picture of the code', () => {
  it('imports flow one way', () => {
    const wrong = imports.filter(
      ({ part, targetPart, target }) =>
        targetPart &&
        targetPart !== part &&
        !target.endsWith('.css') &&
        !(MAY_IMPORT[part] ?? []).some((allowed) => targetPart === allowed || targetPart.startsWith(`${allowed}/`)),
    )
    expect(wrong.map(({ file, target }) => `${path.relative(ROOT, file)} → ${target}`)).toEqual([])
  })

  it('each library is used in its own part only', () => {
    const wrong = imports.filter(({ part, target }) =>
      Object.entries(ONLY_IN).some(
        ([library, parts]) =>
          (target === library || target.startsWith(`${library}/`)) && !parts.split(' ').includes(part),
      ),
    )
    expect(wrong.map(({ file, target }) => `${path.relative(ROOT, file)} → ${target}`)).toEqual([])
  })

  it('the core has no clock, no screen and no unseeded chance', () => {
    const impure = filesIn(path.join(ROOT, 'core')).filter((file) =>
      /\bMath\.random\b|\bDate\.now\b|\bnew Date\(\)|\b(window|document|indexedDB|localStorage)\./.test(
        readFileSync(file, 'utf8'),
      ),
    )
    expect(impure.map((file) => path.relative(ROOT, file))).toEqual([])
  })

  it('acts are asked for their traits: none is compared by its name outside `plan/acts`, but with a reason', () => {
    const reasons: Readonly<Record<string, string>> = {
      'core/model/migrations.ts': 'old documents are read as they were',
      'core/usecases/create/addable.ts': 'one act is offered as three firings',
    }
    const names = Object.keys(ACTS).join('|')
    const compared = new RegExp(
      `\\bact\\b\\)? (?:===|!==) '(?:${names})'|'(?:${names})' (?:===|!==) [\\w.]*\\bact\\b`,
      'g',
    )
    const found = filesIn(ROOT)
      // What is done to the skin has acts of its own.
      .filter((file) => !/^core\/(skin|plan\/acts)\//.test(path.relative(ROOT, file)))
      .flatMap((file) => {
        const count = readFileSync(file, 'utf8').match(compared)?.length ?? 0
        return count ? [[path.relative(ROOT, file), count] as const] : []
      })
    expect(found.map(([file]) => file).toSorted()).toEqual(Object.keys(reasons).toSorted())
    expect(found.reduce((sum, [, count]) => sum + count, 0)).toBeLessThan(8)
  })

  it('every trait of an act is asked for somewhere', () => {
    const asking = filesIn(path.join(ROOT))
      .filter((file) => !/^core\/plan\/(acts\/|actDefinition)/.test(path.relative(ROOT, file)))
      .map((file) => readFileSync(file, 'utf8'))
      .join('\n')
    const asked = new Set(
      [...asking.matchAll(/\b(?:isA|of|actsWith)\(([^()]*)\)/g)].flatMap(([, given]) => given.match(/'[^']+'/g) ?? []),
    )
    expect(Object.keys(TRAITS).filter((trait) => !asked.has(`'${trait}'`))).toEqual([])
  })

  it('every part in the picture exists, and every part is in the picture', () => {
    expect(
      new Set(
        filesIn(ROOT)
          .map(partOf)
          .filter((part) => !part.endsWith('.ts')),
      ),
    ).toEqual(new Set(Object.keys(MAY_IMPORT)))
  })

  it('every folder of code says what it is, in a README of its own or in that of the folder it stands in', () => {
    const folders = [...new Set(filesIn(ROOT).map((file) => path.dirname(file)))].filter(
      (folder) => !/fixtures|__snapshots__|[/\\]src$|[/\\]app[/\\]/.test(folder),
    )
    const saying = (folder: string) => {
      const readme = path.join(folder, 'README.md')
      return existsSync(readme) ? readFileSync(readme, 'utf8') : ''
    }
    const silent = folders.filter(
      (folder) => !saying(folder) && !saying(path.dirname(folder)).includes(`${path.basename(folder)}/`),
    )
    expect(silent.map((folder) => path.relative(ROOT, folder))).toEqual([])
  })
})
