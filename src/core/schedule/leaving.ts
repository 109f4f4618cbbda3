import type { Cover } from '../clay/stages'
import { clayMatters, type Aired, type Asked, type BeamState } from './beam'
import { dryOn, hoursUntil, type ClockState } from './dryingClock'
import { COST } from './plan'
import type { Session } from './sessions'
import type { HandTask, Job } from './task'
import { HOUR } from '../base/spans'

/** Where a lot may be aired to before it is covered, as shares of the window of its next work above the driest. */
const AIRED_TO = [1.35, 1, 0.6] as const

/** What a visit has come to when hands leave the lot. */
export interface Leaving {
  readonly startMs: number
  readonly endMs: number
  readonly opensMs: number | null
  readonly driesFromTouch: boolean
  readonly water: ClockState
  /** What it has lost since its water was last known. */
  readonly unseen: number
  readonly aired: Aired | null
  readonly hands: number
  readonly tasks: readonly HandTask[]
  readonly latestMs: readonly number[]
  readonly found: readonly number[]
  readonly earliestMs: readonly number[]
  readonly startedMs: number
  readonly readyMs: number
  readonly cost: number
  readonly coming: number
}

/** Leaves a lot after a visit under each cover it may have; without tasks, only where that changes something. */
export function leave(asked: Asked, state: BeamState, session: Session, leaving: Leaving, out: BeamState[]): void {
  const { job, covers } = asked
  const { tasks, endMs, water } = leaving
  const next = state.done + tasks.length
  const matters = water.wall > 0 && clayMatters(job, next)
  const driest = () => dryOn(job.curves, water, 'open', (session.endMs - endMs) / HOUR).wall
  const add = (cover: Cover, coveredMs: number | null) => {
    const left = coveredMs === null ? water : dryOn(job.curves, water, 'open', (coveredMs - endMs) / HOUR)
    out.push({
      done: next,
      atMs: coveredMs ?? endMs,
      water: left,
      cover,
      readyMs: Math.max(leaving.readyMs, coveredMs ?? endMs),
      startedMs: leaving.startedMs,
      // What airs is covered when it looks right: from then on only what could not be evened out is unknown.
      unseen: coveredMs === null ? leaving.unseen : 0,
      aired: coveredMs === null ? leaving.aired : airedBefore(leaving, left.wall, driest()),
      cost: leaving.cost + (cover === 'open' ? 0 : COST.cover) + (coveredMs === null ? 0 : COST.cover),
      coming: leaving.coming,
      parent: state,
      visit: {
        session,
        startMs: leaving.startMs,
        endMs,
        opensMs: leaving.opensMs,
        driesFromTouch: leaving.driesFromTouch,
        coveredMs,
        tasks,
        latestMs: leaving.latestMs,
        water: leaving.found,
        leftAt: left.wall,
        earliestMs: leaving.earliestMs,
        hands: leaving.hands,
        cover,
      },
      firing: null,
    })
  }
  if (!matters) {
    if (tasks.length) add('open', null)
    return
  }
  for (const cover of covers) {
    if (tasks.length > 0 || cover !== state.cover) add(cover, null)
    if (cover === 'open') continue
    for (const ms of airedAt(job, next, leaving, session)) add(cover, ms)
  }
}

/** What looking evens out when a lot is covered at some water that could have come down to `driest` by the end of the session. */
const airedBefore = ({ aired, unseen, water }: Leaving, covered: number, driest: number): Aired => ({
  unseen: (aired?.unseen ?? 0) + unseen,
  dry: (aired?.dry ?? 0) + Math.max(0, water.wall - covered),
  wet: (aired?.wet ?? 0) + Math.max(0, covered - driest),
})

/** When a lot that is left open has dried as far as it should before it is covered, within the session. */
function airedAt(job: Job, next: number, leaving: Leaving, session: Session): number[] {
  const task = job.tasks[next]
  if (task?.kind !== 'work' || !task.within || !Number.isFinite(task.within.wettest)) return []
  const { wettest, driest } = task.within
  return AIRED_TO.flatMap((share) => {
    const hours = hoursUntil(job.curves.wall.open, leaving.water.wall, driest + share * (wettest - driest))
    const ms = leaving.endMs + hours * HOUR
    return hours > 0.1 && ms <= session.endMs ? [ms] : []
  })
}
