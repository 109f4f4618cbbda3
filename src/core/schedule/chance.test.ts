import { describe, expect, it } from 'vitest'
import type { DryingCurve } from './dryingClock'
import { chancesOf } from './chance'
import { free, job, problem, session, T0, work } from './fixtures/jobs'
import { HOUR } from '../base/spans'
import { BEAM } from './beam'
import { planPiece } from './planPiece'
import { capacityLeft, occasionsOf } from './planStudio'

const even = (perHour: number): DryingCurve => ({ hours: [0, 1 / perHour], water: [1, 0] })

/** A wall that loses all its water in 960 h under plastic, and stays there: right from 232.8 to 372.8 h. */
const under = { open: even(1 / 24), sealed: even(1 / 960) }
const sealedFor = (hours: number, sigma: number, spare = 0) => {
  // Planning keeps a tenth of the moment clear at either end.
  const [wettest, driest] = [1 - 232.8 / 960, 1 - 372.8 / 960]
  const margin = (wettest - driest) / 10
  const lot = job('lot', [work('carve', wettest - margin, driest + margin, 1)], {
    curves: { wall: under, foot: under },
    now: { water: { wall: 1, foot: 1 }, cover: 'sealed' },
    sigma,
  })
  const at = session('visit', hours, 0.02 + spare)
  const p = { ...problem([lot], [at]), settings: { ...BEAM, covers: ['sealed'] as const } }
  const [plan] = planPiece(lot, occasionsOf(p), capacityLeft(p, []), T0, p.settings)
  return chancesOf(plan, T0)
}

describe('the chance of finding the clay right', () => {
  it.each([
    [0.36, 0.486],
    [0.15, 0.881],
  ])('sealed for 300 h with σ %f: %f, as the normal distribution has it', (sigma, expected) =>
    expect(Math.abs(sealedFor(300, sigma)[0]! - expected)).toBeLessThan(0.01),
  )

  it('is surer the less unsure the room is, and when one can wait for clay that is too wet', () => {
    const chances = [0.05, 0.15, 0.36].map((sigma) => sealedFor(300, sigma)[0]!)
    expect(chances[0]).toBeGreaterThan(0.98)
    expect([...chances].sort((a, b) => b - a)).toEqual(chances)
    expect(sealedFor(300, 0.36, 3)[0]!).toBeGreaterThan(chances[2])
  })

  it('is not given where clay does not decide', () => {
    const lot = job('lot', [free('dust')])
    const p = problem([lot], [session('a', 1)])
    const [plan] = planPiece(lot, occasionsOf(p), capacityLeft(p, []), T0)
    expect(chancesOf(plan, T0)).toEqual([null])
  })

  it('what airs is covered when it looks right: the pace of that hour does not matter any more', () => {
    const lot = job('lot', [work('carve', 0.6, 0.3, 10)], { sigma: 0.3 })
    const p = problem([lot], [session('a', 2, 8), session('b', 30, 8)])
    const plans = planPiece(lot, occasionsOf(p), capacityLeft(p, []), T0, BEAM, 40)
    const aired = plans.find((plan) => plan.visits.some((v) => v.coveredMs !== null && v.cover === 'sealed'))
    const clock = plans.find(
      (plan) => plan.visits.length === 2 && plan.visits[0].coveredMs === null && plan.visits[0].cover === 'draped',
    )
    expect(aired).toBeDefined()
    expect(clock).toBeDefined()
    const last = (of: typeof aired) => chancesOf(of!, T0).at(-1)!
    expect(last(aired)).toBeGreaterThan(last(clock))
    expect(aired!.visits[0].coveredMs! - aired!.visits[0].startMs).toBeLessThan(8 * HOUR)
  })
})
