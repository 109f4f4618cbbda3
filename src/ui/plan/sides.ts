import type { WheelView } from '@/scene/aim'

/** Sides from which a form is looked at, as they stand in the address. */
export const SIDES = ['front', 'right', 'back', 'left', 'above', 'underneath'] as const

export type Side = (typeof SIDES)[number]

/** From here on one looks from above rather than at a wall, radians. */
const ABOVE = 0.8

/** The side that a view shows most of. */
export function sideOf({ turn, tilt, flipped }: WheelView): Side {
  if (flipped) return 'underneath'
  if (tilt > ABOVE) return 'above'
  const quarter = Math.round(turn / (Math.PI / 2))
  return (['front', 'left', 'back', 'right'] as const)[((quarter % 4) + 4) % 4]
}

/** A view of a side; `resting` is how the piece is looked at when nothing is asked for. */
export function viewOfSide(side: string | null, resting: WheelView): WheelView {
  const low = Math.min(resting.tilt, 0.3)
  switch (side) {
    case 'front':
      return { ...resting, turn: 0, tilt: low, flipped: false }
    case 'right':
      return { ...resting, turn: -Math.PI / 2, tilt: low, flipped: false }
    case 'back':
      return { ...resting, turn: Math.PI, tilt: low, flipped: false }
    case 'left':
      return { ...resting, turn: Math.PI / 2, tilt: low, flipped: false }
    case 'above':
      return { ...resting, tilt: 1.05, flipped: false }
    case 'underneath':
      return { ...resting, tilt: Math.max(resting.tilt, 0.6), flipped: true }
    default:
      return resting
  }
}
