import { seedFromText } from '../base/random'
import { isDamp } from '../clay/stages'
import type { Cone } from '../firing/cones'
import type { FiredWith } from '../firing/firedWith'
import { profileAt, type TurnedForm } from '../form/turnedForm'
import { onAtlas, surfacesIn, type Atlas } from '../skin/atlas'
import type { SkinGrid } from '../skin/grid'
import type { MediaTable } from '../skin/mediaTable'
import type { SkinOperation } from '../skin/operation'
import type { BathPlane } from '../skin/bath'
import type { Surface } from '../form/surfaces/surface'
import { SkinCompiler } from '../skin/skinCompiler'
import { isBath, joinedFrom, localStage, reachOn, sprays } from './localStage'
import { SMUDGED } from './mishap'
import { isA, actOf, type Step, type StepOf } from './step'
import { asLaid } from './strays'
import { timeline } from './timeline'

/**
 * Turns a plan into acts on the skin, in order, with everything that goes wrong at the wrong time: colour on wet clay drags,
 * a coat on a wet coat lifts it, slip on dry clay flakes in the fire, carving dry clay tears, dust makes glaze crawl, a dip
 * smears what is not fixed, tape pulled wet tears the edge, a groove wiped too early is washed out.
 *
 * @param on all surfaces of a piece, or one of them alone
 * @param firedWith if it is left out, nothing goes wrong for heat, nor for glaze on dry clay
 */
export function compilePlan(
  steps: readonly Step[],
  mediaTable: MediaTable,
  on: SkinGrid | Atlas,
  firedWith?: FiredWith,
): SkinOperation[] {
  if (!('charts' in on)) return compileOn(steps, mediaTable, on, { firedWith })
  const [wall, ...parts] = on.charts
  const surfaces = surfacesIn(on)
  const operations = compileOn(steps, mediaTable, wall.grid, { surfaces, firedWith })
  if (!parts.length) return operations
  const all = [
    ...operations,
    ...parts.flatMap((chart) =>
      compileOn(steps, mediaTable, chart.grid, { surfaces, firedWith, wall: wall.surface.form }).map((operation) => ({
        ...operation,
        field: onAtlas(operation.field, chart),
      })),
    ),
  ]
  return all.toSorted((a, b) => a.stepIndex - b.stepIndex)
}

interface CompiledWith {
  readonly surfaces?: readonly Surface[]
  readonly firedWith?: FiredWith
  /** The form that a surface is joined to, if it is a part. */
  readonly wall?: TurnedForm | null
}

/** The acts on one of the surfaces of a piece. */
function compileOn(
  steps: readonly Step[],
  mediaTable: MediaTable,
  grid: SkinGrid,
  { surfaces, firedWith, wall = null }: CompiledWith = {},
): SkinOperation[] {
  const skin = new SkinCompiler(mediaTable, grid, surfaces, firedWith)
  const times = timeline(steps)
  const joined = joinedFrom(steps)
  const { surface } = grid
  asLaid(steps).forEach((step, index) => {
    skin.bath = isBath(step)
    const reach = reachOn(surface, step)
    if (!reach.length && !sprays(step)) return
    skin.index = index
    skin.joined = index >= joined
    skin.stage = localStage(surface, steps, index, times[index].stage)
    skin.seed = seedFromText(wall ? `${surface.id} ${step.id}` : step.id) & 0xffff
    skin.bathPlane = isA(step, 'glazing') ? bathOf(step, wall ?? surface.form, wall !== null) : null
    if (step.mishap === 'skipped') return
    // What lies there is still wet.
    if (step.mishap === 'tooEarly') skin.wet = [...skin.wet, ...reach]
    actOf(step).compile(skin, step)
    if (step.mishap === 'smudged') skin.lift(reach, SMUDGED.cover, SMUDGED.share, skin.seed + 97)
  })
  return skin.operations
}

/** The planes of a dip or pour up a band of the wall: a wall that stands upright in it knows the band itself. */
function bathOf(step: StepOf<'glaze'>, form: TurnedForm, onPart: boolean): BathPlane | null {
  const { band, parts } = step.place
  const { tilt } = step
  const { outside } = form.zones
  if (!isBath(step) || !band || !parts.includes('outside') || (!tilt && !onPart)) return null
  const heightAt = (up: number) => profileAt(form, Math.min(outside.to, outside.from + up)).z
  const [low, high] = [Math.min(band.fromMm, band.toMm), Math.max(band.fromMm, band.toMm)]
  const toTheRim = outside.from + high >= outside.to
  return {
    lowMm: low <= 0 ? -Infinity : heightAt(low),
    highMm: toTheRim ? Infinity : heightAt(high),
    tiltDeg: tilt?.degrees ?? 0,
    towardDeg: tilt?.towardDeg ?? 0,
  }
}

/** A plan as operations on the skin of its form, with the media that they number. */
export interface CompiledPlan {
  readonly form: TurnedForm
  readonly atlas: Atlas
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
  on: SkinGrid | Atlas,
  firedWith?: FiredWith,
): SkinOperation[] {
  const dried: Step = { id: 'dried', done: false, act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }
  const firing: Step = {
    id: like?.id ?? 'fired',
    done: false,
    act: 'fire',
    firing: 'glaze',
    cone,
    slab: false,
    wire: like?.wire,
  }
  const all = [...steps, ...(isDamp(timeline(steps)[steps.length].stage) ? [dried] : []), firing]
  return compilePlan(all, mediaTable, on, firedWith)
    .filter(({ stepIndex }) => stepIndex === all.length - 1)
    .map((operation) => ({ ...operation, stepIndex: steps.length }))
}
