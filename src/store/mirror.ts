import type { Entry } from '@/core/model/ledger'
import { CURRENT_VERSION } from '@/core/model/migrations'
import { entryFault } from './soundLog'

/* Entries of the log are written here first: what is in localStorage outlives the page, whatever becomes of the database. */

const PREFIX = 'vernice.log.'

/** An entry longer than this is not mirrored: the whole site has some 5 million letters. */
const LIMIT_LETTERS = 200_000

/** Mirrors an entry in the same turn; false when it is too long, or there is no room or no storage. */
export function mirror(entry: Entry): boolean {
  try {
    const text = JSON.stringify(entry)
    if (text.length > LIMIT_LETTERS) return false
    localStorage.setItem(PREFIX + entry.id, text)
    return true
  } catch {
    return false
  }
}

export function unmirror(id: string): void {
  try {
    localStorage.removeItem(PREFIX + id)
  } catch {
    // There is no storage, so nothing was mirrored either.
  }
}

/** What tabs have mirrored, in the order of each tab, and what of it cannot be read. */
export function mirrored(): { entries: Entry[]; unreadable: { key: string; text: string }[] } {
  const entries: Entry[] = []
  const unreadable: { key: string; text: string }[] = []
  try {
    for (const key of Object.keys(localStorage)) {
      if (!key.startsWith(PREFIX)) continue
      const text = localStorage.getItem(key) ?? ''
      const entry = parsed(text)
      if (entry) entries.push(entry)
      else unreadable.push({ key, text })
    }
  } catch {
    return { entries: [], unreadable: [] }
  }
  entries.sort((a, b) => (a.tab < b.tab ? -1 : a.tab > b.tab ? 1 : a.n - b.n))
  return { entries, unreadable }
}

/** Takes away what cannot be read, once it is set aside. */
export function clearUnreadable(key: string): void {
  try {
    localStorage.removeItem(key)
  } catch {
    // There is no storage any more.
  }
}

function parsed(text: string): Entry | null {
  try {
    const entry = JSON.parse(text) as Entry
    return entryFault(entry) === null || entry.version > CURRENT_VERSION ? entry : null
  } catch {
    return null
  }
}
