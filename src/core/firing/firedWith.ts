import type { ConeRange } from './cones'

/** What a plan is fired with beside its steps: the heat that its clay stands, if it is known, and how often the studio fires. */
export interface FiredWith {
  readonly range: ConeRange | null
  /** Pieces are fired once: the glazes are meant for raw clay. */
  readonly once: boolean
}

/** A clay that stands every heat, and glazes that suit it raw. */
export const ANY_CLAY: FiredWith = { range: null, once: true }
