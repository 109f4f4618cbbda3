import { isA } from '../plan/step'
import { conesOutside } from '../firing/cones'
import { coatsToGive, coverOf, type Cover } from '../colour/cover'
import type { StepOf } from '../plan/step'
import type { ProbePoint } from '../skin/probe'
import { withFilm, type Film, type Stack } from '../skin/stack'
import { isClear } from '../vocabulary/material'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import { APPLICATOR, AREA_TOOL, LINER, type Applicator, type Liner } from '../vocabulary/tools'
import type { JudgedPlan } from './judgedPlan'
import { spotOf } from './spots'

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

type Coating = Pick<StepOf<'coat'>, 'mediumId' | 'mix' | 'water' | 'place' | 'applicator'> &
  Partial<Pick<StepOf<'coat'>, 'blend'>>

/** Films of clear glaze that the rest of the plan lays over a spot. */
function clearsOver(plan: JudgedPlan, spot: ProbePoint, index: number): Film[] {
  const stacks = plan.probe(spot)
  const before = stacks[Math.min(index + 1, stacks.length - 1)]
  const last = stacks[stacks.length - 1]
  return last.films.slice(before.films.length).filter((film) => isClear(plan.media[film.medium]))
}

/** A jar laid at a spot: what one coat of it is worth in nominal ones, and with what it is laid. */
interface Laying {
  readonly medium: number
  readonly spot: ProbePoint
  readonly each: number
  readonly applicator: Applicator
}

/** How many coats of a jar cover at a spot when it goes on as step `index`; null where it is not to hide anything. */
function coverageHere(plan: JudgedPlan, index: number, { medium, spot, each, applicator }: Laying): Coverage | null {
  if (!MEDIUM_KIND[plan.media[medium].kind].hides) return null
  // A sponge stays on the high places, which may have been wiped clean.
  const onHigh = applicator === 'sponge'
  const under: Stack = { ...plan.probe({ ...spot, onHigh })[index], wax: 'none' }
  const over = clearsOver(plan, spot, index)
  const cover = coverOf((coats) => {
    const coated = withFilm(under, medium, coats * 8)
    return plan.firedLab({ ...coated, films: [...coated.films, ...over] })
  })
  const { gain } = APPLICATOR[applicator]
  const own = plan.media[medium].coats[applicator]
  // A sponge is never asked for more than its three thin coats: what it leaves open is its look.
  const computed = onHigh ? Math.min(cover.needed, SPONGE_COATS * gain) : cover.needed
  const needed = own === undefined ? computed : own * gain
  return { medium, under, over, cover, needed, each, toGive: coatsToGive(needed, each) }
}

/** The coverage that asks for more coats. */
const harder = (a: Coverage | null, b: Coverage | null): Coverage | null => (!a || (b && b.needed > a.needed) ? b : a)

/**
 * How many coats of a colour cover at its place when it goes on as step `index`: on the plan’s own ground, with its applicator and
 * water, under its clear, at its cone; of a blend, the colour of its ends that needs more. Null where nothing is to be covered:
 * washes, spatter, a place that reaches nothing.
 */
export function coverageAt(plan: JudgedPlan, index: number, step: Coating): Coverage | null {
  const spot = spotOf(plan, { place: step.place })
  if (!spot || step.applicator === 'spatter') return null
  const each = APPLICATOR[step.applicator].gain * (1 - step.water)
  const ends = [step.mediumId, ...(step.blend ? [step.blend.mediumId] : [])]
  return ends.reduce<Coverage | null>((most, mediumId) => {
    const medium = plan.mediaTable.mixture([{ mediumId, parts: 1 }, ...step.mix])
    if (medium === undefined) return most
    return harder(most, coverageHere(plan, index, { medium, spot, each, applicator: step.applicator }))
  }, null)
}

/** Whether the hottest firing is outside the range of anything in a stack. */
const isSpoiled = (plan: JudgedPlan, { films }: Stack): boolean =>
  films.some(({ medium }) => conesOutside(plan.topCone, plan.media[medium].range) !== 0)

/** The applicator whose word on the jar counts for a line, and for what is laid between lines. */
const LINER_AS: Readonly<Record<Liner, Applicator>> = {
  trailer: 'bottle',
  bottle: 'bottle',
  brush: 'brush',
  stamp: 'brush',
}

/** How many coats cover where a motif is drawn or printed, or areas between lines are coloured; null as for a coat. */
export function coverageOfMarks(
  plan: JudgedPlan,
  index: number,
  step: StepOf<'draw'> | StepOf<'colourIn'>,
): Coverage | null {
  const spot = spotOf(plan, step)
  // What lies on a ground that this firing spoils is looked at when that is put right.
  if (!spot || isSpoiled(plan, plan.probe(spot)[index])) return null
  const each = isA(step, 'lining') ? LINER[step.liner].gain : AREA_TOOL[step.tool].gain
  const applicator = isA(step, 'lining') ? LINER_AS[step.liner] : AREA_TOOL[step.tool].flows ? 'bottle' : 'brush'
  const blended = isA(step, 'area colouring') && step.blend ? [step.blend.mediumId] : []
  return [step.mediumId, ...blended].reduce<Coverage | null>((most, mediumId) => {
    const medium = plan.mediaTable.numberOf(mediumId)
    if (medium === undefined) return most
    const { kind, range } = plan.media[medium]
    // Glass is seen through, and what this firing spoils covers nothing: both have rules of their own.
    if (MEDIUM_KIND[kind].melts === 'glass' || conesOutside(plan.topCone, range) !== 0) return most
    return harder(most, coverageHere(plan, index, { medium, spot, each, applicator }))
  }, null)
}
