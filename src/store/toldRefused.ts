/* Edits that no longer apply and that somebody has been told of: they stay in the log for a while, and are told once. */

const KEY = 'vernice.toldRefused'

/** The log is not longer than this. */
const MOST = 400

export function toldBefore(): ReadonlySet<string> {
  try {
    const ids: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return new Set(Array.isArray(ids) ? (ids as string[]) : [])
  } catch {
    return new Set()
  }
}

export function rememberTold(ids: readonly string[]): void {
  try {
    const all = [...toldBefore(), ...ids]
    localStorage.setItem(KEY, JSON.stringify([...new Set(all)].slice(-MOST)))
  } catch {
    // Without storage they are told again.
  }
}
