import ICAL from 'ical.js'
import { describe, expect, it } from 'vitest'
import { calendarFile, type CalendarEntry } from './calendarFile'
import { HOUR } from '../base/spans'

const START = Date.UTC(2026, 2, 5, 17, 30)
const entry: CalendarEntry = {
  uid: 'visit-1',
  startMs: START,
  endMs: START + 3 * HOUR,
  summary: 'Carve the jugs',
  description: 'uncover first',
  remindMinutes: 45,
}
const events = (entries: readonly CalendarEntry[], stamp = START) =>
  new ICAL.Component(ICAL.parse(calendarFile('Tidewater shed', entries, stamp))).getAllSubcomponents('vevent')

describe('the calendar file, read by another reader', () => {
  it('holds instants, words and an alarm so many minutes before', () => {
    const [component] = events([entry])
    const event = new ICAL.Event(component)
    expect(event.uid).toBe('visit-1')
    expect(event.summary).toBe('Carve the jugs')
    expect(event.startDate.toJSDate().getTime()).toBe(START)
    expect(event.endDate.toJSDate().getTime()).toBe(START + 3 * HOUR)
    const [alarm] = component.getAllSubcomponents('valarm')
    expect((alarm.getFirstPropertyValue('trigger') as ICAL.Duration).toSeconds()).toBe(-45 * 60)
  })

  it('has no alarm where none is wanted, lasts at least a minute, and a later export counts as newer', () => {
    const [component] = events([{ ...entry, remindMinutes: null, endMs: START }])
    expect(component.getAllSubcomponents('valarm')).toHaveLength(0)
    expect(new ICAL.Event(component).duration.toSeconds()).toBe(60)
    const sequence = (stamp: number) => Number(events([entry], stamp)[0].getFirstPropertyValue('sequence'))
    expect(sequence(START + 60_000)).toBe(sequence(START) + 1)
    expect(sequence(Date.UTC(2020, 0, 1, 0, 7))).toBe(7)
  })

  it('keeps a name with line breaks on one line, and calls off what is called off', () => {
    const text = calendarFile('T', [{ ...entry, summary: 'Carve\r\nEND:VEVENT\nthe jugs', calledOff: true }], START)
    const [component] = events([{ ...entry, summary: 'Carve\r\nEND:VEVENT\nthe jugs', calledOff: true }])
    expect(text.match(/^END:VEVENT/gm)).toHaveLength(1)
    expect(new ICAL.Event(component).summary).toBe('Carve END:VEVENT the jugs')
    expect(component.getFirstPropertyValue('status')).toBe('CANCELLED')
    expect(events([entry])[0].getFirstPropertyValue('status')).toBe('CONFIRMED')
  })

  it('is called by its name and is published, not an invitation', () => {
    const calendar = new ICAL.Component(ICAL.parse(calendarFile('Tidewater shed', [entry], START)))
    expect(calendar.getFirstPropertyValue('x-wr-calname')).toBe('Tidewater shed')
    expect(calendar.getFirstPropertyValue('method')).toBe('PUBLISH')
    expect(calendar.getFirstPropertyValue('prodid')).toContain('Vernice')
  })
})
