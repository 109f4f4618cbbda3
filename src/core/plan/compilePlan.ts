import { seedFromText } from '../base/random'
import { isDamp } from '../clay/stages'
import type { Cone } from '../firing/cones'
import type { TurnedForm } from '../form/turnedForm'
import type { SkinGrid } from '../skin/grid'
import type { MediaTable } from '../skin/mediaTable'
import type { SkinOperation } from '../skin/operation'
import { SkinCompiler } from '../skin/skinCompiler'
import { localStage, reachOf } from './localStage'
import { SMUDGED } from './mishap'
import { actOf, type Step, type StepOf } from './step'
import { timeline } from './timeline'

/**
 * Turns a plan into acts on the skin, in order, with everything that goes wrong at the wrong time: colour on wet clay drags,
 * a coat on a wet coat lifts it, slip on dry clay flakes in the fire, carving dry clay tears, dust makes glaze crawl, a dip
 * smears what is not fixed, tape pulled wet tears the edge, a groove wiped too early is washed out.
 */
export function compilePlan(steps: readonly Step[], mediaTable: MediaTable, grid: SkinGrid): SkinOperation[] {
  const skin = new SkinCompiler(mediaTable, grid)
  const times = timeline(steps)
  steps.forEach((step, index) => {
    skin.index = index
    skin.stage = localStage(grid.form, steps, index, times[index].stage)
    skin.seed = seedFromText(step.id) & 0xffff
    if (step.mishap === 'skipped') return
    // What lies there is still wet.
    if (step.mishap === 'tooEarly') skin.wet = [...skin.wet, ...reachOf(grid.form, step)]
    actOf(step).compile(skin, step)
    if (step.mishap === 'smudged') skin.lift(reachOf(grid.form, step), SMUDGED.cover, SMUDGED.share, skin.seed + 97)
  })
  return skin.operations
}

/** A plan as operations on the skin of its form, with the media that they number. */
export interface CompiledPlan {
  readonly form: TurnedForm
  readonly grid: SkinGrid
  readonly mediaTable: MediaTable
  readonly operations: readonly SkinOperation[]
}

/**
 * A firing right after the steps of a plan, to show it fired as it stands: what has been laid wrongly comes off in it as it would,
 * but damp clay is thought dry. `like` is the firing that the plan has for later, if it has one.
 */
export function firingNow(
  steps: readonly Step[],
  like: StepOf<'fire'> | null,
  cone: Cone,
  mediaTable: MediaTable,
  grid: SkinGrid,
): SkinOperation[] {
  const dried: Step = { id: 'dried', done: false, act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }
  const firing: Step = { id: like?.id ?? 'fired', done: false, act: 'fire', firing: 'glaze', cone, slab: false }
  const all = [...steps, ...(isDamp(timeline(steps)[steps.length].stage) ? [dried] : []), firing]
  return compilePlan(all, mediaTable, grid)
    .filter(({ stepIndex }) => stepIndex === all.length - 1)
    .map((operation) => ({ ...operation, stepIndex: steps.length }))
}
