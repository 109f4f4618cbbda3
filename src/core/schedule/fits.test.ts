import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Cover } from '../clay/stages'
import type { DryingCurve, DryingCurves } from './dryingClock'
import { dryOn } from './dryingClock'
import { interleave } from './interleave'
import { capacityLeft, firstPlan, fits, improvements, visitsBySession, type StudioProblem } from './planStudio'
import type { Session } from './sessions'
import { handsOf, lastWait, spanOf, type Job, type Phase, type Task } from './task'

const HOUR = 3_600_000
const T0 = Date.UTC(2026, 2, 2, 8)
const falling = (hours: number): DryingCurve => ({ hours: [0, hours], water: [1, 0] })
const CURVES: DryingCurves = {
  wall: { open: falling(30), draped: falling(110), sealed: falling(1100) },
  foot: { open: falling(45), draped: falling(160), sealed: falling(1600) },
}

const phases = fc.array(fc.record({ hands: fc.integer({ min: 5, max: 40 }), wait: fc.integer({ min: 0, max: 40 }) }), {
  minLength: 1,
  maxLength: 3,
})
const within = fc.constantFrom(null, { wettest: 0.8, driest: 0.5 }, { wettest: 0.55, driest: 0.2 })
const tasks = fc
  .array(fc.tuple(phases, within), { minLength: 1, maxLength: 4 })
  .map((list) =>
    list
      .sort((a, b) => (b[1]?.wettest ?? 0) - (a[1]?.wettest ?? 0))
      .map(([p, w], i): Task => ({ kind: 'work', stepId: `s${i}`, within: w, phases: p, bottleSaves: 0 })),
  )
const jobs = fc.array(tasks, { minLength: 1, maxLength: 5 }).map((list) =>
  list.map((t, i): Job => ({
    pieceId: `p${i}`,
    name: `p${i}`,
    count: 1,
    tasks: t,
    now: { water: { wall: 1, foot: 1 }, cover: 'open' },
    plastic: { wall: 1, foot: 1 },
    curves: CURVES,
    scale: { plastic: 1, limit: 0 },
    dueMs: null,
    pins: new Map(),
  })),
)
const sessions = fc.uniqueArray(fc.integer({ min: 0, max: 20 }), { minLength: 1, maxLength: 6 }).map((days) =>
  days
    .sort((a, b) => a - b)
    .map((d): Session => ({
      id: `d${d}`,
      name: 'd',
      date: '',
      startMs: T0 + d * 8 * HOUR,
      endMs: T0 + (d * 8 + 3) * HOUR,
    })),
)
const problems = fc
  .tuple(jobs, sessions)
  .map(([j, s]): StudioProblem => ({ jobs: j, sessions: s, kilns: [], nowMs: T0 }))

describe('whatever is to be planned', () => {
  it('hands come to every piece while its clay is right, however many share an evening', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const { plans } = firstPlan(problem)
        const touches = [...visitsBySession(plans.values())].flatMap(([id, visits]) =>
          interleave(visits).touches.map((touch) => ({ ...touch, sessionId: id })),
        )
        for (const plan of plans.values()) {
          let [leftMs, water, cover] = [T0, { wall: 1, foot: 1 }, 'open' as Cover]
          for (const visit of plan.visits) {
            const own = touches.filter(
              (touch) => touch.pieceId === plan.pieceId && touch.sessionId === visit.session.id,
            )
            const firstMs = own[0]?.startMs ?? visit.startMs
            const first = dryOn(CURVES, water, cover, (firstMs - leftMs) / HOUR)
            visit.tasks.forEach((task, i) => {
              const startMs = own.find((touch) => touch.task === i)?.startMs ?? NaN
              // Between the tasks of a visit the piece stands open. Hands may be a minute late.
              if (task.kind === 'work' && task.within)
                expect(dryOn(CURVES, first, 'open', (startMs - firstMs) / HOUR).wall).toBeGreaterThanOrEqual(
                  task.within.driest - 0.002,
                )
            })
            // What is left under a cover is as planned: replaying the plan with the true waits is the full solver’s work.
            water = dryOn(
              CURVES,
              dryOn(CURVES, water, cover, (visit.startMs - leftMs) / HOUR),
              'open',
              (visit.endMs - visit.startMs) / HOUR,
            )
            ;[leftMs, cover] = [visit.endMs, visit.cover]
          }
        }
      }),
      { numRuns: 40 },
    )
  })

  it('a plan fits hands and sessions, keeps the order of each piece, and meets every window it uses', () => {
    fc.assert(
      fc.property(problems, (problem) => {
        const { plans } = firstPlan(problem)
        expect(fits(problem, [...plans.values()])).toBe(true)
        expect([...capacityLeft(problem, plans.values()).hands.values()].every((left) => left > -1e-6)).toBe(true)
        for (const job of problem.jobs) {
          const plan = plans.get(job.pieceId)!
          const placed = plan.visits.flatMap((visit) => visit.tasks.map((task) => task.stepId))
          expect([...placed, ...plan.unplaced.map((task) => task.stepId)]).toEqual(job.tasks.map((task) => task.stepId))
          let [at, water, cover] = [T0, { wall: 1, foot: 1 }, 'open' as 'open' | 'draped' | 'sealed' | 'dampBox']
          for (const visit of plan.visits) {
            expect(visit.startMs).toBeGreaterThanOrEqual(visit.session.startMs)
            water = dryOn(CURVES, water, cover, (visit.startMs - at) / HOUR)
            at = visit.startMs
            for (const task of visit.tasks) {
              if (task.kind !== 'work') continue
              if (task.within) {
                expect(water.wall).toBeLessThanOrEqual(task.within.wettest + 1e-6)
                expect(water.wall).toBeGreaterThanOrEqual(task.within.driest - 1e-6)
              }
              const minutes =
                spanOf(task.phases) + (task === visit.tasks[visit.tasks.length - 1] ? 0 : lastWait(task.phases))
              water = dryOn(CURVES, water, 'open', minutes / 60)
              at += minutes * 60_000
            }
            cover = visit.cover
          }
        }
      }),
      { numRuns: 40 },
    )
  })

  it('improving never costs more, and still fits', () => {
    fc.assert(
      fc.property(problems, fc.integer({ min: 1, max: 99 }), (problem, seed) => {
        let best = firstPlan(problem)
        for (const { better } of improvements(problem, best, 6, seed)) {
          if (!better) continue
          expect(better.cost).toBeLessThan(best.cost)
          best = better
        }
        expect(fits(problem, [...best.plans.values()])).toBe(true)
      }),
      { numRuns: 15 },
    )
  })

  it('hands are never on two pieces at once, coats wait for the one before, and nothing is lost', () => {
    fc.assert(
      fc.property(fc.array(phases, { minLength: 1, maxLength: 5 }), (list) => {
        const session: Session = { id: 's', name: 's', date: '', startMs: T0, endMs: T0 + 24 * HOUR }
        const visits = list.map((p: Phase[], i) => ({
          pieceId: `p${i}`,
          visit: {
            session,
            startMs: T0 + i * 60_000,
            endMs: T0,
            tasks: [{ kind: 'work' as const, stepId: 'x', within: null, phases: p, bottleSaves: 0 }],
            latestMs: [Infinity],
            hands: handsOf(p),
            cover: 'open' as const,
          },
        }))
        const { touches, endMs } = interleave(visits)
        const sorted = touches.slice().sort((a, b) => a.startMs - b.startMs)
        for (let i = 1; i < sorted.length; i++) expect(sorted[i].startMs).toBeGreaterThanOrEqual(sorted[i - 1].endMs)
        list.forEach((p, i) => {
          const own = touches.filter((touch) => touch.pieceId === `p${i}`)
          expect(own).toHaveLength(p.length)
          for (let k = 1; k < own.length; k++)
            expect(own[k].startMs - own[k - 1].endMs).toBeGreaterThanOrEqual(p[k - 1].wait * 60_000)
        })
        expect(endMs - T0).toBeGreaterThanOrEqual(60_000 * Math.max(...list.map(spanOf)))
      }),
    )
  })
})
