import { NextResponse } from 'next/server'

/* What all simulated devices have in common: bounded bodies, and one plain sentence where something is wrong. */

export const refused = (error: string, status = 400): NextResponse => NextResponse.json({ error }, { status })

/** A number as text; null where it is none or lies outside. An empty text is no number. */
export function numberIn(text: string | null, least: number, most: number): number | null {
  const value = text !== null && /^[-+]?\d+(\.\d+)?$/.test(text.trim()) ? Number(text) : NaN
  return value >= least && value <= most ? value : null
}

/** The body of a request, read no further than it may be long; null where it is longer. */
export async function bounded(request: Request, mostBytes: number): Promise<string | null> {
  if (Number(request.headers.get('content-length') ?? 0) > mostBytes) return null
  const reader = request.body?.getReader()
  const parts: Uint8Array[] = []
  let bytes = 0
  for (;;) {
    const part = await reader?.read()
    if (!part || part.done) break
    bytes += part.value.length
    if (bytes > mostBytes) {
      await reader?.cancel()
      return null
    }
    parts.push(part.value)
  }
  return new TextDecoder().decode(await new Blob(parts as BlobPart[]).arrayBuffer())
}
