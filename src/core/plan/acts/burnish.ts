import { hands } from '../pace'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { wherePlain } from './phrases'

/** Leather-hard clay rubbed to a sheen. */
export const burnish = defineAct('burnish', { place: placeSchema })({
  family: 'Cut',
  traits: ['burnishing'],
  word: 'Burnish',
  hint: 'rub the leather-hard clay to a sheen',
  begin: ({ face }) => ({ place: face }),
  title: () => 'Burnish',
  brief: ({ place }, wording) => wherePlain(place, wording),
  kind: () => 'carve',
  bench: ({ place }, wording) => ({
    detail:
      `Rub ${wording.place(place)} with a smooth stone or the back of a spoon, ` + 'in small circles, until it shines.',
    lookFor: 'an even sheen; scratches now are permanent',
  }),
  fit: () => ({
    doing: 'Burnishing',
    fit: stageRow(
      harmful('wet clay cannot take a sheen'),
      workable('soft clay loses its sheen again'),
      good,
      good,
      harmful('dry clay only scratches'),
      harmful('bisque cannot be burnished'),
      harmful('raw glaze rubs off'),
    ),
  }),
  hands: ({ place }, { placeCm2 }) => hands('rub', 3, placeCm2(place) / 18),
  compile: (skin, { place }) => {
    const { stage } = skin
    if (stage === 'softLeatherHard' || stage === 'leatherHard' || stage === 'hardLeatherHard')
      skin.push({ act: 'burnish' }, skin.even(place))
  },
})
