import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { HOUR } from '../../base/spans'
import { applyCommand } from '../../model/command'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { pieceDrying, roomOf, type PieceDrying } from '../drying/pieceDrying'
import { coverLot, drynessNow } from './drynessNow'

const NOW = Date.parse('2026-03-04T11:00:00Z')
const demo = demoStudio()

/** The jugs alone, made some hours ago under a cover. */
function jugs(hours: number, cover: 'open' | 'draped' | 'sealed'): Studio {
  const piece = demo.pieces['reed-jugs']
  const steps = piece.steps.map((step) => ({ ...step, done: false }))
  const made = new Date(NOW - hours * HOUR).toISOString().replace('.000', '')
  const making = { ...piece.making, madeAt: made, log: [{ kind: 'cover' as const, at: made, cover }] }
  return { ...demo, order: [piece.id], pieces: { [piece.id]: { ...piece, steps, making, run: [] } } }
}

/** How a lot dries in its room. */
function dryingOf(piece: Piece, studio: Studio): PieceDrying | null {
  const dried = pieceDrying(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), NOW)
  return dried.ok ? dried.value : null
}

const asked = (studio: Studio) => {
  const lots = studio.order.flatMap((id) => lotPieces(studio.pieces[id]))
  return drynessNow(studio, Object.fromEntries(lots.map(({ id, piece }) => [id, dryingOf(piece, studio)])), NOW)
}

describe('what clay asks for now', () => {
  it('just made and covered it is too wet, and may be uncovered; open, nothing is offered', () => {
    const [group] = asked(jugs(1, 'draped'))
    expect(group).toMatchObject({ kind: 'wet', title: 'Still too wet' })
    expect(group.lines).toMatchObject([{ name: 'Reed jugs', wall: 'wet', offer: 'open' }])
    expect(group.lines[0].where).toMatch(/^set of 4, .*, (loosely )?draped/)
    expect(asked(jugs(1, 'open'))[0].lines[0].offer).toBeNull()
  })

  it('left open for a month the moment of its next step is past, and nothing is to be sealed', () => {
    const [group] = asked(jugs(24 * 30, 'open'))
    expect(group.kind).toBe('past')
    expect(group.lines[0]).toMatchObject({ wall: 'bone dry', offer: null })
    expect(group.lines[0].step).not.toBeNull()
  })

  it('leather-hard is sealed to keep its moment, by a press for this lot, and then no more offered', () => {
    const hours = [6, 10, 14, 18, 24, 30, 36, 48].find((h) =>
      ['ready', 'soon'].includes(asked(jugs(h, 'open'))[0].kind),
    )
    if (!hours) throw new Error('never leather-hard')
    const studio = jugs(hours, 'open')
    const [{ lines }] = asked(studio)
    expect(lines[0].offer).toBe('sealed')
    const sealed = applyCommand(studio, coverLot(lines[0].lot, studio, 'sealed', new Date(NOW).toISOString()))
    if (!sealed.ok) throw new Error('refused')
    expect(asked(sealed.value)[0].lines[0]).toMatchObject({ offer: null })
    expect(asked(sealed.value)[0].lines[0].where).toContain('sealed')
  })

  it('what is not made yet says so without a word on its clay; an empty studio asks for nothing', () => {
    const studio = jugs(1, 'open')
    const piece = studio.pieces['reed-jugs']
    const unmade = { ...studio, pieces: { [piece.id]: { ...piece, making: { ...piece.making, madeAt: null } } } }
    expect(drynessNow(unmade, {}, NOW)).toMatchObject([
      { kind: 'unmade', lines: [{ wall: '', when: '', step: null, offer: null }] },
    ])
    expect(drynessNow({ ...studio, order: [] }, {}, NOW)).toEqual([])
  })

  it('what is late stands before what can wait', () => {
    const kinds = asked(demo).map(({ kind }) => kind)
    const order = ['past', 'soon', 'ready', 'wet', 'drying', 'kiln', 'unmade']
    expect(kinds).toEqual(order.filter((kind) => kinds.includes(kind as (typeof kinds)[number])))
    expect(kinds.length).toBeGreaterThan(2)
  })
})
