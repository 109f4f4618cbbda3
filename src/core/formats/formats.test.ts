import Ajv2020 from 'ajv/dist/2020'
import fc from 'fast-check'
import { readdirSync, readFileSync } from 'node:fs'
import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio, emptyStudio } from '../demo/demoStudio'
import { judge } from '../judge/judge'
import { CURRENT_VERSION } from '../model/migrations'
import { makeBenchCard } from '../usecases/bench/makeBenchCard'
import { benchCardPdf } from './benchCardPdf'
import { cardFonts, pagesOf } from './fixtures/reading'
import { FILE_LIMIT_BYTES, jsonSchemas, mediaOf, readVerniceFile, writePiece, writeStudio } from './verniceFile'

const studio = demoStudio()
const piece = studio.pieces['reed-jugs']
const altered = (change: (file: Record<string, never>) => void) => {
  const file = JSON.parse(writePiece(piece, studio))
  change(file)
  return JSON.stringify(file)
}

describe('Vernice files', () => {
  it('a studio read back is the same studio', () => {
    for (const original of [studio, emptyStudio()]) {
      const read = readVerniceFile(writeStudio(original))
      expect(read.ok && read.value.format === 'vernice.studio' && read.value.studio).toEqual(original)
    }
  })

  it.each(Object.values(studio.pieces).map((p) => [p.name, p] as const))(
    '%s read back is the same piece with its materials',
    (_, p) => {
      const read = readVerniceFile(writePiece(p, studio))
      if (!read.ok || read.value.format !== 'vernice.piece') throw new Error('it was not read')
      expect(read.value.piece).toEqual(p)
      expect(Object.keys(read.value.media).sort()).toEqual(mediaOf(p).sort())
      expect(read.value.bodies[p.bodyId]).toEqual(studio.bodies[p.bodyId])
    },
  )

  it.each<[string, string, string]>([
    ['broken JSON', '{"format": "vernice.piece", ', 'JSON'],
    ['an empty file', '', 'JSON'],
    ['a list', '[1, 2]', 'a list'],
    ['a foreign file', '{"format":"picture","version":1}', '“picture”'],
    ['a file without a format', '{"a":1}', 'no stated format'],
    [
      'a newer file',
      altered((f) => Object.assign(f, { version: CURRENT_VERSION + 4 })),
      `version ${CURRENT_VERSION + 4}`,
    ],
    ['a version in words', altered((f) => Object.assign(f, { version: 'one' })), '"one"'],
    [
      'a wall of −3 mm',
      altered((f) =>
        Object.assign((f as never as { piece: { form: { sizes: object } } }).piece.form.sizes, { wallMm: -3 }),
      ),
      '-3',
    ],
    [
      '99 coats',
      altered((f) => Object.assign((f as never as { piece: { steps: object[] } }).piece.steps[1], { coats: 99 })),
      '99',
    ],
    [
      'an unknown act',
      altered((f) => Object.assign((f as never as { piece: { steps: object[] } }).piece.steps[0], { act: 'varnish' })),
      'varnish',
    ],
    ['an unknown entry', altered((f) => Object.assign(f, { script: 'alert(1)' })), 'script'],
    ['a missing body', altered((f) => Object.assign(f, { bodies: {} })), 'estuary-red'],
    [
      'a missing colour',
      altered((f) => delete (f as never as { media: Record<string, unknown> }).media['marsh-black']),
      'marsh-black',
    ],
    ['deep nesting', `${'['.repeat(5000)}${']'.repeat(5000)}`, '24'],
    ['a huge file', ' '.repeat(FILE_LIMIT_BYTES + 1), 'MB'],
  ])('refuses %s with one sentence that names it', (_, text, value) => {
    const read = readVerniceFile(text)
    expect(read.ok).toBe(false)
    if (!read.ok) {
      expect(sentence(read.issue)).toContain(value)
      expect(sentence(read.issue).length).toBeLessThan(320)
    }
  })

  it('never throws, whatever bytes it is given', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (text) => {
        expect(readVerniceFile(text).ok).toBe(false)
      }),
      { numRuns: 300 },
    )
    const whole = writePiece(piece, studio)
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.string({ maxLength: 3 }), (at, noise) => {
        expect(typeof readVerniceFile(whole.slice(0, at) + noise + whole.slice(at + 1)).ok).toBe('boolean')
      }),
      { numRuns: 120 },
    )
  })

  it('publishes JSON Schemas that list what a piece and a studio must have', () => {
    const schemas = jsonSchemas() as Record<
      string,
      { required: string[]; properties: Record<string, unknown>; additionalProperties: boolean }
    >
    expect(schemas.piece).toMatchObject({ $id: `urn:vernice:piece:${CURRENT_VERSION}` })
    expect(schemas.piece.required).toEqual(['format', 'version', 'piece', 'bodies', 'media'])
    expect(schemas.studio.required).toEqual(['format', 'version', 'studio'])
    expect(schemas.piece.additionalProperties).toBe(false)
    expect(JSON.stringify(schemas.piece)).toContain('"narrowLoop"')
  })
})

describe('the published schemas, held by another validator (ajv)', () => {
  const published = (name: string) =>
    JSON.parse(readFileSync(new URL(`../../../public/schema/${name}.json`, import.meta.url), 'utf8')) as object
  const held = (schema: object) => {
    const validate = new Ajv2020({ strict: false, validateFormats: false, code: { optimize: false } }).compile(schema)
    return (text: string) => (validate(JSON.parse(text)) ? [] : validate.errors)
  }

  it.each([1, 2, 3, 4, 5, 6, 7, 8])('version %i, as it was, takes the frozen document of that version', (version) => {
    const frozen = readFileSync(new URL(`../model/fixtures/studio.v${version}.json`, import.meta.url), 'utf8')
    expect(published(`studio.v${version}`)).toMatchObject({ $id: `urn:vernice:studio:${version}` })
    expect(published(`piece.v${version}`)).toMatchObject({ $id: `urn:vernice:piece:${version}` })
    const problems = held(published(`studio.v${version}`))
    expect(problems(frozen)).toEqual([])
    expect(problems(frozen.replace('"version"', '"vorsion"'))).not.toEqual([])
  })

  it('every version before this one is published', () => {
    const folder = readdirSync(new URL('../../../public/schema/', import.meta.url)).sort()
    const before = Array.from({ length: CURRENT_VERSION - 1 }, (_, i) => i + 1)
    expect(folder).toEqual(['piece', 'studio'].flatMap((kind) => before.map((v) => `${kind}.v${v}.json`)))
  })

  it('this version takes what is written now', () => {
    expect(held(jsonSchemas().studio)(writeStudio(studio))).toEqual([])
    expect(held(jsonSchemas().piece)(writePiece(piece, studio))).toEqual([])
  })
})

describe('the bench card', () => {
  const textOf = async (bytes: Uint8Array) => {
    const pages = await pagesOf(bytes)
    return { pages: pages.length, text: pages.join('\n') }
  }

  it('holds every step in order with coats, waits, signs and cautions', async () => {
    const card = makeBenchCard(piece, studio, [])
    const { pages, text } = await textOf(await benchCardPdf(card, cardFonts))
    expect(pages).toBeGreaterThanOrEqual(2)
    const places = card.steps.map((step) => text.indexOf(step.title))
    expect(places.every((p) => p >= 0)).toBe(true)
    for (const words of [
      'Reed jugs',
      'set of 4',
      'Estuary red',
      '3 coats',
      'Wait: 16 min, then',
      'Look for:',
      'Caution:',
      'cone 04',
      'never this card’s verdict',
      '214 mm',
    ])
      expect(text.replace(/\s+/g, ' ')).toContain(words)
  })

  it('tallies one box for each coat, and says what is still to settle', async () => {
    const dish = studio.pieces['scallop-dish']
    const findings = judge(dish, studio)
    const card = makeBenchCard(dish, studio, findings.ok ? findings.value : [])
    expect(card.steps.map((s) => s.boxes)).toEqual([0, 3, 0, 0, 0, 0, 2, 1, 0, 0])
    expect(card.openFindings.length).toBeGreaterThan(0)
    const { text } = await textOf(await benchCardPdf(card, cardFonts))
    expect(text).toContain('Still to settle')
  })

  it('prints names in other alphabets of Latin and long plans over several A4 pages', async () => {
    const long = {
      ...piece,
      name: 'Džbánek s rákosím ½',
      steps: Array.from({ length: 40 }, (_, i) => ({ ...piece.steps[i % piece.steps.length], id: `l${i}` })),
    }
    const bytes = await benchCardPdf(makeBenchCard(long, studio, []), cardFonts)
    const { pages, text } = await textOf(bytes)
    expect(pages).toBeGreaterThan(4)
    // What closes the card never stands on a page of its own.
    expect((await pagesOf(bytes)).at(-1)).toMatch(/\d+ \S.*never this card’s verdict/)
    expect(text).toContain('Džbánek s rákosím')
    const { width, height } = (await PDFDocument.load(bytes)).getPage(0).getSize()
    expect([width, height].map((points) => Math.round((points / 72) * 25.4))).toEqual([210, 297])
  })
})

describe('what a piece takes with it', () => {
  it('the media of its variant too', () => {
    const variant = piece.steps.map((step) => (step.act === 'coat' ? { ...step, mediumId: 'gorse-yellow' } : step))
    const file = JSON.parse(writePiece({ ...piece, variant }, studio))
    expect(Object.keys(file.media)).toContain('gorse-yellow')
    expect(mediaOf({ ...piece, variant: null })).not.toContain('gorse-yellow')
  })
})
