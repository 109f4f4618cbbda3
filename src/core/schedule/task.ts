import type { FiringBooking } from '../model/calendar'
import type { Cone } from '../firing/cones'
import type { ClockState, DryingCurves } from './dryingClock'
import type { FaceWater } from '../clay/drying/wetting'
import type { Cover } from '../clay/stages'

/** Water of the wall between which a task must begin; null when clay no longer matters. */
export type Window = { readonly wettest: number; readonly driest: number } | null

/** Work of hands on one pot: its minutes, and how long it is then left alone. */
interface Work {
  /** Minutes of hands for one pot. */
  readonly each: number
  /** Minutes until the next may follow on the same surface. */
  readonly wait: number
}

/** What one lot is to have done to it, as the days see it: one coat of a step, its making, a firing. */
export type Task =
  | ({ readonly kind: 'make'; readonly stepId: null } & Work)
  | ({
      readonly kind: 'work'
      readonly stepId: string
      /** Which coat, from 0, of how many. */
      readonly coat: number
      readonly coats: number
      readonly within: Window
      /** Water it brings: to the wall, kg/kg, and to each of its faces. */
      readonly wets: number
      readonly faceWater: FaceWater
      /** Colour and tool: hands wash between two that differ. */
      readonly family: string
      /** How light its colour is, L*; null where it lays none. */
      readonly light: number | null
      /** Parts of the surface that it touches. */
      readonly parts: readonly string[]
      /** Minutes of one pot that one coat from a bottle would take in place of all coats by brush; null where there is no choice. */
      readonly bottle: number | null
    } & Work)
  | {
      readonly kind: 'fire'
      readonly stepId: string
      readonly firing: FiringBooking['firing']
      readonly cone: Cone
      /** Water that the foot may hold at most; null once fired. */
      readonly footDriest: number | null
    }

export type HandTask = Exclude<Task, { kind: 'fire' }>

/** A lot that is to be planned. */
export interface Job {
  /** The lot’s own id. */
  readonly id: string
  readonly pieceId: string
  readonly name: string
  /** Numbers of its pots, and how many the set has that are still planned for. */
  readonly pots: readonly number[]
  readonly of: number
  readonly tasks: readonly Task[]
  /** Where it is now: its water, its cover, and how much it has lost, as reckoned, since it was seen; null before it is made. */
  readonly now: { readonly water: ClockState; readonly cover: Cover; readonly unseen?: number } | null
  readonly plastic: ClockState
  readonly curves: DryingCurves
  /** How unsure the pace of its drying is, σ of its logarithm. */
  readonly sigma: number
  /** Water from which ω is reckoned: as thrown, and at the shrinkage limit. */
  readonly scale: { readonly plastic: number; readonly limit: number }
  readonly dueMs: number | null
  /** Steps that the artist put into a session. */
  readonly pins: ReadonlyMap<string, string>
}

/** Minutes until a task is done on all of some pots: one after another, as many at once as there are pairs of hands. */
export const turnOf = ({ each }: Work, pots: number, hands: number): number => Math.ceil(pots / hands) * each

/** Minutes of all hands together. */
export const handsOf = (task: Task, pots: number): number => (task.kind === 'fire' ? 0 : pots * task.each)

/** The wait after the last pot of a lot: the first has dried meanwhile. */
export const waitAfter = (task: Work, pots: number, hands: number): number =>
  Math.max(0, task.wait - (turnOf(task, pots, hands) - task.each))

/** How much of its step a task is, 0–1. */
export const shareOf = (task: Task): number => (task.kind === 'work' ? 1 / task.coats : 1)

/** The same job with one coat from a bottle wherever several are brushed. */
export const bottled = (job: Job): Job => ({
  ...job,
  tasks: job.tasks.flatMap((task, i): Task[] => {
    if (task.kind !== 'work') return [task]
    const first = job.tasks.find((other) => other.kind === 'work' && other.stepId === task.stepId)
    if (first?.kind !== 'work' || first.bottle === null) return [task]
    return first === job.tasks[i] ? [{ ...task, each: first.bottle, coat: 0, coats: 1 }] : []
  }),
})

/** Part of a job: some of its pots, in the same state. */
export const ofPots = (job: Job, pots: readonly number[]): Job =>
  pots.length === job.pots.length ? job : { ...job, id: `${job.id}:${pots[0]}`, pots }
