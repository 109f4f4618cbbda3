import { meetOnSkin } from '../stepStretches'
import { CAUTION_WORDS } from '../../vocabulary/material'
import { changeStep, keepOff } from '../mends'
import type { Rule } from '../rule'

/** Cautions that are told before raw materials go on something to eat from. */
const CONTAINS = ['containsManganese', 'containsChromium', 'containsCobalt', 'containsNickel'] as const

/** What is written on the jar. */
export const jarRules: readonly Rule[] = [
  {
    id: 'glaze-alone',
    description: 'glazes that must not be alone over another',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('glazing').flatMap(({ step, index }) => {
        const medium = plan.medium(step.mediumId)
        if (!medium?.cautions.includes('notAlone')) return []
        const beside = plan
          .of('glazing')
          .some(
            (other) =>
              other.step !== step &&
              plan.medium(other.step.mediumId)?.id !== medium.id &&
              meetOnSkin(plan, other.step, step),
          )
        if (beside) return []
        const other = plan.jars.find(
          (m) =>
            m.kind === 'glaze' &&
            m.id !== medium.id &&
            !m.cautions.includes('notAlone') &&
            m.range.to === medium.range.to,
        )
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${medium.name} is not to be used alone, and no other glaze lies with it.`,
            because: 'By itself it shrinks otherwise than the clay and shivers off in slivers.',
            mends: other ? [changeStep(plan, `Use ${other.name}`, step.id, { mediumId: other.id })] : [],
          },
        ]
      }),
  },
  {
    id: 'raw-materials-on-food',
    description: 'raw materials told before they touch food',
    school: null,
    severity: 'note',
    check: (plan) => {
      if (plan.piece.use !== 'food') return []
      const seen = new Set<string>()
      return plan.steps.flatMap((step, index) => {
        const medium = 'mediumId' in step ? plan.medium(step.mediumId) : undefined
        const contains = medium ? CONTAINS.filter((caution) => medium.cautions.includes(caution)) : []
        const inside =
          'place' in step &&
          (step.place.parts.includes('inside') ||
            step.place.parts.includes('floor') ||
            step.place.parts.includes('rim'))
        if (!medium || !contains.length || !inside || seen.has(medium.id)) return []
        seen.add(medium.id)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${medium.name} ${contains.map((c) => CAUTION_WORDS[c]).join(', ')} and lies where food is.`,
            because:
              'Nothing with raw stains on food surfaces without a leach test by a laboratory; read the maker’s sheet.',
            mends: keepOff(plan, 'Keep it off where food is', step, ['inside', 'floor', 'rim']),
          },
        ]
      })
    },
  },
]
