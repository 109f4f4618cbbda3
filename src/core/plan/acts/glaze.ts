import { inMm } from '../../base/units'
import { hands } from '../pace'
import * as z from '../../base/zod'
import { waitsOfCoats } from '../../clay/matte'
import { LINE_GAIN } from '../../skin/levels'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { INSIDE, OUTSIDE, placeSchema, TO_THE_EDGE_MM, type Place } from '../../vocabulary/place'
import { aimWords, sprayAimSchema, usualAim } from '../../vocabulary/spray'
import { APPLICATOR, glazeCoats, glazeWorth, GLAZING, GLAZINGS, type Glazing } from '../../vocabulary/tools'
import { defineAct, mediumId } from '../actDefinition'
import { COLOUR_CAUTION, coatsWords, SPRAY_CAUTION, wherePlain } from './phrases'
import { nominalCoat, wetCoat } from '../../vocabulary/films'

/** A dip over unfixed colour: share of the place and of the film that floats off, and the size of its patches. */
const SMEARED = { cover: 0.45, share: 0.75, sizeMm: 14 } as const

/** A drip is as thick as two nominal coats. */
const DRIP_GAIN = 2 * LINE_GAIN

const HOW: Readonly<Record<Glazing, (coats: number) => string>> = {
  dip: () => 'Dip 3 to 5 seconds, tilted so that no air is caught',
  pour: () => 'Fill, swirl, tip out, touch up',
  brush: (coats) => `Brush ${coatsWords(coats)} in one direction`,
  spray: (coats) => `Spray ${coats} light passes, a hand and a half away, always moving`,
}

/** Raw thickness of the glaze, mm to a tenth. */
const rawMm = ({ how, coats }: { readonly how: Glazing; readonly coats: number }): string =>
  ((nominalCoat('glaze').wetUm * glazeWorth(how, coats)) / 1000).toFixed(1)

/** Where tongs grip and how large their marks are, mm and degrees from the front. Common practice, no source. */
const TONGS = { belowMm: 12, markMm: 7, degrees: [90, 270] } as const

/** Whether tongs grip where glaze comes in a dip: outside, below the rim. What stays bare there can be held without a mark. */
export const gripped = (step: {
  readonly how: Glazing
  readonly place: Place
  readonly tongs?: { readonly dabbed: boolean }
}): boolean => {
  const { parts, band } = step.place
  const toTheRim = band === null || band.toMm >= TO_THE_EDGE_MM
  return step.tongs !== undefined && step.how === 'dip' && parts.includes('outside') && toTheRim
}

/** Minutes for a dip or a pour. Ours, common practice. */
const BUCKET_MINUTES = 2

/** Glaze, dipped, poured or brushed. */
export const glaze = defineAct('glaze', {
  mediumId,
  place: placeSchema,
  how: z.enum(GLAZINGS),
  coats: z.int().min(1).max(12),
  /** Runs over the other side are wanted. */
  drips: z.boolean(),
  /** A dip with the piece held askew: how far, and to which side the line rises, degrees from the front. */
  tilt: z.strictObject({ degrees: z.number().min(1).max(60), towardDeg: z.number().min(0).max(360) }).optional(),
  /** Held with tongs, which leave two bare marks below the rim, and whether these were dabbed over. */
  tongs: z.strictObject({ dabbed: z.boolean() }).optional(),
  waits: z.boolean(),
  /** How a spray gun is held, if it is one. */
  spray: sprayAimSchema.optional(),
})({
  family: 'Glaze',
  traits: ['glazing', 'covering', 'lays glaze', 'wet film', 'sets the stage', 'smudgeable'],
  word: 'Glaze',
  hint: 'dip, pour or brush',
  begin: ({ form, face, insideGlazed, suiting }) => {
    const how: Glazing = form.flat ? 'brush' : insideGlazed ? 'dip' : 'pour'
    const place = form.flat ? face : insideGlazed ? OUTSIDE : INSIDE
    return { mediumId: suiting('glaze'), place, how, coats: GLAZING[how].coats, drips: false, waits: true }
  },
  title: (step, { nameOf }) => nameOf(step.mediumId, 'Missing glaze'),
  brief: (step, wording) => {
    const how = GLAZING[step.how].fromBucket ? step.how : `${step.how}, ${coatsWords(step.coats)}`
    return `${how}${step.drips ? ', drips' : ''}, ${wherePlain(step.place, wording)}`
  },
  kind: () => 'glaze',
  bench: (step, wording) => ({
    detail:
      HOW[step.how](step.coats) +
      (step.how === 'spray' ? `, ${aimWords(step.spray ?? usualAim(step.place))}` : '') +
      `: ${wording.place(step.place)}.` +
      (step.tilt ? ` Hold it ${step.tilt.degrees}° askew, so that the line rises to one side.` : '') +
      (gripped(step) ? ' Hold it with tongs at the rim; dab glaze over their two marks once it is matte.' : '') +
      (step.drips ? ' Let it run over the other side.' : ''),
    boxes: glazeCoats(step.how, step.coats),
    wait: `${wording.waits}, until matte`,
    lookFor: `about ${inMm(rawMm(step))} thick raw, like a thin coin. Scratch a spot that will not show to check. Dab over finger marks`,
    caution: step.how === 'spray' ? SPRAY_CAUTION : COLOUR_CAUTION,
  }),
  fit: () => MEDIUM_KIND.glaze.laid,
  hands: (step, { touchedCm2 }) =>
    GLAZING[step.how].fromBucket
      ? hands('dip', BUCKET_MINUTES)
      : step.how === 'spray'
        ? hands('spray', 1, touchedCm2 / APPLICATOR.spray.cm2AMinute)
        : hands('brush', 1, touchedCm2 / APPLICATOR.brush.cm2AMinute),
  coats: (step) => glazeCoats(step.how, step.coats),
  waits: (step, { surface, evaporation, beneath }) =>
    waitsOfCoats(
      wetCoat('glaze', GLAZING[step.how].gain),
      surface,
      glazeCoats(step.how, step.coats),
      evaporation,
      beneath,
    ),
  takes: (step) => ({
    wetUm: nominalCoat('glaze').wetUm,
    waste: GLAZING[step.how].waste,
    fromBucket: GLAZING[step.how].fromBucket,
  }),
  after: (before) => (before.stage === 'bisque' ? { ...before, stage: 'glazedRaw', surface: 'glazedRaw' } : before),
  compile: (skin, step) => {
    const { stage, seed } = skin
    const medium = skin.numberOf(step.mediumId)
    if (medium === undefined || stage === 'fired') return
    // Held askew the line runs over the whole wall: the bath says where.
    const place = skin.bathPlane ? { ...step.place, band: null } : step.place
    const stretches = skin.stretches(place)
    if (step.how === 'dip' && skin.unfixedOnBisque)
      skin.push(
        { act: 'smear', share: SMEARED.share },
        skin.patches(stretches, SMEARED.cover, SMEARED.sizeMm, seed + 3),
        true,
      )
    const coats = glazeCoats(step.how, step.coats)
    const sprays = step.how === 'spray'
    const fields = Array.from({ length: coats }, (_, i) =>
      step.how === 'brush' ? skin.brushedGlaze(stretches, i) : skin.poured(stretches),
    )
    const laid = { medium, gain: GLAZING[step.how].gain, settles: 'even' } as const
    if (sprays) skin.sprayOn(laid, step.place, step.spray ?? usualAim(step.place), coats)
    else if (step.waits) skin.coatTogether(laid, place, fields)
    else {
      fields.forEach((field, i) => {
        if (i > 0) skin.liftShiny(stretches, seed + 60 + i)
        skin.coatTogether(laid, place, [field])
      })
    }
    if (gripped(step) && !step.tongs?.dabbed) {
      const { outside } = skin.grid.form.zones
      const long = outside.to - outside.from
      const upMm = Math.max(long / 2, long - TONGS.belowMm)
      for (const degrees of TONGS.degrees)
        skin.push({ act: 'lift', share: 1 }, skin.dab(upMm, degrees, TONGS.markMm), true)
    }
    if (step.drips || (sprays && !step.waits)) skin.runsDown(medium, stretches, DRIP_GAIN)
    skin.floods(stretches)
    skin.beads(medium, stretches)
    skin.glazeHolds(medium, stretches)
    skin.rawGlazes.push({ medium, stretches, coats: glazeWorth(step.how, step.coats) })
    skin.wet = step.waits ? [] : [...skin.wet, ...stretches]
  },
})
