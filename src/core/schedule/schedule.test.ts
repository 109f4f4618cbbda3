import fc from 'fast-check'
import { isTimeZone } from '../base/timeZone'
import { describe, expect, it } from 'vitest'
import type { Cover } from '../clay/stages'
import { AT_ONCE, plainCalendar, type Calendar } from '../model/calendar'
import { dryOn, hoursUntil, onwards } from './dryingClock'
import { alone, bisque, CURVES, falling, free, job, kiln, problem, session, T0, visitOf, work } from './fixtures/jobs'
import { HOUR } from '../base/spans'
import { interleave } from './interleave'
import { BEAM } from './beam'
import { COST, type Occasion, type PiecePlan } from './plan'
import { planPiece } from './planPiece'
import { improvements, jointPlan } from './improvements'
import { allPlans, capacityLeft, firstPlan, fits, occasionsOf } from './planStudio'
import { kilnsAfter, localClock, localDate, localInstant, sessionsBetween, type Session } from './sessions'
import type { Job, Task } from './task'

describe('sessions', () => {
  const calendar: Calendar = {
    ...plainCalendar('Europe/Paris'),
    weekly: [
      { id: 'sat', name: 'Saturday', weekday: 6, from: '10:00', to: '16:00', hands: 1 },
      { id: 'sun', name: 'Sunday night', weekday: 7, from: '22:00', to: '01:30', hands: 1 },
    ],
    exceptions: [
      { date: '2026-03-14', hours: null, note: 'closed' },
      { date: '2026-03-18', hours: { from: '09:00', to: '12:00' }, note: 'School visit' },
    ],
  }
  const sessions = sessionsBetween(calendar, Date.UTC(2026, 2, 1), Date.UTC(2026, 3, 6))

  it('follow the week, its exceptions, and nights that end tomorrow', () => {
    expect(sessions.map((s) => s.id)).toEqual([
      'sun@2026-03-01',
      'sat@2026-03-07',
      'sun@2026-03-08',
      'sun@2026-03-15',
      'extra@2026-03-18',
      'sat@2026-03-21',
      'sun@2026-03-22',
      'sat@2026-03-28',
      'sun@2026-03-29',
      'sat@2026-04-04',
      'sun@2026-04-05',
    ])
    expect(sessions[4].name).toBe('School visit')
    expect(sessions[0].endMs - sessions[0].startMs).toBe(3.5 * HOUR)
  })

  it('keep their clock over daylight saving (29 March 2026, European Union)', () => {
    const clocks = sessions.filter((s) => s.id.startsWith('sat')).map((s) => localClock(s.startMs, 'Europe/Paris'))
    expect(new Set(clocks)).toEqual(new Set(['10:00']))
    expect(
      localInstant('2026-04-04', '10:00', 'Europe/Paris') - localInstant('2026-03-28', '10:00', 'Europe/Paris'),
    ).toBe((7 * 24 - 1) * HOUR)
    expect(localClock(localInstant('2026-03-29', '02:30', 'Europe/Paris'), 'Europe/Paris')).toBe('03:30')
    expect(localDate(Date.UTC(2026, 2, 1, 23, 30), 'Asia/Tokyo')).toBe('2026-03-02')
  })

  it('know time zones from nonsense', () =>
    expect(['Europe/Paris', 'UTC', 'Tidewater'].map(isTimeZone)).toEqual([true, true, false]))

  it('kilns are instants of their zone', () => {
    const [first] = kilnsAfter(
      {
        ...calendar,
        firings: [{ id: 'k', at: '2026-03-08T09:00', firing: 'bisque', cone: '04', places: 4, hours: 30 }],
      },
      0,
    )
    expect(new Date(first.startMs).toISOString()).toBe('2026-03-08T08:00:00.000Z')
    expect(first.openMs - first.startMs).toBe(30 * HOUR)
  })
})

describe('the drying clock', () => {
  it('goes on from where the clay is', () => {
    expect(onwards(falling(24), 0.5, 6)).toBeCloseTo(0.25)
    expect(onwards({ hours: [0, 10], water: [1, 0.6] }, 0.4, 5)).toBe(0.4)
    expect(hoursUntil(falling(24), 1, 0.5)).toBe(12)
    expect(hoursUntil({ hours: [0, 10], water: [1, 0.6] }, 1, 0.5)).toBe(Infinity)
    expect(hoursUntil(falling(24), 0.4, 0.5)).toBe(0)
  })

  it('in two spells is as in one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        fc.constantFrom<Cover>('open', 'draped', 'sealed'),
        (a, b, cover) => {
          const twice = dryOn(CURVES, dryOn(CURVES, { wall: 0.9, foot: 1 }, cover, a), cover, b)
          const once = dryOn(CURVES, { wall: 0.9, foot: 1 }, cover, a + b)
          expect(twice.wall).toBeCloseTo(once.wall, 9)
          expect(twice.foot).toBeCloseTo(once.foot, 9)
        },
      ),
    )
  })
})

describe('the days of one piece', () => {
  it('waits for the window, and works in it', () => {
    const plan = alone(job('a', [work('carve', 0.6, 0.3)]), [
      session('now', 0),
      session('noon', 12),
      session('late', 30),
    ])
    expect(plan.visits.map((v) => v.session.id)).toEqual(['noon'])
    expect(plan.unplaced).toEqual([])
  })

  it('covers it when otherwise the window would fall between two sessions', () => {
    const plan = alone(job('a', [work('carve', 0.6, 0.3)]), [session('now', 0), session('tomorrow', 36)])
    expect(plan.visits.map((v) => [v.session.id, v.cover, v.tasks.length])).toEqual([
      ['now', 'draped', 0],
      ['tomorrow', 'open', 1],
    ])
  })

  it('says what is left over when the window cannot be met', () => {
    const dry = { now: { water: { wall: 0.25, foot: 0.3 }, cover: 'open' as const } }
    const plan = alone(job('a', [work('carve', 0.6, 0.3)], dry), [session('late', 30)])
    expect(plan.unplaced).toHaveLength(1)
  })

  it('is covered at once where it would be too dry at the first visit', () => {
    const plan = alone(job('a', [work('carve', 0.6, 0.3)]), [session('late', 30, 4)])
    expect(plan.visits.map((v) => [v.session.id, v.cover, v.tasks.length])).toEqual([
      [AT_ONCE, 'draped', 0],
      ['late', 'open', 1],
    ])
  })

  it('fires only when the foot is dry, the kind and cone are right, and there is room', () => {
    const tasks = [work('carve', 0.6, 0.3), bisque]
    const sessions = [session('noon', 12)]
    expect(
      alone(job('a', tasks), sessions, [
        kiln('early', 20),
        kiln('glaze', 40, 9, { firing: 'glaze' }),
        kiln('hot', 41, 9, { cone: '05' }),
        kiln('late', 60),
      ]).firings.map((f) => f.kiln.booking.id),
    ).toEqual(['late'])
    expect(
      alone(job('a', tasks, { pots: [1, 2, 3, 4], of: 4 }), sessions, [kiln('full', 60, 3)]).unplaced,
    ).toHaveLength(1)
  })

  it('uses both sides of a firing', () => {
    const plan = alone(
      job('a', [bisque, free('glaze')]),
      [session('before', 40), session('after', 90)],
      [kiln('k', 50)],
    )
    expect(plan.visits.map((v) => v.session.id)).toEqual(['after'])
  })

  it('a pinned step stays in its session, even if another would be better', () => {
    const pinned = alone(job('a', [free('dust')], { pins: new Map([['dust', 'third']]) }), [
      session('first', 1),
      session('second', 12),
      session('third', 24),
    ])
    expect(pinned.visits.map((v) => v.session.id)).toEqual(['third'])
  })

  it('a piece still to be made is made first, and covered at once where that helps', () => {
    const plan = alone(
      job('a', [{ kind: 'make', stepId: null, each: 25, wait: 0 }, work('carve', 0.6, 0.3)], {
        now: null,
      }),
      [session('now', 0), session('tomorrow', 40)],
    )
    expect(plan.visits.map((v) => [v.session.id, v.cover])).toEqual([
      ['now', 'draped'],
      ['tomorrow', 'open'],
    ])
  })

  /** Every way to place the tasks: for each session skip it or do some next tasks, under every cover. */
  function cheapest(j: Job, sessions: readonly Session[]): number {
    const covers: Cover[] = ['open', 'draped', 'sealed']
    let best = Infinity
    const go = (
      i: number,
      done: number,
      atMs: number,
      water: { wall: number; foot: number },
      cover: Cover,
      readyMs: number,
      cost: number,
    ) => {
      if (i === sessions.length || done === j.tasks.length) {
        const undone = j.tasks.length - done
        best = Math.min(
          best,
          cost +
            undone * COST.unplaced +
            Math.max(0, ((undone ? sessions[sessions.length - 1].endMs : Math.max(atMs, readyMs)) - T0) / (24 * HOUR)) *
              (COST.potDay + COST.setDay),
        )
        if (i === sessions.length) return
      }
      if (done === j.tasks.length) return
      const s = sessions[i]
      go(i + 1, done, atMs, water, cover, readyMs, cost)
      const open = Math.max(s.startMs, readyMs)
      const first = j.tasks[done]
      const wetWait =
        first.kind === 'work' && first.within
          ? hoursUntil(
              j.curves.wall[cover],
              dryOn(j.curves, water, cover, (open - atMs) / HOUR).wall,
              first.within.wettest,
            ) * HOUR
          : 0
      const start = wetWait > 0 && open + wetWait < s.endMs ? open + wetWait + 60_000 : open
      let here = dryOn(j.curves, water, cover, (start - atMs) / HOUR)
      for (const c of covers)
        if (c !== cover) go(i + 1, done, start, here, c, readyMs, cost + COST.look + (c === 'open' ? 0 : 0.05))
      let [t, hands, off] = [start, 0, 0]
      for (let k = done; k < j.tasks.length; k++) {
        const task = j.tasks[k]
        if (
          task.kind !== 'work' ||
          (task.within && (here.wall > task.within.wettest || here.wall < task.within.driest))
        )
          break
        hands += task.each
        const end = t + task.each * 60_000
        if (hands > (s.endMs - s.startMs) / 60_000 || end > s.endMs) break
        if (task.within)
          off += ((2 * (here.wall - task.within.driest)) / (task.within.wettest - task.within.driest) - 1) ** 2
        here = dryOn(j.curves, here, 'open', (end - t) / HOUR)
        t = end
        if (task.within && here.wall < task.within.driest - (task.within.wettest - task.within.driest) / 16) break
        const last = k + 1 === j.tasks.length
        const matters = j.tasks.slice(k + 1).some((x) => x.kind === 'work' && x.within)
        for (const c of last || !matters ? (['open'] as const) : covers)
          go(
            i + 1,
            k + 1,
            t,
            here,
            c,
            t + task.wait * 60_000,
            cost +
              COST.visit +
              ((start - T0) / (24 * HOUR)) * COST.waiting +
              off * COST.offMiddle +
              (c === 'open' ? 0 : 0.05),
          )
        here = dryOn(j.curves, here, 'open', task.wait / 60)
        t += task.wait * 60_000
      }
    }
    go(0, 0, T0, { wall: 1, foot: 1 }, 'open', T0, 0)
    return best
  }

  it('costs what the best of all possible plans costs, within 8 %', () => {
    const windows = fc.constantFrom([0.75, 0.45], [0.6, 0.3], [0.45, 0.12], [0.3, 0.05])
    fc.assert(
      fc.property(
        fc.array(windows, { minLength: 1, maxLength: 3 }),
        fc.uniqueArray(fc.integer({ min: 0, max: 60 }), { minLength: 2, maxLength: 5 }),
        (list, hours) => {
          const tasks = list
            .sort((a, b) => b[0] - a[0])
            .map(([wettest, driest], i) => work(`s${i}`, wettest, driest, 40, 10))
          const sessions = hours.sort((a, b) => a - b).map((h, i) => session(`x${i}`, h * 2, 2))
          // What it might miss is left out: the trial of all plans does not weigh it.
          const found = alone(job('a', tasks), sessions, [], { ...BEAM, missPenalty: 0 })
          expect(found.cost).toBeLessThanOrEqual(cheapest(job('a', tasks), sessions) * 1.08 + 1e-6)
        },
      ),
      { numRuns: 60 },
    )
  })
})

describe('the days of a studio', () => {
  it('while one coat dries another piece gets its own (common practice)', () => {
    const coats = [free('coat', 10, 20), free('coat', 10, 20), free('coat', 10)]
    const one = alone(job('a', coats), [session('s', 0)]).visits[0]
    const both = interleave([
      { jobId: 'a', pots: 1, visit: one },
      { jobId: 'b', pots: 1, visit: one },
    ])
    expect((one.endMs - one.startMs) / 60_000).toBe(70)
    expect((both.endMs - T0) / 60_000).toBe(80)
    const sorted = both.touches.slice().sort((a, b) => a.startMs - b.startMs)
    for (let i = 1; i < sorted.length; i++) expect(sorted[i].startMs).toBeGreaterThanOrEqual(sorted[i - 1].endMs)
  })

  it('shares out hands: two hours of work for each of three do not all fit one evening', () => {
    const jobs = ['a', 'b', 'c'].map((id) => job(id, [free('long', 110)]))
    const p = problem(jobs, [session('mon', 0), session('tue', 24), session('wed', 48)])
    const plan = firstPlan(p)
    expect(new Set(allPlans(plan).map((x) => x.visits[0].session.id)).size).toBe(3)
    expect(fits(p, allPlans(plan))).toBe(true)
  })

  it('two pieces whose clay will not wait do not share an evening with hands for one at a time', () => {
    // Carving must begin within two hours after the first session does, and takes a little longer than that.
    const jobs = ['a', 'b'].map((id) => job(id, [work('carve', 0.6, 0.5, 125)]))
    const p = problem(jobs, [session('one', 10, 6), session('two', 17)])
    const { plans } = firstPlan(p)
    const evenings = jobs.map(
      ({ pieceId }) => plans.get(pieceId)?.[0].visits.find((visit) => visit.tasks.length)?.session.id,
    )
    expect(new Set(evenings)).toEqual(new Set(['one', 'two']))
    expect(fits(p, [...plans.values()].flat())).toBe(true)
    // With time enough in the clay they do share it.
    const patient = problem(
      ['a', 'b'].map((id) => job(id, [work('carve', 0.6, 0.35, 125)])),
      p.sessions,
    )
    expect(new Set(allPlans(firstPlan(patient)).map((plan) => plan.visits[0].session.id))).toEqual(new Set(['one']))
  })

  it('of two pieces that are ready, the one whose clay will wait least has the hands first', () => {
    const visit = (latestMs: number) => visitOf(session('s', 0), [free('x', 30)], [latestMs])
    const order = (a: number, b: number) =>
      interleave([
        { jobId: 'a', pots: 1, visit: visit(a) },
        { jobId: 'b', pots: 1, visit: visit(b) },
      ])
    expect(order(Infinity, T0 + HOUR).touches.map((touch) => touch.jobId)).toEqual(['b', 'a'])
    expect(order(T0 + HOUR, T0 + 2 * HOUR).touches.map((touch) => touch.jobId)).toEqual(['a', 'b'])
    expect(order(T0 + HOUR, T0 + 2 * HOUR).late).toBe(false)
    expect(order(T0 + HOUR / 6, T0 + HOUR / 4).late).toBe(true)
  })

  it('improves on a first come, first served plan, and never makes it worse', () => {
    const tight = job('tight', [work('carve', 0.6, 0.45, 100)])
    const loose = Array.from({ length: 3 }, (_, i) =>
      job(`loose${i}`, [free('x', 100)], { now: { water: { wall: 0, foot: 0 }, cover: 'open' } }),
    )
    const p = problem(
      [...loose, tight],
      [session('first', 11, 2), session('second', 40, 2), session('third', 60, 2), session('fourth', 80, 2)],
    )
    const start = firstPlan(p)
    let best = start
    for (const { better } of improvements(p, start, 30)) {
      if (!better) continue
      expect(better.cost).toBeLessThan(best.cost)
      expect(fits(p, allPlans(better))).toBe(true)
      best = better
    }
    expect(best.plans.get('tight')?.[0].unplaced).toEqual([])
  })

  it('the exact search of a few pieces finds what trying every order and alternative finds', () => {
    const jobs = [
      job('a', [work('one', 0.6, 0.3, 70)]),
      job('b', [work('two', 0.55, 0.25, 70)]),
      job('c', [free('three', 70)]),
    ]
    const p = problem(jobs, [session('noon', 11, 2), session('eve', 15, 2), session('later', 50, 2)])
    const joint = jointPlan(p, jobs, new Map())
    const orders = [
      [0, 1, 2],
      [0, 2, 1],
      [1, 0, 2],
      [1, 2, 0],
      [2, 0, 1],
      [2, 1, 0],
    ]
    const occasions: Occasion[] = occasionsOf(p)
    const best = Math.min(
      ...orders.map((order) => {
        const plans: PiecePlan[] = []
        for (const i of order) plans.push(planPiece(jobs[i], occasions, capacityLeft(p, plans), T0)[0])
        return fits(p, plans) ? plans.reduce((sum, plan) => sum + plan.cost, 0) : Infinity
      }),
    )
    expect(joint?.cost).toBeLessThanOrEqual(best + 1e-9)
    expect(joint && fits(p, allPlans(joint))).toBe(true)
  })

  it('the same studio gets the same days', () => {
    const p = problem([job('a', [free('x')]), job('b', [free('y', 90)])], [session('s', 0), session('t', 24)])
    const run = () => [...improvements(p, firstPlan(p), 10, 7)].map(({ better }) => better?.cost ?? null)
    expect(run()).toEqual(run())
  })
})

describe('what a plan of days costs, and what it may not do', () => {
  const week = [session('a', 20), session('b', 44)]

  it('each day late costs what it is said to', () => {
    const tasks = [free('paint'), { ...bisque, footDriest: null }]
    const dry = { now: { water: { wall: 0, foot: 0 }, cover: 'open' as const } }
    const kilns = [kiln('k', 72)]
    const due = (dueMs: number | null) => alone(job('p', tasks, { ...dry, dueMs }), week, kilns)
    const openMs = T0 + (72 + 24) * HOUR
    expect(due(openMs).cost).toBeCloseTo(due(null).cost, 9)
    expect(due(openMs - 48 * HOUR).cost - due(null).cost).toBeCloseTo(2 * COST.dayLate, 9)
  })

  it('a piece that lies sealed does not go into the kiln, however dry it is', () => {
    const tasks: Task[] = [{ ...bisque }]
    const at = (cover: Cover) =>
      alone(job('p', tasks, { now: { water: { wall: 0, foot: 0.01 }, cover } }), [], [kiln('k', 30)])
    expect(at('open').firings).toHaveLength(1)
    expect(at('sealed').firings).toHaveLength(0)
  })
})
