'use client'

import { MEDIUM_KIND, type MediumKind } from '@/core/vocabulary/mediumKinds'
import type { Studio } from '@/core/model/studio'
import { swatchOf } from '@/ui/kit/colours'
import { Field, Select } from '@/ui/kit/fields'

/** A medium of some kinds, with its raw and its fired colour beside it. */
export function MediumField({
  studio,
  kinds,
  value,
  label,
  onChange,
}: {
  studio: Studio
  kinds: readonly MediumKind[]
  value: string
  label?: string
  onChange: (id: string) => void
}) {
  const media = Object.values(studio.media).filter((m) => kinds.includes(m.kind) || m.id === value)
  const medium = studio.media[value]
  return (
    <Field label={label ?? (kinds.includes('glaze') ? 'Glaze' : 'Colour')}>
      {(id) => (
        <span className="flex items-center gap-2">
          <Select
            id={id}
            value={value}
            choices={media.map(
              (m) => [m.id, `${m.name} (${MEDIUM_KIND[m.kind].name}, cone ${m.range.from} to ${m.range.to})`] as const,
            )}
            onChange={onChange}
          />
          {medium && (
            <span
              role="img"
              className="flex h-8 w-16 shrink-0 border border-base-content"
              aria-label="raw, then fired"
              title="raw, then fired"
            >
              <span className="h-full w-1/2" style={{ background: medium.raw.dry }} />
              <span className="h-full w-1/2" style={{ background: swatchOf(medium) }} />
            </span>
          )}
        </span>
      )}
    </Field>
  )
}
