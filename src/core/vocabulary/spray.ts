import * as z from '../base/zod'
import type { Place } from './place'

/* How a spray gun is held: what it reaches follows from that, whatever the parts are called. */

/** Degrees above the level from which one may spray: from a little below to straight down. */
const degreesUp = z.int().min(-40).max(90)

/**
 * Where a gun stands: how many degrees above the level it looks down from, and degrees from the front; `fromDeg` null where the piece
 * turns on the wheel in front of it.
 */
export const sprayAimSchema = z.strictObject({
  upDeg: degreesUp,
  fromDeg: z.int().min(0).max(360).nullable(),
})

export type SprayAim = z.infer<typeof sprayAimSchema>

/**
 * How it is held unless said otherwise, the piece turning: slightly from above at a wall, steeply into a vessel, straight down on a
 * floor or a face. Common practice, no source.
 */
export function usualAim({ parts }: Pick<Place, 'parts'>): SprayAim {
  if (parts.includes('outside') || !(parts.includes('inside') || parts.includes('floor')))
    return { upDeg: 20, fromDeg: null }
  return { upDeg: parts.includes('inside') ? 50 : 90, fromDeg: null }
}

/** Ways to hold a gun, from the lowest up. */
export const HELD: readonly { readonly upDeg: number; readonly words: string }[] = [
  { upDeg: -25, words: 'from below' },
  { upDeg: 0, words: 'level' },
  { upDeg: 20, words: 'slightly from above' },
  { upDeg: 50, words: 'steeply from above' },
  { upDeg: 90, words: 'straight down' },
]

/** The way of holding that comes nearest. */
export const heldAs = ({ upDeg }: SprayAim) =>
  HELD.reduce((a, b) => (Math.abs(b.upDeg - upDeg) < Math.abs(a.upDeg - upDeg) ? b : a))

/** A gun in words. */
export const aimWords = (aim: SprayAim): string =>
  `${heldAs(aim).words}, ${aim.fromDeg === null ? 'round the turning piece' : `from one side, ${aim.fromDeg}° from the front`}`
