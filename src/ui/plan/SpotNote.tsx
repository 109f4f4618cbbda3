'use client'

import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Placed } from '@/core/model/run'
import { placeNoteEntry } from '@/core/model/runEntries'
import type { PlaceNote } from '@/core/usecases/words/placeNotes'
import { useBenchSettings } from '@/store/benchSettings'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'
import { PlacePhotos } from '@/ui/photos/PlacePhotos'
import { NotedLines } from './NotedLines'

/** What is noted at a spot that is held, and a note or a photograph more. */
export function SpotNote({
  piece,
  placed,
  where,
  noted,
  onLeave,
}: {
  piece: Piece
  placed: Placed
  where: string
  noted: PlaceNote | null
  onLeave: () => void
}) {
  const by = useBenchSettings((s) => s.by)
  const [text, setText] = useState('')
  const write = () => {
    if (!text.trim()) return
    const entry = placeNoteEntry(placed, where, text, { now: instantNow(), by })
    if (!run({ type: 'run.add', pieceId: piece.id, entries: [entry] })) setText('')
  }
  return (
    <form
      aria-label={`Notes on ${where}`}
      data-testid="spot-note"
      className="space-y-1.5 border border-base-content bg-base-100 p-2 text-base-content"
      onSubmit={(event) => {
        event.preventDefault()
        write()
      }}
      onKeyDown={(event) => event.key === 'Escape' && onLeave()}
    >
      <b className="numbers block text-[0.8125rem] leading-tight first-letter:uppercase">{where}</b>
      {noted && <NotedLines piece={piece} noted={noted} />}
      <textarea
        autoFocus
        className="textarea w-full px-2 py-1 text-sm textarea-sm"
        rows={2}
        maxLength={1000}
        aria-label="Note on this spot"
        placeholder="a note on this spot"
        value={text}
        onChange={(event) => setText(event.target.value)}
      />
      <div className="flex flex-wrap items-center gap-1">
        <button type="submit" className="btn btn-primary btn-sm" disabled={!text.trim()}>
          Note it
        </button>
        <PlacePhotos piece={piece} placed={placed} where={where} photos={noted?.photos ?? []} />
        <button type="button" className="btn btn-ghost btn-sm" onClick={onLeave}>
          Close
        </button>
      </div>
    </form>
  )
}
