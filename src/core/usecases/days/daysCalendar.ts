import { capital } from '../../base/words'
import { calendarFile, type CalendarEntry } from '../../formats/calendarFile'
import type { HandedOut, Visit } from '../../model/calendar'
import type { Studio } from '../../model/studio'
import { kilnsAfter } from '../../schedule/sessions'
import { loadWords, sessionList, type DayItem } from './dayList'
import { lotName } from '../words/potWords'
import { stepWords } from '../words/stepWords'

/** A calendar file, and what is to be remembered of it. */
export interface DaysCalendar {
  readonly text: string
  readonly handedOut: readonly HandedOut[]
}

/** What tells visits apart that begin with the same step: their pots, and the first of its coats. */
const partOf = ({ pots, coats, stepIds }: Visit): string => {
  const from = coats.find(({ stepId }) => stepId === stepIds[0])?.from ?? 0
  return `${pots.length ? `-p${pots[0]}` : ''}${from ? `-c${from}` : ''}`
}

/** Which of the covers of its piece an item is, from the second on. */
function nth(items: readonly DayItem[], i: number): string {
  const before = items.slice(0, i).filter(({ pieceId }) => pieceId === items[i].pieceId).length
  return before ? `-${before + 1}` : ''
}

/**
 * The planned days as a calendar file: work, covers with an alarm, firings. What an earlier file handed out and is no longer planned,
 * as when work is grouped otherwise, is called off.
 */
export function daysCalendar(studio: Studio, nowMs: number): DaysCalendar {
  const { schedule } = studio
  const work = schedule.visits.flatMap((visit): CalendarEntry[] => {
    const piece = studio.pieces[visit.pieceId]
    if (!piece || (!visit.stepIds.length && !visit.makes)) return []
    const steps = visit.stepIds.flatMap((id) => piece.steps.filter((step) => step.id === id))
    const titles = [
      ...(visit.makes ? ['make'] : []),
      ...steps.map((step) => stepWords(step, studio, piece).title.toLowerCase()),
    ]
    return [
      {
        uid: `work-${piece.id}-${visit.makes ? 'make' : visit.stepIds[0]}${partOf(visit)}@vernice`,
        startMs: Date.parse(visit.at),
        endMs: Date.parse(visit.until),
        summary: `${lotName(piece, visit.pots)}: ${titles.join(', ')}`,
        description: steps
          .map((step) => `${stepWords(step, studio, piece).title} (${stepWords(step, studio, piece).brief})`)
          .join('\n'),
        remindMinutes: null,
      },
    ]
  })
  const covers = [...new Set(schedule.visits.map((visit) => visit.sessionId))].flatMap((sessionId) =>
    sessionList(studio, sessionId)
      .filter((item) => item.kind === 'cover')
      .map((item, i, items): CalendarEntry => ({
        uid: `cover-${item.pieceId}-${sessionId.replace(/[^\w-]/g, '-')}${nth(items, i)}@vernice`,
        startMs: item.atMs,
        endMs: item.atMs + 300_000,
        summary: capital(item.words.replace(/^\S+( [ap]m)? /i, '')),
        description: 'Before you leave the studio.',
        remindMinutes: 10,
      })),
  )
  const kilns = kilnsAfter(studio.calendar, nowMs).flatMap(({ booking, startMs, openMs }): CalendarEntry[] => {
    const load = loadWords(studio, booking.id)
    return load.length
      ? [
          {
            uid: `kiln-${booking.id}@vernice`,
            startMs,
            endMs: openMs,
            summary: `${capital(booking.firing)} firing, cone ${booking.cone}`,
            description: `${load.join('\n')}\nFeet bone dry? Ventilated, nobody stays in the room; cool before opening.`,
            remindMinutes: 60,
          },
        ]
      : []
  })
  const planned = [...work, ...covers, ...kilns].sort((a, b) => a.startMs - b.startMs)
  const ids = new Set(planned.map(({ uid }) => uid))
  const calledOff = studio.calendar.handedOut
    .filter(({ uid, end }) => !ids.has(uid) && Date.parse(end) > nowMs)
    .map(({ uid, start, end, summary }): CalendarEntry => ({
      uid,
      startMs: Date.parse(start),
      endMs: Date.parse(end),
      summary,
      description: 'No longer planned.',
      remindMinutes: null,
      calledOff: true,
    }))
  const entries = [...planned, ...calledOff]
  return {
    text: calendarFile(`${studio.name}: days`, entries, nowMs),
    handedOut: entries
      .filter(({ endMs }) => endMs > nowMs)
      .map(({ uid, startMs, endMs, summary }) => ({
        uid,
        start: new Date(startMs).toISOString(),
        end: new Date(endMs).toISOString(),
        summary: summary.slice(0, 2000),
      })),
  }
}
