import { COVERS, type Cover } from '../clay/stages'
import type { ClockState } from './dryingClock'
import type { SiblingLots, Capacity, PiecePlan, PlannedVisit } from './plan'
import type { Kiln } from './sessions'
import type { Job, Task } from './task'
import { HOUR } from '../base/spans'

export interface BeamSettings {
  /** States kept for each number of tasks done. */
  readonly width: number
  readonly covers: readonly Cover[]
  /** What finding the clay too dry costs: the surer a studio wants to be, the more. */
  readonly missPenalty: number
}

/** A studio that is content with 80 of 100. */
export const BEAM: BeamSettings = { width: 18, covers: ['open', 'draped', 'sealed'], missPenalty: missPenalty(0.8) }

/** One more visit is worth it where it makes up for as much chance as the studio may lack [our choice]. */
export function missPenalty(sure: number): number {
  return 1 / (1 - sure)
}

/**
 * How a lot was aired and then covered by look: the loss that was unseen until then, and by how much its water could have been off to
 * either side and yet have come out as planned.
 */
export interface Aired {
  readonly unseen: number
  /** Drier than planned by so much it was still no drier than it was to be. */
  readonly dry: number
  /** Wetter than planned by so much it still came down to it before the session ended. */
  readonly wet: number
}

/** Where a lot has come to on the way through its days. */
export interface BeamState {
  readonly done: number
  readonly atMs: number
  readonly water: ClockState
  readonly cover: Cover
  readonly readyMs: number
  readonly startedMs: number
  /** Water that it has lost, by the model, since its water was known: as made, as told, or as it was covered by look. */
  readonly unseen: number
  /** What was unseen before it was last covered by look, and how much that looking evens out; null before any. */
  readonly aired: Aired | null
  readonly cost: number
  /** What of that is for coming: visits and looks, which are cheaper beside other lots. */
  readonly coming: number
  readonly parent: BeamState | null
  readonly visit: PlannedVisit | null
  readonly firing: { kiln: Kiln; task: Task } | null
}

/** What does not change while one lot is planned. */
export interface Asked {
  readonly job: Job
  readonly left: Capacity
  readonly nowMs: number
  readonly covers: readonly Cover[]
  readonly missPenalty: number
  readonly siblings: SiblingLots
}

/** Whether the clay decides about any task from one on. */
export const clayMatters = (job: Job, from: number): boolean =>
  job.tasks
    .slice(from)
    .some((task) => (task.kind === 'work' && task.within) || (task.kind === 'fire' && task.footDriest !== null))

/** Buckets: dryness, water of the foot, kg/kg, and time, ms. */
const OMEGA_BUCKET = 0.03
const FOOT_BUCKET = 0.01
const TIME_BUCKET_MS = 2 * HOUR

/** Keeps the cheapest states for each number of tasks done, one for each bucket of dryness (.03) and readiness (2 h). */
export function prune(job: Job, states: readonly BeamState[], width: number): BeamState[] {
  const { plastic, limit } = job.scale
  const first = Math.round((states[0]?.atMs ?? 0) / TIME_BUCKET_MS)
  // All buckets of a state as the digits of one number: texts would take longer than all the rest. Times lie within seven years.
  const bucketOf = ({ cover, water, atMs, readyMs }: BeamState): number => {
    const omega = Math.round((water.wall - limit) / (plastic - limit) / OMEGA_BUCKET)
    const foot = Math.round(water.foot / FOOT_BUCKET)
    const at = Math.round(atMs / TIME_BUCKET_MS) - first
    const ready = Math.round(readyMs / TIME_BUCKET_MS) - first
    return (((COVERS.indexOf(cover) * 256 + omega + 128) * 256 + foot) * 65_536 + at + 32_768) * 65_536 + ready + 32_768
  }
  const groups = new Map<number, Map<number, BeamState>>()
  for (const state of states) {
    let group = groups.get(state.done)
    if (!group) groups.set(state.done, (group = new Map()))
    const bucket = bucketOf(state)
    const rival = group.get(bucket)
    if (!rival || state.cost < rival.cost) group.set(bucket, state)
  }
  return [...groups.values()].flatMap((group) => spread([...group.values()], width))
}

/** Places that are kept for what is ready soonest: sure days may come too late for the kiln. */
const SOONEST = 5

/** The cheapest of a group, but not all of one cover, a quarter of the places each; some that are ready soonest; the rest by cost. */
function spread(states: BeamState[], width: number): BeamState[] {
  const sorted = states.sort((a, b) => a.cost - b.cost)
  if (sorted.length <= width) return sorted
  const kept = new Set<BeamState>()
  const counts = new Map<Cover, number>()
  for (const state of sorted) {
    const n = counts.get(state.cover) ?? 0
    if (n >= width / 4) continue
    counts.set(state.cover, n + 1)
    kept.add(state)
  }
  for (const state of sorted.toSorted((a, b) => a.readyMs - b.readyMs || a.cost - b.cost).slice(0, SOONEST))
    kept.add(state)
  for (const state of sorted) {
    if (kept.size >= width) break
    kept.add(state)
  }
  return [...kept]
}

/** The plan that led to a state. */
export function unroll(
  job: Job,
  state: BeamState,
  { cost, ownCost, days }: Pick<PiecePlan, 'cost' | 'ownCost' | 'days'>,
): PiecePlan {
  const visits: PlannedVisit[] = []
  const firings: { kiln: Kiln; task: Task }[] = []
  for (let at: BeamState | null = state; at; at = at.parent) {
    if (at.visit) visits.unshift(at.visit)
    if (at.firing) firings.unshift(at.firing)
  }
  return { job, visits, firings, unplaced: job.tasks.slice(state.done), cost, ownCost, days }
}
