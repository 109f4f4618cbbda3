import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import type { DryingCurve } from './dryingClock'
import { bisque, job, problem, session, T0, visitOf, work, free } from './fixtures/jobs'
import { HOUR } from '../base/spans'
import { BEAM } from './beam'
import { COST, type PiecePlan, type PlannedVisit } from './plan'
import { partitions } from './partitions'
import { allPlans, costOf, dividedPlan, fits } from './planStudio'
import { sessionOrder } from './sessionOrder'

interface LotCase {
  rate: { open: number; sealed: number }
  pots: number
  units: { each: number; wettest: number; driest: number }[]
  sessions: [number, number][]
}

const CASES = JSON.parse(readFileSync(new URL('./fixtures/lots.json', import.meta.url), 'utf8')) as Record<
  string,
  LotCase
>

/** Clay that loses its water at an even pace, as the cases have it. */
const even = (perHour: number): DryingCurve => ({ hours: [0, 1 / perHour], water: [1, 0] })

function problemOf({ rate, pots, units, sessions }: LotCase) {
  const curves = { open: even(rate.open), sealed: even(rate.sealed) }
  const carve = units.map(({ each, wettest, driest }, i) => work(`carve${i}`, wettest, driest, each))
  return {
    ...problem(
      [
        job('set', carve, {
          pots: Array.from({ length: pots }, (_, i) => i + 1),
          curves: { wall: curves, foot: curves },
        }),
      ],
      sessions.map(([from, to], i) => session(`s${i}`, from, to - from)),
    ),
    settings: { ...BEAM, covers: ['open', 'sealed'] as const, missPenalty: 0 },
  }
}

/** What a plan costs for being off the middle of its moment and for waiting: the cases leave that out. */
const besides = (plans: readonly PiecePlan[]): number =>
  plans.reduce(
    (sum, { job: lot, visits }) =>
      visits.reduce((all, visit) => {
        const off = visit.water.reduce((o, x) => o + ((2 * (x - 0.3)) / 0.3 - 1) ** 2 * COST.offMiddle, 0)
        const waited = visit.tasks.length ? ((visit.startMs - T0) / (24 * HOUR)) * COST.waiting : 0
        return all + (off * lot.pots.length) / lot.of + waited
      }, sum),
    0,
  )

describe('a set that is divided (cases worked out by exhaustion)', () => {
  it('four pots and an hour an evening: two are carved, two sealed until tomorrow', () => {
    const plan = dividedPlan(problemOf(CASES.B1))
    const lots = allPlans(plan)
    expect(lots.map(({ job: lot, visits }) => [lot.pots.length, visits.map((v) => [v.session.id, v.cover])])).toEqual([
      [2, [['s0', 'open']]],
      [
        2,
        [
          ['s0', 'sealed'],
          ['s1', 'open'],
        ],
      ],
    ])
    expect(lots.every(({ unplaced }) => unplaced.length === 0)).toBe(true)
    expect(plan.cost - besides(lots)).toBeCloseTo(2.8917, 3)
  })

  it('a look costs little where the set is worked on anyway, whichever of its lots was planned first', () => {
    const at = session('s', 10, 2)
    const looked = { ...visitOf(at, []), cover: 'sealed' as const }
    const worked = visitOf(at, [work('carve', 0.6, 0.3)])
    const lot = (id: string, visit: PlannedVisit): PiecePlan => ({
      job: job(id, []),
      visits: [visit],
      firings: [],
      unplaced: [],
      cost: 0,
      ownCost: 0,
      days: 0,
    })
    const together = COST.visit + COST.lookThere + COST.split
    expect(costOf([lot('a', looked), lot('b', worked)])).toBeCloseTo(together, 9)
    expect(costOf([lot('b', worked), lot('a', looked)])).toBeCloseTo(together, 9)
    expect(costOf([lot('a', looked)])).toBeCloseTo(COST.look, 9)
    expect(costOf([lot('b', worked), lot('c', worked)])).toBeCloseTo(COST.visit + COST.together + COST.split, 9)
  })

  it('with two hours they stay together', () => {
    const plan = dividedPlan(problemOf(CASES.B2))
    expect(allPlans(plan)).toHaveLength(1)
    expect(plan.cost - besides(allPlans(plan))).toBeCloseTo(1.1, 3)
  })

  it('is never dearer than the whole set, and keeps every pot', () => {
    for (const minutes of [20, 40, 70]) {
      const pots = Array.from({ length: 6 }, (_, i) => i + 1)
      const p = problem(
        [job('set', [work('carve', 0.6, 0.25, minutes), bisque], { pots })],
        [session('a', 10, 2), session('b', 34, 2), session('c', 58, 2)],
      )
      const plan = dividedPlan(p)
      expect(fits(p, allPlans(plan))).toBe(true)
      expect(
        allPlans(plan)
          .flatMap((lot) => lot.job.pots)
          .sort(),
      ).toEqual(pots)
    }
  })

  it('is tried evenly, and at what a session holds of making and of clay work', () => {
    const make = { kind: 'make', stepId: null, each: 25, wait: 0 } as const
    const mugs = job('mugs', [make, work('carve', 0.6, 0.3, 33)], {
      pots: Array.from({ length: 12 }, (_, i) => i + 1),
    })
    const ways = partitions(mugs, [session('evening', 0, 2.5)]).map((sizes) => sizes.join())
    expect(ways).toEqual(expect.arrayContaining(['6,6', '4,4,4', '4,2,4,2']))
    for (const sizes of partitions(mugs, [session('evening', 0, 2.5)]))
      expect(sizes.reduce((a, b) => a + b, 0)).toBe(12)
    expect(partitions(job('one', [work('carve', 0.6, 0.3)]), [])).toEqual([])
  })
})

describe('the order of work in a session', () => {
  const evening = session('evening', 0, 3)
  const coats = (family: string, light: number, part: string) =>
    [8, 18, 0].map((wait, coat) => ({
      ...free(`${family}-${part}`, 6, wait),
      coat,
      coats: 3,
      family,
      light,
      parts: [part],
    }))

  it('inside and outside of one pot go on in turns: 50 minutes and not 88', () => {
    const tasks = [...coats('black', 20, 'outside'), ...coats('black', 20, 'inside')]
    const order = sessionOrder([{ jobId: 'pot', pots: 1, visit: visitOf(evening, tasks) }], true, 2000)
    expect((Math.max(...order.touches.map((touch) => touch.endMs)) - T0) / 60_000).toBe(50)
    expect(order.gap).toBeLessThan(0.2)
    expect(order.changes).toBe(0)
  })

  it('the lighter colour comes before the darker, and hands wash once', () => {
    const visits = ['black', 'cream'].map((colour, i) => ({
      jobId: colour,
      pots: 4,
      visit: visitOf(evening, coats(colour, i ? 85 : 20, 'outside')),
    }))
    const order = sessionOrder(visits, true, 3000)
    expect(order.touches[0].jobId).toBe('cream')
    expect(order.changes).toBe(1)
  })

  it('each pot of a class has its own hands', () => {
    const lesson = session('lesson', 0, 2, 12)
    const tasks = coats('black', 20, 'outside')
    const order = sessionOrder([{ jobId: 'class', pots: 24, visit: visitOf(lesson, tasks) }], true, 500)
    // Two pots a pair of hands: 12 minutes a coat, the wait of the first falls into the second.
    expect((Math.max(...order.touches.map((touch) => touch.endMs)) - T0) / 60_000).toBe(12 + 2 + 12 + 12 + 12)
    expect(order.touches).toHaveLength(3)
  })

  it('what no order brings in before the clay is too dry follows the plan', () => {
    const late = visitOf(evening, coats('black', 20, 'outside'), [T0 - HOUR, Infinity, Infinity])
    expect(sessionOrder([{ jobId: 'a', pots: 1, visit: late }], true, 100).gap).toBeNull()
  })
})
