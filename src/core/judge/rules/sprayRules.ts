import { isA, type StepOf } from '../../plan/step'
import { listed } from '../../base/words'
import { joinedFrom, sprays } from '../../plan/localStage'
import * as build from '../../plan/build'
import { surfacesIn } from '../../skin/atlas'
import { mistOn, type Received } from '../../skin/spray/mist'
import { NO_TAPE } from '../../skin/stack'
import { WALL } from '../../form/assembly'
import type { Surface, SurfaceZone } from '../../form/surfaces/surface'
import type { Place } from '../../vocabulary/place'
import { APPLICATOR, GLAZING, glazeWorth } from '../../vocabulary/tools'
import { HELD, heldAs, usualAim, type SprayAim } from '../../vocabulary/spray'
import { addStep, changeStep, together } from '../mends'
import { coverageAt } from '../coverage'
import type { Mend, RuleHit } from '../finding'
import { coatsThatCover } from '../glazeThickness'
import type { JudgedPlan } from '../judgedPlan'
import type { Rule } from '../rule'

type Spraying = StepOf<'coat'> | StepOf<'glaze'>

/** From this share of a brushed coat on mist shows, where it lies on so much of a zone. Ours. */
const SHOWS = 0.25
const SHOWN = 0.15

/** Below this share of what the middle of its aim gets a place is not reached. Ours. */
const REACHED = 0.35

/** From this share of what is aimed at the gun is said to miss it. Ours. */
const MISSED = 0.12

/** Brushed coats where nothing says how many cover. Common practice, no source. */
const USUAL_COATS = 3

/** Ways of holding a gun that differ by no more of the area are equally good. Ours. */
const AS_GOOD = 0.03

const sprayings = (plan: JudgedPlan) =>
  [...plan.of('coating'), ...plan.of('glazing')].filter(({ step }) => sprays(step)) as {
    step: Spraying
    index: number
  }[]

/** What reaches where no gun sees: glaze is poured inside and dipped outside, colour goes on with a brush. */
function byOtherMeans(plan: JudgedPlan, step: Spraying, index: number): Mend {
  if (isA(step, 'coating')) {
    const brushed: StepOf<'coat'> = { ...step, applicator: 'brush' }
    const coats = coverageAt(plan, index, brushed)?.toGive ?? USUAL_COATS
    return changeStep(plan, 'Brush it on', step.id, { applicator: 'brush', coats })
  }
  if (plan.form.flat) return changeStep(plan, 'Brush it on', step.id, { how: 'brush', coats: GLAZING.brush.coats })
  const how = step.place.parts.includes('outside') ? 'dip' : 'pour'
  return changeStep(plan, how === 'dip' ? 'Dip it' : 'Pour it', step.id, { how, coats: GLAZING[how].coats })
}

const mistOf = (plan: JudgedPlan, { spray, place }: Pick<Spraying, 'spray' | 'place'>, index: number) =>
  mistOn(surfacesIn(plan.atlas), { aim: spray ?? usualAim(place), place, joined: index >= joinedFrom(plan.steps) })

/** What all passes of a step come to where they are aimed at, in brushed coats. */
const laidBy = (step: Spraying): number =>
  isA(step, 'glazing') ? glazeWorth(step.how, step.coats) : APPLICATOR.spray.gain * step.coats

interface ZoneMist {
  readonly surface: Surface
  readonly zone: SurfaceZone
  /** Brushed coats where it gets most, the share of it on which they show, and the share that is aimed at. */
  readonly most: number
  readonly shown: number
  readonly aimed: number
}

/** What each zone of a surface gets of what is laid, in brushed coats. */
function zonesUnder(surface: Surface, { columns, rows, coats, areaMm2, aimed }: Received, laid: number): ZoneMist[] {
  return surface.zones.flatMap((zone) => {
    // One side of a strap is part of all of it.
    if (zone.arcs) return []
    let [area, most, shown, meant] = [0, 0, 0, 0]
    for (let i = 0; i < coats.length; i++) {
      const along = (Math.floor(i / columns) / rows) * surface.form.totalMm
      if (along < zone.stretch.from || along > zone.stretch.to) continue
      area += areaMm2[i]
      most = Math.max(most, laid * coats[i])
      if (laid * coats[i] >= SHOWS) shown += areaMm2[i]
      meant += aimed[i] * areaMm2[i]
    }
    return area > 0 ? [{ surface, zone, most, shown: shown / area, aimed: meant / area }] : []
  })
}

/** Zones that the mist reaches though they are not aimed at, and that nothing covers. */
function oversprayed(plan: JudgedPlan, step: Spraying, index: number): ZoneMist[] {
  const surfaces = surfacesIn(plan.atlas)
  return mistOf(plan, step, index)
    .flatMap((received, n) => zonesUnder(surfaces[n], received, laidBy(step)))
    .filter(({ surface, zone, shown, aimed }) => {
      if (aimed > 0.02 || shown < SHOWN || isOver(surface, zone)) return false
      const lengthMm = (zone.stretch.from + zone.stretch.to) / 2
      const on = surface.id === WALL ? {} : { on: surface.id }
      const stack = plan.probe({ lengthMm, inLineOf: null, ...on })[index]
      return stack.tape === NO_TAPE && stack.wax === 'none'
    })
}

/** A rim is part of the wall that is sprayed: no gun leaves it out. */
const isOver = (surface: Surface, zone: SurfaceZone) => surface.id === WALL && zone.key === 'rim'

const placeOf = ({ surface, zone }: ZoneMist): Place =>
  surface.id === WALL
    ? { parts: [zone.like], on: [], band: null, sectors: null }
    : { parts: [], on: [`${surface.id}/${zone.key}`], band: null, sectors: null }

const nameOf = ({ surface, zone }: ZoneMist) =>
  surface.id === WALL
    ? `the ${zone.name}`
    : zone.key === 'all'
      ? `the ${surface.name}`
      : `the ${surface.name}, ${zone.name}`

/** Share of what is aimed at that gets less than counts as sprayed. */
function missedShare(plan: JudgedPlan, spraying: Pick<Spraying, 'spray' | 'place'>, index: number): number {
  let [meant, missed] = [0, 0]
  for (const { coats, areaMm2, aimed } of mistOf(plan, spraying, index))
    coats.forEach((got, i) => {
      if (!aimed[i]) return
      meant += areaMm2[i]
      if (got < REACHED) missed += areaMm2[i]
    })
  return meant > 0 ? missed / meant : 0
}

/** The way to hold a gun that misses least; of those about as good the one nearest to the usual. */
function bestHeld(
  plan: JudgedPlan,
  { place, spray: own = usualAim(place) }: Spraying,
  index: number,
): { aim: SprayAim; missed: number } {
  const ways = HELD.map(({ upDeg }) => {
    const spray = { ...own, upDeg }
    return { aim: spray, missed: missedShare(plan, { spray, place }, index) }
  })
  const least = Math.min(...ways.map(({ missed }) => missed))
  const far = (way: { aim: SprayAim }) => Math.abs(way.aim.upDeg - usualAim(place).upDeg)
  return ways.filter(({ missed }) => missed <= least + AS_GOOD).reduce((a, b) => (far(b) < far(a) ? b : a))
}

/** A gun that is held otherwise, with as many passes of glaze as lie thick enough then; nothing where none do. */
function heldOtherwise(plan: JudgedPlan, step: Spraying, index: number, spray: SprayAim): Mend[] {
  const label = `Hold it ${heldAs(spray).words}`
  const fire = plan.of('firing').find((f) => f.index > index && f.step.firing === 'glaze')
  if (isA(step, 'coating') || !fire) return [changeStep(plan, label, step.id, { spray })]
  const enough = coatsThatCover(plan, step, fire.index, { spray })
  if (enough?.step !== step) return []
  return enough.coats === step.coats
    ? [changeStep(plan, label, step.id, { spray })]
    : [changeStep(plan, `${label}, ${enough.coats} passes`, step.id, { spray, coats: enough.coats })]
}

const howMuch = (coats: number): string =>
  coats < 0.95 ? `${Math.round(coats * 100)} % of a coat` : coats < 1.05 ? 'a whole coat' : `${coats.toFixed(1)} coats`

export const sprayRules: readonly Rule[] = [
  {
    id: 'overspray',
    description: 'what a spray should not reach is masked',
    school: null,
    severity: 'note',
    check: (plan) =>
      sprayings(plan).flatMap(({ step, index }): RuleHit[] => {
        const reached = oversprayed(plan, step, index)
        if (!reached.length) return []
        const strongest = Math.max(...reached.map(({ most }) => most))
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence:
              `The mist also lands on ${listed([...new Set(reached.map(nameOf))])}, up to ` +
              `${howMuch(strongest)}, and nothing covers ${reached.length > 1 ? 'them' : 'it'}.`,
            because: 'A gun colours whatever faces it; tape or paper keeps clean what it is not meant for.',
            mends: [
              together('Mask it, and peel it after', [
                ...reached.map((zone, i) => addStep(plan, 'Mask', index, build.mask(placeOf(zone)), i)),
                addStep(plan, 'Peel', index + reached.length + 1, build.peel(), reached.length),
              ]),
            ],
          },
        ]
      }),
  },
  {
    id: 'spray-misses',
    description: 'a spray gun sees all that it is meant to colour',
    school: null,
    severity: 'risk',
    check: (plan) =>
      sprayings(plan).flatMap(({ step, index }): RuleHit[] => {
        const aim = step.spray ?? usualAim(step.place)
        const missed = missedShare(plan, step, index)
        // From one side a shaded far side is what one means.
        if (aim.fromDeg !== null || missed < MISSED) return []
        const better = bestHeld(plan, step, index)
        const held = better.missed < missed - 0.05 ? heldOtherwise(plan, step, index, better.aim) : []
        const other = byOtherMeans(plan, step, index)
        const share = missed > 0.95 ? 'hardly any' : `only ${Math.round((1 - missed) * 100)} %`
        return [
          {
            stepId: step.id,
            where: `step ${index + 1}`,
            sentence: `Held ${heldAs(aim).words}, the gun sees ${share} of what it is to colour.`,
            because: 'What looks away from the gun, or lies behind something, stays thin or bare.',
            mends: better.missed < MISSED ? [...held, other] : [other, ...held],
          },
        ]
      }),
  },
]
