import { meanWater, type Wall, type WallState } from './wallSolver'

/** What a hand says of clay: its mean water lies between two contents; where a model finds it outside, it is likely `likely`. */
export interface ToldWater {
  readonly least: number
  readonly most: number
  readonly likely: number
  /** How sure `likely` is, one σ, kg/kg. */
  readonly sigma: number
  /** How far off the hand is taken to be, in σ: for asking what if. */
  readonly shift: number
}

/**
 * A wall of which a hand says how dry it is: it holds that much from now on, wherever the clock had it. Water that agrees stays as
 * it is; else the whole wall is as much wetter or drier, so that the difference between its faces and its middle stays.
 */
export function asTold({ clay }: Wall, state: WallState, { least, most, likely, sigma, shift }: ToldWater): WallState {
  const now = meanWater(state.water)
  const agrees = now >= least && now <= most
  const wanted = Math.min(most, Math.max(least, (agrees ? now : likely) + shift * sigma))
  if (Math.abs(wanted - now) < 1e-9) return state
  const share = now > 0 ? wanted / now : 1
  return { ...state, water: state.water.map((x) => Math.min(2 * clay.plastic, x * share)) }
}
