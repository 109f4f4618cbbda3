import { describe, expect, it } from 'vitest'
import { AT_ONCE, type FiringBooking } from '../model/calendar'
import { improvements, jointPlan } from './improvements'
import { allPlans, capacityLeft, firstPlan, fits, occasionsOf, visitsBySession, type StudioProblem } from './planStudio'
import { COST } from './plan'
import { DEMO_NOW_MS } from '../demo/demoDays'
import { demoStudio } from '../demo/demoStudio'
import { daysProblem } from '../usecases/days/planDays'

const studio = demoStudio()
const problem: StudioProblem = daysProblem(studio, DEMO_NOW_MS)
const first = firstPlan(problem)

describe('the days of a studio', () => {
  it('occasions come in the order of time, sessions and kilns together', () => {
    const times = occasionsOf(problem).map((o) => (o.kind === 'session' ? o.session.startMs : o.kiln.startMs))
    expect(times).toEqual([...times].sort((a, b) => a - b))
    expect(new Set(occasionsOf(problem).map((o) => o.kind))).toEqual(new Set(['session', 'kiln']))
    expect(times).toHaveLength(problem.sessions.length + problem.kilns.length)
  })

  it('what plans take is gone from hands and kilns, by pieces and not by plans', () => {
    const whole = capacityLeft(problem, [])
    const left = capacityLeft(problem, allPlans(first))
    const handsTaken = allPlans(first)
      .flatMap((plan) => plan.visits)
      .reduce((sum, visit) => sum + visit.hands, 0)
    const sum = (map: ReadonlyMap<string, number>) => [...map.values()].reduce((a, b) => a + b, 0)
    expect(sum(whole.hands) - sum(left.hands)).toBeCloseTo(handsTaken, 6)
    const placesTaken = allPlans(first).reduce((n, plan) => n + plan.firings.length * plan.job.pots.length, 0)
    expect(sum(whole.places) - sum(left.places)).toBe(placesTaken)
    expect(Math.min(...left.hands.values())).toBeGreaterThanOrEqual(-1e-6)
    expect(Math.min(...left.places.values())).toBeGreaterThanOrEqual(0)
  })

  it('a session that is running has only what is left of it', () => {
    const session = problem.sessions[1]
    const half = { ...problem, nowMs: (session.startMs + session.endMs) / 2 }
    const left = capacityLeft(half, []).hands
    expect(left.get(session.id)).toBeCloseTo((session.endMs - session.startMs) / 120_000, 6)
    expect(left.get(problem.sessions[0].id)).toBe(0)
  })

  it('a first plan fits together; the same plans twice over do not', () => {
    const plans = allPlans(first)
    expect(fits(problem, plans)).toBe(true)
    const further = plans.length - first.plans.size
    expect(first.cost).toBeCloseTo(
      plans.reduce((sum, plan) => sum + plan.cost, COST.split * further),
      6,
    )
    expect(fits(problem, [...plans, ...plans, ...plans, ...plans])).toBe(false)
    const full = {
      ...problem,
      kilns: problem.kilns.map((k) => ({ ...k, booking: { ...k.booking, places: 0 } as FiringBooking })),
    }
    expect(fits(full, plans)).toBe(false)
  })

  it('visits are found by their session, each once', () => {
    const bySession = visitsBySession(allPlans(first))
    const all = allPlans(first)
      .flatMap((plan) => plan.visits)
      .filter((visit) => visit.session.id !== AT_ONCE)
    expect([...bySession.values()].flat()).toHaveLength(all.length)
    for (const [id, visits] of bySession) expect(visits.every(({ visit }) => visit.session.id === id)).toBe(true)
  })

  it('what the artist put somewhere is planned before the rest, then what is due, then what dries', () => {
    const [some] = problem.jobs.slice(-1)
    const pinned = {
      ...problem,
      jobs: problem.jobs.map((job) => (job === some ? { ...job, pins: new Map([['x', 'y']]) } : job)),
    }
    expect([...firstPlan(pinned).plans.keys()][0]).toBe(some.id)
    const due = {
      ...problem,
      jobs: problem.jobs.map((job) => (job === some ? { ...job, dueMs: DEMO_NOW_MS } : { ...job, dueMs: null })),
    }
    expect([...firstPlan(due).plans.keys()][0]).toBe(some.id)
    const water = [
      ...firstPlan({ ...problem, jobs: problem.jobs.map((job) => ({ ...job, dueMs: null })) }).plans.keys(),
    ].map((id) => problem.jobs.find((job) => job.id === id)!.now?.water.wall ?? 1)
    expect(water).toEqual([...water].sort((a, b) => a - b))
  })

  it('improvements never cost more, always fit, keep every piece, and are the same each time', () => {
    const run = () => [...improvements(problem, first, 12)].flatMap(({ better }) => (better ? [better] : []))
    const better = run()
    let cost = first.cost
    for (const plan of better) {
      expect(plan.cost).toBeLessThan(cost)
      cost = plan.cost
      expect(fits(problem, allPlans(plan))).toBe(true)
      expect(new Set(plan.plans.keys())).toEqual(new Set(first.plans.keys()))
    }
    expect(run().map((plan) => plan.cost)).toEqual(better.map((plan) => plan.cost))
  })

  it('planning some pieces jointly beside the rest fits and costs no more than one after another', () => {
    const some = problem.jobs.filter((job) => first.plans.get(job.id)![0].visits.length > 0).slice(0, 2)
    const kept = new Map([...first.plans].filter(([id]) => !some.some((job) => job.id === id)))
    const joint = jointPlan(problem, some, kept)
    expect(joint && fits(problem, allPlans(joint))).toBe(true)
    expect(joint!.cost).toBeLessThanOrEqual(first.cost + 1e-6)
    expect(joint!.plans.size).toBe(first.plans.size)
  })
})
