import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it } from 'vitest'
import { CURRENT_VERSION } from '@/core/model/migrations'
import { demoStudio, emptyStudio } from '@/core/demo/demoStudio'
import { applyCommand, type Diff } from '@/core/model/command'
import type { Studio } from '@/core/model/studio'
import { HEAD_KEY, openDatabase, pieceKey } from './database'
import { fileName } from './download'
import { Persistence } from './persistence'
import { changedKeys, partsOf, studioFrom } from './records'
import { redo, run, undo, useStudio } from './studioStore'

const edited = (studio: Studio, command: Parameters<typeof applyCommand>[1]): { studio: Studio; diff: Diff } => {
  const applied = applyCommand(studio, command)
  if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
  return applied.value
}

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
})

describe('records', () => {
  it('a studio goes apart and together again', () => {
    const studio = demoStudio()
    const records = [...partsOf(studio)].map(([key, value]) => ({ key, version: CURRENT_VERSION, revision: 1, value }))
    expect(records).toHaveLength(Object.keys(demoStudio().pieces).length + 1)
    const together = studioFrom(records)
    expect(together.ok && together.value.studio).toEqual(studio)
    expect(studioFrom([]).ok).toBe(false)
    expect(studioFrom([{ ...records[0], version: 99 }]).ok).toBe(false)
    expect(studioFrom([{ ...records[0], value: { name: '' } }]).ok).toBe(false)
  })

  it('only what an edit touched counts as changed', () => {
    const studio = demoStudio()
    expect(changedKeys(studio, studio)).toEqual([])
    expect(
      changedKeys(studio, edited(studio, { type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 9 } }).studio),
    ).toEqual([pieceKey('reed-jugs')])
    expect(changedKeys(studio, edited(studio, { type: 'studio.rename', name: 'B' }).studio)).toEqual([HEAD_KEY])
    expect(changedKeys(studio, edited(studio, { type: 'piece.remove', pieceId: 'dotted-jar' }).studio).sort()).toEqual(
      [pieceKey('dotted-jar'), HEAD_KEY].sort(),
    )
  })
})

describe('persistence', () => {
  it('what was saved is loaded, with its history', async () => {
    const first = await Persistence.open()
    expect(await first.load()).toBeNull()
    const { studio, diff } = edited(demoStudio(), { type: 'studio.rename', name: 'Upper room' })
    expect((await first.save(studio, [diff], [])).outcome).toBe('saved')
    const loaded = await (await Persistence.open()).load()
    expect(loaded?.ok && loaded.value).toEqual({ studio, past: [diff], future: [] })
  })

  it('a second save writes only what changed, and removes what was removed', async () => {
    const tab = await Persistence.open()
    const studio = demoStudio()
    await tab.save(studio, [], [])
    const { studio: next } = edited(studio, { type: 'piece.remove', pieceId: 'dotted-jar' })
    expect((await tab.save(next, [], [])).keys.sort()).toEqual([pieceKey('dotted-jar'), HEAD_KEY].sort())
    const database = await openDatabase()
    expect(await database.get('records', pieceKey('dotted-jar'))).toBeUndefined()
    expect((await database.get('records', pieceKey('reed-jugs')))?.revision).toBe(1)
    expect((await database.get('records', HEAD_KEY))?.revision).toBe(2)
  })

  it('a second tab does not overwrite what the first saved', async () => {
    const [a, b] = [await Persistence.open(), await Persistence.open()]
    const studio = demoStudio()
    await a.save(studio, [], [])
    const seen = await b.load()
    if (!seen?.ok) throw new Error('nothing was loaded')
    await a.save(edited(studio, { type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 9 } }).studio, [], [])
    const stale = edited(seen.value.studio, {
      type: 'piece.change',
      pieceId: 'reed-jugs',
      changes: { count: 2 },
    }).studio
    expect((await b.save(stale, [], [])).outcome).toBe('overtaken')
    const now = await b.load()
    expect(now?.ok && now.value.studio.pieces['reed-jugs'].count).toBe(9)
    const other = edited(now?.ok ? now.value.studio : studio, {
      type: 'piece.change',
      pieceId: 'reed-jugs',
      changes: { name: 'Nine jugs' },
    }).studio
    expect((await b.save(other, [], [])).outcome).toBe('saved')
  })

  it('keeps tabs apart that edit different pieces', async () => {
    const [a, b] = [await Persistence.open(), await Persistence.open()]
    const studio = demoStudio()
    await a.save(studio, [], [])
    const seen = await b.load()
    if (!seen?.ok) throw new Error('nothing was loaded')
    await a.save(edited(studio, { type: 'studio.rename', name: 'First' }).studio, [], [])
    expect(
      (
        await b.save(
          edited(seen.value.studio, { type: 'piece.change', pieceId: 'dotted-jar', changes: { count: 5 } }).studio,
          [],
          [],
        )
      ).outcome,
    ).toBe('saved')
  })

  it('refuses records of a newer Vernice and leaves them be', async () => {
    const database = await openDatabase()
    await database.put('records', { key: HEAD_KEY, version: 42, revision: 3, value: {} })
    const loaded = await (await Persistence.open()).load()
    expect(loaded?.ok).toBe(false)
    expect((await database.get('records', HEAD_KEY))?.version).toBe(42)
  })
})

describe('the store', () => {
  beforeEach(() => useStudio.setState({ studio: demoStudio(), past: [], future: [], pending: [], notice: null }))

  it('undoes and redoes row by row, and a new edit forgets what was undone', () => {
    const start = useStudio.getState().studio
    run({ type: 'studio.rename', name: 'One' })
    run({ type: 'step.remove', pieceId: 'reed-jugs', stepId: 'jug-4' })
    const end = useStudio.getState().studio
    undo()
    undo()
    undo()
    expect(useStudio.getState().studio).toEqual(start)
    redo()
    redo()
    redo()
    expect(useStudio.getState().studio).toEqual(end)
    undo()
    run({ type: 'studio.rename', name: 'Two' })
    expect(useStudio.getState().future).toEqual([])
  })

  it('brings back an emptied studio', () => {
    const before = useStudio.getState().studio
    run({ type: 'studio.replace', studio: emptyStudio() })
    expect(useStudio.getState().studio.order).toEqual([])
    undo()
    expect(useStudio.getState().studio).toEqual(before)
  })

  it('tells in words what cannot be done, and an edit that changes nothing is no edit', () => {
    run({ type: 'piece.remove', pieceId: 'gone' })
    expect(useStudio.getState().notice?.text).toContain('“gone”')
    run({ type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 4 } })
    expect(useStudio.getState().past).toEqual([])
  })

  it.each([
    ['Reed jugs', 'pdf', 'reed-jugs.pdf'],
    ['Džbánek / 2', 'png', 'dzbanek-2.png'],
    ['??', 'json', 'vernice.json'],
  ])('names a file after “%s”', (title, ending, wanted) => {
    expect(fileName(title, ending)).toBe(wanted)
  })
})
