import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Cover } from '../clay/stages'
import { dryOn, wetBy } from './dryingClock'
import { CURVES, free, job, problem, session, T0, visitOf, work } from './fixtures/jobs'
import { HOUR } from '../base/spans'
import { interleave } from './interleave'
import { improvements } from './improvements'
import { allPlans, capacityLeft, dividedPlan, fits, visitsBySession, type StudioProblem } from './planStudio'
import { turnOf, waitAfter, type HandTask } from './task'

/** Coats of one step. */
const coats = fc.array(fc.tuple(fc.integer({ min: 5, max: 40 }), fc.integer({ min: 0, max: 40 })), {
  minLength: 1,
  maxLength: 3,
})
const within = fc.constantFrom(null, [0.8, 0.5] as const, [0.55, 0.2] as const)
const wets = fc.constantFrom(0, 0.03)
const steps = fc.array(fc.tuple(coats, within, wets), { minLength: 1, maxLength: 4 })
const jobs = fc.array(fc.tuple(steps, fc.integer({ min: 1, max: 6 })), { minLength: 1, maxLength: 5 }).map((list) =>
  list.map(([of, pots], i) =>
    job(
      `p${i}`,
      of
        .sort((a, b) => (b[1]?.[0] ?? 0) - (a[1]?.[0] ?? 0))
        .flatMap(([each, window, wet], k) =>
          each.map(([minutes, wait], coat) => ({
            ...(window ? work(`s${k}`, window[0], window[1], minutes, wait) : free(`s${k}`, minutes, wait)),
            coat,
            coats: each.length,
            wets: window ? wet : 0,
          })),
        ),
      { pots: Array.from({ length: pots }, (_, k) => k + 1) },
    ),
  ),
)
const sessions = fc
  .tuple(
    fc.uniqueArray(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 6 }),
    fc.integer({ min: 1, max: 3 }),
  )
  .map(([days, hands]) => days.sort((a, b) => a - b).map((d) => session(`d${d}`, d * 8, 3, hands)))
const problems = fc.tuple(jobs, sessions).map(([j, s]): StudioProblem => problem(j, s))

describe('whatever is to be planned', () => {
  it('hands come to every lot while its clay is right, however many share an evening', () => {
    fc.assert(
      fc.property(problems, (p) => {
        for (const [, visits] of visitsBySession(allPlans(dividedPlan(p)))) {
          const { touches, late, endMs } = interleave(visits)
          expect(late).toBe(false)
          expect(endMs).toBeLessThanOrEqual(visits[0].visit.session.endMs)
          for (const { jobId, visit } of visits)
            visit.tasks.forEach((_, i) => {
              const touch = touches.find((one) => one.jobId === jobId && one.task === i)!
              // Hands may be a minute late.
              expect(touch.startMs).toBeLessThanOrEqual(visit.latestMs[i] + 60_001)
              expect(touch.startMs).toBeGreaterThanOrEqual(visit.earliestMs[i])
            })
        }
      }),
      { numRuns: 60 },
    )
  })

  it('a plan fits hands and sessions, keeps the order of each lot, and meets every window it uses', () => {
    fc.assert(
      fc.property(problems, (p) => {
        const plan = dividedPlan(p)
        const lots = allPlans(plan)
        expect(fits(p, lots)).toBe(true)
        expect([...capacityLeft(p, lots).hands.values()].every((left) => left > -1e-6)).toBe(true)
        for (const whole of p.jobs) {
          const own = plan.plans.get(whole.id)!
          // Every pot is in one lot.
          expect(own.flatMap((lot) => lot.job.pots).sort((a, b) => a - b)).toEqual(whole.pots)
        }
        for (const { job: lot, visits, unplaced } of lots) {
          const placed = visits.flatMap((visit) => visit.tasks)
          expect([...placed, ...unplaced]).toEqual(lot.tasks)
          let [at, water, cover] = [T0, { wall: 1, foot: 1 }, 'open' as Cover]
          for (const visit of visits) {
            expect(visit.startMs).toBeGreaterThanOrEqual(visit.session.startMs)
            if (visit.opensMs !== null) {
              water = dryOn(CURVES, water, cover, (visit.opensMs - at) / HOUR)
              ;[at, cover] = [visit.opensMs, 'open']
            }
            water = dryOn(CURVES, water, cover, (visit.startMs - at) / HOUR)
            at = visit.startMs
            visit.tasks.forEach((task: HandTask, i) => {
              if (i === 0) expect(visit.water[0]).toBeCloseTo(water.wall, 9)
              if (task.kind !== 'work') return
              if (task.within) {
                expect(visit.water[i]).toBeLessThanOrEqual(task.within.wettest + 1e-6)
                expect(visit.water[i]).toBeGreaterThanOrEqual(task.within.driest - 1e-6)
              }
              const turn = turnOf(task, lot.pots.length, visit.session.hands)
              water = wetBy(dryOn(CURVES, { ...water, wall: visit.water[i] }, 'open', turn / 60), task.wets)
            })
            at = visit.endMs
            if (visit.coveredMs !== null) {
              water = dryOn(CURVES, water, 'open', (visit.coveredMs - at) / HOUR)
              at = visit.coveredMs
              expect(at).toBeLessThanOrEqual(visit.session.endMs)
            }
            cover = visit.cover
          }
        }
      }),
      { numRuns: 60 },
    )
  })

  it('improving never costs more, and still fits', () => {
    fc.assert(
      fc.property(problems, fc.integer({ min: 1, max: 99 }), (p, seed) => {
        let best = dividedPlan(p)
        for (const { better } of improvements(p, best, 6, seed)) {
          if (!better) continue
          expect(better.cost).toBeLessThan(best.cost)
          best = better
        }
        expect(fits(p, allPlans(best))).toBe(true)
      }),
      { numRuns: 15 },
    )
  })

  it('no hands are on two lots at once, coats wait for the one before, and nothing is lost', () => {
    const lists = fc.array(fc.tuple(coats, fc.integer({ min: 1, max: 5 })), { minLength: 1, maxLength: 5 })
    fc.assert(
      fc.property(lists, fc.integer({ min: 1, max: 4 }), (list, hands) => {
        const at = session('s', 0, 24, hands)
        const visits = list.map(([each, pots], i) => ({
          jobId: `p${i}`,
          pots,
          visit: visitOf(
            at,
            each.map(([minutes, wait]) => free('x', minutes, wait)),
            undefined,
            T0 + i * 60_000,
          ),
        }))
        const { touches, endMs } = interleave(visits)
        // At every beginning there are hands enough for all that goes on.
        for (const { startMs } of touches) {
          const busy = touches.filter((touch) => touch.startMs <= startMs && startMs < touch.endMs)
          const potsOf = (id: string) => Math.min(hands, visits.find(({ jobId }) => jobId === id)!.pots)
          expect(busy.reduce((sum, { jobId }) => sum + potsOf(jobId), 0)).toBeLessThanOrEqual(hands)
        }
        for (const { jobId, pots, visit } of visits) {
          const own = touches.filter((touch) => touch.jobId === jobId)
          expect(own).toHaveLength(visit.tasks.length)
          for (let k = 1; k < own.length; k++)
            expect(own[k].startMs - own[k - 1].endMs).toBeGreaterThanOrEqual(
              waitAfter(visit.tasks[k - 1], pots, hands) * 60_000 - 1e-6,
            )
        }
        expect(endMs).toBeGreaterThan(T0)
      }),
    )
  })
})
