import type { ProbePoint } from '../skin/probe'
import type { Step, StepOf } from '../plan/step'
import type { Place } from '../vocabulary/place'
import { kindOrPlain } from '../vocabulary/mediumKinds'
import type { JudgedPlan } from './judgedPlan'
import { spotsOf } from './spots'
import { meetOnSkin } from './stepStretches'
import { GLAZE_RUNS_FROM_COATS } from '../vocabulary/films'

/* How thick raw glaze lies when a firing melts it, in brushed coats, and how many coats it takes to be right. */

/** Fewest brushed coats of glaze; in a narrow place the hand is lighter. Common practice, no source: 2–3, and 3–4. */
const LEAST_COATS = 2
const NARROW_COATS = 3

/** What is wanting to the fewest coats and not yet seen. Ours. */
const NEARLY = 0.3

/** An opening so wide keeps a hand with a brush out, mm. Common practice, no source. */
const NARROW_MM = 55

/** As many coats as a glaze can be given. */
const MOST_COATS = 12

/** Whether a place is inside a vessel that a hand does not get into. */
export function isNarrow({ form }: JudgedPlan, { parts }: Place): boolean {
  if (form.flat || !(parts.includes('inside') || parts.includes('floor'))) return false
  const { inside } = form.zones
  const throat = form.profile.filter(
    (_, i) => form.lengths[i] >= inside.from && form.lengths[i] <= (inside.from + inside.to) / 2,
  )
  return 2 * Math.min(...throat.map((point) => point.r)) < NARROW_MM
}

/** Raw glazes on the outside when a firing melts them: what an earlier firing has melted lies fast. */
export function rawGlazesOutside(plan: JudgedPlan, fireIndex: number) {
  return rawGlazes(plan, fireIndex).filter(({ step }) => step.place.parts.includes('outside'))
}

/** All glazes that are raw until a firing melts them. */
function rawGlazes(plan: JudgedPlan, fireIndex: number) {
  const before =
    plan.of('firing').findLast(({ index, step }) => index < fireIndex && step.firing === 'glaze')?.index ?? -1
  return plan.of('glazing').filter(({ index }) => index > before && index < fireIndex)
}

/** Heights at which the outside is looked at, as shares of the wall. */
const LOOKED_AT = [0.25, 0.5, 0.75] as const

/** Nominal brushed coats of raw glaze at a spot when a firing melts them. */
function rawGlazeAt(plan: JudgedPlan, spot: ProbePoint, fireIndex: number): number {
  const { films, fixed } = plan.probe(spot)[fireIndex]
  return films
    .slice(fixed)
    .reduce(
      (sum, film) => sum + (kindOrPlain(plan.media[film.medium].kind).melts === 'glass' ? film.eighths / 8 : 0),
      0,
    )
}

/** The thickest raw glaze on the outside when a firing melts it, in brushed coats: of what lies there, and not of what was poured. */
export function glazeOutside(plan: JudgedPlan, fireIndex: number): number {
  const { outside } = plan.form.zones
  return Math.max(
    ...LOOKED_AT.map((share) =>
      rawGlazeAt(plan, { lengthMm: outside.from + (outside.to - outside.from) * share, inLineOf: null }, fireIndex),
    ),
  )
}

/** The thickest raw glaze in the middle of where a step lays it, in brushed coats; null where none lies. */
export function glazeWhere(plan: JudgedPlan, step: StepOf<'glaze'>, fireIndex: number): number | null {
  const laid = spotsOf(plan, step)
    .map((spot) => rawGlazeAt(plan, spot, fireIndex))
    .filter((n) => n > 0)
  return laid.length ? Math.max(...laid) : null
}

/** Whether glaze as thick as this fires thin on a place. */
export const isThin = (plan: JudgedPlan, place: Place, coats: number): boolean =>
  coats <= (isNarrow(plan, place) ? NARROW_COATS : LEAST_COATS) - NEARLY

/** A plan with one of its steps otherwise. */
const withStep = (plan: JudgedPlan, step: Step, changes: object): JudgedPlan =>
  plan.withSteps(plan.steps.map((s) => (s === step ? ({ ...s, ...changes } as Step) : s)))

/** The most coats of a glaze, fewer than it has, with which the outside does not run; one where it runs all the same. */
export function coatsThatStand(plan: JudgedPlan, step: StepOf<'glaze'>, fireIndex: number): number {
  for (let coats = step.coats - 1; coats > 1; coats--)
    if (glazeOutside(withStep(plan, step, { coats }), fireIndex) <= GLAZE_RUNS_FROM_COATS) return coats
  return 1
}

/**
 * Coats that make the glaze where a step lays it thick enough: of that step, or of one under it that it may be held off from, as after
 * `changes` to it. Null where no number of them does.
 */
export function coatsThatCover(
  plan: JudgedPlan,
  step: StepOf<'glaze'>,
  fireIndex: number,
  changes: object = {},
): { readonly step: StepOf<'glaze'>; readonly coats: number } | null {
  const under = rawGlazes(plan, fireIndex)
    .map((glaze) => glaze.step)
    .filter((s) => s === step || meetOnSkin(plan, s, step))
  for (const given of [step, ...under.filter((s) => s !== step).reverse()])
    for (let coats = given.coats; coats <= MOST_COATS; coats++) {
      const laid = glazeWhere(withStep(plan, given, { ...(given === step ? changes : {}), coats }), step, fireIndex)
      if (laid !== null && !isThin(plan, step.place, laid)) return { step: given, coats }
    }
  return null
}
