import type { Entry } from '@/core/model/ledger'

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

/** What tabs have mirrored, in the order of each tab; what cannot be read is passed over and stays. */
export function mirrored(): Entry[] {
  const entries: Entry[] = []
  try {
    for (const key of Object.keys(localStorage)) {
      const entry = key.startsWith(PREFIX) ? parsed(localStorage.getItem(key) ?? '') : null
      if (entry) entries.push(entry)
    }
  } catch {
    return []
  }
  return entries.sort((a, b) => (a.tab < b.tab ? -1 : a.tab > b.tab ? 1 : a.n - b.n))
}

function parsed(text: string): Entry | null {
  try {
    const entry = JSON.parse(text) as Entry
    return typeof entry.id === 'string' && typeof entry.tab === 'string' && Number.isInteger(entry.n) ? entry : null
  } catch {
    return null
  }
}
