import equal from 'fast-deep-equal'
import { buildForm } from '../form/buildForm'
import { inProportion, PART } from '../form/parts'
import { ROUND } from '../form/planOutline'
import { PRESETS, type FormPreset } from '../form/presets'
import { buildTurnedForm } from '../form/turnedForm'
import type { Form } from './piece'

/** A preset at its own size, or another, with what the preset begins with: how it looks from above, its parts. */
export function presetForm(preset: FormPreset, sizes: Partial<Form['sizes']> = {}): Form {
  const { begins, sizes: usualSizes } = PRESETS[preset]
  const all = { ...usualSizes, ...sizes }
  const [usual, built] = [buildTurnedForm(preset, usualSizes), buildTurnedForm(preset, all)]
  return {
    kind: 'turned',
    preset,
    sizes: all,
    plan: begins?.plan ?? ROUND,
    unevenMm: begins?.unevenMm ?? 0,
    own: null,
    parts:
      usual.ok && built.ok
        ? (begins?.parts ?? []).map((part) => {
            if (typeof part === 'string') return { id: part, kind: part, ...PART[part].begins(built.value) }
            const { kind, ...own } = part
            const id = part.name.replaceAll(' ', '-')
            return inProportion({ id, kind, ...PART[kind].begins(usual.value), ...own }, usual.value, built.value)
          })
        : [],
  }
}

/**
 * What is joined to a form that begins as another one and gets sizes of its own: in proportion while it is as it was begun, and as the
 * artist has set it once she has. As it is where either form cannot stand.
 */
export function partsAtSize(begun: Form, parts: Form['parts'], form: Form): Form['parts'] {
  if (!equal(parts, begun.parts)) return parts
  const [from, to] = [buildForm(begun), buildForm(form)]
  return from.ok && to.ok ? parts.map((part) => inProportion(part, from.value, to.value)) : parts
}
