import { plural } from '../../base/words'
import { inMm } from '../../base/units'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { filledShare, SOAK_CAUTION, SOAK_WARNING } from '../../clay/drying/rewet'
import { APPLICATOR } from '../../vocabulary/tools'
import { stageIndex } from '../../clay/stages'
import { PART, thinPartOf } from '../../form/parts'
import { stretchesOn } from '../../skin/place'
import type { Place } from '../../vocabulary/place'
import type { JudgedPlan } from '../judgedPlan'
import { changeStep, moveToStage, together } from '../mends'
import { dryLess } from '../otherDrying'
import type { Rule } from '../rule'
import { waterOf, wetCoat } from '../../vocabulary/films'

/** Water that dry clay keeps in an ordinary room, kg/kg. */
const DRY_WATER = 0.015

/** Whether a place reaches what is joined: one of its surfaces, all of it or in part. */
const reachesPart = ({ atlas }: JudgedPlan, place: Place, partId: string): boolean =>
  atlas.charts.some(({ surface }) => surface.part?.id === partId && stretchesOn(surface, place, false).length > 0)

export const dryingRules: readonly Rule[] = [
  {
    id: 'dryer-firms-the-skin',
    description: 'no hair dryer for more than the skin',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('drying').flatMap(({ step, index }) =>
        step.blower === 'dryer' && stageIndex(step.to) >= stageIndex('leatherHard')
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                sentence:
                  'A hair dryer firms the skin while the wall stays soft: rims crack and lines tear under the crust.',
                because: 'Five minutes take the top millimetre half way, and the wall hardly anywhere.',
                severity: step.to === 'boneDry' ? ('ruin' as const) : ('risk' as const),
                mends: [
                  changeStep(plan, 'Let it dry by itself', step.id, { blower: 'none' }),
                  changeStep(plan, 'Use a fan', step.id, { blower: 'fan' }),
                ],
              },
            ]
          : [],
      ),
  },
  {
    id: 'thin-part-soaks',
    description: 'thin handles and spouts not soaked when dry',
    school: null,
    severity: 'note',
    check: (plan) => {
      const thin = thinPartOf(plan.piece.form.parts)
      if (!thin) return []
      const clay = CLAY_WATER[plan.body.water]
      return plan.of('coating').flatMap(({ step, index, time }) => {
        if (time.stage !== 'boneDry' || !reachesPart(plan, step.place, thin.id) || step.applicator === 'spatter')
          return []
        const film = wetCoat(plan.medium(step.mediumId)?.kind, APPLICATOR[step.applicator].gain, step.water)
        const waterUm = waterOf(film)
        const filled = filledShare(clay, DRY_WATER, thin.thickMm, waterUm, step.coats)
        if (filled < SOAK_CAUTION) return []
        const earlier =
          dryLess(plan, step, 'leatherHard') ?? moveToStage(plan, step, 'leatherHard', 'Move to leather-hard')
        const fewer = Math.floor((step.coats * SOAK_CAUTION) / filled)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, the ${PART[thin.kind].name.toLowerCase()}`,
            sentence:
              `${step.coats} wet ${plural(step.coats, 'coat fills', 'coats fill')} the ` +
              `${inMm(Number(thin.thickMm.toFixed(1)))} ${PART[thin.kind].name.toLowerCase()} to ` +
              `${Math.round(100 * Math.min(1, filled))} % of the water at which dry clay goes soft; it may ` +
              'drop off and cannot be put back.',
            because:
              'Dry clay drinks a coat at once, and a thin part painted on both sides has nowhere to put the water.',
            severity: filled >= SOAK_WARNING ? ('risk' as const) : ('note' as const),
            mends: [
              ...(earlier ? [earlier] : []),
              ...(fewer >= 1 ? [together(`Only ${fewer} now`, [changeStep(plan, '', step.id, { coats: fewer })])] : []),
            ],
          },
        ]
      })
    },
  },
]
