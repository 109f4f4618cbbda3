import type { Diff } from '@/core/model/command'
import { CURRENT_VERSION } from '@/core/model/migrations'
import type { Studio } from '@/core/model/studio'
import type { Result } from '@/core/base/result'
import { HEAD_KEY, openDatabase, type Database } from './database'
import { changedKeys, partsOf, studioFrom } from './records'

/** What a save came to: done, or another tab had saved first. */
export type SaveOutcome = 'saved' | 'overtaken'

/** Saves and loads one studio. Each tab has one; it remembers the revision it last saw of each record. */
export class Persistence {
  private revisions = new Map<string, number>()
  private saved: Studio | null = null

  private constructor(readonly database: Database) {}

  static async open(): Promise<Persistence> {
    return new Persistence(await openDatabase())
  }

  /** The saved studio with its history; null when nothing has ever been saved. */
  async load(): Promise<Result<{ studio: Studio; past: Diff[]; future: Diff[] }> | null> {
    const transaction = this.database.transaction(['records', 'history', 'originals'], 'readwrite')
    const records = await transaction.objectStore('records').getAll()
    const history = await transaction.objectStore('history').get(HEAD_KEY)
    if (!records.length) return null
    const read = studioFrom(records)
    if (!read.ok) return read
    for (const original of read.value.migrated) await transaction.objectStore('originals').put(original)
    await transaction.done
    this.revisions = new Map(records.map((record) => [record.key, record.revision]))
    this.saved = read.value.studio
    // Edits recorded against an older version do not fit the migrated studio.
    const kept = read.value.migrated.length ? undefined : history
    return { ok: true, value: { studio: read.value.studio, past: kept?.past ?? [], future: kept?.future ?? [] } }
  }

  /** Saves what changed since the last save or load, in one transaction; refuses when another tab saved one of the same records. */
  async save(
    studio: Studio,
    past: readonly Diff[],
    future: readonly Diff[],
  ): Promise<{ outcome: SaveOutcome; keys: string[] }> {
    const parts = partsOf(studio)
    const keys = this.saved ? changedKeys(this.saved, studio) : [...parts.keys()]
    const transaction = this.database.transaction(['records', 'history'], 'readwrite')
    const records = transaction.objectStore('records')
    const next = new Map<string, number>()
    for (const key of keys) {
      const stored = await records.get(key)
      if ((stored?.revision ?? 0) !== (this.revisions.get(key) ?? 0)) {
        transaction.abort()
        await transaction.done.catch(() => undefined)
        return { outcome: 'overtaken', keys }
      }
      next.set(key, (stored?.revision ?? 0) + 1)
    }
    for (const key of keys) {
      const value = parts.get(key)
      if (value === undefined) ask(records.delete(key))
      else ask(records.put({ key, version: CURRENT_VERSION, revision: next.get(key) as number, value }))
    }
    // Committed without waiting for the answers: the page may be left any moment.
    ask(transaction.objectStore('history').put({ past: past.slice(-60), future: future.slice(-60) }, HEAD_KEY))
    transaction.commit()
    await transaction.done
    for (const key of keys) {
      if (parts.has(key)) this.revisions.set(key, next.get(key) as number)
      else this.revisions.delete(key)
    }
    this.saved = studio
    return { outcome: 'saved', keys }
  }
}

/** Makes a request whose failure shows in its transaction. */
const ask = (request: Promise<unknown>): void => void request.catch(() => undefined)
