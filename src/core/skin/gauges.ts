import { ciede2000 } from '../colour/ciede2000'
import { COVERED_WITHIN, OPAQUE_COATS } from '../colour/cover'
import { isClear } from '../vocabulary/material'
import { MEDIUM_KIND } from '../vocabulary/mediumKinds'
import { GLASS_COATS } from '../vocabulary/tools'
import type { StackOptics } from './appearance'
import { areaIn, hiddenWall, type Atlas, type Chart } from './atlas'
import { areaWeights, rowsOf } from './grid'
import type { Stretch } from '../form/turnedForm'
import { BARE, type Film, type Stack } from './stack'

/** How much of a stretch of the skin shows what, weighted by true area. */
export interface Gauges {
  /** Share of what is seen, by medium: each film weighed by how far it hides what lies under it; `body` for clay. */
  readonly visible: readonly { readonly what: string; readonly share: number }[]
  /** Shares of the area that are light, middle and dark when fired. */
  readonly lightness: Readonly<Record<Lightness, number>>
  /** Thinnest and thickest colour film, µm, where there is any. */
  readonly filmUm: { readonly least: number; readonly most: number } | null
}

export const LIGHTNESSES = ['light', 'middle', 'dark'] as const

export type Lightness = (typeof LIGHTNESSES)[number]

/** L from which a colour is light, and middle [our choice]: the thirds in which painters sort values, a little towards light. */
const LIGHT_FROM = 65
const MIDDLE_FROM = 40

export const lightnessOf = (L: number): Lightness => (L >= LIGHT_FROM ? 'light' : L >= MIDDLE_FROM ? 'middle' : 'dark')

/** The ground of a film that lies on the clay. */
const CLAY = -1

/** How far films hide what is under them, from 0 to 1. */
class Hiding {
  private readonly known = new Map<string, number>()

  constructor(private readonly optics: StackOptics) {}

  /** What is seen of a stack: each medium and its weight, clay as `CLAY`; the weights make one. */
  seen({ films, cone }: Stack): Map<number, number> {
    const hides: number[] = []
    let ground = CLAY
    for (const film of films) {
      const share = this.share(film, ground, cone)
      hides.push(share)
      if (share > 0.5) ground = film.medium
    }
    const weights = new Map<number, number>()
    let rest = 1
    for (let i = films.length - 1; i >= 0 && rest > 0; i--) {
      const { medium } = films[i]
      if (hides[i] > 0) weights.set(medium, (weights.get(medium) ?? 0) + rest * hides[i])
      rest *= 1 - hides[i]
    }
    if (rest > 0) weights.set(CLAY, rest)
    return weights
  }

  /** How far the colour has come from its ground to the colour that the film has when it is opaque: 1 within what counts as covered. */
  private share({ medium, eighths }: Film, ground: number, cone: number): number {
    const { kind } = this.optics.media[medium]
    if (isClear(this.optics.media[medium]) || MEDIUM_KIND[kind].resists) return 0
    const key = `${medium},${eighths},${ground},${cone}`
    let share = this.known.get(key)
    if (share === undefined) {
      const under: Film[] = ground === CLAY ? [] : [{ medium: ground, eighths: 8 * OPAQUE_COATS }]
      const lab = (coats: number) =>
        this.optics.lab({ ...BARE, cone, films: [...under, { medium, eighths: 8 * coats }] })
      const whole = lab(MEDIUM_KIND[kind].hides ? OPAQUE_COATS : GLASS_COATS)
      const bare = this.optics.lab({ ...BARE, cone, films: under })
      const left = Math.max(0, ciede2000(lab(eighths / 8), whole) - COVERED_WITHIN)
      const far = Math.max(0, ciede2000(bare, whole) - COVERED_WITHIN)
      // Past the thickness at which a glass or a wash is itself it only gets deeper.
      const past = !MEDIUM_KIND[kind].hides && eighths >= 8 * GLASS_COATS
      share = far === 0 || past ? 1 : Math.max(0, 1 - left / far)
      this.known.set(key, share)
    }
    return share
  }
}

const hidings = new WeakMap<StackOptics, Hiding>()

function hidingOf(optics: StackOptics): Hiding {
  let hiding = hidings.get(optics)
  if (!hiding) hidings.set(optics, (hiding = new Hiding(optics)))
  return hiding
}

/** Stretches of a chart that are looked at together. */
export interface Region {
  readonly chart: Chart
  readonly stretches: readonly Stretch[]
}

/** Measures regions of a raster of fired stacks. */
export function measureGauges(
  atlas: Atlas,
  ids: Int32Array,
  stacks: readonly Stack[],
  optics: StackOptics,
  regions: readonly Region[],
): Gauges {
  const area = areaOfStacks(atlas, ids, stacks.length, regions)
  const hiding = hidingOf(optics)
  const shares = new Map<number, number>()
  const lightness = { light: 0, middle: 0, dark: 0 }
  let total = 0
  let least = Infinity
  let most = 0
  area.forEach((a, id) => {
    if (a === 0) return
    const stack = stacks[id]
    total += a
    for (const [medium, weight] of hiding.seen(stack)) shares.set(medium, (shares.get(medium) ?? 0) + a * weight)
    lightness[lightnessOf(optics.lab(stack)[0])] += a
    const film = colourFilmUm(stack, optics)
    if (film > 0) {
      least = Math.min(least, film)
      most = Math.max(most, film)
    }
  })
  const share = (a: number) => (total ? a / total : 0)
  const visible = [...shares]
    .map(([medium, a]) => ({ what: medium === CLAY ? 'body' : optics.media[medium].name, share: share(a) }))
    .filter(({ share: seen }) => seen >= LEAST_SEEN)
    .sort((a, b) => b.share - a.share)
  return {
    visible,
    lightness: { light: share(lightness.light), middle: share(lightness.middle), dark: share(lightness.dark) },
    filmUm: most > 0 ? { least, most } : null,
  }
}

/** True area on which each stack lies, mm². */
export function areaOfStacks(atlas: Atlas, ids: Int32Array, count: number, regions: readonly Region[]): Float64Array {
  const area = new Float64Array(count)
  for (const { chart, stretches } of regions) {
    const { grid, x: left, y: above } = chart
    const weights = chart === atlas.charts[0] && !hiddenWall(atlas) ? areaWeights(grid) : null
    const areaAt = areaIn(atlas, chart)
    for (const stretch of stretches) {
      const [top, bottom] = rowsOf(grid, stretch)
      for (let y = top; y < bottom; y++) {
        const first = (above + y) * atlas.width + left
        if (weights?.round) {
          const weight = weights.row[y]
          for (let i = first; i < first + grid.width; i++) area[ids[i]] += weight
        } else for (let x = 0; x < grid.width; x++) area[ids[first + x]] += areaAt(x, y)
      }
    }
  }
  return area
}

/** A share that rounds to nothing is not listed. */
const LEAST_SEEN = 0.005

const colourFilmUm = ({ films }: Stack, { media }: StackOptics) =>
  films.reduce(
    (sum, film) =>
      MEDIUM_KIND[media[film.medium].kind].flows ? sum : sum + (film.eighths / 8) * media[film.medium].filmUm,
    0,
  )
