import { isA } from '../../plan/step'
import { coatsWords } from '../../plan/acts/phrases'
import { OPAQUE_COATS } from '../../colour/cover'
import { withFilm } from '../../skin/stack'
import * as build from '../../plan/build'
import { addStep, moveStep, together, resistedBetween } from '../mends'
import { meetOnSkin } from '../stepStretches'
import type { Rule } from '../rule'
import type { RuleHit } from '../finding'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { motifName } from '../../skin/motifs/motifName'
import { bandOf } from '../../vocabulary/place'
import { coverageAt } from '../coverage'

/** L by which a colour over another is called light over dark [our choice]. */
const LIGHTER_BY = 25

export const orderRules: readonly Rule[] = [
  {
    id: 'light-over-dark',
    description: 'light colours before dark ones',
    school: null,
    severity: 'note',
    check: (plan) =>
      plan.of('coating').flatMap(({ step, index }): RuleHit[] => {
        const coverage = step.intent === 'cover' && !step.blend ? coverageAt(plan, index, step) : null
        const below = coverage?.under.films.at(-1)
        if (!coverage || !below || coverage.under.films.length <= coverage.under.fixed) return []
        // What is carved through, or dabbed on what has been wiped, is meant to lie light over dark.
        const meant =
          plan.steps.some((s, i) => i > index && isA(s, 'cut') && meetOnSkin(plan, s, step)) ||
          plan.steps.some((s, i) => i < index && isA(s, 'wiping') && meetOnSkin(plan, s, step))
        const [dark] = plan.firedLab(coverage.under)
        const [light] = plan.firedLab(withFilm(coverage.under, coverage.medium, 8 * OPAQUE_COATS))
        const earlier = plan.of('coating').findLast((c) => c.index < index && meetOnSkin(plan, c.step, step))
        if (meant || !earlier || !kindOrPlain(plan.media[below.medium].kind).hides || light - dark < LIGHTER_BY)
          return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${plan.media[coverage.medium].name} goes over ${plan.media[below.medium].name}, light over dark.`,
            because: `Dark shows through light for ${coatsWords(coverage.toGive)}; the other way round one or two cover.`,
            // With wax or tape between them they would change places in the pattern.
            mends: resistedBetween(plan, step, earlier.index, index)
              ? []
              : [moveStep(plan, 'Lay the light colour first', step.id, earlier.index)],
          },
        ]
      }),
  },
  {
    id: 'details-before-ground',
    description: 'big areas first, then details',
    school: 'order',
    severity: 'note',
    check: (plan) =>
      plan.of('lining').flatMap(({ step, index }): RuleHit[] => {
        const ground = plan
          .of('coating')
          .find(
            (c) =>
              c.index > index &&
              c.step.intent === 'cover' &&
              c.step.applicator !== 'spatter' &&
              meetOnSkin(plan, c.step, step),
          )
        if (plan.ways.order === 'detailsFirst') return []
        const kept = plan
          .of('waxing')
          .some((w) => ground && w.index > index && w.index < ground.index && meetOnSkin(plan, w.step, step))
        const melted = plan.of('firing').some((f) => ground && f.index > index && f.index < ground.index)
        if (!ground || kept || melted) return []
        return [
          {
            stepId: step.id,
            where: `steps ${index + 1} and ${ground.index + 1}`,
            sentence: `The drawing of ${motifName(step.motif)} comes first, and ${plan.medium(ground.step.mediumId)?.name} covers it.`,
            because: 'Big areas first, then details; or wax the drawing before the ground goes over it.',
            mends: [moveStep(plan, 'Draw it after the ground', step.id, ground.index)],
          },
        ]
      }),
  },
  {
    id: 'spatter-unmasked',
    description: 'what spatter should not reach is masked',
    school: null,
    severity: 'note',
    check: (plan) =>
      plan.of('coating').flatMap(({ step, index }): RuleHit[] => {
        const { band } = step.place
        if (step.applicator !== 'spatter' || (!band && !step.place.sectors)) return []
        const peeled = plan.of('peeling').findLast((p) => p.index < index)?.index ?? -1
        const masked = plan.steps.some((s, i) => i > peeled && i < index && isA(s, 'resist'))
        if (masked) return []
        const { outside } = plan.form.zones
        const wallMm = outside.to - outside.from
        const low = band ? Math.min(band.fromMm, band.toMm) : 0
        const high = band ? Math.min(wallMm, Math.max(band.fromMm, band.toMm)) : wallMm
        const beside = [bandOf(0, low), bandOf(high, wallMm)].filter(
          ({ band: b }) => b !== null && b.toMm - b.fromMm > 1,
        )
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'Spatter flies past the place it is meant for, and nothing is masked.',
            because: 'Drops do not stop at a line; paper or tape over the rest keeps it clean.',
            mends: beside.length
              ? [
                  together('Mask the rest, and peel it after', [
                    ...beside.map((place, i) => addStep(plan, 'Mask', index, build.mask(place), i)),
                    addStep(plan, 'Peel', index + beside.length + 1, build.peel(), beside.length),
                  ]),
                ]
              : [],
          },
        ]
      }),
  },
  {
    id: 'not-damped',
    description: 'the surface is damped before colour, where a studio works so',
    school: 'damping',
    severity: 'note',
    check: (plan) =>
      plan.of('coating').flatMap(({ step, index, time }): RuleHit[] => {
        if (plan.ways.damping !== 'dampEvenly') return []
        if (time.stage !== 'bisque' && time.stage !== 'hardLeatherHard') return []
        const ready = plan.steps
          .slice(0, index)
          .some(
            (s, i) => isA(s, 'coating', 'misting') && plan.times[i].stage === time.stage && meetOnSkin(plan, s, step),
          )
        if (ready) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${plan.medium(step.mediumId)?.name ?? 'The colour'} goes on a dry surface, and this studio damps it first.`,
            because: 'A surface that has lightened takes the first strokes more thirstily than the last.',
            mends: [addStep(plan, 'Damp it evenly first', index, { act: 'mist', place: step.place })],
          },
        ]
      }),
  },
]
