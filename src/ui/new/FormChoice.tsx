'use client'

import clsx from 'clsx'
import { useMemo } from 'react'
import type { Part } from '@/core/form/parts'
import { FORM_PRESETS, PRESETS, type FormPreset } from '@/core/form/presets'
import { buildForm } from '@/core/form/buildForm'
import { presetForm } from '@/core/model/presetForm'
import { type TurnedForm } from '@/core/form/turnedForm'
import { Silhouette } from '@/ui/kit/Silhouette'

const outlineOf = (preset: FormPreset): { form: TurnedForm | null; parts: readonly Part[] } => {
  const spec = presetForm(preset)
  const built = buildForm({ ...spec, unevenMm: 0 })
  return { form: built.ok ? built.value : null, parts: spec.parts.filter(({ kind }) => kind === 'ball') }
}

/** Which of the forms it is. */
export function FormChoice({ preset, onChoose }: { preset: FormPreset; onChoose: (next: FormPreset) => void }) {
  const outlines = useMemo(() => Object.fromEntries(FORM_PRESETS.map((p) => [p, outlineOf(p)])), [])
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-bold">Form</legend>
      <div role="radiogroup" aria-label="Form" className="grid grid-cols-4 gap-1.5 sm:grid-cols-7">
        {FORM_PRESETS.map((p) => (
          <button
            key={p}
            type="button"
            role="radio"
            aria-checked={preset === p}
            onClick={() => onChoose(p)}
            className={clsx(
              'flex cursor-pointer flex-col items-center border px-1 pt-1.5 pb-1',
              preset === p
                ? 'border-base-content bg-base-100 outline-2 outline-base-content'
                : 'border-base-300 bg-base-200 hover:border-base-content',
            )}
          >
            <Silhouette {...outlines[p]} size={48} />
            <span className="text-[0.8125rem] leading-tight">{PRESETS[p].name}</span>
          </button>
        ))}
      </div>
    </fieldset>
  )
}
