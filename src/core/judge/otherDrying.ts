import { isDamp, STAGE, stageIndex, type DryingStage, type Stage } from '../clay/stages'
import { isA, actOf, type Step } from '../plan/step'
import { timeline } from '../plan/timeline'
import type { Mend } from './finding'
import type { JudgedPlan } from './judgedPlan'
import { bring } from '../plan/build'
import { addStep, changeStep, removeStep } from './mends'

/* Mends of a step that stands right in its plan, but at the wrong dryness: the drying is changed, and not the order. */

const isDryingStage = (stage: Stage): stage is DryingStage => stageIndex(stage) <= stageIndex('boneDry')

/** How much a plan asks of the clay that its stages do not allow: steps that harm it, and firings of damp clay. */
function asksTooMuch(plan: JudgedPlan, steps: readonly Step[]): { harmed: number; dampFires: number } {
  const times = timeline(steps)
  const kind = (id: string) => plan.medium(id)?.kind
  const harmed = steps.filter((step, i) => actOf(step).fit(step, kind)?.fit[times[i].stage].fit === 'harmful').length
  const dampFires = steps.filter((step, i) => isA(step, 'firing') && isDamp(times[i].stage)).length
  return { harmed, dampFires }
}

/**
 * The drying that came too early: before a step that wants damper clay it is left out, or ends at that stage. Null where the clay is
 * not too dry, where it has been dried already, or where later steps would be worse off.
 */
export function dryLess(plan: JudgedPlan, step: Step, stage: Stage): Mend | null {
  const at = plan.steps.indexOf(step)
  const times = timeline(plan.steps)
  if (!isDryingStage(stage) || stageIndex(times[at].stage) <= stageIndex(stage)) return null
  const from = plan.steps.slice(0, at).findLastIndex((s) => isA(s, 'drying', 'firing'))
  const drying = plan.steps[from]
  if (from < 0 || !isA(drying, 'drying') || drying.done) return null
  const needless = times[from].stage === stage
  const steps = needless
    ? plan.steps.filter((s) => s !== drying)
    : plan.steps.map((s) => (s === drying ? { ...drying, to: stage } : s))
  const [before, after] = [asksTooMuch(plan, plan.steps), asksTooMuch(plan, steps)]
  if (after.harmed >= before.harmed || after.dampFires > before.dampFires) return null
  return needless
    ? removeStep(plan, `Leave out step ${from + 1}, the drying`, drying.id)
    : changeStep(plan, `Dry it to ${STAGE[stage].name} only`, drying.id, { to: stage })
}

/**
 * The drying that is missing: before a step that wants firmer clay. Null where the clay is firm enough, and where later steps would be
 * worse off.
 */
export function dryFirst(plan: JudgedPlan, step: Step, stage: Stage): Mend | null {
  const at = plan.steps.indexOf(step)
  const times = timeline(plan.steps)
  if (!isDryingStage(stage) || stageIndex(times[at].stage) >= stageIndex(stage)) return null
  const dried: Step = { ...bring(stage), id: plan.freshId(0), done: false }
  const [before, after] = [asksTooMuch(plan, plan.steps), asksTooMuch(plan, plan.steps.toSpliced(at, 0, dried))]
  if (after.harmed >= before.harmed || after.dampFires > before.dampFires) return null
  return addStep(plan, `Let it dry to ${STAGE[stage].name} first`, at, bring(stage))
}
