import { notSkipped } from './mishap'
import { isA, actOf, isFiring, type Step } from './step'
import { atStage, type StepTime } from './stepTime'

/** The state of the clay after a step, from the state before it. */
function afterStep(before: StepTime, step: Step): StepTime {
  if (!notSkipped(step)) return before
  const after = actOf(step).after?.(before, step) ?? before
  return { ...after, burnished: burnishedAfter(before, step) }
}

function burnishedAfter({ burnished }: StepTime, step: Step): StepTime['burnished'] {
  if (isFiring(step)) return []
  return isA(step, 'burnishing') ? [...burnished, ...step.place.parts] : burnished
}

const AT_THE_START: StepTime = atStage('wet', 'open')

/** The state of the clay before each step, and after the last: one entry more than there are steps. */
export function timeline(steps: readonly Step[]): StepTime[] {
  const times: StepTime[] = [AT_THE_START]
  for (const step of steps) times.push(afterStep(times[times.length - 1], step))
  return times
}

/** The index of the first step that is not done yet; the number of steps when all are. */
export const nextStepIndex = (steps: readonly Step[]): number => {
  const i = steps.findIndex((step) => !step.done)
  return i < 0 ? steps.length : i
}

/** Whether a firing has been done. */
export const hasBeenFired = (steps: readonly Step[]): boolean => steps.some((step) => isFiring(step) && step.done)

/** Whether a firing is planned before a step. */
export const firesBefore = (steps: readonly Step[], index: number): boolean => steps.slice(0, index).some(isFiring)
