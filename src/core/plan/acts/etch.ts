import { hands } from '../pace'
import * as z from '../../base/zod'
import { good, harmful, stageRow, workable } from '../../clay/stageFit'
import { placeSchema } from '../../vocabulary/place'
import { defineAct } from '../actDefinition'
import { depthMm } from './cuts'

/** Depth that one round of a damp sponge takes off dry clay before it must dry again, mm [our choice]. */
const ETCHED_A_ROUND_MM = 0.5

/** Minutes for which the clay is left alone after the last round, until it is dry again [our choice]. */
const DRIES_MINUTES = 60

/** Minutes of hands for 100 cm² of a round [our choice]. */
const MINUTES_FOR_100_CM2 = 1.5

/** What comes off more where the clay was not let dry: its share of the depth, of the place, and how large the hollows are [our choice]. */
const SOFT = { deeper: 0.8, cover: 0.4, sizeMm: 12 } as const

const roundsOf = (depth: number): number => Math.max(1, Math.ceil(depth / ETCHED_A_ROUND_MM))

/** Dry clay round a drawing in wax is sponged away, so that the drawing stands raised. Common practice, no source. */
export const etch = defineAct('etch', { place: placeSchema, depthMm, waits: z.boolean() })({
  family: 'Resist',
  traits: ['etching', 'ornament', 'works on films'],
  decorates: 3,
  tooEarly: 'Sponged before the wax had dried',
  word: 'Water etching',
  hint: 'dry clay round a drawing in wax is sponged away: the drawing stands raised',
  begin: ({ face, waxedAgain }) => ({ place: waxedAgain ?? face, depthMm: 1, waits: true }),
  title: () => 'Water etch',
  brief: ({ depthMm: depth }, wording) => `${wording.length(depth)} deep`,
  kind: () => 'carve',
  bench: (step, wording) => ({
    detail:
      `Damp sponge, ${wording.place(step.place)}: wipe evenly round what is waxed until it stands ` +
      `${wording.length(step.depthMm)} high, in ${roundsOf(step.depthMm)} rounds; rinse often.`,
    boxes: roundsOf(step.depthMm),
    wait: step.waits ? 'let it dry again after each round' : '',
    lookFor: 'the drawing keeps a sharp edge; if the clay turns soft or shiny, stop and let it dry',
  }),
  fit: () => ({
    doing: 'Water etching',
    fit: stageRow(
      harmful('wet clay smears instead of coming off evenly'),
      harmful('soft clay smears instead of coming off evenly'),
      harmful('damp clay smears instead of coming off evenly'),
      workable('a sponge drags clay that is not quite dry'),
      good,
      harmful('fired clay does not come off in a sponge'),
      harmful('a wet sponge takes the raw glaze off'),
    ),
  }),
  hands: ({ place, depthMm: depth }, { placeCm2 }) =>
    hands('wipe', 2, (roundsOf(depth) * MINUTES_FOR_100_CM2 * placeCm2(place)) / 100),
  restMinutes: DRIES_MINUTES,
  compile: (skin, step) => {
    if (skin.stage === 'fired' || skin.stage === 'bisque') return
    skin.push({ act: 'etch', depthUm: step.depthMm * 1000 }, skin.even(step.place))
    const stretches = skin.stretches(step.place)
    // Clay that has turned soft comes off in hollows under the sponge.
    if (!step.waits)
      skin.push(
        { act: 'etch', depthUm: step.depthMm * 1000 * SOFT.deeper },
        skin.patches(stretches, SOFT.cover, SOFT.sizeMm, skin.seed),
      )
    skin.dried(stretches)
  },
})
