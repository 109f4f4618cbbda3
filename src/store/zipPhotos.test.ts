import 'fake-indexeddb/auto'
import { afterAll, afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { demoStudio } from '@/core/demo/demoStudio'
import { writeStudio } from '@/core/formats/verniceFile'
import { openDatabase } from './database'
import { answering, type Answers } from './fixtures/browser'

/* A zip with photographs is one deed: all of it is taken in or nothing is, wherever it ends. */

// Modules of their own: others share theirs with tests that have no database.
const database = await openDatabase()
vi.resetModules()
vi.doMock('./persistence', () => ({ database: () => database }))
const { openFile } = await import('./incoming')
const { deletePhotos, keptPhotos } = await import('./photos')
const { answerQuestion, beginWith, useStudio } = await import('./studioStore')
const { useAtWork } = await import('./atWork')
const { clearCutOffImports } = await import('./importJournal')
const { startAgain } = await import('@/workers/clients')

afterAll(() => {
  vi.doUnmock('./persistence')
  vi.resetModules()
})

const MANY = 40
const IDS = Array.from({ length: MANY }, (_, i) => `photo-${String(i).padStart(2, '0')}`)
const DAMAGED = new Set<string>()
const other = { ...demoStudio(), name: 'Elsewhere' }
const state = () => useStudio.getState()
const notice = () => state().notice?.text ?? ''
const work = () => useAtWork.getState().work
const zip = new File([new Uint8Array([0x50, 0x4b, 3, 4, 0, 0])], 'a.zip')
const picture = { whole: new Blob(['whole']), small: new Blob(['s']), widthPx: 4, heightPx: 3 }

/** The photograph at which the page goes: its worker never answers. */
let goesAt: number

const answers: Answers = {
  zip: {
    open: () => ({
      ok: true,
      value: { document: writeStudio(other), photos: IDS.map((id) => ({ id, bytes: 1_048_576 })) },
    }),
    photoOf: ((_: File, id: string) => {
      if (IDS.indexOf(id) === goesAt) return new Promise(() => undefined)
      return DAMAGED.has(id) ? null : new Blob(['x'])
    }) as never,
  },
  photo: { keep: () => ({ ok: true, value: picture }) },
}

async function takeIn(): Promise<void> {
  await openFile(zip)
  answerQuestion(state().question?.choices[0].act ?? null)
}

beforeEach(async () => {
  goesAt = -1
  DAMAGED.clear()
  vi.stubGlobal('navigator', { storage: { estimate: async () => ({ usage: 0, quota: 1e9 }) } })
  answering(answers)
  beginWith(demoStudio())
  useStudio.setState({ notice: null, question: null })
  await deletePhotos(await keptPhotos())
  await database.clear('imports')
})

afterEach(() => {
  startAgain()
  vi.unstubAllGlobals()
})

describe('a zip with forty photographs', () => {
  it('says how much comes before anything is unpacked, and shows how far it is', async () => {
    await openFile(zip)
    expect(state().question?.words).toContain('40 photographs come with it, 40 MB.')
    const seen: string[] = []
    const stop = useAtWork.subscribe(({ work: now }) => now && seen.push(`${now.what}: ${now.done} of ${now.of}`))
    answerQuestion(state().question?.choices[0].act ?? null)
    await vi.waitFor(() => expect(state().studio.name).toBe('Elsewhere'))
    stop()
    expect(seen).toContain('Saving 40 photographs of “a.zip”: 12 of 40')
    expect(await keptPhotos()).toEqual(IDS)
    expect(work()).toBeNull()
    await vi.waitFor(async () => expect(await database.count('imports')).toBe(0))
  })

  it.each(Array.from({ length: 10 }, (_, k) => 4 * k + 1))(
    'with the page gone at the %dth leaves nothing behind, and the next start says so',
    async (at) => {
      goesAt = at
      await takeIn()
      await vi.waitFor(async () => expect(await keptPhotos()).toHaveLength(at))
      expect(work()).toMatchObject({ done: at, of: MANY, isSaving: true })
      // What has been kept waits for its edit: none of the studio has changed yet.
      expect(state().studio.name).toBe(demoStudio().name)
      const ledger = beginWith(demoStudio())
      await clearCutOffImports(database, ledger)
      expect(await keptPhotos()).toEqual([])
      expect(await database.count('imports')).toBe(0)
      expect(notice()).toBe(
        `“a.zip” was not taken in: the page was left when ${at} of its 40 photographs were saved. ` +
          'Nothing of it is here; open it again.',
      )
    },
  )

  it('with the page gone between the edit and its end is whole', async () => {
    await takeIn()
    await vi.waitFor(() => expect(state().studio.name).toBe('Elsewhere'))
    const named = Object.values(other.pieces)[0]
    const run = [{ id: 'x', kind: 'photo', photoId: IDS[0] }] as never
    const ledger = beginWith({ ...other, pieces: { ...other.pieces, [named.id]: { ...named, run } } })
    await database.put('imports', { file: 'a.zip', of: 40, kept: [IDS[0]] }, 'x')
    await clearCutOffImports(database, ledger)
    expect(await keptPhotos()).toContain(IDS[0])
    expect(notice()).not.toContain('was not taken in')
  })

  it('given up by hand changes nothing', async () => {
    goesAt = 8
    await takeIn()
    await vi.waitFor(() => expect(work()?.done).toBe(8))
    work()?.cancel()
    goesAt = -1
    // The one under way ends, and then it stops.
    startAgain()
    await vi.waitFor(() => expect(notice()).toContain('nothing has changed'))
    expect([await keptPhotos(), state().studio.name]).toEqual([[], demoStudio().name])
  })

  it('with damaged ones names them and asks whether the rest is wanted', async () => {
    DAMAGED.add(IDS[3]).add(IDS[17])
    await takeIn()
    await vi.waitFor(() => expect(state().question?.title).toBe('Take the rest in?'))
    expect(state().question?.words).toContain('2 of 40 photographs are damaged: photo-03.jpg, photo-17.jpg.')
    expect(state().studio.name).toBe(demoStudio().name)
    answerQuestion(null)
    await vi.waitFor(async () => expect(await keptPhotos()).toEqual([]))
    expect(state().studio.name).toBe(demoStudio().name)
    await takeIn()
    await vi.waitFor(() => expect(state().question?.title).toBe('Take the rest in?'))
    answerQuestion(state().question?.choices[0].act ?? null)
    await vi.waitFor(() => expect(state().studio.name).toBe('Elsewhere'))
    expect(await keptPhotos()).toHaveLength(MANY - 2)
  })

  it('that finds no room is refused before the first', async () => {
    vi.stubGlobal('navigator', { storage: { estimate: async () => ({ usage: 980_000_000, quota: 1e9 }) } })
    await takeIn()
    await vi.waitFor(() => expect(notice()).toContain('needs 40'))
    expect([await keptPhotos(), state().studio.name]).toEqual([[], demoStudio().name])
  })
})
