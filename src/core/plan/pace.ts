import * as z from '../base/zod'
import { inverseOfTwo } from '../numeric/inverseOfTwo'

/** Kinds of work that each have a pace of their own, and what they are called. */
export const PACE_WORDS = {
  brush: 'brushing coats',
  bottle: 'coats from a bottle',
  sponge: 'dabbing with a sponge',
  spatter: 'spattering',
  spray: 'spraying',
  dip: 'dipping and pouring',
  lines: 'drawing and trailing',
  cut: 'carving and incising',
  fill: 'filling lines',
  wax: 'waxing',
  tape: 'tape and stencils',
  wipe: 'wiping and rinsing',
  rub: 'burnishing and scraping',
  press: 'pressing textures',
  mark: 'marking out',
  small: 'small handwork',
} as const

export type PaceKind = keyof typeof PACE_WORDS

export const PACE_KINDS = Object.keys(PACE_WORDS) as PaceKind[]

/** Minutes of hands for one piece (of coats, for one coat), before anybody’s own pace: to begin with, and by how much there is. */
export interface Hands {
  readonly pace: PaceKind
  readonly fixed: number
  readonly more: number
}

export const hands = (pace: PaceKind, fixed: number, more = 0): Hands => ({ pace, fixed, more })

const minutes = z.number().min(0).max(10_000)

/** A finished run: what one piece was reckoned at, how many there were, and how long all of them took, minutes. */
const runSchema = z.strictObject({
  fixed: minutes,
  more: minutes,
  pots: z.number().min(0.1).max(10_000),
  minutes: z.number().min(0.1).max(10_000),
})

export type PaceRun = z.infer<typeof runSchema>

export const paceSchema = z.strictObject({
  /** How much longer than ours it takes, set by hand; null to go by the runs. */
  own: z.number().min(0.1).max(10).nullable(),
  runs: z.array(runSchema).max(200),
})

export type Pace = z.infer<typeof paceSchema>

export const pacesSchema = z.partialRecord(z.enum(PACE_KINDS as [PaceKind, ...PaceKind[]]), paceSchema)

export type Paces = z.infer<typeof pacesSchema>

/** How long something takes against our reckoning: its two parts, where that is from, and its spread as a share (σ of ln). */
export interface Tempo {
  readonly fixed: number
  readonly more: number
  readonly source: 'ours' | 'yours' | 'measured'
  readonly runs: number
  /** Covariance of the logarithms of both parts. */
  readonly covariance: readonly (readonly number[])[]
}

/** What is believed of both parts before any run: σ of ln. Our choice. */
const PRIOR = [0.6, 0.4] as const

const PRIOR_COVARIANCE = [
  [PRIOR[0] ** 2, 0],
  [0, PRIOR[1] ** 2],
]

/** Huber’s bound, in residuals of one σ. */
const HUBER = 1.5
/** Spread of a run that is expected before there are many, and how many runs that is worth. */
const EXPECTED = 0.25
const WORTH = 4
const LEAST = 0.05
const ROUNDS = 60

/** Shares that the two parts have in a time. */
function sharesOf(run: Pick<PaceRun, 'fixed' | 'more'>, [a, b]: readonly number[]): [number, number, number] {
  const [fixed, more] = [run.fixed * Math.exp(a), run.more * Math.exp(b)]
  const each = Math.max(1e-6, fixed + more)
  return [fixed / each, more / each, each]
}

/**
 * A pace learnt from finished runs: minutes = pots · (f·fixed + g·more), with ln f and ln g near nought before anything is known. A run
 * that was interrupted counts little.
 * Source: Huber, “Robust Estimation of a Location Parameter” (1964), by reweighting; the priors are our choice.
 */
export function tempoOf(pace: Pace | undefined): Tempo {
  const none: Tempo = { fixed: 1, more: 1, source: 'ours', runs: 0, covariance: PRIOR_COVARIANCE }
  if (pace?.own) return { ...none, fixed: pace.own, more: pace.own, source: 'yours', runs: pace.runs.length }
  const runs = pace?.runs.filter(({ fixed, more }) => fixed + more > 0) ?? []
  if (!runs.length) return none
  let theta = [0, 0]
  let covariance: number[][] = PRIOR_COVARIANCE
  for (let round = 0; round < ROUNDS; round++) {
    const errors = runs.map((run) => Math.log(run.minutes / (run.pots * sharesOf(run, theta)[2])))
    const sorted = errors.map(Math.abs).sort((x, y) => x - y)
    const middle = Math.max(LEAST, 1.4826 * sorted[Math.floor(sorted.length / 2)])
    const variance = (WORTH * EXPECTED ** 2 + runs.length * middle ** 2) / (WORTH + runs.length)
    const bound = HUBER * Math.sqrt(variance)
    const hessian = [
      [1 / PRIOR_COVARIANCE[0][0], 0],
      [0, 1 / PRIOR_COVARIANCE[1][1]],
    ]
    const slope = [-theta[0] * hessian[0][0], -theta[1] * hessian[1][1]]
    runs.forEach((run, i) => {
      const [a, b] = sharesOf(run, theta)
      const weight = Math.min(1, bound / Math.max(1e-9, Math.abs(errors[i]))) / variance
      slope[0] += weight * a * errors[i]
      slope[1] += weight * b * errors[i]
      hessian[0][0] += weight * a * a
      hessian[0][1] += weight * a * b
      hessian[1][0] += weight * a * b
      hessian[1][1] += weight * b * b
    })
    covariance = inverseOfTwo(hessian)
    const step = covariance.map(([a, b]) => a * slope[0] + b * slope[1])
    theta = theta.map((t, i) => Math.min(2.3, Math.max(-2.3, t + step[i])))
    if (Math.hypot(...step) < 1e-9) break
  }
  return { fixed: Math.exp(theta[0]), more: Math.exp(theta[1]), source: 'measured', runs: runs.length, covariance }
}

/** The work of all coats together. */
export const ofCoats = (work: Hands, coats: number): Hands => ({
  ...work,
  fixed: work.fixed * coats,
  more: work.more * coats,
})

/** Minutes at a pace. */
export const minutesAt = (work: Hands, paces: Paces | undefined): number => {
  const tempo = tempoOf(paces?.[work.pace])
  return tempo.fixed * work.fixed + tempo.more * work.more
}

/** How long a step takes from the first touch, minutes. */
export interface Elapsed {
  /** Until the last stroke. */
  readonly lastStroke: number
  /** Until the last coat is matte. */
  readonly matte: number
}

/**
 * A step on a set, coat after coat on pot after pot: `minutes` of hands for one piece in all its coats, `waits` until each of them is
 * matte. A wait is shorter where others of the set are coated meanwhile.
 */
export function elapsedMinutes(minutes: number, waits: readonly number[], coats: number, pieces: number): Elapsed {
  const stroke = minutes / coats
  const meanwhile = stroke * (pieces - 1)
  const between = waits.slice(0, coats - 1).reduce((sum, wait) => sum + Math.max(0, wait - meanwhile), 0)
  const lastStroke = minutes * pieces + between
  return { lastStroke, matte: lastStroke + (waits[coats - 1] ?? 0) }
}

/** With odd runs among them the band would hold too few times: it is shown wider. */
const SHOWN = 1.2

/** How far minutes at a pace may be off, as a share of them (one σ). Before any run it is what the prior says. */
export function spreadOf(work: Pick<Hands, 'fixed' | 'more'>, tempo: Tempo): number {
  const [fixed, more] = [tempo.fixed * work.fixed, tempo.more * work.more]
  const each = Math.max(1e-6, fixed + more)
  const j = [fixed / each, more / each]
  const variance = j.reduce((sum, a, i) => sum + j.reduce((s, b, k) => s + a * b * tempo.covariance[i][k], 0), 0)
  return SHOWN * Math.sqrt(variance)
}
