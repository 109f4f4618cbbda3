import { isA } from '../plan/step'
import type { Stretch } from '../form/turnedForm'
import type { Step } from '../plan/step'
import { reachOn } from '../plan/localStage'
import type { JudgedPlan } from './judgedPlan'

/** Whether a step says where it acts. */
const isPlaced = (step: Step): boolean => ('motif' in step && step.motif !== null) || 'place' in step

/** Length that two lists of stretches share, mm. */
export const sharedMm = (a: readonly Stretch[], b: readonly Stretch[]): number =>
  a.reduce(
    (sum, s) => sum + b.reduce((own, t) => own + Math.max(0, Math.min(s.to, t.to) - Math.max(s.from, t.from)), 0),
    0,
  )

/** Whether two steps act on the same skin. */
export const meetOnSkin = (plan: JudgedPlan, a: Step, b: Step): boolean =>
  isPlaced(a) &&
  isPlaced(b) &&
  plan.atlas.charts.some(({ surface }) => sharedMm(reachOn(surface, a), reachOn(surface, b)) > 1)

/**
 * The last step before `index` that leaves a place wet: one that lays colour or glaze there without waiting, with no wait anywhere
 * since. Null when all is dry.
 */
export function leftWetBefore(plan: JudgedPlan, index: number): (Step & { readonly waits: boolean }) | null {
  const step = plan.steps[index]
  for (let i = index - 1; i >= 0; i--) {
    const before = plan.steps[i]
    if (isA(before, 'drying', 'firing')) return null
    if (isA(before, 'wiping') && meetOnSkin(plan, before, step)) return null
    if (!('waits' in before) || isA(before, 'waxing')) continue
    if (before.waits) return null
    if (!isPlaced(step) || meetOnSkin(plan, step, before)) return before
  }
  return null
}
