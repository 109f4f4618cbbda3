import type { Medium, Body } from '../../vocabulary/material'
import type { Studio } from '../../model/studio'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { mixOptics, type LayerOptics } from '../../colour/kubelkaMunk'
import type { Cone } from '../../firing/cones'
import { mixed } from '../../skin/mediaTable'
import { filmsHex, type Films, type Media } from '../tiles/squares'

/** What is stirred together: jars by parts, dry stain and colourless base as shares, 0–1. */
export interface Mixture {
  readonly parts: readonly { readonly id: string; readonly parts: number }[]
  readonly stain?: number
  readonly base?: number
}

/** A mixture as a jar of its own, made here. Parts of nothing and jars that are gone are left out; null where none is left. */
export function mixtureJar(id: string, { parts, stain = 0, base = 0 }: Mixture, media: Media): Medium {
  const used = parts.filter((p) => p.parts > 0 && media[p.id]).map((p) => ({ medium: media[p.id], parts: p.parts }))
  const jar = mixed(id, used)
  const cautions = [...new Set(used.flatMap((p) => p.medium.cautions))]
  return extended(
    strengthened(
      { ...jar, name: jar.name.slice(0, 80), cautions, origin: 'made', coats: {}, stock: null, notes: '' },
      stain,
    ),
    base,
  )
}

/** How a mixture fires, thinned by `water` (0–1), under what lies over it. */
export function mixtureHex(
  body: Body,
  mixture: Mixture,
  coats: number,
  water: number,
  over: Films,
  media: Media,
  cone: Cone,
): string {
  return filmsHex(
    body,
    [{ mediumId: 'mixture', coats: Math.max(0.25, coats * (1 - water)) }, ...over],
    { ...media, mixture: mixtureJar('mixture', mixture, media) },
    cone,
  )
}

/** The range between two jars: `steps` + 1 mixtures from the first to the second. */
export const betweenTwo = (first: string, second: string, steps: number): Mixture['parts'][] =>
  Array.from({ length: steps + 1 }, (_, i) => {
    const common = commonPart(steps - i, i)
    return [
      { id: first, parts: (steps - i) / common },
      { id: second, parts: i / common },
    ]
  })

/** The largest whole number of which two counts of parts are multiples (Euclid, Elements VII 2). */
const commonPart = (a: number, b: number): number => (b === 0 ? a : commonPart(b, a % b))

/** Base without colour: hardly absorbs, scatters a little. Invented. */
const BASE: LayerOptics = { K: new Float64Array(36).fill(0.012), S: new Float64Array(36).fill(0.35) }

/** Extended with colourless base, `share` of the whole: paler and more see-through, the film as thick as before. */
export function extended(medium: Medium, share: number): Medium {
  if (share === 0) return medium
  const optics = mixOptics([
    { part: 1 - share, optics: medium.optics },
    { part: share, optics: BASE },
  ])
  return { ...medium, optics: { K: Array.from(optics.K), S: Array.from(optics.S) } }
}

/** Strengthened with dry stain, `share` of what it holds already: more colour in the same film, which is a little thicker. */
export const strengthened = (medium: Medium, share: number): Medium => ({
  ...medium,
  optics: {
    K: medium.optics.K.map((k) => Math.min(999, k * (1 + share))),
    S: medium.optics.S.map((s) => Math.min(999, s * (1 + 0.5 * share))),
  },
  filmUm: medium.filmUm * (1 + 0.06 * share),
})

/** Thinned with water: less of everything in each coat, so more coats for the same cover. */
export const coatsWhenThinned = (coats: number, water: number): number => coats / (1 - water)

/** The jars that may be mixed with one another: coats that hide. */
export const mixable = (studio: Studio): Medium[] =>
  Object.values(studio.media).filter((m) => MEDIUM_KIND[m.kind].hides && MEDIUM_KIND[m.kind].laidBy.includes('coat'))
