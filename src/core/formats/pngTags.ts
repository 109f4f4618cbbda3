import { buf as crc32 } from 'crc-32'

/** A PNG’s signature and its header: 8 bytes, then length, name, 13 bytes of data and a check. */
const HEADER_END = 33

/** What says how its numbers are colours, and how large it is; ours take their place. */
const REPLACED = new Set(['sRGB', 'iCCP', 'gAMA', 'cHRM', 'cICP', 'pHYs'])

function chunk(name: string, data: Uint8Array): Uint8Array {
  const bytes = new Uint8Array(12 + data.length)
  const view = new DataView(bytes.buffer)
  view.setUint32(0, data.length)
  bytes.set(
    [...name].map((letter) => letter.charCodeAt(0)),
    4,
  )
  bytes.set(data, 8)
  view.setInt32(8 + data.length, crc32(bytes.subarray(4, 8 + data.length), 0))
  return bytes
}

/**
 * A PNG that says that its colours are sRGB (perceptual intent), and how many of its pixels make a metre, across and down, where that is
 * known: chunks sRGB and pHYs of the PNG specification (W3C, third edition). What is no PNG comes back as it is.
 */
export function taggedPng(png: Uint8Array, pixelsPerMetre: readonly [number, number] | null): Uint8Array<ArrayBuffer> {
  if (png.length < HEADER_END || png[0] !== 0x89 || png[1] !== 0x50) return new Uint8Array(png)
  const view = new DataView(png.buffer, png.byteOffset, png.byteLength)
  const parts = [png.subarray(0, HEADER_END), chunk('sRGB', new Uint8Array([0]))]
  if (pixelsPerMetre) {
    const size = new DataView(new ArrayBuffer(9))
    pixelsPerMetre.forEach((count, i) => size.setUint32(4 * i, Math.round(count)))
    size.setUint8(8, 1)
    parts.push(chunk('pHYs', new Uint8Array(size.buffer)))
  }
  for (let at = HEADER_END; at + 12 <= png.length;) {
    const end = at + 12 + view.getUint32(at)
    const name = String.fromCharCode(...png.subarray(at + 4, at + 8))
    if (!REPLACED.has(name)) parts.push(png.subarray(at, end))
    at = end
  }
  const whole = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
  let at = 0
  for (const part of parts) {
    whole.set(part, at)
    at += part.length
  }
  return whole
}

/** The same of a blob. */
export async function tagged(
  blob: Blob | null,
  pixelsPerMetre: readonly [number, number] | null = null,
): Promise<Blob | null> {
  return blob && new Blob([taggedPng(new Uint8Array(await blob.arrayBuffer()), pixelsPerMetre)], { type: 'image/png' })
}
