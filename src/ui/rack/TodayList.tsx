'use client'

import clsx from 'clsx'
import Link from 'next/link'
import type { Studio } from '@/core/model/studio'
import { localClock, localDay } from '@/core/schedule/sessions'
import { nextSession, sessionList } from '@/core/usecases/days/dayList'
import { standingOf } from '@/core/usecases/drying/stepWindow'
import { lotPieces, namedPots } from '@/core/model/lots'
import { lotName } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { momentWords } from '@/core/usecases/words/timeWords'
import { useAllDrying, useNow } from '@/store/days'
import { HOUR } from '@/core/base/spans'

/** What is due in the next session, and which clay will not wait for it. */
export function TodayList({ studio }: { studio: Studio }) {
  const now = useNow()
  const { drying } = useAllDrying(studio)
  const { calendar, settings } = studio
  const session = now ? nextSession(studio, now) : null
  const items = session ? sessionList(studio, session.id) : []
  const lots = studio.order.flatMap((id) => (studio.pieces[id] ? lotPieces(studio.pieces[id]) : []))
  const urgent = lots.flatMap(({ id, lot, piece }) => {
    const standing = drying[id] ? standingOf(piece, drying[id], 24) : null
    const pots = namedPots(studio.pieces[piece.id], lot.pots)
    return standing && (standing.kind === 'soon' || standing.kind === 'past')
      ? [{ id, piece, pots, standing, drying: drying[id] }]
      : []
  })
  if (!items.length && !urgent.length) return null
  const clock = (ms: number) => localClock(ms, calendar.timeZone, settings.clock)
  return (
    <section
      aria-label="What is next"
      className={clsx(
        'mb-5 grid gap-x-8 gap-y-3 border border-base-content/70 px-4 py-3',
        items.length && urgent.length ? 'md:grid-cols-2' : '',
      )}
      data-testid="today"
    >
      {session && items.length > 0 && (
        <div>
          <div className="mb-1 flex items-center justify-between gap-4">
            <h2 className="font-bold">
              <Link href="/days" className="hover:underline">
                {localDay(session.startMs, calendar.timeZone)},{' '}
                <span className="numbers">
                  {clock(session.startMs)} to {clock(session.endMs)}
                </span>
              </Link>
            </h2>
            <Link href={`/bench?session=${encodeURIComponent(session.id)}`} className="btn btn-sm print:hidden">
              To the bench
            </Link>
          </div>
          <ul className="numbers text-sm">
            {items.slice(0, 7).map((item, i) => (
              <li key={i} className={item.kind === 'cover' ? 'font-bold' : ''}>
                {item.words}
              </li>
            ))}
            {items.length > 7 && <li className="text-base-content/75">and {items.length - 7} more</li>}
          </ul>
        </div>
      )}
      {urgent.length > 0 && (
        <div>
          <h2 className="font-bold">Clay that will not wait</h2>
          <ul className="numbers text-sm">
            {urgent.map(({ id, piece, pots, standing, drying: dries }) => {
              const step = piece.steps.find((s) => s.id === standing.window?.stepId)
              const title = step && stepWords(step, studio, piece).title.toLowerCase()
              const closes = standing.window?.closes
              const until = closes && (closes.early > dries.nowHours ? closes.early : closes.likely)
              return (
                <li key={id}>
                  <Link href={`/plan/${piece.id}`} className="font-bold hover:underline">
                    {lotName(piece, pots)}
                  </Link>
                  {': '}
                  {standing.kind === 'past'
                    ? `too dry for ${title ?? 'its next step'}; see what can still be done`
                    : until
                      ? `open until ${momentWords(dries.madeMs + until * HOUR, now, studio)}${title ? ` for ${title}` : ''}`
                      : ''}
                </li>
              )
            })}
          </ul>
        </div>
      )}
    </section>
  )
}
