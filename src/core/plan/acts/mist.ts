import { hands } from '../pace'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { STAGES, stageIndex } from '../../clay/stages'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { wherePlain } from './phrases'

/** Mists a place, so that thirsty clay takes what comes next more evenly. */
export const mist = defineAct('mist', { place: placeSchema })({
  family: 'Clean',
  traits: ['misting'],
  word: 'Mist or damp',
  hint: 'a little water on a thirsty place, so that it takes colour evenly',
  begin: ({ face }) => ({ place: face }),
  title: () => 'Mist',
  brief: ({ place }, wording) => wherePlain(place, wording),
  kind: () => 'clean',
  bench: ({ place }, wording) => ({
    detail: `Mist ${wording.place(place)} evenly, or go over it once with a damp sponge.`,
    lookFor: 'darker all over, no drop stands or runs',
  }),
  fit: () => ({
    doing: 'Misting',
    fit: stageRow(
      workable('wet clay needs no more water'),
      workable('soft clay turns to slurry'),
      good,
      good,
      workable('much water in one spot softens dry clay, and thin parts drop off'),
      good,
      harmful('water lifts the raw glaze'),
      workable('water does nothing to glass'),
    ),
  }),
  hands: ({ place }, { placeCm2 }) => hands('small', 0.5, placeCm2(place) / 600),
  after: (before) => ({ ...before, surface: STAGES[Math.max(0, stageIndex(before.stage) - 1)] }),
  compile: (skin, { place }) => {
    skin.misted = [...skin.misted, ...skin.stretches(place)]
  },
})
