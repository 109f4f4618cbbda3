import type { Cover } from '../clay/stages'
import type { Kiln, Session } from './sessions'
import type { HandTask, Job, Task } from './task'

/** What happens on the way, in order of time. */
export type Occasion =
  { readonly kind: 'session'; readonly session: Session } | { readonly kind: 'kiln'; readonly kiln: Kiln }

/** What is left of hands and kiln places: minutes by session id, pots by booking id. */
export interface Capacity {
  readonly hands: ReadonlyMap<string, number>
  readonly places: ReadonlyMap<string, number>
}

/** One visit of a lot: tasks done, and the cover it is left under. */
export interface PlannedVisit {
  readonly session: Session
  readonly startMs: number
  readonly endMs: number
  /** When it is uncovered ahead of the hands, and when the cover goes on if that is later than the hands leave it. */
  readonly opensMs: number | null
  readonly coveredMs: number | null
  readonly tasks: readonly HandTask[]
  /** Whether it only begins to dry when hands come: it is made then, or uncovered. Then what follows is as much later as they are. */
  readonly driesFromTouch: boolean
  /** For each task the first and the last instant at which hands may begin it, while the clay is right for it. */
  readonly earliestMs: readonly number[]
  readonly latestMs: readonly number[]
  /** Water of the wall as each task begins, and as the lot is left under its cover. */
  readonly water: readonly number[]
  readonly leftAt: number
  readonly hands: number
  readonly cover: Cover
}

/** The days of one lot. */
export interface PiecePlan {
  readonly job: Job
  readonly visits: readonly PlannedVisit[]
  readonly firings: readonly { readonly kiln: Kiln; readonly task: Task }[]
  /** Tasks that found no place. */
  readonly unplaced: readonly Task[]
  readonly cost: number
  /** What of its cost is its own, whatever other lots of the set do: without its visits, its looks and the days of the set. */
  readonly ownCost: number
  /** From its making, or from now, to its end. */
  readonly days: number
}

/** Where other lots of the set are worked on, and how long the longest of them takes: then one more lot costs less. */
export interface SiblingLots {
  readonly sessions: ReadonlySet<string>
  readonly days: number
}

export const NO_SIBLINGS: SiblingLots = { sessions: new Set(), days: 0 }

/**
 * What a plan costs [our choice]: a visit counts 1. Coming only to look costs little less than to work, since one has to come; where
 * the set is worked on anyway, hardly anything. Without the days in process everything would be kept in plastic for weeks.
 */
export const COST = {
  visit: 1,
  /** A further lot of a set that is worked on then. */
  together: 0.1,
  look: 0.9,
  lookThere: 0.2,
  /** Putting a cover on, or leaving open for a while first. */
  cover: 0.05,
  /** Work at the very edge of its moment; a quarter of that half-way from the middle. */
  offMiddle: 0.4,
  /** A day that work waits for its visit: what can be done today is not put off. */
  waiting: 0.03,
  /** A day in process, of a pot and of the whole set. */
  potDay: 0.1,
  setDay: 0.1,
  dayLate: 3,
  /** One more lot. */
  split: 0.4,
  unplaced: 60,
  pinBroken: 25,
} as const
