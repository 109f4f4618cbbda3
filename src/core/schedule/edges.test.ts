import { describe, expect, it } from 'vitest'
import { plainCalendar, type Calendar, type FiringBooking } from '../model/calendar'
import type { Cover } from '../clay/stages'
import { BEAM, prune, type BeamState } from './beam'
import { chancesOf } from './chance'
import { hoursUntil, onwards } from './dryingClock'
import { alone, bisque, free, job, kiln, problem, session, T0, visitOf, work } from './fixtures/jobs'
import { nextBooking } from './nextBooking'
import { partitions } from './partitions'
import type { PiecePlan, PlannedVisit } from './plan'
import { planPiece } from './planPiece'
import { capacityLeft, fitsBeside, occasionsOf } from './planStudio'
import { kilnsAfter, localClock, localInstant, sessionsBetween } from './sessions'
import { bottled, handsOf } from './task'
import { HOUR, MINUTE } from '../base/spans'

/* Where one thing ends and the next begins: what is exactly at a limit, and what only matters when something else is unusual. */

describe('the drying clock', () => {
  const bent = { hours: [0, 1, 3, 7, 15], water: [1, 0.8, 0.5, 0.2, 0.1] }

  it('finds its place on every stretch of a curve', () => {
    expect(onwards(bent, 0.65, 1)).toBeCloseTo(0.5, 12)
    expect(onwards(bent, 0.9, 0)).toBeCloseTo(0.9, 12)
    expect(hoursUntil(bent, 0.8, 0.2)).toBeCloseTo(6, 12)
    expect(hoursUntil(bent, 0.35, 0.15)).toBeCloseTo(6, 12)
    expect(hoursUntil(bent, 0.9, 0.65)).toBeCloseTo(1.5, 12)
  })

  it('a damp box gives water back to clay that still shrinks, up to what it holds itself', () => {
    const box = { hours: [0, 10], water: [1, 0.4], rises: { from: 0.3, perHour: 0.01 } }
    expect(onwards(box, 0.35, 3)).toBeCloseTo(0.38, 12)
    expect(onwards(box, 0.3, 1)).toBeCloseTo(0.31, 12)
    expect(onwards(box, 0.35, 100)).toBe(0.4)
    expect(onwards(box, 0.35, -3)).toBe(0.35)
    expect(onwards(box, 0.29, 3)).toBe(0.29)
    expect(onwards({ hours: box.hours, water: box.water }, 0.35, 3)).toBe(0.35)
  })
})

describe('sessions and kilns', () => {
  const calendar: Calendar = {
    ...plainCalendar('Europe/Paris'),
    weekly: [
      { id: 'eve', name: 'Evening', weekday: 6, from: '19:00', to: '21:00', hands: 1 },
      { id: 'sat', name: 'Saturday', weekday: 6, from: '10:00', to: '16:00', hands: 2 },
      { id: 'and', name: 'And', weekday: 6, from: '10:00', to: '11:00', hands: 1 },
    ],
    exceptions: [
      { date: '2026-03-21', hours: { from: '11:00', to: '12:00' }, note: '' },
      { date: '2026-03-24', hours: { from: '09:00', to: '12:00' }, note: '' },
    ],
  }
  const at = (date: string, clock: string) => localInstant(date, clock, 'Europe/Paris')

  it('one that ends as the time begins, or begins as it ends, is not within it', () => {
    expect(sessionsBetween(calendar, at('2026-03-07', '21:00'), at('2026-03-14', '10:00'))).toEqual([])
    const ids = (from: number, to: number) => sessionsBetween(calendar, from, to).map(({ id }) => id)
    expect(ids(at('2026-03-07', '20:59'), at('2026-03-14', '10:01'))).toEqual([
      'eve@2026-03-07',
      'and@2026-03-14',
      'sat@2026-03-14',
    ])
  })

  it('other hours on one day keep the name, the hands and the id of what they take the place of', () => {
    const [only, ...others] = sessionsBetween(calendar, at('2026-03-20', '00:00'), at('2026-03-22', '00:00'))
    expect(others).toEqual([])
    expect(only).toMatchObject({ id: 'eve@2026-03-21', name: 'Evening', hands: 1 })
    expect(only.endMs - only.startMs).toBe(HOUR)
    const [extra] = sessionsBetween(calendar, at('2026-03-24', '00:00'), at('2026-03-25', '00:00'))
    expect(extra).toMatchObject({ id: 'extra@2026-03-24', name: 'Extra hours', hands: 1 })
  })

  it('a clock of twelve hours says which half of the day it is', () => {
    const evening = at('2026-03-07', '19:05')
    expect(localClock(evening, 'Europe/Paris')).toBe('19:05')
    expect(localClock(evening, 'Europe/Paris', '12')).toBe('7:05 PM')
  })

  it('a kiln takes nobody’s hands, however many pots are in it', () => {
    expect(handsOf(bisque, 12)).toBe(0)
    expect(handsOf(free('wipe', 20), 12)).toBe(240)
  })

  it('nothing is kept of nothing', () => {
    expect(prune(job('a', []), [], 3)).toEqual([])
  })

  it('of many ways the cheapest are kept, and some of each cover', () => {
    const state = (cover: Cover, i: number, cost: number) =>
      ({ done: 1, cover, water: { wall: 0.5, foot: 0.5 }, atMs: i * 8 * HOUR, readyMs: 0, cost }) as BeamState
    const open = Array.from({ length: 30 }, (_, i) => state('open', i, 30 - i))
    const costs = (states: BeamState[]) =>
      prune(job('a', []), states, 8)
        .map(({ cover, cost }) => `${cover} ${cost}`)
        .sort()
    expect(costs([...open])).toEqual(Array.from({ length: 8 }, (_, i) => `open ${i + 1}`))
    const sealed = Array.from({ length: 3 }, (_, i) => state('sealed', i, 90 + i))
    expect(costs([...open, ...sealed])).toEqual([
      ...Array.from({ length: 6 }, (_, i) => `open ${i + 1}`),
      'sealed 90',
      'sealed 91',
    ])
  })

  it('kilns come in order of time, from this instant on', () => {
    const booked = (id: string, clock: string): FiringBooking => ({
      id,
      at: `2026-03-08T${clock}`,
      firing: 'bisque',
      cone: '04',
      places: 4,
      hours: 30,
    })
    const firings = [booked('late', '12:00'), booked('now', '09:00'), booked('past', '08:59')]
    expect(kilnsAfter({ ...calendar, firings }, at('2026-03-08', '09:00')).map((k) => k.booking.id)).toEqual([
      'now',
      'late',
    ])
  })

  it('the next booking follows the last by time, of two at the same time the one booked later', () => {
    const glaze: FiringBooking = { id: 'g', at: '2026-03-20T18:00', firing: 'glaze', cone: '6', places: 9, hours: 34 }
    const first: FiringBooking = { ...glaze, id: 'b', at: '2026-03-11T07:00', firing: 'bisque', cone: '04' }
    const next = { id: 'n', at: '2026-03-27T18:00', firing: 'bisque', cone: '6', places: 9, hours: 30 }
    expect(nextBooking({ firings: [glaze, first] }, 'n', '2026-03-04')).toEqual(next)
    expect(nextBooking({ firings: [first, glaze] }, 'n', '2026-03-04')).toEqual(next)
    expect(nextBooking({ firings: [first, glaze] }, 'n', '2026-05-04').at).toBe('2026-05-11T18:00')
    expect(nextBooking({ firings: [{ ...first, at: glaze.at }, glaze] }, 'n', '2026-03-04').firing).toBe('bisque')
    expect(nextBooking({ firings: [glaze, { ...first, at: glaze.at }] }, 'n', '2026-03-04').firing).toBe('glaze')
  })
})

describe('lots of a set', () => {
  const set = (count: number, making: number, clay: number) =>
    job('set', [{ kind: 'make', stepId: null, each: making, wait: 0 }, work('carve', 0.6, 0.3, clay)], {
      pots: Array.from({ length: count }, (_, i) => i + 1),
    })

  it('twelve, six made and four carved in an evening: evenly, and as a greater and a smaller one in turns', () => {
    expect(partitions(set(12, 20, 30), [session('evening', 0, 2)]).map((sizes) => sizes.join(' '))).toEqual([
      '6 6',
      '4 4 4',
      '3 3 3 3',
      '3 3 2 2 2',
      '2 2 2 2 2 2',
      '2 2 2 2 2 1 1',
      '2 2 2 2 1 1 1 1',
      '4 2 4 2',
    ])
  })

  it('never more than eight, however little an evening holds', () => {
    const ways = partitions(set(20, 20, 115), [session('evening', 0, 2)])
    expect(Math.max(...ways.map((sizes) => sizes.length))).toBe(8)
    expect(ways.every((sizes) => sizes.reduce((a, b) => a + b, 0) === 20)).toBe(true)
  })

  it('cut at what an evening holds, and not cut at nothing', () => {
    const ways = (making: number, clay: number) =>
      partitions(set(7, making, clay), [session('evening', 0, 2)]).map((sizes) => sizes.join(' '))
    expect(ways(40, 1)).toContain('3 3 1')
    expect(ways(1, 200).every((sizes) => !sizes.includes('0'))).toBe(true)
    expect(ways(200, 200)).toEqual(['4 3', '3 2 2', '2 2 2 1', '2 2 1 1 1', '2 1 1 1 1 1', '1 1 1 1 1 1 1'])
  })

  it('from a bottle: one coat in place of all that are brushed, the rest as it is', () => {
    const brushed = [0, 1, 2].map((coat) => ({ ...work('slip', 0.6, 0.3), coat, coats: 3, bottle: 6 }))
    const making = { kind: 'make', stepId: null, each: 20, wait: 0 } as const
    const lot = job('a', [making, ...brushed, free('dust'), bisque])
    expect(bottled(lot).tasks).toEqual([making, { ...brushed[0], each: 6, coats: 1 }, free('dust'), bisque])
  })
})

describe('kilns beside other plans', () => {
  const [small, other] = [kiln('small', 50, 9), kiln('other', 60, 9)]
  const asked = problem([], [], [small, other])
  const fired = (id: string, count: number, at = small): PiecePlan => ({
    job: job(id, [bisque], { pots: Array.from({ length: count }, (_, i) => i + 1) }),
    visits: [],
    firings: [{ kiln: at, task: bisque }],
    unplaced: [],
    ownCost: 0,
    cost: 0,
    days: 0,
  })

  it('take what they hold, of all plans together, and count no other kiln', () => {
    expect(fitsBeside(asked, [fired('a', 5)], fired('b', 4))).toBe(true)
    expect(fitsBeside(asked, [fired('a', 5)], fired('b', 5))).toBe(false)
    expect(fitsBeside(asked, [fired('a', 9, other)], fired('b', 9))).toBe(true)
    const firedIn = (places: number) => {
      const own = job('a', [bisque], { pots: [1, 2, 3], now: { water: { wall: 0, foot: 0 }, cover: 'open' } })
      return alone(own, [], [kiln('small', 50, places)]).firings.length
    }
    expect([2, 3].map(firedIn)).toEqual([0, 1])
  })
})

describe('bone-dry clay', () => {
  const coat = { ...work('coat', 0.1, 0, 20), wets: 0.2, coats: 2 }
  const dry = { now: { water: { wall: 0.02, foot: 0.02 }, cover: 'open' as const } }

  it('that coats have wet is coated on at once', () => {
    const [visit, ...others] = alone(job('a', [coat, { ...coat, coat: 1 }], dry)).visits
    expect(others).toEqual([])
    expect(visit.tasks).toHaveLength(2)
    expect(visit.endMs - visit.startMs).toBe(40 * MINUTE)
    expect(visit.water[1]).toBeGreaterThan(0.15)
    // However fast it dries, the second coat finds it as it may be.
    expect(chancesOf(alone(job('a', [coat, { ...coat, coat: 1 }], { ...dry, sigma: 0.5 })), T0)).toEqual([1])
  })

  it('that never came to be dry is missed, unless it may dry first', () => {
    const damp = { now: { water: { wall: 0.5, foot: 0.5 }, cover: 'open' as const }, sigma: 0.3 }
    const tasks = [free('wipe', 5), work('dust', 0.1, 0, 5)]
    const plan = (hours: number): PiecePlan => ({
      ...alone(job('a', tasks, damp)),
      visits: [visitOf(session('s', 0, hours), tasks)],
    })
    expect(chancesOf(plan(1), T0)[0]).toBeLessThan(0.01)
    expect(chancesOf(plan(40), T0)[0]).toBeGreaterThan(0.99)
  })

  it('that is still damp is waited for, whatever has been done before', () => {
    const damp = { now: { water: { wall: 0.15, foot: 0.15 }, cover: 'open' as const } }
    const [visit] = alone(job('a', [free('wipe'), work('dust', 0.1, 0)], damp)).visits
    expect(visit.tasks).toHaveLength(2)
    expect(visit.water[1]).toBeLessThanOrEqual(0.1 + 1e-9)
  })

  it('cannot be too dry, however unsure its pace is', () => {
    const cost = (sigma: number) => alone(job('a', [coat], { ...dry, sigma })).cost
    expect(cost(0.6)).toBe(cost(0))
  })
})

describe('what airs until it looks right', () => {
  it('is covered by the eye and not by the clock, so that the next visit finds it right', () => {
    const airing: PlannedVisit = {
      ...visitOf(session('first', 0, 12), [free('wipe', 0)]),
      coveredMs: T0 + 6 * HOUR,
      leftAt: 0.75,
      cover: 'sealed',
    }
    const carving = visitOf(session('second', 20), [work('carve', 0.76, 0.7)])
    const chanceOf = (leftAt: number) =>
      chancesOf(
        {
          job: job('a', [free('wipe', 0), work('carve', 0.76, 0.7)], { sigma: 0.3 }),
          visits: [{ ...airing, leftAt }, carving],
          firings: [],
          unplaced: [],
          ownCost: 0,
          cost: 0,
          days: 1,
        },
        T0,
      )
    expect(chanceOf(0.75)[0]).toBeNull()
    expect(chanceOf(0.75)[1]).toBeGreaterThan(0.95)
    expect(chanceOf(0.6)[1]).toBeLessThan(0.1)
  })
})

describe('what airs for a while', () => {
  /** When it is covered again, hours from now, in each plan of carving in the morning after a session of so many hours. */
  const covered = (hours: number) => {
    const lot = job('a', [free('wipe', 0), work('carve', 0.6, 0.4)], { sigma: 0 })
    const asked = problem([lot], [session('evening', 0, hours), session('morning', 30, 8)])
    return planPiece(lot, occasionsOf(asked), capacityLeft(asked, []), T0, BEAM, 60)
      .flatMap(({ visits }) => visits)
      .flatMap(({ coveredMs, session: { id } }) => (coveredMs === null ? [] : [[id, (coveredMs - T0) / HOUR] as const]))
  }

  it('is covered while one is there', () => {
    const long = covered(12)
    expect(long.length).toBeGreaterThan(0)
    expect(Math.max(...long.map(([, at]) => at))).toBeGreaterThan(9)
    for (const hours of [6, 9, 12])
      for (const [id, at] of covered(hours)) expect(at).toBeLessThanOrEqual(id === 'evening' ? hours : 38)
  })
})
