import { expose } from 'comlink'
import { readStudioZip, ZipWriter, type ReadZip } from '@/core/formats/studioZip'
import type { Answer } from './protocol'
import { alive } from './supervise'

/** So much is gathered before it becomes a part of the file, bytes. */
const BATCH_BYTES = 4 * 1_048_576

let parts: Blob[] = []
let batch: Uint8Array[] = []
let batched = 0
let writer: ZipWriter | null = null

function flush(): void {
  if (batch.length) parts.push(new Blob(batch as BlobPart[]))
  batch = []
  batched = 0
}

const api = {
  alive,
  /** Begins a zip. */
  begin(): void {
    parts = []
    batch = []
    batched = 0
    writer = new ZipWriter((bytes) => {
      batch.push(bytes.slice())
      batched += bytes.length
      if (batched >= BATCH_BYTES) flush()
    })
  },
  text: (name: string, text: string): void => writer?.text(name, text),
  /** One photograph at a time, so that never all of them are in memory. */
  async photo(photoId: string, blob: Blob): Promise<void> {
    writer?.photo(photoId, new Uint8Array(await blob.arrayBuffer()))
  },
  end(): Blob {
    writer?.end()
    flush()
    writer = null
    const whole = new Blob(parts, { type: 'application/zip' })
    parts = []
    return whole
  },
  /** What a zip of ours holds. */
  async read(file: Blob): Promise<Answer<ReadZip>> {
    return readStudioZip(new Uint8Array(await file.arrayBuffer()))
  },
}

export type ZipWorker = typeof api

expose(api)
