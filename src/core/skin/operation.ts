import type { StackOp } from './stackOps'
import type { FieldSource } from './levelField'

/** One act over one level field; several make a step. What happens `aside` is no part of what the step intends. */
export interface SkinOperation {
  readonly stepIndex: number
  readonly act: StackOp
  readonly field: FieldSource
  readonly aside?: boolean
  /** The surface that it acts on; the wall if it is left out. */
  readonly on?: string
}
