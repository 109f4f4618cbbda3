'use client'

import { plural } from '@/core/base/words'
import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import { namesIn, ownersCommand } from '@/core/usecases/rack/partLot'
import { run, tellOfEdit } from '@/store/studioStore'

/** The names of a class, pasted: each pot gets the next one. */
export function OwnersEntry({ piece }: { piece: Piece }) {
  const [text, setText] = useState('')
  const names = namesIn(text)
  const give = () => {
    if (run(ownersCommand(piece, names))) return
    setText('')
    tellOfEdit(`${names.length} pots of “${piece.name}” have a name now.`)
  }
  return (
    <details className="text-sm">
      <summary className="cursor-pointer underline decoration-dotted">Enter the owners of all pots at once</summary>
      <label className="mt-2 block">
        <span className="mb-1 block text-[0.8125rem] text-base-content/80">
          Names, one a line or with commas between: pot 1 gets the first
        </span>
        <textarea className="textarea w-full" rows={4} value={text} onChange={(event) => setText(event.target.value)} />
      </label>
      <button type="button" className="btn mt-1 btn-sm" disabled={!names.length} onClick={give}>
        {names.length > piece.count
          ? `Give ${names.length} names, and make it a set of ${names.length}`
          : `Give ${names.length || 'the'} ${plural(names.length, 'name', 'names')}`}
      </button>
    </details>
  )
}
