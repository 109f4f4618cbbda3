import * as z from '@/core/base/zod'
import type { Body } from '@/core/vocabulary/material'
import type { Piece } from '@/core/model/piece'
import { roomReadingSchema, type Room, type RoomReading } from '@/core/model/room'
import { seedFromText } from '@/core/base/random'
import { days, SOON_MS } from '@/workers/clients'
import { tell } from './studioStore'
import { DAY } from '@/core/base/spans'

const recordSchema = z.object({
  format: z.literal('vernice.room-record'),
  version: z.literal(1),
  simulated: z.boolean(),
  readings: z.array(roomReadingSchema).max(5000),
})
const weightSchema = z.object({
  format: z.literal('vernice.weight'),
  version: z.literal(1),
  simulated: z.boolean(),
  grams: z.number().positive(),
})

async function asked<T>(what: string, request: () => Promise<Response>, schema: z.ZodType<T>): Promise<T | null> {
  try {
    const response = await request()
    const body: unknown = await response.json()
    if (!response.ok) {
      tell('problem', `The ${what} says: ${(body as { error?: string }).error ?? response.status}`)
      return null
    }
    return schema.parse(body)
  } catch (error) {
    tell(
      'problem',
      `The ${what} does not answer (${error instanceof Error ? error.name : 'unknown'}); type the figures instead.`,
    )
    return null
  }
}

/** Two weeks of readings of the room sensor, up to now. */
export async function readRoomSensor(room: Room, seed: number): Promise<RoomReading[] | null> {
  const now = Date.now()
  const query = new URLSearchParams({
    seed: String(seed),
    celsius: String(room.celsius),
    humidity: String(room.humidity),
    from: new Date(now - 14 * DAY).toISOString(),
    to: new Date(now).toISOString(),
  })
  return (await asked('room sensor', () => fetch(`/api/devices/room-sensor?${query}`), recordSchema))?.readings ?? null
}

/**
 * What the bench scale shows for a piece now, g. What it really weighs is worked out in a worker of this page; the simulated scale is
 * told the figure and nothing of the piece.
 */
export async function readBenchScale(piece: Piece, body: Body, room: Room): Promise<number | null> {
  const nowMs = Date.now()
  const grams = await days
    .ask((worker) => worker.hiddenWeight(piece, body, room, nowMs), { limitMs: SOON_MS })
    .catch(() => null)
  if (grams === null) {
    tell(
      'problem',
      'The bench scale says: Say when the piece was made and what it weighed then; the simulated scale goes by that.',
    )
    return null
  }
  const answer = await asked(
    'bench scale',
    () =>
      fetch('/api/devices/bench-scale', {
        method: 'POST',
        body: JSON.stringify({ grams, seed: seedFromText(piece.id), at: new Date(nowMs).toISOString() }),
      }),
    weightSchema,
  )
  return answer?.grams ?? null
}
