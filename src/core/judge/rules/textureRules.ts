import { counted } from '../../base/words'
import { isA, type StepOf } from '../../plan/step'
import { inMm } from '../../base/units'
import { conesOutside } from '../../firing/cones'
import type { Surface } from '../../form/surfaces/surface'
import type { Stretch } from '../../form/turnedForm'
import { reachOn } from '../../plan/localStage'
import { stretchesOf } from '../../skin/place'
import { OPAQUE_COATS } from '../../colour/cover'
import { BARE, withFilm } from '../../skin/stack'
import { ZONE_NAMES } from '../../form/zoneNames'
import * as build from '../../plan/build'
import { addStep, changeStep, moveStep, together } from '../mends'
import type { JudgedPlan } from '../judgedPlan'
import { spotOf } from '../spots'
import { meetOnSkin, sharedMm } from '../stepStretches'
import type { Rule } from '../rule'
import type { Mend, RuleHit } from '../finding'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { APPLICATOR } from '../../vocabulary/tools'
import { FLOWS_IN } from '../../plan/acts/coat'

/** |ΔL| between low and high places from which a texture reads [our choice]. */
const READS_FROM = 15

/** Coats of a colour that is dabbed over a texture with a sponge. Common practice, no source. */
const DABBED_COATS = 2

/** Share of a part that must be wiped for its wash to count as wiped back. */
const LEFT_SHARE = 0.5

/**
 * Whether a texture is meant to read by its colours: something is wiped back over it, or two colours lie on it. One plain colour
 * is a choice.
 */
function isStained(plan: JudgedPlan, texture: StepOf<'impress'>, index: number): boolean {
  const later = plan.steps.slice(index + 1).filter((step) => meetOnSkin(plan, step, texture))
  const colours = new Set(later.flatMap((step) => (isA(step, 'coating', 'filling') ? [step.mediumId] : [])))
  return colours.size > 0 && (colours.size > 1 || later.some((step) => isA(step, 'wiping')))
}

/** Lightness of a colour by itself when fired. */
const lightnessOf = (plan: JudgedPlan, mediumId: string): number =>
  plan.firedLab(withFilm(BARE, plan.mediaTable.numberOf(mediumId) ?? 0, 8 * OPAQUE_COATS))[0]

/** Two colours on a texture put into their right order: the dark one in, wiped back, the pale one dabbed on. */
function darkBelow(plan: JudgedPlan, texture: StepOf<'impress'>, index: number): Mend | null {
  const coats = plan.of('coating').filter((c) => c.index > index && meetOnSkin(plan, c.step, texture))
  const byLightness = coats
    .map(({ step }) => ({ step, lightness: lightnessOf(plan, step.mediumId) }))
    .sort((a, b) => a.lightness - b.lightness)
  const dark = byLightness[0]?.step
  const pale = byLightness.at(-1)?.step
  // A wash is for the marks, however pale.
  if (!dark || !pale || dark.mediumId === pale.mediumId || kindOrPlain(plan.medium(pale.mediumId)?.kind).watery)
    return null
  const others = plan.steps.filter((step) => step !== pale)
  const at = others.indexOf(dark)
  const wiped = others.findIndex((step, i) => i > at && isA(step, 'wiping'))
  const { watery } = kindOrPlain(plan.medium(dark.mediumId)?.kind)
  const dabbed = pale.applicator === 'sponge' && pale.intent === 'blush'
  const isSo = wiped >= 0 && plan.steps.indexOf(pale) > wiped && dark.applicator === 'brush' && dark.intent === 'blush'
  if (isSo && dabbed) return null
  const intoTheMarks = { applicator: 'brush', intent: 'blush', ...(watery ? {} : { water: 0.4 }) }
  return together(
    `${plan.medium(dark.mediumId)?.name} first, wiped back, ${plan.medium(pale.mediumId)?.name} dabbed over`,
    [
      moveStep(plan, 'After it', pale.id, (wiped < 0 ? at : wiped) + 1),
      ...(wiped < 0 ? [addStep(plan, 'Wipe it back', at + 1, build.wipe(dark.place))] : []),
      changeStep(plan, 'Into the marks', dark.id, intoTheMarks),
      changeStep(plan, 'Dabbed', pale.id, { applicator: 'sponge', intent: 'blush' }),
    ],
  )
}

/** What a texture comes out as: lightness in the middle of it, in its low places and on its high ones. */
function readOff(plan: JudgedPlan, { place }: StepOf<'impress'>): { low: number; high: number } {
  const spot = spotOf(plan, { place })
  const lightness = (onHigh: boolean) => (spot ? plan.firedLab(plan.finalStack({ ...spot, onHigh }))[0] : 0)
  return { low: lightness(false), high: lightness(true) }
}

/** Another jar for what lies over a texture last, colour or glaze, with which it reads: the one with which it reads best. */
function otherJar(plan: JudgedPlan, texture: StepOf<'impress'>, over: StepOf<'coat'> | StepOf<'glaze'>): Mend[] {
  const kind = plan.medium(over.mediumId)?.kind
  const [best] = plan.jars
    .filter((m) => m.kind === kind && m.id !== over.mediumId && conesOutside(plan.topCone, m.range) === 0)
    .map((medium) => {
      const steps = plan.steps.map((s) => (s === over ? { ...over, mediumId: medium.id } : s))
      const { low, high } = readOff(plan.withSteps(steps), texture)
      return { medium, difference: high - low }
    })
    .filter(({ difference }) => difference >= READS_FROM)
    .sort((a, b) => b.difference - a.difference)
  return best ? [changeStep(plan, `Use ${best.medium.name}`, over.id, { mediumId: best.medium.id })] : []
}

/** A pale colour dabbed over a texture that has only its dark one: the jar with which it reads best. */
function dabbedOver(plan: JudgedPlan, texture: StepOf<'impress'>, index: number): Mend[] {
  const stains = plan.steps.findLastIndex(
    (s, i) => i > index && isA(s, 'coating', 'wiping') && meetOnSkin(plan, s, texture),
  )
  const at = stains + 1
  const dabbed = (id: string) =>
    build.coat(id, texture.place, DABBED_COATS, { applicator: 'sponge', intent: 'blush', waits: true })
  const [best] = plan.jars
    .filter((m) => m.kind === 'underglaze' && conesOutside(plan.topCone, m.range) === 0)
    .map((medium) => {
      const mend = addStep(plan, `Dab ${medium.name} over it`, at, dabbed(medium.id))
      const added = mend.command.type === 'step.add' ? [mend.command.step] : []
      const { low, high } = readOff(
        plan.withSteps([...plan.steps.slice(0, at), ...added, ...plan.steps.slice(at)]),
        texture,
      )
      return { mend, difference: high - low }
    })
    .filter(({ difference }) => difference >= READS_FROM)
    .sort((a, b) => b.difference - a.difference)
  return stains > index && best ? [best.mend] : []
}

/** A wash brushed into a texture under its one colour, which is dabbed on. */
function stained(plan: JudgedPlan, texture: StepOf<'impress'>, index: number): Mend | null {
  const wash = plan.jars.find((m) => m.kind === 'wash' && conesOutside(plan.topCone, m.range) === 0)
  const washed = plan.of('coating').some(({ step }) => kindOrPlain(plan.medium(step.mediumId)?.kind).watery)
  if (!wash || washed || !plan.steps.some((s, i) => i > index && isA(s, 'coating'))) return null
  const bisqued = plan.of('firing')[0]?.index
  const at = bisqued === undefined ? plan.steps.length : bisqued + 1
  const pale = plan
    .of('coating')
    .find((c) => c.index > index && !kindOrPlain(plan.medium(c.step.mediumId)?.kind).watery)
  return together(`Brush ${wash.name} into it, wipe back, dab the colour`, [
    ...(pale && pale.step.applicator !== 'sponge'
      ? [changeStep(plan, 'Dab the pale colour', pale.step.id, { applicator: 'sponge', intent: 'blush' })]
      : []),
    addStep(plan, 'Wash', at, build.coat(wash.id, texture.place, 1)),
    addStep(plan, 'Wipe it back', at + 1, build.wipe(texture.place), 1),
  ])
}

/** Texture from which hollows stay white, mm [our choice]. */
const DEEP_MM = 0.4

const isBisque = (plan: JudgedPlan, stepId: string): boolean =>
  plan.times[plan.steps.findIndex((step) => step.id === stepId)]?.stage === 'bisque'

/** From this share of its depth the dry films of coats drown a texture [our choice]. */
const FLOODED_SHARE = 0.25

/** The dry films that colour leaves over a texture until it is fired, µm, and the last step that lays any. */
function filmOver(plan: JudgedPlan, texture: StepOf<'impress'> | StepOf<'incise'>, index: number) {
  const fire = plan.of('firing').find((f) => f.index > index)?.index ?? plan.steps.length
  const over = plan
    .of('coating')
    .filter(
      ({ step, index: at }) =>
        at > index &&
        at < fire &&
        kindOrPlain(plan.medium(step.mediumId)?.kind).hides &&
        step.applicator !== 'spatter' &&
        meetOnSkin(plan, step, texture),
    )
  const last = over.at(-1)
  const cleared = plan.steps.some(
    (s, at) => last && at > last.index && at < fire && isA(s, 'wiping', 'scraping') && meetOnSkin(plan, s, texture),
  )
  const eachUm = (step: StepOf<'coat'>) =>
    APPLICATOR[step.applicator].gain * (1 - step.water) * (plan.medium(step.mediumId)?.filmUm ?? 0)
  const filmUm = over.reduce((sum, { step }) => sum + step.coats * eachUm(step), 0)
  return !last || cleared ? null : { last, filmUm, eachUm: eachUm(last.step) }
}

export const textureRules: readonly Rule[] = [
  {
    id: 'creases-flooded',
    description: 'colour thin enough for texture and lines to stay open',
    school: null,
    severity: 'risk',
    check: (plan) =>
      [...plan.of('texture'), ...plan.of('incising')].flatMap(({ step, index }): RuleHit[] => {
        const laid = filmOver(plan, step, index)
        const depthUm = step.depthMm * 1000
        if (!laid || laid.filmUm <= FLOODED_SHARE * depthUm) return []
        const { last, filmUm, eachUm } = laid
        const fewer = last.step.coats - Math.ceil((filmUm - FLOODED_SHARE * depthUm) / Math.max(1, eachUm) + 1e-6)
        const what = isA(step, 'texture') ? 'texture' : 'lines'
        return [
          {
            stepId: last.step.id,
            where: `step ${last.index + 1}`,
            sentence:
              `${counted(last.step.coats, 'coat', 'coats')} of ${plan.medium(last.step.mediumId)?.name} ` +
              `flood the ${what} of step ${index + 1}: it comes out blurred.`,
            because: `The colour is ${inMm((filmUm / 1000).toFixed(2))} thick when dry, the ${what} ${inMm(step.depthMm)} deep.`,
            mends:
              fewer >= 1
                ? [
                    changeStep(plan, fewer === 1 ? 'Give it 1 coat' : `Give it ${fewer} coats`, last.step.id, {
                      coats: fewer,
                    }),
                  ]
                : [],
          },
        ]
      }),
  },
  {
    id: 'wiped-off-with-it',
    description: 'a pale colour that is dabbed on after the sponge, not before it',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('wiping').flatMap(({ step, index }): RuleHit[] => {
        const spot = spotOf(plan, step)
        if (!spot) return []
        const stacks = plan.probe({ ...spot, onHigh: true })
        const [before, after] = [stacks[index], stacks[index + 1]]
        // What was laid last is what the sponge is for.
        const lost = before.films
          .slice(before.fixed, -1)
          .find(
            ({ medium, eighths }) =>
              eighths >= 4 && (after.films.find((f) => f.medium === medium)?.eighths ?? 0) < eighths / 4,
          )
        const top = before.films.at(-1)
        if (!lost || !top || lost.medium === top.medium) return []
        const texture = plan.of('texture').find((i) => i.index < index && meetOnSkin(plan, i.step, step))
        const mend = texture && darkBelow(plan, texture.step, texture.index)
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `The sponge takes ${plan.media[lost.medium].name} off the high places together with ${plan.media[top.medium].name}.`,
            because:
              'A sponge takes all that is not fired on: the dark colour first, wiped back, then the pale one dabbed over.',
            mends: mend ? [mend] : [],
          },
        ]
      }),
  },
  {
    id: 'wash-left-thick',
    description: 'a wash is wiped back',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('coating').flatMap(({ step, index }): RuleHit[] => {
        if (!kindOrPlain(plan.medium(step.mediumId)?.kind).watery) return []
        const fire = plan.of('firing').find((f) => f.index > index)?.index ?? plan.steps.length
        const wipes = plan.of('wiping').filter((w) => w.index > index && w.index < fire)
        const lengthOf = (stretches: readonly Stretch[]) => stretches.reduce((sum, s) => sum + s.to - s.from, 0)
        const isLeft = (surface: Surface, own: readonly Stretch[]) =>
          sharedMm(
            own,
            wipes.flatMap((w) => reachOn(surface, w.step)),
          ) <
          LEFT_SHARE * lengthOf(own)
        const left = step.place.parts.filter((part) =>
          isLeft(plan.grid.surface, stretchesOf(plan.form, { ...step.place, parts: [part] })),
        )
        const parts = plan.atlas.charts.slice(1).filter(({ surface }) => isLeft(surface, reachOn(surface, step)))
        if (!left.length && !parts.length) return []
        const onFoot = left.includes('base')
        const wiping = wipes[0]
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: onFoot ? 'ruin' : 'risk',
            sentence: onFoot
              ? `${plan.medium(step.mediumId)?.name} is left thick under the foot, runs, and sticks to the shelf.`
              : `${plan.medium(step.mediumId)?.name} is left thick, covers the texture and may run.`,
            because: 'Wiped thin it stays in the deep places only, and may even touch the shelf.',
            mends: [
              wiping && left.length
                ? changeStep(
                    plan,
                    `Wipe there too: ${left.map((part) => ZONE_NAMES[part]).join(', ')}`,
                    wiping.step.id,
                    {
                      place: {
                        ...wiping.step.place,
                        parts: [...new Set([...wiping.step.place.parts, ...left])],
                        band: null,
                      },
                    },
                  )
                : addStep(plan, 'Wipe it back', index + 1, build.wipe(step.place)),
            ],
          },
        ]
      }),
  },
  {
    id: 'texture-reads-as-one',
    description: 'dark below, light above',
    school: null,
    severity: 'risk',
    check: (plan) =>
      plan.of('texture').flatMap(({ step, index }): RuleHit[] => {
        const { low, high } = readOff(plan, step)
        const difference = high - low
        if (difference >= READS_FROM || !isStained(plan, step, index)) return []
        const order = darkBelow(plan, step, index) ?? stained(plan, step, index)
        const over = (['coating', 'glazing'] as const).flatMap(
          (trait) => plan.of(trait).findLast((c) => c.index > index && meetOnSkin(plan, c.step, step))?.step ?? [],
        )
        const otherwise = order ? [] : over.flatMap((laid) => otherJar(plan, step, laid))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            severity: difference < -READS_FROM ? 'note' : 'risk',
            sentence:
              difference < -READS_FROM
                ? 'The low places come out paler than the high ones.'
                : 'Low and high places come out nearly alike, and the texture reads as one.',
            because:
              'Dark colour right down in the marks and pale above makes texture read; the other way round the two melt into each other.',
            mends: order ? [order] : otherwise.length ? otherwise : dabbedOver(plan, step, index),
          },
        ]
      }),
  },
  {
    id: 'hollows-stay-white',
    description: 'colour gets into the hollows of thirsty bisque',
    school: 'damping',
    severity: 'risk',
    check: (plan) =>
      plan.of('coating').flatMap(({ step, index, time }): RuleHit[] => {
        const kind = kindOrPlain(plan.medium(step.mediumId)?.kind)
        if (time.stage !== 'bisque' || step.applicator !== 'brush' || kind.watery || step.water >= FLOWS_IN) return []
        const before = plan.steps.slice(0, index)
        const texture = before.find((s) => isA(s, 'texture') && s.depthMm >= DEEP_MM && meetOnSkin(plan, s, step))
        const lastDry = before.findLastIndex((s) => isA(s, 'drying', 'firing', 'coating'))
        const misted = before.some((s, i) => i > lastDry && isA(s, 'misting') && meetOnSkin(plan, s, step))
        const lining = before.some((s) => isA(s, 'coating') && isBisque(plan, s.id) && meetOnSkin(plan, s, step))
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
]
