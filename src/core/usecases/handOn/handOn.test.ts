import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isComplete, kilnTicket, ticketRows, type TicketAnswers } from './kilnTicket'
import { BOX_MM, packingList } from './packing'
import { potCard } from './potCard'

const NOW = Date.parse('2026-03-04T18:00:00Z')
const begun = demoStudio()
const ID = 'swift-mugs'
const mugs = begun.pieces[ID]
/** All but the last firing is done. */
const ready: Piece = {
  ...mugs,
  steps: mugs.steps.map((step, i) => ({ ...step, done: i < mugs.steps.length - 1 })),
}
const studio: Studio = { ...begun, pieces: { ...begun.pieces, [ID]: ready } }
const pots = Array.from({ length: mugs.count }, (_, i) => i + 1)
const ALL: TicketAnswers = { owner: 'Ola Brekke', group: 'Tuesday', fragile: 'the handles', wiped: true, slab: null }

describe('a kiln ticket', () => {
  it('is filled from what was done, and complete when everything is said', () => {
    const ticket = kilnTicket(ready, pots, studio, ALL, NOW)
    expect(ticket.missing).toEqual([])
    expect(ticket.contradictions).toEqual([])
    expect(isComplete(ticket)).toBe(true)
    expect(ticket).toMatchObject({ owner: 'Ola Brekke', count: mugs.count, date: '2026-03-04', wiped: 'yes' })
    expect(ticket.materials.length).toBeGreaterThan(1)
    expect(ticket.materials.every(({ range }) => range.startsWith('cone'))).toBe(true)
    expect(ticketRows([ticket])[0]).toMatchObject({ complete: 'yes', to_settle: '' })
  })

  const without = (act: string): Piece => ({
    ...ready,
    steps: ready.steps.filter((step) => step.act !== act),
  })
  it('is for the next firing that is not done, and for the last one when all are', () => {
    const kinds = ready.steps.flatMap((step) => (step.act === 'fire' ? [step.firing] : []))
    expect(kinds).toEqual(['bisque', 'glaze'])
    const doneTo = (count: number) => ({
      ...ready,
      steps: ready.steps.map((step, i) => ({ ...step, done: i < count })),
    })
    const bisqueAt = ready.steps.findIndex((step) => step.act === 'fire')
    const firingOf = (count: number) => kilnTicket(doneTo(count), pots, studio, ALL, NOW).firing
    expect(firingOf(0)).toContain('bisque')
    expect(firingOf(bisqueAt + 1)).toContain('glaze')
    expect(firingOf(ready.steps.length)).toContain('glaze')
  })

  it('asks of no foot where pots hang on a wire', () => {
    const hung: Piece = {
      ...without('cleanFoot'),
      steps: without('cleanFoot').steps.map((step) => (step.act === 'fire' ? { ...step, wire: true } : step)),
    }
    const ticket = kilnTicket(hung, pots, studio, { ...ALL, wiped: null }, NOW)
    expect(ticket).toMatchObject({ wiped: 'hangs on a wire', missing: [], contradictions: [] })
  })

  const food: Piece = { ...ready, use: 'food' }
  const glazeId = ready.steps.findLast((step) => step.act === 'glaze')
  const clearId = glazeId && 'mediumId' in glazeId ? glazeId.mediumId : ''
  const jar = (changes: object): Studio => ({
    ...studio,
    media: { ...studio.media, [clearId]: { ...studio.media[clearId], ...changes } },
  })
  const fired = (cone: '10' | '05'): Piece => ({
    ...ready,
    steps: ready.steps.map((step, i) =>
      step.act === 'fire' && i === ready.steps.length - 1 ? { ...step, cone } : step,
    ),
  })

  const REFUSED: readonly (readonly [string, Piece, Studio, Partial<TicketAnswers>, RegExp])[] = [
    ['nobody it belongs to', ready, studio, { owner: ' ' }, /whose it is/],
    ['nothing said of what is fragile', ready, studio, { fragile: '' }, /fragile/],
    ['a foot nobody looked at', without('cleanFoot'), studio, { wiped: null }, /wiped bare/],
    ['a foot that is not wiped', ready, studio, { wiped: false }, /not wiped bare/],
    [
      'steps that are not done',
      { ...mugs, steps: mugs.steps.map((s) => ({ ...s, done: false })) },
      studio,
      {},
      /not noted as done/,
    ],
    ['no firing', without('fire'), studio, {}, /firing wanted/],
    ['a glaze not labelled, on a mug for food', food, jar({ labelledFoodSafe: false }), {}, /not labelled for food/],
    ['a cone outside a range', fired('10'), studio, {}, /outside the range/],
    ['a runny glaze and nothing said of a slab', ready, jar({ cautions: ['runs'] }), {}, /waster slab/],
    ['a runny glaze without a slab', ready, jar({ cautions: ['runs'] }), { slab: false }, /no waster slab/],
    [
      'a jar that is gone',
      ready,
      { ...studio, media: Object.fromEntries(Object.entries(studio.media).filter(([id]) => id !== clearId)) },
      {},
      /no longer in the cupboard/,
    ],
  ]

  it.each(REFUSED)('with %s is not complete, and says so', (_, piece, of, answers, words) => {
    const ticket = kilnTicket(piece, pots, of, { ...ALL, ...answers }, NOW)
    expect(isComplete(ticket)).toBe(false)
    expect([...ticket.missing, ...ticket.contradictions].join('; ')).toMatch(words)
    expect(ticketRows([ticket])[0].complete).toBe('no')
  })

  it('takes owners and notes from the pots themselves', () => {
    const told = applyCommand(studio, {
      type: 'piece.pots',
      pieceId: ID,
      told: [{ number: 1, owner: 'Ines Marek', note: 'thin rim' }],
    })
    if (!told.ok) throw new Error()
    const ticket = kilnTicket(told.value.pieces[ID], pots, told.value, { ...ALL, owner: '' }, NOW)
    expect(ticket.owner).toBe('Ines Marek')
    expect(ticket.notes).toEqual(['thin rim'])
  })
})

describe('a pot card', () => {
  it('says in plain words what it is made of, and never that it is safe for food', () => {
    for (const piece of Object.values(begun.pieces)) {
      const card = potCard(piece, 1, begun, NOW)
      const text = Object.values(card).flat().join(' ')
      expect(text).not.toMatch(/food[- ]safe/i)
      expect(card.madeOf).toContain(begun.bodies[piece.bodyId].name)
      expect(card.care.length).toBeGreaterThan(0)
      expect(card.caution).toMatch(piece.use === 'food' ? /laboratory/ : /Not made for food/)
    }
  })
})

describe('a packing list', () => {
  it('packs every standing pot once, rims first, and no box fuller than it is', () => {
    const pieces = Object.values(begun.pieces)
    const lines = packingList(pieces, 'mm')
    for (const piece of pieces) {
      const packed = lines.filter(({ name }) => name === piece.name).flatMap((line) => line.pots)
      expect(packed.sort((a, b) => a - b)).toEqual(Array.from({ length: piece.count }, (_, i) => i + 1))
    }
    expect(lines.find(({ name }) => name === 'Reed jugs')?.how).toContain('rim first')
    expect(lines.find(({ name }) => name === mugs.name)?.how).toContain('handles')
    const boxes = new Set(lines.map(({ box }) => box))
    expect(Math.max(...boxes)).toBe(boxes.size)
    expect(BOX_MM.across * BOX_MM.deep).toBeGreaterThan(0)
  })
})
