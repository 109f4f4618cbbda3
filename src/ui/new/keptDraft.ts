/* What has been chosen of a new piece, kept for this tab so that going back to it does not begin anew. */

const KEY = 'vernice.newPiece'

/** What was kept; null when there is nothing, or it is in another unit than now. */
export function keptDraft<T>(unit: string): T | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEY) ?? 'null') as { unit: string; draft: T } | null
    return kept?.unit === unit ? kept.draft : null
  } catch {
    return null
  }
}

/** Keeps a draft, or forgets it with null. A browser without storage keeps none. */
export function keepDraft(unit: string, draft: object | null): void {
  try {
    if (draft) sessionStorage.setItem(KEY, JSON.stringify({ unit, draft }))
    else sessionStorage.removeItem(KEY)
  } catch {
    // It begins anew, as it does without this.
  }
}
