import { hands } from '../pace'
import * as z from '../../base/zod'
import { waitsOfCoats } from '../../clay/matte'
import type { Settling } from '../../skin/stackOps'
import { LINE_GAIN } from '../../skin/levels'
import type { LaidCoat, SkinCompiler } from '../../skin/skinCompiler'
import { BLEND_WAYS, type BlendWay } from '../../skin/applicatorFields'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { type Place, placeSchema } from '../../vocabulary/place'
import { aimWords, type SprayAim, sprayAimSchema, usualAim } from '../../vocabulary/spray'
import { APPLICATOR, type Applicator, APPLICATORS } from '../../vocabulary/tools'
import { defineAct, mediumId, type Wording } from '../actDefinition'
import { COLOUR_CAUTION, coatsWords, sentenceOf, SPRAY_CAUTION } from './phrases'
import { nominalCoat, wetCoat } from '../../vocabulary/films'

/** From this share of water a colour runs into the low places like a wash [our choice]. */
const WATERY = 0.35

/** From this share of water a colour flows into the hollows of thirsty bisque before they have drunk it. Common practice, no source. */
export const FLOWS_IN = 0.1

/** Share of a coat that lands on a misted place: the surface is less thirsty [our choice]. */
const ON_MISTED = 0.85

/** What a coat lifts of the one before on soft clay, and what wet clay drags off any: share of the place and of the film. */
const ON_SOFT = { cover: 0.16, share: 0.45 } as const
const ON_WET = { cover: 0.35, share: 0.7 } as const

/** What tells on burnished clay that a colour does not hide it yet. */
const HIGHLIGHT = 'tilt it: does a highlight still run across it? Then one more'

/** Where a gun is aimed, and how it is held. */
interface Sprays {
  readonly place: Place
  readonly spray?: SprayAim
}

interface Mixed {
  readonly mediumId: string
  readonly mix: readonly { readonly mediumId: string; readonly parts: number }[]
  readonly blend: { readonly mediumId: string } | null
}

const partsOf = ({ mediumId: first, mix }: Mixed) => [{ mediumId: first, parts: 1 }, ...mix]

/** A mixture in the order of its parts. */
function mixtureWords(step: Mixed, { nameOf }: Wording): string {
  const name = (id: string) => nameOf(id, 'missing colour')
  const mixed = step.mix.length
    ? [`1 ${name(step.mediumId)}`, ...step.mix.map((m) => `${m.parts} ${name(m.mediumId)}`)].join(' : ')
    : name(step.mediumId)
  return step.blend ? `${mixed} into ${name(step.blend.mediumId)}` : mixed
}

/** How hand or gun goes over a place, where that matters. */
function strokes({
  applicator,
  direction,
  spray,
  place,
}: { applicator: Applicator; direction: 'crossed' | 'oneWay' } & Sprays) {
  if (applicator === 'spray') return `, ${aimWords(spray ?? usualAim(place))}`
  if (applicator !== 'brush') return ''
  return direction === 'crossed' ? '; cross the direction at each coat' : '; all in one direction'
}

const percent = (share: number) => `${Math.round(share * 100)} % water`

/** Colour or slip over an area, with any applicator. */
export const coat = defineAct('coat', {
  mediumId,
  /** Other media stirred into one part of the first. */
  mix: z.array(z.strictObject({ mediumId, parts: z.number().positive().max(100) })).max(3),
  /** Share of water added, 0 from the jar. */
  water: z.number().min(0).max(0.9),
  /** A gradient into another medium, up the wall or round the form. */
  blend: z.strictObject({ mediumId, along: z.enum(BLEND_WAYS) }).nullable(),
  place: placeSchema,
  applicator: z.enum(APPLICATORS),
  coats: z.int().min(1).max(24),
  direction: z.enum(['crossed', 'oneWay']),
  intent: z.enum(['cover', 'blush']),
  waits: z.boolean(),
  /** How a spray gun is held, if it is one. */
  spray: sprayAimSchema.optional(),
})({
  family: 'Colour',
  traits: ['coating', 'covering', 'colour film', 'wet film', 'smudgeable', 'stays on dry clay'],
  decorates: 1,
  word: 'Coat',
  hint: 'slip, underglaze, wash or opaque colour over an area',
  begin: ({ stage, face, suiting, coversWith }) => {
    const jar = suiting(stage === 'glazedRaw' ? 'opaque' : 'underglaze')
    return { ...PLAIN_COAT, mix: [], mediumId: jar, place: face, coats: coversWith(jar, face) }
  },
  title: mixtureWords,
  brief: (step) =>
    [
      coatsWords(step.coats),
      step.applicator === 'brush' ? '' : APPLICATOR[step.applicator].name,
      step.water > 0 ? percent(step.water) : '',
      step.intent === 'blush' ? 'blush' : '',
    ]
      .filter(Boolean)
      .join(', '),
  kind: (step, kindOf) => kindOf(step.mediumId) ?? 'underglaze',
  bench: (step, wording) => {
    const how = APPLICATOR[step.applicator]
    const kind = kindOrPlain(wording.kindOf(step.mediumId))
    const what = `${mixtureWords(step, wording)}${step.water > 0 ? ` with ${percent(step.water)}` : ''}`
    const blend = !step.blend
      ? ''
      : {
          height: '; from the lower colour to the upper',
          around: '; there and back round the form',
          across: '; from the left to the right, seen from the front',
        }[step.blend.along]
    return {
      detail:
        `${what}: ${coatsWords(step.coats)}, ${how.name}, ${wording.place(step.place)}${strokes(step)}${blend}. ` +
        `${sentenceOf(how.words)}${kind.stir}`,
      boxes: step.coats,
      wait: `${wording.waits}${wording.inThisRoom ? ' in this room' : ' in a still room'}, until shiny turns matte`,
      lookFor: step.place.parts.some((part) => wording.burnished.includes(part))
        ? `${kind.lookFor}; ${HIGHLIGHT}`
        : kind.lookFor,
      caution: step.applicator === 'spray' ? SPRAY_CAUTION : COLOUR_CAUTION,
    }
  },
  fit: (step, kindOf) => kindOrPlain(kindOf(step.mediumId)).laid,
  hands: (step, { touchedCm2 }) => hands(step.applicator, 1, touchedCm2 / APPLICATOR[step.applicator].cm2AMinute),
  coats: (step) => step.coats,
  waits: (step, { surface, kindOf, evaporation, beneath }) => {
    const film = wetCoat(kindOf(step.mediumId), APPLICATOR[step.applicator].gain, step.water)
    return waitsOfCoats(film, surface, step.coats, evaporation, beneath)
  },
  takes: (step, { kind }) => ({
    wetUm: nominalCoat(kind).wetUm,
    waste: APPLICATOR[step.applicator].waste,
    fromBucket: false,
  }),
  compile: (skin, step) => {
    const { stage, seed } = skin
    const medium = skin.mixture(partsOf(step))
    if (medium === undefined || stage === 'fired') return
    const stretches = skin.stretches(step.place)
    const kind = skin.kindOf(medium)
    const thirsty = stage === 'bisque' && step.water < FLOWS_IN && !skin.isMisted(stretches)
    const settles: Settling =
      step.applicator === 'sponge'
        ? 'high'
        : kind.watery || step.water > WATERY
          ? 'low'
          : thirsty && step.applicator === 'brush'
            ? 'skips'
            : 'even'
    const taken = (stage === 'wet' ? kind.onWetClay : 1) * (skin.isMisted(stretches) ? ON_MISTED : 1)
    const laid = { gain: APPLICATOR[step.applicator].gain * (1 - step.water) * taken, settles }
    const { applicator } = step
    if (applicator === 'spray') {
      sprayed(skin, step, { medium, ...laid })
      return
    }
    const field = (i: number) => skin.applied(applicator, stretches, i, step.direction === 'oneWay')
    skin.liftIfWet(stretches, seed + 50)
    if (step.waits && !step.blend && stage !== 'wet' && stage !== 'softLeatherHard') {
      const fields = Array.from({ length: step.coats }, (_, i) => field(i))
      skin.coatTogether({ medium, ...laid }, step.place, fields)
    } else {
      for (let i = 0; i < step.coats; i++) {
        if (i > 0 && !step.waits) skin.liftShiny(stretches, seed + 51 + i)
        else if (i > 0 && stage === 'softLeatherHard') skin.lift(stretches, ON_SOFT.cover, ON_SOFT.share, seed + 51 + i)
        if (step.blend) skin.coatBlended(laid, step.place, field(i), partsOf(step), step.blend)
        else skin.push({ act: 'coat', medium, ...laid }, skin.within(step.place, field(i)))
        if (stage === 'wet') skin.lift(stretches, ON_WET.cover, ON_WET.share, seed + 80 + i)
      }
    }
    const strays = step.applicator === 'spatter' ? skin.strayDrops(stretches) : null
    if (strays) skin.push({ act: 'coat', medium, ...laid }, strays, true)
    afterCoats(skin, step, medium, laid.gain)
  },
})

/** What of a step says how its coats come to lie. */
interface LaidOn extends Sprays {
  readonly mediumId: string
  readonly mix: Mixed['mix']
  readonly blend: { readonly mediumId: string; readonly along: BlendWay } | null
  readonly coats: number
  readonly waits: boolean
}

/** What laid coats leave behind: beads on wax, what will come off, what is wet. */
function afterCoats(skin: SkinCompiler, step: LaidOn, medium: number, gain: number): void {
  const stretches = skin.stretches(step.place)
  skin.beads(medium, stretches)
  if (skin.sheds(medium)) skin.comesOff(medium, stretches)
  skin.settle(step.waits, stretches)
  skin.countCoats(medium, step.coats * gain)
}

/** Passes of a spray gun: nothing touches the coat before, but what does not wait until matte runs. */
function sprayed(skin: SkinCompiler, step: LaidOn, coat: LaidCoat): void {
  const { place, coats, blend, waits } = step
  const aim = step.spray ?? usualAim(step.place)
  const { medium, ...laid } = coat
  if (blend) skin.coatBlended({ ...laid, coats }, place, skin.sprayed(place, aim, coats), partsOf(step), blend)
  else skin.sprayOn(coat, place, aim, coats)
  if (!waits && coats > 1) skin.runsDown(medium, skin.stretches(place), LINE_GAIN)
  afterCoats(skin, step, medium, laid.gain)
}

/** What a plain brushed coat is, for the many places that lay one. */
export const PLAIN_COAT = {
  mix: [],
  water: 0,
  blend: null,
  applicator: 'brush',
  direction: 'crossed',
  intent: 'cover',
  waits: true,
} as const
