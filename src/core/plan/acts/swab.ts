import { hands } from '../pace'
import { good, stageRow, workable } from '../../clay/stageFit'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { wherePlain } from './phrases'

/** Share of wet colour or glaze that a damp swab takes with it. Common practice, no source. */
const WASHED_OUT = 0.75

/** Beads of colour lifted off the wax. */
export const swab = defineAct('swab', { place: placeSchema })({
  family: 'Resist',
  traits: ['swabbing', 'works on films', 'stays on dry clay'],
  tooEarly: 'Swabbed too early',
  word: 'Swab beads',
  hint: 'lift what stands on the wax',
  begin: ({ face }) => ({ place: face }),
  title: () => 'Swab beads',
  brief: ({ place }, wording) => wherePlain(place, wording),
  kind: () => 'clean',
  bench: ({ place }, wording) => ({
    detail: `Lift the beads off the wax with a damp swab: ${wording.place(place)}. Let them dry first.`,
    lookFor: 'clean wax, sharp edges',
  }),
  fit: () => ({
    doing: 'Swabbing beads',
    fit: stageRow(good, good, good, good, good, good, good, workable('there is no wax any more')),
  }),
  hands: ({ place }, { placeCm2 }) => hands('wipe', 2, placeCm2(place) / 150),
  compile: (skin, { place }) => {
    const stretches = skin.stretches(place)
    // What has not dried comes off with the beads, out of the lines too.
    if (skin.wetIn(stretches).length)
      skin.push({ act: 'lift', share: WASHED_OUT }, skin.within(place, skin.swiped(stretches)))
    skin.push({ act: 'swab' }, skin.even(place))
    skin.dried(stretches)
  },
})
