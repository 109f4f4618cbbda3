import type { Cover } from '../clay/stages'
import { clayMatters, type Asked, type BeamState } from './beam'
import { dryOn, hoursUntil, wetBy, type ClockState } from './dryingClock'
import { leave, type Leaving } from './leaving'
import { COST } from './plan'
import type { Session } from './sessions'
import { missChance, priceOfMissing, type BegunOnClay } from './visitRisk'
import { handsOf, shareOf, turnOf, waitAfter, type HandTask, type Job, type Window } from './task'
import { DAY, HOUR, MINUTE } from '../base/spans'

/** A lot at which hands have arrived. */
interface Arrival {
  readonly opensMs: number | null
  readonly startMs: number
  readonly water: ClockState
  /** The cover under which it has waited until then. */
  readonly under: Cover
}

/** All ways to use a session: when to come, how many of the next tasks to do, and how to leave it. */
export function visit(asked: Asked, state: BeamState, session: Session, out: BeamState[]): void {
  const openMs = Math.max(session.startMs, state.readyMs, asked.nowMs)
  if (openMs >= session.endMs) return
  const plain: Arrival = {
    opensMs: null,
    startMs: openMs,
    water: dryOn(asked.job.curves, state.water, state.cover, (openMs - state.atMs) / HOUR),
    under: state.cover,
  }
  look(asked, state, session, plain, out)
  for (const arrival of arrivalsAt(asked, state, session, plain)) work(asked, state, session, arrival, out)
}

/**
 * When hands come to a lot: as soon as it may be touched or, where it is still too wet, once it has dried that far under its cover; a
 * covered one also uncovered as the session begins, or when the hands come free of others.
 */
function arrivalsAt({ job, left }: Asked, state: BeamState, session: Session, plain: Arrival): Arrival[] {
  const task = job.tasks[state.done]
  const { startMs: openMs, water: opened } = plain
  const at = (cover: Cover, from: ClockState, hours: number) => dryOn(job.curves, from, cover, hours)
  /** Others have the hands first. */
  const whole = ((session.endMs - openMs) / MINUTE) * session.hands
  const busyMs = ((whole - (left.hands.get(session.id) ?? 0)) / session.hands) * MINUTE
  const later: Arrival | null =
    busyMs > 10 * MINUTE && openMs + busyMs < session.endMs
      ? { opensMs: null, startMs: openMs + busyMs, water: at(state.cover, opened, busyMs / HOUR), under: state.cover }
      : null
  // What is made later dries later: the days reckon with it.
  if (task.kind === 'make') return later ? [plain, later] : [plain]
  if (task.kind !== 'work' || !task.within) return [plain]
  const { wettest } = task.within
  /** Waiting from an instant on until it is dry enough; null when that is not before the end of the session. */
  const waiting = (under: Cover, opensMs: number | null): Arrival | null => {
    const hours = hoursUntil(job.curves.wall[under], opened.wall, wellWithin(task.within as NonNullable<Window>))
    const startMs = openMs + hours * HOUR + MINUTE
    if (hours <= 0 || startMs >= session.endMs) return null
    return { opensMs, startMs, water: at(under, opened, (startMs - openMs) / HOUR), under }
  }
  const arrivals: Arrival[] = []
  if (opened.wall <= wettest) {
    arrivals.push(plain)
    // What is covered is uncovered when the hands come free.
    if (state.cover !== 'open' && later) arrivals.push(later)
  } else {
    const covered = waiting(state.cover, null)
    const uncovered = state.cover === 'open' ? null : waiting('open', openMs)
    arrivals.push(...[covered, uncovered].filter((arrival) => arrival !== null))
  }
  return arrivals.length ? arrivals : [plain]
}

/** Comes only to change the cover, or to air it for a while. */
function look(asked: Asked, state: BeamState, session: Session, arrival: Arrival, out: BeamState[]): void {
  if (state.startedMs === Infinity || state.water.wall <= 0 || !clayMatters(asked.job, state.done)) return
  const there = asked.siblings.sessions.has(session.id)
  const leaving: Leaving = {
    startMs: arrival.startMs,
    endMs: arrival.startMs,
    driesFromTouch: false,
    opensMs: null,
    water: arrival.water,
    unseen: state.unseen + Math.max(0, state.water.wall - arrival.water.wall),
    aired: state.aired,
    hands: 0,
    tasks: [],
    latestMs: [],
    found: [],
    earliestMs: [],
    startedMs: state.startedMs,
    readyMs: state.readyMs,
    cost: state.cost + (there ? COST.lookThere : COST.look),
    coming: state.coming + (there ? COST.lookThere : COST.look),
  }
  leave(asked, state, session, leaving, out)
}

/** Does the next tasks, one coat after another, and may leave after each. */
function work(asked: Asked, state: BeamState, session: Session, arrival: Arrival, out: BeamState[]): void {
  const { job, left, siblings } = asked
  const minutes = left.hands.get(session.id) ?? 0
  const pots = job.pots.length
  let { startMs: atMs, water } = arrival
  let hands = 0
  let offMiddle = 0
  let unseen = state.unseen + Math.max(0, state.water.wall - arrival.water.wall)
  let { aired } = state
  const begun: BegunOnClay[] = []
  const waited = ((arrival.startMs - asked.nowMs) / DAY) * COST.waiting
  let startedMs = state.startedMs
  /** Stands open for some hours: what it loses meanwhile is unseen as well, for it goes on at the room’s own pace. */
  const drying = (from: ClockState, hours: number): ClockState => {
    const after = dryOn(job.curves, from, 'open', hours)
    unseen += Math.max(0, from.wall - after.wall)
    return after
  }
  const tasks: HandTask[] = []
  const latestMs: number[] = []
  const found: number[] = []
  const earliestMs: number[] = []
  /** Whether bone-dry clay has been worked on in this visit. */
  let wasDry = false
  for (let k = state.done; k < job.tasks.length; k++) {
    const task = job.tasks[k]
    if (task.kind === 'fire' || (startedMs === Infinity && task.kind !== 'make')) break
    if (task.stepId && (job.pins.get(task.stepId) ?? session.id) !== session.id) break
    const within = task.kind === 'work' ? task.within : null
    // Coats on bone-dry clay wet it, and may go on all the same.
    const wetFromCoats = within !== null && within.driest <= 0 && wasDry
    if (within && !wetFromCoats && tasks.length && water.wall > within.wettest) {
      // What the coats before brought has to leave first.
      const hours = hoursUntil(job.curves.wall.open, water.wall, wellWithin(within))
      if (atMs + hours * HOUR >= session.endMs) break
      water = drying(water, hours)
      atMs += hours * HOUR
    }
    if (within && ((!wetFromCoats && water.wall > within.wettest + 1e-9) || water.wall < within.driest)) break
    hands += handsOf(task, pots)
    const endMs = atMs + turnOf(task, pots, session.hands) * MINUTE
    if (hands > minutes + 1e-6 || endMs > session.endMs) break
    latestMs.push(
      within
        ? latestStart(job, task, within, water.wall, tasks.length ? 'open' : arrival.under, session) + atMs
        : task.kind === 'make'
          ? atMs + MADE_WITHIN_MS
          : Infinity,
    )
    found.push(water.wall)
    if (within && !wetFromCoats) begun.push({ water: water.wall, unseen, aired, within })
    // Once it stands open, clay is not worked on sooner than planned: it might still be too wet.
    earliestMs.push(within && tasks.length ? atMs : arrival.startMs)
    if (task.kind === 'make') {
      startedMs = atMs
      water = job.plastic
      unseen = 0
      aired = null
    } else if (within && hasMiddle(within))
      offMiddle += shareOf(task) * ((2 * (water.wall - within.driest)) / (within.wettest - within.driest) - 1) ** 2
    water = drying(water, (endMs - atMs) / HOUR)
    if (within && water.wall < stillWorkable(within)) break
    if (task.kind === 'work') water = wetBy(water, task.wets)
    wasDry ||= within !== null && within.driest <= 0
    atMs = endMs
    tasks.push(task)
    const readyMs = atMs + waitAfter(task, pots, session.hands) * MINUTE
    const missing = priceOfMissing(missChance(job, begun, (session.endMs - atMs) / HOUR), asked.missPenalty)
    const visited = siblings.sessions.has(session.id) ? COST.together : COST.visit
    leave(
      asked,
      state,
      session,
      {
        startMs: arrival.startMs,
        endMs: atMs,
        opensMs: arrival.opensMs,
        driesFromTouch: tasks[0].kind === 'make' || (arrival.under !== 'open' && arrival.opensMs === null),
        water,
        unseen,
        aired,
        hands,
        tasks: tasks.slice(),
        latestMs: latestMs.slice(),
        found: found.slice(),
        earliestMs: earliestMs.slice(),
        startedMs,
        readyMs,
        cost: state.cost + visited + waited + (pots / job.of) * (offMiddle * COST.offMiddle + missing),
        coming: state.coming + visited,
      },
      out,
    )
    // The next waits for this coat.
    water = drying(water, (readyMs - atMs) / HOUR)
    atMs = readyMs
    if (atMs >= session.endMs) break
  }
}

/** A lot is made at most so much later than planned: its drying begins then. */
const MADE_WITHIN_MS = 20 * MINUTE

/** How long hands may stay away from a task, ms: it must begin while the clay is right, and end before it is no longer workable. */
function latestStart(
  job: Job,
  task: HandTask,
  within: NonNullable<Window>,
  wall: number,
  under: Cover,
  session: Session,
): number {
  const begins = hoursUntil(job.curves.wall[under], wall, within.driest) * HOUR
  const ends = hoursUntil(job.curves.wall.open, wall, stillWorkable(within)) * HOUR
  return Math.min(begins, Math.max(0, ends - turnOf(task, job.pots.length, session.hands) * MINUTE))
}

/** Where clay that is waited for has come well into its moment: clocks differ from clay by a little. */
const wellWithin = ({ wettest, driest }: NonNullable<Window>): number => wettest - (wettest - driest) / 8

/** Whether a moment is open to neither side: wet clay may be as wet as it likes, bone-dry clay as dry. */
const hasMiddle = ({ wettest, driest }: NonNullable<Window>): boolean => Number.isFinite(wettest) && driest > 0

/** How dry a wall may have become by the end of a task: into the margin of its moment, not beyond. */
const stillWorkable = ({ wettest, driest }: NonNullable<Window>): number =>
  Number.isFinite(wettest) ? driest - (wettest - driest) / 16 : driest
