import { hands } from '../pace'
import * as z from '../../base/zod'
import { waitsOfCoats } from '../../clay/matte'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { stageIndex } from '../../clay/stages'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { placeSchema } from '../../vocabulary/place'
import { LINER } from '../../vocabulary/tools'
import { defineAct, mediumId, type TechniqueFit } from '../actDefinition'
import { COLOUR_CAUTION } from './phrases'
import { wetCoat } from '../../vocabulary/films'

/** Share of a groove that stays filled once the filling has dried and sunk. */
const FILLS = 0.82

/** Share of a filling that is wiped away again, or sinks and is filled once more. Common practice, no source. */
const OVERFILLED = 0.4

/** Area of grooves that a fine bottle fills in a minute, cm². Ours. */
const FILLED_CM2_A_MINUTE = 12

/** Coats that a filling leaves beside its lines. */
const SMEAR_GAIN = 0.9

const FILLING: TechniqueFit = {
  doing: 'Filling lines',
  fit: stageRow(
    harmful('on wet clay the filling cannot be wiped clean'),
    workable('soft clay smears when the filling is wiped'),
    good,
    good,
    workable('dry clay softens under the sponge; fill little at a time'),
    good,
    harmful('colour in raw glaze cannot be wiped clean'),
  ),
}

/** Colour or slip into cut lines and texture. */
export const fill = defineAct('fill', { mediumId, place: placeSchema, waits: z.boolean() })({
  family: 'Inlay',
  traits: ['filling', 'ornament', 'smudgeable'],
  decorates: 2,
  word: 'Fill',
  hint: 'colour or slip into cut lines and texture',
  begin: ({ stage, face, suiting }) => ({
    mediumId: suiting(stageIndex(stage) <= stageIndex('leatherHard') ? 'slip' : 'underglaze'),
    place: face,
    waits: true,
  }),
  title: () => 'Fill lines',
  brief: (step, { nameOf }) => nameOf(step.mediumId, 'missing colour'),
  kind: (step, kindOf) => kindOf(step.mediumId) ?? 'underglaze',
  bench: (step, wording) => ({
    detail:
      `${wording.nameOf(step.mediumId, 'Colour')} from a fine bottle into the lines, up to and over the edges: ` +
      `${wording.place(step.place)}. Refill where it sinks.`,
    boxes: 1,
    wait: `${wording.waits}, until it has set`,
    lookFor: 'no air caught; set before it is wiped',
    caution: COLOUR_CAUTION,
  }),
  fit: (step, kindOf) => kindOrPlain(kindOf(step.mediumId)).filled ?? FILLING,
  hands: (_, { touchedCm2 }) => hands('fill', 2, touchedCm2 / FILLED_CM2_A_MINUTE),
  // From a fine bottle: as thick as a line of it.
  waits: (step, { surface, kindOf, evaporation, beneath }) =>
    waitsOfCoats(wetCoat(kindOf(step.mediumId), LINER.bottle.gain), surface, 1, evaporation, beneath),
  // It fills the groove while it is wet, and is wiped level: what lies above is rinsed out of the sponge.
  takes: (_, { filmUm }) => ({ wetUm: filmUm / FILLS, waste: OVERFILLED, fromBucket: false }),
  compile: (skin, step) => {
    const medium = skin.numberOf(step.mediumId)
    if (medium === undefined || skin.stage === 'fired') return
    const stretches = skin.stretches(step.place)
    for (const motif of skin.grooves) {
      const lines = skin.motifStretch(motif)
      if (!stretches.some((s) => Math.min(s.to, lines.to) > Math.max(s.from, lines.from))) continue
      skin.push({ act: 'coat', medium, gain: SMEAR_GAIN, settles: 'high' }, skin.marks(motif, 'halo'), true)
    }
    skin.push({ act: 'fill', medium, fills: FILLS }, skin.even(step.place))
    // A groove full of glaze holds none.
    if (skin.kindOf(medium).flows) skin.floods(stretches)
    if (skin.sheds(medium)) skin.comesOff(medium, stretches)
    skin.settle(step.waits, stretches)
  },
})
