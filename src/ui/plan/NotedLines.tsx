'use client'

import { X } from 'lucide-react'
import type { Piece } from '@/core/model/piece'
import { strikeEntry } from '@/core/model/runEntries'
import type { PlaceNote } from '@/core/usecases/words/placeNotes'
import { instantNow } from '@/store/days'
import { run, tellOfEdit } from '@/store/studioStore'

/** The notes of one place, each of which can be taken back. */
export function NotedLines({ piece, noted }: { piece: Piece; noted: PlaceNote }) {
  return (
    <ul className="text-[0.8125rem]">
      {noted.notes.map((entry) => (
        <li key={entry.id} className="flex items-start gap-1">
          <span className="min-w-0 flex-1 wrap-anywhere">{entry.text}</span>
          <button
            type="button"
            className="btn h-6 min-h-6 btn-ghost px-1 btn-xs"
            aria-label={`Take back the note “${entry.text}”`}
            title="Take this note back"
            onClick={() => {
              const struck = strikeEntry(entry, { now: instantNow(), by: '' })
              if (!run({ type: 'run.add', pieceId: piece.id, entries: [struck] })) tellOfEdit('The note is taken back.')
            }}
          >
            <X size={13} aria-hidden />
          </button>
        </li>
      ))}
    </ul>
  )
}
