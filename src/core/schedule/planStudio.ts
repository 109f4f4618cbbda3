import { seededRandom } from '../base/random'
import { interleave, type TouchedVisit } from './interleave'
import { ALONE, COST, type Beside, type Capacity, type Occasion, type PiecePlan } from './plan'
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
function fitsBeside(problem: StudioProblem, others: readonly PiecePlan[], plan: PiecePlan): boolean {
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

/** What the plans of one set cost together: each lot beyond the first costs something, so that it is divided only where that helps. */
const costOf = (plans: readonly PiecePlan[]): number =>
  plans.reduce((sum, plan) => sum + plan.cost, 0) + COST.split * Math.max(0, plans.length - 1)

const costOfAll = (plans: ReadonlyMap<string, readonly PiecePlan[]>): number =>
  [...plans.values()].reduce((sum, lots) => sum + costOf(lots), 0)

/** What the lots of a set that are planned already offer to the next. */
const besideOf = (lots: readonly PiecePlan[]): Beside =>
  lots.length === 0
    ? ALONE
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
  const beside = besideOf(lots)
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
      beside,
    )
    const own = new Set(plan.visits.map((visit) => visit.session.id))
    const crowded = [...visitsBySession([...others, ...lots, plan], own)].filter(([, visits]) => !inTime(visits))
    if (!crowded.length) return plan
    if (attempt > 12) return { ...plan, visits: [], firings: [], unplaced: job.tasks, cost: plan.cost + 1000 }
    for (const [sessionId] of crowded) hands.set(sessionId, 0)
  }
}

/** Plans a set divided into lots of some sizes, one after another. */
function planDivided(
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
 * Plans a set among others: whole and, where that leaves something out, divided as it may be worth it. The cheapest is kept; a trial
 * ends as soon as it costs more than the best so far.
 */
function planSet(
  problem: StudioProblem,
  job: Job,
  others: readonly PiecePlan[],
  occasions: readonly Occasion[],
): readonly PiecePlan[] {
  let best: readonly PiecePlan[] = planDivided(problem, job, [job.pots.length], others, occasions) ?? []
  if (best.every(({ unplaced }) => unplaced.length === 0)) return best
  for (const sizes of partitions(job, problem.sessions)) {
    const trial = planDivided(problem, job, sizes, others, occasions, costOf(best) - 1e-9)
    if (trial) best = trial
  }
  return best
}

/** A first plan: pieces that the artist put somewhere, then in order of due date, then of how little water they have left. */
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
  return inOrder(order, new Map(), (job, others) => planSet(problem, job, others, occasions))
}

function inOrder(
  order: readonly Job[],
  kept: ReadonlyMap<string, readonly PiecePlan[]>,
  plan: (job: Job, others: readonly PiecePlan[]) => readonly PiecePlan[],
): StudioPlan {
  const plans = new Map(kept)
  for (const job of order) plans.set(job.id, plan(job, [...plans.values()].flat()))
  return { plans, cost: costOfAll(plans) }
}

/** Alternatives kept for each piece in the exact search, and combinations after which it gives up. */
const ALTERNATIVES = 24
const MOST_TRIED = 1500

/**
 * Exact over the cheapest alternatives of a few undivided pieces that share sessions: branch and bound on their sum, the rest held
 * fixed. The bound is the sum of each piece's cheapest.
 */
export function jointPlan(
  problem: StudioProblem,
  jobs: readonly Job[],
  kept: ReadonlyMap<string, readonly PiecePlan[]>,
): StudioPlan | null {
  const occasions = occasionsOf(problem)
  const others = [...kept.values()].flat()
  const left = capacityLeft(problem, others)
  const choices = jobs.map((job) =>
    planPiece(job, occasions, left, problem.nowMs, problem.settings ?? BEAM, ALTERNATIVES),
  )
  const cheapestFrom = choices.map((_, i) =>
    choices.slice(i).reduce((sum, list) => sum + (list[0]?.cost ?? Infinity), 0),
  )
  let best: { plans: PiecePlan[]; cost: number } | null = null
  let tried = 0
  const search = (i: number, chosen: PiecePlan[], cost: number) => {
    if (tried > MOST_TRIED || (best && cost + (cheapestFrom[i] ?? 0) >= best.cost - 1e-9)) return
    if (i === jobs.length) {
      best = { plans: chosen.slice(), cost }
      return
    }
    for (const plan of choices[i]) {
      if (best && cost + plan.cost + (cheapestFrom[i + 1] ?? 0) >= best.cost - 1e-9) break
      tried++
      if (fitsBeside(problem, [...others, ...chosen], plan)) search(i + 1, [...chosen, plan], cost + plan.cost)
    }
  }
  search(0, [], 0)
  const found = best as { plans: PiecePlan[]; cost: number } | null
  if (!found) return null
  const plans = new Map(kept)
  for (const plan of found.plans) plans.set(plan.job.id, [plan])
  return { plans, cost: costOfAll(plans) }
}

/**
 * Improves a plan: takes out one to four pieces that share sessions and plans them again, in another order or, for three or four that
 * are not divided, jointly; a set is then divided as it was, or otherwise. Gives each better plan; seeded, so that the same studio
 * gets the same days.
 */
export function* improvements(
  problem: StudioProblem,
  start: StudioPlan,
  rounds: number,
  seed = 1,
): Generator<{ round: number; better: StudioPlan | null }> {
  const random = seededRandom(seed)
  const occasions = occasionsOf(problem)
  let best = start
  for (let round = 1; round <= rounds && problem.jobs.length; round++) {
    const taken = neighbours(problem, best, 1 + Math.floor(random() * 4), random)
    const kept = new Map([...best.plans].filter(([id]) => !taken.some((job) => job.id === id)))
    const whole = taken.every((job) => (best.plans.get(job.id)?.length ?? 1) === 1)
    const again = (job: Job, others: readonly PiecePlan[]) =>
      planDivided(problem, job, sizesAgain(problem, job, best, random), others, occasions) ?? []
    const trial =
      taken.length >= 3 && whole && random() < 0.5
        ? jointPlan(problem, taken, kept)
        : inOrder(shuffled(taken, random), kept, again)
    const better = trial && trial.cost < best.cost - 1e-6 ? trial : null
    if (better) best = better
    yield { round, better }
  }
}

/** How a set is divided when it is planned again: as it was, in another order, or by one pot moved from one lot to another. */
function sizesAgain(problem: StudioProblem, job: Job, plan: StudioPlan, random: () => number): readonly number[] {
  const sizes = (plan.plans.get(job.id) ?? []).map((lot) => lot.job.pots.length)
  if (job.pots.length === 1 || sizes.length === 0) return [job.pots.length]
  const chance = random()
  if (sizes.length === 1) {
    const unplaced = (plan.plans.get(job.id)?.[0].unplaced.length ?? 0) > 0
    const ways = unplaced || chance < 0.15 ? partitions(job, problem.sessions) : []
    return ways.length ? ways[Math.floor(random() * ways.length)] : sizes
  }
  if (chance < 0.25) return shuffled(sizes, random)
  if (chance < 0.5) {
    // Two lots joined.
    const at = Math.floor(random() * (sizes.length - 1))
    return [...sizes.slice(0, at), sizes[at] + sizes[at + 1], ...sizes.slice(at + 2)]
  }
  if (chance < 0.8) {
    const moved = sizes.slice()
    const from = Math.floor(random() * moved.length)
    const to = Math.floor(random() * moved.length)
    moved[from]--
    moved[to]++
    return moved.filter((size) => size > 0)
  }
  return sizes
}

/** A piece, dear ones first, and others that share a session or a kiln with it. */
function neighbours(problem: StudioProblem, plan: StudioPlan, count: number, random: () => number): Job[] {
  const cost = ({ id }: Job) => costOf(plan.plans.get(id) ?? [])
  const sessions = ({ id }: Job) => (plan.plans.get(id) ?? []).flatMap(({ visits }) => visits.map((v) => v.session.id))
  const byCost = problem.jobs.slice().sort((a, b) => cost(b) - cost(a))
  const first = byCost[Math.floor(random() ** 2 * byCost.length)]
  const own = new Set(sessions(first))
  const sharing = problem.jobs.filter((job) => job !== first && sessions(job).some((id) => own.has(id)))
  const pool = shuffled(sharing.length >= count - 1 ? sharing : problem.jobs.filter((job) => job !== first), random)
  return [first, ...pool.slice(0, count - 1)]
}

function shuffled<T>(list: readonly T[], random: () => number): T[] {
  const out = list.slice()
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[out[i], out[j]] = [out[j], out[i]]
  }
  return out
}
