import {
  BlobReader,
  configure,
  TextReader,
  ZipReader,
  ZipWriter,
  type FileEntry,
} from '@zip.js/zip.js/lib/zip-core-native.js'
import { fail, ok, type Result } from '@/core/base/result'
import { FILE_LIMIT_BYTES } from '@/core/formats/verniceFile'
import { DOCUMENT_NAME, photoIdOf, photoName } from '@/core/formats/zipNames'

/* A studio or a piece with its photographs as one zip: the document as JSON, pictures as they are kept, tables for other programs. */

// This runs in a worker already, with what the platform has to compress.
configure({ useWebWorkers: false })

/** So many entries, and so much of each and of all, are read: more is no studio. */
const MOST_ENTRIES = 20_000
const PHOTO_LIMIT_BYTES = 12 * 1_048_576
const WHOLE_LIMIT_BYTES = 2_000 * 1_048_576

/** Writes a zip entry by entry; `take` gets the bytes as they come, so that a thousand photographs are never held at once. */
export class StudioZipWriter {
  private readonly zip: ZipWriter<unknown>

  constructor(take: (bytes: Uint8Array) => void) {
    this.zip = new ZipWriter(new WritableStream<Uint8Array>({ write: take }))
  }

  /** A text, deflated. */
  async text(name: string, text: string): Promise<void> {
    await this.zip.add(name, new TextReader(text))
  }

  /** A photograph, which is compressed already. */
  async photo(photoId: string, picture: Blob): Promise<void> {
    await this.zip.add(photoName(photoId), new BlobReader(picture), { level: 0 })
  }

  async end(): Promise<void> {
    await this.zip.close()
  }
}

/** A photograph in a zip, as its directory tells of it. */
export interface ListedPhoto {
  readonly id: string
  readonly bytes: number
}

const broken = (where: string): Result<never> =>
  fail({ code: 'wrong-kind', actual: `a zip that is broken${where}`, expected: 'a Vernice studio' })

/** A zip that Vernice wrote, read through its directory: nothing is unpacked before it is asked for, and only as far as it may be. */
export class StudioZip {
  private constructor(
    private readonly documentEntry: FileEntry,
    private readonly photoEntries: ReadonlyMap<string, FileEntry>,
  ) {}

  /** Reads the directory; fails with what is wrong with it, or with how large all of it would be. */
  static async open(file: Blob): Promise<Result<StudioZip>> {
    try {
      const entries = await new ZipReader(new BlobReader(file)).getEntries()
      if (entries.length > MOST_ENTRIES) return broken(`: it has ${entries.length} entries`)
      const files = entries.filter((entry): entry is FileEntry => !entry.directory && !entry.encrypted)
      const document = files.find(({ filename }) => filename === DOCUMENT_NAME)
      if (!document)
        return fail({ code: 'wrong-kind', actual: `a zip without ${DOCUMENT_NAME}`, expected: 'a Vernice studio' })
      const photos = new Map(
        files.flatMap((entry) => {
          const id = photoIdOf(entry.filename)
          return id ? [[id, entry] as const] : []
        }),
      )
      const sizes = [...photos.values()].map(({ uncompressedSize }) => uncompressedSize)
      const all = document.uncompressedSize + sizes.reduce((sum, size) => sum + size, 0)
      for (const [bytes, limitBytes] of [
        [document.uncompressedSize, FILE_LIMIT_BYTES],
        [Math.max(0, ...sizes), PHOTO_LIMIT_BYTES],
        [all, WHOLE_LIMIT_BYTES],
      ])
        if (bytes > limitBytes) return fail({ code: 'file-too-large', bytes, limitBytes })
      return ok(new StudioZip(document, photos))
    } catch {
      return broken('')
    }
  }

  get photos(): ListedPhoto[] {
    return [...this.photoEntries].map(([id, { uncompressedSize }]) => ({ id, bytes: uncompressedSize }))
  }

  async document(): Promise<Result<string>> {
    const blob = await unpacked(this.documentEntry, FILE_LIMIT_BYTES)
    return blob ? ok(await blob.text()) : broken(` at ${DOCUMENT_NAME}`)
  }

  /** A photograph; null where its bytes are not those that were packed. */
  async photo(photoId: string): Promise<Blob | null> {
    const entry = this.photoEntries.get(photoId)
    return entry ? unpacked(entry, PHOTO_LIMIT_BYTES) : null
  }
}

/** An entry with its checksum verified; null where it is damaged or larger than its directory says. */
async function unpacked(entry: FileEntry, limitBytes: number): Promise<Blob | null> {
  const parts: Uint8Array<ArrayBuffer>[] = []
  let bytes = 0
  const taking = new WritableStream<Uint8Array<ArrayBuffer>>({
    write(part) {
      bytes += part.length
      if (bytes > Math.min(limitBytes, entry.uncompressedSize)) throw new Error('it grows beyond what was said')
      parts.push(part.slice())
    },
  })
  try {
    await entry.getData(taking, { checkSignature: true })
    return bytes === entry.uncompressedSize ? new Blob(parts) : null
  } catch {
    return null
  }
}
