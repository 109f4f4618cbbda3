/* What imports are under way: written beside the log, so that the next start knows of one that was cut off. */

const PREFIX = 'vernice.takingIn.'

/** What was kept for an import that has not come to its edit yet. */
export interface ImportJournal {
  readonly file: string
  readonly of: number
  readonly kept: readonly string[]
}

export const newJournalKey = (): string => `${PREFIX}${crypto.randomUUID().slice(0, 8)}`

export function writeJournal(key: string, journal: ImportJournal | null): void {
  try {
    if (journal) localStorage.setItem(key, JSON.stringify(journal))
    else localStorage.removeItem(key)
  } catch {
    // Without it what a killed import leaves behind is only told of as photographs that no record names.
  }
}

/** Journals that are there: of imports under way in some tab, and of those that were cut off. */
export function journalKeys(): string[] {
  try {
    return Object.keys(localStorage).filter((key) => key.startsWith(PREFIX))
  } catch {
    return []
  }
}

export const hasCutOffImports = (): boolean => journalKeys().length > 0

export function journalAt(key: string): ImportJournal | null {
  try {
    const read = JSON.parse(localStorage.getItem(key) ?? '') as ImportJournal
    return Array.isArray(read.kept) && typeof read.file === 'string' ? read : null
  } catch {
    return null
  }
}
