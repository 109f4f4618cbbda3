// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { IDBFactory } from 'fake-indexeddb'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { Command } from '@/core/model/command'
import { CURRENT_VERSION } from '@/core/model/migrations'
import { HEAD_KEY, openDatabase, pieceKey } from './database'

/* The studio is kept: whole tabs with a module registry of their own share one database. */

interface Tab {
  readonly run: (command: Command) => unknown
  readonly state: () => ReturnType<(typeof import('./studioStore'))['useStudio']['getState']>
  readonly drafts: typeof import('./drafts')
}

/** Opens Vernice in a new tab and does not wait for its studio. */
async function tabOpening(demo = true) {
  vi.resetModules()
  const [keeping, store, drafts] = [
    await import('./persistence'),
    await import('./studioStore'),
    await import('./drafts'),
  ]
  const ready = keeping.startPersistence(demo)
  // A second start changes nothing.
  void keeping.startPersistence(!demo)
  const { workWithoutStorage } = keeping
  return { run: store.run, state: () => store.useStudio.getState(), drafts, ready, workWithoutStorage, store }
}

/** Opens Vernice in a new tab. */
async function tab(demo = true): Promise<Tab> {
  const own = await tabOpening(demo)
  await own.ready
  return own
}

/** What tabs of earlier tests listen to on the window that all share. */
const listening: [EventTarget, string, EventListener][] = []
for (const target of [window, document] as EventTarget[]) {
  const { addEventListener } = target
  target.addEventListener = function listen(this: EventTarget, ...args: Parameters<typeof addEventListener>) {
    listening.push([target, args[0], args[1] as EventListener])
    addEventListener.apply(target, args)
  }
}

const rename = (name: string): Command => ({ type: 'studio.rename', name })
const soon = (check: () => void) => vi.waitFor(check, { timeout: 8_000, interval: 20 })
const saved = ({ state }: Tab) => soon(() => expect(state().save).toBe('saved'))
const leaving = () => {
  const event = new Event('beforeunload', { cancelable: true })
  window.dispatchEvent(event)
  return event.defaultPrevented
}

/** Lets long waits pass ten times as fast, until what it returns is called. */
const hurried = () => {
  const { setTimeout: wait } = globalThis
  vi.stubGlobal('setTimeout', (then: () => void, ms = 0) => wait(then, ms > 1_000 ? ms / 10 : ms))
  return () => vi.stubGlobal('setTimeout', wait)
}

const { add: realAdd } = IDBObjectStore.prototype

afterEach(() => {
  vi.unstubAllGlobals()
  // A test that fails while it refuses to store would let the next ones fail too.
  IDBObjectStore.prototype.add = realAdd
})

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory()
  localStorage.clear()
  for (const [target, kind, listener] of listening.splice(0)) target.removeEventListener(kind, listener)
})

describe('a tab', () => {
  it('begins with the demo or an empty studio, and a second one finds what the first did', async () => {
    const first = await tab()
    expect(first.state()).toMatchObject({ status: 'ready', save: 'saved', storageProblem: null, setAside: [] })
    expect(first.state().studio.order.length).toBeGreaterThan(5)
    first.run(rename('Upper room'))
    expect(first.state().save).toBe('saving')
    await saved(first)
    expect(leaving()).toBe(false)
    const second = await tab(false)
    expect(second.state().studio.name).toBe('Upper room')
    expect(second.state().studio.order).toEqual(first.state().studio.order)
  })

  it('without the demo begins empty', async () => {
    expect((await tab(false)).state().studio.order).toEqual([])
  })

  it('takes in what another does, and says so', async () => {
    const [one, two] = [await tab(), await tab()]
    one.run(rename('Upper room'))
    await soon(() => expect(two.state().studio.name).toBe('Upper room'))
    expect(two.state().notice).toMatchObject({
      kind: 'news',
      text: 'Changed in another tab: “rename the studio”. What you did here is kept as well.',
    })
    expect(one.state().notice).toBeNull()
    await saved(one)
    await saved(two)
  })

  it('tells of its own edit that another has made impossible', async () => {
    const [one, two] = [await tab(), await tab()]
    one.run({ type: 'piece.remove', pieceId: 'reed-jugs' })
    two.run({ type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 9 } })
    await soon(() => expect(two.state().notice?.kind).toBe('problem'))
    expect(two.state().notice?.text).toMatch(
      /^Another tab changed the same thing, and “.+” no longer applies: .*reed-jugs/,
    )
    expect(two.state().studio.pieces['reed-jugs']).toBeUndefined()
    // It is told once.
    two.run(rename('Two'))
    await saved(two)
    await soon(() => expect(one.state().studio.name).toBe('Two'))
    expect(two.state().notice?.text).toMatch(/no longer applies/)
  })

  it('makes an edit of what is being typed when it is hidden or left', async () => {
    const own = await tab()
    const field = {}
    for (const [name, leave] of [
      ['Hidden', () => document.dispatchEvent(new Event('visibilitychange'))],
      ['Left', () => window.dispatchEvent(new Event('pagehide'))],
    ] as const) {
      vi.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden')
      own.drafts.holdDraft(field, () => {
        own.run(rename(name))
        own.drafts.dropDraft(field)
      })
      expect(own.state().save).toBe('saving')
      leave()
      expect(own.state().studio.name).toBe(name)
      await saved(own)
    }
    vi.restoreAllMocks()
  })

  it('writes the oldest down for good when there are many, and nothing is lost by it', async () => {
    const own = await tab(false)
    for (let i = 1; i <= 305; i++) own.run(rename(`Room ${i}`))
    await saved(own)
    const database = await openDatabase()
    await soon(async () => expect(await database.count('log')).toBeLessThanOrEqual(300))
    expect(await database.count('log')).toBeGreaterThanOrEqual(200)
    expect(((await database.get('records', HEAD_KEY))?.value as { name: string }).name).toMatch(/^Room \d+$/)
    expect((await tab(false)).state().studio.name).toBe('Room 305')
    database.close()
  })
})

describe('a tab that nobody told of what others did', () => {
  const soonNamed = (own: Tab, name: string) => soon(() => expect(own.state().studio.name).toBe(name))
  const seen = (kind: 'pageshow' | 'visibilitychange', persisted = false) =>
    (kind === 'pageshow' ? window : document).dispatchEvent(Object.assign(new Event(kind), { persisted }))

  beforeEach(() =>
    vi.stubGlobal(
      'BroadcastChannel',
      class {
        onmessage = null
        postMessage = () => undefined
        close = () => undefined
      },
    ),
  )

  it('finds it when it comes back, and not when it is only shown', async () => {
    const [first, second] = [await tab(), await tab()]
    await saved(first)
    second.run(rename('Theirs'))
    await saved(second)
    seen('pageshow')
    await new Promise((done) => setTimeout(done, 60))
    expect(first.state().studio.name).not.toBe('Theirs')
    seen('pageshow', true)
    await soonNamed(first, 'Theirs')
  })

  /** The head of the studio as another tab has written it down, and all that was logged with it. */
  async function writtenDown(changes: { name?: string; version?: number }) {
    const database = await openDatabase()
    const head = (await database.get('records', HEAD_KEY))!
    const { name, version = head.version } = changes
    await database.put('records', { ...head, version, value: { ...(head.value as object), ...(name ? { name } : {}) } })
    await database.put('written', { seq: 1000, seen: {} }, HEAD_KEY)
    database.close()
  }

  it('reads all of it again when it has been written down for good', async () => {
    const own = await tab()
    await saved(own)
    await writtenDown({ name: 'Written' })
    seen('visibilitychange')
    await soonNamed(own, 'Written')
    expect(own.state().storageProblem).toBeNull()
  })

  it('stops keeping when a newer Vernice has written it', async () => {
    const own = await tab()
    await saved(own)
    const { name } = own.state().studio
    await writtenDown({ name: 'Written', version: 99 })
    seen('visibilitychange')
    await soon(() => expect(own.state().storageProblem).toMatch(/newer Vernice/))
    expect(own.state().studio.name).toBe(name)
  })
})

describe('what cannot be read', () => {
  it('is set aside with what was logged of it, and told; the rest is there', async () => {
    await saved(await tab())
    const before = await tab()
    before.run({ type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 9 } })
    before.run(rename('Upper room'))
    await saved(before)
    const database = await openDatabase()
    await database.put('records', { key: pieceKey('reed-jugs'), version: CURRENT_VERSION, value: 'gone' })
    const after = await tab()
    expect(after.state().notice?.text).toMatch(
      /^One record of this studio could not be read and is set aside, .*has it as/,
    )
    expect(after.state().setAside).toHaveLength(1)
    expect(after.state().setAside[0]).toMatchObject({ key: pieceKey('reed-jugs'), record: { value: 'gone' } })
    expect(after.state().setAside[0].entries.map(({ deed }) => deed.kind === 'do' && deed.command.type)).toEqual([
      'piece.change',
    ])
    expect(after.state().studio.name).toBe('Upper room')
    expect(after.state().studio.order).not.toContain('reed-jugs')
    database.close()
  })

  it('a damaged head is mended and two damaged records are told as two', async () => {
    await saved(await tab())
    const database = await openDatabase()
    await database.put('records', { key: HEAD_KEY, version: CURRENT_VERSION, value: 4 })
    await database.put('records', { key: pieceKey('reed-jugs'), version: CURRENT_VERSION, value: null })
    const after = await tab()
    expect(after.state().notice?.text).toMatch(/^2 records of this studio could not be read and are set aside/)
    expect(after.state().studio.order).toContain('dotted-jar')
    expect((await tab()).state().setAside).toHaveLength(2)
    expect(await database.get('records', HEAD_KEY)).toMatchObject({ version: CURRENT_VERSION })
    expect(await database.get('records', pieceKey('reed-jugs'))).toBeUndefined()
    database.close()
  })

  it('older records stay as they were beside what became of them', async () => {
    await saved(await tab())
    const database = await openDatabase()
    const record = await database.get('records', pieceKey('dotted-jar'))
    if (!record) throw new Error('no record')
    await database.put('records', { ...record, version: CURRENT_VERSION - 1 })
    await tab()
    expect(await database.get('originals', pieceKey('dotted-jar'))).toMatchObject({ version: CURRENT_VERSION - 1 })
    expect(await database.count('originals')).toBe(1)
    database.close()
  })

  it('a studio of a newer Vernice is left untouched, and one works in memory', async () => {
    await saved(await tab())
    const database = await openDatabase()
    const entry = { id: 'z:1', tab: 'z', n: 1, version: 99, deed: { kind: 'do' as const, command: rename('Later') } }
    await database.add('log', entry)
    const own = await tab()
    expect(own.state().storageProblem).toMatch(/99/)
    expect(own.state().save).toBe('memory')
    own.run(rename('Mine'))
    expect(own.state().studio.name).toBe('Mine')
    expect(leaving()).toBe(true)
    expect(await database.count('log')).toBe(1)
    database.close()
  })
})

/* Entries as a damaged disk, another program or a version that never was may leave them. */
const itself: Record<string, unknown> = { type: 'batch', label: 'round', commands: [] }
;(itself.commands as unknown[]).push(itself)
const of = (command: unknown) => ({
  id: 'x:1',
  tab: 'x',
  n: 1,
  version: CURRENT_VERSION,
  deed: { kind: 'do', command },
})

const UNREADABLE: readonly (readonly [what: string, entry: object, why: RegExp])[] = [
  ['without a deed', { id: 'x:1', tab: 'x', n: 1, version: CURRENT_VERSION }, /what was done is missing/],
  ['of an unknown command', of({ type: 'piece.explode', pieceId: 'reed-jugs' }), /“piece.explode” is unknown/],
  ['of a deed that is unknown', { ...of(null), deed: { kind: 'forget' } }, /“forget” is unknown/],
  ['without a command', of(null), /its edit is missing/],
  ['that does not say whose it is', { ...of(rename('X')), tab: undefined, id: 'x:1' }, /whose it is/],
  ['without a number', { ...of(rename('X')), n: 'one' }, /its number is missing/],
  ['with a batch within itself', of(itself), /too deep within each other/],
  ['with a name that is a number', of({ type: 'studio.rename', name: 12 }), /cannot be carried out|name/],
  ['that throws', of({ type: 'drawing.set', pieceId: 'reed-jugs' }), /cannot be carried out/],
  ['with a piece that is none', of({ type: 'piece.add', piece: { id: 'p', name: 'P', bodyId: 'estuary-red' } }), /./],
]

describe('an entry of the log that cannot be read', () => {
  it.each(UNREADABLE)('%s is set aside and told, and the studio opens with all else', async (_, entry, why) => {
    const before = await tab()
    await saved(before)
    before.run(rename('Upper room'))
    await saved(before)
    const database = await openDatabase()
    await database.add('log', entry as never)
    const after = await tab()
    after.run({ type: 'piece.change', pieceId: 'reed-jugs', changes: { count: 9 } })
    await saved(after)
    expect(after.state()).toMatchObject({ storageProblem: null, save: 'saved' })
    expect(after.state().studio.name).toBe('Upper room')
    expect(after.state().notice?.text).toMatch(
      /^One edit of this studio could not be read and is set aside, not deleted: /,
    )
    expect(after.state().setAside).toHaveLength(1)
    const [{ why: told, record }] = after.state().setAside
    expect(told).toMatch(why)
    expect(typeof record.value).toBe('string')
    // It is out of the way for good, and told once.
    const later = await tab()
    expect(later.state().studio.pieces['reed-jugs'].count).toBe(9)
    expect([later.state().notice, later.state().setAside.length]).toEqual([null, 1])
    database.close()
  })

  it('is passed over by a tab that is open', async () => {
    const own = await tab()
    await saved(own)
    const database = await openDatabase()
    await database.add('log', of({ type: 'piece.explode' }) as never)
    await database.add('log', { ...of(rename('From there')), id: 'y:1', tab: 'y' } as never)
    new BroadcastChannel('vernice').postMessage('news')
    await soon(() => expect(own.state().studio.name).toBe('From there'))
    expect(own.state().storageProblem).toBeNull()
    database.close()
  })

  it('of a newer Vernice makes an open tab ask to be loaded anew, and nothing is called saved any more', async () => {
    const own = await tab()
    await saved(own)
    const database = await openDatabase()
    await database.add('log', { ...of({ type: 'piece.levitate' }), version: 99 } as never)
    new BroadcastChannel('vernice').postMessage('news')
    await soon(() => expect(own.state().storageProblem).toMatch(/newer Vernice.*reload this one/))
    expect(own.state().save).toBe('memory')
    own.run(rename('Mine'))
    expect([own.state().save, leaving()]).toEqual(['memory', true])
    database.close()
  })

  it('in the mirror is set aside and cleared, and what can be read comes in', async () => {
    await saved(await tab())
    localStorage.setItem('vernice.log.z:1', '{"id":')
    localStorage.setItem('vernice.log.z:2', JSON.stringify({ ...of({ type: 'piece.explode' }), id: 'z:2' }))
    localStorage.setItem('vernice.log.z:3', JSON.stringify({ ...of(rename('Mirrored')), id: 'z:3', tab: 'z', n: 3 }))
    const own = await tab()
    expect(own.state().studio.name).toBe('Mirrored')
    expect(own.state().setAside.map(({ record }) => record.value)).toEqual([
      '{"id":',
      expect.stringContaining('piece.explode'),
    ])
    expect(Object.keys(localStorage).filter((key) => key.startsWith('vernice.log.'))).toEqual([])
  })

  it('that no longer applies is told once, at the opening that finds it', async () => {
    await saved(await tab())
    const database = await openDatabase()
    await database.add('log', of({ type: 'piece.remove', pieceId: 'no-such' }) as never)
    const own = await tab()
    expect(own.state().notice?.text).toMatch(/^An edit “.*” does not apply to this studio and is left out: /)
    expect((await tab()).state().notice).toBeNull()
    database.close()
  })
})

describe('a storage that goes while a studio is open', () => {
  it('deleted: the only copy is on screen, which is said, and leaving is asked about', async () => {
    const own = await tab()
    await saved(own)
    const { name } = own.state().studio
    const gone = new Promise((done) => {
      indexedDB.deleteDatabase('vernice').onsuccess = done
    })
    await soon(() => expect(own.state().storageProblem).toMatch(/has just been deleted.*save a copy before you close/))
    await gone
    expect(own.state()).toMatchObject({ save: 'memory', studio: { name } })
    expect(leaving()).toBe(true)
  })

  it('held by an older tab: it says which to close, and opens once that is done', async () => {
    const older = await new Promise<IDBDatabase>((done) => {
      const request = indexedDB.open('vernice', 1)
      request.onupgradeneeded = () => {
        for (const name of ['records', 'originals']) request.result.createObjectStore(name, { keyPath: 'key' })
        for (const name of ['history', 'thumbnails']) request.result.createObjectStore(name)
      }
      request.onsuccess = () => done(request.result)
    })
    const own = await tabOpening()
    await soon(() => expect(own.state().waitsFor).toMatch(/older Vernice open.*close that tab, or reload it/))
    expect(own.state().status).not.toBe('ready')
    older.close()
    await soon(() => expect(own.state().storageProblem ?? own.state().status).toBe('ready'))
  })
})

describe('a browser that keeps nothing', () => {
  const opening = (open: () => unknown) => {
    globalThis.indexedDB = Object.assign(new IDBFactory(), { open }) as IDBFactory
  }
  const refused = (name: string) => () => {
    throw new DOMException('no', name)
  }

  it.each([
    [
      'that refuses',
      refused('SecurityError'),
      'This browser keeps nothing for this page: a private window, or storage is turned off',
    ],
    [
      'whose disk is damaged',
      refused('UnknownError'),
      'its disk may be full or damaged. Your studio has not been touched',
    ],
    ['whose disk is full', refused('QuotaExceededError'), 'The disk has no room left for this page'],
    [
      'that fails otherwise',
      refused('NotReadableError'),
      'could not be read (NotReadableError). It has not been touched',
    ],
    ['without a database', refused('TypeError'), 'This browser keeps nothing for this page: a private window'],
    ['of a newer Vernice', refused('VersionError'), 'The studio in this browser is of a newer Vernice: reload'],
  ])('%s says so, works in memory and asks before it is left', async (_, open, words) => {
    opening(open)
    const own = await tab()
    expect(own.state().storageProblem).toContain(words)
    expect(own.state()).toMatchObject({ status: 'ready', save: 'memory' })
    // It may have a studio that cannot be read: none is put in its place.
    expect(own.state().studio.order).toEqual([])
    expect(leaving()).toBe(false)
    own.run(rename('Mine'))
    expect(own.state().studio.name).toBe('Mine')
    expect(own.state().save).toBe('memory')
    expect(leaving()).toBe(true)
  })

  describe('for a while: another tab holds its storage', () => {
    /** Holds the database back as an old tab does that does not let go. */
    const held = () =>
      new Promise<IDBDatabase>((resolve, reject) => {
        const request = indexedDB.open('vernice', 1)
        request.onupgradeneeded = () => {
          for (const name of ['records', 'originals']) request.result.createObjectStore(name, { keyPath: 'key' })
          for (const name of ['history', 'thumbnails']) request.result.createObjectStore(name)
        }
        request.onsuccess = () => resolve(request.result)
        request.onerror = () => reject(request.error)
      })

    it('once it lets go, the studio is opened and kept', async () => {
      const calm = hurried()
      const holder = await held()
      const own = await tabOpening()
      await soon(() => expect(own.state().status).toBe('slow'))
      expect(own.state().save).toBe('opening')
      holder.close()
      await own.ready
      calm()
      own.run(rename('Kept after all'))
      await saved(own)
      expect((await tab()).state().studio.name).toBe('Kept after all')
    })

    /** A tab that works in memory while another holds the storage. */
    async function meanwhile() {
      const holder = await held()
      const own = await tabOpening()
      own.workWithoutStorage()
      await own.ready
      expect(own.state()).toMatchObject({ status: 'ready', save: 'memory' })
      expect(own.state().storageProblem).toContain('does not answer yet')
      return { own, holder }
    }

    it('who worked in memory and did nothing finds the studio once it lets go', async () => {
      const { own, holder } = await meanwhile()
      expect(own.state().studio.order).toEqual([])
      holder.close()
      await soon(() => expect(own.state().save).toBe('saved'))
      expect(own.state()).toMatchObject({ storageProblem: null, question: null })
      expect(own.state().studio.order.length).toBeGreaterThan(5)
    })

    it.each([
      ['added to the studio that is kept when that is wished', true],
      ['left in memory, and said so, when not', false],
    ])('what has been done meanwhile is %s', async (_, add) => {
      const { own, holder } = await meanwhile()
      own.run(rename('Mine'))
      own.run({ type: 'studio.settings', changes: { clock: '12' } })
      own.store.undo()
      holder.close()
      await soon(() => expect(own.state().question?.words).toContain('One edit was made without it, in “Mine”'))
      expect(own.state().save).toBe('memory')
      expect(leaving()).toBe(true)
      own.store.answerQuestion(add ? own.state().question!.choices[0].act : null)
      if (add) await saved(own)
      else expect(own.state()).toMatchObject({ save: 'memory' })
      expect(own.state().storageProblem === null).toBe(add)
      expect(own.state().studio).toMatchObject({ name: 'Mine', settings: { clock: '24' } })
      expect(own.state().studio.order.length > 5).toBe(add)
      expect(leaving()).toBe(!add)
    })
  })

  describe('that answers slowly, or not to one question', () => {
    const READS = ['isNew', 'adopt', 'read', 'keepOriginals', 'setAside', 'allSetAside'] as const

    /** A studio “Upper room” with one record that cannot be read, kept in this browser; a tab opened while `read` is changed. */
    async function opening(read: (typeof READS)[number], instead: (was: () => Promise<unknown>) => Promise<unknown>) {
      const before = await tab()
      before.run(rename('Upper room'))
      await saved(before)
      const database = await openDatabase()
      const at = pieceKey('reed-jugs')
      await database.put('records', { key: at, version: CURRENT_VERSION - 1, value: 'gone' })
      database.close()
      vi.resetModules()
      const { StudioLog } = await import('./studioLog')
      const was = StudioLog.prototype[read] as (...args: unknown[]) => Promise<unknown>
      Object.assign(StudioLog.prototype, {
        [read]: function (this: unknown, ...args: unknown[]) {
          return instead(() => was.apply(this, args))
        },
      })
      const keeping = await import('./persistence')
      const store = await import('./studioStore')
      const seen: string[] = []
      const note = ({ status, save, studio, storageProblem }: ReturnType<typeof store.useStudio.getState>) =>
        seen.push([status, save, status === 'ready' ? studio.name : '', storageProblem ? 'told' : ''].join(' '))
      store.useStudio.subscribe(note)
      const wait = setTimeout
      const ready = keeping.startPersistence(true)
      return { ready, seen, state: () => store.useStudio.getState(), run: store.run, wait }
    }

    it.each(READS.flatMap((read) => [500, 10_000].map((ms) => [read, ms] as const)))(
      '%s answering after %i ms shows the own studio, or nothing',
      async (read, ms) => {
        // Time passes fifty times as fast.
        const { setTimeout: wait } = globalThis
        vi.stubGlobal('setTimeout', (then: () => void, pause = 0) => wait(then, pause >= 500 ? pause / 50 : pause))
        const own = await opening(read, async (was) => {
          await new Promise((done) => setTimeout(done, ms))
          return was()
        })
        await own.ready
        await new Promise((done) => wait(done, 80))
        expect(own.state()).toMatchObject({ status: 'ready', save: 'saved', storageProblem: null })
        expect(own.state().studio.name).toBe('Upper room')
        // Never anything else on the way, and opening that takes long says so.
        expect(own.seen.filter((words) => !/^(loading|slow) opening|^ready saved Upper room $/.test(words))).toEqual([])
        if (ms >= 4_000) expect(own.seen.some((words) => words.startsWith('slow'))).toBe(true)
        own.run(rename('Lower room'))
        await saved(own as unknown as Tab)
        expect((await tab()).state().studio.name).toBe('Lower room')
      },
    )

    it.each(READS)('%s failing is told, and never called saved', async (read) => {
      const own = await opening(read, () => Promise.reject(new DOMException('odd', 'UnknownError')))
      await own.ready
      expect(own.state()).toMatchObject({ status: 'ready', save: 'memory' })
      expect(own.state().storageProblem).toContain('(UnknownError)')
      expect(own.state().studio.order).toEqual([])
      own.run(rename('Mine'))
      expect(own.seen.filter((words) => words.includes('saved'))).toEqual([])
      expect(leaving()).toBe(true)
      // The studio that could not be read is still there.
      expect((await tab()).state().studio.name).toBe('Upper room')
    })
  })

  it('a full disk is told once, tried again by itself, and then it is saved', async () => {
    const own = await tab()
    const { add } = IDBObjectStore.prototype
    let tries = 0
    IDBObjectStore.prototype.add = function refuse() {
      tries++
      throw new DOMException('full', 'QuotaExceededError')
    }
    own.run(rename('Mine'))
    await soon(() => expect(own.state().save).toBe('failed'))
    // What can be given up is looked for before it is told.
    await soon(() => expect(own.state().notice?.text).toMatch(/^The disk has no room left/))
    await soon(() => expect(tries).toBeGreaterThan(1))
    IDBObjectStore.prototype.add = add
    await saved(own)
    expect((await tab()).state().studio.name).toBe('Mine')
  })

  it.each([
    [120_000, '0.1 MB of small pictures were given up for it. '],
    [100_000, ''],
  ])('a full disk gives %i bytes of small pictures up, and says so where it helps', async (bytes, words) => {
    const own = await tab()
    const database = await openDatabase()
    await database.put('thumbnails', { of: 'x', width: 1, height: 1, pixels: new Uint8ClampedArray(bytes), at: 1 }, 'a')
    const { add } = IDBObjectStore.prototype
    IDBObjectStore.prototype.add = function refuse() {
      throw new DOMException('full', 'QuotaExceededError')
    }
    own.run(rename('Mine'))
    await soon(() => expect(own.state().notice?.text).toContain(`is not saved yet. ${words}Free some room`))
    await soon(async () => expect(await database.count('thumbnails')).toBe(0))
    IDBObjectStore.prototype.add = add
    await saved(own)
    database.close()
  })

  it('another failure is told with its name', async () => {
    const own = await tab()
    const { add } = IDBObjectStore.prototype
    IDBObjectStore.prototype.add = function refuse() {
      throw new DOMException('odd', 'UnknownError')
    }
    own.run(rename('Mine'))
    await soon(() => expect(own.state().notice?.text).toContain('UnknownError'))
    IDBObjectStore.prototype.add = add
    await saved(own)
  })

  it('a tab that a newer Vernice overtakes says so and works on in memory', async () => {
    const own = await tab()
    const newer = await new Promise<IDBDatabase>((resolve, reject) => {
      const request = indexedDB.open('vernice', 99)
      request.onsuccess = () => resolve(request.result)
      request.onerror = () => reject(request.error)
    })
    await soon(() => expect(own.state().storageProblem).toMatch(/^A newer Vernice has been opened in another tab/))
    expect(own.state().save).toBe('memory')
    newer.close()
  })
})
