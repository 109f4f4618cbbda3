import { sentence } from '@/core/base/issue'
import { entryLabel, type Entry, type Ledger, type LoggedEntry } from '@/core/model/ledger'
import { CURRENT_VERSION, migrateEdit } from '@/core/model/migrations'
import type { Studio } from '@/core/model/studio'
import { demoNow, freshStudio } from './beginnings'
import { HEAD_KEY, pieceKey, type Database, type SetAside } from './database'
import { hasDrafts, onDrafts, takeDrafts } from './drafts'
import { partsOf, studioFrom, type Damaged } from './records'
import { StudioLog, type Stored } from './studioLog'
import { askToPersist, makeRoom } from './diskRoom'
import { beginWith, showLedger, tell, useStudio } from './studioStore'

/* Keeps the studio: opens it, hands each deed to the log in the same turn, takes in what other tabs do. */

/** After this long without an answer one works in memory, ms: until the storage answers, or for good once anything has been done. */
const OPEN_LIMIT_MS = 2_500

/** So many entries stay to be taken back; with so many the oldest are written down for good. */
const KEPT_ENTRIES = 200
const MOST_ENTRIES = 300

let started = false
let log: StudioLog | null = null
let ledger: Ledger | null = null
let pulling: Promise<void> | null = null
let pullAgain = false
let failing = false
/** Entries that only the memory of this page has. */
const inMemoryOnly = new Set<string>()
const toldRefused = new Set<string>()

/** The database, for caches that live beside the log. */
export const database = (): Database | null => log?.database ?? null

/** Opens the studio and keeps it from now on. With `demo`, a browser that has no studio yet starts with the demo. */
export async function startKeeping(demo: boolean): Promise<void> {
  if (started) return
  started = true
  const begun = demo ? demoNow() : null
  onDrafts(showSave)
  window.addEventListener('pagehide', takeDrafts)
  window.addEventListener('beforeunload', askBeforeLeaving)
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') takeDrafts()
    else void pull()
  })
  window.addEventListener('pageshow', (event) => event.persisted && void pull())
  const first = (await begun) ?? freshStudio()
  try {
    await openWithin(OPEN_LIMIT_MS, first)
  } catch (error) {
    log = null
    workInMemory(first, reasonOf(error))
  }
  useStudio.setState({ status: 'ready' })
}

/** Why a studio cannot be opened, in words. */
class Unopenable extends Error {}

function reasonOf(error: unknown): string {
  if (error instanceof Unopenable) return error.message
  const name = error instanceof Error ? error.name : 'unknown'
  if (name === 'VersionError')
    return 'The studio in this browser is of a newer Vernice: reload the page to get that one. It has not been touched.'
  const detail = name === 'TypeError' || name === 'ReferenceError' ? '' : ` (${name})`
  return `This browser keeps nothing for this page${detail}: a private window, or its storage is turned off or damaged.`
}

async function openWithin(limitMs: number, first: Studio): Promise<void> {
  let late = false
  let timer: ReturnType<typeof setTimeout> | undefined
  const limit = new Promise<never>((_, reject) => {
    timer = setTimeout(() => {
      late = true
      reject(
        new Unopenable(
          'The browser’s storage does not answer; another tab or window may hold it. Close the others and reload.',
        ),
      )
    }, limitMs)
  })
  try {
    await Promise.race([open(first, () => late), limit])
  } finally {
    clearTimeout(timer)
  }
}

async function open(first: Studio, isLate: () => boolean): Promise<void> {
  const opened = await StudioLog.open({ news: () => void pull(), old: overtakenByNewer, failure: tellFailure })
  await opened.begin(first)
  await opened.adopt()
  const stored = await opened.read()
  const newest = Math.max(0, ...stored.log.map(({ version }) => version))
  if (newest > CURRENT_VERSION)
    throw new Unopenable(sentence({ code: 'newer-version', actual: newest, newest: CURRENT_VERSION }))
  const studio = await studioOf(opened, stored)
  // Storage that answers late is taken as long as nothing has been done without it.
  if (isLate() && (inMemoryOnly.size > 0 || hasDrafts())) return
  log = opened
  ledger = beginWith(studio, stored.written.seq, keepEntry)
  ledger.begin(studio, stored.written.seq, stored.log.map(upToDate), stored.written.seen)
  for (const id of ledger.refused.keys()) toldRefused.add(id)
  showLedger()
  useStudio.setState({ savedAt: new Date(), save: 'saved', keptNowhere: null, setAside: await opened.allSetAside() })
}

/** An entry that an older Vernice wrote, as this one would have. */
const upToDate = (entry: LoggedEntry): LoggedEntry =>
  entry.version < CURRENT_VERSION ? { ...entry, deed: migrateEdit(entry.deed, entry.version) } : entry

/** The studio that records hold; what cannot be read is set aside and told. */
async function studioOf(opened: StudioLog, { records, log: entries }: Stored): Promise<Studio> {
  const read = studioFrom(records, freshStudio())
  if (!read.ok) throw new Unopenable(`${sentence(read.issue)} It has not been touched.`)
  const { studio, damaged, migrated } = read.value
  await opened.keepOriginals(migrated)
  const mended = damaged.some(({ record }) => record.key === HEAD_KEY)
    ? [{ key: HEAD_KEY, version: CURRENT_VERSION, value: partsOf(studio).get(HEAD_KEY) }]
    : []
  await opened.setAside(
    damaged.map((one) => aside(one, entries)),
    mended,
  )
  if (damaged.length)
    tell(
      'problem',
      `${damaged.length === 1 ? 'One record' : `${damaged.length} records`} of this studio could not be read and ` +
        `${damaged.length === 1 ? 'is' : 'are'} set aside, not deleted; all else is here. Studio has ` +
        `${damaged.length === 1 ? 'it' : 'them'} as a file.`,
    )
  return studio
}

function aside({ record, why }: Damaged, entries: readonly Entry[]): SetAside {
  const ofIt = ({ deed }: Entry) =>
    deed.kind === 'do' &&
    record.key !== HEAD_KEY &&
    JSON.stringify(deed.command).includes(record.key.slice(pieceKey('').length))
  return { key: record.key, at: new Date().toISOString(), why, record, entries: entries.filter(ofIt) }
}

function workInMemory(first: Studio, why: string): void {
  ledger = beginWith(first, 0, ({ id }) => inMemoryOnly.add(id))
  useStudio.setState({ keptNowhere: why, save: 'memory' })
}

function overtakenByNewer(): void {
  log = null
  useStudio.setState({
    keptNowhere:
      'A newer Vernice has been opened in another tab: reload this one. What you do here is not kept until then.',
    save: 'memory',
  })
}

function keepEntry(entry: Entry): void {
  if (!log) {
    inMemoryOnly.add(entry.id)
    return
  }
  const { mirrored, kept } = log.append(entry)
  if (!mirrored) inMemoryOnly.add(entry.id)
  showSave()
  void kept.then(() => {
    inMemoryOnly.delete(entry.id)
    failing = false
    void askToPersist()
    return pull()
  })
}

/** “saved” is said only when all of it is. */
function showSave(): void {
  const { keptNowhere, save } = useStudio.getState()
  if (keptNowhere || !ledger) return
  const settled = !hasDrafts() && ledger.waiting.length === 0
  const next = settled ? 'saved' : failing ? 'failed' : 'saving'
  if (next !== save) useStudio.setState({ save: next, ...(settled ? { savedAt: new Date() } : {}) })
}

function tellFailure(error: unknown): void {
  const name = error instanceof Error ? error.name : 'unknown'
  const first = !failing
  failing = true
  showSave()
  if (name === 'QuotaExceededError') void makeRoom(database(), first)
  else if (first) tell('problem', sentence({ code: 'storage-failed', detail: name }))
}

/** Takes in what is new in the log; calls on each other’s heels are one. */
function pull(): Promise<void> {
  pullAgain = true
  pulling ??= (async () => {
    while (pullAgain) {
      pullAgain = false
      await pullOnce()
    }
  })()
    .catch(tellFailure)
    .finally(() => (pulling = null))
  return pulling
}

async function pullOnce(): Promise<void> {
  if (!log || !ledger) return
  const { log: news, writtenSeq } = await log.readAfter(ledger.lastSeq)
  const foreign = writtenSeq > ledger.lastSeq ? await beginAgain(log, ledger) : ledger.take(news)
  if (writtenSeq > ledger.writtenSeq) ledger.forget(writtenSeq)
  if (foreign.length) {
    showLedger()
    tellOfOthers(foreign)
  }
  tellRefused(ledger)
  showSave()
  if (ledger.logged.length <= MOST_ENTRIES) return
  const cut = ledger.cut(KEPT_ENTRIES)
  if (!cut) return
  if (await log.writeDown(cut, ledger.writtenSeq)) ledger.forget(cut.to)
  else pullAgain = true
}

/** Another tab has written down more than this one knows: all is read again. */
async function beginAgain(from: StudioLog, into: Ledger): Promise<readonly Entry[]> {
  const stored = await from.read()
  const read = studioFrom(stored.records, freshStudio())
  if (!read.ok) {
    overtakenByNewer()
    return []
  }
  into.begin(read.value.studio, stored.written.seq, stored.log, stored.written.seen)
  showLedger()
  return stored.log.filter(({ tab }) => tab !== into.tab)
}

function tellOfOthers(foreign: readonly Entry[]): void {
  const last = foreign[foreign.length - 1]
  const words =
    foreign.length === 1 ? `“${entryLabel(last)}”` : `${foreign.length} edits, the last “${entryLabel(last)}”`
  tell('news', `Changed in another tab: ${words}. What you did here is kept as well.`)
}

/** Edits of this tab that what other tabs did has made impossible. */
function tellRefused({ refused, tab, logged, waiting }: Ledger): void {
  const fresh = [...refused].filter(([id]) => !toldRefused.has(id))
  for (const [id] of fresh) toldRefused.add(id)
  const own = fresh.filter(([id]) => id.startsWith(`${tab}:`))
  if (!own.length) return
  const [id, issue] = own[own.length - 1]
  const entry = [...logged, ...waiting].find((one) => one.id === id)
  tell(
    'problem',
    `Another tab changed the same thing, and ${own.length === 1 ? '' : `${own.length} edits of yours no longer apply, the last `}` +
      `“${entry ? entryLabel(entry) : 'an edit'}”${own.length === 1 ? ' no longer applies' : ''}: ${sentence(issue)}`,
  )
}

/** What only this page’s memory has is not left without asking. */
function askBeforeLeaving(event: BeforeUnloadEvent): void {
  takeDrafts()
  if (inMemoryOnly.size > 0) event.preventDefault()
}
