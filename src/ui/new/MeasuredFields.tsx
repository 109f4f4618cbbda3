import { surfaceNames } from '@/core/form/zoneNames'
import type { UseFormRegisterReturn } from 'react-hook-form'
import { sentence } from '@/core/base/issue'
import type { Result } from '@/core/base/result'
import { measuredSizes, type SizeKey } from '@/core/form/measuredSizes'
import { PRESETS, type FormPreset } from '@/core/form/presets'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Form } from '@/core/model/piece'
import type { Settings } from '@/core/model/studio'
import { BuildFields } from '@/ui/form/BuildFields'
import { OutlineFields } from '@/ui/form/OutlineFields'
import { Field } from '@/ui/kit/fields'
import { useInUnits } from '@/ui/kit/useInUnits'

/** What a form has besides its preset and sizes. */
export type Extras = Pick<Form, 'plan' | 'unevenMm' | 'parts' | 'own'>

/** What is measured of a form, and what it has besides: outline, plan, parts. */
export function MeasuredFields({
  preset,
  unit,
  built,
  extras,
  onExtras,
  register,
  problemOf,
}: {
  preset: FormPreset
  unit: Settings['length']
  built: Result<TurnedForm>
  extras: Extras
  onExtras: (extras: Extras) => void
  register: (key: SizeKey) => UseFormRegisterReturn
  problemOf: (key: SizeKey) => string | undefined
}) {
  const inUnits = useInUnits()
  const { flat } = PRESETS[preset]
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-bold">Size when freshly made, before it shrinks</legend>
      <div className="grid grid-cols-2 gap-3 sm:grid-cols-5">
        {measuredSizes(preset).map(([key, word]) => (
          <Field key={key} label={word}>
            {(id) => (
              <>
                <span className="input flex items-center gap-1 input-sm">
                  <input
                    id={id}
                    type="number"
                    step={unit === 'in' ? 0.05 : key === 'wallMm' ? 0.1 : 1}
                    className="numbers w-full min-w-0"
                    {...register(key)}
                    aria-invalid={problemOf(key) !== undefined}
                  />
                  <span className="text-xs text-base-content/70">{unit}</span>
                </span>
                {problemOf(key) && (
                  <span role="alert" className="text-xs text-error">
                    {problemOf(key)}
                  </span>
                )}
              </>
            )}
          </Field>
        ))}
      </div>
      <details className="mt-2 border border-base-content/40">
        <summary className="cursor-pointer px-2 py-1 text-sm">
          Change the outline, make it oval, add handles or feet
          {extras.parts.length ? `: ${extras.parts.map((part) => surfaceNames(part, extras)[0].name).join(', ')}` : ''}
        </summary>
        <div className="grid gap-4 p-2 sm:grid-cols-2">
          {!flat && (
            <OutlineFields
              own={extras.own}
              form={built.ok ? built.value : null}
              onChange={(own) => onExtras({ ...extras, own })}
            />
          )}
          <BuildFields
            extras={extras}
            form={built.ok ? built.value : null}
            onChange={(changes) => onExtras({ ...extras, ...changes })}
          />
        </div>
        {extras.parts.length > 0 && (
          <p className="px-2 pb-2 text-xs text-base-content/70">
            Attached parts scale with the form until you set a size of their own.
          </p>
        )}
      </details>
      {!built.ok && (
        <p role="alert" className="mt-1 text-sm text-error">
          {inUnits(sentence(built.issue))}
        </p>
      )}
    </fieldset>
  )
}
