import { celsiusApart, inCelsius, inMm } from '../../base/units'
import { hands } from '../pace'
import * as z from '../../base/zod'
import { isDamp, stageIndex } from '../../clay/stages'
import { coneCelsius, coneIndex, CONES, conesOutside, type Cone } from '../../firing/cones'
import { LINE_GAIN } from '../../skin/levels'
import type { SkinCompiler } from '../../skin/skinCompiler'
import { meet } from '../../skin/stretchSets'
import { defineAct } from '../actDefinition'
import { atStage } from '../stepTime'
import { KILN_CAUTION } from './phrases'
import { BLISTERS_FROM_COATS, GLAZE_RUNS_FROM_COATS } from '../../vocabulary/films'

/** Cones over its range from which a glaze runs down. Common practice, no source. */
const RUNS_OVER_CONES = 2

/** A run is as thick as this many nominal coats. */
const RUN_GAIN = 2.4 * LINE_GAIN

/* What comes off in a firing, as share of the place and size of its pieces. Common practice, no source. */
const BLISTERS = { cover: 0.3, sizeMm: 12 } as const
const CRAWLS = { cover: 0.05, sizeMm: 7 } as const
/** Slivers of a glaze that shrinks otherwise than the clay. */
const SLIVERS = { cover: 0.07, sizeMm: 7 } as const
/** How far a bloat stands up, and how deep a crack goes, µm. Common practice, no source. */
const BLOAT_UM = 900
const CRACK_UM = 1200
/** Where glaze that touched the shelf was broken off it. */
const STUCK = { cover: 0.5, sizeMm: 9, depthUm: 700 } as const
/** Where steam has burst damp clay. */
const CRATERS = { cover: 0.1, sizeMm: 20, depthUm: 1600 } as const

const FIRING_NAMES = { bisque: 'Bisque', decoration: 'Decoration', glaze: 'Glaze' } as const

/** A firing. */
export const fire = defineAct('fire', {
  firing: z.enum(['bisque', 'decoration', 'glaze']),
  cone: z.enum(CONES),
  /** On a waster slab. */
  slab: z.boolean(),
  /** Strung on a wire: it touches no shelf. */
  wire: z.boolean().optional(),
})({
  family: 'Fire',
  traits: ['firing', 'sets the stage'],
  word: 'Fire',
  hint: 'bisque, decoration or glaze firing',
  begin: ({ stage, body, glazeRange }) => {
    const cone = glazeRange && conesOutside(glazeRange.to, body.range) <= 0 ? glazeRange.to : body.range.from
    return stageIndex(stage) >= stageIndex('bisque')
      ? { firing: 'glaze', cone, slab: false }
      : { firing: 'bisque', cone: body.bisqueCone, slab: false }
  },
  title: ({ firing }) => (firing === 'bisque' ? 'Bisque' : `${FIRING_NAMES[firing]} firing`),
  brief: ({ cone, slab, wire }, { temperature }) =>
    `cone ${cone}, about ${temperature(coneCelsius(cone))}${wire ? ', on a wire' : ''}${slab ? ', on a slab' : ''}`,
  kind: () => 'fire',
  bench: ({ firing, cone, slab, wire }, { temperature }) => ({
    detail:
      `${FIRING_NAMES[firing]} firing to cone ${cone}, about ${temperature(coneCelsius(cone))} ` +
      `at ${celsiusApart(60)} an hour (check the maker’s chart).` +
      `${wire ? ' Strung on a kiln wire that its maker gives for this heat, its ends held up, none touching another.' : ''}` +
      `${slab ? ` On a thin waster slab, ${inMm(20)} wider all round.` : ''} Slowly through ${inCelsius(573)}.`,
    lookFor: firing === 'bisque' ? 'bone dry at the foot before it goes in' : 'no piece touches another',
    caution: KILN_CAUTION,
  }),
  fit: () => null,
  hands: () => hands('small', 0),
  after: (_, { firing }) => atStage(firing === 'glaze' ? 'fired' : 'bisque', 'open'),
  compile: (skin, { firing, cone, wire }) => {
    const { seed, wholeSkin } = skin
    if (isDamp(skin.stage))
      skin.push(
        { act: 'carve', depthUm: CRATERS.depthUm, cutsBody: true },
        skin.patches(wholeSkin, CRATERS.cover, CRATERS.sizeMm, seed + 3),
        true,
      )
    const cracks = skin.rushed ? skin.cracks() : null
    if (cracks) skin.push({ act: 'carve', depthUm: CRACK_UM, cutsBody: true }, cracks, true)
    for (const { medium, stretches, seed: own, cover, sizeMm } of skin.flaking)
      skin.push({ act: 'flake', medium }, skin.patches(stretches, cover, sizeMm, own), true)
    if (skin.thickest > BLISTERS_FROM_COATS)
      skin.push(
        { act: 'blister', limitEighths: BLISTERS_FROM_COATS * 8 },
        skin.patches(wholeSkin, BLISTERS.cover, BLISTERS.sizeMm, seed),
        true,
      )
    if (firing === 'glaze') {
      glazesMeet(skin)
      meltingFaults(skin, cone)
      if (!wire) sticks(skin)
    }
    const { range } = skin.firedWith
    const over = range ? conesOutside(cone, range) : 0
    if (over > 0) skin.push({ act: 'bloat', heightUm: BLOAT_UM }, skin.bloats(over), true)
    skin.push({ act: 'fire', cone: coneIndex(cone), melts: firing === 'glaze' }, skin.heat())
    // A decoration firing leaves a clean surface clean.
    skin.fired(firing === 'bisque' || (firing === 'decoration' && skin.dusty))
  },
})

/** How far glazes flow into each other. Ours: stiff, satin, runny. */
const FLOW = { matte: 0.1, satin: 0.3, gloss: 0.5, runs: 0.8 } as const

/** A full coat is so thick, mm, and so worth in brushed coats. */
const FULL = { mm: 1.2, coats: 3 } as const

/** Strips narrower than this are not seen, mm; and the furthest that a glaze sags. */
const SEEN_MM = 0.15
const MOST_SAG_MM = 12

/** Steepness of a wall, as the sine of its slope, where its glaze hangs. */
const HANGS = 0.9

/** Glazes on areas side by side run into each other where no fence and no groove holds them. */
function glazesMeet(skin: SkinCompiler): void {
  const flow = (medium: number) => {
    const { cautions, surface } = skin.medium(medium)
    return cautions.includes('runs') ? FLOW.runs : FLOW[surface]
  }
  for (const own of skin.molten)
    for (const other of skin.molten) {
      if (own.medium === other.medium || (own.motif.on ?? '') !== (other.motif.on ?? '')) continue
      const thick = Math.min(own.coats, other.coats) / FULL.coats
      const [a, b] = [flow(own.medium), flow(other.medium)]
      const halfMm = 1.6 * Math.sqrt(a * b) * thick
      if (halfMm < SEEN_MM) continue
      const hangs = own.motif.side === 'outside' || own.motif.side === 'inside' ? HANGS : 0
      const sagMm = Math.min(MOST_SAG_MM, 3 * Math.max(a, b) * thick * thick * hangs)
      const ids = [own, other].map(({ medium }) => skin.medium(medium).id)
      const mixtures = Array.from({ length: 8 }, (_, k) =>
        k === 0
          ? own.medium
          : (skin.mixture([
              { mediumId: ids[0], parts: 8 - k },
              { mediumId: ids[1], parts: k },
            ]) ?? own.medium),
      )
      skin.push({ act: 'mingle', medium: own.medium, mixtures }, skin.meeting(own, other, { halfMm, sagMm }), true)
    }
}

/** What goes wrong with melting glaze: it crawls from dust, shivers alone, runs where it is thick or too hot. */
function meltingFaults(skin: SkinCompiler, cone: Cone): void {
  const { seed, wholeSkin } = skin
  if (skin.dusty) skin.push({ act: 'crawl' }, skin.patches(wholeSkin, CRAWLS.cover, CRAWLS.sizeMm, seed + 1), true)
  for (const { medium, stretches } of skin.glazesAlone())
    if (skin.medium(medium).cautions.includes('notAlone'))
      skin.push({ act: 'flake', medium }, skin.patches(stretches, SLIVERS.cover, SLIVERS.sizeMm, seed + 4), true)
  const medium = runningGlaze(skin, cone)
  const runs = skin.drips([skin.grid.form.zones.outside], seed + 2)
  if (medium !== null && runs) skin.push({ act: 'coat', medium, gain: RUN_GAIN, settles: 'even' }, runs, true)
}

/** Glaze that touches the shelf, or the slab on it, is broken or ground off it. */
function sticks(skin: SkinCompiler): void {
  const { standing, seed } = skin
  if (!standing) return
  const { stretches, belowMm } = standing
  if (!skin.molten.length && !skin.rawGlazes.some((glaze) => meet(glaze.stretches, stretches))) return
  const torn = skin.patches(stretches, STUCK.cover, STUCK.sizeMm, seed + 6)
  skin.push({ act: 'stick', depthUm: STUCK.depthUm }, skin.grid.surface.part ? skin.below(torn, belowMm) : torn, true)
}

/** The uppermost glaze of a pile on the outside that is thick enough to run, or hotter than it stands; or null. */
function runningGlaze(skin: SkinCompiler, cone: Cone): number | null {
  const { outside } = skin.grid.form.zones
  const middle = (outside.from + outside.to) / 2
  const there = skin.rawGlazes.filter((g) => g.stretches.some((s) => s.from <= middle && s.to >= middle))
  if (there.reduce((sum, g) => sum + g.coats, 0) > GLAZE_RUNS_FROM_COATS) return there[there.length - 1].medium
  return there.findLast((g) => conesOutside(cone, skin.medium(g.medium).range) >= RUNS_OVER_CONES)?.medium ?? null
}
