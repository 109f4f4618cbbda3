import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { readVerniceFile, writeStudio } from '../formats/verniceFile'
import { applyCommand, type Command } from './command'
import { asPiece, lotPieces, lotsOf, standingPots } from './lots'
import { migrateEdit } from './migrations'
import { pieceSchema, type Piece } from './piece'
import type { Studio } from './studio'

const ID = 'reed-jugs'
const demo = demoStudio()
const studio: Studio = { ...demo, pieces: { ...demo.pieces, [ID]: { ...demo.pieces[ID], count: 12 } } }
const AT = '2026-03-05T18:00:00Z'

function after(commands: readonly Command[], from: Studio = studio): Studio {
  return commands.reduce((at, command) => {
    const next = applyCommand(at, command)
    if (!next.ok) throw new Error(sentence(next.issue))
    return next.value
  }, from)
}
const piece = (of: Studio): Piece => of.pieces[ID]
const pots = (of: Studio) => lotsOf(piece(of)).map((lot) => lot.pots)
const saidLeatherHard = (numbers: number[]): Command => ({
  type: 'piece.log',
  pieceId: ID,
  pots: numbers,
  entry: { kind: 'stage', at: AT, stage: 'leatherHard' },
})
const one = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]

describe('a set is many pots', () => {
  it('is one lot until something is said of some of it, and is then as many as states differ', () => {
    expect(pots(studio)).toEqual([one])
    expect(lotPieces(piece(studio))[0].piece).toBe(piece(studio))
    const seven = after([saidLeatherHard([1, 2, 3, 4, 5, 6, 7])])
    expect(pots(seven)).toEqual([
      [1, 2, 3, 4, 5, 6, 7],
      [8, 9, 10, 11, 12],
    ])
    // The greatest lot is the state of the piece itself.
    expect(piece(seven).making.log.at(-1)).toMatchObject({ kind: 'stage' })
    expect(piece(seven).apart[0].making.log.some((entry) => entry.kind === 'stage')).toBe(false)
  })

  it('lots that come to agree are one again', () => {
    const divided = after([saidLeatherHard([2, 3])])
    expect(pots(divided)).toHaveLength(2)
    const joined = after([saidLeatherHard(one.filter((n) => n !== 2 && n !== 3))], divided)
    expect(pots(joined)).toEqual([one])
    expect(piece(joined).apart).toEqual([])
  })

  it('steps and single coats are done on some pots: the rest wait where they were', () => {
    const steps = piece(studio).steps
    const some = after([{ type: 'piece.progress', pieceId: ID, pots: [11, 12], doneSteps: 2, coats: 1 }])
    const [rest, ahead] = lotPieces(piece(some))
    expect(ahead.lot.pots).toEqual([11, 12])
    expect(ahead.piece.steps.map((step) => step.done)).toEqual(steps.map((_, i) => i < 2))
    expect([ahead.piece.count, ahead.piece.coats, rest.piece.coats]).toEqual([2, 1, 0])
    expect(rest.piece.steps.map((step) => step.done)).toEqual(steps.map((step) => step.done))
    expect(piece(after([{ type: 'piece.progress', pieceId: ID, doneSteps: 2 }], some)).apart).toEqual([])
  })

  it('a lost pot leaves the set with its reason, and comes back when that was wrong', () => {
    const lost = after([
      { type: 'piece.pots', pieceId: ID, told: [{ number: 5, lost: 'cracked in the bisque', owner: 'Ines' }] },
    ])
    expect(standingPots(piece(lost))).not.toContain(5)
    expect(lotPieces(piece(lost))[0].piece.count).toBe(11)
    expect(piece(lost).pots).toEqual([{ number: 5, owner: 'Ines', note: '', lost: 'cracked in the bisque' }])
    const found = after([{ type: 'piece.pots', pieceId: ID, told: [{ number: 5, lost: null }] }], lost)
    expect(pots(found)).toEqual([one])
    const nothing = after([{ type: 'piece.pots', pieceId: ID, told: [{ number: 5, owner: '' }] }], found)
    expect(piece(nothing).pots).toEqual([])
  })

  it('all pots may be lost: then there is no lot, and the piece is still there', () => {
    const none = after([{ type: 'piece.pots', pieceId: ID, told: one.map((number) => ({ number, lost: 'fell' })) }])
    expect(lotsOf(piece(none))).toEqual([])
    expect(pieceSchema.safeParse(piece(none)).success).toBe(true)
  })

  it.each([
    [{ type: 'piece.log', pieceId: ID, pots: [13], entry: { kind: 'cover', at: AT, cover: 'open' } }, '13'],
    [{ type: 'piece.making', pieceId: ID, pots: [1, 40], changes: { madeAt: AT } }, '40'],
    [{ type: 'piece.pots', pieceId: ID, told: [{ number: 99, owner: 'Ines' }] }, '99'],
  ] as [Command, string][])('a pot that is not there is refused with its number: %o', (command, number) => {
    const refused = applyCommand(studio, command)
    expect(refused.ok).toBe(false)
    if (!refused.ok) expect(sentence(refused.issue)).toContain(number)
  })

  it('fewer pots or a step that is gone leave no lot behind', () => {
    const divided = after([saidLeatherHard([11, 12])])
    expect(pots(after([{ type: 'piece.change', pieceId: ID, changes: { count: 10 } }], divided))).toEqual([
      one.slice(0, 10),
    ])
    const ahead = after([{ type: 'piece.progress', pieceId: ID, pots: [1], doneSteps: piece(studio).steps.length }])
    const [first] = piece(ahead).steps
    const without = after([{ type: 'step.remove', pieceId: ID, stepId: first.id }], ahead)
    expect(lotPieces(piece(without))[1].piece.steps.every((step) => step.done)).toBe(true)
    expect(readVerniceFile(writeStudio(without)).ok).toBe(true)
  })

  it('whatever is said, every pot that stands is in one lot, no two lots agree, and the greatest is first', () => {
    const some = fc.subarray(one, { minLength: 1 })
    const command = fc.oneof(
      some.map(saidLeatherHard),
      fc
        .tuple(some, fc.integer({ min: 0, max: 5 }), fc.integer({ min: 0, max: 3 }))
        .map(([numbers, doneSteps, coats]): Command => ({
          type: 'piece.progress',
          pieceId: ID,
          pots: numbers,
          doneSteps,
          coats,
        })),
      some.map((numbers): Command => ({ type: 'piece.making', pieceId: ID, pots: numbers, changes: { madeAt: AT } })),
      fc
        .tuple(fc.constantFrom(...one), fc.constantFrom('fell', null))
        .map(([number, lost]): Command => ({ type: 'piece.pots', pieceId: ID, told: [{ number, lost }] })),
    )
    fc.assert(
      fc.property(fc.array(command, { maxLength: 12 }), (commands) => {
        let at = studio
        for (const next of commands) {
          const done = applyCommand(at, next)
          // Something said of a pot that has just been lost is refused, and nothing is changed.
          if (done.ok) at = done.value
        }
        const lots = lotsOf(piece(at))
        expect(lots.flatMap((lot) => lot.pots).sort((a, b) => a - b)).toEqual(standingPots(piece(at)))
        const states = lots.map(({ pots: _, ...state }) => JSON.stringify(state))
        expect(new Set(states).size).toBe(states.length)
        for (const lot of lots) expect(asPiece(piece(at), lot).count).toBe(lot.pots.length)
        expect(pieceSchema.safeParse(piece(at)).success).toBe(true)
      }),
      { numRuns: 150 },
    )
  })
})

describe('a document of version 4', () => {
  const frozen = readFileSync(new URL('./fixtures/studio.v4.json', import.meta.url), 'utf8')

  it('opens with sets that are whole, and visits of all their pots', () => {
    const read = readVerniceFile(frozen)
    if (!read.ok || read.value.format !== 'vernice.studio') throw new Error('not read')
    const { pieces, schedule, calendar } = read.value.studio
    expect(pieces[ID]).toMatchObject({ coats: 0, pots: [], apart: [] })
    expect(lotsOf(pieces[ID])).toHaveLength(1)
    expect(schedule.visits[0]).toMatchObject({ pots: [], coats: [], opens: null, covered: null, touches: [] })
    expect(schedule.loads[0].pots).toEqual([])
    expect([calendar.sure, calendar.weekly[0].hands]).toEqual(['80', 1])
    expect(readVerniceFile(writeStudio(read.value.studio)).ok).toBe(true)
  })

  it('an edit that was written down under it is carried out as this version has it', () => {
    const load = { bookingId: 'k', pieceId: ID, stepId: 's' }
    const edit = { kind: 'do', command: { type: 'schedule.set', schedule: { visits: [], loads: [load], pins: [] } } }
    expect(migrateEdit(edit, 4)).toEqual({
      kind: 'do',
      command: { type: 'schedule.set', schedule: { visits: [], loads: [{ pots: [], ...load }], pins: [] } },
    })
  })
})

describe('a document of version 5', () => {
  it('opens with nothing done otherwise, no record, no outcomes, and jars without a batch', () => {
    const frozen = readFileSync(new URL('./fixtures/studio.v5.json', import.meta.url), 'utf8')
    const read = readVerniceFile(frozen)
    if (!read.ok || read.value.format !== 'vernice.studio') throw new Error('not read')
    const { pieces, media } = read.value.studio
    expect(pieces[ID]).toMatchObject({ otherwise: [], run: [], outcomes: [] })
    expect(Object.values(media).flatMap(({ stock }) => (stock ? [stock.batch] : []))).not.toContain(undefined)
    const lot = { pots: [2], making: {}, done: [], coats: 0 }
    expect(migrateEdit({ kind: 'do', command: { apart: [lot] } }, 5)).toEqual({
      kind: 'do',
      command: { apart: [{ otherwise: [], ...lot }] },
    })
  })
})

describe('a document of version 6', () => {
  it('opens with its parts as they were: each goes along with the wall until it is named', () => {
    const frozen = readFileSync(new URL('./fixtures/studio.v6.json', import.meta.url), 'utf8')
    const read = readVerniceFile(frozen)
    if (!read.ok || read.value.format !== 'vernice.studio') throw new Error('not read')
    const { pieces } = read.value.studio
    const { studio: before } = JSON.parse(frozen) as { studio: { pieces: typeof pieces } }
    for (const [id, piece] of Object.entries(pieces)) expect(piece).toEqual({ ...before.pieces[id], drawings: [] })
    const mugs = pieces['swift-mugs']
    expect(mugs.form.parts.map(({ kind }) => kind)).toEqual(['handle'])
    const places = mugs.steps.flatMap((step) => ('place' in step ? [step.place] : []))
    expect(places.length).toBeGreaterThan(4)
    expect(places.every(({ on }) => on === undefined)).toBe(true)
  })
})

describe('a document of version 7', () => {
  it('opens with no drawings, and its edits bring none', () => {
    const frozen = readFileSync(new URL('./fixtures/studio.v7.json', import.meta.url), 'utf8')
    const read = readVerniceFile(frozen)
    if (!read.ok || read.value.format !== 'vernice.studio') throw new Error('not read')
    const { pieces } = read.value.studio
    const { studio: before } = JSON.parse(frozen) as { studio: { pieces: typeof pieces } }
    expect(Object.keys(pieces)).toEqual(['creek-teapot', 'plump-wren', 'swift-mugs'])
    for (const [id, piece] of Object.entries(pieces)) expect(piece).toEqual({ ...before.pieces[id], drawings: [] })
    const added = { kind: 'do', command: { type: 'piece.add', piece: before.pieces['swift-mugs'] } }
    expect(migrateEdit(added, 7)).toEqual({ ...added, command: { ...added.command, piece: pieces['swift-mugs'] } })
  })
})

describe('a document of version 8', () => {
  it('opens with clays of which no bar was read and a printer that was not measured', () => {
    const frozen = readFileSync(new URL('./fixtures/studio.v8.json', import.meta.url), 'utf8')
    const read = readVerniceFile(frozen)
    if (!read.ok || read.value.format !== 'vernice.studio') throw new Error('not read')
    const { bodies, settings, pieces } = read.value.studio
    const { studio: before } = JSON.parse(frozen) as {
      studio: { bodies: typeof bodies; settings: typeof settings; pieces: typeof pieces }
    }
    for (const [id, body] of Object.entries(bodies)) expect(body).toEqual({ ...before.bodies[id], bars: null })
    expect(settings).toEqual({ ...before.settings, printer: null })
    expect(pieces).toEqual(before.pieces)
    const added = { kind: 'do', command: { type: 'body.set', body: before.bodies['estuary-red'] } }
    expect(migrateEdit(added, 8)).toEqual({ ...added, command: { ...added.command, body: bodies['estuary-red'] } })
  })
})
