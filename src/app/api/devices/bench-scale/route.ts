import { NextResponse } from 'next/server'
import * as z from '@/core/base/zod'
import { bodySchema } from '@/core/vocabulary/material'
import { pieceSchema } from '@/core/model/piece'
import { roomSchema } from '@/core/model/room'
import { simulatedWeight } from '@/core/usecases/drying/simulatedScale'

const asked = z.object({ piece: pieceSchema, body: bodySchema, room: roomSchema, at: z.iso.datetime({ offset: true }) })

const BYTES = 2_000_000

/** A simulated bench scale: what it shows for a piece at an instant, in grams. Replace it by a real one that answers the same. */
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
    return NextResponse.json({ error: 'The request is not JSON; send piece, body, room and at.' }, { status: 400 })
  }
  const parsed = asked.safeParse(body)
  if (!parsed.success)
    return NextResponse.json(
      {
        error: `“${parsed.error.issues[0].path.join('.')}” ${parsed.error.issues[0].message}; send piece, body, room and at.`,
      },
      { status: 400 },
    )
  const grams = simulatedWeight(parsed.data.piece, parsed.data.body, parsed.data.room, Date.parse(parsed.data.at))
  if (grams === null)
    return NextResponse.json(
      { error: 'Say when the piece was made and what it weighed then; the simulated scale goes by that.' },
      { status: 409 },
    )
  return NextResponse.json({ format: 'vernice.weight', version: 1, simulated: true, at: parsed.data.at, grams })
}

const tooLong = (bytes: number): NextResponse =>
  NextResponse.json({ error: `The request is ${bytes} bytes; the scale takes up to ${BYTES}.` }, { status: 413 })
