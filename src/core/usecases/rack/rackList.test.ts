import { processorMs } from '../../base/fixtures/processor'
import { plainVisit } from '../../model/fixtures/visit'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { applyCommand, type Command } from '../../model/command'
import type { Studio } from '../../model/studio'
import { freeName, tagsIn, isFound, rackShelves, tagsOf, type RackWish } from './rackList'

const studio = demoStudio()
const wish = (changes: Partial<RackWish> = {}): RackWish => ({ search: '', sort: 'placed', group: 'none', ...changes })
const found = (search: string, on: Studio = studio) =>
  rackShelves(on.order, on, wish({ search })).flatMap(({ ids }) => ids)
const after = (...commands: Command[]): Studio =>
  commands.reduce((s, command) => {
    const done = applyCommand(s, command)
    if (!done.ok) throw new Error(JSON.stringify(done.issue))
    return done.value
  }, studio)

describe('looking through the rack', () => {
  it.each<[string, string, readonly string[]]>([
    ['a part of a name, without capitals', 'EED JUG', ['reed-jugs']],
    ['a technique', 'inlay', ['fence-tiles', 'weave-bowl']],
    ['a tag', 'swifts', ['swift-mugs']],
    ['several words, all of them', 'spring dish', ['scallop-dish']],
    ['words that nothing has', 'reed dish swifts', []],
  ])('finds by %s', (_, search, ids) => {
    for (const id of ids) expect(found(search)).toContain(id)
    if (ids.length < 2) expect(found(search)).toEqual(ids)
  })

  it('finds by clay, by colour and by state, and everything by nothing', () => {
    const clay = studio.bodies[studio.pieces['dune-cups'].bodyId].name
    expect(found(clay)).toEqual(studio.order.filter((id) => studio.bodies[studio.pieces[id].bodyId].name === clay))
    expect(found('marsh black')).toContain('reed-jugs')
    expect(found('bone dry').length).toBeGreaterThan(0)
    expect(found('  ')).toEqual(studio.order)
  })

  it('accents do not matter, either way', () => {
    const named = after({ type: 'piece.change', pieceId: 'reed-jugs', changes: { name: 'Émail à l’écume' } })
    expect(found('email ecume', named)).toEqual(['reed-jugs'])
    expect(isFound(studio.pieces['reed-jugs'], studio, 'Rééd')).toBe(true)
  })

  it('a colour that is renamed is found by its new name', () => {
    const jar = studio.media['marsh-black']
    const renamed = after({ type: 'medium.set', medium: { ...jar, name: 'Crow' } })
    expect(found('crow', renamed)).toContain('reed-jugs')
    expect(found('crow')).toEqual([])
  })
})

describe('how pieces stand', () => {
  const names = (on: Studio, sort: RackWish['sort']) =>
    rackShelves(on.order, on, wish({ sort }))[0].ids.map((id) => on.pieces[id].name)

  it('by name, numbers as numbers', () => {
    const on = after(
      { type: 'piece.change', pieceId: 'reed-jugs', changes: { name: 'Cup 10' } },
      { type: 'piece.change', pieceId: 'dotted-jar', changes: { name: 'cup 9' } },
    )
    const cups = names(on, 'name').filter((name) => /cup \d/i.test(name))
    expect(cups).toEqual(['cup 9', 'Cup 10'])
  })

  it('by the day it is due: what has no day comes last, as it was placed', () => {
    const on = after(
      { type: 'piece.making', pieceId: 'kelp-bottle', changes: { dueOn: '2026-05-01' } },
      { type: 'piece.making', pieceId: 'dune-cups', changes: { dueOn: '2026-04-01' } },
      ...studio.order
        .filter((id) => id !== 'kelp-bottle' && id !== 'dune-cups')
        .map((pieceId): Command => ({ type: 'piece.making', pieceId, changes: { dueOn: null } })),
    )
    const [{ ids }] = rackShelves(on.order, on, wish({ sort: 'due' }))
    expect(ids.slice(0, 2)).toEqual(['dune-cups', 'kelp-bottle'])
    expect(ids.slice(2)).toEqual(on.order.filter((id) => id !== 'kelp-bottle' && id !== 'dune-cups'))
  })

  it('furthest along first', () => {
    const [{ ids }] = rackShelves(studio.order, studio, wish({ sort: 'along' }))
    const share = (id: string) =>
      studio.pieces[id].steps.filter((step) => step.done).length / studio.pieces[id].steps.length
    expect(share(ids[0])).toBeGreaterThanOrEqual(share(ids[ids.length - 1]))
    expect(share(ids[0])).toBe(Math.max(...ids.map(share)))
  })

  it('grouped, each stands under its heading; with two tags under both', () => {
    const byClay = rackShelves(studio.order, studio, wish({ group: 'clay' }))
    expect(byClay.flatMap(({ ids }) => ids).sort()).toEqual([...studio.order].sort())
    const byTag = rackShelves(studio.order, studio, wish({ group: 'tag' }))
    expect(byTag.filter(({ ids }) => ids.includes('swift-mugs')).map(({ title }) => title)).toEqual([
      'spring fair',
      'swifts',
    ])
    expect(byTag.some(({ title }) => title === 'without a tag')).toBe(true)
    for (const { ids } of rackShelves(studio.order, studio, wish({ group: 'next' })))
      expect(ids.length).toBeGreaterThan(0)
  })

  it('tags are told once, the most used first', () => {
    expect(tagsOf(studio)[0]).toBe('spring fair')
    expect(new Set(tagsOf(studio)).size).toBe(tagsOf(studio).length)
  })
})

describe('what is typed', () => {
  it('as tags: each once, none empty, none too long or too many', () => {
    expect(tagsIn(' fair, class ,fair,, ')).toEqual(['fair', 'class'])
    expect(tagsIn('x'.repeat(60))[0]).toHaveLength(40)
    expect(tagsIn(Array.from({ length: 20 }, (_, i) => `t${i}`).join())).toHaveLength(12)
  })

  it('a copy has a name that nothing has yet, however long the name', () => {
    const named = after({ type: 'piece.change', pieceId: 'dotted-jar', changes: { name: 'Reed jugs 2' } })
    expect(freeName('Reed jugs', named.pieces)).toBe('Reed jugs 3')
    expect(freeName('x'.repeat(80), named.pieces).length).toBeLessThanOrEqual(80)
  })
})

describe('two hundred pieces', () => {
  const many: Studio = {
    ...studio,
    pieces: Object.fromEntries(
      Array.from({ length: 200 }, (_, i) => {
        const piece = studio.pieces[studio.order[i % studio.order.length]]
        return [`p${i}`, { ...piece, id: `p${i}`, name: `${piece.name} ${i}` }]
      }),
    ),
    order: Array.from({ length: 200 }, (_, i) => `p${i}`),
  }

  it('are looked through within 20 ms once they are known', () => {
    rackShelves(many.order, many, wish({ search: 'x' }))
    const asked = wish({ search: 'mugs', sort: 'name', group: 'clay' })
    expect(processorMs(() => rackShelves(many.order, many, asked))).toBeLessThan(20)
    const shelves = rackShelves(many.order, many, asked)
    expect(shelves.flatMap(({ ids }) => ids).length).toBeGreaterThan(10)
  })
})

describe('putting away', () => {
  it('takes a piece off the rack and out of the days, and brings it back first', () => {
    const visit = plainVisit
    const planned: Studio = {
      ...studio,
      schedule: { ...studio.schedule, visits: [visit, { ...visit, pieceId: 'dotted-jar' }] },
    }
    const away = applyCommand(planned, { type: 'piece.archive', pieceId: 'reed-jugs', away: true })
    if (!away.ok) throw new Error()
    expect(away.value.order).not.toContain('reed-jugs')
    expect(away.value.archive).toEqual(['reed-jugs'])
    expect(away.value.pieces['reed-jugs']).toBeDefined()
    expect(away.value.schedule.visits.map((v) => v.pieceId)).toEqual(['dotted-jar'])
    const back = applyCommand(away.value, { type: 'piece.archive', pieceId: 'reed-jugs', away: false })
    if (!back.ok) throw new Error()
    expect(back.value.order[0]).toBe('reed-jugs')
    expect(back.value.archive).toEqual([])
    const twice = applyCommand(away.value, { type: 'piece.archive', pieceId: 'reed-jugs', away: true })
    expect(twice.ok && twice.value).toBe(away.value)
    const gone = applyCommand(away.value, { type: 'piece.remove', pieceId: 'reed-jugs' })
    expect(gone.ok && gone.value.archive).toEqual([])
  })
})
