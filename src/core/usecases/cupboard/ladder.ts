import { coverOf } from '../../colour/cover'
import { hexFromLinear, linearFromHex, type Triple } from '../../colour/colourSpaces'
import { coneIndex, type Cone } from '../../firing/cones'
import { type Body, type Medium, isClear } from '../../vocabulary/material'
import type { Studio } from '../../model/studio'
import { Beliefs } from '../tiles/opticsBelief'
import { usualLayer } from '../tiles/layerFilms'
import { filmsHex, filmsLab, type Films } from '../tiles/squares'

/** One square of a ladder: so many coats on a body, bare or under a clear. */
export interface LadderSquare {
  readonly coats: number
  readonly hex: string
  readonly rawHex: string
  readonly lab: Triple
  /** Expected ΔE00 of what is shown. */
  readonly expected: number
}

export interface LadderRow {
  readonly bodyId: string
  /** The glaze over it, or under it; null for bare. */
  readonly withId: string | null
  readonly placed: 'bare' | 'under' | 'over'
  readonly cone: Cone
  /** Whether body, medium and glaze share a cone. */
  readonly fits: boolean
  readonly squares: readonly LadderSquare[]
  /** Fewest coats that cover here; null when more than the ladder shows. */
  readonly covers: number | null
}

const LADDER_COATS = [1, 2, 3, 4] as const

/** A cone that all ranges share, or else the last one of the body. */
function sharedCone(ranges: readonly Body['range'][]): { cone: Cone; fits: boolean } {
  const from = ranges.reduce((a, b) => (coneIndex(a.from) >= coneIndex(b.from) ? a : b)).from
  const to = ranges.reduce((a, b) => (coneIndex(a.to) <= coneIndex(b.to) ? a : b)).to
  return coneIndex(from) <= coneIndex(to) ? { cone: to, fits: true } : { cone: ranges[0].to, fits: false }
}

/** Raw coats hide what is beneath quickly: one nearly, two quite. */
function rawHex(medium: Medium, body: Body, coats: number): string {
  const clay = linearFromHex(body.raw.bisque)
  const colour = linearFromHex(medium.raw.dry)
  const share = 1 - Math.exp(-2.6 * coats)
  return hexFromLinear(clay.map((v, i) => v + (colour[i] - v) * share) as unknown as Triple)
}

/**
 * The ladder of a medium: 1 to 4 coats on each body of the studio, bare and under each clear (a glaze: over and under `beside`).
 * With `beside`, the medium under and over that one too.
 */
export function ladderOf(
  medium: Medium,
  studio: Pick<Studio, 'bodies' | 'media' | 'tiles'>,
  beside: Medium | null = null,
  beliefs = new Beliefs(studio),
): LadderRow[] {
  const clears =
    medium.kind === 'glaze' ? [] : Object.values(studio.media).filter((m) => isClear(m) && m.id !== beside?.id)
  return Object.values(studio.bodies).flatMap((body) => {
    const row = (withMedium: Medium | null, placed: LadderRow['placed']): LadderRow => {
      const { cone, fits } = sharedCone([body.range, medium.range, ...(withMedium ? [withMedium.range] : [])])
      const films = (coats: number): Films => {
        const own = { mediumId: medium.id, coats }
        if (!withMedium) return [own]
        const other = { mediumId: withMedium.id, coats: usualLayer(withMedium) }
        return placed === 'under' ? [own, other] : [other, own]
      }
      const labOf = (coats: number) => filmsLab(body, films(coats), studio.media, cone)
      const needed = medium.coats.brush ?? coverOf(labOf).needed
      return {
        bodyId: body.id,
        withId: withMedium?.id ?? null,
        placed,
        cone,
        fits,
        squares: LADDER_COATS.map((coats) => ({
          coats,
          hex: filmsHex(body, films(coats), studio.media, cone),
          rawHex: rawHex(medium, body, coats),
          lab: labOf(coats),
          expected: beliefs.expected(body, films(coats), cone),
        })),
        covers: needed > LADDER_COATS.length ? null : needed,
      }
    }
    const rows = [row(null, 'bare'), ...clears.map((clear) => row(clear, 'under'))].filter(
      (r) => r.fits || r.withId === null,
    )
    return beside ? [row(null, 'bare'), row(beside, 'under'), row(beside, 'over')] : rows
  })
}
