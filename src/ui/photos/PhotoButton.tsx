'use client'

import clsx from 'clsx'
import { useRef, useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { RunEntryOf } from '@/core/model/run'
import { strikeEntry } from '@/core/model/runEntries'
import { instantNow } from '@/store/days'
import { run, tellOfEdit } from '@/store/studioStore'
import { DIALOG } from '@/ui/kit/classNames'
import { Photo } from './Photo'

/** A photograph in small that opens whole when it is pressed; there it can be taken out of the record. */
export function PhotoButton({
  entry,
  piece,
  words,
  className,
}: {
  entry: RunEntryOf<'photo'>
  piece: Pick<Piece, 'id' | 'name'>
  /** What it shows, beside the name of the piece. */
  words: string
  className: string
}) {
  const dialog = useRef<HTMLDialogElement>(null)
  const [open, setOpen] = useState(false)
  const close = () => dialog.current?.close()
  const takeOut = () => {
    close()
    const struck = strikeEntry(entry, { now: instantNow(), by: '' })
    if (!run({ type: 'run.add', pieceId: piece.id, entries: [struck] })) tellOfEdit('The photograph is taken out.')
  }
  return (
    <>
      <button
        type="button"
        className="cursor-pointer"
        aria-label={`Look at the photograph of ${words}`}
        onClick={() => {
          setOpen(true)
          dialog.current?.showModal()
        }}
      >
        <Photo entry={entry} piece={piece} words={words} className={className} />
      </button>
      <dialog
        ref={dialog}
        aria-label={`${piece.name}, ${words}`}
        // It may have been opened again before it is told that it was closed.
        onClose={() => !dialog.current?.open && setOpen(false)}
        className={clsx(DIALOG, 'max-h-[94dvh] w-[min(60rem,96vw)] overflow-y-auto p-4')}
        data-testid="photo-whole"
      >
        {open && (
          <figure>
            <Photo
              entry={entry}
              piece={piece}
              words={words}
              size="whole"
              className="max-h-[76dvh] w-full"
              fit="contain"
            />
            <figcaption className="mt-3 flex flex-wrap items-center gap-3">
              <span className="mr-auto font-bold">
                {piece.name}, {words}
              </span>
              <button type="button" className="btn btn-sm" onClick={takeOut}>
                Take it out of the record
              </button>
              <button type="button" className="btn btn-primary btn-sm" onClick={close}>
                Close
              </button>
            </figcaption>
          </figure>
        )}
      </dialog>
    </>
  )
}
