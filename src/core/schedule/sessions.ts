import { tz, TZDate } from '@date-fns/tz'
import { addDays, format, getISODay } from 'date-fns'
import type { Calendar, FiringBooking } from '../model/calendar'
import { HOUR } from '../base/spans'

/** Hours in which hands are in the studio. `id` is the weekly hours and the local day, so that it stays the same from plan to plan. */
export interface Session {
  readonly id: string
  readonly name: string
  /** Local day, yyyy-mm-dd. */
  readonly date: string
  readonly startMs: number
  readonly endMs: number
  /** Pairs of hands. */
  readonly hands: number
}

/** A booked kiln, as instants. */
export interface Kiln {
  readonly booking: FiringBooking
  readonly startMs: number
  readonly openMs: number
}

/** The instant of a local day and clock time in a zone. A time that daylight saving skips is moved on by the hour that is missing. */
export function localInstant(date: string, clock: string, timeZone: string): number {
  const [year, month, day] = date.split('-').map(Number)
  const [hour, minute] = clock.split(':').map(Number)
  return new TZDate(year, month - 1, day, hour, minute, timeZone).getTime()
}

/** The local day of an instant, yyyy-mm-dd. */
export const localDate = (ms: number, timeZone: string): string => format(ms, 'yyyy-MM-dd', { in: tz(timeZone) })

/** The local clock time of an instant. */
export const localClock = (ms: number, timeZone: string, clock: '24' | '12' = '24'): string =>
  format(ms, clock === '24' ? 'HH:mm' : 'h:mm a', { in: tz(timeZone) })

/** How the machine’s language writes a day, by time zone. */
const dayFormats = new Map<string, Intl.DateTimeFormat>()

/** A local day in words, as the language of the machine writes it: “Thu 5 Mar”, “Thu, Mar 5”, “Do., 5. März”. */
export function localDay(ms: number, timeZone: string): string {
  const known = dayFormats.get(timeZone)
  const written =
    known ?? new Intl.DateTimeFormat(undefined, { weekday: 'short', day: 'numeric', month: 'short', timeZone })
  if (!known) dayFormats.set(timeZone, written)
  return written.format(ms)
}

/** All sessions that end after `fromMs` and begin before `toMs`, in order of time. Sessions over midnight end on the next day. */
export function sessionsBetween({ weekly, exceptions, timeZone }: Calendar, fromMs: number, toMs: number): Session[] {
  const differs = new Map(exceptions.map((exception) => [exception.date, exception]))
  const sessions: Session[] = []
  const last = localDate(toMs, timeZone)
  let day = addDays(new TZDate(fromMs, timeZone), -1)
  for (let date = format(day, 'yyyy-MM-dd'); date <= last; day = addDays(day, 1), date = format(day, 'yyyy-MM-dd')) {
    const exception = differs.get(date)
    if (exception && !exception.hours) continue
    const hours = weekly.filter((entry) => entry.weekday === getISODay(day))
    const open = exception?.hours
      ? [
          {
            id: hours[0]?.id ?? 'extra',
            name: exception.note || hours[0]?.name || 'Extra hours',
            hands: hours[0]?.hands ?? 1,
            ...exception.hours,
          },
        ]
      : hours
    for (const { id, name, from, to, hands } of open) {
      const startMs = localInstant(date, from, timeZone)
      const endMs =
        to > from ? localInstant(date, to, timeZone) : localInstant(format(addDays(day, 1), 'yyyy-MM-dd'), to, timeZone)
      if (endMs > fromMs && startMs < toMs) sessions.push({ id: `${id}@${date}`, name, date, startMs, endMs, hands })
    }
  }
  return sessions.sort((a, b) => a.startMs - b.startMs || a.id.localeCompare(b.id))
}

/** When a booked kiln is lit: bookings are written in the studio’s own time. */
export function litAt({ at }: Pick<FiringBooking, 'at'>, timeZone: string): number {
  const [date, clock] = at.split('T')
  return localInstant(date, clock.slice(0, 5), timeZone)
}

/** Booked kilns that are lit after `fromMs`, in order of time. */
export const kilnsAfter = ({ firings, timeZone }: Calendar, fromMs: number): Kiln[] =>
  firings
    .map((booking) => {
      const startMs = litAt(booking, timeZone)
      return { booking, startMs, openMs: startMs + booking.hours * HOUR }
    })
    .filter(({ startMs }) => startMs >= fromMs)
    .sort((a, b) => a.startMs - b.startMs)
