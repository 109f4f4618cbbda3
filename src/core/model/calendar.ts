import * as z from '../base/zod'
import { CONES } from '../firing/cones'
import { COVERS } from '../clay/stages'
import { instant } from './room'

const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)
const clock = z.iso.time({ precision: -1 })
const day = z.iso.date()

/** Hours of a weekday when hands are in the studio, or a class is. Monday is 1. Local times of the calendar's zone. */
const weeklyHoursSchema = z.strictObject({
  id,
  name: z.string().trim().min(1).max(60),
  weekday: z.int().min(1).max(7),
  from: clock,
  to: clock,
  /** Pairs of hands that work then: one, or those of a class. */
  hands: z.int().min(1).max(60),
})

/** A day that differs: closed, or open at other hours. */
const exceptionSchema = z.strictObject({
  date: day,
  hours: z.strictObject({ from: clock, to: clock }).nullable(),
  note: z.string().max(120),
})

export const FIRING_KINDS = ['bisque', 'decoration', 'glaze'] as const

/** A place in a kiln, booked. */
export const firingBookingSchema = z.strictObject({
  id,
  /** Local day and time at which the kiln is packed and lit. */
  at: z.iso.datetime({ local: true, precision: -1 }),
  firing: z.enum(FIRING_KINDS),
  cone: z.enum(CONES),
  /** How many pieces it takes. */
  places: z.int().min(1).max(2000),
  /** Hours until it can be opened. */
  hours: z.number().min(1).max(120),
})

export type FiringBooking = z.infer<typeof firingBookingSchema>

const handedOutSchema = z.strictObject({
  uid: z.string().min(1).max(300),
  start: instant,
  end: instant,
  summary: z.string().max(2000),
})

/** An entry of a calendar file, as it was when it was handed out. */
export type HandedOut = z.infer<typeof handedOutSchema>

/** Chances of finding the clay right that a studio may aim at, in per cent. */
export const SURENESS = ['80', '95'] as const

export const calendarSchema = z.strictObject({
  timeZone: z.string().min(1).max(60),
  weekly: z.array(weeklyHoursSchema).max(60),
  exceptions: z.array(exceptionSchema).max(400),
  firings: z.array(firingBookingSchema).max(200),
  /** Covers the studio has, besides leaving a piece open. */
  covers: z.array(z.enum(COVERS)).max(COVERS.length),
  /** Entries that calendar files handed out; one that is no longer planned is called off in the next file. */
  handedOut: z.array(handedOutSchema).max(5000),
  /** How sure a visit should be to find the clay right. */
  sure: z.enum(SURENESS),
})

export type Calendar = z.infer<typeof calendarSchema>

/** Pots that something is planned for; none named means the whole set. */
const pots = z.array(z.int().min(1).max(500)).max(500)

/** The session of covers that are put on before all others. */
export const AT_ONCE = 'now'

const micrometres = z.number().min(0).max(5000)

/** One stretch of hands: a coat of a step, counted from 0; or the making, which is no step. */
const touchSchema = z.strictObject({
  stepId: id.nullable(),
  coat: z.int().min(0).max(40),
  at: instant,
  until: instant,
  /** Water that it brings to each face of the wall. */
  outsideUm: micrometres,
  insideUm: micrometres,
})

/** Steps of one lot put into one session, and how it is left. */
export const visitSchema = z.strictObject({
  pieceId: id,
  pots,
  sessionId: z.string().min(1).max(140),
  /** When hands go to it, and when it is left. */
  at: instant,
  until: instant,
  /** Whether the piece is made at this visit. */
  makes: z.boolean(),
  stepIds: z.array(id).max(200),
  /** Which coats of a step are laid, from (counted from 0) and up to but not including; steps that are done whole are not named. */
  coats: z.array(z.strictObject({ stepId: id, from: z.int().min(0).max(40), to: z.int().min(1).max(40) })).max(4),
  /** When it is uncovered, if that is before hands go to it. */
  opens: instant.nullable(),
  /** When the cover goes on, if it is left open for a while after the hands. */
  covered: instant.nullable(),
  cover: z.enum(COVERS),
  /** The chance that the clay is right for all of it, 0–1; null where clay does not decide. */
  chance: z.number().min(0).max(1).nullable(),
  /** What hands do, one stretch after another. */
  touches: z.array(touchSchema).max(400),
})

export type Visit = z.infer<typeof visitSchema>

export const unmetSchema = z.strictObject({
  pieceId: id,
  pots,
  stepId: id.nullable(),
  why: z.string().max(400),
  changes: z.array(z.string().max(300)).max(8),
})

/** What could not be placed, and the smallest changes that would make it possible. */
export type Unmet = z.infer<typeof unmetSchema>

export const unsureSchema = z.strictObject({
  pieceId: id,
  pots,
  /** The visit that is least sure, and the first step of it that the clay decides about. */
  sessionId: z.string().min(1).max(140),
  stepId: id.nullable(),
  chance: z.number().min(0).max(1),
  changes: z.array(z.string().max(300)).max(8),
})

/** A lot whose clay is found right less often than the studio asked for, and what would make it surer. */
export type Unsure = z.infer<typeof unsureSchema>

/** Every step in a session. `pins` are steps that the artist put into a session by hand; they stay. */
export const scheduleSchema = z.strictObject({
  madeAt: instant.nullable(),
  visits: z.array(visitSchema).max(5000),
  loads: z.array(z.strictObject({ bookingId: id, pieceId: id, pots, stepId: id })).max(5000),
  unmet: z.array(unmetSchema).max(1000),
  unsure: z.array(unsureSchema).max(1000).optional(),
  pins: z.array(z.strictObject({ pieceId: id, pots, stepId: id, sessionId: z.string().min(1).max(140) })).max(2000),
  /** Of sessions whose order was searched for: how often colour or tool is changed, and by which share no order could be better. */
  orders: z
    .array(
      z.strictObject({
        sessionId: z.string().min(1).max(140),
        changes: z.number().int().min(0).max(10_000),
        gap: z.number().min(0).max(1000),
      }),
    )
    .max(1000)
    .optional(),
})

export type Schedule = z.infer<typeof scheduleSchema>

export const EMPTY_SCHEDULE: Schedule = { madeAt: null, visits: [], loads: [], unmet: [], pins: [] }

export const plainCalendar = (timeZone: string): Calendar => ({
  timeZone,
  weekly: [],
  exceptions: [],
  firings: [],
  covers: ['draped', 'sealed'],
  handedOut: [],
  sure: '80',
})

/** Whether something planned is for a pot. */
export const isFor = ({ pots }: { readonly pots: readonly number[] }, pot: number): boolean =>
  pots.length === 0 || pots.includes(pot)
