import { coatsToGive, OPAQUE_COATS } from '../../colour/cover'
import { differenceInFull } from '../../colour/differenceWords'
import { FLAKE_LIMIT_COATS } from '../../plan/acts/fire'
import { FLOWS_IN } from '../../plan/acts/coat'
import * as build from '../../plan/build'
import type { StepOf } from '../../plan/step'
import { motifName } from '../../skin/motifs/motifName'
import { overlapMm } from '../../skin/place'
import { withFilm } from '../../skin/stack'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { bandOf } from '../../vocabulary/place'
import { LINER } from '../../vocabulary/tools'
import { coverageAt, type Coverage } from '../coverage'
import { addStep, changeStep, moveStep, together } from '../mends'
import type { Sighting } from '../finding'
import { meetOnSkin } from '../stepStretches'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

/** Texture from which hollows stay white, mm [our choice]. */
const DEEP_MM = 0.4

/** L by which a colour over another is called light over dark [our choice]. */
const LIGHTER_BY = 25

const isBisque = (plan: JudgedPlan, stepId: string): boolean =>
  plan.times[plan.steps.findIndex((step) => step.id === stepId)]?.stage === 'bisque'

interface JudgedCoat {
  readonly step: StepOf<'coat'>
  readonly index: number
  readonly name: string
  readonly coverage: Coverage
  /** Nominal coats that the planned ones come to with this applicator and water. */
  readonly worth: number
}

const coats = (plan: JudgedPlan): JudgedCoat[] =>
  plan.of('coat').flatMap(({ step, index }) => {
    const coverage = coverageAt(plan, index, step)
    if (!coverage) return []
    return [{ step, index, name: plan.media[coverage.medium].name, coverage, worth: step.coats * coverage.each }]
  })

const plural = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`

export const coatRules: readonly Rule[] = [
  {
    id: 'too-few-coats',
    guards: 'enough coats to cover, computed for this medium on what lies beneath',
    school: null,
    severity: 'risk',
    look: (plan) =>
      coats(plan)
        .filter(({ step, coverage, worth }) => step.intent === 'cover' && !step.blend && worth < coverage.needed - 0.5)
        .map(({ step, index, name, coverage: { cover, toGive, under, over }, worth }) => ({
          stepId: step.id,
          where: `step ${index + 1}`,
          sentence: `${plural(step.coats, 'coat')} of ${name} ${step.coats === 1 ? 'fires' : 'fire'} thin and streaked; ${toGive} cover here.`,
          because:
            `What lies under ${step.coats === 1 ? 'it' : 'them'}, ` +
            `${under.films.length ? plan.media[under.films[under.films.length - 1].medium].name : plan.body.name}, ` +
            `shows through${over.length ? ' the clear' : ''}, ${differenceInFull(cover.fromOpaque(worth))}; ` +
            'raw it already looks finished.',
          mends: [
            changeStep(plan, `Give it ${plural(toGive, 'coat')}`, step.id, { coats: toGive }),
            changeStep(plan, 'Keep it as a blush', step.id, { intent: 'blush' }),
          ],
        })),
  },
  {
    id: 'too-many-coats',
    guards: 'no more coats than help',
    school: null,
    severity: 'note',
    look: (plan) =>
      coats(plan).flatMap(({ step, index, name, coverage: { needed, each }, worth }) => {
        const blisters = worth > FLAKE_LIMIT_COATS
        const usual = coatsToGive(Math.max(3, needed), each)
        if (!blisters && worth < Math.max(3, needed) + 3) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: blisters ? ('ruin' as const) : ('note' as const),
            sentence: blisters
              ? `${step.coats} coats of ${name} are so thick that they blister or flake off in the bisque.`
              : `${step.coats} coats of ${name}: ${usual} already cover, the rest only costs time.`,
            because: blisters
              ? 'A very thick film shrinks and lets go of the clay.'
              : 'Once a colour covers, another coat changes nothing that an eye can see.',
            mends: [changeStep(plan, `Give it ${plural(usual, 'coat')}`, step.id, { coats: usual })],
          },
        ]
      }),
  },
  {
    id: 'line-too-thick',
    guards: 'lines and dabs no thicker than they can hold',
    school: null,
    severity: 'ruin',
    look: (plan) =>
      plan.of('draw').flatMap(({ step, index }): Sighting[] => {
        const medium = plan.medium(step.mediumId)
        const worth = step.coats * LINER[step.liner].gain
        if (!medium || !kindOrPlain(medium.kind).blisters || worth <= FLAKE_LIMIT_COATS) return []
        const usual = Math.max(1, Math.floor(FLAKE_LIMIT_COATS / LINER[step.liner].gain))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `Lines of ${medium.name} as thick as ${Math.round(worth)} brushed coats blister or flake off in the fire.`,
            because: 'A blob shrinks and lets go of the clay; draw it thinner, or trail it with slip.',
            mends: [changeStep(plan, `Draw it with ${plural(usual, 'coat')}`, step.id, { coats: usual })],
          },
        ]
      }),
  },
  {
    id: 'hollows-stay-white',
    guards: 'colour gets into the hollows of thirsty bisque',
    school: 'damping',
    severity: 'risk',
    look: (plan) =>
      plan.of('coat').flatMap(({ step, index, time }): Sighting[] => {
        const kind = kindOrPlain(plan.medium(step.mediumId)?.kind)
        if (time.stage !== 'bisque' || step.applicator !== 'brush' || kind.watery || step.water >= FLOWS_IN) return []
        const before = plan.steps.slice(0, index)
        const texture = before.find((s) => s.act === 'impress' && s.depthMm >= DEEP_MM && meetOnSkin(plan, s, step))
        const lastDry = before.findLastIndex((s) => s.act === 'fire' || s.act === 'bring' || s.act === 'coat')
        const misted = before.some((s, i) => i > lastDry && s.act === 'mist' && meetOnSkin(plan, s, step))
        const lining = before.some((s) => s.act === 'coat' && isBisque(plan, s.id) && meetOnSkin(plan, s, step))
        if (!texture || misted || lining) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${plan.medium(step.mediumId)?.name} is drunk by the edges of the texture, and the hollows stay white.`,
            because:
              'Bisque is thirsty: mist it, or thin the colour a little, and push the brush in instead of stroking.',
            mends: [
              addStep(plan, 'Mist it first', index, { act: 'mist', place: step.place }),
              changeStep(plan, 'Thin it with a little water', step.id, { water: FLOWS_IN + 0.05 }),
            ],
          },
        ]
      }),
  },
  {
    id: 'not-damped',
    guards: 'the surface is damped before colour, where a studio works so',
    school: 'damping',
    severity: 'note',
    look: (plan) =>
      plan.of('coat').flatMap(({ step, index, time }): Sighting[] => {
        if (plan.ways.damping !== 'dampEvenly') return []
        if (time.stage !== 'bisque' && time.stage !== 'hardLeatherHard') return []
        const ready = plan.steps
          .slice(0, index)
          .some(
            (s, i) =>
              (s.act === 'mist' || s.act === 'coat') && plan.times[i].stage === time.stage && meetOnSkin(plan, s, step),
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
  {
    id: 'light-over-dark',
    guards: 'light colours before dark ones',
    school: null,
    severity: 'note',
    look: (plan) =>
      plan.of('coat').flatMap(({ step, index }): Sighting[] => {
        const coverage = step.intent === 'cover' && !step.blend ? coverageAt(plan, index, step) : null
        const below = coverage?.under.films.at(-1)
        if (!coverage || !below || coverage.under.films.length <= coverage.under.fixed) return []
        // What is carved through, or dabbed on what has been wiped, is meant to lie light over dark.
        const meant =
          plan.steps.some(
            (s, i) => i > index && (s.act === 'carve' || s.act === 'incise') && meetOnSkin(plan, s, step),
          ) || plan.steps.some((s, i) => i < index && s.act === 'wipe' && meetOnSkin(plan, s, step))
        const [dark] = plan.firedLab(coverage.under)
        const [light] = plan.firedLab(withFilm(coverage.under, coverage.medium, 8 * OPAQUE_COATS))
        const earlier = plan.of('coat').findLast((c) => c.index < index && meetOnSkin(plan, c.step, step))
        if (meant || !earlier || !kindOrPlain(plan.media[below.medium].kind).hides || light - dark < LIGHTER_BY)
          return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `${plan.media[coverage.medium].name} goes over ${plan.media[below.medium].name}, light over dark.`,
            because: `Dark shows through light for ${plural(coverage.toGive, 'coat')}; the other way round one or two cover.`,
            mends: [moveStep(plan, 'Lay the light colour first', step.id, earlier.index)],
          },
        ]
      }),
  },
  {
    id: 'details-before-ground',
    guards: 'big areas first, then details',
    school: 'order',
    severity: 'note',
    look: (plan) =>
      plan.of('draw').flatMap(({ step, index }): Sighting[] => {
        const ground = plan
          .of('coat')
          .find(
            (c) =>
              c.index > index &&
              c.step.intent === 'cover' &&
              c.step.applicator !== 'spatter' &&
              meetOnSkin(plan, c.step, step),
          )
        if (plan.ways.order === 'detailsFirst') return []
        const kept = plan
          .of('wax')
          .some((w) => ground && w.index > index && w.index < ground.index && meetOnSkin(plan, w.step, step))
        const melted = plan.of('fire').some((f) => ground && f.index > index && f.index < ground.index)
        if (!ground || kept || melted) return []
        return [
          {
            stepId: step.id,
            where: `steps ${index + 1} and ${ground.index + 1}`,
            sentence: `The ${motifName(step.motif)} is drawn first, and ${plan.medium(ground.step.mediumId)?.name} covers it.`,
            because: 'Big areas first, then details; or wax the drawing before the ground goes over it.',
            mends: [moveStep(plan, 'Draw it after the ground', step.id, ground.index)],
          },
        ]
      }),
  },
  {
    id: 'spatter-unmasked',
    guards: 'what spatter should not reach is masked',
    school: null,
    severity: 'note',
    look: (plan) =>
      plan.of('coat').flatMap(({ step, index }): Sighting[] => {
        const { band } = step.place
        if (step.applicator !== 'spatter' || (!band && !step.place.sectors)) return []
        const peeled = plan.of('peel').findLast((p) => p.index < index)?.index ?? -1
        const masked = plan.steps.some((s, i) => i > peeled && i < index && (s.act === 'mask' || s.act === 'wax'))
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
    id: 'coat-before-matte',
    guards: 'each coat is matte before the next',
    school: null,
    severity: 'risk',
    look: (plan) =>
      [...plan.of('coat'), ...plan.of('glaze')].flatMap(({ step, index }) => {
        if (step.waits) return []
        const next = plan.steps[index + 1]
        const overlaps =
          next && (next.act === 'coat' || next.act === 'glaze') && overlapMm(plan.form, step.place, next.place) > 1
        const inItself = step.act === 'coat' ? step.coats > 1 : step.how === 'brush' && step.coats > 1
        if (!inItself && !overlaps) return []
        const name = plan.medium(step.mediumId)?.name ?? 'the colour'
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `The next coat goes over ${name} while it still shines, and takes it off instead of adding to it.`,
            because: 'A coat holds only once the shine is gone and it can be touched without smearing.',
            mends: [changeStep(plan, 'Wait until matte', step.id, { waits: true })],
          },
        ]
      }),
  },
  {
    id: 'wax-not-dry',
    guards: 'wax is dry before anything goes over it',
    school: null,
    severity: 'risk',
    look: (plan) =>
      plan.of('wax').flatMap(({ step, index }) => {
        const over = plan.steps
          .slice(index + 1)
          .find(
            (later) =>
              later.act === 'fire' ||
              ((later.act === 'coat' || later.act === 'glaze') && overlapMm(plan.form, step.place, later.place) > 1),
          )
        if (step.waits || !over || over.act === 'fire') return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: 'Colour goes over wax that is still tacky, sticks to it and blurs the edge.',
            because: 'Wax repels only once it is fully dry.',
            mends: [changeStep(plan, 'Let the wax dry first', step.id, { waits: true })],
          },
        ]
      }),
  },
  {
    id: 'underglaze-on-foot',
    guards: 'the foot as this studio wants it',
    school: 'foot',
    severity: 'note',
    look: (plan) => {
      if (plan.ways.foot !== 'bare') return []
      const stack = plan.finalStack({ lengthMm: plan.form.zones.base.to * 0.9, inLineOf: null })
      const film = stack.films.find((f) => plan.media[f.medium].kind === 'underglaze')
      if (!film) return []
      return [
        {
          stepId: plan.of('coat').find(({ step }) => step.place.parts.includes('base'))?.step.id ?? null,
          where: 'base',
          sentence: `${plan.media[film.medium].name} reaches the foot, and this studio keeps feet bare until tested.`,
          because: 'Most underglazes do not melt; some do at the top of their range.',
          mends: [],
        },
      ]
    },
  },
]
