import { inMm } from '../../base/units'
import { thinnestWallMm } from '../../form/turnedForm'
import { changeStep, removeStep } from '../mends'
import type { Rule } from '../rule'
import { meetOnSkin } from '../stepStretches'

/** Deepest that clay may be sponged away, as a share of the wall. Common practice, no source: never down to half of it. */
const DEEPEST = 1 / 3

export const etchRules: readonly Rule[] = [
  {
    id: 'etch-without-wax',
    description: 'a drawing in wax stands when the clay round it is sponged away',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('etching').flatMap(({ step, index }) => {
        const fired = plan.of('firing').findLast((fire) => fire.index < index)?.index ?? -1
        const held = plan.of('resist').some((r) => r.index > fired && r.index < index && meetOnSkin(plan, r.step, step))
        if (held) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'Nothing is waxed here: the sponge takes the whole surface off, and no drawing stands.',
            because: 'Water etching leaves standing what wax protects. Wax the drawing first, and let it dry.',
            mends: [removeStep(plan, 'Take the water etching out', step.id)],
          },
        ]
      }),
  },
  {
    id: 'etched-too-deep',
    description: 'the wall that is left under water etching still holds',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('etching').flatMap(({ step, index }) => {
        const wall = thinnestWallMm(plan.form)
        if (step.depthMm <= wall * DEEPEST) return []
        const wanted = Math.max(0.1, Math.floor(wall * DEEPEST * 10) / 10)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: step.depthMm > wall / 2 ? ('ruin' as const) : ('risk' as const),
            sentence: `${inMm(step.depthMm)} is sponged off a wall of ${inMm(Number(wall.toFixed(1)))}: it warps or breaks.`,
            because:
              'Each round wets the wall and thins it; half of it must be left everywhere, and a third off is enough.',
            mends: [changeStep(plan, `Go ${inMm(wanted)} deep`, step.id, { depthMm: wanted })],
          },
        ]
      }),
  },
  {
    id: 'etched-in-one-go',
    description: 'dry clay that is sponged dries again between the rounds',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('etching').flatMap(({ step, index, time }) =>
        step.waits || time.stage !== 'boneDry'
          ? []
          : [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                sentence: 'The clay is sponged again and again without drying: the wall softens and slumps.',
                because: 'Dry clay drinks at once. One round, then let it dry until it is pale again.',
                mends: [changeStep(plan, 'Let it dry after each round', step.id, { waits: true })],
              },
            ],
      ),
  },
]
