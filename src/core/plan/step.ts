import * as z from '../base/zod'
import type { ActParts, Trait } from './actDefinition'
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
  const mixed = 'mix' in step ? step.mix.map((m) => m.mediumId) : []
  const into = 'blend' in step && step.blend ? [step.blend.mediumId] : []
  return [step.mediumId, ...mixed, ...into]
}

/** Coats that a step lays one after another. */
export const coatsOf = (step: Step): number => actOf(step).coats?.(step) ?? 1

/** Acts that have one of some traits. */
type ActWith<T extends Trait> = { [A in Act]: T & (typeof ACTS)[A]['traits'][number] extends never ? never : A }[Act]

/** Acts that have a trait, in the order in which a hand reaches for them. */
export const actsWith = <T extends Trait>(trait: T): readonly ActWith<T>[] =>
  ACT_NAMES.filter((act): act is ActWith<T> => (ACTS[act].traits as readonly Trait[]).includes(trait))

/** A step whose act has one of some traits. */
export type StepWith<T extends Trait> = StepOf<ActWith<T>>

/** Whether the act of a step, or of what will be one, has one of some traits. */
export const isA = <S extends { readonly act: Act }, T extends Trait>(
  step: S | undefined | null,
  ...traits: readonly T[]
): step is S & { readonly act: ActWith<T> } =>
  !!step && ACTS[step.act].traits.some((trait: Trait) => (traits as readonly Trait[]).includes(trait))

export const isFiring = (step: Step): step is StepWith<'firing'> => isA(step, 'firing')

export const isCut = (step: Step): step is StepWith<'cut'> => isA(step, 'cut')

/** Colour or glaze on areas between the lines of a drawing. */
export const isAreaWork = (step: Step): step is StepWith<'area work'> => isA(step, 'area work')

/** Work of the hands on the piece: neither drying nor firing. */
export const isHandwork = (step: Step): boolean => !isA(step, 'drying', 'firing')
