'use client'

import { Camera } from 'lucide-react'
import clsx from 'clsx'
import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import { entriesOf, type PhotoSide } from '@/core/model/run'
import type { JarLook } from '@/core/usecases/bench/benchAct'
import { PHOTO_WORDS } from '@/core/usecases/bench/runWords'
import { addPhoto, type PhotoOf } from '@/store/photos'
import { Photo } from './Photo'

const FOUR: readonly PhotoSide[] = ['front', 'side', 'back', 'base']

/** What a photograph is to show. */
interface Shown {
  readonly side: PhotoSide
  readonly mediumId: string | null
  readonly words: string
}

const plain = (side: PhotoSide): Shown => ({ side, mediumId: null, words: PHOTO_WORDS[side] })

const keyOf = ({ side, mediumId }: Shown) => `${side} ${mediumId ?? ''}`

/** A set of four round the pot, a jar, a mistake; from the camera or a file. They stay in this browser. */
export function PhotoTaker({
  of,
  jars,
  piece,
}: {
  of: Omit<PhotoOf, 'side' | 'mediumId'>
  jars: readonly JarLook[]
  piece: Piece
}) {
  const [busy, setBusy] = useState<string | null>(null)
  const photos = entriesOf(piece.run, 'photo').filter(
    (entry) => !of.pots.length || !entry.pots.length || entry.pots.some((pot) => of.pots.includes(pot)),
  )
  const take = async (shown: Shown, file: File | undefined) => {
    if (!file) return
    setBusy(keyOf(shown))
    await addPhoto(file, { ...of, side: shown.side, mediumId: shown.mediumId })
    setBusy(null)
  }
  const button = (shown: Shown) => {
    const last = photos.findLast((entry) => entry.side === shown.side && entry.mediumId === shown.mediumId)
    return (
      <label
        key={keyOf(shown)}
        className={clsx(
          'relative flex h-28 w-28 cursor-pointer flex-col items-center justify-center gap-1 overflow-hidden',
          'border-2 border-base-content/70 text-center hover:bg-base-200',
          'focus-within:outline-2 focus-within:outline-offset-2',
        )}
      >
        {last && <Photo entry={last} piece={piece} className="absolute inset-0 h-full w-full object-cover" />}
        <span className={`relative flex flex-col items-center ${last ? 'bg-base-100/85 px-2 py-0.5 text-sm' : ''}`}>
          {!last && <Camera aria-hidden />}
          {busy === keyOf(shown) ? 'keeping…' : shown.words}
        </span>
        <input
          type="file"
          accept="image/*"
          capture="environment"
          className="sr-only"
          aria-label={`Photograph: ${shown.words}`}
          onChange={(event) => {
            void take(shown, event.target.files?.[0])
            event.target.value = ''
          }}
        />
      </label>
    )
  }
  return (
    <section aria-label="Photographs" className="space-y-2 border-t-2 border-base-content pt-3" data-testid="photos">
      <h3 className="text-xl font-bold">Photographs</h3>
      <div className="flex flex-wrap gap-2">{FOUR.map(plain).map(button)}</div>
      <div className="flex flex-wrap gap-2">
        {[
          ...jars.map(({ mediumId, name }): Shown => ({ side: 'jar', mediumId, words: `jar of ${name}` })),
          plain('mistake'),
          plain('other'),
        ].map(button)}
      </div>
      <p className="text-sm text-base-content/80">
        They are kept in this browser only, without place and device, and are never sent anywhere.
      </p>
    </section>
  )
}
