import { toBytes, mapToGamut } from '../../colour/colourSpaces'
import { screenLinear } from '../../colour/layeredColour'
import { LIGHTS } from '../../colour/light'
import { conesOutside, type Cone } from '../../firing/cones'
import type { Studio } from '../../model/studio'
import { isClear, type Body, type Medium } from '../../vocabulary/material'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { Beliefs } from './opticsBelief'
import { filmsReflectance, type Films } from './squares'

type Materials = Pick<Studio, 'bodies' | 'media' | 'tiles'>

/** Every jar over every jar: on one clay, at one cone, bare or under a clear. */
export interface LayersAsked {
  readonly bodyId: string
  readonly cone: Cone
  readonly clearId: string | null
  /** The jars, in the order of rows and columns. */
  readonly ids: readonly string[]
}

/** The fired colours of all pairs; row is what lies below, column what lies above. */
export interface LayerMatrix {
  readonly ids: readonly string[]
  /** n × n × 3, sRGB bytes, row by row. */
  readonly rgb: Uint8Array<ArrayBuffer>
  /** n × n, expected ΔE00 of what is shown. */
  readonly expected: Float32Array<ArrayBuffer>
}

/** Nominal coats in which a medium is usually laid over or under another. Common practice, no source: a dip is worth three. */
export const usualLayer = ({ kind }: Medium): number => {
  const { melts, hides, watery } = MEDIUM_KIND[kind]
  return melts === 'glass' ? 3 : watery || !hides ? 1 : melts === 'overGlaze' ? 2 : 3
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

/** How far a pair may be off: what each of its films is unsure of by itself, as far as it is seen through what lies over it. */
function unsure(beliefs: Beliefs, body: Body, films: Films, cone: Cone, single: Map<string, number>): number {
  let variance = 0
  for (const { mediumId, coats } of films) {
    const key = `${mediumId}:${coats}`
    let own = single.get(key)
    if (own === undefined) single.set(key, (own = beliefs.expected(body, [{ mediumId, coats }], cone)))
    variance += own ** 2
  }
  return Math.sqrt(variance)
}

/**
 * Colours of all pairs. The uncertainty of a pair is that of its films by themselves, taken together: an upper bound, since what
 * is covered matters less. Tried and lost: the sensitivity of each pair, 4 s for 40 jars against .3 s.
 */
export function layerMatrix(
  { bodies, media, tiles }: Materials,
  { bodyId, cone, clearId, ids }: LayersAsked,
): LayerMatrix {
  const body = bodies[bodyId]
  const jars = ids.flatMap((id) => (media[id] ? [media[id]] : []))
  const clear = clearId ? (media[clearId] ?? null) : null
  const n = jars.length
  const rgb = new Uint8Array(n * n * 3)
  const expected = new Float32Array(n * n)
  const beliefs = new Beliefs({ bodies, media, tiles })
  const single = new Map<string, number>()
  jars.forEach((below, row) =>
    jars.forEach((above, column) => {
      const films = pairFilms(below, above, clear)
      const bytes = toBytes(mapToGamut(screenLinear(filmsReflectance(body, films, media, cone), LIGHTS.daylight)).rgb)
      rgb.set(bytes, (row * n + column) * 3)
      expected[row * n + column] = unsure(beliefs, body, films, cone, single)
    }),
  )
  return { ids: jars.map((jar) => jar.id), rgb, expected }
}
