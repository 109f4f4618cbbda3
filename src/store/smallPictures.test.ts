// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { cleanup, renderHook, waitFor } from '@testing-library/react'
import { afterAll, afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import { openDatabase } from './database'
import { answering } from './fixtures/browser'

/* Small pictures are kept in the browser: drawn once, drawn again when what they show changes or another size is wanted. */

const database = await openDatabase()
vi.doMock('./persistence', () => ({ database: () => database }))

afterAll(() => {
  vi.doUnmock('./persistence')
  vi.resetModules()
})

const demo = demoStudio()
const piece = demo.pieces['reed-jugs']
let drawn: number

beforeEach(async () => {
  await database.clear('thumbnails')
  drawn = 0
  vi.stubGlobal(
    'ImageData',
    class {
      constructor(
        readonly data: Uint8ClampedArray,
        readonly width: number,
      ) {}
    },
  )
  answering({
    thumbnail: {
      picture: ((_about: never, _view: never, width: number) => {
        drawn++
        return { ok: true, value: { pixels: new Uint8ClampedArray([drawn, 0, 0, 0]), width, height: 1 } }
      }) as never,
    },
  })
})

afterEach(() => {
  cleanup()
  vi.unstubAllGlobals()
})

/** Looks at a picture as a page does that has just been opened: nothing is remembered but what the browser keeps. */
async function look(own = piece, size = 96) {
  vi.resetModules()
  const { useThumbnail } = await import('./derived')
  const { startAgain } = await import('@/workers/clients')
  const { result, unmount } = renderHook(() => useThumbnail(own, demo, size))
  await waitFor(() => expect(result.current.value).not.toBeNull())
  const { value } = result.current
  unmount()
  startAgain()
  return [...value!.data][0]
}

describe('a small picture', () => {
  it('is drawn once and found again', async () => {
    expect(await look()).toBe(1)
    await waitFor(async () => expect(await database.count('thumbnails')).toBe(1))
    expect(await look()).toBe(1)
    expect(drawn).toBe(1)
  })

  it('is drawn again for another size, and when its piece is another', async () => {
    expect(await look()).toBe(1)
    await waitFor(async () => expect(await database.count('thumbnails')).toBe(1))
    expect(await look(piece, 128)).toBe(2)
    await waitFor(async () => expect((await database.get('thumbnails', piece.id))?.width).toBe(128))
    expect(await look({ ...piece, steps: piece.steps.slice(0, 2) }, 128)).toBe(3)
  })
})
