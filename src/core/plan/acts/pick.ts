import { hands } from '../pace'
import { good, stageRow, workable } from '../../clay/stageFit'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { DUST_CAUTION } from './phrases'

const noGlaze = workable('there is no glaze yet')

/** Stray glaze picked out of filled lines. */
export const pick = defineAct('pick', { place: placeSchema })({
  family: 'Clean',
  traits: ['picking out', 'works on films'],
  word: 'Pick out',
  hint: 'stray glaze out of filled lines',
  begin: ({ face }) => ({ place: face }),
  title: () => 'Pick out',
  brief: () => 'glaze out of the lines',
  kind: () => 'clean',
  bench: ({ place }, wording) => ({
    detail:
      `Pick stray glaze out of the lines with a needle: ${wording.place(place)}. ` +
      'Let it dry first; never paint colour over it.',
    lookFor: 'the filled line bare all along',
    caution: DUST_CAUTION,
  }),
  fit: () => ({
    doing: 'Picking glaze out',
    fit: stageRow(noGlaze, noGlaze, noGlaze, noGlaze, noGlaze, noGlaze, good),
  }),
  hands: ({ place }, { placeCm2 }) => hands('wipe', 2, placeCm2(place) / 80),
  compile: (skin, { place }) => skin.push({ act: 'pick' }, skin.even(place)),
})
