import { NOT_MADE, WHOLE, type Form, type Making, type Piece } from '../model/piece'
import type { StepContent } from '../plan/step'
import { numbered } from '../plan/build'

interface DemoPiece {
  readonly id: string
  readonly name: string
  readonly count?: number
  readonly use?: Piece['use']
  readonly bodyId: string
  readonly form: Form
  readonly notes?: string
  readonly tags?: readonly string[]
  readonly prefix: string
  readonly done: number
  readonly steps: readonly StepContent[]
  readonly making?: Making
}

export const demoPiece = ({
  prefix,
  done,
  steps,
  count = 1,
  use = 'food',
  notes = '',
  tags = [],
  making = NOT_MADE,
  ...rest
}: DemoPiece): Piece => ({
  ...rest,
  count,
  use,
  notes,
  tags: [...tags],
  steps: numbered(prefix, done, steps),
  variant: null,
  lightTarget: null,
  making,
  ...WHOLE,
  fired: [],
})
