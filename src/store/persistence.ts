import { plural } from '@/core/base/words'
import { sentence } from '@/core/base/issue'
import { entryLabel, type Entry, type Ledger, type LoggedEntry } from '@/core/model/ledger'
import { CURRENT_VERSION } from '@/core/model/migrations'
import type { Studio } from '@/core/model/studio'
import { demoNow, freshStudio } from './beginnings'
import { HEAD_KEY, pieceKey, type Database, type SetAside } from './database'
import { hasDrafts, onDrafts, takeDrafts } from './drafts'
import { partsOf, studioFrom, type Damaged } from './records'
import { clearCutOffImports } from './importJournal'
import { newestVersion, readable, soundLog, type UnsoundEntry } from './soundLog'
import { StudioLog, type Stored } from './studioLog'
import { rememberTold, toldBefore } from './toldRefused'
import { useAtWork } from './atWork'
import { askToPersist, makeRoom } from './diskRoom'
import { askToConfirm, beginWith, run, showLedger, tell, useStudio } from './studioStore'

/* Keeps the studio: opens it, hands each deed to the log in the same turn, takes in what other tabs do. */

/** After this long without an answer the page says that opening takes long, and offers to work in memory meanwhile, ms. */
const SLOW_MS = 2_500

/** So many entries stay to be taken back; with so many the oldest are written down for good. */
const KEPT_ENTRIES = 200
const MOST_ENTRIES = 300

/**
 * Where the page stands with its storage. It only goes forward: opening → open, or opening → memory → open, and closed from any of
 * them. What is in memory only is never called saved: the log is here only while it is open.
 */
type Stage =
  | { readonly at: 'opening' }
  | { readonly at: 'memory'; readonly ledger: Ledger }
  | { readonly at: 'open'; readonly ledger: Ledger; readonly log: StudioLog }
  | { readonly at: 'closed' }

let started = false
let stage: Stage = { at: 'opening' }
let pulling: Promise<void> | null = null
let pullAgain = false
let failing = false
/** Entries that only the memory of this page has. */
const inMemoryOnly = new Set<string>()
/** Edits that no longer apply and that this page knows of. */
const toldRefused = new Set<string>()
let onReady: () => void = () => undefined
const ready = new Promise<void>((resolve) => (onReady = resolve))

/** The database, for caches that live beside the log. */
export const database = (): Database | null => (stage.at === 'open' ? stage.log.database : null)

/**
 * Opens the studio and keeps it from now on; resolves once there is a studio on screen. With `demo`, a browser that has no studio yet
 * starts with the demo; what is worked on in memory never does, since the browser may have a studio that only cannot be read.
 */
export async function startPersistence(demo: boolean): Promise<void> {
  if (started) return
  started = true
  onDrafts(showSave)
  window.addEventListener('pagehide', takeDrafts)
  window.addEventListener('beforeunload', askBeforeLeaving)
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden') takeDrafts()
    else void pull()
  })
  window.addEventListener('pageshow', (event) => event.persisted && void pull())
  const slow = setTimeout(() => stage.at === 'opening' && useStudio.setState({ status: 'slow' }), SLOW_MS)
  open(demo)
    .then(takeOver, (error: unknown) => workInMemory(reasonOf(error)))
    .finally(() => clearTimeout(slow))
  return ready
}

/** Why a studio cannot be opened, in words. */
class Unopenable extends Error {}

function reasonOf(error: unknown): string {
  if (error instanceof Unopenable) return error.message
  const name = error instanceof Error ? error.name : 'unknown'
  return (
    WHY[name] ??
    `The studio in this browser could not be read (${name}). It has not been touched: reload the page to try again.`
  )
}

const NOWHERE =
  'This browser keeps nothing for this page: a private window, or storage is turned off for it in the browser’s settings.'

/** What is the matter where a database cannot be opened, by the name of the error. */
const WHY: Readonly<Record<string, string>> = {
  VersionError:
    'The studio in this browser is of a newer Vernice: reload the page to get that one. It has not been touched.',
  SecurityError: NOWHERE,
  InvalidStateError: NOWHERE,
  // There is no database at all.
  TypeError: NOWHERE,
  ReferenceError: NOWHERE,
  UnknownError:
    'The browser cannot read what it has stored (UnknownError): its disk may be full or damaged. Your studio has not been touched; free ' +
    'some room, start the browser anew, then reload the page.',
  QuotaExceededError:
    'The disk has no room left for this page (QuotaExceededError). Your studio has not been touched; free some room, then reload the page.',
}

/** All that the storage has of a studio, read to the end before any of it is shown. */
interface Opened {
  readonly log: StudioLog
  readonly written: Stored['written']
  readonly entries: readonly LoggedEntry[]
  readonly studio: Studio
  readonly setAside: readonly SetAside[]
  readonly damagedNow: number
  readonly unsound: readonly UnsoundEntry[]
}

async function open(demo: boolean): Promise<Opened> {
  const log = await StudioLog.open({
    news: () => void pull(),
    overtaken: overtakenByNewer,
    lost,
    waits: () => useStudio.setState({ waitsFor: OLDER_TAB }),
    failure: tellFailure,
  })
  if (await log.isNew()) await log.begin((demo && (await demoNow())) || freshStudio())
  await log.adopt()
  const stored = await log.read()
  const newest = newestVersion(stored.log)
  if (newest > CURRENT_VERSION)
    throw new Unopenable(sentence({ code: 'newer-version', actual: newest, newest: CURRENT_VERSION }))
  const { studio, damaged } = await studioOf(log, stored)
  const { entries, unsound } = soundLog(studio, stored.log)
  await log.setEntriesAside(unsound)
  return {
    log,
    written: stored.written,
    entries,
    studio,
    damagedNow: damaged,
    unsound,
    setAside: await log.allSetAside(),
  }
}

/** The storage has answered: its studio is shown, unless something has been done without it, which is asked about. */
function takeOver(opened: Opened): void {
  takeDrafts()
  if (stage.at === 'closed') return
  const meanwhile = stage.at === 'memory' ? stage.ledger.counting().map(({ deed }) => deed.command) : []
  if (!meanwhile.length) return showOpened(opened)
  const { studio } = useStudio.getState()
  useStudio.setState({
    storageProblem:
      'What is on screen was begun without the browser’s storage, which answers again: reload to open your studio.',
  })
  const edits = meanwhile.length === 1 ? 'One edit was' : `${meanwhile.length} edits were`
  askToConfirm({
    title: 'Your studio can be opened now',
    words:
      `The browser’s storage answers again. ${edits} made without it, in “${studio.name}”, and would be lost with this page. ` +
      'Add them to the studio that is kept, or go on without it.',
    choices: [
      {
        label: 'Open it, and add them',
        act: () => {
          if (stage.at !== 'memory') return
          const all = stage.ledger.counting().map(({ deed }) => deed.command)
          inMemoryOnly.clear()
          showOpened(opened)
          for (const command of all) run(command)
        },
      },
    ],
  })
}

function showOpened({ log, written, entries, studio, setAside, damagedNow, unsound }: Opened): void {
  const ledger = beginWith(studio, written.seq, keepEntry)
  ledger.begin(studio, written.seq, entries, written.seen)
  stage = { at: 'open', ledger, log }
  showLedger()
  useStudio.setState({ status: 'ready', savedAt: new Date(), save: 'saved', storageProblem: null, setAside })
  tellRefusedAtOpening(ledger)
  if (unsound.length) tellUnsound(unsound)
  if (damagedNow) tellDamaged(damagedNow)
  onReady()
  void pull()
  void clearCutOffImports(log.database, ledger).catch(() => undefined)
}

/** Works without storage, as an empty studio: why is said as long as it lasts. */
function workInMemory(why: string): void {
  if (stage.at === 'opening') {
    const ledger = beginWith(freshStudio(), 0, keepEntry)
    stage = { at: 'memory', ledger }
  }
  if (stage.at === 'memory') useStudio.setState({ storageProblem: why, save: 'memory', status: 'ready' })
  onReady()
}

/** What the page offers while the storage does not answer. */
export const workWithoutStorage = (): void =>
  workInMemory(
    'The browser’s storage does not answer yet; another tab or window may hold it. Once it answers, your studio is opened.',
  )

/** The studio that records hold; what cannot be read is set aside and counted. */
async function studioOf(
  opened: StudioLog,
  { records, log: entries }: Stored,
): Promise<{ studio: Studio; damaged: number }> {
  const read = studioFrom(records, freshStudio())
  if (!read.ok) throw new Unopenable(`${sentence(read.issue)} It has not been touched.`)
  const { studio, damaged, migrated } = read.value
  await opened.keepOriginals(migrated)
  const mended = damaged.some(({ record }) => record.key === HEAD_KEY)
    ? [{ key: HEAD_KEY, version: CURRENT_VERSION, value: partsOf(studio).get(HEAD_KEY) }]
    : []
  await opened.setAside(
    damaged.map((one) => aside(one, readable(entries).entries)),
    mended,
  )
  return { studio, damaged: damaged.length }
}

/** Edits that are in the log and no longer apply: they are told once, by whichever page finds them first. */
function tellRefusedAtOpening({ refused, logged }: Ledger): void {
  for (const id of refused.keys()) toldRefused.add(id)
  const known = toldBefore()
  const fresh = [...refused].filter(([id]) => !known.has(id))
  if (!fresh.length) return
  rememberTold(fresh.map(([id]) => id))
  const [id, issue] = fresh[fresh.length - 1]
  const entry = logged.find((one) => one.id === id)
  const one = fresh.length === 1
  tell(
    'problem',
    `${one ? 'An edit' : `${fresh.length} edits, the last`} “${entry ? entryLabel(entry) : 'unknown'}” ` +
      `${one ? 'does not apply to this studio and is' : 'do not apply to this studio and are'} left out: ${sentence(issue)}`,
  )
}

function tellUnsound(unsound: readonly UnsoundEntry[]): void {
  const [what, is] = unsound.length === 1 ? ['One edit', 'is'] : [`${unsound.length} edits`, 'are']
  tell(
    'problem',
    `${what} of this studio could not be read and ${is} set aside, not deleted: ${unsound[unsound.length - 1].why}. ` +
      `All else is here. Studio has ${plural(unsound.length, 'it', 'them')} as a file.`,
  )
}

function tellDamaged(count: number): void {
  const [what, is, it] = count === 1 ? ['One record', 'is', 'it'] : [`${count} records`, 'are', 'them']
  tell(
    'problem',
    `${what} of this studio could not be read and ${is} set aside, not deleted; all else is here. Studio has ${it} as a file.`,
  )
}

function aside({ record, why }: Damaged, entries: readonly Entry[]): SetAside {
  const ofIt = ({ deed }: Entry) =>
    deed.kind === 'do' &&
    record.key !== HEAD_KEY &&
    JSON.stringify(deed.command).includes(record.key.slice(pieceKey('').length))
  return { key: record.key, at: new Date().toISOString(), why, record, entries: entries.filter(ofIt) }
}

/** Nothing is kept from now on, and why; what is on screen is all there is. */
function keepNothing(why: string): void {
  if (stage.at === 'opening') beginWith(freshStudio(), 0, keepEntry)
  stage = { at: 'closed' }
  useStudio.setState({ status: 'ready', storageProblem: why, save: 'memory' })
  onReady()
}

const overtakenByNewer = (): void =>
  keepNothing(
    'A newer Vernice has been opened in another tab: reload this one. What you do here is not kept until then.',
  )

/** The storage is gone under an open page: what the page has is the only copy, and is asked about before it is left. */
function lost(why: 'deleted' | 'ended'): void {
  const hadStudio = stage.at === 'open'
  keepNothing(
    why === 'deleted'
      ? 'This browser’s storage of Vernice has just been deleted, in its settings or from another tab. What is on screen is all that is ' +
          'left of your studio: save a copy before you close this page.'
      : 'The browser has closed its storage. What is on screen is the studio as it was: save a copy, then reload the page.',
  )
  if (hadStudio) inMemoryOnly.add(why)
}

const OLDER_TAB =
  'Another tab has an older Vernice open, and this one has to wait for it: close that tab, or reload it.'

function keepEntry(entry: Entry): void {
  if (stage.at !== 'open') {
    inMemoryOnly.add(entry.id)
    return
  }
  const { mirrored, kept } = stage.log.append(entry)
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
  if (stage.at !== 'open') return
  const { save } = useStudio.getState()
  const settled = !hasDrafts() && stage.ledger.waiting.length === 0
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

/** What other tabs did could not be read: what is done here is kept all the same. */
function tellUnread(error: unknown): void {
  const name = error instanceof Error ? error.name : 'unknown'
  if (stage.at !== 'open' || name === 'InvalidStateError') return
  tell(
    'problem',
    `What other tabs do could not be read (${name}); what you do here is kept. Reload this page to see it.`,
  )
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
    .catch(tellUnread)
    .finally(() => (pulling = null))
  return pulling
}

async function pullOnce(): Promise<void> {
  if (stage.at !== 'open') return
  const { log, ledger } = stage
  const { log: news, writtenSeq } = await log.readAfter(ledger.lastSeq)
  if (newestVersion(news) > CURRENT_VERSION) return overtakenByNewer()
  const foreign = writtenSeq > ledger.lastSeq ? await beginAgain(log, ledger) : ledger.take(readable(news).entries)
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
  const { entries } = soundLog(read.value.studio, stored.log)
  into.begin(read.value.studio, stored.written.seq, entries, stored.written.seen)
  showLedger()
  return entries.filter(({ tab }) => tab !== into.tab)
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
  rememberTold(own.map(([id]) => id))
  const [id, issue] = own[own.length - 1]
  const entry = [...logged, ...waiting].find((one) => one.id === id)
  tell(
    'problem',
    `Another tab changed the same thing, and ${own.length === 1 ? '' : `${own.length} edits of yours no longer apply, the last `}` +
      `“${entry ? entryLabel(entry) : 'an edit'}”${plural(own.length, ' no longer applies', '')}: ${sentence(issue)}`,
  )
}

/** What only this page’s memory has is not left without asking. */
function askBeforeLeaving(event: BeforeUnloadEvent): void {
  takeDrafts()
  if (inMemoryOnly.size > 0 || useAtWork.getState().work?.isSaving) event.preventDefault()
}
