'use client'

import clsx from 'clsx'
import type { Piece } from '@/core/model/piece'
import type { RunEntryOf } from '@/core/model/run'
import { PHOTO_WORDS } from '@/core/usecases/bench/runWords'
import { usePhoto } from '@/store/photos'
import { useSeen } from '@/ui/kit/useSeen'

/** A photograph of the record, read when it comes into view; a grey field where this browser does not have it. */
export function Photo({
  entry,
  piece,
  words = PHOTO_WORDS[entry.side],
  size = 'small',
  fit = 'cover',
  className,
}: {
  entry: RunEntryOf<'photo'>
  piece: Pick<Piece, 'name'>
  /** What it shows. */
  words?: string
  size?: 'small' | 'whole'
  /** Whether it fills its field, or all of it is seen. */
  fit?: 'cover' | 'contain'
  className?: string
}) {
  const { ref, seen } = useSeen<HTMLSpanElement>()
  const { url, missing } = usePhoto(entry.photoId, size, seen)
  const label = `${piece.name}, ${words}`
  return (
    <span ref={ref} className={clsx('flex items-center justify-center bg-[var(--stage)]', className)}>
      {url ? (
        // eslint-disable-next-line @next/next/no-img-element -- it lies in the browser, not on a server
        <img
          src={url}
          alt={label}
          className={clsx('h-full max-h-[inherit] w-full', fit === 'cover' ? 'object-cover' : 'object-contain')}
          width={entry.widthPx}
          height={entry.heightPx}
        />
      ) : (
        <span className="p-1 text-center text-xs text-[var(--stage-ink)]">
          {missing ? `${label}: not in this browser` : ''}
        </span>
      )}
    </span>
  )
}
