import { normalUpTo } from '../numeric/normal'
import type { Aired } from './beam'
import { bare } from './chance'
import { waterBefore } from './dryingClock'
import type { Job, Window } from './task'

/** How exactly a hand tells the dryness of clay, as a share of the whole way from wet to firm. */
const TOLD_WITHIN = 0.03

/** A task on clay as it begins: the water of the wall, how much of its loss nobody has seen, and what was evened out by look before. */
export interface BegunOnClay {
  readonly water: number
  readonly unseen: number
  readonly aired: Aired | null
  readonly within: NonNullable<Window>
}

/**
 * The chance that a visit finds the clay wrong: too dry for any of its tasks, or too wet for longer than can be waited. All that was lost
 * unseen runs faster or slower together, with the job’s σ; what was lost before it was covered by look counts only where it was off by
 * more than looking evens out. The same is worked out pace by pace for a whole plan, in `chancesOf`; this is quick enough for each step
 * of a search.
 */
export function missChance({ sigma, scale, curves }: Job, begun: readonly BegunOnClay[], slackHours: number): number {
  const told = TOLD_WITHIN * (scale.plastic - scale.limit)
  let [dry, wet] = [0, 0]
  for (const { water, unseen, aired, within } of begun) {
    const { wettest, driest } = bare(within)
    /** The chance that it is off by more than some room: since it was last seen, or before that by more than was evened out. */
    const beyond = (room: number, evened: number) =>
      Math.max(
        normalUpTo(-room / Math.hypot(sigma * unseen, told)),
        aired ? normalUpTo(-(room + evened) / Math.hypot(sigma * (unseen + aired.unseen), told)) : 0,
      )
    if (driest > 0) dry = Math.max(dry, beyond(water - driest, aired?.dry ?? 0))
    if (Number.isFinite(wettest))
      wet = Math.max(wet, beyond(waterBefore(curves.wall.open, wettest, slackHours) - water, aired?.wet ?? 0))
  }
  return Math.min(1, dry + wet)
}

/** How much more than a chance that is taken costs what is missing from the sureness that a studio asked for [our choice]. */
const SHORT_OF_SURE = 25

/** What it costs to find the clay wrong with a chance: `missPenalty` by its size, and much more beyond what was asked for. */
export const priceOfMissing = (chance: number, missPenalty: number): number =>
  chance * missPenalty + SHORT_OF_SURE * Math.max(0, chance - 1 / missPenalty)
