import { interleave, type Touch, type TouchedVisit } from './interleave'
import type { PlannedVisit } from './plan'
import { lowerBound, runningOrder, type OrderProblem, type OrderTask } from './runningOrder'
import { waitAfter, type HandTask } from './task'
import { MINUTE } from '../base/spans'

/** Minutes to wash [our choice]: from a lighter colour to a darker one, otherwise, and to or from a tool that lays no colour. */
const RINSE = 2
const WASH = 5
const NO_COLOUR = 1

/** Minutes that an order against good habit costs [our choice]. */
const INSIDE_FIRST = 2
const LIGHT_FIRST = 3

/** Colours this far apart in L* are a lighter and a darker one. */
const LIGHTER_BY = 10

/** So many stretches of hands are put in order by search; more follow whoever is ready first. */
const MOST_SEARCHED = 120

/** The touches of a session in their order, and how far from the best that order may be. */
export interface SessionOrder {
  readonly touches: readonly Touch[]
  /** Times at which hands change colour or tool. */
  readonly changes: number
  /** Share by which the order may be dearer than the best one, at most; null where it was not searched for. */
  readonly gap: number | null
}

interface Stretch {
  readonly jobId: string
  readonly task: number
  readonly of: HandTask
  readonly order: OrderTask
}

const touchesAll = (parts: readonly string[]) => parts.length === 0

/** Whether two tasks touch the same part of a pot: then the later waits for the earlier to dry. */
function sameSurface(a: HandTask, b: HandTask): boolean {
  if (a.kind === 'make' || b.kind === 'make' || touchesAll(a.parts) || touchesAll(b.parts)) return true
  return a.parts.some((part) => b.parts.includes(part))
}

/** Minutes from the end of the first touch to a task, where the clay only dries from then on. */
const sinceTouched = ({ tasks, earliestMs, driesFromTouch }: PlannedVisit, then: number, pots: number): number =>
  driesFromTouch ? (earliestMs[then] - earliestMs[0]) / MINUTE - tasks[0].each * pots : 0

/** The stretches of one visit; a lot has as many strands as there are hands for its pots. */
function stretchesOf({ jobId, pots, visit }: TouchedVisit): Stretch[] {
  const { session, tasks } = visit
  const strands = Math.min(pots, session.hands)
  const own = Math.ceil(pots / strands)
  const minutes = (ms: number) => (ms - session.startMs) / MINUTE
  return tasks.flatMap((task, i) =>
    Array.from({ length: strands }, (_, strand): Stretch => ({
      jobId,
      task: i,
      of: task,
      order: {
        id: `${jobId} ${i} ${strand}`,
        hands: own * task.each,
        lot: jobId,
        family: task.kind === 'make' ? 'making' : task.family,
        after: tasks.slice(0, i).flatMap((before, k) =>
          sameSurface(before, task)
            ? [
                {
                  id: `${jobId} ${k} ${strand}`,
                  lag: Math.max(waitAfter(before, own, 1), k === 0 ? sinceTouched(visit, i, own) : 0),
                },
              ]
            : [],
        ),
        release: Math.max(0, minutes(Math.max(visit.startMs, visit.earliestMs[i]))),
        ...(Number.isFinite(visit.latestMs[i]) ? { latest: minutes(visit.latestMs[i]) + 1 } : {}),
      },
    })),
  )
}

function orderProblem(
  visits: readonly TouchedVisit[],
  stretches: readonly Stretch[],
  insideFirst: boolean,
): OrderProblem {
  const { session } = visits[0].visit
  const light = new Map(stretches.map(({ of, order }) => [order.family, of.kind === 'work' ? of.light : null]))
  const cleanUp = (from: string, to: string) => {
    const [a, b] = [light.get(from) ?? null, light.get(to) ?? null]
    return a === null || b === null ? NO_COLOUR : a >= b ? RINSE : WASH
  }
  const firstOf = new Map<string, Stretch>()
  for (const stretch of stretches) if (!firstOf.has(stretch.order.family)) firstOf.set(stretch.order.family, stretch)
  const colours = [...firstOf.values()].filter(({ order }) => (light.get(order.family) ?? null) !== null)
  const lightFirst = colours.flatMap((first) =>
    colours
      .filter((then) => (light.get(first.order.family) ?? 0) > (light.get(then.order.family) ?? 0) + LIGHTER_BY)
      .map((then) => ({ first: first.order.id, then: then.order.id, minutes: LIGHT_FIRST })),
  )
  const isOn = ({ of }: Stretch, side: string) => of.kind === 'work' && of.parts.length === 1 && of.parts[0] === side
  const inside = insideFirst
    ? stretches.flatMap((first) =>
        isOn(first, 'inside')
          ? stretches
              .filter((then) => then.jobId === first.jobId && isOn(then, 'outside'))
              .slice(0, 1)
              .map((then) => ({ first: first.order.id, then: then.order.id, minutes: INSIDE_FIRST }))
          : [],
      )
    : []
  return {
    tasks: stretches.map(({ order }) => order),
    hands: session.hands,
    end: (session.endMs - session.startMs) / MINUTE,
    cleanUp,
    soft: [...lightFirst, ...inside],
  }
}

/**
 * The order of work in a session: coats, waits until matte, other surfaces of the same pot, other lots in rotation, washing as seldom
 * as possible, light before dark, inside before outside where that is the studio’s way. Where washing leaves no time for all of it,
 * whoever is ready first has the hands, as the days were planned.
 */
export function sessionOrder(visits: readonly TouchedVisit[], insideFirst: boolean, rounds: number): SessionOrder {
  const plain = (): SessionOrder => ({ touches: interleave(visits).touches, changes: 0, gap: null })
  const worked = visits.filter(({ visit }) => visit.tasks.length > 0)
  if (!worked.length) return plain()
  const stretches = worked.flatMap(stretchesOf)
  if (stretches.length > MOST_SEARCHED) return plain()
  const problem = orderProblem(worked, stretches, insideFirst)
  const order = runningOrder(problem, rounds)
  if (order.lateBy > 1e-6) return plain()
  const { startMs } = worked[0].visit.session
  const touches = new Map<string, Touch>()
  stretches.forEach(({ jobId, task, order: { hands } }, i) => {
    const key = `${jobId} ${task}`
    const from = startMs + order.starts[i] * MINUTE
    const to = from + hands * MINUTE
    const other = touches.get(key)
    touches.set(key, {
      jobId,
      task,
      startMs: Math.min(from, other?.startMs ?? from),
      endMs: Math.max(to, other?.endMs ?? to),
    })
  })
  const bound = lowerBound(problem)
  return {
    touches: [...touches.values()].sort((a, b) => a.startMs - b.startMs),
    changes: order.changes,
    gap: bound > 0 ? Math.max(0, order.cost / bound - 1) : 0,
  }
}
