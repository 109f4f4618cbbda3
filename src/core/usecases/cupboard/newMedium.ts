import { opticsOf, priorFromSwatch } from '../../colour/fitOptics'
import { hexFromLab, type Triple } from '../../colour/colourSpaces'
import { labUnder } from '../../colour/layeredColour'
import { reconstructReflectance } from '../../colour/reconstruct'
import { internalReflectance, SURFACES } from '../../colour/surface'
import { PLAIN_MEDIUM, type Body, type Medium } from '../../vocabulary/material'
import { MEDIUM_KIND, type MediumKind } from '../../vocabulary/mediumKinds'
import { nominalCoat } from '../../vocabulary/films'

/** What one sees of a new medium: a colour in daylight, or a measured reflectance. */
export type Swatch =
  | { readonly kind: 'lab'; readonly lab: Triple }
  | { readonly kind: 'reflectance'; readonly reflectance: readonly number[] }

const bounded = (v: number) => Number(Math.min(999, Math.max(0, v)).toPrecision(6))

/**
 * A medium from one swatch: hue and depth from the swatch, cover from its family. A glaze’s swatch is taken as glass over white;
 * anything else as a thick matte film. How sure that is the ladder says.
 */
export function mediumFromSwatch(
  id: string,
  name: string,
  kind: MediumKind,
  swatch: Swatch,
  range: Medium['range'],
): Medium {
  const { family } = MEDIUM_KIND[kind]
  if (!family) throw new Error(`nothing of ${kind} stays to be seen`)
  const lab = swatch.kind === 'lab' ? swatch.lab : labUnder(Float64Array.from(swatch.reflectance))
  const reflectance =
    swatch.kind === 'lab' ? reconstructReflectance(swatch.lab).reflectance : Float64Array.from(swatch.reflectance)
  const { K, S } =
    kind === 'glaze'
      ? glassOver(reflectance, family.scatter)
      : opticsOf(priorFromSwatch(lab, 'matte', family.scatter).parameters)
  const pale: Triple = [Math.min(96, lab[0] + (96 - lab[0]) * 0.45), lab[1] * 0.55, lab[2] * 0.55]
  return {
    ...PLAIN_MEDIUM,
    cautions: [],
    id,
    name,
    kind,
    surface: family.surface,
    range,
    raw: { wet: hexFromLab([lab[0] * 0.5 + pale[0] * 0.45, pale[1], pale[2]]), dry: hexFromLab(pale) },
    fugitive: false,
    labelledFoodSafe: false,
    filmUm: nominalCoat(kind).firedUm ?? 0,
    optics: { K: Array.from(K, bounded), S: Array.from(S, bounded) },
    knownBy: 'swatch',
  }
}

/** Absorption of a glass of one coat over a white body whose colour through it is known: light passes twice. */
function glassOver(reflectance: ArrayLike<number>, scatter: number): { K: number[]; S: number[] } {
  const white = 0.8
  const K = Array.from(reflectance, (r) =>
    Math.max(0.003, -0.5 * Math.log(Math.min(1, Math.max(0.004, internalReflectance(r, SURFACES.gloss)) / white))),
  )
  return { K, S: K.map(() => scatter) }
}

/** A clay from one swatch of it fired and bare. It dries like the kind that is named. */
export function bodyFromSwatch(id: string, name: string, swatch: Swatch, like: Body): Body {
  const reflectance =
    swatch.kind === 'lab' ? reconstructReflectance(swatch.lab).reflectance : Float64Array.from(swatch.reflectance)
  const lab = labUnder(reflectance)
  return {
    ...like,
    id,
    name,
    reflectance: Array.from(reflectance, (r) => Number(r.toPrecision(6))),
    raw: {
      wet: hexFromLab([lab[0] * 0.6, lab[1] * 0.5, lab[2] * 0.5]),
      dry: hexFromLab([Math.min(92, lab[0] + 12), lab[1] * 0.4, lab[2] * 0.4]),
      bisque: hexFromLab([Math.min(92, lab[0] + 6), lab[1] * 0.8, lab[2] * 0.8]),
    },
  }
}
