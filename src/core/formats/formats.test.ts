import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { emptyStudio } from '../demo/emptyStudio'
import { CURRENT_VERSION } from '../model/migrations'
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

describe('what a piece takes with it', () => {
  it('the media of its variant too', () => {
    const variant = piece.steps.map((step) => (step.act === 'coat' ? { ...step, mediumId: 'gorse-yellow' } : step))
    const file = JSON.parse(writePiece({ ...piece, variant }, studio))
    expect(Object.keys(file.media)).toContain('gorse-yellow')
    expect(mediaOf({ ...piece, variant: null })).not.toContain('gorse-yellow')
  })
})
