import type { Cover } from '../clay/stages'
import { dryOn, hoursUntil, type ClockState } from './dryingClock'
import type { Kiln, Session } from './sessions'
import { handsOf, lastWait, spanOf, type Job, type Task, type Window } from './task'

/** What happens on the way, in order of time. */
export type Occasion =
  { readonly kind: 'session'; readonly session: Session } | { readonly kind: 'kiln'; readonly kiln: Kiln }

/** What is left of hands and kiln places: minutes by session id, pieces by booking id. */
export interface Capacity {
  readonly hands: ReadonlyMap<string, number>
  readonly places: ReadonlyMap<string, number>
}

/** One visit of a piece: tasks done, and the cover it is left under. */
export interface PlannedVisit {
  readonly session: Session
  readonly startMs: number
  readonly endMs: number
  readonly tasks: readonly Task[]
  /** For each task the last instant at which hands may begin it, while the clay is still right for it. */
  readonly latestMs: readonly number[]
  readonly hands: number
  readonly cover: Cover
}

/** The days of one piece. */
export interface PiecePlan {
  readonly pieceId: string
  readonly visits: readonly PlannedVisit[]
  readonly firings: readonly { readonly kiln: Kiln; readonly task: Task }[]
  /** Tasks that found no place. */
  readonly unplaced: readonly Task[]
  readonly cost: number
}

/** What a plan costs [our choice]: a visit counts 1. Without the days in process everything would be kept in plastic for weeks. */
export const COST = {
  visit: 1,
  coverOnly: 1.3,
  offMiddle: 0.8,
  dayInProcess: 0.2,
  dayLate: 3,
  unplaced: 60,
  pinBroken: 25,
} as const

export interface BeamSettings {
  /** States kept for each number of tasks done. */
  readonly width: number
  readonly covers: readonly Cover[]
}

export const BEAM: BeamSettings = { width: 18, covers: ['open', 'draped', 'sealed'] }

const HOUR = 3_600_000
const MINUTE = 60_000
const DAY = 24 * HOUR

interface BeamState {
  readonly done: number
  readonly atMs: number
  readonly water: ClockState
  readonly cover: Cover
  readonly readyMs: number
  readonly startedMs: number
  readonly cost: number
  readonly parent: BeamState | null
  readonly visit: PlannedVisit | null
  readonly firing: { kiln: Kiln; task: Task } | null
}

/**
 * Puts the tasks of one piece into sessions and kilns by a beam search over the occasions in order of time. At each session: skip
 * it, or do some consecutive tasks and leave the piece open, draped or sealed. Gives the `want` cheapest plans, cheapest first.
 */
export function planPiece(
  job: Job,
  occasions: readonly Occasion[],
  left: Capacity,
  nowMs: number,
  settings: BeamSettings = BEAM,
  want = 1,
): PiecePlan[] {
  const first: BeamState = {
    done: 0,
    atMs: nowMs,
    water: job.now?.water ?? job.plastic,
    cover: job.now?.cover ?? 'open',
    readyMs: nowMs,
    startedMs: job.now ? nowMs : Infinity,
    cost: 0,
    parent: null,
    visit: null,
    firing: null,
  }
  let states: BeamState[] = [first]
  for (const occasion of occasions) {
    const next = states.slice()
    for (const state of states) {
      if (state.done === job.tasks.length) continue
      if (occasion.kind === 'kiln') {
        const fired = fire(job, state, occasion.kiln, left)
        if (fired) next.push(fired)
      } else visit(job, state, occasion.session, left, settings, nowMs, next)
    }
    states = prune(job, next, settings.width)
  }
  const lastMs = occasions.length ? endOf(occasions[occasions.length - 1]) : nowMs
  return states
    .map((state) => ({ state, cost: state.cost + finish(job, state, lastMs) }))
    .sort((a, b) => a.cost - b.cost)
    .slice(0, want)
    .map(({ state, cost }) => unroll(job, state, cost))
}

const endOf = (occasion: Occasion) => (occasion.kind === 'kiln' ? occasion.kiln.openMs : occasion.session.endMs)

/** Cost of what is still undone, of days in process and of being late. */
function finish(job: Job, state: BeamState, lastMs: number): number {
  const undone = job.tasks.length - state.done
  const endMs = undone ? lastMs : Math.max(state.atMs, state.readyMs)
  const late = job.dueMs === null ? 0 : Math.max(0, endMs - job.dueMs) / DAY
  const days = Number.isFinite(state.startedMs) ? (endMs - state.startedMs) / DAY : 0
  const pins = job.tasks.slice(state.done).filter((task) => task.stepId && job.pins.has(task.stepId)).length
  return undone * COST.unplaced + pins * COST.pinBroken + late * COST.dayLate + Math.max(0, days) * COST.dayInProcess
}

function fire(job: Job, state: BeamState, kiln: Kiln, left: Capacity): BeamState | null {
  const task = job.tasks[state.done]
  if (task.kind !== 'fire' || task.firing !== kiln.booking.firing || task.cone !== kiln.booking.cone) return null
  if ((left.places.get(kiln.booking.id) ?? 0) < job.count || state.readyMs > kiln.startMs) return null
  const water = dryOn(job.curves, state.water, state.cover, (kiln.startMs - state.atMs) / HOUR)
  if (
    task.footDriest !== null &&
    (water.foot > task.footDriest || state.cover === 'sealed' || state.cover === 'dampBox')
  )
    return null
  return {
    ...state,
    done: state.done + 1,
    atMs: kiln.openMs,
    readyMs: kiln.openMs,
    water: { wall: 0, foot: 0 },
    cover: 'open',
    parent: state,
    visit: null,
    firing: { kiln, task },
  }
}

/** All ways to use a session: how many of the next tasks, and which cover after them. */
function visit(
  job: Job,
  state: BeamState,
  session: Session,
  left: Capacity,
  settings: BeamSettings,
  nowMs: number,
  out: BeamState[],
): void {
  const openMs = Math.max(session.startMs, state.readyMs, nowMs)
  if (openMs >= session.endMs) return
  const minutes = left.hands.get(session.id) ?? 0
  const start = arrive(job, state, openMs, session.endMs)
  let { atMs, water } = { atMs: start, water: dryOn(job.curves, state.water, state.cover, (start - state.atMs) / HOUR) }
  let hands = 0
  let offMiddle = 0
  let startedMs = state.startedMs
  const tasks: Task[] = []
  const latestMs: number[] = []
  let made = state.startedMs !== Infinity
  leave(job, state, session, start, start, water, 0, 0, [], [], startedMs, state.readyMs, made, settings, out)
  for (let k = state.done; k < job.tasks.length; k++) {
    const task = job.tasks[k]
    if (task.kind === 'fire') break
    if (task.stepId && (job.pins.get(task.stepId) ?? session.id) !== session.id) break
    if (task.kind === 'work' && task.within && (water.wall > task.within.wettest || water.wall < task.within.driest))
      break
    if (!made && task.kind !== 'make') break
    hands += handsOf(task.phases)
    const endMs = atMs + spanOf(task.phases) * MINUTE
    if (hands > minutes || endMs > session.endMs) break
    latestMs.push(
      task.kind === 'work' && task.within
        ? atMs + hoursUntil(job.curves.wall[tasks.length ? 'open' : state.cover], water.wall, task.within.driest) * HOUR
        : Infinity,
    )
    if (task.kind === 'make') {
      made = true
      startedMs = atMs
      water = job.plastic
    } else if (task.kind === 'work' && task.within)
      offMiddle += Math.abs((2 * (water.wall - task.within.driest)) / (task.within.wettest - task.within.driest) - 1)
    water = dryOn(job.curves, water, 'open', (endMs - atMs) / HOUR)
    atMs = endMs
    if (task.kind === 'work' && task.within && water.wall < stillWorkable(task.within)) break
    tasks.push(task)
    const readyMs = atMs + lastWait(task.phases) * MINUTE
    leave(
      job,
      state,
      session,
      start,
      atMs,
      water,
      hands,
      offMiddle,
      tasks.slice(),
      latestMs.slice(),
      startedMs,
      readyMs,
      made,
      settings,
      out,
    )
    // The next task waits for the last coat.
    water = dryOn(job.curves, water, 'open', (readyMs - atMs) / HOUR)
    atMs = readyMs
    if (atMs >= session.endMs) break
  }
}

/** How dry a wall may have become by the end of a task: into the margin of its moment, not beyond. */
const stillWorkable = ({ wettest, driest }: NonNullable<Window>): number =>
  Number.isFinite(wettest) ? driest - (wettest - driest) / 8 : driest

/** When hands go to a piece in a session: as soon as it may be touched and, if it is still too wet, once it has dried that far. */
function arrive(job: Job, state: BeamState, openMs: number, endMs: number): number {
  const task = job.tasks[state.done]
  if (task.kind !== 'work' || !task.within) return openMs
  const water = dryOn(job.curves, state.water, state.cover, (openMs - state.atMs) / HOUR)
  const wait = hoursUntil(job.curves.wall[state.cover], water.wall, task.within.wettest) * HOUR
  return openMs + wait < endMs ? openMs + wait + (wait > 0 ? MINUTE : 0) : openMs
}

/** Leaves a piece after a visit under each cover it may have; without tasks, only where that changes something. */
function leave(
  job: Job,
  state: BeamState,
  session: Session,
  startMs: number,
  endMs: number,
  water: ClockState,
  hands: number,
  offMiddle: number,
  tasks: readonly Task[],
  latestMs: readonly number[],
  startedMs: number,
  readyMs: number,
  made: boolean,
  settings: BeamSettings,
  out: BeamState[],
): void {
  const next = job.tasks[state.done + tasks.length]
  const clayMatters =
    made &&
    water.wall > 0 &&
    job.tasks
      .slice(state.done + tasks.length)
      .some((task) => (task.kind === 'work' && task.within) || (task.kind === 'fire' && task.footDriest !== null))
  if (tasks.length === 0 && !clayMatters) return
  const covers = clayMatters && next ? settings.covers : (['open'] as const)
  for (const cover of covers) {
    if (tasks.length === 0 && cover === state.cover) continue
    out.push({
      done: state.done + tasks.length,
      atMs: endMs,
      water,
      cover,
      readyMs: Math.max(readyMs, endMs),
      startedMs,
      cost:
        state.cost +
        (tasks.length ? COST.visit : COST.coverOnly) +
        offMiddle * COST.offMiddle +
        (cover === 'open' ? 0 : 0.05),
      parent: state,
      visit: {
        session,
        startMs: tasks.length ? startMs : endMs,
        endMs,
        tasks,
        latestMs,
        hands: hands + (tasks.length ? 0 : 2),
        cover,
      },
      firing: null,
    })
  }
}

/** Keeps the cheapest states for each number of tasks done, one for each bucket of dryness (.03) and readiness (2 h). */
function prune(job: Job, states: readonly BeamState[], width: number): BeamState[] {
  const { plastic, limit } = job.scale
  const omega = (x: number) => Math.round((x - limit) / (plastic - limit) / 0.03)
  const groups = new Map<number, Map<string, BeamState>>()
  for (const state of states) {
    const group = groups.get(state.done) ?? new Map<string, BeamState>()
    groups.set(state.done, group)
    const key = [
      state.cover,
      omega(state.water.wall),
      Math.round(state.water.foot / 0.01),
      Math.round(state.atMs / (2 * HOUR)),
      Math.round(state.readyMs / (2 * HOUR)),
    ].join('|')
    const rival = group.get(key)
    if (!rival || state.cost < rival.cost) group.set(key, state)
  }
  return [...groups.values()].flatMap((group) => spread([...group.values()], width))
}

/** The cheapest of a group, but not all of one cover: a third of the places each, the rest by cost. */
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
  for (const state of sorted) {
    if (kept.size >= width) break
    kept.add(state)
  }
  return [...kept]
}

function unroll(job: Job, state: BeamState, cost: number): PiecePlan {
  const visits: PlannedVisit[] = []
  const firings: { kiln: Kiln; task: Task }[] = []
  for (let at: BeamState | null = state; at; at = at.parent) {
    if (at.visit) visits.unshift(at.visit)
    if (at.firing) firings.unshift(at.firing)
  }
  return { pieceId: job.pieceId, visits, firings, unplaced: job.tasks.slice(state.done), cost }
}
