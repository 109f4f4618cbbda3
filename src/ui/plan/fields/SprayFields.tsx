'use client'

import type { Place } from '@/core/vocabulary/place'
import { HELD, heldAs, type SprayAim, usualAim } from '@/core/vocabulary/spray'
import { Field, NumberInput, Segments, Select } from '@/ui/kit/fields'

interface SprayFieldsProps {
  readonly place: Place
  readonly aim: SprayAim | undefined
  readonly onAim: (aim: SprayAim) => void
}

/** How a spray gun is held, and whether the piece turns in front of it. */
export function SprayFields({ place, aim = usualAim(place), onAim }: SprayFieldsProps) {
  const { fromDeg } = aim
  return (
    <div className="space-y-1">
      <div className="flex flex-wrap items-end gap-3">
        <div className="w-48">
          <Field label="Gun held">
            {(id) => (
              <Select
                id={id}
                value={String(heldAs(aim).upDeg)}
                choices={HELD.map(({ upDeg, words }) => [String(upDeg), words] as const)}
                onChange={(upDeg) => onAim({ ...aim, upDeg: Number(upDeg) })}
              />
            )}
          </Field>
        </div>
        <Segments
          small
          label="The piece"
          value={fromDeg === null ? 'turns' : 'stands'}
          choices={[
            ['turns', 'turns'],
            ['stands', 'stands still'],
          ]}
          onChange={(how) => onAim({ ...aim, fromDeg: how === 'turns' ? null : 0 })}
        />
        {fromDeg !== null && (
          <div className="w-36">
            <NumberInput
              label="From, ° from front"
              value={fromDeg}
              min={0}
              max={360}
              step={15}
              onCommit={(degrees) => onAim({ ...aim, fromDeg: Math.round(degrees) })}
            />
          </div>
        )}
      </div>
      <p className="text-[0.8125rem] text-base-content/80">
        Mist lands on all that faces the gun, about 2 cm past its place. Tape what must stay clean.
      </p>
    </div>
  )
}
