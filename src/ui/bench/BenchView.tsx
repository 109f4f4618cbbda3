'use client'

import { counted } from '@/core/base/words'
import clsx from 'clsx'
import Link from 'next/link'
import { useSearchParams } from 'next/navigation'
import { useEffect, type ReactNode } from 'react'
import { ArrowRight } from 'lucide-react'
import { nextStepIndex } from '@/core/plan/timeline'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Step } from '@/core/plan/step'
import { localClock, localDay, sessionsBetween, type Session } from '@/core/schedule/sessions'
import { pieceItems, sessionItems } from '@/core/usecases/bench/benchItems'
import { sessionSheets } from '@/core/usecases/sheets/sessionSheets'
import { countWords } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { useNow, usePlannedStudio } from '@/store/days'
import { writeAddress } from '@/ui/frame/useAddress'
import { SmallPicture } from '@/ui/rack/CardPicture'
import { BenchTable } from './BenchTable'
import { DAY } from '@/core/base/spans'

/** The next step of a piece as the rail has it. */
function nextWords(step: Step, studio: Studio, piece: Piece): string {
  const { title, brief } = stepWords(step, studio, piece)
  return `Next: ${[title, brief].filter(Boolean).join(', ')}`
}

/** What is worked on now: one evening’s running order, or one piece by itself. */
export function BenchView() {
  const studio = usePlannedStudio()
  const now = useNow()
  const asked = useSearchParams()
  useEffect(() => {
    document.title = 'Bench · Vernice'
  }, [])
  const piece = studio.pieces[asked.get('piece') ?? '']
  if (piece) return <BenchTable title={piece.name} items={pieceItems(piece)} studio={studio} />
  const session = sessionsAround(studio, now).find(({ id }) => id === asked.get('session'))
  if (session)
    return <BenchTable title={sessionWords(session, studio)} items={sessionItems(studio, session.id)} studio={studio} />
  return <ChooseWork studio={studio} now={now} />
}

/** Sessions of the last day and the week to come. */
const sessionsAround = ({ calendar }: Studio, now: number): Session[] =>
  sessionsBetween(calendar, now - DAY, now + 8 * DAY)

/** Those that have work. */
const sessionsOf = (studio: Studio, now: number): Session[] => {
  const worked = new Set(studio.schedule.visits.map(({ sessionId }) => sessionId))
  return sessionsAround(studio, now).filter(({ id }) => worked.has(id))
}

const sessionWords = ({ startMs, endMs }: Session, { calendar, settings }: Studio): string =>
  `${localDay(startMs, calendar.timeZone)}, ${localClock(startMs, calendar.timeZone, settings.clock)} to ` +
  localClock(endMs, calendar.timeZone, settings.clock)

/** Which evening, or which piece. */
function ChooseWork({ studio, now }: { studio: Studio; now: number }) {
  const sessions = sessionsOf(studio, now).slice(0, 6)
  const pieces = studio.order.flatMap((id) => studio.pieces[id] ?? []).filter((piece) => hasWork(piece))
  return (
    <div className="mx-auto max-w-6xl px-6 py-4">
      <h1 className="mb-1 text-2xl font-bold">Bench</h1>
      <p className="mb-5 max-w-2xl text-base-content/80">
        One thing at a time, readable from a metre: what, which jar, how many coats, how long to wait. It is recorded as
        you go.
      </p>
      {sessions.length > 0 && (
        <section aria-labelledby="evenings" className="mb-6">
          <h2 id="evenings" className="mb-2 text-lg font-bold">
            An evening: all its pieces, in their running order
          </h2>
          <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
            {sessions.map((session) => {
              const items = sessionItems(studio, session.id).filter(({ kind }) => kind === 'act' || kind === 'make')
              const names = [...new Set(items.map(({ pieceId }) => studio.pieces[pieceId].name))]
              return (
                <li key={session.id}>
                  <Choice
                    onChoose={() => writeAddress('session', session.id)}
                    title={sessionWords(session, studio)}
                    words={
                      items.length
                        ? `${counted(items.length, 'act', 'acts')}: ${names.join(', ')}`
                        : 'only covers change'
                    }
                  />
                  {sessionSheets(studio, session.id).length > 0 && (
                    <Link className="mt-1 inline-block link text-sm" href={`/sheets?session=${session.id}`}>
                      Its sheets at true size
                    </Link>
                  )}
                </li>
              )
            })}
          </ul>
        </section>
      )}
      <section aria-labelledby="one-piece">
        <h2 id="one-piece" className="mb-2 text-lg font-bold">
          What do you work on? One piece or set
        </h2>
        {pieces.length ? (
          <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
            {pieces.map((piece) => {
              const step = piece.steps[nextStepIndex(piece.steps)]
              const count = piece.count > 1 ? `${countWords(piece.count)}. ` : ''
              return (
                <li key={piece.id}>
                  <Choice
                    onChoose={() => writeAddress('piece', piece.id)}
                    title={piece.name}
                    picture={<SmallPicture piece={piece} studio={studio} />}
                    words={`${count}${step ? nextWords(step, studio, piece) : ''}`}
                  />
                </li>
              )
            })}
          </ul>
        ) : (
          <p>
            Nothing is waiting for hands.{' '}
            <Link className="link" href="/new">
              Plan a piece
            </Link>
            , then its acts come to the bench one after another.
          </p>
        )}
      </section>
      {sessions.length === 0 && pieces.length > 0 && (
        <p className="mt-5 text-sm text-base-content/80">
          With{' '}
          <Link className="link" href="/days">
            the days planned
          </Link>
          , a whole evening comes here in its running order: one pot gets its coat while another dries.
        </p>
      )}
    </div>
  )
}

const hasWork = (piece: Piece): boolean => piece.apart.length > 0 || nextStepIndex(piece.steps) < piece.steps.length

function Choice({
  title,
  words,
  picture,
  onChoose,
}: {
  title: string
  words: string
  picture?: ReactNode
  onChoose: () => void
}) {
  return (
    <button
      type="button"
      onClick={onChoose}
      className={clsx(
        'flex min-h-20 w-full cursor-pointer items-center gap-3 px-4 py-3 text-left',
        'border border-base-content/70 bg-base-200 hover:border-base-content',
      )}
    >
      {picture}
      <span className="min-w-0 flex-1">
        <span className="block text-lg leading-tight font-bold wrap-anywhere">{title}</span>
        <span className="line-clamp-2 text-sm text-base-content/80">{words}</span>
      </span>
      <ArrowRight aria-hidden className="shrink-0" />
    </button>
  )
}
