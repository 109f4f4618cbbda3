import { ciede2000 } from '../../colour/ciede2000'
import { toBytes, mapToGamut, type Triple } from '../../colour/colourSpaces'
import { screenLinear } from '../../colour/layeredColour'
import { LIGHTS } from '../../colour/light'
import type { Cone } from '../../firing/cones'
import type { Studio } from '../../model/studio'
import type { Body } from '../../vocabulary/material'
import { pairFilms } from './layerFilms'
import { Beliefs } from './opticsBelief'
import { filmsLab, filmsReflectance, type Films } from './squares'

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

/** ΔE00 by which a film must change a pair to count in full for how sure it is [our choice]. */
const COUNTS_FROM = 10

/** How far a pair may be off: what each of its films is unsure of by itself, as far as it is seen at all. */
function unsure(
  beliefs: Beliefs,
  body: Body,
  films: Films,
  cone: Cone,
  lab: (films: Films) => Triple,
  single: Map<string, number>,
): number {
  const whole = lab(films)
  let variance = 0
  for (const film of films) {
    const key = `${film.mediumId}:${film.coats}`
    let own = single.get(key)
    if (own === undefined) single.set(key, (own = beliefs.expected(body, [film], cone)))
    const seen = Math.min(1, ciede2000(whole, lab(films.filter((other) => other !== film))) / COUNTS_FROM)
    variance += (own * seen) ** 2
  }
  return Math.sqrt(variance)
}

/**
 * Colours of all pairs. The uncertainty of a pair is that of its films by themselves, taken together, each as far as leaving it out
 * would be seen.
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
  const lab = (films: Films) => filmsLab(body, films, media, cone)
  jars.forEach((below, row) =>
    jars.forEach((above, column) => {
      const films = pairFilms(below, above, clear)
      const bytes = toBytes(mapToGamut(screenLinear(filmsReflectance(body, films, media, cone), LIGHTS.daylight)).rgb)
      rgb.set(bytes, (row * n + column) * 3)
      expected[row * n + column] = unsure(beliefs, body, films, cone, lab, single)
    }),
  )
  return { ids: jars.map((jar) => jar.id), rgb, expected }
}
