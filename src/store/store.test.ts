import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { CURRENT_VERSION } from '@/core/model/migrations'
import { demoStudio } from '@/core/demo/demoStudio'
import { emptyStudio } from '@/core/demo/emptyStudio'
import { applyCommand, type Command } from '@/core/model/command'
import { Ledger, type Entry } from '@/core/model/ledger'
import type { Studio } from '@/core/model/studio'
import { DATABASE_NAME, HEAD_KEY, openDatabase, pieceKey, type StoredRecord } from './database'
import { useBenchSettings } from './benchSettings'
import { fileName } from './download'
import { keepPicture } from './diskRoom'
import { clearUnreadable, mirror, mirrored, unmirror } from './mirror'
import { readable } from './soundLog'
import { changedKeys, partsOf, studioFrom } from './records'
import { Shelf } from './fixtures/browser'
import { StudioLog } from './studioLog'
import { beginWith, redo, run, undo, useStudio, whileTyping } from './studioStore'

const edited = (studio: Studio, command: Command): Studio => {
  const applied = applyCommand(studio, command)
  if (!applied.ok) throw new Error(JSON.stringify(applied.issue))
  return applied.value
}

const recordsOf = (studio: Studio): StoredRecord[] =>
  [...partsOf(studio)].map(([key, value]) => ({ key, version: CURRENT_VERSION, value }))

const rename = (name: string): Command => ({ type: 'studio.rename', name })

let shelf: Shelf

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  shelf = new Shelf()
  Object.defineProperty(globalThis, 'localStorage', { value: shelf, configurable: true })
})

describe('records', () => {
  it('a studio goes apart and together again', () => {
    const studio = demoStudio()
    const records = recordsOf(studio)
    expect(records).toHaveLength(Object.keys(demoStudio().pieces).length + 1)
    const together = studioFrom(records, emptyStudio())
    expect(together.ok && together.value).toEqual({ studio, migrated: [], damaged: [] })
    expect(studioFrom([{ ...records[0], version: 99 }], emptyStudio()).ok).toBe(false)
  })

  it('only what an edit touched counts as changed', () => {
    const studio = demoStudio()
    expect(changedKeys(studio, studio)).toEqual([])
    expect(
      changedKeys(studio, edited(studio, { type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 9 } })),
    ).toEqual([pieceKey('reed-jugs')])
    expect(changedKeys(studio, edited(studio, rename('B')))).toEqual([HEAD_KEY])
    expect(changedKeys(studio, edited(studio, { type: 'piece.remove', pieceId: 'dotted-jar' })).sort()).toEqual(
      [pieceKey('dotted-jar'), HEAD_KEY].sort(),
    )
  })

  const without = (studio: Studio, id: string) => studio.order.filter((other) => other !== id)

  it.each<[string, unknown]>([
    ['nothing', null],
    ['a text', 'gone'],
    ['an empty piece', {}],
    ['steps that are no list', { ...demoStudio().pieces['reed-jugs'], steps: 7 }],
    ['a clay that the studio does not have', { ...demoStudio().pieces['reed-jugs'], bodyId: 'no-clay' }],
  ])('a piece that has become %s shuts out itself and nothing else', (_, value) => {
    const studio = demoStudio()
    const records = recordsOf(studio).map((r) => (r.key === pieceKey('reed-jugs') ? { ...r, value } : r))
    const read = studioFrom(records, emptyStudio())
    if (!read.ok) throw new Error('all was refused')
    expect(read.value.studio.order).toEqual(without(studio, 'reed-jugs'))
    expect(read.value.damaged.map(({ record }) => record.key)).toEqual([pieceKey('reed-jugs')])
    expect(read.value.damaged[0].why).toMatch(/[.]$|not in the studio$/)
  })

  it('an older record that is damaged is told, and does not throw', () => {
    const records = recordsOf(demoStudio()).map((r) =>
      r.key === pieceKey('reed-jugs') ? { ...r, version: 1, value: { form: 1, steps: [null, 3] } } : r,
    )
    const read = studioFrom(records, emptyStudio())
    expect(read.ok && read.value.damaged).toHaveLength(1)
  })

  it('of a damaged head all that is whole stays, jar by jar; the rest is as in a fresh studio', () => {
    const studio = demoStudio()
    const { pieces: _, ...head } = studio
    const broken = {
      ...head,
      settings: 'lost',
      media: { ...head.media, 'marsh-black': { id: 'marsh-black' }, own: { ...head.media['marsh-black'], id: 'own' } },
    }
    const records = recordsOf(studio).map((r) => (r.key === HEAD_KEY ? { ...r, value: broken } : r))
    const read = studioFrom(records, emptyStudio())
    if (!read.ok) throw new Error('all was refused')
    expect(read.value.studio.name).toBe(studio.name)
    expect(read.value.studio.settings).toEqual(emptyStudio().settings)
    expect(read.value.studio.media.own.name).toBe(head.media['marsh-black'].name)
    expect(read.value.studio.media['marsh-black']).toEqual(emptyStudio().media['marsh-black'])
    expect(read.value.studio.order).toEqual(studio.order)
    expect(read.value.damaged.map(({ record }) => record.key)).toEqual([HEAD_KEY])
  })

  it('pieces without any head come back under a fresh one', () => {
    const studio = demoStudio()
    const read = studioFrom(
      recordsOf(studio).filter(({ key }) => key !== HEAD_KEY),
      emptyStudio(),
    )
    expect(read.ok && [...read.value.studio.order].sort()).toEqual([...studio.order].sort())
  })
})

describe('the mirror', () => {
  const entry = (n: number, tab = 'a'): Entry => ({
    id: `${tab}:${n}`,
    tab,
    n,
    version: CURRENT_VERSION,
    deed: { kind: 'do', command: rename(`${tab}${n}`) },
  })

  it('gives back what it took, tab by tab in order, and forgets what is kept elsewhere', () => {
    for (const e of [entry(2, 'b'), entry(10), entry(9), entry(1, 'b')]) expect(mirror(e)).toBe(true)
    expect(mirrored().entries.map(({ id }) => id)).toEqual(['a:9', 'a:10', 'b:1', 'b:2'])
    unmirror('a:9')
    expect(mirrored().entries.map(({ id }) => id)).toEqual(['a:10', 'b:1', 'b:2'])
    expect(Object.keys(shelf).filter((key) => key.includes('a:9'))).toEqual([])
  })

  it('says so when it has no room, or the entry is too long for it', () => {
    const long = { ...entry(1), deed: { kind: 'do' as const, command: rename('x'.repeat(200_001)) } }
    expect(mirror(long)).toBe(false)
    shelf.full = true
    expect(mirror(entry(2))).toBe(false)
    expect(mirrored().entries).toEqual([])
  })

  it('tells what is no entry, which is set aside and then cleared', () => {
    shelf['vernice.log.x'] = '{'
    shelf['vernice.log.y'] = '{"id":4}'
    shelf.other = 'text'
    mirror(entry(1))
    const { entries, unreadable } = mirrored()
    expect(entries).toEqual([entry(1)])
    expect(unreadable).toEqual([
      { key: 'vernice.log.x', text: '{' },
      { key: 'vernice.log.y', text: '{"id":4}' },
    ])
    for (const { key } of unreadable) clearUnreadable(key)
    expect(mirrored().unreadable).toEqual([])
    expect(shelf.other).toBe('text')
  })

  it('a browser without storage mirrors nothing and breaks nothing', () => {
    Object.defineProperty(globalThis, 'localStorage', {
      get: () => {
        throw new DOMException('no', 'SecurityError')
      },
      configurable: true,
    })
    expect(mirror(entry(1))).toBe(false)
    expect(mirrored()).toEqual({ entries: [], unreadable: [] })
    expect(() => unmirror('a:1')).not.toThrow()
  })
})

const NO_MATTER = { waits: () => undefined, overtaken: () => undefined, lost: () => undefined }

describe('the log', () => {
  const failures: unknown[] = []
  const openLog = () =>
    StudioLog.open({ ...NO_MATTER, news: () => undefined, failure: (error) => failures.push(error) })
  const ledgerOf = async (log: StudioLog, tab: string) => {
    const { written, records, log: entries } = await log.read()
    const read = studioFrom(records, emptyStudio())
    if (!read.ok) throw new Error('not read')
    const ledger = new Ledger(tab, CURRENT_VERSION, read.value.studio, written.seq)
    ledger.begin(read.value.studio, written.seq, readable(entries).entries, written.seen)
    return ledger
  }
  const entryOf = (ledger: Ledger, command: Command): Entry => {
    const done = ledger.run(command)
    if (!done.ok || !done.value) throw new Error('nothing done')
    return done.value
  }

  it('the first studio is written once, whoever comes first', async () => {
    const [a, b] = [await openLog(), await openLog()]
    await Promise.all([a.begin(demoStudio()), b.begin(emptyStudio())])
    expect((await ledgerOf(b, 'b')).studio.name).toBe('Tidewater shed')
  })

  it('what was appended is there for the next tab, and taken out of the mirror', async () => {
    const log = await openLog()
    await log.begin(demoStudio())
    const ledger = await ledgerOf(log, 'a')
    const { mirrored: inMirror, kept } = log.append(entryOf(ledger, rename('Upper room')))
    expect(inMirror).toBe(true)
    expect(mirrored().entries).toHaveLength(1)
    await kept
    expect(mirrored().entries).toEqual([])
    expect((await ledgerOf(await openLog(), 'b')).studio.name).toBe('Upper room')
  })

  it('what only the mirror has is brought in once, in whichever tab', async () => {
    const log = await openLog()
    await log.begin(demoStudio())
    const ledger = await ledgerOf(log, 'gone')
    for (const name of ['One', 'Two']) mirror(entryOf(ledger, rename(name)))
    expect(await log.adopt()).toBe(2)
    expect(await log.adopt()).toBe(0)
    expect((await ledgerOf(log, 'b')).studio.name).toBe('Two')
  })

  it('an entry that another tab brought in from the mirror counts as kept', async () => {
    const log = await openLog()
    await log.begin(demoStudio())
    const entry = entryOf(await ledgerOf(log, 'a'), rename('One'))
    mirror(entry)
    await log.adopt()
    await log.append(entry).kept
    expect((await log.read()).log).toHaveLength(1)
    expect(failures).toEqual([])
  })

  it('what was written down is not carried out again from an old mirror', async () => {
    const log = await openLog()
    await log.begin(demoStudio())
    const ledger = await ledgerOf(log, 'a')
    const entries = ['One', 'Two', 'Three'].map((name) => entryOf(ledger, rename(name)))
    for (const entry of entries) await log.append(entry).kept
    ledger.take(readable((await log.read()).log).entries)
    const cut = ledger.cut(1)
    if (!cut) throw new Error('nothing to write down')
    expect(await log.writeDown(cut, ledger.writtenSeq)).toBe(true)
    // Another tab that saw the log before may not do so a second time.
    expect(await log.writeDown(cut, ledger.writtenSeq)).toBe(false)
    mirror(entries[0])
    expect(await log.adopt()).toBe(0)
    const stored = await log.read()
    expect(readable(stored.log).entries.map(({ id }) => id)).toEqual(['a:3'])
    expect(stored.written).toEqual({ seq: cut.to, seen: { a: 2 } })
    expect((await ledgerOf(log, 'b')).studio.name).toBe('Three')
    expect((await log.readAfter(cut.to)).log).toHaveLength(1)
  })

  it('a damaged record is moved out of the way with what was logged of it', async () => {
    const log = await openLog()
    await log.begin(demoStudio())
    const record = { key: pieceKey('reed-jugs'), version: 3, value: 'broken' }
    await log.database.put('records', record)
    await log.setAside([{ key: record.key, at: '2026-03-02T10:00:00Z', why: 'broken', record, entries: [] }], [])
    expect(await log.database.get('records', record.key)).toBeUndefined()
    expect((await log.allSetAside())[0].record).toEqual(record)
  })

  it('a database of the version before keeps its studio', async () => {
    await new Promise<void>((resolve, reject) => {
      const request = indexedDB.open(DATABASE_NAME, 1)
      request.onupgradeneeded = () => {
        request.result.createObjectStore('records', { keyPath: 'key' })
        request.result.createObjectStore('history')
        request.result.createObjectStore('originals', { keyPath: 'key' })
        request.result.createObjectStore('thumbnails')
        const records = request.transaction?.objectStore('records')
        for (const record of recordsOf(demoStudio())) records?.put({ ...record, revision: 4 })
      }
      request.onsuccess = () => {
        request.result.close()
        resolve()
      }
      request.onerror = () => reject(request.error)
    })
    const log = await openLog()
    await log.begin(emptyStudio())
    expect((await ledgerOf(log, 'a')).studio).toEqual(demoStudio())
  })

  it('a database of version 2 keeps its log, and has room for photographs', async () => {
    await new Promise<void>((resolve, reject) => {
      const request = indexedDB.open(DATABASE_NAME, 2)
      request.onupgradeneeded = () => {
        for (const name of ['records', 'originals']) request.result.createObjectStore(name, { keyPath: 'key' })
        for (const name of ['thumbnails', 'written']) request.result.createObjectStore(name)
        request.result.createObjectStore('setAside', { autoIncrement: true })
        const log = request.result.createObjectStore('log', { keyPath: 'seq', autoIncrement: true })
        log.createIndex('id', 'id', { unique: true })
        log.add({ id: 'kept' })
      }
      request.onsuccess = () => {
        request.result.close()
        resolve()
      }
      request.onerror = () => reject(request.error)
    })
    const database = await openDatabase()
    expect([...database.objectStoreNames]).toEqual(expect.arrayContaining(['photoSmall', 'photoWhole', 'thumbnails']))
    expect((await database.getAll('log')).map(({ id }) => id)).toEqual(['kept'])
    database.close()
  })

  it('gives the database up at once when a newer Vernice wants it', async () => {
    let old = 0
    await StudioLog.open({ ...NO_MATTER, news: () => undefined, overtaken: () => old++, failure: () => undefined })
    const newer = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open(DATABASE_NAME, 99)
      request.onsuccess = () => resolve(request.result)
      request.onerror = () => reject(request.error)
    })
    expect(newer.version).toBe(99)
    expect(old).toBe(1)
  })

  it('keeps the newest small pictures, up to a number', async () => {
    const database = await openDatabase()
    const picture = { of: 'x', width: 1, height: 1, pixels: new Uint8ClampedArray(4) }
    const clock = vi.spyOn(Date, 'now')
    for (let i = 0; i < 123; i++) {
      // The names go otherwise than the days.
      clock.mockReturnValue(1000 + ((i * 50) % 123))
      await keepPicture(database, `p${i}`, picture)
    }
    clock.mockRestore()
    const kept = (await database.getAll('thumbnails')).map(({ at }) => at - 1000).sort((a, b) => a - b)
    expect(kept).toHaveLength(120)
    expect(kept.at(-1)).toBe(122)
    expect(kept.filter((at) => at < 3)).toHaveLength(0)
  })
})

describe('the store', () => {
  const handed: Entry[] = []

  beforeEach(() => {
    handed.length = 0
    beginWith(demoStudio(), 0, (entry) => handed.push(entry))
    useStudio.setState({ notice: null })
  })

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
    expect(useStudio.getState().redoes).toBeNull()
    expect(useStudio.getState().undoes).toBe('rename the studio')
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
    expect(useStudio.getState().undoes).toBeNull()
    expect(handed).toEqual([])
  })

  it('hands on each deed in the same turn', () => {
    run({ type: 'studio.rename', name: 'One' })
    undo()
    redo()
    expect(handed.map(({ deed, n }) => [deed.kind, n])).toEqual([
      ['do', 1],
      ['undo', 2],
      ['redo', 3],
    ])
  })

  it('what is typed is one step of undo, and what cannot be is told to the field only', () => {
    const before = useStudio.getState().studio
    const field = { entry: null }
    const type = (name: string) => whileTyping(field, () => void run({ type: 'studio.rename', name }))
    for (const name of ['T', 'Ti', ' ', 'Tid']) type(name)
    expect(useStudio.getState().studio.name).toBe('Tid')
    expect(useStudio.getState().notice).toBeNull()
    undo()
    expect(useStudio.getState().studio).toEqual(before)
  })

  it.each([
    ['Reed jugs', 'pdf', 'reed-jugs.pdf'],
    ['Džbánek / 2', 'png', 'dzbanek-2.png'],
    ['茶碗 二', 'pdf', '茶碗-二.pdf'],
    ['Ậ, ǭ', 'pdf', 'a-o.pdf'],
    ['Кувшин №3', 'png', 'кувшин-no3.png'],
    ['x'.repeat(300), 'png', `${'x'.repeat(80)}.png`],
    ['??', 'json', 'vernice.json'],
  ])('names a file after “%s”', (title, ending, wanted) => {
    expect(fileName(title, ending)).toBe(wanted)
  })
})

describe('how the bench is set up', () => {
  it('what leaves no trace is noted as passed, the newest two hundred, and can be taken back', () => {
    const { pass, unpass } = useBenchSettings.getState()
    const passed = () => useBenchSettings.getState().passed
    for (let i = 0; i < 203; i++) pass(`act ${i}`)
    expect([passed().length, passed()[0], passed()[199]]).toEqual([200, 'act 3', 'act 202'])
    unpass('act 5')
    expect(passed().slice(0, 3)).toEqual(['act 3', 'act 4', 'act 6'])
  })
})
