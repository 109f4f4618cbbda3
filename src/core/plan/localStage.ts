import type { Stage } from '../clay/stages'
import type { Stretch, TurnedForm } from '../form/turnedForm'
import { motifStretchOn } from '../skin/motifs/marksField'
import { stretchesOf, wholeSkin } from '../skin/place'
import { notSkipped } from './mishap'
import { isFiring, type Act, type Step } from './step'

/** The stretches of the skin that a step works on. */
export function reachOf(form: TurnedForm, step: Step): Stretch[] {
  if ('motif' in step && step.motif) return [motifStretchOn(form, step.motif)]
  if ('place' in step) return stretchesOf(form, step.place)
  return wholeSkin(form)
}

const meet = (a: readonly Stretch[], b: readonly Stretch[]) =>
  a.some((s) => b.some((t) => Math.min(s.to, t.to) - Math.max(s.from, t.from) > 0.5))

/** Acts that change the stage of the piece see it as a whole. */
const STAGE_SETTERS: ReadonlySet<Act> = new Set(['bring', 'glaze', 'fire'])

/** The stage where a step works: a piece that is glazed inside is still bisque outside. */
export function localStage(form: TurnedForm, steps: readonly Step[], index: number, stage: Stage): Stage {
  if (stage !== 'glazedRaw') return stage
  const step = steps[index]
  if (STAGE_SETTERS.has(step.act)) return stage
  const fired = steps.slice(0, index).findLastIndex(isFiring)
  const mine = reachOf(form, step)
  return steps
    .slice(fired + 1, index)
    .some((s) => s.act === 'glaze' && notSkipped(s) && meet(mine, stretchesOf(form, s.place)))
    ? 'glazedRaw'
    : 'bisque'
}
