import { inMm } from '../../base/units'
import { stageIndex } from '../../clay/stages'
import type { Stretch } from '../../form/turnedForm'
import * as build from '../../plan/build'
import { isA, type StepOf } from '../../plan/step'
import { wholeOf } from '../../vocabulary/place'
import { GLAZING } from '../../vocabulary/tools'
import type { RuleHit } from '../finding'
import {
  coatsThatCover,
  coatsThatStand,
  glazeOutside,
  glazeWhere,
  isNarrow,
  isThin,
  rawGlazesOutside,
} from '../glazeThickness'
import { addStep, changePart, changeStep, removeStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import { leftWetBefore, meetOnSkin } from '../stepStretches'
import type { Rule } from '../rule'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { GLAZE_RUNS_FROM_COATS, nominalCoat } from '../../vocabulary/films'

/** A glaze with fewer coats. */
function lessGlaze(plan: JudgedPlan, step: StepOf<'glaze'>, coats: number) {
  const fewer = step.coats - coats
  return changeStep(plan, fewer === 1 ? 'One coat less' : `${fewer} coats less`, step.id, { coats })
}

const middleOf = ({ from, to }: Stretch) => ({ lengthMm: (from + to) / 2 })

const lastGlazeFire = (plan: JudgedPlan) =>
  plan
    .of('firing')
    .filter(({ step }) => step.firing === 'glaze')
    .at(-1)

export const layerRules: readonly Rule[] = [
  {
    id: 'trailed-on-dry-skin',
    description: 'the spot is damped before slip is trailed',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('lining').flatMap(({ step, index, time }): RuleHit[] =>
        step.damped ||
        step.liner !== 'trailer' ||
        !kindOrPlain(plan.medium(step.mediumId)?.kind).shrinks ||
        stageIndex(time.stage) < stageIndex('leatherHard') ||
        stageIndex(time.stage) > stageIndex('hardLeatherHard')
          ? []
          : [
              {
                stepId: step.id,
                where: `step ${index + 1}`,
                sentence: 'Slip trailed on a dry skin does not join it and flakes off.',
                because: 'Scrub the spot with a wet brush until a little slurry rises, then trail.',
                mends: [changeStep(plan, 'Damp and scrub first', step.id, { damped: true })],
              },
            ],
      ),
  },
  {
    id: 'tape-pulled-wet',
    description: 'tape comes off when the colour is dry',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('peeling').flatMap(({ step, index }): RuleHit[] => {
        const masks = plan.of('masking').filter((mask) => mask.index < index)
        const last = leftWetBefore(plan, index)
        if (!last || !masks.some((mask) => meetOnSkin(plan, mask.step, last) || !mask.step.motif)) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'The tape is pulled while the colour is wet and tears its edge.',
            because: 'Wet colour bridges from the clay to the tape and comes away with it.',
            mends: [changeStep(plan, 'Let the colour dry first', last.id, { waits: true })],
          },
        ]
      }),
  },
  {
    id: 'tape-left-on',
    description: 'tape is off before the fire',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('masking').flatMap(({ step, index }): RuleHit[] => {
        const fire = plan.of('firing').find((f) => f.index > index)
        const off = plan.of('peeling').some((p) => p.index > index && (!fire || p.index < fire.index))
        if (off) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `The ${step.material} stays on into the fire; what lies on it drops onto the piece and the shelf.`,
            because: 'It burns, but the colour on it does not.',
            mends: [addStep(plan, 'Peel it first', fire?.index ?? plan.steps.length, build.peel())],
          },
        ]
      }),
  },
  {
    id: 'beads-on-wax',
    description: 'beads on wax are wanted or lifted',
    school: null,
    severity: 'note',
    check: (plan) => {
      const lastOver = plan.of('waxing').flatMap(({ step, index }) => {
        const fire = plan.of('firing').find((f) => f.index > index)?.index ?? plan.steps.length
        const over = plan.steps
          .slice(index + 1, fire)
          .findLastIndex((s) => isA(s, 'wet film') && meetOnSkin(plan, s, step))
        const swabbed = plan.of('swabbing').some((s) => s.index > index && s.index < fire)
        return over < 0 || swabbed ? [] : [{ at: index + 1 + over, fire }]
      })
      // One swab lifts the beads of all that was laid up to a firing.
      const untilFire = [...new Set(lastOver.map(({ fire }) => fire))].map((fire) =>
        Math.max(...lastOver.filter((over) => over.fire === fire).map(({ at }) => at)),
      )
      return untilFire.map((at) => ({
        stepId: plan.steps[at].id,
        where: `step ${at + 1}`,
        sentence: 'Beads of colour stay on the wax and fire on as specks.',
        because: 'Leave them as a texture, or lift them with a swab for clean shapes.',
        mends: [addStep(plan, 'Lift the beads', at + 1, build.swab(wholeOf('outside', 'rim', 'inside', 'floor')))],
      }))
    },
  },
  {
    id: 'glaze-runs',
    description: 'glaze no thicker than it can stand',
    school: null,
    severity: 'risk',
    check: (plan) => {
      const piles = plan
        .of('firing')
        .filter(({ step }) => step.firing === 'glaze')
        .map(({ index }) => ({ index, worth: glazeOutside(plan, index) }))
      const pile = piles.find(({ worth }) => worth > GLAZE_RUNS_FROM_COATS)
      if (!pile) return []
      const { worth, index } = pile
      const raw = rawGlazesOutside(plan, index)
      // What can be laid thinner; else the last is left out.
      const last = raw.findLast(({ step }) => GLAZING[step.how].fromBucket || step.coats > 1) ?? raw.at(-1)
      return [
        {
          stepId: last?.step.id ?? null,
          where: 'outside',
          sentence: `The outside carries glaze as thick as ${Number(worth.toFixed(1))} brushed coats and will run.`,
          because: 'Two dips are twice as thick as one; glaze that thick moves down the wall while it melts.',
          mends:
            last && GLAZING[last.step.how].fromBucket
              ? [changeStep(plan, 'Brush the last glaze on, one coat', last.step.id, { how: 'brush', coats: 1 })]
              : last && last.step.coats > 1
                ? [lessGlaze(plan, last.step, coatsThatStand(plan, last.step, index))]
                : last
                  ? [
                      removeStep(
                        plan,
                        `Leave out ${plan.medium(last.step.mediumId)?.name ?? 'the last glaze'}`,
                        last.step.id,
                      ),
                    ]
                  : [],
        },
      ]
    },
  },
  {
    id: 'glaze-too-thin',
    description: 'glaze thick enough to make good glass',
    school: null,
    severity: 'risk',
    check: (plan) => {
      const fire = lastGlazeFire(plan)
      if (!fire) return []
      return plan.of('glazing').flatMap(({ step, index }): RuleHit[] => {
        if (index > fire.index || GLAZING[step.how].fromBucket) return []
        const last = !plan
          .of('glazing')
          .some((g) => g.index > index && g.index < fire.index && meetOnSkin(plan, g.step, step))
        const laid = last ? glazeWhere(plan, step, fire.index) : null
        if (laid === null || !isThin(plan, step.place, laid)) return []
        const rawMm = (laid * nominalCoat('glaze').wetUm) / 1000
        const enough = coatsThatCover(plan, step, fire.index)
        // Wax may hold this one off: what lies there then is thin.
        const thin = enough?.step ?? step
        return [
          {
            stepId: thin.id,
            where: `step ${plan.steps.indexOf(thin) + 1}`,
            sentence:
              `${plan.medium(thin.mediumId)?.name ?? 'The glaze'} is only about ${inMm(rawMm.toFixed(1))} thick raw, and fires ` +
              `thin, dry and streaked${isNarrow(plan, step.place) ? ' in this narrow place' : ''}.`,
            because:
              `Two or three brushed coats, in narrow places three or four, make about ${inMm(1.3)}; scratch a spot that will not ` +
              'show and look.',
            mends: enough
              ? [
                  changeStep(plan, enough.coats === 1 ? 'Give it one coat' : `Give it ${enough.coats} coats`, thin.id, {
                    coats: enough.coats,
                  }),
                ]
              : [],
          },
        ]
      })
    },
  },
  {
    id: 'slab-needed',
    description: 'a waster slab under what may run',
    school: null,
    severity: 'note',
    check: (plan) => {
      const fire = lastGlazeFire(plan)
      if (!fire || fire.step.slab) return []
      const drips = plan.of('glazing').some(({ step }) => step.drips)
      const runny = plan
        .of('glazing')
        .map(({ step }) => plan.medium(step.mediumId))
        .find((m) => m?.cautions.includes('runs'))
      const runs = glazeOutside(plan, fire.index) > GLAZE_RUNS_FROM_COATS || runny !== undefined
      if (!drips && !runs) return []
      return [
        {
          stepId: fire.step.id,
          where: `step ${fire.index + 1}`,
          severity: runs ? 'risk' : 'note',
          sentence: runny
            ? `${runny.name} runs, and no slab lies under the piece.`
            : runs
              ? 'Glaze that runs reaches the shelf, and no slab lies under the piece.'
              : 'Drips are wanted, and no slab lies under the piece.',
          because: `A thin clay slab, about ${inMm(20)} wider all round, saves the shelf.`,
          mends: [changeStep(plan, 'Put a waster slab under it', fire.step.id, { slab: true })],
        },
      ]
    },
  },
  {
    id: 'glaze-on-lid-seat',
    description: 'the seat of a lid is bare of glaze',
    school: null,
    severity: 'ruin',
    check: (plan) => {
      const fire = lastGlazeFire(plan)
      const lid = plan.atlas.charts.find(({ surface }) => surface.part?.kind === 'lid')?.surface
      if (!fire || !lid || lid.part?.apart) return []
      // The rim of the pot and the seat of the lid touch: glaze on either glues both.
      const touching = [
        { ...middleOf(plan.form.zones.rim), inLineOf: null },
        { ...middleOf(lid.form.zones.rim), inLineOf: null, on: lid.id },
      ]
      const film = touching
        .flatMap((spot) => plan.probe(spot)[fire.index].films)
        .find((f) => kindOrPlain(plan.media[f.medium].kind).melts === 'glass')
      if (!film) return []
      const first = plan.of('glazing')[0]
      return [
        {
          stepId: first?.step.id ?? null,
          where: 'rim',
          sentence: `${plan.media[film.medium].name} lies on the seat of the lid and fires the two together.`,
          because: 'Glaze glues what it touches; wax on the seat keeps it bare.',
          mends: [
            ...(first ? [addStep(plan, 'Wax the seat first', first.index, build.wax(wholeOf('rim')))] : []),
            changePart(plan, 'Fire the lid apart', lid.id, { apart: true }),
          ],
        },
      ]
    },
  },
]
