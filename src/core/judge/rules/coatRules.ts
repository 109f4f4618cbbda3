import { COVERED_WITHIN, coatsToCover, MOST_COATS, OPAQUE_COATS } from '../../colour/cover'
import { ciede2000 } from '../../colour/ciede2000'
import { FLAKE_LIMIT_COATS } from '../../plan/acts/fire'
import { acrossOf, overlapMm, stretchesOf } from '../../skin/place'
import { withFilm, type Stack } from '../../skin/stack'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import type { StepOf } from '../../plan/step'
import { APPLICATOR } from '../../vocabulary/tools'
import { changeStep } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

/** How far n coats of a medium over a stack fire from full cover, CIEDE2000, for n = 0 … 8. */
function coverLadder(plan: JudgedPlan, under: Stack, medium: number): number[] {
  const at = (coats: number) => plan.firedLab(withFilm(under, medium, coats * 8))
  const full = at(OPAQUE_COATS)
  return Array.from({ length: MOST_COATS + 1 }, (_, coats) => ciede2000(at(coats), full))
}

function middleOf(plan: JudgedPlan, step: StepOf<'coat'>): number | null {
  const stretches = stretchesOf(plan.form, step.place)
  if (!stretches.length) return null
  const longest = stretches.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a))
  return (longest.from + longest.to) / 2
}

interface JudgedCoat {
  readonly step: StepOf<'coat'>
  readonly index: number
  readonly name: string
  readonly under: Stack
  readonly ladder: readonly number[]
  readonly needed: number
  /** Nominal coats that the planned ones come to with this applicator and water. */
  readonly worth: number
  /** Coats to plan so that they come to what is needed. */
  readonly plannedFor: (nominal: number) => number
}

function coats(plan: JudgedPlan): JudgedCoat[] {
  return plan.of('coat').flatMap(({ step, index }) => {
    const lengthMm = middleOf(plan, step)
    const medium = plan.mediaTable.mixture([{ mediumId: step.mediumId, parts: 1 }, ...step.mix])
    if (
      lengthMm === null ||
      medium === undefined ||
      !MEDIUM_KIND[plan.media[medium].kind].hides ||
      step.applicator === 'spatter'
    )
      return []
    const under = plan.probe({ lengthMm, inLineOf: null, across: acrossOf(step.place) })[index]
    const clean: Stack = { ...under, wax: 'none' }
    const ladder = coverLadder(plan, clean, medium)
    const { gain } = APPLICATOR[step.applicator]
    const each = gain * (1 - step.water)
    const wanted = plan.media[medium].coats[step.applicator]
    return [
      {
        step,
        index,
        name: plan.media[medium].name,
        under: clean,
        ladder,
        needed: wanted === undefined ? coatsToCover(ladder) : wanted * gain,
        worth: step.coats * each,
        plannedFor: (nominal: number) => Math.min(24, Math.max(1, Math.ceil(nominal / each - 0.08))),
      },
    ]
  })
}

const plural = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`

export const coatRules: readonly Rule[] = [
  {
    id: 'too-few-coats',
    guards: 'enough coats to cover, computed for this medium on what lies beneath',
    school: null,
    severity: 'risk',
    look: (plan) =>
      coats(plan)
        .filter(({ step, needed, worth }) => step.intent === 'cover' && step.blend === null && worth < needed - 0.5)
        .map(({ step, index, name, ladder, needed, under, worth, plannedFor }) => ({
          stepId: step.id,
          where: `step ${index + 1}`,
          sentence: `${plural(step.coats, 'coat')} of ${name} fires thin and streaked; ${plannedFor(needed)} cover here.`,
          because:
            `${step.coats === 1 ? 'It' : 'They'} will be ΔE ` +
            `${ladder[Math.max(0, Math.min(Math.round(worth), 8))].toFixed(1)} from full cover over ` +
            `${under.films.length ? plan.media[under.films[under.films.length - 1].medium].name : plan.body.name}; ` +
            'raw it already looks finished.',
          mends: [
            changeStep(plan, `Give it ${plural(plannedFor(needed), 'coat')}`, step.id, { coats: plannedFor(needed) }),
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
      coats(plan).flatMap(({ step, index, name, needed, worth, plannedFor }) => {
        const blisters = worth > FLAKE_LIMIT_COATS
        const usual = plannedFor(Math.max(3, needed))
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
              : `Each coat more changes the fired colour by less than ΔE ${COVERED_WITHIN}.`,
            mends: [changeStep(plan, `Give it ${plural(usual, 'coat')}`, step.id, { coats: usual })],
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
