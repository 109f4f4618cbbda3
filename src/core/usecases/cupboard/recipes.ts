import type { LayerOptics } from '../../colour/kubelkaMunk'
import { bodyInternal, type ColourLayer } from '../../colour/layeredColour'
import { differenceInFull } from '../../colour/differenceWords'
import { matchColour, type Recipe } from '../../colour/matchColour'
import type { Triple } from '../../colour/colourSpaces'
import type { Cone } from '../../firing/cones'
import type { Body, Medium } from '../../vocabulary/material'
import type { Studio } from '../../model/studio'
import { mixtureJar } from './mixtures'
import { Beliefs } from '../tiles/opticsBelief'
import { filmsHex, filmsLab, layerOf, surfaceOf, type Media } from '../tiles/squares'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

/** What is wanted, and of what it may be made. */
export interface Wanted {
  readonly lab: Triple
  readonly bodyId: string
  readonly glazeId: string | null
  readonly jarIds: readonly string[]
  readonly mostJars: number
  readonly cone: Cone
}

/** A recipe with how it looks and how sure it is. */
export interface SureRecipe extends Recipe {
  readonly hex: string
  readonly expected: number
}

export interface Matched {
  readonly recipes: readonly SureRecipe[]
  /** When nothing comes near: why, in one sentence. */
  readonly unreached: string | null
}

/** Closer than this is a match that few would tell from what was wanted; ours. */
const NEAR = 3

const pricePerMl = (medium: Medium) => (medium.stock?.price ? medium.stock.price / medium.stock.jarMl : 0)

/** Recipes for a fired colour on a body, bare or under a glaze. */
export function recipesFor(studio: Studio, wanted: Wanted, progress?: (share: number) => void): Matched {
  const body = studio.bodies[wanted.bodyId]
  const glaze = wanted.glazeId ? studio.media[wanted.glazeId] : null
  const above: ColourLayer[] = glaze ? [layerOf(glaze, 1, wanted.cone)] : []
  const jars = wanted.jarIds.flatMap((id) =>
    studio.media[id] && !MEDIUM_KIND[studio.media[id].kind].resists ? [studio.media[id]] : [],
  )
  const surface = glaze ? glaze.surface : surfaceOf([], studio.media)
  const fired = (medium: Medium): LayerOptics => {
    const { strength = 1 } = layerOf(medium, 1, wanted.cone)
    return { K: Array.from(medium.optics.K, (k) => k * strength), S: Array.from(medium.optics.S, (s) => s * strength) }
  }
  const found = matchColour(
    {
      wanted: wanted.lab,
      body: bodyInternal(body.reflectance),
      above,
      surface,
      jars: jars.map((medium) => ({ id: medium.id, optics: fired(medium), pricePerMl: pricePerMl(medium) })),
      mostJars: wanted.mostJars,
      coats: [1, 2, 3, 4],
    },
    progress,
  )
  const beliefs = new Beliefs(studio)
  const recipes = found.map((recipe): SureRecipe => {
    const media: Media = { ...studio.media, match: mixtureJar('match', { parts: recipe.parts }, studio.media) }
    const films = [{ mediumId: 'match', coats: recipe.coats }, ...(glaze ? [{ mediumId: glaze.id, coats: 1 }] : [])]
    const total = recipe.parts.reduce((sum, p) => sum + p.parts, 0)
    const expected = Math.sqrt(
      recipe.parts.reduce(
        (sum, p) =>
          sum +
          (p.parts / total) *
            beliefs.expected(
              body,
              [{ mediumId: p.id, coats: recipe.coats }, ...(glaze ? [{ mediumId: glaze.id, coats: 1 }] : [])],
              wanted.cone,
            ) **
              2,
        0,
      ),
    )
    return { ...recipe, hex: filmsHex(body, films, media, wanted.cone), expected }
  })
  return {
    recipes,
    unreached:
      recipes.length && recipes[0].difference <= NEAR
        ? null
        : whyUnreached(wanted, recipes, jars, body, studio.media, glaze),
  }
}

/** Why no recipe comes near, from what single jars reach. */
function whyUnreached(
  { lab, cone }: Wanted,
  recipes: readonly SureRecipe[],
  jars: readonly Medium[],
  body: Body,
  media: Media,
  glaze: Medium | null,
): string {
  if (!jars.length) return 'No jar is chosen; choose what may be mixed.'
  const best = recipes[0]
  const reached = jars.map((jar) =>
    filmsLab(body, [{ mediumId: jar.id, coats: 4 }, ...(glaze ? [{ mediumId: glaze.id, coats: 1 }] : [])], media, cone),
  )
  const lightest = Math.max(...reached.map(([L]) => L))
  const darkest = Math.min(...reached.map(([L]) => L))
  const most = Math.max(...reached.map(([, a, b]) => Math.hypot(a, b)))
  const off = `beside the nearest the difference is ${differenceInFull(best.difference)}`
  if (lab[0] > lightest + 2)
    return (
      `Too light for this: on ${body.name} four coats come to ${lightest.toFixed(0)} of 100 in lightness at most and ` +
      `${lab[0].toFixed(0)} is wanted; ${off}. A white slip beneath would help.`
    )
  if (lab[0] < darkest - 2)
    return (
      `Too dark for these jars: they come down to ${darkest.toFixed(0)} of 100 in lightness and ` +
      `${lab[0].toFixed(0)} is wanted; ${off}. Add a dark one.`
    )
  if (Math.hypot(lab[1], lab[2]) > most + 2)
    return (
      `Too vivid for these jars: their strength of colour is ${most.toFixed(0)} at most and ` +
      `${Math.hypot(lab[1], lab[2]).toFixed(0)} is wanted; ` +
      `${off}.${glaze ? '' : ' Under a clear, colours are deeper.'}`
    )
  return `These jars do not make this hue; ${off}. Try one more jar, or another light beneath.`
}
