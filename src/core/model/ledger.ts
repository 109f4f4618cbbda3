import type { Issue } from '../base/issue'
import { fail, ok, type Result } from '../base/result'
import { applyCommand, type Command } from './command'
import { commandLabel } from './commandLabel'
import type { Studio } from './studio'

/**
 * What a person did: an edit, taking one back, doing it again. `instead` names the edit that this one takes the place of; `byItself` is
 * said of what no hand did, which undo and redo pass over.
 */
export type Deed =
  | { readonly kind: 'do'; readonly command: Command; readonly instead?: string; readonly byItself?: true }
  | { readonly kind: 'undo' | 'redo'; readonly target: string }

/** One deed of one tab; `n` counts the tab’s deeds from 1, `version` is that of the documents it was meant for. */
export interface Entry {
  readonly id: string
  readonly tab: string
  readonly n: number
  readonly version: number
  readonly deed: Deed
}

/** An entry with its place in the order that all tabs share. */
export interface LoggedEntry extends Entry {
  readonly seq: number
}

/** The oldest part of a ledger, to be written down for good. */
export interface Cut {
  /** Place of the last entry that is cut off. */
  readonly to: number
  readonly before: Studio
  readonly after: Studio
  readonly entries: readonly LoggedEntry[]
}

type Edit = Entry & { readonly deed: Extract<Deed, { kind: 'do' }> }

const isEdit = (entry: Entry): entry is Edit => entry.deed.kind === 'do'

/** Edits that count no more: taken back, or replaced by a later one. */
function outOf(entries: readonly Entry[]): Set<string> {
  const back = new Set<string>()
  const replaced = new Set<string>()
  for (const { deed } of entries) {
    if (deed.kind === 'undo') back.add(deed.target)
    else if (deed.kind === 'redo') back.delete(deed.target)
    else if (deed.kind === 'do' && deed.instead) replaced.add(deed.instead)
  }
  return new Set([...back, ...replaced])
}

/**
 * A studio that several tabs change: what was written down for good, the log that follows it, and what this tab has not yet got
 * into the log. The studio is all of it, carried out in that order; so all tabs come to the same.
 */
export class Ledger {
  /** The log, then what waits. */
  private readonly entries: Entry[] = []
  private loggedCount = 0
  /** The studio after each entry. */
  private states: Studio[] = []
  private n = 0
  /** Edits that no longer apply, and why. */
  readonly refused = new Map<string, Issue>()

  constructor(
    readonly tab: string,
    private readonly version: number,
    private base: Studio,
    private baseSeq = 0,
  ) {}

  get studio(): Studio {
    return this.states.at(-1) ?? this.base
  }

  /** Place of the last entry that is known. */
  get lastSeq(): number {
    return this.logged.at(-1)?.seq ?? this.baseSeq
  }

  /** Place up to which all is written down for good. */
  get writtenSeq(): number {
    return this.baseSeq
  }

  get logged(): readonly LoggedEntry[] {
    return this.entries.slice(0, this.loggedCount) as LoggedEntry[]
  }

  get waiting(): readonly Entry[] {
    return this.entries.slice(this.loggedCount)
  }

  /** Carries out an edit; null when it changes nothing. With `instead` it takes the place of an edit that still counts. */
  run(command: Command, instead?: string, byItself = false): Result<Entry | null> {
    const place = instead && this.undoable()?.id === instead ? { instead } : {}
    const before = this.studio
    const entry = this.add({ kind: 'do', command, ...place, ...(byItself ? { byItself } : {}) })
    const issue = this.refused.get(entry.id)
    if (!issue && this.studio !== before) return ok(entry)
    this.entries.pop()
    this.refused.delete(entry.id)
    this.n--
    this.fold(place.instead ? this.placeOf(place.instead) : this.entries.length)
    return issue ? fail(issue) : ok(null)
  }

  /** Takes back this tab’s last edit, or the studio’s last when this tab has made none. */
  undo(): Entry | null {
    const target = this.undoable()
    return target && this.add({ kind: 'undo', target: target.id })
  }

  /** Does again what was taken back last. */
  redo(): Entry | null {
    const target = this.redoable()
    return target && this.add({ kind: 'redo', target: target.id })
  }

  /** The edits that count: neither taken back, nor replaced, nor refused. */
  counting(): Edit[] {
    const out = outOf(this.entries)
    return this.entries.filter(isEdit).filter(({ id }) => !out.has(id) && !this.refused.has(id))
  }

  /** The edit that undo would take back. */
  undoable(): Edit | null {
    const counting = this.counting().filter(({ deed }) => !deed.byItself)
    return counting.findLast(({ tab }) => tab === this.tab) ?? counting.at(-1) ?? null
  }

  /** The edit that redo would do again: what was taken back since the last new edit, the last first. */
  redoable(): Edit | null {
    const own = this.entries.filter(({ tab }) => tab === this.tab)
    const back: string[] = []
    for (const { deed } of own.length ? own : this.entries) {
      if (deed.kind === 'do') back.length = deed.byItself ? back.length : 0
      else if (deed.kind === 'undo') back.push(deed.target)
      else if (back.includes(deed.target)) back.splice(back.lastIndexOf(deed.target), 1)
    }
    const target = this.entries.find(({ id }) => id === back.at(-1))
    return target && isEdit(target) ? target : null
  }

  /** Takes what is new in the log, and answers with what other tabs did. */
  take(news: readonly LoggedEntry[]): readonly Entry[] {
    const known = new Set(this.logged.map(({ id }) => id))
    const fresh = news.filter(({ id, seq }) => seq > this.baseSeq && !known.has(id))
    if (!fresh.length) return []
    const waiting = this.waiting
    const ours = fresh.every(({ id }, i) => waiting[i]?.id === id)
    const ids = new Set(fresh.map(({ id }) => id))
    const rest = waiting.filter(({ id }) => !ids.has(id))
    this.entries.splice(this.loggedCount, Infinity, ...fresh, ...rest)
    const from = this.loggedCount
    this.loggedCount += fresh.length
    if (ours) return []
    this.fold(this.reach(fresh, from))
    return fresh.filter(({ id }) => !waiting.some((entry) => entry.id === id))
  }

  /** Begins anew from what was written down for good; what this tab has not yet got into the log is carried out on it. */
  begin(base: Studio, baseSeq: number, logged: readonly LoggedEntry[], seen: Readonly<Record<string, number>>): void {
    const ids = new Set(logged.map(({ id }) => id))
    const rest = this.waiting.filter(({ id, tab, n }) => !ids.has(id) && n > (seen[tab] ?? 0))
    this.base = base
    this.baseSeq = baseSeq
    this.entries.splice(0, Infinity, ...logged, ...rest)
    this.loggedCount = logged.length
    this.refused.clear()
    this.fold(0)
  }

  /** The oldest entries but the last `keep`, or null. What was taken back and can be done again is not cut off. */
  cut(keep: number): Cut | null {
    const logged = this.logged
    let end = logged.length - keep
    const kept = this.entries.slice(Math.max(0, end))
    for (const { deed } of kept) if (deed.kind === 'undo') end = Math.min(end, this.placeOf(deed.target))
    if (end <= 0) return null
    const entries = logged.slice(0, end)
    return { to: entries[end - 1].seq, before: this.base, after: this.states[end - 1], entries }
  }

  /** Forgets entries that are written down for good. */
  forget(to: number): void {
    const count = this.logged.filter(({ seq }) => seq <= to).length
    if (!count) return
    this.base = this.states[count - 1]
    this.baseSeq = to
    for (const { id } of this.entries.splice(0, count)) this.refused.delete(id)
    this.states.splice(0, count)
    this.loggedCount -= count
  }

  private add(deed: Deed): Entry {
    const entry = { id: `${this.tab}:${++this.n}`, tab: this.tab, n: this.n, version: this.version, deed }
    this.entries.push(entry)
    this.fold(this.reach([entry], this.entries.length - 1))
    return entry
  }

  private placeOf(id: string): number {
    const at = this.entries.findIndex((entry) => entry.id === id)
    return at < 0 ? this.entries.length : at
  }

  /** The first place from which entries change the studio: their own, or that of an edit they take back. */
  private reach(entries: readonly Entry[], from: number): number {
    const targets = entries.flatMap(({ deed }) => (deed.kind === 'do' ? (deed.instead ?? []) : deed.target))
    return Math.min(from, ...targets.map((id) => this.placeOf(id)))
  }

  /** Carries out everything from a place on. */
  private fold(from: number): void {
    const out = outOf(this.entries)
    this.states.length = from
    for (const entry of this.entries.slice(from)) {
      const before = this.studio
      this.refused.delete(entry.id)
      this.states.push(isEdit(entry) && !out.has(entry.id) ? this.carriedOut(entry, before) : before)
    }
  }

  private carriedOut({ id, deed }: Edit, before: Studio): Studio {
    try {
      const applied = applyCommand(before, deed.command)
      if (applied.ok) return applied.value
      this.refused.set(id, applied.issue)
    } catch {
      // An edit that was damaged in its log: the others still count.
      this.refused.set(id, { code: 'bad-value', path: 'edit', actual: 'damaged', expected: 'whole' })
    }
    return before
  }
}

/** What an entry is called in words. */
export const entryLabel = (entry: Entry): string =>
  entry.deed.kind === 'do' ? commandLabel(entry.deed.command) : `${entry.deed.kind} an edit`
