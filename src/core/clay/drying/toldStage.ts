import { equilibrium, contentAt, type ClayWater } from './clayWater'
import { stageBegins } from './course'
import { DRYING_STAGES, type DryingStage } from '../stages'
import type { ToldWater } from './told'

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
