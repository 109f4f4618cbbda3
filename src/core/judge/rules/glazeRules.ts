import { isA } from '../../plan/step'
import { inMm } from '../../base/units'
import { capital, listed } from '../../base/words'
import { isGreenware, STAGE } from '../../clay/stages'
import { conesOutside } from '../../firing/cones'
import { gripped } from '../../plan/acts/glaze'
import * as build from '../../plan/build'
import { wholeOf, type Place, INSIDE } from '../../vocabulary/place'
import { overlapMm } from '../../skin/place'
import type { Stack } from '../../skin/stack'
import type { Mend, RuleHit } from '../finding'
import { colourApart } from '../likeness'
import { meetOnSkin } from '../stepStretches'
import { addStep, bisqueFirst, changeStep, moveStep, moveToStage } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import { unsealedInside } from '../unsealed'
import type { Rule } from '../rule'
import { standsOn } from '../standsOn'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

/** Bare wall wanted above the foot, mm. Common practice, no source: a quarter inch. */
const BARE_FOOT_MM = 6

const glazeFilm = (plan: JudgedPlan, stack: Stack) =>
  stack.films.find((film) => MEDIUM_KIND[plan.media[film.medium].kind].melts === 'glass')

/** Where food and water lie: the inside, or the face of a slab. */
const insideOf = (plan: JudgedPlan): Place => (plan.form.flat ? wholeOf('floor') : INSIDE)

/** A clear or other glaze that this studio has for a food surface at the planned heat. */
const sealingGlaze = (plan: JudgedPlan) => {
  const planned = plan
    .of('glazing')
    .map(({ step }) => plan.medium(step.mediumId))
    .find((m) => m?.labelledFoodSafe)
  return (
    planned ??
    plan.jars.find((m) => m.kind === 'glaze' && m.labelledFoodSafe && m.range.to === plan.topCone) ??
    plan.jars.find((m) => m.kind === 'glaze' && m.labelledFoodSafe)
  )
}

const lastFireIndex = (plan: JudgedPlan) => plan.of('firing').at(-1)?.index ?? plan.steps.length

/** Where a glaze for the inside belongs: before the first other glaze, else before the last firing. */
function insideGlazeMend(plan: JudgedPlan): Mend[] {
  const glaze = sealingGlaze(plan)
  if (!glaze) return []
  const first = plan.of('glazing')[0]?.index ?? lastFireIndex(plan)
  // Not onto wax that is to hold another glaze off.
  const waxed = plan
    .of('waxing')
    .find(({ step, time }) => time.stage === 'bisque' && overlapMm(plan.form, step.place, insideOf(plan)) > 1)
  const at = Math.min(first, waxed?.index ?? first)
  // A gun does not see into most vessels: what it was to glaze inside is poured.
  const sprayed = plan.of('glazing').find(({ step }) => step.how === 'spray' && step.place.parts.includes('floor'))
  if (sprayed && !plan.form.flat)
    return [
      changeStep(plan, `Pour ${plan.medium(sprayed.step.mediumId)?.name ?? 'it'}`, sprayed.step.id, {
        how: 'pour',
        coats: 1,
      }),
    ]
  return [
    addStep(
      plan,
      `Pour ${glaze.name} inside`,
      at,
      build.glaze(glaze.id, insideOf(plan), plan.form.flat ? 'brush' : 'pour'),
    ),
  ]
}

function insideSpots(plan: JudgedPlan) {
  if (plan.form.closed) return []
  const { inside, floor } = plan.form.zones
  return [
    ...(plan.form.flat ? [] : [{ name: 'inside wall', lengthMm: (inside.from + inside.to) / 2 }]),
    { name: plan.form.flat ? 'face' : 'floor', lengthMm: (floor.from + floor.to) / 2 },
  ]
}

/** Less than this share of the food side without glass is a pinhole and not a place [our choice]. */
const OPEN_SHARE = 0.01

/** Where glaze lies only in places: the share of the food side that stays bare, clay and colour apart. */
function openAmongGlaze(plan: JudgedPlan): RuleHit[] {
  const places = unsealedInside(plan).filter(({ clay, colour }) => clay + colour >= OPEN_SHARE)
  if (!places.length) return []
  const percent = (share: number) => `${Math.max(1, Math.round(100 * share))} %`
  const words = places.map(({ name, clay, colour }) => {
    const bare = [
      clay >= OPEN_SHARE / 2 ? `${percent(clay)} bare clay` : '',
      colour >= OPEN_SHARE / 2 ? `${percent(colour)} bare colour` : '',
    ].filter(Boolean)
    return `${listed(bare)} on the ${name}`
  })
  const food = plan.piece.use === 'food'
  return [
    {
      stepId: null,
      where: listed(places.map(({ name }) => name)),
      severity: 'risk',
      sentence: `${capital(listed(words))} ${places.length > 1 || words[0].includes(' and ') ? 'have' : 'has'} no glaze, ${
        food ? 'and food will touch it.' : 'so water will seep in.'
      }`,
      because:
        'Bare clay and bare underglaze stay porous; a clear over the whole side seals what lies between the glazes.',
      mends: insideGlazeMend(plan),
    },
  ]
}

export const glazeRules: readonly Rule[] = [
  {
    id: 'glaze-on-greenware',
    description: 'glaze goes on bisque, unless the studio fires once',
    school: 'firings',
    severity: 'ruin',
    check: (plan) =>
      [...plan.of('glazing'), ...plan.of('area glazing')].flatMap(({ step, index, time }): RuleHit[] => {
        if (!isGreenware(time.stage)) return []
        const once = plan.ways.firings === 'onceFired' && time.stage !== 'wet' && time.stage !== 'softLeatherHard'
        const mend = moveToStage(plan, step, 'bisque', 'Move it after the bisque') ?? bisqueFirst(plan, index)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, ${STAGE[time.stage].name}`,
            severity: once ? 'note' : 'ruin',
            sentence: once
              ? `Once-fired glaze on ${STAGE[time.stage].name} clay: handle it little and fire slowly.`
              : `Glaze goes on unfired ${STAGE[time.stage].name} clay and will flake, crawl or blister.`,
            because:
              'Raw clay softens under wet glaze and goes on shrinking beneath it; gases from the clay come up through the melt.',
            mends: once || !mend ? [] : [mend],
          },
        ]
      }),
  },
  {
    id: 'glaze-on-foot',
    description: `foot and ${inMm(BARE_FOOT_MM)} above it bare of glaze`,
    school: null,
    severity: 'ruin',
    check: (plan) =>
      plan.of('firing').flatMap(({ step, index }): RuleHit[] => {
        if (step.firing !== 'glaze' || step.wire) return []
        // On a slab it spoils the slab and not the shelf.
        const onSlab = step.slab
        const { outside } = plan.form.zones
        const before = (lengthMm: number) => plan.probe({ lengthMm, inLineOf: null })[index]
        const standing = standsOn(plan)
        const stuck = standing.find(({ spot }) => glazeFilm(plan, plan.probe(spot)[index]))
        const above = [0.5, 2, 4, BARE_FOOT_MM - 0.2].find(
          (up) => outside.from + up < outside.to && glazeFilm(plan, before(outside.from + up)),
        )
        // Feet lift the wall off the shelf.
        const lifted = standing.every(({ spot }) => spot.on)
        if (!stuck && (above === undefined || lifted)) return []
        const film = glazeFilm(plan, stuck ? plan.probe(stuck.spot)[index] : before(outside.from + (above ?? 0)))
        const name = film ? plan.media[film.medium].name : 'Glaze'
        const cleans = plan
          .of('foot cleaning')
          .filter((c) => c.index < index)
          .at(-1)
        const lastGlaze = plan
          .of('glazing')
          .filter((g) => g.index < index)
          .at(-1)
        const tooSoon = cleans && lastGlaze && cleans.index < lastGlaze.index
        return [
          {
            stepId: lastGlaze?.step.id ?? null,
            where: stuck ? stuck.name : `outside, ${inMm(above ?? 0)} above the foot`,
            severity: onSlab ? ('note' as const) : ('ruin' as const),
            sentence: onSlab
              ? `${name} fires the piece to its waster slab, which has to be ground off.`
              : stuck
                ? `${name} covers the ${stuck.name} and fires the piece fast to the shelf.`
                : `${name} comes to ${inMm(above ?? 0)} above the foot; it can run down and stick to the shelf.`,
            because: `Melted glaze glues whatever it touches; leave the base and about ${inMm(BARE_FOOT_MM)} of wall bare.`,
            mends: [
              ...(tooSoon
                ? [moveStep(plan, 'Clean the foot after glazing', cleans.step.id, lastGlaze.index)]
                : cleans
                  ? [changeStep(plan, `Clean it ${inMm(BARE_FOOT_MM)} up`, cleans.step.id, { upMm: BARE_FOOT_MM })]
                  : [
                      addStep(plan, `Clean the foot ${inMm(BARE_FOOT_MM)} up`, index, {
                        act: 'cleanFoot',
                        upMm: BARE_FOOT_MM,
                      }),
                    ]),
              ...(onSlab ? [] : [changeStep(plan, 'Put a waster slab under it', step.id, { slab: true })]),
            ],
          },
        ]
      }),
  },
  {
    id: 'tong-marks',
    description: 'the marks of tongs dabbed over',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('glazing').flatMap(({ step, index }): RuleHit[] => {
        if (!gripped(step) || step.tongs?.dabbed) return []
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}, below the rim`,
            sentence: 'The tongs leave two bare marks below the rim.',
            because: 'Where they grip no glaze stays; a dab from a brush, once it is matte, closes over in the fire.',
            mends: [changeStep(plan, 'Dab them over', step.id, { tongs: { dabbed: true } })],
          },
        ]
      }),
  },
  {
    id: 'food-surface-not-sealed',
    description: 'glass over every surface that food or water touches',
    school: null,
    severity: 'risk',
    check: (plan) => {
      if (plan.piece.use === 'display' || !plan.steps.some((s) => isA(s, 'firing') && s.firing === 'glaze')) return []
      const open = insideSpots(plan).filter(
        ({ lengthMm }) => !glazeFilm(plan, plan.finalStack({ lengthMm, inLineOf: null })),
      )
      if (!open.length) return openAmongGlaze(plan)
      const food = plan.piece.use === 'food'
      const bareColour = open.some(({ lengthMm }) => plan.finalStack({ lengthMm, inLineOf: null }).films.length > 0)
      return [
        {
          stepId: null,
          where: open.map((spot) => spot.name).join(' and '),
          severity: food ? ('ruin' as const) : ('risk' as const),
          sentence: food
            ? `The ${open.map((spot) => spot.name).join(' and the ')} has no glaze, and food will touch it.`
            : `The ${open.map((spot) => spot.name).join(' and the ')} has no glaze, so water will seep through.`,
          because: bareColour
            ? 'Bare underglaze and slip stay porous under any heat in this plan.'
            : 'Bare clay stays porous; only glass seals it.',
          mends: insideGlazeMend(plan),
        },
      ]
    },
  },
  {
    id: 'inside-left-open',
    description: 'the inside of a vessel is glazed or left open on purpose',
    school: null,
    severity: 'note',
    check: (plan) => {
      if (plan.piece.use !== 'display' || !plan.of('glazing').length) return []
      if (plan.form.flat) return []
      const floor = insideSpots(plan).at(1)
      if (!floor) return []
      if (glazeFilm(plan, plan.finalStack({ lengthMm: floor.lengthMm, inLineOf: null }))) return []
      return [
        {
          stepId: null,
          where: 'inside',
          sentence: 'The inside stays bare; the piece will not hold water.',
          because: 'Fine for display or a planter that drains; someone may still fill it.',
          mends: insideGlazeMend(plan),
        },
      ]
    },
  },
  {
    id: 'glaze-not-for-food',
    description: 'only glazes labelled for food on food surfaces',
    school: null,
    severity: 'risk',
    check: (plan) => {
      if (plan.piece.use !== 'food') return []
      const seen = new Set<string>()
      return insideSpots(plan).flatMap(({ name, lengthMm }): RuleHit[] => {
        const film = plan
          .finalStack({ lengthMm, inLineOf: null })
          .films.filter((f) => plan.media[f.medium].kind === 'glaze')
          .at(-1)
        const medium = film && plan.media[film.medium]
        if (!medium || medium.labelledFoodSafe || seen.has(medium.id)) return []
        seen.add(medium.id)
        const step = plan.of('glazing').find(({ step: s }) => s.mediumId === medium.id)?.step ?? null
        const fired =
          step && plan.of('firing').find((f) => f.index > plan.steps.indexOf(step) && f.step.firing === 'glaze')
        const other = plan.jars
          .filter((m) => m.kind === 'glaze' && m.labelledFoodSafe)
          .filter(({ range }) => (fired ? conesOutside(fired.step.cone, range) === 0 : range.to === medium.range.to))
          .sort((a, b) => colourApart(a, medium) - colourApart(b, medium))[0]
        return [
          {
            stepId: step?.id ?? null,
            where: name,
            sentence: `${medium.name} is not labelled for food, and it lies on the ${name}.`,
            because: 'Food-safe is the maker’s label plus a laboratory’s test; Vernice never certifies it.',
            mends: other && step ? [changeStep(plan, `Use ${other.name}`, step.id, { mediumId: other.id })] : [],
          },
        ]
      })
    },
  },
  {
    id: 'dip-over-unfixed-colour',
    description: 'unfired underglaze is fixed before a dip',
    school: 'beforeDip',
    severity: 'risk',
    check: (plan) =>
      plan.of('glazing').flatMap(({ step, index }): RuleHit[] => {
        if (step.how !== 'dip') return []
        const under = [...plan.of('coating'), ...plan.of('lining'), ...plan.of('area colouring'), ...plan.of('filling')]
          .filter((c) => c.index < index && !isGreenware(c.time.stage) && meetOnSkin(plan, c.step, step))
          .sort((a, b) => a.index - b.index)
          .at(-1)
        const firedSince = plan.of('firing').some((f) => under && f.index > under.index && f.index < index)
        if (!under || firedSince) return []
        const fire = addStep(plan, 'Add a decoration firing', index, build.fire('decoration', plan.body.bisqueCone))
        const brush = changeStep(plan, 'Brush the clear on', step.id, { how: 'brush', coats: 3 })
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: plan.ways.beforeDip === 'dipAtOnce' ? 'note' : 'risk',
            sentence: `${plan.medium(under.step.mediumId)?.name ?? 'The colour'} is unfired on bisque and will smear in the dip.`,
            because: 'Nothing holds it yet; the watery glaze floats it off.',
            mends: plan.ways.beforeDip === 'brushTheClear' ? [brush, fire] : [fire, brush],
          },
        ]
      }),
  },
  {
    id: 'dust-under-glaze',
    description: 'a clean surface before glaze',
    school: null,
    severity: 'risk',
    check: (plan) => {
      const glaze = plan.of('glazing').find(({ time }) => !isGreenware(time.stage))
      if (!glaze) return []
      // What has been wiped after the bisque comes clean out of a decoration firing.
      const bisque = plan
        .of('firing')
        .filter((f) => f.index < glaze.index && f.step.firing !== 'decoration')
        .at(-1)
      const wiped = plan.of('dusting').some((w) => w.index < glaze.index && (!bisque || w.index > bisque.index))
      if (wiped) return []
      return [
        {
          stepId: glaze.step.id,
          where: `step ${glaze.index + 1}`,
          sentence: 'Glaze goes on bisque that nobody has wiped; it crawls away from dust and skin grease.',
          because: 'Bald spots come where the glaze cannot hold, worst where it is thick.',
          mends: [addStep(plan, 'Wipe off the dust first', glaze.index, { act: 'wipeDust' })],
        },
      ]
    },
  },
]
