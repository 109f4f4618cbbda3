import { inMm } from '../../base/units'
import { isDamp, isGreenware, STAGE, stageIndex, type Stage } from '../../clay/stages'
import { goodStages, type StageRow } from '../../clay/stageFit'
import * as build from '../../plan/build'
import { reachOn } from '../../plan/localStage'
import { isA, actOf, isCut, type Step } from '../../plan/step'
import { dryFirst, dryLess } from '../otherDrying'
import type { Mend, RuleHit } from '../finding'
import { addStep, bisqueFirst, changeStep, moveToStage, removeStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

/** The good stage nearest to where the step is now. */
function nearestGood(row: StageRow, stage: Stage): Stage[] {
  return goodStages(row).sort(
    (a, b) => Math.abs(stageIndex(a) - stageIndex(stage)) - Math.abs(stageIndex(b) - stageIndex(stage)),
  )
}

function stageMends(plan: JudgedPlan, step: Step, row: StageRow, stage: Stage): Mend[] {
  const good = nearestGood(row, stage)
  const [dried] = good.flatMap((to) => dryLess(plan, step, to) ?? dryFirst(plan, step, to) ?? [])
  const moved = good.flatMap((to) => moveToStage(plan, step, to, `Move to ${STAGE[to].name}`) ?? []).slice(0, 2)
  if (dried || moved.length) return dried ? [dried, ...moved] : moved
  const bisque = good.some((to) => !isGreenware(to)) ? bisqueFirst(plan, plan.steps.indexOf(step)) : null
  return bisque ? [bisque] : []
}

export const stageRules: readonly Rule[] = [
  {
    id: 'stage-harms-step',
    description: 'each technique at a dryness that allows it',
    school: null,
    severity: 'ruin',
    check: (plan) =>
      plan.steps.flatMap((step, index) => {
        const technique = actOf(step).fit(step, (id) => plan.medium(id)?.kind)
        const { stage } = plan.times[index]
        // Glaze on greenware has a rule of its own.
        if (!technique || (isA(step, 'lays glaze') && isGreenware(stage))) return []
        const fit = technique.fit[stage]
        if (fit.fit === 'good') return []
        const withCare = isCut(step) && stage === 'boneDry' && plan.ways.boneDrySgraffito === 'withCare'
        const severity = fit.fit === 'workable' ? ('note' as const) : withCare ? ('risk' as const) : ('ruin' as const)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, ${STAGE[stage].name}`,
            sentence: `${technique.doing} on ${STAGE[stage].name} clay: ${fit.because}.`,
            because: `Best at: ${goodStages(technique.fit)
              .map((s) => STAGE[s].name)
              .join(', ')}.`,
            severity,
            mends: stageMends(plan, step, technique.fit, stage),
          },
        ]
      }),
  },
  {
    id: 'place-reaches-nothing',
    description: 'a place that lies on the form',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.steps.flatMap((step, index): RuleHit[] => {
        if (!('place' in step) || ('motif' in step && step.motif)) return []
        const { place } = step
        const sectorless = place.sectors !== null && !place.sectors.take.some((k) => k < (place.sectors?.of ?? 0))
        const reached = plan.atlas.charts.some(({ surface }) => reachOn(surface, step).length > 0)
        if ((reached || place.on?.length) && !sectorless) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: place.band
              ? `The band from ${inMm(place.band.fromMm)} to ${inMm(place.band.toMm)} lies beyond the wall, and the step reaches nothing.`
              : 'No part of the form is chosen, and the step reaches nothing.',
            because: 'What is laid on nothing is not there after the fire.',
            mends: [
              changeStep(plan, 'Take the whole part', step.id, {
                place: {
                  parts: place.parts.length ? place.parts : plan.form.flat ? ['floor'] : ['outside'],
                  band: null,
                  sectors: null,
                },
              }),
            ],
          },
        ]
      }),
  },
  {
    id: 'clay-gets-wetter',
    description: 'clay only dries',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('drying').flatMap(({ step, index, time }) =>
        stageIndex(step.to) < stageIndex(time.stage)
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                sentence: `The clay is already ${STAGE[time.stage].name} and cannot be brought back to ${STAGE[step.to].name}.`,
                because:
                  'Damping wets the skin only; the wall under it stays as dry as it was, and attached parts can drop off.',
                mends: [removeStep(plan, 'Take this step out', step.id)],
              },
            ]
          : [],
      ),
  },
  {
    id: 'fired-while-damp',
    description: 'only dry clay goes into the kiln',
    school: null,
    severity: 'ruin',
    check: (plan) =>
      plan.of('firing').flatMap(({ step, index, time }) =>
        isDamp(time.stage)
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}, ${STAGE[time.stage].name}`,
                sentence: `The piece goes into the kiln ${STAGE[time.stage].name}; steam will burst it.`,
                because: 'Water in the wall boils faster than it can leave; the thick foot is the last part to dry.',
                mends: [addStep(plan, 'Dry to bone dry first', index, build.bring('boneDry', 'open'))],
              },
            ]
          : [],
      ),
  },
  {
    id: 'dry-scraping',
    description: 'no silica dust',
    school: 'boneDrySgraffito',
    severity: 'risk',
    check: (plan) =>
      plan.of('cut').flatMap(({ step, index, time }) =>
        (time.stage === 'boneDry' || time.stage === 'bisque') && step.protection === 'none'
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}, ${STAGE[time.stage].name}`,
                sentence: 'Dry scraping with no protection puts silica dust into the air.',
                because:
                  'Fine silica stays in the lungs; keep it damp, brush the dust onto paper, wear a respirator rated for fine dust.',
                mends: [
                  ...(['hardLeatherHard', 'leatherHard'] as const)
                    .flatMap((to) => dryLess(plan, step, to) ?? [])
                    .slice(0, 1),
                  changeStep(plan, 'Scrape damp, with a respirator', step.id, { protection: 'dampAndRespirator' }),
                  ...[moveToStage(plan, step, 'leatherHard', 'Carve at leather-hard')].filter(
                    (m): m is Mend => m !== null,
                  ),
                ],
              },
            ]
          : [],
      ),
  },
]
