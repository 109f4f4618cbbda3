import * as z from '../base/zod'
import type { ActParts } from './actDefinition'
import { ACTS } from './acts'

export type Act = keyof typeof ACTS

export type StepOf<A extends Act> = z.infer<(typeof ACTS)[A]['schema']>

/** One act in a plan. */
export type Step = { [A in Act]: StepOf<A> }[Act]

/** Everything of a step but its identity: what a mend or a form may change. */
export type StepContent = { [A in Act]: Omit<StepOf<A>, 'id' | 'done'> }[Act]

export const ACT_NAMES = Object.keys(ACTS) as readonly Act[]

const [first, ...rest] = Object.values(ACTS).map(({ schema }) => schema)

export const stepSchema = z.discriminatedUnion('act', [first, ...rest]) as unknown as z.ZodType<Step>

/** What is known of the act of a step. */
export const actOf = <S extends Step>(step: S): ActParts<S> => ACTS[step.act] as unknown as ActParts<S>

/** Ids of all media that a step lays on. */
export function mediaOfStep(step: Step): string[] {
  if (!('mediumId' in step)) return []
  const mixed = step.act === 'coat' ? step.mix.map((m) => m.mediumId) : []
  const into = 'blend' in step && step.blend ? [step.blend.mediumId] : []
  return [step.mediumId, ...mixed, ...into]
}

/** Coats that a step lays one after another. */
export const coatsOf = (step: Step): number => actOf(step).coats?.(step) ?? 1

export const isFiring = (step: Step): step is StepOf<'fire'> => step.act === 'fire'

export const isCut = (step: Step): step is StepOf<'carve'> | StepOf<'incise'> =>
  step.act === 'carve' || step.act === 'incise'

/** Colour or glaze on areas between the lines of a drawing. */
export const isAreaWork = (step: Step): step is StepOf<'colourIn'> | StepOf<'glazeIn'> =>
  step.act === 'colourIn' || step.act === 'glazeIn'

/** Work of the hands on the piece: neither drying nor firing. */
export const isHandwork = (step: Step): boolean => step.act !== 'bring' && step.act !== 'fire'
