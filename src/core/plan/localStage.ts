import type { Stage } from '../clay/stages'
import { WALL, wallSurface } from '../form/assembly'
import { stretchesBelow } from '../form/shelf'
import type { Surface } from '../form/surfaces/surface'
import type { Stretch, TurnedForm } from '../form/turnedForm'
import { partedStretchOn } from '../skin/areas/areaRaster'
import { motifStretchOn } from '../skin/motifs/motifCopies'
import { stretchesOn, wholeSkin } from '../skin/place'
import { GLAZING } from '../vocabulary/tools'
import { notSkipped } from './mishap'
import { isA, isAreaWork, isFiring, type Step } from './step'

/** The stretches of the wall that a step works on. */
export const reachOf = (form: TurnedForm, step: Step): Stretch[] => reachOn(wallSurface(form), step)

/** The stretches of a surface that a step works on; none if it leaves it alone. */
export function reachOn(surface: Surface, step: Step): Stretch[] {
  const { form, id } = surface
  // A ground between lines reaches further than the lines.
  if (isAreaWork(step)) return (step.motif.on ?? WALL) === id ? [partedStretchOn(surface, step.motif)] : []
  if ('motif' in step && step.motif) return (step.motif.on ?? WALL) === id ? [motifStretchOn(form, step.motif)] : []
  if ('place' in step) return stretchesOn(surface, step.place, isBath(step))
  if (isA(step, 'foot cleaning') && id !== WALL) return stretchesBelow(surface, step.upMm)
  if (isA(step, 'on the wall') && id !== WALL) return []
  return wholeSkin(form)
}

/** Whether a step lays its glaze by dipping or pouring. */
export const isBath = (step: Step): boolean => isA(step, 'glazing') && GLAZING[step.how].fromBucket

/** Whether a step sprays: its mist reaches what stands in its way, named or not. */
export const sprays = (step: Step): boolean =>
  (isA(step, 'coating') && step.applicator === 'spray') || (isA(step, 'glazing') && step.how === 'spray')

/** Index of the step from which all parts are on: the last that joins any; 0 if they are on from the beginning. */
export const joinedFrom = (steps: readonly Step[]): number =>
  Math.max(
    0,
    steps.findLastIndex((step) => isA(step, 'joining') && notSkipped(step)),
  )

const meet = (a: readonly Stretch[], b: readonly Stretch[]) =>
  a.some((s) => b.some((t) => Math.min(s.to, t.to) - Math.max(s.from, t.from) > 0.5))

/** The stage where a step works: a piece that is glazed inside is still bisque outside. */
export function localStage(surface: Surface, steps: readonly Step[], index: number, stage: Stage): Stage {
  if (stage !== 'glazedRaw') return stage
  const step = steps[index]
  if (isA(step, 'sets the stage')) return stage
  const fired = steps.slice(0, index).findLastIndex(isFiring)
  const mine = reachOn(surface, step)
  return steps
    .slice(fired + 1, index)
    .some((s) => isA(s, 'lays glaze') && notSkipped(s) && meet(mine, reachOn(surface, s)))
    ? 'glazedRaw'
    : 'bisque'
}
