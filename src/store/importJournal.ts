import type { Ledger } from '@/core/model/ledger'
import type { Database, ImportJournal } from './database'
import { photosChanged } from './photoChanges'
import { tell } from './studioStore'

/*
 * What imports are under way. A journal is written in one transaction with each photograph, so that a browser that is killed leaves none
 * that nobody knows of; the next start deletes what no record names.
 */

/** A place in the journals, and what stands there. */
export interface JournalEntry {
  readonly key: string
  readonly journal: ImportJournal
}

export const newJournalKey = (): string => crypto.randomUUID().slice(0, 8)

const lockOf = (key: string) => `vernice.lock.import.${key}`

/** Holds the lock of an import until it is let go, or as long as this page lives. */
export async function heldImport(key: string): Promise<() => void> {
  if (typeof navigator === 'undefined' || !navigator.locks) return () => undefined
  return new Promise((got) => {
    void navigator.locks.request(lockOf(key), () => new Promise<void>((letGo) => got(letGo)))
  })
}

export async function endJournal(database: Database | null, key: string): Promise<void> {
  await database?.delete('imports', key)
}

/** Deletes what imports that were cut off have left behind, and tells of them. Those of other tabs go on. */
export async function clearCutOffImports(database: Database, ledger: Ledger): Promise<void> {
  for (const key of await database.getAllKeys('imports')) {
    const clear = () => clearOne(database, key, ledger)
    if (navigator.locks)
      await navigator.locks.request(lockOf(key), { ifAvailable: true }, (lock) => (lock ? clear() : undefined))
    else await clear()
  }
}

async function clearOne(database: Database, key: string, ledger: Ledger): Promise<void> {
  const journal = await database.get('imports', key)
  if (!journal) return
  const named = JSON.stringify([ledger.studio.pieces, ledger.logged, ledger.waiting])
  const left = journal.kept.filter((id) => !named.includes(`"${id}"`))
  const transaction = database.transaction(['imports', 'photoSmall', 'photoWhole'], 'readwrite')
  for (const id of left) {
    void transaction.objectStore('photoSmall').delete(id)
    void transaction.objectStore('photoWhole').delete(id)
  }
  void transaction.objectStore('imports').delete(key)
  await transaction.done
  if (!left.length) return
  photosChanged()
  tell(
    'problem',
    `“${journal.file}” was not taken in: the page was left when ${journal.kept.length} of its ${journal.of} photographs were saved. ` +
      'Nothing of it is here; open it again.',
  )
}
