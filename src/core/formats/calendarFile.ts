import ical, { ICalAlarmType, ICalCalendarMethod, ICalEventStatus } from 'ical-generator'

/** One entry of a calendar file. `uid` stays the same from export to export, so that a second import moves it. */
export interface CalendarEntry {
  readonly uid: string
  readonly startMs: number
  readonly endMs: number
  readonly summary: string
  readonly description: string
  /** Minutes before the start at which to remind; null for none. */
  readonly remindMinutes: number | null
  /** It was handed out before and is no longer planned: calendars take it away. */
  readonly calledOff?: true
}

/** Minutes since 2020, so that a later plan counts as the newer version of an entry. */
const sequenceOf = (stampMs: number) => Math.max(0, Math.floor((stampMs - Date.UTC(2020, 0, 1)) / 60_000))

const oneLine = (text: string) => text.replace(/\s+/g, ' ').trim()

/** An iCalendar text (RFC 5545), instants in UTC, alarms, stable identifiers. */
export function calendarFile(name: string, entries: readonly CalendarEntry[], stampMs: number): string {
  const calendar = ical({
    name,
    prodId: { company: 'Vernice', product: 'days', language: 'EN' },
    method: ICalCalendarMethod.PUBLISH,
  })
  for (const entry of entries) {
    const event = calendar.createEvent({
      id: entry.uid,
      start: new Date(entry.startMs),
      end: new Date(Math.max(entry.endMs, entry.startMs + 60_000)),
      summary: oneLine(entry.summary),
      description: entry.description,
      status: entry.calledOff ? ICalEventStatus.CANCELLED : ICalEventStatus.CONFIRMED,
      stamp: new Date(stampMs),
      sequence: sequenceOf(stampMs),
    })
    if (entry.remindMinutes !== null)
      event.createAlarm({
        type: ICalAlarmType.display,
        trigger: entry.remindMinutes * 60,
        description: oneLine(entry.summary),
      })
  }
  return calendar.toString()
}
