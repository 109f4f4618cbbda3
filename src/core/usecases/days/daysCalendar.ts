import { calendarFile, type CalendarEntry } from '../../formats/calendarFile'
import type { Studio } from '../../model/studio'
import { kilnsAfter } from '../../schedule/sessions'
import { loadWords, sessionList } from './dayList'
import { stepWords } from '../words/stepWords'
import { isSlab } from '../words/told'

/** The planned days as a calendar file: work, covers with an alarm, firings. */
export function daysCalendar(studio: Studio, nowMs: number): string {
  const { schedule } = studio
  const work = schedule.visits.flatMap((visit): CalendarEntry[] => {
    const piece = studio.pieces[visit.pieceId]
    if (!piece || (!visit.stepIds.length && !visit.makes)) return []
    const steps = visit.stepIds.flatMap((id) => piece.steps.filter((step) => step.id === id))
    const titles = [
      ...(visit.makes ? ['make'] : []),
      ...steps.map((step) => stepWords(step, studio, isSlab(piece)).title.toLowerCase()),
    ]
    return [
      {
        uid: `work-${piece.id}-${visit.makes ? 'make' : visit.stepIds[0]}@vernice`,
        startMs: Date.parse(visit.at),
        endMs: Date.parse(visit.until),
        summary: `${piece.name}: ${titles.join(', ')}`,
        description: steps
          .map(
            (step) =>
              `${stepWords(step, studio, isSlab(piece)).title} (${stepWords(step, studio, isSlab(piece)).brief})`,
          )
          .join('\n'),
        remindMinutes: null,
      },
    ]
  })
  const covers = [...new Set(schedule.visits.map((visit) => visit.sessionId))].flatMap((sessionId) =>
    sessionList(studio, sessionId)
      .filter((item) => item.kind === 'cover')
      .map((item): CalendarEntry => ({
        uid: `cover-${item.pieceId}-${sessionId.replace(/[^\w-]/g, '-')}@vernice`,
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
  return calendarFile(
    `${studio.name}: days`,
    [...work, ...covers, ...kilns].sort((a, b) => a.startMs - b.startMs),
    schedule.madeAt ? Date.parse(schedule.madeAt) : nowMs,
  )
}

const capital = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`
