import { DRYING_STAGES, stageIndex, type DryingStage, type Stage } from '../clay/stages'
import type { Part } from '../form/parts'
import type { Command } from '../model/command'
import { isCut, type Step, type StepContent } from '../plan/step'
import { bring } from '../plan/build'
import { localStage } from '../plan/localStage'
import { timeline } from '../plan/timeline'
import type { Mend } from './finding'
import type { JudgedPlan } from './judgedPlan'

/** Changes some values of a step. */
export const changeStep = (
  plan: JudgedPlan,
  label: string,
  stepId: string,
  changes: Record<string, unknown>,
): Mend => ({
  label,
  command: { type: 'step.change', pieceId: plan.piece.id, stepId, changes },
})

/** Adds a step at a place in the plan. */
export const addStep = (plan: JudgedPlan, label: string, at: number, content: StepContent, offset = 0): Mend => ({
  label,
  command: {
    type: 'step.add',
    pieceId: plan.piece.id,
    at,
    step: { ...content, id: plan.freshId(offset), done: false } as Step,
  },
})

export const removeStep = (plan: JudgedPlan, label: string, stepId: string): Mend => ({
  label,
  command: { type: 'step.remove', pieceId: plan.piece.id, stepId },
})

/** Moves a step to a place counted in the plan without it. */
export const moveStep = (plan: JudgedPlan, label: string, stepId: string, to: number): Mend => ({
  label,
  command: { type: 'step.move', pieceId: plan.piece.id, stepId, to },
})

/** The form with one of its parts otherwise. */
export const changePart = (plan: JudgedPlan, label: string, id: string, changes: Partial<Part>): Mend => ({
  label,
  command: {
    type: 'piece.change',
    pieceId: plan.piece.id,
    changes: {
      form: {
        ...plan.piece.form,
        parts: plan.piece.form.parts.map((part) => (part.id === id ? { ...part, ...changes } : part)),
      },
    },
  },
})

export const together = (label: string, mends: readonly Mend[]): Mend => ({
  label,
  command: { type: 'batch', label, commands: mends.map((mend) => mend.command) as Command[] },
})

const isDrying = (stage: Stage): stage is DryingStage => (DRYING_STAGES as readonly Stage[]).includes(stage)

/**
 * Moves a step into the stretch of the plan that happens at `stage`: the nearest end of an existing stretch, or a new
 * “bring to” where the clay passes that stage. Null when the plan never gets there (a stage only a firing reaches).
 */
export function moveToStage(plan: JudgedPlan, step: Step, stage: Stage, label: string): Mend | null {
  const from = plan.steps.indexOf(step)
  const others = plan.steps.filter((other) => other !== step)
  const times = timeline(others)
  /** The stage where the step works: outside is bisque until the outside is glazed. */
  const stageAt = (at: number): Stage =>
    localStage(plan.grid.surface, [...others.slice(0, at), step, ...others.slice(at)], at, times[at].stage)
  /** What fills lines comes after them. */
  const cut = step.act === 'fill' ? others.slice(0, from).findLastIndex((s) => isCut(s) || s.act === 'impress') : -1
  const positions = times.flatMap((_, at) => (at > cut && stageAt(at) === stage ? [at] : []))
  if (positions.length) {
    const later = positions.filter((at) => at >= from)
    let to = later.length ? later[0] : positions[positions.length - 1]
    // The dust of the fire is wiped off first.
    while (others[to]?.act === 'wipeDust' && positions.includes(to + 1)) to++
    return moveStep(plan, label, step.id, to)
  }
  if (!isDrying(stage)) return null
  const passes = times.findIndex((time) => stageIndex(time.stage) > stageIndex(stage))
  const at = passes < 0 ? others.length : passes - 1
  if (at <= cut) return null
  const dry = addStep(plan, label, at, bring(stage))
  return together(label, [moveStep(plan, label, step.id, at), dry])
}
