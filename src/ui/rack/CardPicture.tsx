'use client'

import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { useThumbnail } from '@/store/derived'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import { useSeen } from '@/ui/kit/useSeen'

/** One size for all: a picture that was drawn for the rack is there for the bench too. */
const SIZE = 260

/** A piece as it will look fired. */
export function CardPicture({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { value: pixels, problem } = useThumbnail(piece, studio, SIZE)
  return pixels ? (
    <PixelCanvas pixels={pixels} label={`${piece.name}, as it will look fired`} />
  ) : (
    <span className="p-3 text-sm text-[var(--stage-ink)]">{problem ?? 'drawing the preview…'}</span>
  )
}

/** The same in small beside a name in a list, once it comes into view; the name says what it is. */
export function SmallPicture({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { ref, seen } = useSeen<HTMLSpanElement>()
  return (
    <span
      ref={ref}
      aria-hidden
      className="block h-16 w-16 shrink-0 bg-[var(--stage)] [&_canvas]:h-full [&_canvas]:w-full"
    >
      {seen && <Drawn piece={piece} studio={studio} />}
    </span>
  )
}

function Drawn({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { value: pixels } = useThumbnail(piece, studio, SIZE)
  return pixels ? <PixelCanvas pixels={pixels} label="" /> : null
}
