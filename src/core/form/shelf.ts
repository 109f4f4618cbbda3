import type { Surface } from './surfaces/surface'
import type { Stretch } from './turnedForm'

/** What is no higher over the shelf than this touches it, mm. */
const TOUCHES_MM = 0.5

/** Places along a surface, and round it, at which its height is taken. */
const ALONG = 256
const ROUND = 16

/** The lowest place of each of even lengths along a surface: its height, mm, and the share of a turn. */
interface Lowest {
  readonly height: Float64Array
  readonly across: Float64Array
}

const known = new WeakMap<Surface, Lowest>()

function lowestOf(surface: Surface): Lowest {
  let lowest = known.get(surface)
  if (!lowest) {
    const height = new Float64Array(ALONG).fill(Infinity)
    const across = new Float64Array(ALONG)
    for (let i = 0; i < ALONG; i++) {
      const at = surface.ring(lengthAt(surface, i))
      for (let k = 0; k < ROUND; k++) {
        const [, y] = at(k / ROUND)
        if (y >= height[i] - 1e-6) continue
        height[i] = y
        across[i] = k / ROUND
      }
    }
    lowest = { height, across }
    known.set(surface, lowest)
  }
  return lowest
}

const lengthAt = (surface: Surface, i: number): number => ((i + 0.5) / ALONG) * surface.form.totalMm

const least = (values: Float64Array): number => values.reduce((a, b) => Math.min(a, b), Infinity)

/** How high the shelf is on which a piece stands, mm: below the foot of its wall if feet lift it. */
export const shelfHeight = (surfaces: readonly Surface[]): number =>
  Math.min(...surfaces.map((surface) => least(lowestOf(surface).height)))

/** The stretches of a surface that come down to a height, mm; of a wall only its base. */
export function stretchesBelow(surface: Surface, heightMm: number): Stretch[] {
  const step = surface.form.totalMm / ALONG
  const found: Stretch[] = []
  lowestOf(surface).height.forEach((height, i) => {
    if (height > heightMm || (surface.part === null && lengthAt(surface, i) > surface.form.zones.base.to)) return
    const last = found.at(-1)
    if (last && last.to > (i - 0.5) * step) found[found.length - 1] = { from: last.from, to: (i + 1) * step }
    else found.push({ from: i * step, to: (i + 1) * step })
  })
  return found
}

/** Where a surface touches the shelf: its stretches, and a place on them; null where it does not. */
export interface Standing {
  readonly stretches: readonly Stretch[]
  readonly lengthMm: number
  readonly across: number
  /** What lies no higher than this touches it, mm. */
  readonly belowMm: number
}

/** @param all the surfaces of the piece, this one among them */
export function standing(surface: Surface, all: readonly Surface[]): Standing | null {
  const belowMm = shelfHeight(all) + TOUCHES_MM
  const stretches = stretchesBelow(surface, belowMm)
  const last = stretches.at(-1)
  if (!last) return null
  // Of a wall well within its base: its edge may be bare.
  const lengthMm = last.from + 0.8 * (last.to - last.from)
  const { across } = lowestOf(surface)
  const i = Math.min(ALONG - 1, Math.floor((lengthMm / surface.form.totalMm) * ALONG))
  return { stretches, lengthMm, across: surface.part ? across[i] : 0.003, belowMm }
}
