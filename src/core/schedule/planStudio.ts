import { AT_ONCE } from '../model/calendar'
import { interleave, type TouchedVisit } from './interleave'
import { NO_SIBLINGS, COST, type SiblingLots, type Capacity, type Occasion, type PiecePlan } from './plan'
import { BEAM, type BeamSettings } from './beam'
import { planPiece } from './planPiece'
import { partitions } from './partitions'
import type { Kiln, Session } from './sessions'
import { ofPots, type Job } from './task'

/** The days of a studio: for each job, by its id, the plans of the lots into which it is divided; one, if it is not. */
export interface StudioPlan {
  readonly plans: ReadonlyMap<string, readonly PiecePlan[]>
  readonly cost: number
}

export interface StudioProblem {
  readonly jobs: readonly Job[]
  readonly sessions: readonly Session[]
  readonly kilns: readonly Kiln[]
  readonly nowMs: number
  readonly settings?: BeamSettings
}

/** Sessions and kilns in order of time. */
export const occasionsOf = ({ sessions, kilns }: Pick<StudioProblem, 'sessions' | 'kilns'>): Occasion[] =>
  [
    ...sessions.map((session): Occasion => ({ kind: 'session', session })),
    ...kilns.map((kiln): Occasion => ({ kind: 'kiln', kiln })),
  ].sort((a, b) => timeOf(a) - timeOf(b))

const timeOf = (occasion: Occasion) => (occasion.kind === 'session' ? occasion.session.startMs : occasion.kiln.startMs)

/** All plans of a studio, one for each lot. */
export const allPlans = ({ plans }: Pick<StudioPlan, 'plans'>): PiecePlan[] => [...plans.values()].flat()

/** Minutes of all hands that a session still has. */
const minutesOf = ({ startMs, endMs, hands }: Session, nowMs: number): number =>
  (hands * Math.max(0, endMs - Math.max(startMs, nowMs))) / 60_000

/** Hands and places that some plans leave. A session that is running has only what is left of it. */
export function capacityLeft(problem: StudioProblem, taken: Iterable<PiecePlan>): Capacity {
  const hands = new Map(problem.sessions.map((session) => [session.id, minutesOf(session, problem.nowMs)]))
  const places = new Map(problem.kilns.map((k) => [k.booking.id, k.booking.places]))
  for (const { job, visits, firings } of taken) {
    for (const visit of visits) hands.set(visit.session.id, (hands.get(visit.session.id) ?? 0) - visit.hands)
    for (const { kiln } of firings) places.set(kiln.booking.id, (places.get(kiln.booking.id) ?? 0) - job.pots.length)
  }
  return { hands, places }
}

/** Whether plans fit together: hands, kiln places, and the touches of each session one after another, none too late for its clay. */
export function fits(problem: StudioProblem, plans: readonly PiecePlan[]): boolean {
  const { hands, places } = capacityLeft(problem, plans)
  if ([...hands.values()].some((left) => left < -1e-6) || [...places.values()].some((left) => left < 0)) return false
  return [...visitsBySession(plans)].every(([, visits]) => inTime(visits))
}

/** Whether hands come round to all visits of a session before it ends, and before their clay is too dry. */
function inTime(visits: readonly TouchedVisit[]): boolean {
  const { endMs, late } = interleave(visits)
  return !late && endMs <= visits[0].visit.session.endMs
}

/** Whether one more plan fits beside others that fit together: only its own sessions and kilns are looked at. */
export function fitsBeside(problem: StudioProblem, others: readonly PiecePlan[], plan: PiecePlan): boolean {
  for (const { kiln } of plan.firings) {
    const taken = others.reduce(
      (sum, other) => sum + (other.firings.some((f) => f.kiln === kiln) ? other.job.pots.length : 0),
      plan.job.pots.length,
    )
    if (taken > kiln.booking.places) return false
  }
  const own = new Set(plan.visits.map((visit) => visit.session.id))
  return [...visitsBySession([...others, plan], own)].every(
    ([, visits]) =>
      visits.reduce((sum, { visit }) => sum + visit.hands, 0) <=
        minutesOf(visits[0].visit.session, problem.nowMs) + 1e-6 && inTime(visits),
  )
}

/** Visits by session, of some sessions or of all; those in which hands do nothing but change a cover at once are not among them. */
export function visitsBySession(plans: Iterable<PiecePlan>, only?: ReadonlySet<string>): Map<string, TouchedVisit[]> {
  const sessions = new Map<string, TouchedVisit[]>()
  for (const { job, visits } of plans) {
    for (const visit of visits) {
      if (visit.session.startMs === visit.session.endMs || (only && !only.has(visit.session.id))) continue
      const list = sessions.get(visit.session.id) ?? []
      list.push({ jobId: job.id, pots: job.pots.length, visit })
      sessions.set(visit.session.id, list)
    }
  }
  return sessions
}

/**
 * What the plans of one set cost together, as they are now, whatever was planned first: a session in which the set is worked on counts
 * once, each further lot there a little, a look where it is worked on anyway hardly anything, and the set is in process as long as its
 * longest lot. Each lot beyond the first costs something, so that it is divided only where that helps.
 */
export function costOf(plans: readonly PiecePlan[]): number {
  const working = new Map<string, number>()
  const looks: string[] = []
  for (const { visits } of plans)
    for (const { session, tasks } of visits) {
      if (tasks.length) working.set(session.id, (working.get(session.id) ?? 0) + 1)
      else if (session.id !== AT_ONCE) looks.push(session.id)
    }
  const coming =
    [...working.values()].reduce((sum, lots) => sum + COST.visit + COST.together * (lots - 1), 0) +
    looks.reduce((sum, id) => sum + (working.has(id) ? COST.lookThere : COST.look), 0)
  return (
    plans.reduce((sum, plan) => sum + plan.ownCost, 0) +
    coming +
    Math.max(0, ...plans.map(({ days }) => days)) * COST.setDay +
    COST.split * Math.max(0, plans.length - 1)
  )
}

export const costOfAll = (plans: ReadonlyMap<string, readonly PiecePlan[]>): number =>
  [...plans.values()].reduce((sum, lots) => sum + costOf(lots), 0)

/** What the lots of a set that are planned already offer to the next. */
const siblingsOf = (lots: readonly PiecePlan[]): SiblingLots =>
  lots.length === 0
    ? NO_SIBLINGS
    : {
        sessions: new Set(lots.flatMap(({ visits }) => visits.filter((v) => v.tasks.length).map((v) => v.session.id))),
        days: Math.max(...lots.map(({ days }) => days)),
      }

/** Plans one lot among others. When the touches of a session do not fit, that session is closed to it and it is planned again. */
function planAmong(
  problem: StudioProblem,
  job: Job,
  others: readonly PiecePlan[],
  lots: readonly PiecePlan[],
  occasions: readonly Occasion[],
): PiecePlan {
  const siblings = siblingsOf(lots)
  const left = capacityLeft(problem, [...others, ...lots])
  const hands = new Map(left.hands)
  for (let attempt = 0; ; attempt++) {
    const [plan] = planPiece(
      job,
      occasions,
      { hands, places: left.places },
      problem.nowMs,
      problem.settings ?? BEAM,
      1,
      siblings,
    )
    const own = new Set(plan.visits.map((visit) => visit.session.id))
    const crowded = [...visitsBySession([...others, ...lots, plan], own)].filter(([, visits]) => !inTime(visits))
    if (!crowded.length) return plan
    if (attempt > 12)
      return {
        ...plan,
        visits: [],
        firings: [],
        unplaced: job.tasks,
        cost: plan.cost + 1000,
        ownCost: plan.cost + 1000,
      }
    for (const [sessionId] of crowded) hands.set(sessionId, 0)
  }
}

/** Plans a set divided into lots of some sizes, one after another. */
export function planDivided(
  problem: StudioProblem,
  job: Job,
  sizes: readonly number[],
  others: readonly PiecePlan[],
  occasions: readonly Occasion[],
  limit = Infinity,
): readonly PiecePlan[] | null {
  const lots: PiecePlan[] = []
  let from = 0
  for (const size of sizes) {
    lots.push(planAmong(problem, ofPots(job, job.pots.slice(from, from + size)), others, lots, occasions))
    from += size
    if (costOf(lots) > limit) return null
  }
  return lots
}

/**
 * Plans a set among others again, divided as it may be worth it. The cheapest is kept; a trial ends as soon as it costs more than the
 * best so far.
 */
function planSet(
  problem: StudioProblem,
  job: Job,
  whole: readonly PiecePlan[],
  others: readonly PiecePlan[],
  occasions: readonly Occasion[],
): readonly PiecePlan[] {
  let best = whole
  for (const sizes of partitions(job, problem.sessions)) {
    const trial = planDivided(problem, job, sizes, others, occasions, costOf(best) - 1e-9)
    if (trial) best = trial
  }
  return best
}

/**
 * Sets that do not fit whole divided, one after another; gives the plan after each set that was tried, the same one where dividing it does
 * not help.
 */
export function* divisions(problem: StudioProblem, plan: StudioPlan): Generator<StudioPlan> {
  const occasions = occasionsOf(problem)
  let at = plan
  for (const job of problem.jobs) {
    const whole = at.plans.get(job.id) ?? []
    if (job.pots.length < 2 || whole.every(({ unplaced }) => unplaced.length === 0)) continue
    const others = allPlans({ plans: new Map([...at.plans].filter(([id]) => id !== job.id)) })
    const divided = planSet(problem, job, whole, others, occasions)
    if (divided !== whole) {
      const plans = new Map(at.plans).set(job.id, divided)
      at = { plans, cost: costOfAll(plans) }
    }
    yield at
  }
}

/** A first plan with its sets divided where they do not fit whole. */
export function dividedPlan(problem: StudioProblem): StudioPlan {
  let at = firstPlan(problem)
  for (const next of divisions(problem, at)) at = next
  return at
}

/** A first plan, no set divided: what the artist put somewhere, then by due date, then by how little water is left. */
export function firstPlan(problem: StudioProblem): StudioPlan {
  const occasions = occasionsOf(problem)
  const order = problem.jobs
    .slice()
    .sort(
      (a, b) =>
        Math.sign(b.pins.size) - Math.sign(a.pins.size) ||
        (a.dueMs ?? Infinity) - (b.dueMs ?? Infinity) ||
        (a.now?.water.wall ?? 1) - (b.now?.water.wall ?? 1),
    )
  return inOrder(
    order,
    new Map(),
    (job, others) => planDivided(problem, job, [job.pots.length], others, occasions) ?? [],
  )
}

export function inOrder(
  order: readonly Job[],
  kept: ReadonlyMap<string, readonly PiecePlan[]>,
  plan: (job: Job, others: readonly PiecePlan[]) => readonly PiecePlan[],
): StudioPlan {
  const plans = new Map(kept)
  for (const job of order) plans.set(job.id, plan(job, [...plans.values()].flat()))
  return { plans, cost: costOfAll(plans) }
}
