import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { isPlainJpeg, jpegParts } from './jpegParts'
import { isHeic } from './photoKind'

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
