import { hands } from '../pace'
import * as z from '../../base/zod'
import { LINE_GAIN } from '../../skin/levels'
import { kindOrPlain } from '../../vocabulary/mediumKinds'
import { APPLICATOR } from '../../vocabulary/tools'
import { defineAct, lengthMm, mediumId } from '../actDefinition'
import { COLOUR_CAUTION } from './phrases'
import { nominalCoat } from '../../vocabulary/films'

/** A dab is as thick as three coats. */
const DAB_GAIN = 3 * LINE_GAIN

/** A dab of colour over a slip of the tool; the dent stays. */
export const touchUp = defineAct('touchUp', {
  mediumId,
  upMm: lengthMm(2000),
  degrees: lengthMm(360),
  sizeMm: z.number().min(1).max(200),
})({
  family: 'Colour',
  traits: ['touching up', 'on the wall', 'smudgeable'],
  word: 'Touch up',
  hint: 'a dab of colour over a slip of the tool',
  begin: ({ lastColourId, suiting, wallMm }) => ({
    mediumId: lastColourId ?? suiting('underglaze'),
    upMm: Math.round(wallMm / 2),
    degrees: 0,
    sizeMm: 6,
  }),
  title: () => 'Touch up',
  brief: (step, { nameOf, length }) => `${nameOf(step.mediumId, 'missing colour')}, ${length(step.sizeMm)}`,
  kind: (step, kindOf) => kindOf(step.mediumId) ?? 'underglaze',
  bench: (step, { nameOf, length }) => ({
    detail:
      `A dab of ${nameOf(step.mediumId, 'colour')}, ${length(step.sizeMm)} across, ` +
      `${length(step.upMm)} up at ${Math.round(step.degrees)}°.`,
    lookFor: 'the colour closes; the dent stays',
    caution: COLOUR_CAUTION,
  }),
  fit: (step, kindOf) => kindOrPlain(kindOf(step.mediumId)).laid,
  hands: () => hands('small', 2),
  takes: (_, { kind }) => ({ wetUm: nominalCoat(kind).wetUm, waste: APPLICATOR.brush.waste, fromBucket: false }),
  compile: (skin, step) => {
    const medium = skin.numberOf(step.mediumId)
    if (medium === undefined || skin.stage === 'fired') return
    skin.push({ act: 'coat', medium, gain: DAB_GAIN, settles: 'even' }, skin.dab(step.upMm, step.degrees, step.sizeMm))
  },
})
