import { CLAY_WATER, contentAt, dryingShrinkage, type ClayWaterKind } from './drying/clayWater'
import { BEGINS_AT_OMEGA } from './drying/course'
import { isGreenware, type Stage } from './stages'

/** What a clay shrinks, as shares, and what it is like when it holds water. */
export interface Shrinks {
  readonly dryingShrinkage: number
  readonly firingShrinkage: number
  readonly water: ClayWaterKind
  /** Whether its glaze is fired no hotter than its bisque: then bisque has its whole size already. */
  readonly bisqueIsHottest: boolean
}

/** A size as a share of the size as made, and between what it lies while the stage lasts. */
export interface StageScale {
  readonly scale: number
  readonly least: number
  readonly most: number
}

/** Dryness ω in the middle of a stage [fitted to common practice]. */
const MIDDLE_OMEGA = { wet: 1, softLeatherHard: 0.6, leatherHard: 0.285, hardLeatherHard: 0.06, boneDry: 0 } as const

/** Share of the drying shrinkage that has happened at a dryness ω, 0 as thrown to 1 where shrinkage ends. */
export function shrunkAt(kind: ClayWaterKind, omega: number): number {
  const clay = CLAY_WATER[kind]
  return (
    dryingShrinkage(clay, contentAt(clay, Math.min(1, Math.max(0, omega)))) / dryingShrinkage(clay, contentAt(clay, 0))
  )
}

/** The same in the middle of a stage; all of it from bone dry on. */
export const shrunkIn = (kind: ClayWaterKind, stage: Stage): number =>
  isGreenware(stage) ? shrunkAt(kind, MIDDLE_OMEGA[stage as keyof typeof MIDDLE_OMEGA]) : 1

/** Share of the firing shrinkage that a bisque has: commonly little, from memory. */
const bisqueShare = ({ bisqueIsHottest, water }: Shrinks): number =>
  bisqueIsHottest ? 1 : water === 'porcelain' ? 0.12 : 0.15

/** Size of a piece at a stage, as a share of its size as made. `omega` is its dryness where that is known. */
export function stageScale(clay: Shrinks, stage: Stage, omega?: number): StageScale {
  const { dryingShrinkage: d, firingShrinkage: f } = clay
  const drying = (at: number) => 1 - d * shrunkAt(clay.water, at)
  const all = (scale: number): StageScale => ({ scale, least: scale, most: scale })
  switch (stage) {
    case 'wet':
      return { scale: drying(omega ?? 1), least: drying(BEGINS_AT_OMEGA.softLeatherHard), most: 1 }
    case 'softLeatherHard':
      return between(BEGINS_AT_OMEGA.softLeatherHard, BEGINS_AT_OMEGA.leatherHard)
    case 'leatherHard':
      return between(BEGINS_AT_OMEGA.leatherHard, BEGINS_AT_OMEGA.hardLeatherHard)
    case 'hardLeatherHard':
      return between(BEGINS_AT_OMEGA.hardLeatherHard, 0)
    case 'boneDry':
      return all(1 - d)
    case 'bisque':
    case 'glazedRaw':
      return all((1 - d) * (1 - bisqueShare(clay) * f))
    case 'fired':
      return all((1 - d) * (1 - f))
  }
  function between(begins: number, ends: number): StageScale {
    return {
      scale: drying(omega ?? MIDDLE_OMEGA[stage as keyof typeof MIDDLE_OMEGA]),
      most: drying(begins),
      least: drying(ends),
    }
  }
}

/** A reading of a bar of two lines drawn 100 mm apart on wet clay. */
export interface BarReading {
  readonly stage: 'boneDry' | 'bisque' | 'fired'
  readonly mm: number
}

/** Apart from one another, mm: the lines as drawn. */
export const BAR_MM = 100

/** How far a clay’s figures are trusted before it was measured, and how well a bar is drawn and read, mm [ours]. */
const PRIOR = { drying: 0.008, firing: 0.01 } as const
const READ_MM = 0.25

/** What a clay shrinks by its bars, and the standard deviations of that. */
export interface MeasuredShrinkage {
  readonly drying: number
  readonly firing: number
  readonly dryingSd: number
  readonly firingSd: number
  /** Of both together. */
  readonly totalSd: number
}

/**
 * Shrinkage of a clay from bars, by a Kalman filter (Kalman 1960) on the logarithms of what is left: ln(L/100) = h ·
 * (ln(1 − d), ln(1 − f)).
 * Each reading is compared with the 100 mm that were drawn, never with another reading, which would count that one twice.
 */
export function shrinkageFromBars(clay: Shrinks, readings: readonly BarReading[]): MeasuredShrinkage {
  let x = [Math.log(1 - clay.dryingShrinkage), Math.log(1 - clay.firingShrinkage)]
  let p = [
    [(PRIOR.drying / (1 - clay.dryingShrinkage)) ** 2, 0],
    [0, (PRIOR.firing / (1 - clay.firingShrinkage)) ** 2],
  ]
  for (const { stage, mm } of readings) {
    const h = [1, stage === 'fired' ? 1 : stage === 'bisque' ? bisqueShare(clay) : 0]
    const noise = (READ_MM / BAR_MM) ** 2 + (READ_MM / mm) ** 2
    const ph = p.map((row) => row[0] * h[0] + row[1] * h[1])
    const s = h[0] * ph[0] + h[1] * ph[1] + noise
    const off = Math.log(mm / BAR_MM) - (h[0] * x[0] + h[1] * x[1])
    const gain = ph.map((v) => v / s)
    x = x.map((v, i) => v + gain[i] * off)
    p = p.map((row, i) => row.map((v, k) => v - gain[i] * ph[k]))
  }
  const [drying, firing] = x.map((v) => Math.max(0, 1 - Math.exp(v)))
  const left = (1 - drying) * (1 - firing)
  return {
    drying,
    firing,
    dryingSd: (1 - drying) * Math.sqrt(p[0][0]),
    firingSd: (1 - firing) * Math.sqrt(p[1][1]),
    totalSd: left * Math.sqrt(p[0][0] + p[1][1] + 2 * p[0][1]),
  }
}
