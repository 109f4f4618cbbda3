import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand, type Command } from '../../model/command'
import { standingPots } from '../../model/lots'
import { latestOutcomes } from '../../model/outcome'
import type { Studio } from '../../model/studio'
import type { PaletteColour } from '../view/palette'
import { noteFired, tileOfFired } from './firedColours'
import { kilnPots, type KilnPots } from './kilnLoads'
import { faultToggled, tellOutcome, tellRestGood, type OutcomeChanges } from './tellOutcome'

const TELLER = { now: '2026-03-04T18:00:00Z', by: 'Ann' }
const begun = demoStudio()
const ID = 'wax-beakers'
/** The beakers before their glaze firing, with nothing said of how they came out. */
const studio: Studio = {
  ...begun,
  pieces: {
    [ID]: {
      ...begun.pieces[ID],
      run: [],
      outcomes: [],
      steps: begun.pieces[ID].steps.map((step, i, all) => ({ ...step, done: i < all.length - 1 })),
    },
  },
}

const loadOf = (of: Studio): KilnPots => kilnPots(of).find(({ step }) => step.firing === 'glaze')!
const carriedOut = (of: Studio, command: Command): Studio => {
  const next = applyCommand(of, command)
  if (!next.ok) throw new Error(JSON.stringify(next.issue))
  return next.value
}
const said = (of: Studio, pot: number, changes: OutcomeChanges): Studio =>
  carriedOut(of, tellOutcome(loadOf(of), of, pot, changes, TELLER))
const latest = (of: Studio, pot: number) => latestOutcomes(of.pieces[ID].outcomes, loadOf(of).step.id).get(pot)
const writtenDown = (of: Studio, kind: string) => of.pieces[ID].run.filter((entry) => entry.kind === kind)

describe('what is said of a pot out of the kiln', () => {
  it('notes the firing on all of them the first time, and only then', () => {
    expect(loadOf(studio).fired).toBe(false)
    const first = said(studio, 1, { verdict: 'good' })
    expect(loadOf(first)).toMatchObject({ fired: true, told: 1 })
    expect(writtenDown(first, 'step')).toHaveLength(1)
    expect(first.pieces[ID].steps.at(-1)?.done).toBe(true)
    const second = said(first, 2, { verdict: 'second' })
    expect(writtenDown(second, 'step')).toHaveLength(1)
    expect(latest(second, 1)?.verdict).toBe('good')
    expect(latest(second, 2)?.verdict).toBe('second')
  })

  it('takes a lost pot out of the set once, with what was wrong of it, and back in when it was not lost', () => {
    const crawled = said(studio, 3, faultToggled(undefined, 'crawl'))
    const lost = said(crawled, 3, { verdict: 'lost' })
    expect(standingPots(lost.pieces[ID])).not.toContain(3)
    expect(writtenDown(lost, 'lost')).toMatchObject([{ pots: [3], why: 'crawled', by: 'Ann' }])
    // Whatever else is said of it, it is lost already.
    const noted = said(said(lost, 3, { note: 'from the top shelf' }), 3, { verdict: 'lost' })
    expect(writtenDown(noted, 'lost')).toHaveLength(1)
    expect(latest(noted, 3)).toMatchObject({ verdict: 'lost', note: 'from the top shelf' })
    expect(standingPots(said(noted, 3, { verdict: 'second' }).pieces[ID])).toContain(3)
  })

  it('says in which firing a pot was lost where nothing else is known', () => {
    expect(writtenDown(said(studio, 1, { verdict: 'lost' }), 'lost')).toMatchObject([{ why: 'in the glaze' }])
  })

  it('says good of the rest, and leaves alone what was said', () => {
    const one = said(studio, 1, { verdict: 'second' })
    const all = carriedOut(one, tellRestGood(loadOf(one), one, TELLER))
    const { pots } = loadOf(all)
    expect(loadOf(all).told).toBe(pots.length)
    expect(pots.map((pot) => latest(all, pot)?.verdict)).toEqual(['second', ...pots.slice(1).map(() => 'good')])
  })

  it('makes a second of a good pot with a fault, and leaves a lost one lost; a fault is taken back again', () => {
    expect(faultToggled(undefined, 'crawl')).toMatchObject({ verdict: 'second', faults: [{ fault: 'crawl' }] })
    const lost = latest(said(said(studio, 1, { verdict: 'lost' }), 1, { note: '' }), 1)
    expect(faultToggled(lost, 'warp')).not.toHaveProperty('verdict')
    const two = latest(said(said(studio, 2, faultToggled(undefined, 'crawl')), 2, { note: 'x' }), 2)
    expect(faultToggled(two, 'crawl')).toEqual({ faults: [] })
  })
})

describe('what came out of the kiln as colours', () => {
  const mediumId = Object.keys(begun.media)[0]
  const colour: PaletteColour = {
    id: 1,
    side: 'outside',
    share: 0.5,
    lab: [50, 10, 10],
    hex: '#905050',
    films: [{ mediumId, coats: 2.5 }],
  } as unknown as PaletteColour

  it('is noted once a colour, and the last word counts', () => {
    const once = carriedOut(studio, noteFired(studio.pieces[ID], studio, colour, [52, 11, 9], 'instrument'))
    const twice = carriedOut(once, noteFired(once.pieces[ID], once, colour, [55, 8, 9], 'photograph'))
    const { fired } = twice.pieces[ID]
    const own = fired.filter(({ where }) => where.includes(begun.media[mediumId].name))
    expect(own).toMatchObject([{ planned: [50, 10, 10], measured: [55, 8, 9], by: 'photograph' }])
  })

  it('teaches as a tile with the next number, but not of jars that are gone', () => {
    const bare: Studio = { ...studio, pieces: { [ID]: { ...studio.pieces[ID], fired: [] } } }
    expect(tileOfFired(bare.pieces[ID], bare, 't')).toBeNull()
    const noted = carriedOut(bare, noteFired(bare.pieces[ID], bare, colour, [52, 11, 9], 'instrument'))
    const tile = tileOfFired(noted.pieces[ID], noted, 't')!
    expect(tile.number).toBe(1 + Math.max(...Object.values(begun.tiles).map(({ number }) => number)))
    expect(tile.squares).toMatchObject([{ films: [{ mediumId, coats: 2.5 }], measured: { lab: [52, 11, 9] } }])
    const { [mediumId]: _, ...media } = noted.media
    expect(tileOfFired(noted.pieces[ID], { ...noted, media }, 't')).toBeNull()
  })
})
