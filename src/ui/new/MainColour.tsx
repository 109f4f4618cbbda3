import type { UseFormRegisterReturn } from 'react-hook-form'
import type { Medium } from '@/core/vocabulary/material'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'
import { swatchOf } from '@/ui/kit/colours'
import { Field } from '@/ui/kit/fields'

/** The first choice of colour for a new piece, from what covers and does not melt. */
export function MainColour({
  media,
  chosen,
  register,
}: {
  media: readonly Medium[]
  chosen: Medium | undefined
  register: UseFormRegisterReturn
}) {
  return (
    <Field label="Main colour">
      {(id) => (
        <>
          <span className="flex items-center gap-2">
            <select id={id} className="select w-full select-sm" {...register}>
              <option value="">the one that contrasts most</option>
              {media
                .filter((m) => MEDIUM_KIND[m.kind].hides && MEDIUM_KIND[m.kind].melts === 'never')
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
