import { countWords } from '@/core/usecases/words/potWords'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { shownScale } from '@/core/usecases/view/pictureChoices'

/** What the picture shows: the piece, its size as made and fired, and the moment. */
export function PictureHeading({
  piece,
  studio,
  form,
  moment,
  isRedrawn,
  problem,
  length,
}: {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  moment: string
  /** Whether the picture will change. */
  isRedrawn: boolean
  problem: string | null
  length: (mm: number) => string
}) {
  const body = studio.bodies[piece.bodyId]
  const { rimMm, heightMm } = piece.form.sizes
  const fired = shownScale(body, 'firedWhole')
  return (
    <div className="pointer-events-none absolute top-4 left-6 max-w-64 max-sm:left-4 max-sm:max-w-42">
      <h1 className="text-xl font-bold">{piece.name}</h1>
      <p className="text-[0.8125rem] leading-snug">
        {countWords(piece.count)} · {body.name}
        <br />
        <span className="numbers">
          {form?.flat ? `${length(rimMm)} wide, ${length(heightMm)} thick` : `${length(heightMm)} tall`}
        </span>{' '}
        as made,{' '}
        <span className="numbers">{form?.flat ? `${length(rimMm * fired)} wide` : length(heightMm * fired)}</span> fired
      </p>
      <p className="mt-1 text-[0.8125rem] font-bold [&>span]:bg-[var(--stage)]/80" data-testid="moment">
        <span>{moment}</span>
      </p>
      {isRedrawn && (
        <p
          className="redrawing mt-1 inline-block bg-base-100/80 px-1.5 text-[0.8125rem] text-base-content"
          role="status"
        >
          being redrawn …
        </p>
      )}
      {problem && (
        <p role="alert" className="mt-2 bg-base-100 p-2 text-sm text-base-content">
          {problem}
        </p>
      )}
    </div>
  )
}
