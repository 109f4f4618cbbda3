'use client'

import { Camera } from 'lucide-react'
import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Placed, RunEntryOf } from '@/core/model/run'
import { useBenchSettings } from '@/store/benchSettings'
import { addPhoto } from '@/store/photos'
import { PhotoButton } from './PhotoButton'

/** Photographs of one place of a piece, and a button to add one from a camera or a file. They stay in this browser. */
export function PlacePhotos({
  piece,
  placed,
  where,
  photos,
}: {
  piece: Piece
  placed: Placed
  /** The place in words, for whom the picture is read to. */
  where: string
  photos: readonly RunEntryOf<'photo'>[]
}) {
  const by = useBenchSettings((s) => s.by)
  const [busy, setBusy] = useState(false)
  const take = async (file: File | undefined) => {
    if (!file) return
    setBusy(true)
    await addPhoto(file, { pieceId: piece.id, pots: [], side: 'other', stepId: null, mediumId: null, by, placed })
    setBusy(false)
  }
  return (
    <span className="flex flex-wrap items-center gap-1">
      {photos.map((entry) => (
        <PhotoButton key={entry.id} entry={entry} piece={piece} words={where} className="h-11 w-11" />
      ))}
      <label
        className="btn min-h-9 px-2 font-normal btn-sm focus-within:outline-2 focus-within:outline-offset-2"
        title={`Photograph of ${where}; kept in this browser only`}
      >
        <Camera size={15} aria-hidden />
        {busy && <span className="text-xs">keeping…</span>}
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          aria-label={`Photograph of ${where}`}
          onChange={(event) => {
            void take(event.target.files?.[0])
            event.target.value = ''
          }}
        />
      </label>
    </span>
  )
}
