import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { zipSync, strToU8 } from 'fflate'
import JSZip from 'jszip'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { demoStudio } from '../demo/demoStudio'
import { isPlainJpeg, jpegParts } from './jpegParts'
import { isHeic } from './photoKind'
import { DOCUMENT_NAME, isZip, photoName, readStudioZip, ZipWriter } from './studioZip'
import { readVerniceFile, writeStudio } from './verniceFile'

function zipped(document: string, photos: Readonly<Record<string, Uint8Array>>): Uint8Array {
  const parts: Uint8Array[] = []
  const writer = new ZipWriter((bytes) => parts.push(bytes.slice()))
  writer.text(DOCUMENT_NAME, document)
  writer.text('materials.csv', 'id,name\n')
  for (const [id, bytes] of Object.entries(photos)) writer.photo(id, bytes)
  writer.end()
  return new Uint8Array(Buffer.concat(parts))
}

describe('a studio as zip', () => {
  const studio = demoStudio()
  const photos = { 'p-1': Uint8Array.of(0xff, 0xd8, 1, 2, 3), 'p-2': new Uint8Array(70_000).fill(7) }

  it('comes back whole: the document and every picture to the byte', () => {
    const read = readStudioZip(zipped(writeStudio(studio), photos))
    if (!read.ok) throw new Error(sentence(read.issue))
    const document = readVerniceFile(read.value.document)
    expect(document.ok && document.value.format === 'vernice.studio' && document.value.studio).toEqual(studio)
    expect(Object.fromEntries(read.value.photos)).toEqual(photos)
  })

  it('is read by another reader', async () => {
    const zip = await JSZip.loadAsync(zipped(writeStudio(studio), photos))
    expect(Object.keys(zip.files).sort()).toEqual(
      [DOCUMENT_NAME, 'materials.csv', photoName('p-1'), photoName('p-2')].sort(),
    )
    expect(await zip.file(DOCUMENT_NAME)?.async('string')).toBe(writeStudio(studio))
    expect(await zip.file(photoName('p-2'))?.async('uint8array')).toEqual(photos['p-2'])
  })

  it('written by another writer is read too', async () => {
    const other = new JSZip()
    other.file(DOCUMENT_NAME, '{}')
    other.file(photoName('x'), photos['p-1'])
    const bytes = await other.generateAsync({ type: 'uint8array', compression: 'DEFLATE' })
    expect(isZip(bytes)).toBe(true)
    const read = readStudioZip(bytes)
    expect(read.ok && [read.value.document, [...read.value.photos.keys()]]).toEqual(['{}', ['x']])
  })

  it.each([
    ['without a document', zipSync({ 'other.json': strToU8('{}') }), 'vernice.json'],
    ['that is broken off', zipped(writeStudio(studio), photos).slice(0, 4000), 'zip'],
    // A megabyte of zip that would be 40 MB of text.
    ['that grows without bounds', zipSync({ [DOCUMENT_NAME]: new Uint8Array(40 * 1_048_576) }), 'MB'],
  ])('%s is refused with one sentence', (_, bytes, value) => {
    const read = readStudioZip(bytes)
    expect(!read.ok && sentence(read.issue)).toContain(value)
  })

  it('reads nothing from names that lead elsewhere', () => {
    const read = readStudioZip(
      zipSync({
        [DOCUMENT_NAME]: strToU8('{}'),
        'photographs/../../etc/x.jpg': strToU8('x'),
        'photographs/a b.jpg': strToU8('x'),
      }),
    )
    expect(read.ok && read.value.photos.size).toBe(0)
  })

  it('never throws, whatever bytes it is given', () => {
    const whole = zipped('{}', photos)
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.uint8Array({ maxLength: 6 }), (at, noise) => {
        const bytes = whole.slice()
        bytes.set(noise.slice(0, bytes.length - at), at)
        expect(typeof readStudioZip(bytes).ok).toBe('boolean')
      }),
      { numRuns: 200 },
    )
  })
})

describe('what a photograph holds beside its picture', () => {
  const segment = (marker: number, text: string) => [0xff, marker, 0, text.length + 2, ...Buffer.from(text)]
  const jpeg = (...segments: number[][]) => Uint8Array.from([0xff, 0xd8, ...segments.flat(), 0xff, 0xda, 0, 2, 9, 9])

  it('is found by its marker: place and device stand in Exif, captions in comments', () => {
    expect(jpegParts(jpeg(segment(0xe0, 'JFIF\0')))).toEqual([])
    expect(isPlainJpeg(jpeg(segment(0xe0, 'JFIF\0'), segment(0xdb, 'table')))).toBe(true)
    expect(jpegParts(jpeg(segment(0xe0, 'JFIF\0'), segment(0xe1, 'Exif\0\0GPS')))).toEqual([0xe1])
    expect(isPlainJpeg(jpeg(segment(0xe2, 'ICC_PROFILE\0')))).toBe(true)
    expect(isPlainJpeg(jpeg(segment(0xe2, 'FPXR\0')))).toBe(false)
    expect(isPlainJpeg(jpeg(segment(0xed, 'IPTC')))).toBe(false)
    expect(isPlainJpeg(jpeg(segment(0xfe, 'a comment')))).toBe(false)
    expect(jpegParts(Uint8Array.of(0x89, 0x50, 0x4e, 0x47))).toBe(null)
  })

  it('never runs past the end of a broken file', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 60 }), (noise) => {
        const parts = jpegParts(Uint8Array.from([0xff, 0xd8, ...noise]))
        expect(Array.isArray(parts)).toBe(true)
      }),
    )
  })

  it('HEIC is known by its brand, whatever its name says', () => {
    const head = (brand: string) => new Uint8Array(Buffer.from(`\0\0\0\x18ftyp${brand}\0\0\0\0`, 'latin1'))
    expect(['heic', 'mif1', 'hevc'].map((brand) => isHeic(head(brand)))).toEqual([true, true, true])
    expect(isHeic(head('avif'))).toBe(false)
    expect(isHeic(new Uint8Array(readFileSync('package.json')))).toBe(false)
    expect(sentence({ code: 'heic', name: 'IMG_1.HEIC' })).toContain('Share it as JPEG')
  })
})
