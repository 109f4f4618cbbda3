import { Unzip, UnzipInflate, Zip, ZipDeflate, ZipPassThrough } from 'fflate'
import { fail, ok, type Result } from '../base/result'
import { FILE_LIMIT_BYTES } from './verniceFile'

/* A studio or a piece with its photographs as one zip: the document as JSON, pictures as they are kept, tables for other programs. */

export const DOCUMENT_NAME = 'vernice.json'

/** So many entries, and so much of each and of all, are read: more is no studio. */
const MOST_ENTRIES = 20_000
const PHOTO_LIMIT_BYTES = 12 * 1_048_576
const WHOLE_LIMIT_BYTES = 2_000 * 1_048_576

/** Where a photograph lies in the zip. */
export const photoName = (photoId: string): string => `photographs/${photoId}.jpg`

const PHOTO_NAME = /^photographs\/([\w-]{1,64})\.jpg$/

/** Writes a zip piece by piece; `take` gets the bytes as they come, so that a thousand photographs are never held at once. */
export class ZipWriter {
  private failed: Error | null = null

  constructor(private readonly take: (bytes: Uint8Array) => void) {}

  private readonly zip = new Zip((error, bytes) => {
    if (error) this.failed = error
    else this.take(bytes)
  })

  /** A text, deflated. */
  text(name: string, text: string): void {
    const entry = new ZipDeflate(name, { level: 6 })
    this.zip.add(entry)
    entry.push(new TextEncoder().encode(text), true)
    if (this.failed) throw this.failed
  }

  /** A photograph, which is compressed already. */
  photo(photoId: string, bytes: Uint8Array): void {
    const entry = new ZipPassThrough(photoName(photoId))
    this.zip.add(entry)
    entry.push(bytes, true)
    if (this.failed) throw this.failed
  }

  end(): void {
    this.zip.end()
    if (this.failed) throw this.failed
  }
}

/** What a zip holds. */
export interface ReadZip {
  readonly document: string
  /** Photographs by name. */
  readonly photos: ReadonlyMap<string, Uint8Array>
}

/** Whether a file begins as a zip does. */
export const isZip = (head: Uint8Array): boolean =>
  head[0] === 0x50 && head[1] === 0x4b && head[2] === 3 && head[3] === 4

/** Reads a zip that Vernice wrote. A zip that grows beyond bounds while it is read is refused before it does. */
export function readStudioZip(bytes: Uint8Array): Result<ReadZip> {
  const photos = new Map<string, Uint8Array>()
  let document: string | null = null
  let entries = 0
  let whole = 0
  let why: Result<ReadZip> | null = null
  const tooLarge = (size: number, limitBytes: number) => {
    why ??= fail({ code: 'file-too-large', bytes: size, limitBytes })
  }
  const unzip = new Unzip((file) => {
    entries++
    const photoId = PHOTO_NAME.exec(file.name)?.[1]
    const isDocument = file.name === DOCUMENT_NAME
    if (why || entries > MOST_ENTRIES || (!photoId && !isDocument)) return
    const limit = isDocument ? FILE_LIMIT_BYTES : PHOTO_LIMIT_BYTES
    const parts: Uint8Array[] = []
    let size = 0
    file.ondata = (error, part, final) => {
      if (error) {
        why ??= fail({
          code: 'wrong-kind',
          actual: `a zip that is broken at ${file.name}`,
          expected: 'a Vernice studio',
        })
        return
      }
      size += part.length
      whole += part.length
      if (size > limit) tooLarge(size, limit)
      if (whole > WHOLE_LIMIT_BYTES) tooLarge(whole, WHOLE_LIMIT_BYTES)
      if (why) return file.terminate()
      parts.push(part)
      if (!final) return
      const joined = new Uint8Array(size)
      let at = 0
      for (const one of parts) {
        joined.set(one, at)
        at += one.length
      }
      if (isDocument) document = new TextDecoder().decode(joined)
      else if (photoId) photos.set(photoId, joined)
    }
    file.start()
  })
  unzip.register(UnzipInflate)
  try {
    for (let at = 0; at < bytes.length && !why; at += 1 << 16)
      unzip.push(bytes.subarray(at, Math.min(bytes.length, at + (1 << 16))), at + (1 << 16) >= bytes.length)
  } catch {
    why ??= fail({ code: 'wrong-kind', actual: 'a zip that is broken', expected: 'a Vernice studio' })
  }
  if (why) return why
  if (document === null)
    return fail({ code: 'wrong-kind', actual: `a zip without ${DOCUMENT_NAME}`, expected: 'a Vernice studio' })
  return ok({ document, photos })
}
