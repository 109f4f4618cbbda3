import { stageIndex } from '../../clay/stages'
import type { Stretch } from '../../form/turnedForm'
import * as build from '../../plan/build'
import type { StepOf } from '../../plan/step'
import { wholeOf, type Place } from '../../vocabulary/place'
import { GLAZING } from '../../vocabulary/tools'
import { RUNS_FROM_COATS } from '../../plan/acts/fire'
import { acrossOf, overlapMm, stretchesOf } from '../../skin/place'
import type { ProbePoint } from '../../skin/probe'
import type { Sighting } from '../finding'
import { addStep, changePart, changeStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import { leftWetBefore, meetOnSkin } from '../stepStretches'
import type { Rule } from '../rule'
import { kindOrPlain } from '../../vocabulary/mediumKinds'

/** Fewest brushed coats of glaze; in a narrow place the hand is lighter. Common practice, no source: 2–3, and 3–4. */
const LEAST_COATS = 2
const NARROW_COATS = 3

/** An opening so wide keeps a hand with a brush out, mm. Common practice, no source. */
const NARROW_MM = 55

/** A brushed or sprayed glaze with so many brushed coats less, one coat at least. */
function lessGlaze(plan: JudgedPlan, step: StepOf<'glaze'>, over: number) {
  const fewer = Math.min(step.coats - 1, Math.max(1, Math.floor(over / GLAZING[step.how].worth)))
  const label = fewer === 1 ? 'One coat less' : `${fewer} coats less`
  return changeStep(plan, label, step.id, { coats: step.coats - Math.max(0, fewer) })
}

const middleOf = ({ from, to }: Stretch) => ({ lengthMm: (from + to) / 2 })

/** Whether a place is inside a vessel that a hand does not get into. */
function isNarrow({ form }: JudgedPlan, { parts }: Place): boolean {
  if (form.flat || !(parts.includes('inside') || parts.includes('floor'))) return false
  const { inside } = form.zones
  const throat = form.profile.filter(
    (_, i) => form.lengths[i] >= inside.from && form.lengths[i] <= (inside.from + inside.to) / 2,
  )
  return 2 * Math.min(...throat.map((point) => point.r)) < NARROW_MM
}

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

/** Heights at which the outside is looked at, as shares of the wall. */
const LOOKED_AT = [0.25, 0.5, 0.75] as const

/** Nominal brushed coats of raw glaze at a spot when a firing melts them. */
function rawGlazeAt(plan: JudgedPlan, spot: ProbePoint, fireIndex: number): number {
  const { films, fixed } = plan.probe(spot)[fireIndex]
  return films
    .slice(fixed)
    .reduce(
      (sum, film) => sum + (kindOrPlain(plan.media[film.medium].kind).melts === 'glass' ? film.eighths / 8 : 0),
      0,
    )
}

/** The thickest raw glaze on the outside when a firing melts it, in brushed coats: of what lies there, and not of what was poured. */
function glazeOutside(plan: JudgedPlan, fireIndex: number): number {
  const { outside } = plan.form.zones
  return Math.max(
    ...LOOKED_AT.map((share) =>
      rawGlazeAt(plan, { lengthMm: outside.from + (outside.to - outside.from) * share, inLineOf: null }, fireIndex),
    ),
  )
}

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
        const masks = plan.of('mask').filter((mask) => mask.index < index)
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
            last && GLAZING[last.step.how].fromBucket
              ? [changeStep(plan, 'Brush the last glaze on, one coat', last.step.id, { how: 'brush', coats: 1 })]
              : last
                ? [lessGlaze(plan, last.step, worth - RUNS_FROM_COATS)]
                : [],
        },
      ]
    },
  },
  {
    id: 'glaze-too-thin',
    guards: 'glaze thick enough to make good glass',
    school: null,
    severity: 'risk',
    look: (plan) => {
      const fire = lastGlazeFire(plan)
      if (!fire) return []
      return plan.of('glaze').flatMap(({ step, index }): Sighting[] => {
        if (index > fire.index || GLAZING[step.how].fromBucket) return []
        const narrow = isNarrow(plan, step.place)
        const wanted = narrow ? NARROW_COATS : LEAST_COATS
        const last = !plan
          .of('glaze')
          .some((g) => g.index > index && g.index < fire.index && meetOnSkin(plan, g.step, step))
        const coats = stretchesOf(plan.form, step.place).map((s) =>
          rawGlazeAt(plan, { lengthMm: (s.from + s.to) / 2, inLineOf: null, across: acrossOf(step.place) }, fire.index),
        )
        const laid = coats.filter((n) => n > 0)
        if (!last || !laid.length || Math.max(...laid) > wanted - 0.3) return []
        const rawMm = (Math.max(...laid) * GLAZING.brush.wetUm) / 1000
        const coatsMore = step.coats + Math.ceil((wanted - Math.max(...laid) - 0.3) / GLAZING[step.how].worth)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence:
              `${plan.medium(step.mediumId)?.name ?? 'The glaze'} is only about ${rawMm.toFixed(1)} mm thick raw, and fires ` +
              `thin, dry and streaked${narrow ? ' in this narrow place' : ''}.`,
            because:
              'Two or three brushed coats, in narrow places three or four, make about 1.3 mm; scratch a spot that will not ' +
              'show and look.',
            mends: [
              changeStep(plan, coatsMore === 1 ? 'Give it one coat' : `Give it ${coatsMore} coats`, step.id, {
                coats: coatsMore,
              }),
            ],
          },
        ]
      })
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
    id: 'glaze-on-lid-seat',
    guards: 'the seat of a lid is bare of glaze',
    school: null,
    severity: 'ruin',
    look: (plan) => {
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
      const first = plan.of('glaze')[0]
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
