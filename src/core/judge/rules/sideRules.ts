import { isA } from '../../plan/step'
import { moveStep } from '../mends'
import type { Mend } from '../finding'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'
import { meetOnSkin } from '../stepStretches'
import { kindOrPlain } from '../../vocabulary/mediumKinds'

/* Which side of a vessel is glazed first. Common practice, no source. */

type Glazing = ReturnType<typeof glazes>[number]

const glazes = (plan: JudgedPlan) => plan.of('glazing')

const insideOnly = ({ step: { place } }: Glazing) => place.parts.includes('inside') && !place.parts.includes('outside')

const outsideOnly = ({ step: { place } }: Glazing) => place.parts.includes('outside') && !place.parts.includes('inside')

/** A watery colour on the bisque outside, and the next firing after it. */
function washOutside(
  plan: JudgedPlan,
): { readonly stepId: string; readonly index: number; readonly fired: number } | null {
  const wash = plan
    .of('coating')
    .find(
      ({ step, time }) =>
        time.stage === 'bisque' &&
        kindOrPlain(plan.medium(step.mediumId)?.kind).watery &&
        step.place.parts.includes('outside'),
    )
  if (!wash) return null
  const fired = plan.of('firing').find((f) => f.index > wash.index)?.index ?? plan.steps.length
  return { stepId: wash.step.id, index: wash.index, fired }
}

/**
 * Glazes one side before the other. The inside is moved, for decoration mostly lies outside; the outside where that would pass what
 * belongs to the inside; neither where both would.
 */
function sideFirst(plan: JudgedPlan, label: string, early: Glazing, late: Glazing): Mend[] {
  const between = plan.steps.slice(early.index + 1, late.index)
  const passes = (glazing: Glazing) =>
    between.some(
      (s) =>
        isA(s, 'drying', 'firing', 'dusting') ||
        // What is laid earlier has its beads lifted with the others.
        (meetOnSkin(plan, s, glazing.step) && !(isA(s, 'swabbing') && glazing === late)),
    )
  const moved = (insideOnly(early) ? [early, late] : [late, early]).find((glazing) => !passes(glazing))
  return moved ? [moveStep(plan, label, moved.step.id, moved === early ? late.index : early.index)] : []
}

export const sideRules: readonly Rule[] = [
  {
    id: 'outside-before-inside',
    description: 'the side that is glazed first',
    school: 'firstGlaze',
    severity: 'note',
    check: (plan) => {
      const inside = glazes(plan).find(insideOnly)
      const outside = glazes(plan).find(outsideOnly)
      if (!inside || !outside || inside.step.drips) return []
      const outsideFirst = outside.index < inside.index
      if (outsideFirst === (plan.ways.firstGlaze === 'outside')) return []
      // Before a wash the inside is poured in either school: wash would get into its clear.
      const wash = outsideFirst ? null : washOutside(plan)
      if (wash && wash.index < outside.index && outside.index < wash.fired) return []
      const [early, late] = outsideFirst ? [outside, inside] : [inside, outside]
      return [
        {
          stepId: early.step.id,
          where: `steps ${early.index + 1} and ${late.index + 1}`,
          sentence: outsideFirst
            ? 'The outside is glazed before the inside.'
            : 'The inside is glazed before the outside, and this studio wants drips over the outside.',
          because: outsideFirst
            ? 'Drips from pouring the inside can be sponged off a bare outside, not off a glazed one.'
            : 'Glazing the inside second lets it drip over the outside.',
          mends: sideFirst(plan, outsideFirst ? 'Glaze the inside first' : 'Glaze the outside first', early, late),
        },
      ]
    },
  },
  {
    id: 'wash-before-clear',
    description: 'the clear is poured before the wash',
    school: null,
    severity: 'note',
    check: (plan) => {
      const wash = washOutside(plan)
      const clear = glazes(plan).find(insideOnly)
      if (!wash || !clear || clear.index < wash.index || clear.index > wash.fired) return []
      return [
        {
          stepId: wash.stepId,
          where: `steps ${wash.index + 1} and ${clear.index + 1}`,
          sentence: 'The wash goes on before the inside is poured, and gets into the clear.',
          because: 'A little clear in the wash does no harm; wash in the clear ruins the bucket.',
          mends: [moveStep(plan, 'Pour the inside first', clear.step.id, wash.index)],
        },
      ]
    },
  },
]
