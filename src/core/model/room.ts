import * as z from '../base/zod'
import { UNCALIBRATED } from '../clay/drying/calibrate'
import { BLOWERS } from '../clay/drying/airSide'

/** An instant, in UTC. */
export const instant = z.iso
  .datetime({ precision: 0 })
  .or(z.iso.datetime({ precision: -1 }))
  .or(z.iso.datetime({ precision: 3 }))

/** What was read in a room: °C and relative humidity 0–1. */
export const roomReadingSchema = z.strictObject({
  at: instant,
  celsius: z.number().min(-20).max(60),
  humidity: z.number().min(0.02).max(0.99),
})

export type RoomReading = z.infer<typeof roomReadingSchema>

/** A room where pieces dry. Its drying factor θ multiplies all that the air does; it is learnt from what was seen. */
export const roomSchema = z.strictObject({
  id: z
    .string()
    .min(1)
    .max(64)
    .regex(/^[\w-]+$/),
  name: z.string().trim().min(1).max(80),
  celsius: z.number().min(0).max(45),
  humidity: z.number().min(0.05).max(0.95),
  air: z.enum(BLOWERS.filter((b) => b !== 'dryer') as ['none', 'fan']),
  factor: z.strictObject({ ln: z.number().min(-2).max(2), sigma: z.number().min(0).max(0.5) }),
  /** Readings that take the place of the typed figures for as long as they reach, oldest first. */
  record: z.array(roomReadingSchema).max(5000),
})

export type Room = z.infer<typeof roomSchema>

/** A new room as most studios are. */
export const plainRoom = (id: string, name: string): Room => ({
  id,
  name,
  celsius: 21,
  humidity: 0.5,
  air: 'none',
  factor: { ...UNCALIBRATED },
  record: [],
})
