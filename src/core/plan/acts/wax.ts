import { hands } from '../pace'
import * as z from '../../base/zod'
import { waxDrySeconds } from '../../clay/matte'
import { motifName } from '../../skin/motifs/motifName'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { motifSchema } from '../../vocabulary/motif'
import { bandOf, placeSchema, wholeOf } from '../../vocabulary/place'
import { APPLICATOR, LINER } from '../../vocabulary/tools'
import { defineAct, mediumId } from '../actDefinition'
import { shapeWords } from './phrases'
import { nominalCoat } from '../../vocabulary/films'

/** An area or a drawn shape that repels what comes. */
export const wax = defineAct('wax', {
  mediumId,
  place: placeSchema,
  motif: motifSchema.nullable(),
  waits: z.boolean(),
})({
  family: 'Resist',
  traits: ['waxing', 'resist', 'draws lines', 'stays on dry clay'],
  decorates: 2,
  word: 'Wax',
  hint: 'an area or a drawn shape repels what comes',
  begin: ({ form, wallMm, suiting, waxedAgain }) => ({
    mediumId: suiting('wax'),
    place: waxedAgain ?? (form.flat ? wholeOf('base') : bandOf(Math.round(wallMm * 0.45), Math.round(wallMm * 0.55))),
    motif: null,
    waits: true,
  }),
  title: ({ motif }) => (motif ? `Wax ${motifName(motif)}` : 'Wax'),
  brief: ({ place, motif }, wording) => shapeWords(place, motif, wording),
  kind: () => 'wax',
  bench: ({ place, motif }, wording) => ({
    detail:
      `One thin coat of wax on ${shapeWords(place, motif, wording)}. ` +
      'Its own brush, washed at once in hot soapy water.',
    boxes: 1,
    wait: `${wording.stage === 'glazedRaw' ? 'overnight, ' : ''}${wording.waits}, until fully dry`,
    lookFor: 'no longer tacky',
    caution: 'Some waxes hold latex: use another if anyone is allergic.',
  }),
  fit: () => MEDIUM_KIND.wax.laid,
  hands: ({ motif }, { linesMm, touchedCm2 }) =>
    hands('wax', 1, motif ? linesMm / LINER.brush.mmAMinute : touchedCm2 / APPLICATOR.brush.cm2AMinute),
  waits: (_, { surface, evaporation }) => [waxDrySeconds(nominalCoat('wax'), surface, evaporation)],
  takes: () => ({ wetUm: nominalCoat('wax').wetUm, waste: APPLICATOR.brush.waste, fromBucket: false }),
  compile: (skin, step) => {
    if (skin.stage === 'fired') return
    skin.waxed = true
    const stretches = step.motif ? [skin.motifStretch(step.motif)] : skin.stretches(step.place)
    // Colour sticks to tacky wax and drags it along: its edge is no line any more.
    if (!step.waits) skin.push({ act: 'wax', tacky: true }, skin.smudged(step.motif, stretches), true)
    skin.push({ act: 'wax', tacky: !step.waits }, skin.shape(step.place, step.motif))
    if (step.motif && !step.motif.ground) skin.waxLines.push(skin.marks(step.motif, 'mask'))
    skin.dried(stretches)
  },
})
