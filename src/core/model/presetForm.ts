import { PART } from '../form/parts'
import { ROUND } from '../form/planOutline'
import { PRESETS, type FormPreset } from '../form/presets'
import { buildTurnedForm } from '../form/turnedForm'
import type { Form } from './piece'

/** A preset at its own size, or another, with what the preset begins with: how it looks from above, its parts. */
export function presetForm(preset: FormPreset, sizes: Partial<Form['sizes']> = {}): Form {
  const { begins, sizes: own } = PRESETS[preset]
  const all = { ...own, ...sizes }
  const built = buildTurnedForm(preset, all)
  return {
    kind: 'turned',
    preset,
    sizes: all,
    plan: begins?.plan ?? ROUND,
    unevenMm: begins?.unevenMm ?? 0,
    own: null,
    parts: built.ok
      ? (begins?.parts ?? []).map((part) => {
          const { kind, ...own } = typeof part === 'string' ? { kind: part } : part
          const id = ('name' in own && own.name ? own.name : kind).replaceAll(' ', '-')
          return { id, kind, ...PART[kind].begins(built.value), ...own }
        })
      : [],
  }
}
