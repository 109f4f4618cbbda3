import { hands } from '../pace'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { defineAct } from '../actDefinition'
import { DUST_CAUTION } from './phrases'

/** Dust and skin grease wiped off. */
export const wipeDust = defineAct(
  'wipeDust',
  {},
)({
  family: 'Clean',
  traits: ['dusting'],
  word: 'Dust',
  hint: 'wipe off dust and grease',
  begin: () => ({}),
  title: () => 'Wipe dust',
  brief: () => 'damp sponge',
  kind: () => 'clean',
  bench: () => ({
    detail: 'Wipe all over with a damp, clean sponge; clean hands. Let it dry again before glazing, best overnight.',
    lookFor: 'no dust on a dark cloth',
    caution: DUST_CAUTION,
  }),
  fit: () => ({
    doing: 'Wiping off dust',
    fit: stageRow(
      workable('there is no dust yet'),
      workable('there is no dust yet; a wet sponge takes colour with it'),
      workable('use a dry brush for crumbs; a wet sponge takes colour with it'),
      workable('use a dry brush for crumbs; a wet sponge takes colour with it'),
      workable('wet sponging softens dry clay; a dry soft brush outdoors or under extraction'),
      good,
      harmful('a wet sponge takes the raw glaze off'),
      workable('dust no longer matters'),
    ),
  }),
  hands: () => hands('small', 1.5),
  // Rinsed bisque should dry again.
  restMinutes: 180,
  compile: (skin) => {
    skin.dustOff()
  },
})
