import { conesOutside, type Cone } from '../../firing/cones'
import type { Studio } from '../../model/studio'
import { isClear, type Medium } from '../../vocabulary/material'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { GLASS_COATS } from '../../vocabulary/tools'
import type { Films } from './squares'

/** Nominal coats in which a medium is usually laid over or under another. Common practice, no source. */
export const usualLayer = ({ kind }: Medium): number => {
  const { melts, hides, watery } = MEDIUM_KIND[kind]
  return melts === 'glass' ? GLASS_COATS : watery || !hides ? 1 : melts === 'overGlaze' ? 2 : 3
}

/** The films of a pair; a jar over itself is that jar alone. A clear lies over colours, not over another glaze. */
export function pairFilms(below: Medium, above: Medium, clear: Medium | null): Films {
  const of = (medium: Medium) => ({ mediumId: medium.id, coats: usualLayer(medium) })
  const pair = below.id === above.id ? [of(below)] : [of(below), of(above)]
  const glassy = [below, above].some((m) => MEDIUM_KIND[m.kind].melts === 'glass')
  return clear && !glassy ? [...pair, of(clear)] : pair
}

/** Jars that may stand in the matrix: what stays after the fire and stands the cone. */
export const layerable = (media: Studio['media'], cone: Cone): Medium[] =>
  Object.values(media).filter((m) => !MEDIUM_KIND[m.kind].resists && conesOutside(cone, m.range) === 0)

/** Clears that stand a cone. */
export const clearsAt = (media: Studio['media'], cone: Cone): Medium[] => layerable(media, cone).filter(isClear)
