import { ciede2000 } from '../../colour/ciede2000'
import type { Triple } from '../../colour/colourSpaces'
import { LIGHTS, tristimulus, type LightId } from '../../colour/light'
import { labUnder } from '../../colour/layeredColour'
import { differenceSeenBy, DICHROMATS, type Dichromat } from '../../colour/vision'
import type { Spectrum } from '../../colour/spectrum'
import type { StackOptics } from '../../skin/appearance'
import type { Stack } from '../../skin/stack'
import { hexFromLinear, mapToGamut } from '../../colour/colourSpaces'
import { screenLinear } from '../../colour/layeredColour'

/** One of the colours that make up the look of a piece. */
export interface PaletteColour {
  readonly id: number
  readonly side: 'outside' | 'inside'
  readonly share: number
  readonly hex: string
  readonly lab: Triple
  /** Films from the body up. */
  readonly films: readonly { readonly mediumId: string; readonly coats: number }[]
  readonly reflectance: readonly number[]
}

/** Colours closer than this are one to the eye at this distance, ΔE00; ours. */
const ONE_COLOUR = 4
const LEAST_SHARE = 0.015

/** The colours of a side of a fired skin, by area: stacks that look alike count as one. `areas` are those of all stacks, mm². */
export function paletteOf(
  areas: Float64Array,
  stacks: readonly Stack[],
  optics: StackOptics,
  side: PaletteColour['side'],
  idFrom: number,
): PaletteColour[] {
  const total = areas.reduce((sum, a) => sum + a, 0)
  const area = new Map([...areas].flatMap((a, id) => (a > 0 ? [[id, a] as const] : [])))
  const largest = [...area].sort((a, b) => b[1] - a[1]).slice(0, 400)
  const groups: { stack: Stack; lab: Triple; area: number }[] = []
  for (const [id, a] of largest) {
    const lab = optics.lab(stacks[id])
    const group = groups.find((g) => ciede2000(g.lab, lab) < ONE_COLOUR)
    if (group) group.area += a
    else groups.push({ stack: stacks[id], lab, area: a })
  }
  return groups
    .filter((group) => group.area / total >= LEAST_SHARE)
    .sort((a, b) => b.area - a.area)
    .slice(0, 9)
    .map(({ stack, lab, area: a }, i) => {
      const reflectance = optics.reflectance(stack)
      return {
        id: idFrom + i,
        side,
        share: a / total,
        lab,
        reflectance: Array.from(reflectance),
        hex: hexFromLinear(mapToGamut(screenLinear(reflectance, LIGHTS.daylight)).rgb),
        films: stack.films.map((film) => ({ mediumId: optics.media[film.medium].id, coats: film.eighths / 8 })),
      }
    })
}

/** Two colours side by side. */
export interface Contrast {
  readonly a: number
  readonly b: number
  /** Difference in lightness in daylight: what drawing is read by. */
  readonly lightness: number
  readonly grade: 'clear' | 'soft' | 'lost'
  readonly underLight: Readonly<Record<LightId, number>>
  readonly seenBy: Readonly<Record<Dichromat, number>>
  readonly warnings: readonly string[]
}

/** Below this two colours merge, above the other they are told apart, ΔE00; ours. */
const MERGED = 5
const APART = 9

const WORDS: Readonly<Record<Dichromat, string>> = {
  protanope: 'to someone who sees no red',
  deuteranope: 'to someone who sees no green',
  tritanope: 'to someone who sees no blue',
}

/** Contrasts of all pairs on a side, least first. */
export function contrastsOf(colours: readonly PaletteColour[]): Contrast[] {
  const pairs = colours.flatMap((a, i) =>
    colours
      .slice(i + 1)
      .filter((b) => b.side === a.side)
      .map((b) => [a, b] as const),
  )
  return pairs
    .map(([a, b]): Contrast => {
      const ra = Float64Array.from(a.reflectance)
      const rb = Float64Array.from(b.reflectance)
      const under = (id: LightId) => ciede2000(labUnder(ra, LIGHTS[id]), labUnder(rb, LIGHTS[id]))
      const underLight = { daylight: under('daylight'), gallery: under('gallery'), lamp: under('lamp') }
      const xyz = (r: Spectrum) => tristimulus(r, LIGHTS.daylight)
      const seen = Object.fromEntries(
        DICHROMATS.map((kind) => [kind, differenceSeenBy(xyz(ra), xyz(rb), kind)]),
      ) as Record<Dichromat, number>
      const lightness = Math.abs(a.lab[0] - b.lab[0])
      const apart = underLight.daylight >= APART
      const warnings = [
        ...(apart && underLight.lamp < MERGED ? ['merge under lamp light'] : []),
        ...(apart && underLight.gallery < MERGED ? ['merge in the gallery'] : []),
        ...DICHROMATS.filter((kind) => apart && seen[kind] < MERGED).map((kind) => `merge ${WORDS[kind]}`),
        ...(!apart && underLight.daylight < MERGED ? ['hardly differ after firing'] : []),
      ]
      return {
        a: a.id,
        b: b.id,
        lightness,
        grade: lightness >= 40 ? 'clear' : lightness >= 20 ? 'soft' : 'lost',
        underLight,
        seenBy: seen,
        warnings,
      }
    })
    .sort((x, y) => y.warnings.length - x.warnings.length || x.underLight.daylight - y.underLight.daylight)
}
