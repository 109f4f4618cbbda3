'use client'

import clsx from 'clsx'
import type { Piece } from '@/core/model/piece'
import type { RunEntryOf } from '@/core/model/run'
import { PHOTO_WORDS } from '@/core/usecases/run/runWords'
import { usePhoto } from '@/store/photos'
import { useSeen } from '@/ui/kit/useSeen'

/** A photograph of the record, read when it comes into view; a grey field where this browser does not have it. */
export function Photo({
  entry,
  piece,
  size = 'small',
  className,
}: {
  entry: RunEntryOf<'photo'>
  piece: Pick<Piece, 'name'>
  size?: 'small' | 'whole'
  className?: string
}) {
  const { ref, seen } = useSeen<HTMLSpanElement>()
  const { url, missing } = usePhoto(entry.photoId, size, seen)
  const label = `${piece.name}, ${PHOTO_WORDS[entry.side]}`
  return (
    <span ref={ref} className={clsx('flex items-center justify-center bg-[var(--stage)]', className)}>
      {url ? (
        // eslint-disable-next-line @next/next/no-img-element -- it lies in the browser, not on a server
        <img
          src={url}
          alt={label}
          className="h-full w-full object-cover"
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
