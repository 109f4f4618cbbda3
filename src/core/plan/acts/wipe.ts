import { hands } from '../pace'
import * as z from '../../base/zod'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'

/** Shares taken off high and low places by a sponge. Common practice, no source. */
const WIPES = {
  light: { high: 0.55, low: 0.02 },
  firm: { high: 0.94, low: 0.08 },
  hard: { high: 1, low: 0.45 },
} as const

/** What a wet sponge, or colour that has not set, adds to what is taken out of the low places. */
const WET_MORE = 0.35
const UNSET_MORE = 0.5

/** A sponge clears the high places. */
export const wipe = defineAct('wipe', {
  place: placeSchema,
  pressure: z.enum(['light', 'firm', 'hard']),
  sponge: z.enum(['wrung', 'wet']),
})({
  family: 'Inlay',
  traits: ['wiping', 'works on films', 'smudgeable'],
  tooEarly: 'Wiped too early',
  word: 'Wipe back',
  hint: 'a sponge clears the high places',
  begin: ({ face }) => ({ place: face, pressure: 'firm', sponge: 'wrung' }),
  title: () => 'Wipe back',
  brief: ({ sponge, pressure }) => `${sponge} sponge, ${pressure}`,
  kind: () => 'clean',
  bench: (step, wording) => ({
    detail:
      `${step.sponge === 'wrung' ? 'Damp, well wrung' : 'Wet'} sponge, ${step.pressure} pressure, ` +
      `${wording.place(step.place)}: inwards, turning it, never rubbing; rinse often.`,
    lookFor: 'clean high places, full low ones; if the surface gets wet, stop and let it dry',
  }),
  fit: () => ({
    doing: 'Wiping back',
    fit: stageRow(
      harmful('a sponge smears wet clay'),
      workable('a sponge softens this clay; wipe lightly'),
      good,
      good,
      workable('a wet sponge softens dry clay; wipe little and quickly'),
      good,
      harmful('a wet sponge takes the raw glaze off'),
    ),
  }),
  hands: ({ place }, { placeCm2 }) => hands('wipe', 2, placeCm2(place) / 60),
  compile: (skin, step) => {
    if (skin.stage === 'fired') return
    const stretches = skin.stretches(step.place)
    const { high, low } = WIPES[step.pressure]
    const more = (step.sponge === 'wet' ? WET_MORE : 0) + (skin.wetIn(stretches).length ? UNSET_MORE : 0)
    skin.push(
      { act: 'wipe', high: Math.min(1, high + more / 4), low: Math.min(1, low + more) },
      skin.within(step.place, skin.swiped(stretches)),
    )
    skin.dried(stretches)
    if (step.sponge === 'wet') skin.wet = [...skin.wet, ...stretches]
  },
})
