import 'fake-indexeddb/auto'
import { afterAll, afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import { entriesOf } from '@/core/model/run'
import { openDatabase } from './database'
import { answering } from './fixtures/browser'

/* Photographs where there is a database: what is kept of them, and what is told when there is no room. */

// Modules of their own: others share theirs with tests that have no database.
const database = await openDatabase()
vi.resetModules()
vi.doMock('./persistence', () => ({ database: () => database }))
const { addPhoto, deletePhotos, keptPhotos, photoBlob, putPhoto } = await import('./photos')
const { beginWith, useStudio } = await import('./studioStore')
const { startAgain } = await import('@/workers/clients')

afterAll(() => {
  vi.doUnmock('./persistence')
  vi.resetModules()
})

const piece = demoStudio().pieces['reed-jugs']
const of = { pieceId: piece.id, pots: [1], side: 'front', stepId: null, mediumId: null, by: 'A' } as const
const file = new File(['x'], 'a.jpg')
const MEGABYTE = 1_048_576
const granting = (usage: number, quota: number) =>
  vi.stubGlobal('navigator', {
    storage: { estimate: async () => ({ usage: usage * MEGABYTE, quota: quota * MEGABYTE }) },
  })
const photos = () => entriesOf(useStudio.getState().studio.pieces[piece.id].run, 'photo')
const notice = () => useStudio.getState().notice?.text ?? ''

beforeEach(() => {
  beginWith(demoStudio())
  useStudio.setState({ notice: null })
  const kept = { whole: new Blob(['whole']), small: new Blob(['s']), widthPx: 4, heightPx: 3 }
  answering({ photo: { keep: () => ({ ok: true, value: kept }) } })
})

afterEach(() => {
  startAgain()
  vi.unstubAllGlobals()
})

describe('a photograph', () => {
  it('is kept beside the documents', async () => {
    granting(1, 100)
    const before = photos().length
    expect(await addPhoto(file, of)).toBe(true)
    expect(photos()).toHaveLength(before + 1)
    const { photoId } = photos().at(-1)!
    expect(await keptPhotos()).toContain(photoId)
    expect(await (await photoBlob(photoId, 'small'))?.text()).toBe('s')
    expect(await (await photoBlob(photoId, 'whole'))?.text()).toBe('whole')
    await deletePhotos([photoId])
    expect([await photoBlob(photoId, 'small'), await photoBlob(photoId, 'whole')]).toEqual([null, null])
    expect(await keptPhotos()).not.toContain(photoId)
  })

  it.each([
    [95, false],
    [94.9, true],
  ])('with %f of 100 MB used is kept: %s, for five are left to edits', async (used, is) => {
    granting(used, 100)
    const before = photos().length
    expect(await addPhoto(file, of)).toBe(is)
    expect(photos().length - before).toBe(Number(is))
    if (!is) expect(notice()).toMatch(/needs 0\.1 MB/)
  })

  it('is kept once small pictures have been given up for it', async () => {
    let used = 96
    vi.stubGlobal('navigator', {
      storage: { estimate: async () => ({ usage: used * MEGABYTE, quota: 100 * MEGABYTE }) },
    })
    await database.put(
      'thumbnails',
      { of: 'x', at: 1, width: 1, height: 1, pixels: new Uint8ClampedArray(4) },
      'reed-jugs',
    )
    const clear = vi.spyOn(database, 'clear').mockImplementation(async () => void (used = 80))
    expect(await addPhoto(file, of)).toBe(true)
    expect(clear).toHaveBeenCalledWith('thumbnails')
    clear.mockRestore()
  })

  it('that finds no room says what could be freed', async () => {
    granting(1, 100)
    await putPhoto('nobody’s', { whole: new Blob([new Uint8Array(3 * MEGABYTE)]), small: new Blob(['s']) })
    granting(96, 100)
    expect(await addPhoto(file, of)).toBe(false)
    expect(notice()).toMatch(/photographs that no record shows take 3\.\d MB, and Studio deletes them/)
    await deletePhotos(['nobody’s'])
  })

  it.each([
    ['QuotaExceededError', /needs 0\.1 MB/],
    ['AbortError', /the disk is gone/],
  ])('that the disk refuses with %s is told', async (name, words) => {
    granting(1, 100)
    const failed = vi.spyOn(database, 'transaction').mockImplementation(() => {
      throw new DOMException('the disk is gone', name)
    })
    const before = photos().length
    expect(await addPhoto(file, of)).toBe(false)
    expect(photos()).toHaveLength(before)
    expect(notice()).toMatch(words)
    failed.mockRestore()
  })
})
