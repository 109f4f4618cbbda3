import { coatsToGive, coverOf, type Cover } from '../colour/cover'
import type { StepOf } from '../plan/step'
import { acrossOf, stretchesOf } from '../skin/place'
import { withFilm, type Film, type Stack } from '../skin/stack'
import { isClear } from '../vocabulary/material'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import { APPLICATOR } from '../vocabulary/tools'
import type { JudgedPlan } from './judgedPlan'

/** What a coat is asked to cover, and how many coats do. */
export interface Coverage {
  /** Number of the medium, a mixture maybe. */
  readonly medium: number
  /** What lies beneath when it goes on. */
  readonly under: Stack
  /** Clear glass that will lie over it. */
  readonly over: readonly Film[]
  readonly cover: Cover
  /** Nominal coats that are needed: the jar’s own word, or else computed. */
  readonly needed: number
  /** Nominal coats that one with this applicator and water is worth. */
  readonly each: number
  /** Coats to plan, with this applicator and water. */
  readonly toGive: number
}

/** Common practice, no source: a sponge dabs three thin coats. */
const SPONGE_COATS = 3

type Coating = Pick<StepOf<'coat'>, 'mediumId' | 'mix' | 'water' | 'place' | 'applicator'>

/** Middle of the longest stretch of a place, mm along the skin; null when it reaches nothing. */
function middleOf(plan: JudgedPlan, { place }: Pick<Coating, 'place'>): number | null {
  const stretches = stretchesOf(plan.form, place)
  if (!stretches.length) return null
  const longest = stretches.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a))
  return (longest.from + longest.to) / 2
}

/** Films of clear glaze that the rest of the plan lays over a spot. */
function clearsOver(plan: JudgedPlan, lengthMm: number, across: number | undefined, index: number): Film[] {
  const stacks = plan.probe({ lengthMm, inLineOf: null, across })
  const before = stacks[Math.min(index + 1, stacks.length - 1)]
  const last = stacks[stacks.length - 1]
  return last.films.slice(before.films.length).filter((film) => isClear(plan.media[film.medium]))
}

/**
 * How many coats of a colour cover at its place when it goes on as step `index`: on the plan’s own ground, with its applicator and
 * water, under its clear, at its cone. Null where nothing is to be covered: washes, spatter, a place that reaches nothing.
 */
export function coverageAt(plan: JudgedPlan, index: number, step: Coating): Coverage | null {
  const lengthMm = middleOf(plan, step)
  const medium = plan.mediaTable.mixture([{ mediumId: step.mediumId, parts: 1 }, ...step.mix])
  if (lengthMm === null || medium === undefined || step.applicator === 'spatter') return null
  if (!MEDIUM_KIND[plan.media[medium].kind].hides) return null
  const across = acrossOf(step.place)
  // A sponge stays on the high places, which may have been wiped clean.
  const onHigh = step.applicator === 'sponge'
  const under: Stack = { ...plan.probe({ lengthMm, inLineOf: null, across, onHigh })[index], wax: 'none' }
  const over = clearsOver(plan, lengthMm, across, index)
  const cover = coverOf((coats) => {
    const coated = withFilm(under, medium, coats * 8)
    return plan.firedLab({ ...coated, films: [...coated.films, ...over] })
  })
  const { gain } = APPLICATOR[step.applicator]
  const each = gain * (1 - step.water)
  const own = plan.media[medium].coats[step.applicator]
  // A sponge is never asked for more than its three thin coats: what it leaves open is its look.
  const computed = onHigh ? Math.min(cover.needed, SPONGE_COATS * gain) : cover.needed
  const needed = own === undefined ? computed : own * gain
  return { medium, under, over, cover, needed, each, toGive: coatsToGive(needed, each) }
}
