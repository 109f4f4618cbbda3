import type { UseFormRegisterReturn } from 'react-hook-form'
import type { Medium } from '@/core/vocabulary/material'
import { MEDIUM_KIND, type MediumKind } from '@/core/vocabulary/mediumKinds'
import { swatchOf } from '@/ui/kit/colours'
import { Field } from '@/ui/kit/fields'

/** The first choice of colour for a new piece, from what its way to begin can use. */
export function MainColour({
  media,
  kind,
  chosen,
  register,
}: {
  media: readonly Medium[]
  /** The kind of jar that the way to begin takes for it. */
  kind: MediumKind
  chosen: Medium | undefined
  register: UseFormRegisterReturn
}) {
  return (
    <Field label="Main colour">
      {(id) => (
        <>
          <span className="flex items-center gap-2">
            <select id={id} className="select w-full select-sm" {...register}>
              <option value="">Choose for me (strongest contrast)</option>
              {media
                .filter((m) => m.kind === kind)
                .map((m) => (
                  <option
                    key={m.id}
                    value={m.id}
                  >{`${m.name} (${MEDIUM_KIND[m.kind].name}, to cone ${m.range.to})`}</option>
                ))}
            </select>
            {chosen && (
              <span
                aria-hidden
                className="h-8 w-8 shrink-0 border border-base-content"
                style={{ background: swatchOf(chosen) }}
              />
            )}
          </span>
        </>
      )}
    </Field>
  )
}
