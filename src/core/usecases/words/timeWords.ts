import type { UncertainTime } from '../../clay/drying/uncertainty'
import type { Studio } from '../../model/studio'
import { localClock, localDate, localDay } from '../../schedule/sessions'
import { STAGE } from '../../clay/stages'
import type { PieceDrying } from '../drying/pieceDrying'
import type { StepWindow } from '../drying/stepWindow'
import { DAY, HOUR } from '../../base/spans'

type ClockSettings = Pick<Studio, 'calendar' | 'settings'>

/**
 * An instant in a few words, as seen from now: “14:20” today, “Thu 14:20” in the week to come or yesterday, else “Thu 12 Mar”.
 */
export function momentWords(ms: number, nowMs: number, { calendar: { timeZone }, settings }: ClockSettings): string {
  const clock = localClock(ms, timeZone, settings.clock)
  if (localDate(ms, timeZone) === localDate(nowMs, timeZone)) return clock
  if (ms > nowMs - DAY && ms < nowMs + 6 * DAY) return `${localDay(ms, timeZone).split(' ')[0]} ${clock}`
  return localDay(ms, timeZone)
}

/** Early to late of a time that is not certain, hours since `madeMs`. */
export const spanWords = (time: UncertainTime, madeMs: number, nowMs: number, clock: ClockSettings): string =>
  `${momentWords(madeMs + time.early * HOUR, nowMs, clock)} to ${momentWords(madeMs + time.late * HOUR, nowMs, clock)}`

/** When the clay is right for a step while the piece stands as it does. */
export function windowWords(
  { stage, opens, closes, state }: StepWindow,
  { madeMs, nowHours }: PieceDrying,
  nowMs: number,
  clock: ClockSettings,
): string {
  const at = (hours: number) => momentWords(madeMs + hours * HOUR, nowMs, clock)
  if (state === 'past') return `the moment for ${STAGE[stage].name} clay is past`
  if (state === 'tooWet')
    return opens
      ? `the wall is ${STAGE[stage].name} from about ` +
          `${at(opens.likely)} (${at(Math.max(opens.early, nowHours))} to ` +
          `${at(opens.late)})${closes ? ` until about ${at(closes.likely)}` : ''}, as it stands`
      : 'not while it stands like this; uncover it'
  return closes
    ? 'now, until about ' +
        `${at(closes.likely)} (${closes.early <= nowHours ? 'perhaps sooner' : at(closes.early)} to ` +
        `${at(closes.late)}), as it stands`
    : 'any time from now on'
}

/** A length of time in words: “25 min”, “2 h 10 min”, to the half minute below ten. */
export function minutesWords(minutes: number): string {
  if (minutes > 0 && minutes < 0.75) return `${Math.max(1, Math.round(minutes * 60))} s`
  if (minutes < 10) return `${Math.round(minutes * 2) / 2} min`
  const whole = Math.round(minutes)
  if (whole < 60) return `${whole} min`
  return whole % 60 ? `${Math.floor(whole / 60)} h ${whole % 60} min` : `${whole / 60} h`
}
