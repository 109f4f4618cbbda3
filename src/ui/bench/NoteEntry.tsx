'use client'

import { useState } from 'react'
import { namedPots } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import { entryId } from '@/core/model/runEntries'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'

/** A note for this step, a place on the pot, these pots; it goes into the record. */
export function NoteEntry({
  piece,
  item,
  by,
  onWritten,
}: {
  piece: Piece
  item: Pick<BenchItem, 'stepId' | 'pots'>
  by: string
  onWritten: () => void
}) {
  const [text, setText] = useState('')
  const [where, setWhere] = useState('')
  const write = () => {
    const at = instantNow()
    if (!text.trim()) return
    const issue = run({
      type: 'run.add',
      pieceId: piece.id,
      entries: [
        {
          id: entryId('note', at, `${item.stepId ?? ''} ${text.length}`),
          at,
          by,
          pots: namedPots(piece, item.pots),
          kind: 'note',
          stepId: item.stepId,
          where: where.trim(),
          text: text.trim(),
        },
      ],
    })
    if (!issue) onWritten()
  }
  return (
    <form
      aria-label="A note"
      className="space-y-2 border-t-2 border-base-content pt-3"
      onSubmit={(event) => {
        event.preventDefault()
        write()
      }}
    >
      <label className="block text-lg">
        Note
        <textarea
          className="textarea mt-1 w-full text-lg"
          rows={2}
          maxLength={1000}
          value={text}
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <label className="block text-lg">
        Where on the pot, if it matters
        <input
          className="input mt-1 w-full text-lg"
          maxLength={120}
          value={where}
          onChange={(event) => setWhere(event.target.value)}
        />
      </label>
      <button type="submit" className="btn min-h-16 px-6 btn-primary" disabled={!text.trim()}>
        Write it down
      </button>
    </form>
  )
}
