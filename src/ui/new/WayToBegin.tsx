'use client'

import clsx from 'clsx'
import { SEQUENCE, SEQUENCES } from '@/core/usecases/create/sequences'
import type { UseFormRegisterReturn } from 'react-hook-form'

/** The starting plans to choose from. */
export function WayToBegin({ radio }: { radio: UseFormRegisterReturn }) {
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-bold">A way to begin</legend>
      <div className="grid gap-1.5 sm:grid-cols-2">
        {SEQUENCES.map((id) => (
          <label
            key={id}
            className={clsx(
              'flex cursor-pointer gap-2.5 border border-base-300 bg-base-200 px-2.5 py-1.5',
              'has-checked:border-base-content has-checked:bg-base-100 has-checked:outline-2',
              'has-checked:outline-base-content',
            )}
          >
            <input type="radio" value={id} className="radio mt-0.5 radio-sm" {...radio} />
            <span>
              <b className="block leading-tight">{SEQUENCE[id].name}</b>
              <span className="text-[13px] leading-tight text-base-content/80">{SEQUENCE[id].words}</span>
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}
