import { bodyInternal, labUnder, screenLinear, stackReflectance, type ColourLayer } from '../colour/layeredColour'
import { encodeSrgb, linearFromHex, mapToGamut, type Triple } from '../colour/colourSpaces'
import { LIGHTS, type LightId } from '../colour/light'
import type { SurfaceKind } from '../colour/surface'
import type { Spectrum } from '../colour/spectrum'
import { STAGE, type Stage } from '../clay/stages'
import { CONES, conesOutside, strengthAfter } from '../firing/cones'
import type { Body, Medium } from '../vocabulary/material'
import { BARE_TAPE, NO_TAPE, type Stack } from './stack'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'

/** How the skin is looked at: as it lies on the bench at a stage, or fired; in one of the lights. */
export type Look = { readonly kind: 'bench'; readonly stage: Stage } | { readonly kind: 'fired' }

/** What the picture needs of one stack. */
export interface Appearance {
  /** Linear screen colour, 0–1. */
  readonly linear: Triple
  readonly outOfGamut: boolean
  readonly gloss: number
  /** Height over the bare, uncut body, µm. */
  readonly heightUm: number
}

const GLOSS: Readonly<Record<SurfaceKind, number>> = { gloss: 1, satin: 0.55, matte: 0.06 }

/** Colours of tape and of wax as they lie on the clay. */
const TAPE = '#d8cfa8'
const WAX_SHEEN = '#d9cfae'

/** Pencil on clay, how it gleams on what is dark, and how much of that it hides [our choice]. */
const PENCIL = '#3d3d42'
const PENCIL_ON_DARK = '#b9b9bd'
const DARK = 0.2
const PENCIL_HIDES = 0.75

/** Slip or colour hides a burnished sheen within a coat or two: what share of it still runs across after so many coats [our choice]. */
const SHEEN_PER_COAT = 0.3

/** A glaze film under half a coat is too thin to make glass that shines. */
const GLASS_EIGHTHS = 4

/** Glaze that is brushed on once fires dry and streaked. From so many eighths of a coat it is glass. Common practice, no source. */
const FULL_GLASS_EIGHTHS = 12

/** What shines where it is thick enough, where it is not. */
const DULLER: Readonly<Record<SurfaceKind, SurfaceKind>> = { gloss: 'satin', satin: 'matte', matte: 'matte' }

/** Colours and heights of stacks on one body. Shared parts of stacks are computed once for each distinct stack. */
export class StackOptics {
  private readonly body: Spectrum

  constructor(
    readonly bodyRecord: Body,
    readonly media: readonly Medium[],
  ) {
    this.body = bodyInternal(bodyRecord.reflectance)
  }

  /** The kind of surface light meets on a fired stack. */
  surface(stack: Stack): SurfaceKind {
    const top = stack.films[stack.films.length - 1]
    if (!top) return stack.burnished ? 'satin' : 'matte'
    if (top.eighths < GLASS_EIGHTHS) return 'matte'
    const medium = this.media[top.medium]
    const under = stack.cone < 0 ? 0 : conesOutside(CONES[stack.cone], medium.range)
    const { melts, flows } = MEDIUM_KIND[medium.kind]
    if (melts === 'glass') {
      if (under <= -2) return 'matte'
      return flows && this.glassEighths(stack) < FULL_GLASS_EIGHTHS ? DULLER[medium.surface] : medium.surface
    }
    // Opaque colours melt into raw glaze beneath them; without it they stay dry.
    const melted =
      melts === 'overGlaze' &&
      stack.films
        .slice(0, -1)
        .some((film) => MEDIUM_KIND[this.media[film.medium].kind].melts === 'glass' && film.eighths >= GLASS_EIGHTHS)
    return melted && under > -2 ? medium.surface : 'matte'
  }

  /** How thick the glass on top is, in eighths of a coat, of however many glazes. */
  private glassEighths({ films }: Stack): number {
    let eighths = 0
    for (let i = films.length - 1; i >= 0 && MEDIUM_KIND[this.media[films[i].medium].kind].melts === 'glass'; i--)
      eighths += films[i].eighths
    return eighths
  }

  /** Reflectance of a stack as fired, 36 bands, seen from outside. */
  reflectance(stack: Stack): Spectrum {
    const layers: ColourLayer[] = stack.films
      .filter((film) => !MEDIUM_KIND[this.media[film.medium].kind].resists)
      .map((film) => {
        const medium = this.media[film.medium]
        const above = stack.cone < 0 ? 0 : conesOutside(CONES[stack.cone], medium.range)
        return { optics: medium.optics, coats: film.eighths / 8, strength: strengthAfter(above, medium.fugitive) }
      })
    return stackReflectance(this.body, layers, this.surface(stack))
  }

  /** Lab of a stack as fired, under a light. */
  lab(stack: Stack, light: LightId = 'daylight'): [number, number, number] {
    return labUnder(this.reflectance(stack), LIGHTS[light])
  }

  appearance(stack: Stack, look: Look, light: LightId): Appearance {
    const heightUm = this.heightUm(stack, look.kind === 'fired')
    if (look.kind === 'fired') {
      const { rgb, outOfGamut } = mapToGamut(screenLinear(this.reflectance(stack), LIGHTS[light]))
      return { linear: rgb, outOfGamut, gloss: Math.max(GLOSS[this.surface(stack)], 0.55 * sheenLeft(stack)), heightUm }
    }
    return { ...this.benchLook(stack, look.stage, light), heightUm }
  }

  /**
   * The look on the bench: not physics but each medium's stated raw colour, which even one coat nearly covers, on clay in the
   * colour of its dryness. What a firing has fixed shows its true colour, matte.
   */
  private benchLook(
    stack: Stack,
    stage: Stage,
    light: LightId,
  ): { linear: Triple; outOfGamut: boolean; gloss: number } {
    const fixed = stack.fixed > 0 || stack.cone >= 0
    let linear: Triple = fixed ? this.fixedColour(stack, light) : this.clayColour(stage)
    const dampness = STAGE[stage].water * 0.5
    for (const film of stack.films.slice(stack.fixed)) {
      linear = mix(linear, this.rawColour(film.medium, dampness), 1 - Math.exp((-2.6 * film.eighths) / 8))
    }
    if (stack.dust) linear = mix(linear, this.dustColour(), (DUST_HIDES * stack.dust) / 3)
    if (stack.pencil) linear = mix(linear, linearFromHex(linear[1] < DARK ? PENCIL_ON_DARK : PENCIL), PENCIL_HIDES)
    if (stack.wax !== 'none') linear = mix(linear, linearFromHex(WAX_SHEEN), 0.22)
    if (stack.tape !== NO_TAPE)
      linear = stack.tape === BARE_TAPE ? linearFromHex(TAPE) : this.rawColour(stack.tape, dampness)
    const sheen = sheenLeft(stack)
    const gloss =
      stack.wax !== 'none'
        ? 0.5
        : sheen > 0.1
          ? 0.4 * sheen
          : stage === 'fired'
            ? GLOSS[this.surface(stack)]
            : stage === 'wet'
              ? 0.35
              : 0.04
    return { linear, outOfGamut: false, gloss }
  }

  private rawColour(medium: number, dampness: number): Triple {
    const { raw } = this.media[medium]
    return mix(linearFromHex(raw.dry), linearFromHex(raw.wet), dampness)
  }

  private fixedColour(stack: Stack, light: LightId): Triple {
    const under: Stack = { ...stack, films: stack.films.slice(0, stack.fixed) }
    const fired = mapToGamut(screenLinear(this.reflectance(under), LIGHTS[light])).rgb
    if (stack.cone > 12) return fired
    const bare = under.films.length === 0
    return bare ? linearFromHex(this.bodyRecord.raw.bisque) : fired
  }

  /** Dust is paler than the clay it comes from. */
  private dustColour(): Triple {
    return mix(linearFromHex(this.bodyRecord.raw.dry), [1, 1, 1], 0.4)
  }

  private clayColour(stage: Stage): Triple {
    const { wet, dry, bisque } = this.bodyRecord.raw
    if (stage === 'bisque' || stage === 'glazedRaw' || stage === 'fired') return linearFromHex(bisque)
    return mix(linearFromHex(dry), linearFromHex(wet), STAGE[stage].water)
  }

  private heightUm(stack: Stack, fired: boolean): number {
    const relief =
      stack.burrUm -
      stack.cutDepthUm +
      (fired ? 0 : (stack.wax !== 'none' ? 12 : 0) + (stack.tape !== NO_TAPE ? 90 : 0))
    let films = 0
    let glass = 0
    for (const film of stack.films) {
      const medium = this.media[film.medium]
      const thick = (film.eighths / 8) * medium.filmUm
      if (MEDIUM_KIND[medium.kind].melts === 'glass') glass += thick
      else films += thick
    }
    if (!fired || glass === 0) return relief + films + glass
    // Molten glass hides brush marks and softens cuts, the thicker the more, and its own surface is level once it covers.
    const covered = Math.min(1, glass / 360)
    return relief * (1 - 0.5 * covered) + films * (1 - 0.9 * covered) + Math.min(glass, 150)
  }
}

/** How much of what is below the thickest dust of a dry cut hides [our choice]. */
const DUST_HIDES = 0.22

/** How much of a burnished sheen shows through what lies over it, 0–1. */
function sheenLeft({ burnished, films }: Stack): number {
  return burnished ? SHEEN_PER_COAT ** films.reduce((sum, film) => sum + film.eighths / 8, 0) : 0
}

function mix(a: Triple, b: Triple, share: number): Triple {
  return [a[0] + (b[0] - a[0]) * share, a[1] + (b[1] - a[1]) * share, a[2] + (b[2] - a[2]) * share]
}

/** sRGB bytes of a linear colour packed little-endian with gloss (0–1) as the fourth byte. */
export function packTexel(linear: Triple, gloss: number): number {
  const byte = (v: number) => Math.round(255 * encodeSrgb(v))
  return (byte(linear[0]) | (byte(linear[1]) << 8) | (byte(linear[2]) << 16) | (Math.round(255 * gloss) << 24)) >>> 0
}
