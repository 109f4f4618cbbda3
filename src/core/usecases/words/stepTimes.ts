import { surfacesOf } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import type { Piece } from '../../model/piece'
import { localStage, reachOn } from '../../plan/localStage'
import type { Step } from '../../plan/step'
import type { StepTime } from '../../plan/stepTime'
import { timeline } from '../../plan/timeline'

/**
 * When each step is done, by the place where it works: a piece that is glazed inside is still bisque outside, for the words at the bench
 * as for the judge.
 */
export function stepTimes({ form }: Pick<Piece, 'form'>, steps: readonly Step[]): StepTime[] {
  const times = timeline(steps)
  if (times.every(({ stage }) => stage !== 'glazedRaw')) return times
  const built = buildForm(form)
  if (!built.ok) return times
  const surfaces = surfacesOf(built.value, form.parts)
  return times.map((time, index) => {
    const step = steps[index]
    if (!step || time.stage !== 'glazedRaw') return time
    const worked = surfaces.filter((surface) => reachOn(surface, step).length > 0)
    const isBare = worked.length > 0 && worked.every((one) => localStage(one, steps, index, time.stage) === 'bisque')
    return isBare ? { ...time, stage: 'bisque', surface: 'bisque' } : time
  })
}
