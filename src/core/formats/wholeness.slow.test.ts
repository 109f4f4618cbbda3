import { processorMs } from '../base/fixtures/processor'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { emptyStudio } from '../demo/emptyStudio'
import { CURRENT_VERSION, migrate } from '../model/migrations'
import type { Studio } from '../model/studio'
import { readVerniceFile, writePiece, writeStudio } from './verniceFile'

const demo = demoStudio()
const few: Studio = {
  ...emptyStudio(),
  rooms: demo.rooms,
  bodies: demo.bodies,
  media: demo.media,
  pieces: { 'reed-jugs': demo.pieces['reed-jugs'], 'dotted-jar': demo.pieces['dotted-jar'] },
  order: ['reed-jugs', 'dotted-jar'],
}

type Loose = { [key: string]: Loose } & Loose[]

const refusal = (change: (studio: Loose) => void, studio: Studio = few): string => {
  const file = JSON.parse(writeStudio(studio)) as { studio: Loose }
  change(file.studio)
  const read = readVerniceFile(JSON.stringify(file))
  return read.ok ? 'read' : sentence(read.issue)
}
const put = (record: Loose, key: string, value: unknown) => Object.assign(record, { [key]: value })

describe('a studio that does not hang together is refused with the place and the value', () => {
  it('but a whole one is read', () => expect(refusal(() => undefined)).toBe('read'))

  it.each<[string, (studio: Loose) => void, RegExp]>([
    [
      'an id that every record has',
      (s) => put(s.bodies, 'toString', { ...s.bodies['chalk-white'], id: 'toString' }),
      /toString/,
    ],
    ['a body called constructor', (s) => put(s.pieces['reed-jugs'], 'bodyId', 'constructor'), /constructor/],
    ['a key that is not the id', (s) => put(s.pieces['reed-jugs'], 'id', 'other'), /reed-jugs\.id.*“other”/],
    ['an order that lacks a piece', (s) => s.order.pop(), /without “dotted-jar”/],
    ['an order that names one twice', (s) => s.order.push('reed-jugs' as never), /second time/],
    ['an order that names nobody', (s) => s.order.push('nobody' as never), /“nobody”/],
    [
      'two steps of one id',
      (s) => put(s.pieces['reed-jugs'].steps[1], 'id', s.pieces['reed-jugs'].steps[0].id),
      /second time/,
    ],
    ['a room that is not there', (s) => put(s.pieces['reed-jugs'].making, 'roomId', 'cellar'), /“cellar”/],
    ['a jar that is not there', (s) => delete s.media['marsh-black'], /marsh-black/],
    ['a zone that nobody knows', (s) => put(s.calendar, 'timeZone', 'Tide/Water'), /Tide\/Water.*Europe\/Paris/],
    ['a name that shows nothing', (s) => put(s.pieces['reed-jugs'], 'name', '\u200b\u200b'), /can be seen/],
    ['a control character', (s) => put(s.pieces['reed-jugs'], 'notes', 'a\u0007b'), /control character/],
    ['an endless size', (s) => put(s.pieces['reed-jugs'].form.sizes, 'heightMm', 1e12), /1000000000000.*at most 1500/],
    ['a long wrong value', (s) => put(s.pieces['reed-jugs'], 'use', 'x'.repeat(500)), /“food”/],
  ])('%s', (_, change, words) => {
    const said = refusal(change)
    expect(said).toMatch(words)
    expect(said).not.toMatch(/expected|received|Invalid|union|enum|undefined|\bzod\b/)
    expect(said.length).toBeLessThan(330)
  })

  it('an entry “__proto__” changes nothing of what every record is', () => {
    const text = writeStudio(few).replace('"pieces":', '"pieces": {"__proto__": {"polluted": 1}}, "pieces":')
    readVerniceFile(text)
    expect(({} as Record<string, unknown>).polluted).toBeUndefined()
  })
})

describe('old files that are damaged', () => {
  const junk = fc.oneof(
    fc.constantFrom(null, 7, 'text', [], {}, [null], true),
    fc.json().map((text) => JSON.parse(text) as unknown),
  )
  it('are refused, and never throw', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: CURRENT_VERSION }),
        fc.dictionary(
          fc.constantFrom('studio', 'piece', 'pieces', 'steps', 'form', 'bodies', 'media', 'ways', 'variant', 'format'),
          fc.oneof(junk, fc.dictionary(fc.constantFrom('pieces', 'steps', 'form', 'bodies', 'media'), junk)),
        ),
        (version, record) => {
          expect(typeof migrate({ ...record, version }).ok).toBe('boolean')
        },
      ),
      { numRuns: 1500 },
    )
  })
})

/** So many damaged documents are tried; `FUZZ=20000 npx vitest run wholeness` tries more. */
const RUNS = Number(process.env.FUZZ ?? 250)

describe('damaged documents', () => {
  const values = [
    null,
    -1,
    0,
    1e308,
    'x',
    '',
    '__proto__',
    'toString',
    [],
    {},
    true,
    '\u0000',
    'a'.repeat(3000),
    [[[]]],
    '2026-13-45',
  ]

  /** Puts a value somewhere in a document, or takes something away. */
  function damaged(text: string, picks: readonly number[], value: unknown): string {
    const document = JSON.parse(text) as Loose
    let at: Loose = document
    for (const pick of picks) {
      const keys = Object.keys(at)
      if (!keys.length) break
      const key = keys[pick % keys.length]
      const next = at[key] as unknown
      if (typeof next !== 'object' || next === null || pick % 7 === 0) {
        if (value === undefined) delete at[key]
        else put(at, key, value)
        break
      }
      at = next as Loose
    }
    return JSON.stringify(document)
  }

  it.each([
    ['a studio', writeStudio(few)],
    ['a piece', writePiece(demo.pieces['reed-jugs'], demo)],
  ])('%s is read whole or refused in one sentence, within a second', (_, text) => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(1000), { minLength: 1, maxLength: 9 }),
        fc.constantFrom(...values, undefined),
        (picks, value) => {
          const wounded = damaged(text, picks, value)
          const took = processorMs(() => {
            const read = readVerniceFile(wounded)
            const said = read.ok ? '' : sentence(read.issue)
            expect(said.length).toBeLessThan(400)
            expect(said).not.toMatch(/expected|received|Invalid|\bundefined\b/)
          })
          expect(took).toBeLessThan(1000)
        },
      ),
      { numRuns: RUNS },
    )
  })
})
