import { expose } from 'comlink'
import { ok, type Result } from '@/core/base/result'
import type { Answer } from './protocol'
import { StudioZip, StudioZipWriter, type ListedPhoto } from './studioZip'
import { alive } from './supervise'

/** So much is gathered before it becomes a part of the file, bytes. */
const BATCH_BYTES = 4 * 1_048_576

let parts: Blob[] = []
let batch: Uint8Array[] = []
let batched = 0
let writer: StudioZipWriter | null = null

function flush(): void {
  if (batch.length) parts.push(new Blob(batch as BlobPart[]))
  batch = []
  batched = 0
}

/** What a zip holds: its document, and what its directory tells of its photographs. */
export interface OpenedZip {
  readonly document: string
  readonly photos: readonly ListedPhoto[]
}

/** The zip that is being read, as long as this worker lives. */
let reading: { readonly file: File; readonly zip: Promise<Result<StudioZip>> } | null = null

/** A file comes anew with each question, and is the same by its name, size and time. */
function zipOf(file: File): Promise<Result<StudioZip>> {
  const same =
    reading?.file.name === file.name &&
    reading.file.size === file.size &&
    reading.file.lastModified === file.lastModified
  if (!reading || !same) reading = { file, zip: StudioZip.open(file) }
  return reading.zip
}

/** The zip that was begun: a worker that was started anew half way through has none, and says so instead of making half of one. */
function begun(): StudioZipWriter {
  if (!writer) throw new Error('it was interrupted')
  return writer
}

const api = {
  alive,
  /** Begins a zip. */
  begin(): void {
    parts = []
    batch = []
    batched = 0
    writer = new StudioZipWriter((bytes) => {
      batch.push(bytes.slice())
      batched += bytes.length
      if (batched >= BATCH_BYTES) flush()
    })
  },
  text: async (name: string, text: string): Promise<void> => begun().text(name, text),
  /** One photograph at a time, so that never all of them are in memory. */
  photo: async (photoId: string, blob: Blob): Promise<void> => begun().photo(photoId, blob),
  async end(): Promise<Blob> {
    await begun().end()
    flush()
    writer = null
    const whole = new Blob(parts, { type: 'application/zip' })
    parts = []
    return whole
  },
  /** What a zip of ours holds; its photographs are not unpacked. */
  async open(file: File): Promise<Answer<OpenedZip>> {
    reading = null
    const zip = await zipOf(file)
    if (!zip.ok) return zip
    const document = await zip.value.document()
    return document.ok ? ok({ document: document.value, photos: zip.value.photos }) : document
  },
  /** One of its photographs; null where it is damaged. */
  async photoOf(file: File, photoId: string): Promise<Blob | null> {
    const zip = await zipOf(file)
    return zip.ok ? zip.value.photo(photoId) : null
  },
}

export type ZipWorker = typeof api

expose(api)
