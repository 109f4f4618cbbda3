import { PART, type PartKind } from '../form/parts'
import { ROUND } from '../form/planOutline'
import { PRESETS, type FormPreset } from '../form/presets'
import { buildTurnedForm } from '../form/turnedForm'
import { NOT_MADE, type Form, type Making, type Piece } from '../model/piece'
import type { StepContent } from '../model/step'
import { numbered } from '../model/stepBuilders'

/** A preset at its own size, or another, with what the preset begins with. */
export function presetForm(preset: FormPreset, sizes: Partial<Form['sizes']> = {}): Form {
  const { begins, sizes: own } = PRESETS[preset]
  const all = { ...own, ...sizes }
  const built = buildTurnedForm(preset, all)
  const parts = (begins?.parts ?? []).flatMap((kind: PartKind) =>
    built.ok ? [{ id: kind, kind, ...PART[kind].begins(built.value) }] : [],
  )
  return {
    kind: 'turned',
    preset,
    sizes: all,
    plan: begins?.plan ?? ROUND,
    unevenMm: begins?.unevenMm ?? 0,
    own: null,
    parts,
  }
}

interface DemoPiece {
  readonly id: string
  readonly name: string
  readonly count?: number
  readonly use?: Piece['use']
  readonly bodyId: string
  readonly form: Form
  readonly notes?: string
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
  making = NOT_MADE,
  ...rest
}: DemoPiece): Piece => ({
  ...rest,
  count,
  use,
  notes,
  steps: numbered(prefix, done, steps),
  variant: null,
  lightTarget: null,
  making,
  fired: [],
})
