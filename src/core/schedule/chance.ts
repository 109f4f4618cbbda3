import { dryOn, hoursUntil, wetBy, type ClockState } from './dryingClock'
import type { PiecePlan, PlannedVisit } from './plan'
import { turnOf, waitAfter, type Job, type Window } from './task'
import { normalUpTo } from '../numeric/normal'
import { HOUR } from '../base/spans'

/** Paces of drying that are tried, spread over so many σ to either side; where a visit turns from right to wrong, halved so often. */
const TRIED = 31
const SPREAD = 3
const HALVINGS = 5

/** A window without the tenth that planning keeps clear at either end. */
export function bare({ wettest, driest }: NonNullable<Window>): NonNullable<Window> {
  if (!Number.isFinite(wettest)) return { wettest, driest }
  const kept = (wettest - driest) / 8
  return { wettest: wettest + kept, driest: driest - kept }
}

/**
 * The chance that the clay is right for each visit of a lot, 0–1; null where clay does not decide. The whole drying runs faster or slower
 * by e^(σz), z normal. Clay that is still too wet is waited for while the session lasts; what airs is covered when it looks right and
 * not by the clock. Clay that is too dry is a miss.
 */
export function chancesOf(plan: PiecePlan, nowMs: number): (number | null)[] {
  const at = (z: number): Tried => ({ z, right: foundRight(plan, nowMs, Math.exp(plan.job.sigma * z)) })
  const tried = Array.from({ length: TRIED }, (_, k) => at(SPREAD * ((2 * k) / (TRIED - 1) - 1)))
  return plan.visits.map((visit, i) =>
    visit.tasks.some((task) => task.kind === 'work' && task.within) ? shareRight(tried, i, at) : null,
  )
}

/** A pace, in σ from the likely one, and whether each visit finds the clay right then. */
interface Tried {
  readonly z: number
  readonly right: readonly boolean[]
}

/** The share of all paces at which one visit is right; outermost ones stand for all beyond them. */
function shareRight(tried: readonly Tried[], visit: number, at: (z: number) => Tried): number {
  let share = tried[0].right[visit] ? normalUpTo(-SPREAD) : 0
  for (let k = 1; k < tried.length; k++) {
    const [before, after] = [tried[k - 1], tried[k]]
    const whole = (from: number, to: number) => normalUpTo(to) - normalUpTo(from)
    if (before.right[visit] === after.right[visit]) {
      if (after.right[visit]) share += whole(before.z, after.z)
      continue
    }
    let [low, high] = [before.z, after.z]
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (low + high) / 2
      if (at(middle).right[visit] === before.right[visit]) low = middle
      else high = middle
    }
    share += before.right[visit] ? whole(before.z, (low + high) / 2) : whole((low + high) / 2, after.z)
  }
  return share + (tried[tried.length - 1].right[visit] ? normalUpTo(-SPREAD) : 0)
}

/** What a lot holds now, if it has dried at another pace than likely since it was last seen. */
function asSeen({ plastic }: Job, { water, unseen = 0 }: NonNullable<Job['now']>, pace: number): ClockState {
  const wall = Math.min(plastic.wall, Math.max(0, water.wall - unseen * (pace - 1)))
  return { ...water, wall }
}

/** Whether each visit finds the clay right when it dries `pace` times as fast as likely. */
function foundRight({ job, visits }: PiecePlan, nowMs: number, pace: number): boolean[] {
  let water = job.now ? asSeen(job, job.now, pace) : job.plastic
  let cover = job.now?.cover ?? 'open'
  let atMs = nowMs
  const dry = (under: typeof cover, ms: number) => {
    water = dryOn(job.curves, water, under, (Math.max(0, ms) / HOUR) * pace)
  }
  return visits.map((visit) => {
    const { session, opensMs, startMs, coveredMs, endMs } = visit
    dry(cover, (opensMs ?? startMs) - atMs)
    if (opensMs !== null) dry('open', startMs - opensMs)
    let right = true
    let wasDry = false
    let hereMs = startMs
    visit.tasks.forEach((task, k) => {
      const on = (ms: number) => {
        dry('open', ms)
        hereMs += ms
      }
      // Hands come when it was planned, or when they are done with what was before.
      on(Math.max(0, (visit.earliestMs[k] ?? hereMs) - hereMs))
      if (task.kind === 'make') water = job.plastic
      else if (task.within) {
        const { wettest, driest } = bare(task.within)
        if (water.wall > wettest && !(driest <= 0 && wasDry))
          on((hoursUntil(job.curves.wall.open, water.wall, wettest) / pace) * HOUR)
        if (water.wall < driest) right = false
        wasDry ||= driest <= 0
      }
      on(turnOf(task, job.pots.length, session.hands) * 60_000)
      if (task.kind === 'work') water = wetBy(water, task.wets)
      if (k < visit.tasks.length - 1) on(waitAfter(task, job.pots.length, session.hands) * 60_000)
    })
    if (hereMs > session.endMs + 60_000) right = false
    if (coveredMs !== null) airByLook(visit)
    atMs = coveredMs ?? endMs
    cover = visit.cover
    return right
  })

  /** Leaves it open until it is as dry as planned, at most until the session ends. */
  function airByLook({ session, endMs, leftAt }: PlannedVisit): void {
    const longest = dryOn(job.curves, water, 'open', ((session.endMs - endMs) / HOUR) * pace)
    const share =
      water.wall - longest.wall > 1e-9
        ? Math.min(1, Math.max(0, (water.wall - leftAt) / (water.wall - longest.wall)))
        : 0
    // No visit asks what the foot holds.
    water = { ...longest, wall: water.wall + share * (longest.wall - water.wall) }
  }
}
