import { WALL } from '../form/assembly'
import type { Stretch } from '../form/turnedForm'
import { isBath, reachOn } from '../plan/localStage'
import type { Step } from '../plan/step'
import { arcsOn } from '../skin/place'
import type { ProbePoint } from '../skin/probe'
import type { Place } from '../vocabulary/place'
import type { JudgedPlan } from './judgedPlan'

/* Where a rule looks: the middle of what a step works on, on every surface of the piece. */

/** What says where it works: a step, or a place alone. */
type Placed = Step | { readonly place: Place }

const asStep = (placed: Placed): Step =>
  'act' in placed ? placed : ({ act: 'coat', place: placed.place } as unknown as Step)

const longestFirst = (a: Stretch, b: Stretch) => b.to - b.from - (a.to - a.from)

/** The middle of each stretch that a step works on, the wall’s first, the longest of each surface first. */
export function spotsOf(plan: JudgedPlan, placed: Placed): ProbePoint[] {
  const step = asStep(placed)
  return plan.atlas.charts.flatMap(({ surface }) => {
    const arcs = 'place' in step && !('motif' in step && step.motif) ? arcsOn(surface, step.place, isBath(step)) : null
    const [arc] = arcs ?? []
    return reachOn(surface, step)
      .toSorted(longestFirst)
      .map(({ from, to }): ProbePoint => ({
        lengthMm: (from + to) / 2,
        inLineOf: null,
        ...(arc ? { across: (arc[0] + arc[1]) / 2 } : {}),
        ...(surface.id === WALL ? {} : { on: surface.id }),
      }))
  })
}

/** The one spot that stands for what a step works on; null where it reaches nothing. */
export const spotOf = (plan: JudgedPlan, placed: Placed): ProbePoint | null => spotsOf(plan, placed)[0] ?? null
