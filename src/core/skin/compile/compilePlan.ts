import { seedFromText } from '../../base/random'
import { isDamp } from '../../clay/stages'
import type { Act, Step, StepOf } from '../../model/step'
import type { Cone } from '../../firing/cones'
import { timeline } from '../../model/timeline'
import { localStage } from '../localStage'
import type { SkinGrid } from '../grid'
import type { MediaShelf } from '../mediaShelf'
import { Course, type SkinOperation } from './course'
import { burnish, cleanFoot, cut, impress, pick, scrape, wipe } from './cuts'
import { fire } from './fire'
import { coat, draw, fill, glaze, touchUp } from './layers'
import { mask, peel, swab, wax } from './resist'

/** What each act does to the skin, given what has gone before. */
const COMPILE: { readonly [A in Act]: (course: Course, step: StepOf<A>) => void } = {
  bring: (course) => {
    course.lastWet = null
  },
  divide: () => undefined,
  wipeDust: (course) => {
    course.dusty = false
  },
  burnish,
  coat,
  draw,
  touchUp,
  carve: cut,
  incise: cut,
  impress,
  fill,
  wipe,
  scrape,
  wax,
  swab,
  mask,
  peel,
  glaze,
  pick,
  cleanFoot,
  fire,
}

/**
 * Turns a plan into acts on the skin, in order, with everything that goes wrong at the wrong time: colour on wet clay drags,
 * a coat on a wet coat lifts it, slip on dry clay flakes in the fire, carving dry clay tears, dust makes glaze crawl, a dip
 * smears what is not fixed, tape pulled wet tears the edge, a groove wiped too early is washed out.
 */
export function compilePlan(steps: readonly Step[], shelf: MediaShelf, grid: SkinGrid): SkinOperation[] {
  const course = new Course(shelf, grid)
  const times = timeline(steps)
  steps.forEach((step, index) => {
    course.index = index
    course.stage = localStage(grid.form, steps, index, times[index].stage)
    course.seed = seedFromText(step.id) & 0xffff
    ;(COMPILE[step.act] as (course: Course, step: Step) => void)(course, step)
  })
  return course.operations
}

/**
 * A firing right after the steps of a plan, to show it fired as it stands: what has been laid wrongly comes off in it as it would,
 * but damp clay is thought dry. `like` is the firing that the plan has for later, if it has one.
 */
export function firingNow(
  steps: readonly Step[],
  like: StepOf<'fire'> | null,
  cone: Cone,
  shelf: MediaShelf,
  grid: SkinGrid,
): SkinOperation[] {
  const dried: Step = { id: 'dried', done: false, act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }
  const firing: Step = { id: like?.id ?? 'fired', done: false, act: 'fire', firing: 'glaze', cone, slab: false }
  const all = [...steps, ...(isDamp(timeline(steps)[steps.length].stage) ? [dried] : []), firing]
  return compilePlan(all, shelf, grid)
    .filter(({ stepIndex }) => stepIndex === all.length - 1)
    .map((operation) => ({ ...operation, stepIndex: steps.length }))
}
