import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { taggedPng } from './pngTags'

const PNG = new Uint8Array(readFileSync(new URL('../../../public/icons/icon-192.png', import.meta.url)))

const chunksOf = (png: Uint8Array) => {
  const view = new DataView(png.buffer, png.byteOffset)
  const chunks: { name: string; data: number[]; check: number }[] = []
  for (let at = 8; at < png.length; at += 12 + view.getUint32(at)) {
    const length = view.getUint32(at)
    chunks.push({
      name: String.fromCharCode(...png.subarray(at + 4, at + 8)),
      data: [...png.subarray(at + 8, at + 8 + length)],
      check: view.getUint32(at + 8 + length),
    })
  }
  return chunks
}

describe('a PNG that says what it is', () => {
  it('is sRGB, with the check that the specification gives, before any pixel', () => {
    const chunks = chunksOf(taggedPng(PNG, null))
    expect(chunks[0].name).toBe('IHDR')
    // PNG specification: sRGB, perceptual; the check of that chunk is known: AE CE 1C E9.
    expect(chunks[1]).toEqual({ name: 'sRGB', data: [0], check: 0xaece1ce9 })
    expect(chunks.filter(({ name }) => name === 'sRGB')).toHaveLength(1)
    expect(chunks.filter(({ name }) => name === 'IDAT')).toEqual(chunksOf(PNG).filter(({ name }) => name === 'IDAT'))
    expect(chunks.at(-1)?.name).toBe('IEND')
  })

  it('says its size, in pixels a metre, once', () => {
    const twice = taggedPng(taggedPng(PNG, [11811, 5906]), [11811.4, 5905.6])
    const sizes = chunksOf(twice).filter(({ name }) => name === 'pHYs')
    expect(sizes).toHaveLength(1)
    expect(sizes[0].data).toEqual([0, 0, 0x2e, 0x23, 0, 0, 0x17, 0x12, 1])
  })

  it('leaves alone what is no PNG', () => {
    expect([...taggedPng(new Uint8Array([1, 2, 3]), null)]).toEqual([1, 2, 3])
  })
})
