import { ciede2000 } from './ciede2000'
import type { Triple } from './colourSpaces'
import { mixOptics, type LayerOptics } from './kubelkaMunk'
import { labUnder, stackReflectance, type ColourLayer } from './layeredColour'
import type { SurfaceKind } from './surface'
import type { Spectrum } from './spectrum'

/** A jar that a recipe may use. */
export interface MatchJar {
  readonly id: string
  readonly optics: LayerOptics
  /** Price of a ml; 0 where nothing is known. */
  readonly pricePerMl: number
}

export interface MatchProblem {
  readonly wanted: Triple
  readonly body: Spectrum
  /** What lies over the mixture, for instance a clear. */
  readonly above: readonly ColourLayer[]
  readonly surface: SurfaceKind
  readonly jars: readonly MatchJar[]
  readonly mostJars: number
  readonly coats: readonly number[]
}

/** Parts of jars, in whole numbers, and coats. */
export interface Recipe {
  readonly parts: readonly { readonly id: string; readonly parts: number }[]
  readonly coats: number
  readonly lab: Triple
  readonly difference: number
  /** Price of the colour in one ml of mixture, times its coats. */
  readonly cost: number
}

/** Parts are whole numbers up to this; more cannot be measured out by brushfuls. */
const MOST_PARTS = 9

const labOf = (problem: MatchProblem, optics: LayerOptics, coats: number): [number, number, number] =>
  labUnder(stackReflectance(problem.body, [{ optics, coats }, ...problem.above], problem.surface))

/**
 * Recipes for a colour: every choice of up to `mostJars` jars and of coats; shares by constrained descent on ΔE00 over the simplex,
 * then the nearest whole parts. Closest first; of equals the cheaper, then the one with fewer jars.
 */
export function matchColour(
  problem: MatchProblem,
  progress: (share: number) => void = () => undefined,
  keep = 8,
): Recipe[] {
  const singles = problem.jars.map((jar) => ({
    jars: [jar],
    best: Math.min(...problem.coats.map((coats) => ciede2000(labOf(problem, jar.optics, coats), problem.wanted))),
  }))
  // Jars that are far off alone can still help a mixture, so pairs take all; thirds only join the best pairs.
  const pairs =
    problem.mostJars < 2 ? [] : combinations(problem.jars, 2).map((jars) => ({ jars, ...bestShares(problem, jars) }))
  progress(0.4)
  const best = pairs
    .slice()
    .sort((a, b) => a.difference - b.difference)
    .slice(0, 14)
  const threes =
    problem.mostJars < 3
      ? []
      : unique(
          best.flatMap(({ jars }) => problem.jars.filter((jar) => !jars.includes(jar)).map((jar) => [...jars, jar])),
        ).map((jars) => ({ jars, ...bestShares(problem, jars) }))
  progress(0.9)
  const recipes = [
    ...singles.flatMap(({ jars }) => problem.coats.map((coats) => recipe(problem, jars, [1], coats))),
    ...[...pairs, ...threes]
      .sort((a, b) => a.difference - b.difference)
      .slice(0, 40)
      .map(({ jars, shares, coats }) => recipe(problem, jars, wholeParts(problem, jars, shares, coats), coats)),
  ]
  const seen = new Set<string>()
  const sorted = recipes
    .sort((a, b) => rank(a) - rank(b))
    .filter((r) => {
      const key = `${r.parts
        .map((p) => `${p.parts}*${p.id}`)
        .sort()
        .join('+')}@${r.coats}`
      return !seen.has(key) && seen.add(key)
    })
  progress(1)
  return sorted.slice(0, keep)
}

/** Closeness first; a jar more counts like .25 ΔE, so that what cannot be told apart is decided by simplicity and cost. */
const rank = (r: Recipe) => r.difference + 0.25 * (r.parts.length - 1) + 0.1 * Math.min(2, r.cost)

function recipe(problem: MatchProblem, jars: readonly MatchJar[], parts: readonly number[], coats: number): Recipe {
  const used = jars.flatMap((jar, i) => (parts[i] > 0 ? [{ jar, parts: parts[i] }] : []))
  const lab = labOf(problem, mixOptics(used.map(({ jar, parts: part }) => ({ part, optics: jar.optics }))), coats)
  const total = used.reduce((sum, u) => sum + u.parts, 0)
  return {
    parts: used.map(({ jar, parts: p }) => ({ id: jar.id, parts: p })),
    coats,
    lab,
    difference: ciede2000(lab, problem.wanted),
    cost: used.reduce((sum, u) => sum + (u.parts / total) * u.jar.pricePerMl, 0) * coats,
  }
}

/** Shares of two or three jars that come nearest: a coarse look over the simplex, then ever smaller steps round the best. */
function bestShares(
  problem: MatchProblem,
  jars: readonly MatchJar[],
): { shares: number[]; coats: number; difference: number } {
  let best = { shares: jars.map(() => 1 / jars.length), coats: problem.coats[0], difference: Infinity }
  const at = (shares: number[], coats: number) => {
    if (shares.some((s) => s < -1e-9)) return
    const difference = ciede2000(
      labOf(problem, mixOptics(jars.map((jar, i) => ({ part: Math.max(1e-6, shares[i]), optics: jar.optics }))), coats),
      problem.wanted,
    )
    if (difference < best.difference) best = { shares, coats, difference }
  }
  const coarse =
    jars.length === 2
      ? [0.03, 0.1, 0.25, 0.5, 0.75, 0.9, 0.97].map((s) => [s, 1 - s])
      : [
          [0.34, 0.33, 0.33],
          [0.6, 0.3, 0.1],
          [0.6, 0.1, 0.3],
          [0.3, 0.6, 0.1],
          [0.1, 0.6, 0.3],
          [0.3, 0.1, 0.6],
          [0.1, 0.3, 0.6],
        ]
  for (const coats of problem.coats) for (const shares of coarse) at(shares, coats)
  for (let step = 0.12; step > 0.008; step /= 2) {
    for (let moved = true, round = 0; moved && round < 12; round++) {
      const before = best.difference
      const { shares, coats } = best
      for (let i = 0; i < jars.length; i++)
        for (let j = 0; j < jars.length; j++)
          if (i !== j)
            at(
              shares.map((s, k) => (k === i ? s + step : k === j ? s - step : s)),
              coats,
            )
      moved = best.difference < before - 1e-6
    }
  }
  return best
}

/** The whole parts near to shares that come nearest to the colour. */
function wholeParts(
  problem: MatchProblem,
  jars: readonly MatchJar[],
  shares: readonly number[],
  coats: number,
): number[] {
  const largest = Math.max(...shares)
  let best: { parts: number[]; difference: number } = { parts: shares.map(() => 1), difference: Infinity }
  for (let most = 1; most <= MOST_PARTS; most++) {
    const parts = shares.map((share) => Math.round((share / largest) * most))
    const difference = recipe(problem, jars, parts, coats).difference + 0.02 * most
    if (difference < best.difference) best = { parts, difference }
  }
  return best.parts
}

function combinations<T>(list: readonly T[], n: number): T[][] {
  if (n === 1) return list.map((x) => [x])
  return list.flatMap((x, i) => combinations(list.slice(i + 1), n - 1).map((rest) => [x, ...rest]))
}

function unique(sets: readonly MatchJar[][]): MatchJar[][] {
  const seen = new Set<string>()
  return sets.filter((set) => {
    const key = set
      .map((jar) => jar.id)
      .sort()
      .join('+')
    return !seen.has(key) && seen.add(key)
  })
}
