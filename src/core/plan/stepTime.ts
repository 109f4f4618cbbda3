import type { Cover, Stage } from '../clay/stages'
import type { ZoneName } from '../form/turnedForm'

/** Where the clay is when a step is done. */
export interface StepTime {
  readonly stage: Stage
  /** The stage whose thirst the surface has: misted clay drinks like clay that is one stage wetter. */
  readonly surface: Stage
  readonly cover: Cover
  /** Parts that have been burnished; a fired piece has none. */
  readonly burnished: readonly ZoneName[]
}

/** Clay at a stage, its surface as dry as the rest. */
export const atStage = (stage: Stage, cover: Cover): StepTime => ({
  stage,
  surface: stage,
  cover,
  burnished: [],
})
