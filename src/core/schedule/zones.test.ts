import { describe, expect, it } from 'vitest'
import { litAt, localClock, localDate, localDay, sessionsBetween } from './sessions'
import { plainCalendar, type Calendar } from '../model/calendar'
import { HOUR } from '../base/spans'

/* A booking and a session are in the studio’s own time, wherever the machine is. Zones by the IANA time zone database. */

const ZONES = [
  'Pacific/Kiritimati',
  'Australia/Sydney',
  'Asia/Kolkata',
  'Europe/Berlin',
  'UTC',
  'America/Sao_Paulo',
  'America/Los_Angeles',
  'Pacific/Pago_Pago',
]

/** Days with both changes of the clock in the north and the south among them, and their neighbours. */
const DAYS = ['2026-03-05', '2026-03-08', '2026-03-29', '2026-04-05', '2026-10-04', '2026-10-25', '2026-11-01']

const NAMES = { weekday: 'short', day: 'numeric', month: 'short' } as const

describe('in eight zones', () => {
  it.each(ZONES.flatMap((zone) => DAYS.map((day) => [zone, day] as const)))(
    'in %s a kiln booked for %s is told on that day, at its hour',
    (zone, day) => {
      for (const clock of ['00:30', '08:00', '20:00', '23:45']) {
        const ms = litAt({ at: `${day}T${clock}` }, zone)
        expect([localDate(ms, zone), localClock(ms, zone)]).toEqual([day, clock])
        // The day in words is that of the calendar, which has no zone.
        const written = new Date(`${day}T12:00:00Z`).toLocaleDateString(undefined, { ...NAMES, timeZone: 'UTC' })
        expect(localDay(ms, zone)).toBe(written)
      }
    },
  )

  it.each(ZONES)('in %s a session of the evening is on its day and as long as its clock says', (timeZone) => {
    const calendar: Calendar = {
      ...plainCalendar(timeZone),
      weekly: Array.from({ length: 7 }, (_, i) => ({
        id: `w${i}`,
        weekday: i + 1,
        name: 'Evening',
        from: '18:00',
        to: '21:30',
        hands: 1,
      })),
    }
    for (const day of DAYS) {
      const ms = litAt({ at: `${day}T12:00` }, timeZone)
      const [session] = sessionsBetween(calendar, ms, ms + 8 * HOUR)
      expect([session.date, localClock(session.startMs, timeZone)]).toEqual([day, '18:00'])
      expect(session.endMs - session.startMs).toBe(3.5 * HOUR)
    }
  })
})
