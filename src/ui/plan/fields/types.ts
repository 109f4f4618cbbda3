import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { Studio } from '@/core/model/studio'

export type Change = (changes: Record<string, unknown>) => void

export interface FieldsProps<S extends Step = Step> {
  readonly piece: Piece
  readonly studio: Studio
  readonly form: TurnedForm | null
  readonly step: S
  readonly change: Change
}
