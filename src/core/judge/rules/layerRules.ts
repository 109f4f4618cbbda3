import { stageIndex } from '../../clay/stages'
import * as build from '../../plan/build'
import { wholeOf } from '../../vocabulary/place'
import { glazeWorth } from '../../vocabulary/tools'
import { RUNS_FROM_COATS } from '../../plan/acts/fire'
import { overlapMm } from '../../skin/place'
import type { Sighting } from '../finding'
import { addStep, changeStep, moveStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'
import { kindOrPlain } from '../../vocabulary/mediumKinds'

const lastGlazeFire = (plan: JudgedPlan) =>
  plan
    .of('fire')
    .filter(({ step }) => step.firing === 'glaze')
    .at(-1)

/** Raw glazes on the outside when a firing melts them: what an earlier firing has melted lies fast. */
function rawGlazesOutside(plan: JudgedPlan, fireIndex: number) {
  const before =
    plan.of('fire').findLast(({ index, step }) => index < fireIndex && step.firing === 'glaze')?.index ?? -1
  return plan
    .of('glaze')
    .filter(({ step, index }) => index > before && index < fireIndex && step.place.parts.includes('outside'))
}

/** What they come to, in brushed coats. */
const glazeOutside = (plan: JudgedPlan, fireIndex: number) =>
  rawGlazesOutside(plan, fireIndex).reduce((sum, { step }) => sum + glazeWorth(step.how, step.coats), 0)

export const layerRules: readonly Rule[] = [
  {
    id: 'trailed-on-dry-skin',
    guards: 'the spot is damped before slip is trailed',
    school: null,
    severity: 'risk',
    look: (plan) =>
      plan.of('draw').flatMap(({ step, index, time }): Sighting[] =>
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
    guards: 'tape comes off when the colour is dry',
    school: null,
    severity: 'risk',
    look: (plan) =>
      plan.of('peel').flatMap(({ step, index }): Sighting[] => {
        const last = plan.steps
          .slice(0, index)
          .findLast((s) => s.act === 'coat' || s.act === 'draw' || s.act === 'glaze' || s.act === 'bring')
        if (!last || !('waits' in last) || last.waits) return []
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
    guards: 'tape is off before the fire',
    school: null,
    severity: 'risk',
    look: (plan) =>
      plan.of('mask').flatMap(({ step, index }): Sighting[] => {
        const fire = plan.of('fire').find((f) => f.index > index)
        const off = plan.of('peel').some((p) => p.index > index && (!fire || p.index < fire.index))
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
    guards: 'beads on wax are wanted or lifted',
    school: null,
    severity: 'note',
    look: (plan) =>
      plan.of('wax').flatMap(({ step, index }): Sighting[] => {
        const fire = plan.of('fire').find((f) => f.index > index)?.index ?? plan.steps.length
        const over = plan.steps
          .slice(index + 1, fire)
          .findLast(
            (s) =>
              (s.act === 'coat' || s.act === 'glaze') &&
              (step.motif !== null || overlapMm(plan.form, s.place, step.place) > 1),
          )
        if (!over || plan.of('swab').some((s) => s.index > index && s.index < fire)) return []
        const overIndex = plan.steps.indexOf(over)
        return [
          {
            stepId: over.id,
            where: `step ${overIndex + 1}`,
            sentence: 'Beads of colour stay on the wax and fire on as specks.',
            because: 'Leave them as a texture, or lift them with a swab for clean shapes.',
            mends: [
              addStep(plan, 'Lift the beads', overIndex + 1, build.swab(wholeOf('outside', 'rim', 'inside', 'floor'))),
            ],
          },
        ]
      }),
  },
  {
    id: 'glaze-runs',
    guards: 'glaze no thicker than it can stand',
    school: null,
    severity: 'risk',
    look: (plan) => {
      const piles = plan
        .of('fire')
        .filter(({ step }) => step.firing === 'glaze')
        .map(({ index }) => ({ index, worth: glazeOutside(plan, index) }))
      const pile = piles.find(({ worth }) => worth > RUNS_FROM_COATS)
      if (!pile) return []
      const { worth } = pile
      const last = rawGlazesOutside(plan, pile.index).at(-1)
      return [
        {
          stepId: last?.step.id ?? null,
          where: 'outside',
          sentence: `The outside carries glaze as thick as ${Number(worth.toFixed(1))} brushed coats and will run.`,
          because: 'Two dips are twice as thick as one; glaze that thick moves down the wall while it melts.',
          mends:
            last && last.step.how !== 'brush'
              ? [changeStep(plan, 'Brush the last glaze on, one coat', last.step.id, { how: 'brush', coats: 1 })]
              : last
                ? [changeStep(plan, 'One coat less', last.step.id, { coats: Math.max(1, last.step.coats - 1) })]
                : [],
        },
      ]
    },
  },
  {
    id: 'slab-needed',
    guards: 'a waster slab under what may run',
    school: null,
    severity: 'note',
    look: (plan) => {
      const fire = lastGlazeFire(plan)
      if (!fire || fire.step.slab) return []
      const drips = plan.of('glaze').some(({ step }) => step.drips)
      const runny = plan
        .of('glaze')
        .map(({ step }) => plan.medium(step.mediumId))
        .find((m) => m?.cautions.includes('runs'))
      const runs = glazeOutside(plan, fire.index) > RUNS_FROM_COATS || runny !== undefined
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
          because: 'A thin clay slab, about 20 mm wider all round, saves the shelf.',
          mends: [changeStep(plan, 'Put a waster slab under it', fire.step.id, { slab: true })],
        },
      ]
    },
  },
  {
    id: 'wash-before-clear',
    guards: 'the clear is poured before the wash',
    school: null,
    severity: 'note',
    look: (plan) => {
      const wash = plan
        .of('coat')
        .find(
          ({ step, time }) =>
            time.stage === 'bisque' &&
            kindOrPlain(plan.medium(step.mediumId)?.kind).watery &&
            step.place.parts.includes('outside'),
        )
      const clear = plan
        .of('glaze')
        .find(({ step }) => step.place.parts.includes('inside') && !step.place.parts.includes('outside'))
      if (
        !wash ||
        !clear ||
        clear.index < wash.index ||
        plan.of('fire').some((f) => f.index > wash.index && f.index < clear.index)
      )
        return []
      return [
        {
          stepId: wash.step.id,
          where: `steps ${wash.index + 1} and ${clear.index + 1}`,
          sentence: 'The wash goes on before the inside is poured, and gets into the clear.',
          because: 'A little clear in the wash does no harm; wash in the clear ruins the bucket.',
          mends: [moveStep(plan, 'Pour the inside first', clear.step.id, wash.index)],
        },
      ]
    },
  },
  {
    id: 'glaze-on-lid-seat',
    guards: 'the seat of a lid is bare of glaze',
    school: null,
    severity: 'ruin',
    look: (plan) => {
      const fire = lastGlazeFire(plan)
      if (!fire || !plan.piece.form.parts.some((p) => p.kind === 'lid')) return []
      const { rim } = plan.form.zones
      const stack = plan.probe({ lengthMm: (rim.from + rim.to) / 2, inLineOf: null })[fire.index]
      const film = stack.films.find((f) => kindOrPlain(plan.media[f.medium].kind).melts === 'glass')
      if (!film) return []
      const first = plan.of('glaze')[0]
      return [
        {
          stepId: first?.step.id ?? null,
          where: 'rim',
          sentence: `${plan.media[film.medium].name} lies on the seat of the lid and fires the two together.`,
          because: 'Glaze glues what it touches; wax on the seat keeps it bare.',
          mends: first ? [addStep(plan, 'Wax the seat first', first.index, build.wax(wholeOf('rim')))] : [],
        },
      ]
    },
  },
]
