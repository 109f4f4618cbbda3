import { good, stageRow, workable } from '../../clay/stageFit'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { wherePlain } from './phrases'

/** Beads of colour lifted off the wax. */
export const swab = defineAct('swab', { place: placeSchema })({
  family: 'Resist',
  word: 'Swab beads',
  hint: 'lift what stands on the wax',
  begin: ({ face }) => ({ place: face }),
  title: () => 'Swab beads',
  brief: ({ place }, told) => wherePlain(place, told),
  kind: () => 'clean',
  bench: ({ place }, told) => ({
    detail: `Lift the beads off the wax with a damp swab: ${told.place(place)}. Let them dry first.`,
    lookFor: 'clean wax, sharp edges',
  }),
  fit: () => ({
    doing: 'Swabbing beads',
    fit: stageRow(good, good, good, good, good, good, good, workable('there is no wax any more')),
  }),
  minutes: ({ place }, { placeCm2 }) => 2 + placeCm2(place) / 150,
  compile: (skin, { place }) => skin.push({ act: 'swab' }, skin.even(place)),
})
