import { seededRandom } from '../base/random'
import { BEAM } from './beam'
import { partitions } from './partitions'
import type { PiecePlan } from './plan'
import { planPiece } from './planPiece'
import {
  capacityLeft,
  costOf,
  costOfAll,
  fitsBeside,
  inOrder,
  occasionsOf,
  planDivided,
  type StudioPlan,
  type StudioProblem,
} from './planStudio'
import type { Job } from './task'

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
