import { entriesOf } from '../../model/run'
import type { Studio } from '../../model/studio'

/**
 * How much longer coats take in a room until they are matte than they are reckoned to: the logarithm of the ratio, how unsure it is, and
 * how many times it was looked.
 */
export interface MatteFactor {
  readonly ln: number
  /** Of the next coat: what is not known of the room, and how coats differ. */
  readonly sigma: number
  readonly looked: number
}

/** What is not known of a room before anybody looked, and how coats differ from each other [our choice]. */
const ROOM_SIGMA = 0.35
const COAT_SIGMA = 0.25

/** Seen to shine at its time, a coat takes at least so much longer [our choice]. */
const STILL_SHINY = 1.25

/** Learnt from every coat that was looked at in a room: mean of logarithms against what is thought beforehand. */
export function matteFactor({ pieces }: Pick<Studio, 'pieces'>, roomId: string): MatteFactor {
  let sum = 0
  let looked = 0
  for (const piece of Object.values(pieces)) {
    if (piece.making.roomId !== roomId) continue
    for (const { waited, expected, shiny } of entriesOf(piece.run, 'looked')) {
      if (waited < 1 || expected < 1) continue
      // Shiny before its time is no news.
      if (shiny && waited < expected) continue
      sum += Math.log((waited / expected) * (shiny ? STILL_SHINY : 1))
      looked++
    }
  }
  const precision = 1 / ROOM_SIGMA ** 2 + looked / COAT_SIGMA ** 2
  return {
    ln: sum / COAT_SIGMA ** 2 / precision,
    sigma: Math.sqrt(1 / precision + COAT_SIGMA ** 2),
    looked,
  }
}
