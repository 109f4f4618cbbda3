import Link from 'next/link'
import type { Studio } from '@/core/model/studio'
import { kilnsAfter, localClock, localDay, sessionsBetween } from '@/core/schedule/sessions'
import { loadWords, orderWords, sessionList } from '@/core/usecases/days/dayList'
import { DAY } from '@/core/base/spans'

/** The week in words: what to do in each session and how to leave each piece. This is what is printed. */
export function SessionLists({ studio, now }: { studio: Studio; now: number }) {
  const { calendar, settings } = studio
  const sessions = sessionsBetween(calendar, now, now + 8 * DAY)
  const kilns = kilnsAfter(calendar, now).filter(({ startMs }) => startMs < now + 8 * DAY)
  return (
    <section aria-label="The week in words" className="mt-4 print:mt-0">
      <h2 className="mb-2 text-lg font-bold">The week in words</h2>
      <ul className="gap-4 sm:columns-2 xl:columns-4">
        {sessions.map((session) => {
          const items = sessionList(studio, session.id)
          const order = orderWords(studio, session.id)
          return (
            <li
              key={session.id}
              className="mb-4 break-inside-avoid border border-base-content/60 p-3"
              data-session={session.id}
            >
              <h3 className="font-bold">{localDay(session.startMs, calendar.timeZone)}</h3>
              {items.length > 0 && (
                <Link
                  href={`/bench?session=${encodeURIComponent(session.id)}`}
                  className="float-right link text-sm print:hidden"
                >
                  To the bench
                </Link>
              )}
              <p className="numbers mb-1 text-xs text-base-content/80">
                {localClock(session.startMs, calendar.timeZone, settings.clock)} to{' '}
                {localClock(session.endMs, calendar.timeZone, settings.clock)}, {session.name}
              </p>
              {items.length ? (
                <ul className="numbers space-y-1 text-sm">
                  {items.map((item, i) => (
                    <li key={i} className={item.kind === 'cover' ? 'font-bold' : ''}>
                      {item.words}
                    </li>
                  ))}
                </ul>
              ) : (
                <p className="text-sm text-base-content/75">Nothing to do then.</p>
              )}
              {order && <p className="numbers mt-1 text-xs text-base-content/75">{order}</p>}
            </li>
          )
        })}
        {kilns.map(({ booking, startMs }) => (
          <li key={booking.id} className="mb-4 break-inside-avoid border border-base-content/60 p-3">
            <h3 className="font-bold">
              {localDay(startMs, calendar.timeZone)}, {booking.firing} firing, cone {booking.cone}
            </h3>
            <p className="numbers mb-1 text-xs text-base-content/80">
              lit at {localClock(startMs, calendar.timeZone, settings.clock)}, {booking.hours} h until it opens
            </p>
            <p className="text-sm">{loadWords(studio, booking.id).join(', ') || 'Nothing is ready for it.'}</p>
          </li>
        ))}
      </ul>
    </section>
  )
}
