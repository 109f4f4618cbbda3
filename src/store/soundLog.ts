import { sentence } from '@/core/base/issue'
import { applyCommand, isCommandType, type Command } from '@/core/model/command'
import type { Entry, LoggedEntry } from '@/core/model/ledger'
import { CURRENT_VERSION, migrateEdit } from '@/core/model/migrations'
import type { Studio } from '@/core/model/studio'
import { changedKeys, partsOf, wholeness } from './records'

/* Entries of the log are read as found: one that cannot be read, or that would spoil the studio, never keeps the others out. */

/** An entry that is left out, as it was found, and why. */
export interface UnsoundEntry {
  /** Its place in the log; null where it has none. */
  readonly seq: number | null
  readonly found: unknown
  readonly why: string
}

/** Batches within batches: more than this is no edit of ours. */
const DEEPEST = 8

function commandFault(command: unknown, depth = 0): string | null {
  if (typeof command !== 'object' || command === null) return 'its edit is missing'
  const { type, commands } = command as { type?: unknown; commands?: unknown }
  if (typeof type !== 'string' || !isCommandType(type)) return `its edit “${String(type).slice(0, 40)}” is unknown`
  if (type !== 'batch') return null
  if (depth >= DEEPEST) return 'its edits lie too deep within each other'
  if (!Array.isArray(commands)) return 'its list of edits is missing'
  return commands.reduce<string | null>((fault, one) => fault ?? commandFault(one, depth + 1), null)
}

/** What is wrong with an entry by itself; null when it can be read. */
export function entryFault(found: unknown): string | null {
  if (typeof found !== 'object' || found === null) return 'it is no entry'
  const { id, tab, n, version, deed } = found as Partial<Record<keyof Entry, unknown>>
  const named = [id, tab].every((text) => typeof text === 'string' && text !== '')
  if (!named) return 'it does not say whose it is'
  if (![n, version].every((number) => Number.isInteger(number) && (number as number) > 0))
    return 'its number is missing'
  if (typeof deed !== 'object' || deed === null) return 'what was done is missing'
  const { kind, target, command } = deed as { kind?: unknown; target?: unknown; command?: unknown }
  if (kind === 'undo' || kind === 'redo') return typeof target === 'string' ? null : 'what it takes back is missing'
  return kind === 'do' ? commandFault(command) : `“${String(kind).slice(0, 40)}” is unknown`
}

/** The newest version that entries were written by. An entry of a newer Vernice is one that this one need not be able to read. */
export const newestVersion = (found: readonly unknown[]): number =>
  Math.max(
    0,
    ...found.map((one) => {
      const version = (one as Partial<Entry> | null)?.version
      return typeof version === 'number' && Number.isInteger(version) ? version : 0
    }),
  )

/** Entries that can be read, and those that cannot. */
export function readable(found: readonly unknown[]): { entries: LoggedEntry[]; unsound: UnsoundEntry[] } {
  const entries: LoggedEntry[] = []
  const unsound: UnsoundEntry[] = []
  for (const one of found) {
    const why = entryFault(one)
    if (why) unsound.push({ seq: seqOf(one), found: one, why })
    else entries.push(one as LoggedEntry)
  }
  return { entries, unsound }
}

function seqOf(found: unknown): number | null {
  const seq = (found as Partial<LoggedEntry> | null)?.seq
  return typeof seq === 'number' ? seq : null
}

/** An entry that an older Vernice wrote, as this one would have. */
const upToDate = (entry: LoggedEntry): LoggedEntry =>
  entry.version < CURRENT_VERSION ? { ...entry, deed: migrateEdit(entry.deed, entry.version) } : entry

/** A command carried out, whatever it is: null where that fails or the studio would be no studio any more, with why. */
function tried(studio: Studio, command: Command): { studio: Studio } | { why: string } {
  try {
    const applied = applyCommand(studio, command)
    // What no longer applies is told as such.
    if (!applied.ok) return { studio }
    const why = spoiled(studio, applied.value)
    return why ? { why } : { studio: applied.value }
  } catch (error) {
    return { why: `it cannot be carried out (${error instanceof Error ? error.name : 'unknown'})` }
  }
}

/** What is no part of a studio any more after some edits; null when all of it is whole. */
function spoiled(before: Studio, after: Studio): string | null {
  const parts = partsOf(after)
  for (const key of changedKeys(before, after)) {
    const value = parts.get(key)
    const issue = value === undefined ? null : wholeness(key, value)
    if (issue) return sentence(issue)
  }
  return null
}

/**
 * The log of a studio without what cannot be read or would spoil it. What all of it comes to is looked at first, each edit by itself
 * only where that is not whole.
 */
export function soundLog(
  base: Studio,
  found: readonly unknown[],
): { entries: LoggedEntry[]; unsound: readonly UnsoundEntry[] } {
  const { entries, unsound } = readable(found)
  const current: LoggedEntry[] = []
  for (const entry of entries)
    try {
      current.push(upToDate(entry))
    } catch {
      unsound.push({ seq: entry.seq, found: entry, why: 'it is older and cannot be brought up to date' })
    }
  const edits = current.flatMap(({ deed }) => (deed.kind === 'do' ? [deed.command] : []))
  if (isWholeAfter(base, edits)) return { entries: current, unsound }
  const sound: LoggedEntry[] = []
  let studio = base
  for (const entry of current) {
    const next = entry.deed.kind === 'do' ? tried(studio, entry.deed.command) : { studio }
    if ('why' in next) {
      unsound.push({ seq: entry.seq, found: entry, why: next.why })
      continue
    }
    sound.push(entry)
    studio = next.studio
  }
  return { entries: sound, unsound }
}

function isWholeAfter(base: Studio, edits: readonly Command[]): boolean {
  try {
    const after = edits.reduce((studio, command) => {
      const applied = applyCommand(studio, command)
      return applied.ok ? applied.value : studio
    }, base)
    return spoiled(base, after) === null
  } catch {
    return false
  }
}

/** What was found, as a text that can be kept and exported even where it holds itself. */
export function asText(found: unknown): string {
  const above: unknown[] = []
  try {
    return JSON.stringify(found, function within(this: unknown, _key, value: unknown) {
      if (typeof value === 'bigint') return String(value)
      if (typeof value !== 'object' || value === null) return value
      while (above.length && above.at(-1) !== this) above.pop()
      if (above.includes(value)) return 'itself'
      above.push(value)
      return value
    })
  } catch {
    return String(found)
  }
}
