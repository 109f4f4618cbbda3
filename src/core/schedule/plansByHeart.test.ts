import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base/random'
import { chancesOf } from './chance'
import { bisque, free, job, kiln, problem, session, T0, work } from './fixtures/jobs'
import { HOUR } from '../base/spans'
import { improvements } from './improvements'
import type { PiecePlan } from './plan'
import { allPlans, dividedPlan, fits, visitsBySession, type StudioProblem } from './planStudio'
import { sessionOrder } from './sessionOrder'
import type { Session } from './sessions'
import type { Job, Task } from './task'

/* Studios drawn by lot, and the days they get, word for word: whoever changes how days are planned sees here what becomes otherwise. */

const hour = (ms: number | null) => (ms === null ? '–' : ((ms - T0) / HOUR).toFixed(2))

/** A plan as text: a line for each visit and firing. */
const written = (plan: PiecePlan, nowMs: number): string[] => {
  const chances = chancesOf(plan, nowMs)
  return [
    `${plan.job.id} ×${plan.job.pots.length}: cost ${plan.cost.toFixed(3)}, days ${plan.days.toFixed(2)}` +
      (plan.unplaced.length ? `, left over ${plan.unplaced.map((task) => task.stepId ?? 'make').join(' ')}` : ''),
    ...plan.visits.map(
      (v, i) =>
        `  ${v.session.id} ${hour(v.startMs)}–${hour(v.endMs)} [${v.tasks.map((t) => t.stepId ?? 'make').join(' ')}]` +
        ` opens ${hour(v.opensMs)} → ${v.cover} at ${hour(v.coveredMs)}, hands ${v.hands.toFixed(0)}` +
        ` from ${v.earliestMs.map(hour).join(' ')} to ${v.latestMs.map((ms) => (ms === Infinity ? '∞' : hour(ms))).join(' ')}` +
        ` at ${v.water.map((x) => x.toFixed(3)).join(' ')} left ${v.leftAt.toFixed(3)}${v.driesFromTouch ? ' from touch' : ''}` +
        ` chance ${chances[i]?.toFixed(3) ?? '–'}`,
    ),
    ...plan.firings.map(({ kiln: { booking } }) => `  fired in ${booking.id}`),
  ]
}

const WINDOWS = [
  [0.75, 0.45],
  [0.6, 0.3],
  [0.45, 0.12],
  [0.3, 0.05],
] as const

/** A studio drawn by lot: sets and single pieces, some to be made, coats that bring water, sessions of one or two pairs of hands. */
function drawn(seed: number): StudioProblem {
  const random = seededRandom(seed)
  const among = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]
  const jobs = Array.from({ length: 1 + Math.floor(random() * 3) }, (_, n): Job => {
    const pots = Array.from({ length: among([1, 1, 2, 4, 7]) }, (_, i) => i + 1)
    const toMake = random() < 0.35
    const first = Math.floor(random() * 3)
    const works = WINDOWS.slice(first, first + 1 + Math.floor(random() * 2)).flatMap(([wettest, driest], i): Task[] => {
      const id = `${'abc'[n]}${i}`
      const one = work(id, wettest, driest, among([12, 25, 40]), among([0, 5, 20]))
      return random() < 0.5
        ? [
            { ...one, family: 'slip', wets: random() < 0.5 ? 0.03 : 0, coat: 0, coats: 2, light: among([20, 70]) },
            { ...one, family: 'slip', coat: 1, coats: 2, light: 50 },
          ]
        : [{ ...one, bottle: random() < 0.3 ? 6 : null, parts: [among(['inside', 'outside'])] }]
    })
    const tasks: Task[] = [
      ...(toMake ? [{ kind: 'make', stepId: null, each: 20, wait: 0 } as const] : []),
      ...works,
      free(`dust${n}`, 8, 3),
      ...(random() < 0.7 ? [bisque] : []),
    ]
    return job('abc'[n], tasks, {
      pots,
      of: pots.length + among([0, 0, 1]),
      now: toMake
        ? null
        : {
            water: { wall: 0.5 + 0.5 * random(), foot: 0.9 },
            cover: among(['open', 'draped', 'sealed']),
            unseen: 0.1 * random(),
          },
      dueMs: random() < 0.3 ? T0 + 60 * HOUR : null,
      pins: new Map(random() < 0.3 ? [[`dust${n}`, 's2']] : []),
    })
  })
  const sessions = Array.from({ length: 5 }, (_, i): Session =>
    session(`s${i}`, 4 + 20 * i + Math.floor(6 * random()), 2 + Math.floor(3 * random()), among([1, 1, 2])),
  )
  return problem(jobs, sessions, [kiln('small', 50, 3), kiln('large', 104, 12)])
}

describe('days, word for word', () => {
  it.each(Array.from({ length: 14 }, (_, i) => i + 1))('of studio %i', (seed) => {
    const asked = drawn(seed)
    let plan = dividedPlan(asked)
    for (const { better } of improvements(asked, plan, 6, seed)) if (better) plan = better
    expect(fits(asked, allPlans(plan))).toBe(true)
    const plans = allPlans(plan)
    const orders = [...visitsBySession(plans)].map(([id, visits]) => {
      const { touches, changes, gap } = sessionOrder(visits, seed % 2 === 0, 60)
      const turns = touches.map(({ jobId, task, startMs, endMs }) => `${jobId}${task} ${hour(startMs)}–${hour(endMs)}`)
      return `${id}: ${turns.join(', ')}; changes ${changes}, gap ${gap?.toFixed(3) ?? '–'}`
    })
    const lines = [`in all ${plan.cost.toFixed(3)}`, ...plans.flatMap((one) => written(one, T0)), ...orders]
    expect(lines.join('\n')).toMatchSnapshot()
  })
})
