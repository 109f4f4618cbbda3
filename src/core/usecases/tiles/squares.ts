import { hexFromLinear, mapToGamut, type Triple } from '../../colour/colourSpaces'
import type { MeasuredSquare } from '../../colour/fitOptics'
import type { LayerOptics } from '../../colour/kubelkaMunk'
import { bodyInternal, labUnder, screenLinear, stackReflectance, type ColourLayer } from '../../colour/layeredColour'
import { LIGHTS, type LightId } from '../../colour/light'
import type { SurfaceKind } from '../../colour/surface'
import type { Spectrum } from '../../colour/spectrum'
import { conesOutside, strengthAfter, type Cone } from '../../firing/cones'
import type { Body, Medium } from '../../vocabulary/material'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

/** Films from the body up, in coats. */
export type Films = readonly { readonly mediumId: string; readonly coats: number }[]

export type Media = Readonly<Record<string, Medium>>

/** A film in a firing: its optics, and what the fire leaves of them. */
export function layerOf(medium: Medium, coats: number, cone: Cone, optics: LayerOptics = medium.optics): ColourLayer {
  return { optics, coats, strength: strengthAfter(conesOutside(cone, medium.range), medium.fugitive) }
}

/** The surface light meets on films. */
export function surfaceOf(films: Films, media: Media): SurfaceKind {
  const top = films[films.length - 1]
  const medium = top && media[top.mediumId]
  if (!medium) return 'matte'
  const { melts } = MEDIUM_KIND[medium.kind]
  if (melts === 'glass') return medium.surface
  const isGlass = (id: string) => media[id] && MEDIUM_KIND[media[id].kind].melts === 'glass'
  return melts === 'overGlaze' && films.some((film) => isGlass(film.mediumId)) ? medium.surface : 'matte'
}

/** Reflectance of films on a body, as fired. */
export function filmsReflectance(body: Body, films: Films, media: Media, cone: Cone): Spectrum {
  const layers = films.flatMap(({ mediumId, coats }) =>
    media[mediumId] && !MEDIUM_KIND[media[mediumId].kind].resists ? [layerOf(media[mediumId], coats, cone)] : [],
  )
  return stackReflectance(bodyInternal(body.reflectance), layers, surfaceOf(films, media))
}

/** Lab of films on a body, as fired. */
export const filmsLab = (
  body: Body,
  films: Films,
  media: Media,
  cone: Cone,
  light: LightId = 'daylight',
): [number, number, number] => labUnder(filmsReflectance(body, films, media, cone), LIGHTS[light])

/** The same on a screen, #rrggbb. */
export const filmsHex = (body: Body, films: Films, media: Media, cone: Cone, light: LightId = 'daylight'): string =>
  hexFromLinear(mapToGamut(screenLinear(filmsReflectance(body, films, media, cone), LIGHTS[light])).rgb)

/** Films as a square in which one medium is asked about; null when it is not in them just once. */
export function squareAbout(
  mediumId: string,
  body: Body,
  films: Films,
  media: Media,
  cone: Cone,
  lab: Triple,
  sigma: number,
): MeasuredSquare | null {
  const at = films.findIndex((film) => film.mediumId === mediumId)
  if (at < 0 || films.filter((film) => film.mediumId === mediumId).length !== 1) return null
  const medium = media[mediumId]
  // What the fire leaves belongs to the film, so that the fitted optics are those of the unfaded medium.
  const { strength = 1 } = layerOf(medium, 1, cone)
  const others = (list: Films) =>
    list.flatMap((film) =>
      media[film.mediumId] && !MEDIUM_KIND[media[film.mediumId].kind].resists
        ? [layerOf(media[film.mediumId], film.coats, cone)]
        : [],
    )
  return {
    body: bodyInternal(body.reflectance),
    below: others(films.slice(0, at)),
    coats: films[at].coats * strength,
    above: others(films.slice(at + 1)),
    surface: surfaceOf(films, media),
    lab,
    sigma,
  }
}
