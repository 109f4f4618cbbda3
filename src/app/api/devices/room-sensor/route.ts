import { NextResponse } from 'next/server'
import * as z from '@/core/base/zod'
import { simulatedReadings } from '@/core/devices/roomSensor'

const query = z.object({
  seed: z.coerce
    .number()
    .int()
    .min(0)
    .max(2 ** 31)
    .default(1),
  celsius: z.coerce.number().min(-10).max(45),
  humidity: z.coerce.number().min(0.05).max(0.95),
  from: z.iso.datetime({ offset: true }),
  to: z.iso.datetime({ offset: true }),
})

/** A simulated room sensor: hourly readings between two instants. Replace it by a real one that answers in the same format. */
export function GET(request: Request): NextResponse {
  const asked = query.safeParse(Object.fromEntries(new URL(request.url).searchParams))
  if (!asked.success) {
    const [first] = asked.error.issues
    return NextResponse.json(
      {
        error: `“${first.path.join('.')}” ${first.message}; give celsius, humidity (0–1), from and to as ISO 8601 instants.`,
      },
      { status: 400 },
    )
  }
  const { seed, celsius, humidity, from, to } = asked.data
  return NextResponse.json({
    format: 'vernice.room-record',
    version: 1,
    simulated: true,
    readings: simulatedReadings({ seed, celsius, humidity, fromMs: Date.parse(from), toMs: Date.parse(to) }),
  })
}
