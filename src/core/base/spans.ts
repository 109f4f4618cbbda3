/* Spans of time, ms. A day is 24 hours; days of the calendar, which clocks change, are the calendar’s. */

export const MINUTE = 60_000
export const HOUR = 60 * MINUTE
export const DAY = 24 * HOUR
