import { equilibrium, contentAt, type ClayWater } from './clayWater'
import { stageBegins } from './course'
import { DRYING_STAGES, type DryingStage } from '../stages'
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

/** Dryness ω that a potter means by a stage, and how sure (one σ). Common practice, no source. */
const MEANS: Readonly<Record<Exclude<DryingStage, 'boneDry'>, readonly [omega: number, sigma: number]>> = {
  wet: [0.9, 0.12],
  softLeatherHard: [0.6, 0.1],
  leatherHard: [0.35, 0.1],
  hardLeatherHard: [0.02, 0.1],
}

/** Water that a stage stands for when a hand says it of a wall, in a room of a humidity 0–1. */
export function toldWater(clay: ClayWater, humidity: number, stage: DryingStage, shift = 0): ToldWater {
  const begins = stageBegins(clay, humidity)
  if (stage === 'boneDry')
    return { least: 0, most: begins.boneDry, likely: equilibrium(clay, humidity), sigma: 0.006, shift }
  const [omega, sigma] = MEANS[stage]
  const next = DRYING_STAGES[DRYING_STAGES.indexOf(stage) + 1]
  return {
    least: next === 'boneDry' ? begins.tooFirm : begins[next],
    most: begins[stage],
    likely: contentAt(clay, omega),
    sigma: sigma * (clay.plastic - clay.shrinkageLimit),
    shift,
  }
}
