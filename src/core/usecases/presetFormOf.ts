import { ROUND } from '../form/planOutline'
import { PRESETS, type FormPreset } from '../form/presets'
import type { Form } from '../model/piece'

/** A preset at its own size, without parts. */
export const presetFormOf = (preset: FormPreset): Form => ({
  kind: 'turned',
  preset,
  sizes: PRESETS[preset].sizes,
  plan: PRESETS[preset].begins?.plan ?? ROUND,
  unevenMm: 0,
  own: null,
  parts: [],
})
