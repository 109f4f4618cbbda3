import { NextResponse } from 'next/server'
import * as z from '@/core/base/zod'
import { scaleReading } from '@/core/devices/benchScale'
import { bounded, refused } from '../asked'

/** Figures only: no piece, name or note comes here. */
const asked = z.strictObject({
  grams: z.number().positive().max(200_000),
  seed: z.int().min(0).max(0xffffffff),
  at: z.iso.datetime({ offset: true }),
})

const WANTED: Readonly<Record<string, string>> = {
  grams: 'a number above 0 and up to 200000',
  seed: 'a whole number from 0 to 4294967295',
  at: 'an ISO 8601 instant',
}

const BYTES = 1_000

/** A simulated bench scale: what it shows for what lies on it at an instant, in grams. Replace it by a real one that answers the same. */
export async function POST(request: Request): Promise<NextResponse> {
  const text = await bounded(request, BYTES)
  if (text === null) return refused(`The request is longer than the ${BYTES} bytes that the scale takes.`, 413)
  let body: unknown
  try {
    body = JSON.parse(text)
  } catch {
    return refused('The request is not JSON; send grams, seed and at.')
  }
  const parsed = asked.safeParse(body)
  if (!parsed.success) return refused(faultOf(body))
  const { grams, seed, at } = parsed.data
  const shown = scaleReading(grams, seed, Date.parse(at))
  return NextResponse.json({ format: 'vernice.weight', version: 1, simulated: true, at, grams: shown })
}

function faultOf(body: unknown): string {
  const fields = typeof body === 'object' && body !== null ? (body as Record<string, unknown>) : {}
  const strange = Object.keys(fields).find((key) => !(key in WANTED))
  if (strange !== undefined) return `The scale knows no “${strange.slice(0, 40)}”; send grams, seed and at.`
  const wrong =
    Object.keys(WANTED).find((key) => !asked.shape[key as 'grams'].safeParse(fields[key]).success) ?? 'grams'
  return `The scale needs ${wrong}, ${WANTED[wrong]}, and got ${String(JSON.stringify(fields[wrong]) ?? 'nothing').slice(0, 40)}.`
}
