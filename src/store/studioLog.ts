import { CURRENT_VERSION } from '@/core/model/migrations'
import type { Cut, Entry } from '@/core/model/ledger'
import type { Studio } from '@/core/model/studio'
import {
  HEAD_KEY,
  openDatabase,
  type Database,
  type Events,
  type SetAside,
  type StoredRecord,
  type Written,
} from './database'
import { clearUnreadable, mirror, mirrored, unmirror } from './mirror'
import { asText, type UnsoundEntry } from './soundLog'
import { changedKeys, partsOf } from './records'

const STRICT = { durability: 'strict' } as const
const NOTHING: Written = { seq: 0, seen: {} }

/** Waits before a failed write is tried again, ms: growing, up to half a minute. */
const FIRST_PAUSE_MS = 100
const LONGEST_PAUSE_MS = 30_000

/** What is stored: what was written down for good, and the log after it. */
export interface Stored {
  readonly written: Written
  readonly records: readonly StoredRecord[]
  /** As it was found: `soundLog` tells what of it can be read. */
  readonly log: readonly unknown[]
}

/** The log of the studio in the browser’s database: what was done, in one order for all tabs. */
export class StudioLog {
  private readonly channel = new BroadcastChannel('vernice')
  private closed = false

  private constructor(
    readonly database: Database,
    private readonly onFailure: (error: unknown) => void,
  ) {}

  static async open(on: Events & { news: () => void; failure: (error: unknown) => void }): Promise<StudioLog> {
    let log: StudioLog | null = null
    const closed = () => {
      if (log) log.closed = true
    }
    const events: Events = {
      waits: on.waits,
      overtaken: () => {
        closed()
        on.overtaken()
      },
      lost: (why) => {
        closed()
        on.lost(why)
      },
    }
    log = new StudioLog(await openDatabase(events), on.failure)
    log.channel.onmessage = on.news
    return log
  }

  /** Whether nothing has ever been saved. */
  async isNew(): Promise<boolean> {
    return (await this.database.count('records')) === 0
  }

  /** Saves `first` unless another tab has saved something meanwhile. */
  async begin(first: Studio): Promise<void> {
    const transaction = this.database.transaction(['records', 'written'], 'readwrite', STRICT)
    const records = transaction.objectStore('records')
    if ((await records.count()) === 0) {
      for (const [key, value] of partsOf(first)) ask(records.put({ key, version: CURRENT_VERSION, value }))
      ask(transaction.objectStore('written').put(NOTHING, HEAD_KEY))
    }
    await transaction.done
  }

  /**
   * Brings in what tabs that are gone had not got into the database. An id comes in once, and nothing that is written down already
   * is carried out again, so any number of tabs may do this at any time.
   */
  async adopt(): Promise<number> {
    const { entries, unreadable } = mirrored()
    await this.setAside(
      unreadable.map(({ key, text }) => entrySetAside(key, text, 'what a tab left behind cannot be read')),
      [],
    )
    for (const { key } of unreadable) clearUnreadable(key)
    if (!entries.length) return 0
    const transaction = this.database.transaction(['log', 'written'], 'readwrite', STRICT)
    const { seen } = (await transaction.objectStore('written').get(HEAD_KEY)) ?? NOTHING
    const log = transaction.objectStore('log')
    let count = 0
    for (const entry of entries) {
      if (typeof entry.n !== 'number' || entry.n <= (seen[entry.tab] ?? 0)) continue
      if ((await log.index('id').getKey(entry.id)) !== undefined) continue
      ask(log.add(entry))
      count++
    }
    transaction.commit()
    await transaction.done
    for (const { id } of entries) unmirror(id)
    if (count) this.tellOthers()
    return count
  }

  /**
   * Writes an entry in the same turn: first where a page that goes loses nothing, then where a browser that goes loses nothing.
   * `mirrored` says whether the first succeeded; `kept` resolves once the second has, however long that takes.
   */
  append(entry: Entry): { mirrored: boolean; kept: Promise<void> } {
    const inMirror = mirror(entry)
    return { mirrored: inMirror, kept: this.write(entry, FIRST_PAUSE_MS) }
  }

  private async write(entry: Entry, pauseMs: number): Promise<void> {
    const failure = await this.add(entry)
    // An id that is there already was brought in from the mirror by another tab.
    if (failure && failure.name !== 'ConstraintError') {
      this.onFailure(failure)
      await new Promise((done) => setTimeout(done, pauseMs))
      if (this.closed) return new Promise(() => undefined)
      return this.write(entry, Math.min(2 * pauseMs, LONGEST_PAUSE_MS))
    }
    unmirror(entry.id)
    this.tellOthers()
  }

  /** Adds an entry with nothing awaited before it is committed: the death of the page loses one in six without that. */
  private async add(entry: Entry): Promise<Error | null> {
    let refused: Error | null = null
    try {
      const transaction = this.database.transaction('log', 'readwrite', STRICT)
      transaction.store.add(entry).catch((error: Error) => (refused = error))
      transaction.commit()
      await transaction.done
      return null
    } catch (error) {
      return refused ?? (error instanceof Error ? error : new Error('unknown'))
    }
  }

  /** All that is stored. */
  async read(): Promise<Stored> {
    const transaction = this.database.transaction(['records', 'log', 'written'])
    const [records, log, written] = await Promise.all([
      transaction.objectStore('records').getAll(),
      transaction.objectStore('log').getAll(),
      transaction.objectStore('written').get(HEAD_KEY),
    ])
    return { records, log, written: written ?? NOTHING }
  }

  /** What was logged after a place, and up to where all is written down. */
  async readAfter(seq: number): Promise<{ log: unknown[]; writtenSeq: number }> {
    const transaction = this.database.transaction(['log', 'written'])
    const [log, written] = await Promise.all([
      transaction.objectStore('log').getAll(IDBKeyRange.lowerBound(seq, true)),
      transaction.objectStore('written').get(HEAD_KEY),
    ])
    return { log, writtenSeq: written?.seq ?? 0 }
  }

  /** Writes the oldest part of the log down for good; false when another tab did so first. */
  async writeDown({ to, before, after, entries }: Cut, from: number): Promise<boolean> {
    const parts = partsOf(after)
    const transaction = this.database.transaction(['records', 'log', 'written'], 'readwrite', STRICT)
    const heads = transaction.objectStore('written')
    const written = (await heads.get(HEAD_KEY)) ?? NOTHING
    if (written.seq !== from) {
      transaction.abort()
      await transaction.done.catch(() => undefined)
      return false
    }
    const records = transaction.objectStore('records')
    for (const key of changedKeys(before, after)) {
      const value = parts.get(key)
      if (value === undefined) ask(records.delete(key))
      else ask(records.put({ key, version: CURRENT_VERSION, value }))
    }
    const seen = { ...written.seen }
    for (const { tab, n } of entries) seen[tab] = Math.max(seen[tab] ?? 0, n)
    ask(heads.put({ seq: to, seen }, HEAD_KEY))
    ask(transaction.objectStore('log').delete(IDBKeyRange.upperBound(to)))
    transaction.commit()
    await transaction.done
    this.tellOthers()
    return true
  }

  /** Keeps older records as they were before they were migrated. */
  async keepOriginals(originals: readonly StoredRecord[]): Promise<void> {
    if (!originals.length) return
    const transaction = this.database.transaction('originals', 'readwrite')
    for (const original of originals) ask(transaction.store.put(original))
    await transaction.done
  }

  /** Moves records that cannot be read out of the way, with what was logged of them. `mended` takes the place of a head that was. */
  async setAside(damaged: readonly SetAside[], mended: readonly StoredRecord[]): Promise<void> {
    if (!damaged.length) return
    const transaction = this.database.transaction(['records', 'setAside'], 'readwrite', STRICT)
    for (const one of damaged) {
      ask(transaction.objectStore('setAside').add(one))
      ask(transaction.objectStore('records').delete(one.key))
    }
    for (const record of mended) ask(transaction.objectStore('records').put(record))
    transaction.commit()
    await transaction.done
  }

  /** Moves entries that cannot be read, or would spoil the studio, out of the log. */
  async setEntriesAside(unsound: readonly UnsoundEntry[]): Promise<void> {
    if (!unsound.length) return
    const transaction = this.database.transaction(['log', 'setAside'], 'readwrite', STRICT)
    for (const { seq, found, why } of unsound) {
      ask(transaction.objectStore('setAside').add(entrySetAside(`entry ${seq ?? ''}`.trim(), asText(found), why)))
      if (seq !== null) ask(transaction.objectStore('log').delete(seq))
    }
    transaction.commit()
    await transaction.done
  }

  allSetAside(): Promise<SetAside[]> {
    return this.database.getAll('setAside')
  }

  private tellOthers(): void {
    this.channel.postMessage('news')
  }
}

/** An entry that is set aside, as a text: what it was found as need not be anything that can be written out. */
const entrySetAside = (key: string, text: string, why: string): SetAside => ({
  key,
  at: new Date().toISOString(),
  why,
  record: { key, version: CURRENT_VERSION, value: text },
  entries: [],
})

/** Makes a request whose failure shows in its transaction. */
const ask = (request: Promise<unknown>): void => void request.catch(() => undefined)
