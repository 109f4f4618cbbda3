'use client'

import Link from 'next/link'
import { lotPieces, standingPots } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex, timeline } from '@/core/plan/timeline'
import { STAGE } from '@/core/clay/stages'
import { countWords } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { useSeen } from '@/ui/kit/useSeen'
import { LifeStrip } from './LifeStrip'
import { CardPicture } from './CardPicture'
import { LotLines } from './LotLines'
import { PieceMenu } from './PieceMenu'
import { Words } from '@/ui/kit/Words'

/**
 * One piece on the rack: fired picture, where it stands, what to do next. Out of view it has no pictures, so that a rack of two
 * hundred is looked through at once.
 */
export function PieceCard({ piece, studio, away = false }: { piece: Piece; studio: Studio; away?: boolean }) {
  const { ref, seen } = useSeen<HTMLLIElement>()
  const next = nextStepIndex(piece.steps)
  const lots = lotPieces(piece)
  const lost = piece.count - standingPots(piece).length
  const times = timeline(piece.steps)
  const stage = STAGE[times[next].stage].name
  const words = next < piece.steps.length ? stepWords(piece.steps[next], studio, piece) : null
  return (
    <li
      ref={ref}
      className="flex flex-col border border-base-content/60 bg-base-200 [contain-intrinsic-size:auto_26rem] [content-visibility:auto]"
      data-testid="piece-card"
    >
      <Link href={`/plan/${piece.id}`} className="block">
        <div className="flex aspect-square max-h-64 w-full items-center justify-center bg-[var(--stage)]">
          {seen && <CardPicture piece={lots[0]?.piece ?? piece} studio={studio} />}
        </div>
        <div className="space-y-2 p-3 pb-2">
          <div>
            <h2 className="text-lg leading-tight font-bold wrap-anywhere">{piece.name}</h2>
            <p className="text-sm text-base-content/80">
              {countWords(piece.count)}
              {lost > 0 && `, ${lost} lost`} · {studio.bodies[piece.bodyId]?.name}
              {piece.tags.length > 0 && ` · ${piece.tags.join(', ')}`}
            </p>
          </div>
          {seen ? <LifeStrip piece={piece} /> : <div className="h-6" />}
        </div>
      </Link>
      {lots.length > 1 && <LotLines lots={lots} studio={studio} />}
      <div className="flex flex-1 items-end gap-2 px-3 pb-3">
        <p className="flex-1 self-start text-sm">
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
        <PieceMenu piece={piece} studio={studio} away={away} />
      </div>
    </li>
  )
}
