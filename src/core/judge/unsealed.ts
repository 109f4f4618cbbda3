import { isA } from '../plan/step'
import { compilePlan } from '../plan/compilePlan'
import { reachOf } from '../plan/localStage'
import { firedWith } from '../model/studio'
import { atlasOfWall } from '../skin/atlas'
import { areaOfStacks } from '../skin/gauges'
import { skinGrid } from '../skin/grid'
import { SkinSimulation } from '../skin/simulation'
import { kindOrPlain } from '../vocabulary/mediumKinds'
import type { Step } from '../plan/step'
import type { JudgedPlan } from './judgedPlan'

/** Shares of a zone, by true area, that are without glass when all is fired. */
export interface Unsealed {
  readonly name: string
  readonly clay: number
  readonly colour: number
}

/** Texels round and along: a place of a tenth of the way round is still twenty wide. */
const RASTER = 256

/** Whether a step leaves anything but an even layer: lines, areas, bands, sectors, what holds a glaze off. */
const isUneven = (step: Step): boolean =>
  ('motif' in step && step.motif !== null) ||
  isA(step, 'resist', 'touching up') ||
  ('place' in step && (step.place.band !== null || step.place.sectors !== null))

/**
 * How much of the inside, by area, has no glass over it; nothing where only even layers lie there, which a look at one spot tells.
 * Measured on a coarse raster of the simulated wall.
 */
export function unsealedInside(plan: JudgedPlan): Unsealed[] {
  const { inside, floor } = plan.form.zones
  const zones = plan.form.flat
    ? [{ name: 'face', stretch: floor }]
    : [
        { name: 'inside wall', stretch: inside },
        { name: 'floor', stretch: floor },
      ]
  const meets = (step: Step) =>
    reachOf(plan.form, step).some((s) =>
      zones.some(({ stretch: z }) => Math.min(s.to, z.to) - Math.max(s.from, z.from) > 1),
    )
  if (plan.form.closed || !plan.steps.some((step) => isUneven(step) && meets(step))) return []
  const atlas = atlasOfWall(skinGrid(plan.form, RASTER, RASTER))
  const skin = new SkinSimulation(atlas, plan.media)
  // What crawls or flakes has rules of its own.
  const operations = compilePlan(plan.steps, plan.mediaTable, atlas, firedWith(plan.body, plan.ways))
  skin.update(operations.filter(({ aside }) => !aside))
  const ids = skin.idsAfter(plan.steps.length - 1)
  const { stacks } = skin.stacks
  return zones.map(({ name, stretch }) => {
    const area = areaOfStacks(atlas, ids, stacks.length, [{ chart: atlas.charts[0], stretches: [stretch] }])
    const total = area.reduce((sum, a) => sum + a, 0)
    const share = (which: (films: number, glass: boolean) => boolean) =>
      area.reduce((sum, a, id) => {
        const { films } = stacks[id]
        const glass = films.some((f) => kindOrPlain(plan.media[f.medium].kind).melts === 'glass')
        return which(films.length, glass) ? sum + a : sum
      }, 0) / Math.max(1e-9, total)
    return {
      name,
      clay: share((films, glass) => !glass && films === 0),
      colour: share((films, glass) => !glass && films > 0),
    }
  })
}
