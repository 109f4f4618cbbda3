import type { FiringBooking } from '../model/calendar'
import type { Cone } from '../firing/cones'
import type { ClockState, DryingCurves } from './dryingClock'
import type { Cover } from '../clay/stages'

/** Work and wait, minutes: one coat and its drying, for instance. Another piece may have the hands while this one waits. */
export interface Phase {
  readonly hands: number
  readonly wait: number
}

/** Water of the wall between which a task must begin; null when clay no longer matters. */
export type Window = { readonly wettest: number; readonly driest: number } | null

/** One step of a piece as the days see it. */
export type Task =
  | { readonly kind: 'make'; readonly stepId: null; readonly phases: readonly Phase[] }
  | {
      readonly kind: 'work'
      readonly stepId: string
      readonly within: Window
      readonly phases: readonly Phase[]
      /** Coats by brush of what a bottle could lay. */ readonly bottleSaves: number
    }
  | {
      readonly kind: 'fire'
      readonly stepId: string
      readonly firing: FiringBooking['firing']
      readonly cone: Cone
      /** Water that the foot may hold at most; null once fired. */ readonly footDriest: number | null
    }

/** What is to be planned of one piece. */
export interface Job {
  readonly pieceId: string
  readonly name: string
  readonly count: number
  readonly tasks: readonly Task[]
  /** Where the piece is now: its water and cover; null before it is made. */
  readonly now: { readonly water: ClockState; readonly cover: Cover } | null
  readonly plastic: ClockState
  readonly curves: DryingCurves
  /** Water from which ω is reckoned: as thrown, and at the shrinkage limit. */
  readonly scale: { readonly plastic: number; readonly limit: number }
  readonly dueMs: number | null
  /** Steps that the artist put into a session. */
  readonly pins: ReadonlyMap<string, string>
}

export const handsOf = (phases: readonly Phase[]): number => phases.reduce((sum, phase) => sum + phase.hands, 0)

/** Minutes from the first touch to the last, with the waits between but not the wait after the last. */
export const spanOf = (phases: readonly Phase[]): number =>
  phases.reduce((sum, phase, i) => sum + phase.hands + (i < phases.length - 1 ? phase.wait : 0), 0)

/** The wait after the last touch, minutes. */
export const lastWait = (phases: readonly Phase[]): number => phases[phases.length - 1]?.wait ?? 0
