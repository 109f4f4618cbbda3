import { dryOn, hoursUntil, wetBy, type ClockState } from './dryingClock'
import type { PiecePlan, PlannedVisit } from './plan'
import { turnOf, waitAfter, type Job, type Window } from './task'

const HOUR = 3_600_000

/** Paces of drying that are tried, spread over so many σ to either side. */
const TRIED = 61
const SPREAD = 3

/** A window without the tenth that planning keeps clear at either end. */
function bare({ wettest, driest }: NonNullable<Window>): NonNullable<Window> {
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
  const hits = plan.visits.map(() => 0)
  let all = 0
  for (let k = 0; k < TRIED; k++) {
    const z = SPREAD * ((2 * k) / (TRIED - 1) - 1)
    const weight = Math.exp((-z * z) / 2)
    all += weight
    foundRight(plan, nowMs, Math.exp(plan.job.sigma * z)).forEach((right, i) => (hits[i] += right ? weight : 0))
  }
  return plan.visits.map((visit, i) =>
    visit.tasks.some((task) => task.kind === 'work' && task.within) ? hits[i] / all : null,
  )
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
    let slack = (session.endMs - endMs) / HOUR
    for (const task of visit.tasks) {
      if (task.kind === 'make') water = job.plastic
      else if (task.within) {
        const { wettest, driest } = bare(task.within)
        if (water.wall > wettest && !(driest <= 0 && wasDry)) {
          const hours = hoursUntil(job.curves.wall.open, water.wall, wettest) / pace
          slack -= hours
          if (slack < 0) right = false
          dry('open', hours * HOUR)
        }
        if (water.wall < driest) right = false
        wasDry ||= driest <= 0
      }
      dry('open', turnOf(task, job.pots.length, session.hands) * 60_000)
      if (task.kind === 'work') water = wetBy(water, task.wets)
      if (task !== visit.tasks[visit.tasks.length - 1])
        dry('open', waitAfter(task, job.pots.length, session.hands) * 60_000)
    }
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
