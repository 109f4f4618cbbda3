import { seededRandom } from '../base/random'
import { interleave, type TouchedVisit } from './interleave'
import { BEAM, planPiece, type BeamSettings, type Capacity, type Occasion, type PiecePlan } from './planPiece'
import type { Kiln, Session } from './sessions'
import type { Job } from './task'

/** The days of a studio. */
export interface StudioPlan {
  readonly plans: ReadonlyMap<string, PiecePlan>
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

/** Hands and places that the plans of some pieces leave. A session that is running has only what is left of it. */
export function capacityLeft(problem: StudioProblem, taken: Iterable<PiecePlan>): Capacity {
  const hands = new Map(
    problem.sessions.map((s) => [s.id, Math.max(0, s.endMs - Math.max(s.startMs, problem.nowMs)) / 60_000]),
  )
  const places = new Map(problem.kilns.map((k) => [k.booking.id, k.booking.places]))
  const counts = new Map(problem.jobs.map((job) => [job.pieceId, job.count]))
  for (const plan of taken) {
    for (const visit of plan.visits) hands.set(visit.session.id, (hands.get(visit.session.id) ?? 0) - visit.hands)
    for (const { kiln } of plan.firings)
      places.set(kiln.booking.id, (places.get(kiln.booking.id) ?? 0) - (counts.get(plan.pieceId) ?? 1))
  }
  return { hands, places }
}

/** Whether plans fit together: hands, kiln places, and the touches of each session one after another, none too late for its clay. */
export function fits(problem: StudioProblem, plans: readonly PiecePlan[]): boolean {
  const { hands, places } = capacityLeft(problem, plans)
  if ([...hands.values()].some((left) => left < -1e-6) || [...places.values()].some((left) => left < 0)) return false
  return [...visitsBySession(plans)].every(([, visits]) => inTime(visits))
}

/** Whether one pair of hands comes round to all visits of a session before it ends, and before their clay is too dry. */
function inTime(visits: readonly TouchedVisit[]): boolean {
  const { endMs, late } = interleave(visits)
  return !late && endMs <= visits[0].visit.session.endMs
}

/** Whether one more plan fits beside others that fit together: only its own sessions and kilns are looked at. */
function fitsBeside(problem: StudioProblem, others: readonly PiecePlan[], plan: PiecePlan): boolean {
  const counts = new Map(problem.jobs.map((job) => [job.pieceId, job.count]))
  for (const { kiln } of plan.firings) {
    const taken = others.reduce(
      (sum, other) => sum + (other.firings.some((f) => f.kiln === kiln) ? (counts.get(other.pieceId) ?? 1) : 0),
      counts.get(plan.pieceId) ?? 1,
    )
    if (taken > kiln.booking.places) return false
  }
  for (const sessionId of new Set(plan.visits.map((visit) => visit.session.id))) {
    const visits = [...others, plan].flatMap((p) =>
      p.visits.filter((visit) => visit.session.id === sessionId).map((visit) => ({ pieceId: p.pieceId, visit })),
    )
    const { session } = visits[0].visit
    const minutes = (session.endMs - Math.max(session.startMs, problem.nowMs)) / 60_000
    if (visits.reduce((sum, { visit }) => sum + visit.hands, 0) > minutes + 1e-6 || !inTime(visits)) return false
  }
  return true
}

export function visitsBySession(plans: Iterable<PiecePlan>): Map<string, TouchedVisit[]> {
  const sessions = new Map<string, TouchedVisit[]>()
  for (const plan of plans) {
    for (const visit of plan.visits) {
      const list = sessions.get(visit.session.id) ?? []
      list.push({ pieceId: plan.pieceId, visit })
      sessions.set(visit.session.id, list)
    }
  }
  return sessions
}

const costOf = (plans: Iterable<PiecePlan>) => [...plans].reduce((sum, plan) => sum + plan.cost, 0)

/** Plans one piece among others. When the touches of a session do not fit, that session is closed to it and it is planned again. */
function planAmong(
  problem: StudioProblem,
  job: Job,
  others: readonly PiecePlan[],
  occasions: readonly Occasion[],
): PiecePlan {
  const left = capacityLeft(problem, others)
  const hands = new Map(left.hands)
  for (let attempt = 0; ; attempt++) {
    const [plan] = planPiece(job, occasions, { hands, places: left.places }, problem.nowMs, problem.settings ?? BEAM)
    const crowded = [...visitsBySession([...others, plan])].filter(
      ([, visits]) => visits.some((v) => v.pieceId === job.pieceId) && !inTime(visits),
    )
    if (!crowded.length || attempt > 12)
      return crowded.length ? { ...plan, visits: [], firings: [], unplaced: job.tasks, cost: plan.cost + 1000 } : plan
    for (const [sessionId] of crowded) hands.set(sessionId, 0)
  }
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
  return inOrder(problem, order, new Map(), occasions)
}

function inOrder(
  problem: StudioProblem,
  order: readonly Job[],
  kept: ReadonlyMap<string, PiecePlan>,
  occasions: readonly Occasion[],
): StudioPlan {
  const plans = new Map(kept)
  for (const job of order) plans.set(job.pieceId, planAmong(problem, job, [...plans.values()], occasions))
  return { plans, cost: costOf(plans.values()) }
}

/** Alternatives kept for each piece in the exact search, and combinations after which it gives up. */
const ALTERNATIVES = 24
const MOST_TRIED = 1500

/**
 * Exact over the cheapest alternatives of a few pieces that share sessions: branch and bound on their sum, the rest held fixed.
 * The bound is the sum of each piece's cheapest.
 */
export function jointPlan(
  problem: StudioProblem,
  jobs: readonly Job[],
  kept: ReadonlyMap<string, PiecePlan>,
): StudioPlan | null {
  const occasions = occasionsOf(problem)
  const others = [...kept.values()]
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
  for (const plan of found.plans) plans.set(plan.pieceId, plan)
  return { plans, cost: costOf(plans.values()) }
}

/**
 * Improves a plan: takes out one to four pieces that share sessions and plans them again, in another order or, for three or four,
 * jointly. Gives each better plan; seeded, so that the same studio gets the same days.
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
    const kept = new Map([...best.plans].filter(([id]) => !taken.some((job) => job.pieceId === id)))
    const trial =
      taken.length >= 3 && random() < 0.5
        ? jointPlan(problem, taken, kept)
        : inOrder(problem, shuffled(taken, random), kept, occasions)
    const better = trial && trial.cost < best.cost - 1e-6 ? trial : null
    if (better) best = better
    yield { round, better }
  }
}

/** A piece, dear ones first, and others that share a session or a kiln with it. */
function neighbours(problem: StudioProblem, plan: StudioPlan, count: number, random: () => number): Job[] {
  const byCost = problem.jobs
    .slice()
    .sort((a, b) => (plan.plans.get(b.pieceId)?.cost ?? 0) - (plan.plans.get(a.pieceId)?.cost ?? 0))
  const first = byCost[Math.floor(random() ** 2 * byCost.length)]
  const own = new Set((plan.plans.get(first.pieceId)?.visits ?? []).map((v) => v.session.id))
  const sharing = problem.jobs.filter(
    (job) => job !== first && (plan.plans.get(job.pieceId)?.visits ?? []).some((v) => own.has(v.session.id)),
  )
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
