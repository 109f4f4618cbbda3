'use client'

import clsx from 'clsx'
import { useEffect, useRef, useState } from 'react'
import { Field, NumberInput } from '@/ui/kit/fields'
import { DIALOG } from '@/ui/kit/classNames'

const LEAST = 200
const MOST = 4096

/** Asks how large a picture is to be, and makes it. Escape leaves it. */
export function PictureSize({ onMake, onLeave }: { onMake: (longest: number) => Promise<void>; onLeave: () => void }) {
  const dialog = useRef<HTMLDialogElement>(null)
  const [longest, setLongest] = useState(2048)
  const [making, setMaking] = useState(false)
  useEffect(() => dialog.current?.showModal(), [])
  const make = async () => {
    setMaking(true)
    await onMake(longest)
  }
  return (
    <dialog
      ref={dialog}
      aria-labelledby="picture-size-title"
      className={clsx(DIALOG, 'max-w-sm p-6')}
      onClose={onLeave}
    >
      <h2 id="picture-size-title" className="mb-1 text-lg font-bold">
        Picture of the form
      </h2>
      <p className="mb-4 text-sm">
        As it stands here, with nothing behind it. 1200 is enough for a screen, 4096 prints 34 cm at 300 dots an inch.
      </p>
      <Field label="Longer side, pixels">
        {(id) => (
          <NumberInput
            id={id}
            value={longest}
            min={LEAST}
            max={MOST}
            step={100}
            onCommit={(n) => setLongest(Math.round(n))}
          />
        )}
      </Field>
      <div className="mt-4 flex items-center gap-2">
        <button type="button" className="btn btn-primary" disabled={making} onClick={() => void make()}>
          Make the picture
        </button>
        <button type="button" className="btn btn-ghost" onClick={() => dialog.current?.close()}>
          Leave it
        </button>
        <span role="status" className="text-sm">
          {making ? 'It is being drawn …' : ''}
        </span>
      </div>
    </dialog>
  )
}
