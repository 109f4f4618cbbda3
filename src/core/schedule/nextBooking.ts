import { addDays, format, parseISO } from 'date-fns'
import type { Calendar, FiringBooking } from '../model/calendar'

/** What the next kiln most likely is: a week after the last, a glaze firing after a bisque; a bisque a week from today to begin with. */
export function nextBooking({ firings }: Pick<Calendar, 'firings'>, id: string, today: string): FiringBooking {
  const last = firings.reduce<FiringBooking | null>((a, b) => (a && a.at > b.at ? a : b), null)
  const from = last && last.at.slice(0, 10) > today ? last.at.slice(0, 10) : today
  const at = `${format(addDays(parseISO(from), 7), 'yyyy-MM-dd')}T${last ? last.at.slice(11, 16) : '20:00'}`
  const { cone, places } = last ?? { cone: '04', places: 20 }
  return last?.firing === 'bisque'
    ? { id, at, firing: 'glaze', cone, places, hours: 34 }
    : { id, at, firing: 'bisque', cone, places, hours: 30 }
}
