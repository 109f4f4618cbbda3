import { DRYING_STAGES, isDamp, stageIndex, type DryingStage, type Stage } from '../clay/stages'
import type { Part } from '../form/parts'
import type { Command } from '../model/command'
import { isA, isCut, type Step, type StepContent, type StepWith } from '../plan/step'
import { bring, fire, wipeDust } from '../plan/build'
import { localStage } from '../plan/localStage'
import { timeline } from '../plan/timeline'
import type { Place } from '../vocabulary/place'
import type { Mend } from './finding'
import type { JudgedPlan } from './judgedPlan'
import { meetOnSkin } from './stepStretches'

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

/** Keeps a step off some parts of the form; none where nothing would be left of it. */
export function keepOff(plan: JudgedPlan, label: string, step: Step, off: Place['parts']): Mend[] {
  if (!('place' in step)) return []
  const parts = step.place.parts.filter((part) => !off.includes(part))
  return parts.length && parts.length < step.place.parts.length
    ? [changeStep(plan, label, step.id, { place: { ...step.place, parts } })]
    : []
}

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

/** What holds colour off: it counts for what is laid after it and before it is taken away. */
const resists = (step: Step): step is StepWith<'resist'> => isA(step, 'resist')

/** Whether between two places of a plan something is laid that resists a coat: what lies over it and under it cannot change places. */
export const resistedBetween = (plan: JudgedPlan, step: StepWith<'covering'>, from: number, to: number): boolean =>
  plan.steps.slice(from + 1, to).some((s) => resists(s) && meet(plan, s, step))

/** What is laid on a place: whatever resists there shapes it. */
const isLaid = (step: Step): step is StepWith<'covering'> => isA(step, 'covering')

const meet = (plan: JudgedPlan, a: StepWith<'resist'>, b: StepWith<'covering'>): boolean => meetOnSkin(plan, a, b)

/** What resists a step where it is now. */
const heldBy = (plan: JudgedPlan, step: StepWith<'covering'>, before: readonly Step[]): Step[] => {
  const peeled = before.findLastIndex((s) => isA(s, 'peeling'))
  const burned = before.findLastIndex((s) => isA(s, 'firing'))
  return before.filter((s, i) => resists(s) && i > burned && (isA(s, 'waxing') || i > peeled) && meet(plan, s, step))
}

/** What has to come along when a step is moved earlier: what resists it, and the marks that this was laid by. */
function comesAlong(plan: JudgedPlan, step: Step, between: readonly Step[], from: number): Step[] {
  if (!isLaid(step)) return []
  const held = heldBy(plan, step, plan.steps.slice(0, from)).filter((s) => between.includes(s))
  const marked = held.some((s) => resists(s) && s.motif)
  return between.filter((s) => held.includes(s) || (marked && isA(s, 'marking out')))
}

/** Whether a step that is moved earlier would come before what it is for: a cut before its colour, a bare foot before its glaze. */
const comesTooSoon = (plan: JudgedPlan, step: Step, between: readonly Step[]): boolean =>
  (isCut(step) && between.some((s) => isLaid(s) && meetOnSkin(plan, s, step))) ||
  (isA(step, 'foot cleaning') && between.some((s) => isA(s, 'glazing')))

/** Whether a step that is moved later would lie otherwise: cut by nothing, resisted by nothing, or resisting nothing any more. */
function loosens(plan: JudgedPlan, step: Step, between: readonly Step[], from: number): boolean {
  if (resists(step)) return between.some((s) => isLaid(s) && meet(plan, step, s))
  // A firing fixes what a cut goes through, and what is laid after it is cut as well.
  if (isCut(step)) return between.some((s) => isA(s, 'firing') || (isLaid(s) && meetOnSkin(plan, s, step)))
  if (!isLaid(step)) return false
  if (between.some((s) => isCut(s) && meetOnSkin(plan, s, step))) return true
  const held = heldBy(plan, step, plan.steps.slice(0, from))
  return held.length > heldBy(plan, step, [...held, ...between]).filter((s) => held.includes(s)).length
}

/**
 * Moves a step into the stretch of the plan that happens at `stage`: the nearest end of an existing stretch, or a new
 * “bring to” where the clay passes that stage. What resists it comes along. Null when the plan never gets there (a stage only a firing
 * reaches), or when what resists it would be gone by then.
 */
export function moveToStage(plan: JudgedPlan, step: Step, stage: Stage, label: string): Mend | null {
  const from = plan.steps.indexOf(step)
  const others = plan.steps.filter((other) => other !== step)
  const times = timeline(others)
  /** The stage where the step works: outside is bisque until the outside is glazed. */
  const stageAt = (at: number): Stage =>
    localStage(plan.grid.surface, [...others.slice(0, at), step, ...others.slice(at)], at, times[at].stage)
  /** What fills lines comes after them. */
  const cut = isA(step, 'filling') ? others.slice(0, from).findLastIndex((s) => isCut(s) || isA(s, 'texture')) : -1
  const movedWith = (along: readonly Step[], to: number): Mend =>
    along.length
      ? together(
          label,
          [...along, step].map(({ id }, i) => moveStep(plan, label, id, to + i)),
        )
      : moveStep(plan, label, step.id, to)
  const positions = times.flatMap((_, at) => (at > cut && stageAt(at) === stage ? [at] : []))
  if (positions.length) {
    const later = positions.filter((at) => at >= from)
    let to = later.length ? later[0] : positions[positions.length - 1]
    // The dust of the fire is wiped off first.
    while (isA(others[to], 'dusting') && positions.includes(to + 1)) to++
    if (to > from && loosens(plan, step, others.slice(from, to), from)) return null
    if (comesTooSoon(plan, step, others.slice(to, from))) return null
    return movedWith(comesAlong(plan, step, others.slice(to, from), from), to)
  }
  if (!isDrying(stage)) return null
  const passes = times.findIndex((time) => stageIndex(time.stage) > stageIndex(stage))
  const at = passes < 0 ? others.length : passes - 1
  if (at <= cut) return null
  if (at > from && loosens(plan, step, others.slice(from, at), from)) return null
  if (comesTooSoon(plan, step, others.slice(at, from))) return null
  const dry = addStep(plan, label, at, bring(stage))
  return together(label, [movedWith(comesAlong(plan, step, others.slice(at, from), from), at), dry])
}

/** A bisque before a glaze in a plan that has none: once the clay is dry, and before what is wiped and waxed for the glaze. */
export function bisqueFirst(plan: JudgedPlan, index: number): Mend | null {
  if (plan.of('firing').some(({ step }) => step.firing !== 'glaze')) return null
  const first = Math.min(index, ...plan.of('glazing').map((g) => g.index))
  const wiped = plan.steps.slice(0, first).findLastIndex((step) => isA(step, 'dusting'))
  const dried = plan.steps.slice(0, first).findLastIndex((step) => isA(step, 'drying'))
  const at = wiped > dried ? wiped : first
  const label = `Bisque it first, to cone ${plan.body.bisqueCone}`
  // Each is put before the one after it.
  return together(label, [
    ...(wiped > dried ? [] : [addStep(plan, label, at, wipeDust(), 0)]),
    addStep(plan, label, at, fire('bisque', plan.body.bisqueCone), 1),
    ...(isDamp(plan.times[at].stage) ? [addStep(plan, label, at, bring('boneDry'), 2)] : []),
  ])
}
