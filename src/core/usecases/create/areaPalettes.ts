import { ciede2000 } from '../../colour/ciede2000'
import { infiniteReflectance } from '../../colour/kubelkaMunk'
import { labUnder } from '../../colour/layeredColour'
import { LIGHTS, type LightId } from '../../colour/light'
import { measuredReflectance, SURFACES } from '../../colour/surface'
import { rangesMeet } from '../../firing/cones'
import type { FoundArea } from '../../skin/areas/findAreas'
import type { Body, Medium } from '../../vocabulary/material'
import { isClear } from '../../vocabulary/material'

const LIGHT_IDS = Object.keys(LIGHTS) as LightId[]

/** Colour difference under which neighbours are hard to tell apart across a room [ours]. */
export const HARD_TO_TELL = 12

const known = new WeakMap<Medium, Readonly<Record<LightId, readonly [number, number, number]>>>()

/** Lab of an opaque fired film of a jar, under each light. */
function labsOf(medium: Medium) {
  let labs = known.get(medium)
  if (!labs) {
    const reflectance = Float64Array.from(medium.optics.K, (k, i) =>
      measuredReflectance(infiniteReflectance(k, medium.optics.S[i]), SURFACES[medium.surface]),
    )
    labs = {
      daylight: labUnder(reflectance, LIGHTS.daylight),
      gallery: labUnder(reflectance, LIGHTS.gallery),
      lamp: labUnder(reflectance, LIGHTS.lamp),
    }
    known.set(medium, labs)
  }
  return labs
}

/** How far two jars are apart after firing, in the light in which they are nearest; CIEDE2000. */
const leastApart = (a: Medium, b: Medium): number =>
  Math.min(...LIGHT_IDS.map((light) => ciede2000(labsOf(a)[light], labsOf(b)[light])))

/** The two neighbouring areas that are hardest to tell apart, and how far they are. */
export function nearestNeighbours(
  areas: readonly FoundArea[],
  jarOf: (id: number) => Medium | undefined,
): { readonly a: number; readonly b: number; readonly apart: number } | null {
  let least: { a: number; b: number; apart: number } | null = null
  for (const { id, neighbours } of areas)
    for (const other of neighbours) {
      const [mine, theirs] = [jarOf(id), jarOf(other)]
      if (id > other || !mine || !theirs || mine === theirs) continue
      const apart = leastApart(mine, theirs)
      if (!least || apart < least.apart) least = { a: id, b: other, apart }
    }
  return least
}

/** A set of jars for areas, and how far its nearest two are apart in the worst light. */
export interface Palette {
  readonly name: string
  readonly jars: readonly Medium[]
  readonly apart: number
}

/**
 * Three sets of jars from the cupboard for areas: all of one kind, in one firing range with the clay, told apart in all lights. One as
 * far apart as can be, one light, one dark; fewer where the cupboard has no others.
 */
export function proposePalettes(media: readonly Medium[], body: Body, kind: Medium['kind'], size: number): Palette[] {
  const jars = media.filter((m) => m.kind === kind && rangesMeet(m.range, body.range) && !isClear(m))
  const wishes: readonly (readonly [string, (m: Medium) => number])[] = [
    ['far apart', () => 0],
    ['light', (m) => labsOf(m).daylight[0]],
    ['dark', (m) => 100 - labsOf(m).daylight[0]],
  ]
  const found: Palette[] = []
  for (const [name, wish] of wishes) {
    const palette = chosenFrom(jars, size, wish)
    if (!palette) continue
    const apart = Math.min(...palette.flatMap((a, i) => palette.slice(i + 1).map((b) => leastApart(a, b))), Infinity)
    const same = found.some(({ jars: others }) => others.every((m) => palette.includes(m)))
    if (!same) found.push({ name, jars: palette, apart })
  }
  return found
}

/** Jars that fit a wish, each next one the furthest from those before among those that are told apart. */
function chosenFrom(jars: readonly Medium[], size: number, wish: (m: Medium) => number): Medium[] | null {
  const ranged = new Map<string, Medium[]>()
  for (const jar of jars) {
    const mates = jars.filter((m) => rangesMeet(m.range, jar.range))
    ranged.set(jar.id, mates)
  }
  let best: { set: Medium[]; worth: number } | null = null
  for (const first of jars) {
    const set = [first]
    while (set.length < size) {
      const left = (ranged.get(first.id) ?? []).filter(
        (m) => !set.includes(m) && set.every((s) => rangesMeet(s.range, m.range)),
      )
      const worth = (m: Medium) => Math.min(...set.map((s) => leastApart(s, m))) + 0.5 * wish(m)
      const next = left.toSorted((a, b) => worth(b) - worth(a))[0]
      if (!next) break
      set.push(next)
    }
    if (set.length < size) continue
    const apart = Math.min(...set.flatMap((a, i) => set.slice(i + 1).map((b) => leastApart(a, b))), 100)
    const mean = set.reduce((sum, m) => sum + wish(m), 0) / set.length
    const worth = Math.min(apart, HARD_TO_TELL * 2) * 3 + mean + apart * 0.2
    if (!best || worth > best.worth) best = { set, worth }
  }
  return best?.set ?? null
}
