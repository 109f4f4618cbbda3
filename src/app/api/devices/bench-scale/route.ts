import { NextResponse } from 'next/server'
import * as z from '@/core/base/zod'
import { scaleReading } from '@/core/devices/benchScale'

/** Figures only: no piece, name or note comes here. */
const asked = z.strictObject({
  grams: z.number().positive().max(200_000),
  seed: z.int().min(0).max(0xffffffff),
  at: z.iso.datetime({ offset: true }),
})

const BYTES = 1_000

/** A simulated bench scale: what it shows for what lies on it at an instant, in grams. Replace it by a real one that answers the same. */
export async function POST(request: Request): Promise<NextResponse> {
  // Refused by what it says of itself before any of it is read, and by what it is after.
  const said = Number(request.headers.get('content-length') ?? 0)
  if (said > BYTES) return tooLong(said)
  const text = await request.text()
  if (text.length > BYTES) return tooLong(text.length)
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    return NextResponse.json({ error: 'The request is not JSON; send grams, seed and at.' }, { status: 400 })
  }
  const parsed = asked.safeParse(body)
  if (!parsed.success)
    return NextResponse.json(
      {
        error: `“${parsed.error.issues[0].path.join('.')}” ${parsed.error.issues[0].message}; send grams, seed and at.`,
      },
      { status: 400 },
    )
  const { grams, seed, at } = parsed.data
  const shown = scaleReading(grams, seed, Date.parse(at))
  return NextResponse.json({ format: 'vernice.weight', version: 1, simulated: true, at, grams: shown })
}

const tooLong = (bytes: number): NextResponse =>
  NextResponse.json({ error: `The request is ${bytes} bytes; the scale takes up to ${BYTES}.` }, { status: 413 })
