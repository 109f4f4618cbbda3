import fc from 'fast-check'
import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { sentence } from '@/core/base/issue'
import { demoStudio } from '@/core/demo/demoStudio'
import { readVerniceFile, writeStudio } from '@/core/formats/verniceFile'
import { DOCUMENT_NAME, isZip, photoName } from '@/core/formats/zipNames'
import { StudioZip, StudioZipWriter } from './studioZip'

type Photos = Readonly<Record<string, Uint8Array<ArrayBuffer>>>

async function zipped(document: string, photos: Photos): Promise<Uint8Array<ArrayBuffer>> {
  const parts: Uint8Array[] = []
  const writer = new StudioZipWriter((bytes) => void parts.push(bytes.slice()))
  await writer.text(DOCUMENT_NAME, document)
  await writer.text('materials.csv', 'id,name\n')
  for (const [id, bytes] of Object.entries(photos)) await writer.photo(id, new Blob([bytes]))
  await writer.end()
  return new Uint8Array(Buffer.concat(parts))
}

const byJSZip = async (files: Readonly<Record<string, string | Uint8Array>>) => {
  const zip = new JSZip()
  for (const [name, content] of Object.entries(files)) zip.file(name, content)
  return zip.generateAsync({ type: 'uint8array', compression: 'DEFLATE' }) as Promise<Uint8Array<ArrayBuffer>>
}

/** What a zip holds: its document and its photographs, null where one is damaged; or the sentence with which it is refused. */
async function read(bytes: Uint8Array<ArrayBuffer>) {
  const zip = await StudioZip.open(new Blob([bytes]))
  if (!zip.ok) return sentence(zip.issue)
  const document = await zip.value.document()
  if (!document.ok) return sentence(document.issue)
  const photos: Record<string, Uint8Array | null> = {}
  for (const { id } of zip.value.photos) {
    const blob = await zip.value.photo(id)
    photos[id] = blob && new Uint8Array(await blob.arrayBuffer())
  }
  return { document: document.value, photos }
}

describe('a studio as zip', () => {
  const studio = demoStudio()
  const photos: Photos = { 'p-1': Uint8Array.of(0xff, 0xd8, 1, 2, 3), 'p-2': new Uint8Array(70_000).fill(7) }

  it('comes back whole: the document and every picture to the byte', async () => {
    const whole = await read(await zipped(writeStudio(studio), photos))
    if (typeof whole === 'string') throw new Error(whole)
    const document = readVerniceFile(whole.document)
    expect(document.ok && document.value.format === 'vernice.studio' && document.value.studio).toEqual(studio)
    expect(whole.photos).toEqual(photos)
  })

  it('tells the size of its photographs before anything is unpacked', async () => {
    const zip = await StudioZip.open(new Blob([await zipped('{}', photos)]))
    expect(zip.ok && zip.value.photos).toEqual([
      { id: 'p-1', bytes: 5 },
      { id: 'p-2', bytes: 70_000 },
    ])
  })

  it('is read by another reader', async () => {
    const zip = await JSZip.loadAsync(await zipped(writeStudio(studio), photos), { checkCRC32: true })
    expect(Object.keys(zip.files).sort()).toEqual(
      [DOCUMENT_NAME, 'materials.csv', photoName('p-1'), photoName('p-2')].sort(),
    )
    expect(await zip.file(DOCUMENT_NAME)?.async('string')).toBe(writeStudio(studio))
    expect(await zip.file(photoName('p-2'))?.async('uint8array')).toEqual(photos['p-2'])
  })

  it('written by another writer is read too', async () => {
    const bytes = await byJSZip({ [DOCUMENT_NAME]: '{}', [photoName('x')]: photos['p-1'] })
    expect(isZip(bytes)).toBe(true)
    expect(await read(bytes)).toEqual({ document: '{}', photos: { x: photos['p-1'] } })
  })

  it.each([
    ['without a document', () => byJSZip({ 'other.json': '{}' }), 'vernice.json'],
    ['that is broken off', async () => (await zipped(writeStudio(studio), photos)).slice(0, 4000), 'broken'],
    // Some 40 kB of zip that would be 40 MB of text.
    ['that grows without bounds', () => byJSZip({ [DOCUMENT_NAME]: new Uint8Array(40 * 1_048_576) }), 'MB'],
  ])('%s is refused with one sentence', async (_, make, value) => expect(await read(await make())).toContain(value))

  it('one flipped byte in a picture damages that one alone, one in the document all of it', async () => {
    const document = JSON.stringify({ name: 'Reed jugs', filler: 'clay '.repeat(200) })
    const bytes = await zipped(document, photos)
    const flipped = (at: number) => bytes.map((byte, i) => (i === at ? byte ^ 1 : byte))
    // The second picture is the last and by far the longest entry.
    const inPhoto = bytes.length - 30_000
    expect(await read(flipped(inPhoto))).toEqual({ document, photos: { 'p-1': photos['p-1'], 'p-2': null } })
    expect(await read(flipped(60))).toContain('vernice.json')
  })

  it('an entry that is longer than its directory says is damaged', async () => {
    const bytes = await zipped('{}', photos)
    const view = new DataView(bytes.buffer)
    // The uncompressed size of the last entry of the directory, 24 bytes after its signature (ZIP file format, PKWARE APPNOTE 4.3.12).
    const at = bytes.findLastIndex((_, i) => i + 4 < bytes.length && view.getUint32(i, true) === 0x02014b50)
    view.setUint32(at + 24, 10, true)
    expect(await read(bytes)).toMatchObject({ photos: { 'p-2': null } })
  })

  it('reads nothing from names that lead elsewhere', async () => {
    expect(await read(await byJSZip({ [DOCUMENT_NAME]: '{}', 'photographs/a b.jpg': 'x' }))).toEqual({
      document: '{}',
      photos: {},
    })
    expect(await read(await byJSZip({ [DOCUMENT_NAME]: '{}', 'photographs/../../etc/x.jpg': 'x' }))).toContain('broken')
  })

  it('never throws, whatever bytes it is given', async () => {
    const whole = await zipped('{}', photos)
    await fc.assert(
      fc.asyncProperty(fc.nat(whole.length - 1), fc.uint8Array({ maxLength: 6 }), async (at, noise) => {
        const bytes = whole.slice()
        bytes.set(noise.slice(0, bytes.length - at), at)
        expect(['string', 'object']).toContain(typeof (await read(bytes)))
      }),
      { numRuns: 200 },
    )
  })
})
