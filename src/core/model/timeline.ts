import type { Cover, Stage } from '../clay/stages'
import type { Step } from './step'

/** Where the clay is when a step is done. */
export interface StepTime {
  readonly stage: Stage
  readonly cover: Cover
}

/** The state of the clay after a step, from the state before it. */
export function afterStep(before: StepTime, step: Step): StepTime {
  switch (step.act) {
    case 'bring':
      return { stage: step.to, cover: step.cover }
    case 'fire':
      return { stage: step.firing === 'glaze' ? 'fired' : 'bisque', cover: 'open' }
    case 'glaze':
      return before.stage === 'bisque' ? { ...before, stage: 'glazedRaw' } : before
    default:
      return before
  }
}

export const AT_THE_START: StepTime = { stage: 'wet', cover: 'open' }

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
