'use client'

import Link from 'next/link'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex, timeline } from '@/core/plan/timeline'
import { STAGE } from '@/core/clay/stages'
import { stepWords } from '@/core/usecases/words/stepWords'
import { isSlab } from '@/core/usecases/words/told'
import { useThumbnail } from '@/store/derived'
import { useSeen } from '@/ui/kit/useSeen'
import { LifeStrip } from './LifeStrip'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import { Words } from '@/ui/kit/Words'

const SIZE = 260

/** One piece on the rack: fired picture, where it stands, what to do next. */
export function PieceCard({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { ref, seen } = useSeen<HTMLLIElement>()
  const { value: pixels, problem } = useThumbnail(piece, studio, SIZE, seen)
  const next = nextStepIndex(piece.steps)
  const times = timeline(piece.steps)
  const stage = STAGE[times[next].stage].name
  const words = next < piece.steps.length ? stepWords(piece.steps[next], studio, isSlab(piece)) : null
  return (
    <li ref={ref} className="border border-base-content/60 bg-base-200" data-testid="piece-card">
      <Link href={`/plan/${piece.id}`} className="block">
        <div className="flex aspect-square max-h-64 w-full items-center justify-center bg-[var(--stage)]">
          {pixels ? (
            <PixelCanvas pixels={pixels} label={`${piece.name}, as it will look fired`} />
          ) : (
            <span className="p-3 text-sm text-[var(--stage-ink)]">{problem ?? 'firing the picture…'}</span>
          )}
        </div>
        <div className="space-y-2 p-3 pb-2">
          <div>
            <h2 className="text-lg leading-tight font-bold">{piece.name}</h2>
            <p className="text-sm text-base-content/80">
              {piece.count === 1 ? 'one piece' : `set of ${piece.count}`} · {studio.bodies[piece.bodyId]?.name}
            </p>
          </div>
          <LifeStrip piece={piece} />
        </div>
      </Link>
      <p className="px-3 pb-3 text-sm">
        <span className="text-base-content/80">
          <Words text={stage} />. Next:{' '}
        </span>
        <b>
          <Words text={words ? words.title : piece.steps.length ? 'nothing, it is done' : 'plan the first step'} />
        </b>
        {words && (
          <span className="text-base-content/80">
            {' '}
            (<Words text={words.brief} />)
          </span>
        )}
      </p>
    </li>
  )
}
