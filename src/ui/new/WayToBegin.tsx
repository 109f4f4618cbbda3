'use client'

import clsx from 'clsx'
import { SEQUENCE, SEQUENCES, unsuitedBecause } from '@/core/usecases/create/sequences'
import type { Body, Medium } from '@/core/vocabulary/material'
import type { UseFormRegisterReturn } from 'react-hook-form'

/** The starting plans to choose from. */
export function WayToBegin({
  radio,
  body,
  media,
}: {
  radio: UseFormRegisterReturn
  body: Body
  media: readonly Medium[]
}) {
  return (
    <fieldset>
      <legend className="mb-1 text-sm font-bold">A way to begin</legend>
      <div className="grid gap-1.5 sm:grid-cols-2">
        {SEQUENCES.map((id) => {
          const unsuited = unsuitedBecause(id, { body, media })
          return (
            <label
              key={id}
              className={clsx(
                'flex cursor-pointer gap-2.5 border border-base-300 bg-base-200 px-2.5 py-1.5',
                'has-checked:border-base-content has-checked:bg-base-100 has-checked:outline-2',
                'has-checked:outline-base-content',
                unsuited && 'text-base-content/60',
              )}
            >
              <input
                type="radio"
                value={id}
                className="radio mt-0.5 radio-sm"
                {...radio}
                disabled={unsuited !== null}
              />
              <span>
                <b className="block leading-tight">{SEQUENCE[id].name}</b>
                <span className="text-[0.8125rem] leading-tight text-base-content/80">
                  {unsuited ?? SEQUENCE[id].words}
                </span>
              </span>
            </label>
          )
        })}
      </div>
    </fieldset>
  )
}
