import { inMm } from '../../base/units'
import { meetOnSkin } from '../stepStretches'
import type { StepOf } from '../../plan/step'
import { motifMiddle } from '../../skin/motifs/motifCopies'
import { chartOf } from '../../skin/atlas'
import { reachesOn } from '../../skin/place'
import * as build from '../../plan/build'
import { addStep, changeStep, removeStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import { leftWetBefore } from '../stepStretches'
import type { Rule } from '../rule'
import type { RuleHit } from '../finding'
import { kindOrPlain } from '../../vocabulary/mediumKinds'

/** A groove shallower than this loses its filling to the sponge, mm [our choice; common practice: cut deep enough]. */
const GROOVE_MM = 0.4

const cuts = (plan: JudgedPlan) => plan.of('cut').sort((a, b) => a.index - b.index)

/** Grooves cut before a step that its place takes in. */
const groovesUnder = (plan: JudgedPlan, step: StepOf<'fill'>, index: number) =>
  cuts(plan).filter(({ index: at, step: { motif } }) => {
    const { surface, grid } = chartOf(plan.atlas, motif.on)
    return at < index && reachesOn(surface, step.place, motifMiddle(grid, motif).alongMm)
  })

export const inlayRules: readonly Rule[] = [
  {
    id: 'fill-without-groove',
    description: 'a filling has a groove to lie in',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('filling').flatMap(({ step, index }): RuleHit[] => {
        const texture = plan.of('texture').some((i) => i.index < index && meetOnSkin(plan, i.step, step))
        if (texture || groovesUnder(plan, step, index).length) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'There are no lines to fill here.',
            because: 'Inlay lies in cut lines or pressed texture; on a smooth wall nothing stays.',
            mends: [removeStep(plan, 'Take the filling out', step.id)],
          },
        ]
      }),
  },
  {
    id: 'groove-too-shallow',
    description: 'lines deep enough to keep their filling',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('filling').flatMap(({ step, index }) =>
        groovesUnder(plan, step, index).flatMap((cut): RuleHit[] =>
          cut.step.depthMm >= GROOVE_MM
            ? []
            : [
                {
                  stepId: cut.step.id,
                  where: `step ${cut.index + 1}`,
                  sentence: `Lines ${inMm(cut.step.depthMm)} deep lose their filling to the sponge.`,
                  because: `A groove of ${inMm(GROOVE_MM)} or more keeps the colour while the surface is wiped clean.`,
                  mends: [changeStep(plan, `Cut them ${inMm(0.8)} deep`, cut.step.id, { depthMm: 0.8 })],
                },
              ],
        ),
      ),
  },
  {
    id: 'fill-not-cleaned',
    description: 'the surface beside an inlay is cleaned',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('filling').flatMap(({ step, index, time }): RuleHit[] => {
        const cleaned = [...plan.of('wiping'), ...plan.of('scraping')].some(
          (c) => c.index > index && meetOnSkin(plan, c.step, step),
        )
        if (cleaned) return []
        const slip = kindOrPlain(plan.medium(step.mediumId)?.kind).shrinks
        const clean =
          slip && time.stage !== 'bisque'
            ? addStep(plan, 'Scrape it flush', index + 1, build.scrape(step.place))
            : addStep(plan, 'Wipe it back', index + 1, build.wipe(step.place))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'The filling smears over the edges and nobody cleans it off.',
            because: 'Under a transparent glaze every smear shows; only an opaque one would hide it.',
            mends: [clean],
          },
        ]
      }),
  },
  {
    id: 'wiped-too-early',
    description: 'colour has set before it is wiped',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('wiping').flatMap(({ step, index }): RuleHit[] => {
        const last = leftWetBefore(plan, index)
        if (!last) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'The colour is wiped before it has set, and the lines are washed out with it.',
            because: 'Only set colour stays in the low places; wet colour follows the sponge.',
            mends: [changeStep(plan, 'Let it set first', last.id, { waits: true })],
          },
        ]
      }),
  },
  {
    id: 'swabbed-too-early',
    description: 'what lies in the lines has dried before the wax is swabbed',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('swabbing').flatMap(({ step, index }): RuleHit[] => {
        const last = leftWetBefore(plan, index)
        if (!last) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'The wax is swabbed while the colour is wet, and the lines are washed out with the beads.',
            because: 'Beads come off cleanly once they are dry; what is in the lines has set by then.',
            mends: [changeStep(plan, 'Let it dry first', last.id, { waits: true })],
          },
        ]
      }),
  },
  {
    id: 'sponge-too-wet',
    description: 'a wrung sponge',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('wiping').flatMap(({ step, index }) =>
        step.sponge === 'wet'
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                sentence: 'A wet sponge washes the colour out of the low places and leaves the surface wet.',
                because: 'Wring it, turn it, rinse it often; if the surface gets wet, stop and let it dry.',
                mends: [changeStep(plan, 'Use a wrung sponge', step.id, { sponge: 'wrung' })],
              },
            ]
          : [],
      ),
  },
  {
    id: 'wiped-too-hard',
    description: 'pressure that leaves the low places alone',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('wiping').flatMap(({ step, index }) =>
        step.pressure === 'hard'
          ? [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                sentence: 'So much pressure takes nearly half the colour out of the low places too.',
                because: 'Wipe inwards over the line, never rub along it.',
                mends: [changeStep(plan, 'Wipe firmly, not hard', step.id, { pressure: 'firm' })],
              },
            ]
          : [],
      ),
  },
  {
    id: 'glaze-over-the-fence',
    description: 'glazes laid up to the line, not into it',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('filling').flatMap(({ step, index }): RuleHit[] => {
        const { shrinks } = kindOrPlain(plan.medium(step.mediumId)?.kind)
        const lines = groovesUnder(plan, step, index)
        if (shrinks || !lines.length) return []
        const { motif } = lines[0].step
        const { surface, grid } = chartOf(plan.atlas, motif.on)
        const at = motifMiddle(grid, motif).alongMm
        const glazes = plan.of('glazing').filter((g) => g.index > index && reachesOn(surface, g.step.place, at))
        const different = new Set(glazes.map((g) => g.step.mediumId))
        const last = glazes.at(-1)
        if (different.size < 2 || !last || plan.of('picking out').some((p) => p.index > last.index)) return []
        return [
          {
            stepId: last.step.id,
            where: `step ${last.index + 1}`,
            sentence: 'Two glazes meet in the filled line and run together over the fence.',
            because:
              'Underglaze does not melt, so a filled line parts glazes only while none lies on it; let it ' +
              'dry and pick it out with a needle.',
            mends: [addStep(plan, 'Pick the glaze out of the lines', last.index + 1, build.pick(step.place))],
          },
        ]
      }),
  },
]
