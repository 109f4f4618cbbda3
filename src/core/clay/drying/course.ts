import { interpolateLinear } from '../../numeric/interpolation'
import { dryness, equilibrium, contentAt, type ClayWater } from './clayWater'
import type { Surroundings } from './airSide'
import { asTold, type ToldWater } from './told'
import { wetted, type FaceWater } from './wetting'
import {
  emptyCourse,
  evenWall,
  WallSolver,
  type Enough,
  type SolverSettings,
  type Wall,
  type WallCourse,
  type WallState,
} from './wallSolver'

/** One surrounding for a while, hours since the piece was made. */
export interface Spell {
  readonly untilHours: number
  readonly around: Surroundings
  /** What a hand said of the wall as it begins. */
  readonly told?: ToldWater
  /** What coats bring to its faces as it begins. */
  readonly wets?: FaceWater
}

/** Between a wall just before a coat and just after it, so that a course has one water at each hour. */
const AT_ONCE_HOURS = 1e-6

/**
 * Dries a wall from wet through one spell after another, or until it is `enough`. The solver starts small again after each change.
 */
export function dryWall(
  wall: Wall,
  spells: readonly Spell[],
  start: WallState = evenWall(wall.clay, wall.clay.plastic, spells[0]?.around.celsius ?? 20),
  settings?: SolverSettings,
  enough?: Enough,
): { course: WallCourse; state: WallState } {
  const solver = new WallSolver(wall, settings)
  const course = emptyCourse()
  let state = start
  for (const { untilHours, around, wets, told } of spells) {
    if (told) state = asTold(wall, { ...state, hours: state.hours + AT_ONCE_HOURS }, told)
    if (told && course.hours.length) solver.note(state, around, course)
    if (wets) state = wetted(wall, { ...state, hours: state.hours + AT_ONCE_HOURS }, wets)
    if (wets && course.hours.length) solver.note(state, around, course)
    if (untilHours > state.hours) state = solver.run(state, around, untilHours, course, enough)
    if (state.hours < untilHours - 1e-9) break
  }
  return { course, state }
}

/** Mean water at an hour; clamped to the course. */
export const waterAt = ({ hours, mean }: WallCourse, hour: number): number => interpolateLinear(hours, mean, hour)

/** The first hour from `fromHour` on at which the mean water is down to x; null when that never happens in the course. */
export function hourDownTo({ hours, mean }: WallCourse, x: number, fromHour = -Infinity): number | null {
  for (let i = 0; i < hours.length; i++) {
    if (hours[i] < fromHour || mean[i] > x) continue
    if (i === 0 || hours[i - 1] < fromHour || mean[i - 1] <= x) return Math.max(hours[i], fromHour)
    return hours[i - 1] + ((hours[i] - hours[i - 1]) * (mean[i - 1] - x)) / (mean[i - 1] - mean[i])
  }
  return null
}

/** The states that drying passes: those of the clay, and “too firm”, pale but not dry, which no technique wants. */
export const MOISTURE_STAGES = [
  'wet',
  'softLeatherHard',
  'leatherHard',
  'hardLeatherHard',
  'tooFirm',
  'boneDry',
] as const

export type MoistureStage = (typeof MOISTURE_STAGES)[number]

/** Dryness ω at which a stage begins, by its upper end. Common practice, no source. */
export const BEGINS_AT_OMEGA = { softLeatherHard: 0.75, leatherHard: 0.45, hardLeatherHard: 0.12 } as const

/** Clay is workable down to this share of the water at its shrinkage limit. */
const TOO_FIRM_SHARE = 0.6

/** Bone dry is this near to what the room's air holds. */
const BONE_DRY_MARGIN = 0.005

/** Water content at which each stage begins, kg/kg, in a room of a humidity 0–1. */
export function stageBegins(clay: ClayWater, humidity: number): Readonly<Record<MoistureStage, number>> {
  return {
    wet: clay.plastic,
    softLeatherHard: contentAt(clay, BEGINS_AT_OMEGA.softLeatherHard),
    leatherHard: contentAt(clay, BEGINS_AT_OMEGA.leatherHard),
    hardLeatherHard: contentAt(clay, BEGINS_AT_OMEGA.hardLeatherHard),
    tooFirm: TOO_FIRM_SHARE * clay.shrinkageLimit,
    boneDry: equilibrium(clay, humidity) + BONE_DRY_MARGIN,
  }
}

/** The stage of a wall that holds x. */
export function stageOfWater(clay: ClayWater, humidity: number, x: number): MoistureStage {
  const begins = stageBegins(clay, humidity)
  return MOISTURE_STAGES.findLast((stage) => x <= begins[stage] + 1e-12) ?? 'wet'
}

/** Difference between the middle and the driest face over the whole shrinking range, while the wall still shrinks; else 0. */
export function crackIndex(clay: ClayWater, course: WallCourse, i: number): number {
  const mean = course.mean[i]
  if (mean <= clay.shrinkageLimit) return 0
  return dryness(clay, mean) - dryness(clay, Math.max(0, Math.min(course.faces[0][i], course.faces[1][i])))
}

/** Crack index from which Vernice cautions and warns: our choice, not validated. */
export const CRACK_CAUTION = 0.3
export const CRACK_WARNING = 0.6
