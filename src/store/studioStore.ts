import { create } from 'zustand'
import { sentence, type Issue } from '@/core/base/issue'
import { type Command } from '@/core/model/command'
import { commandLabel } from '@/core/model/commandLabel'
import type { Schedule } from '@/core/model/calendar'
import { Ledger, type Entry } from '@/core/model/ledger'
import { CURRENT_VERSION } from '@/core/model/migrations'
import type { Studio } from '@/core/model/studio'
import { emptyStudio } from '@/core/demo/emptyStudio'
import type { SetAside } from './database'

/**
 * `opening` until it is known what the browser has; `saving` from the first letter typed until the browser has it; `memory` when there
 * is nowhere to save to.
 */
export type SaveState = 'opening' | 'saved' | 'saving' | 'failed' | 'memory'

export interface Notice {
  readonly kind: 'problem' | 'news'
  readonly text: string
  /** The edit that it tells of, in the words of undo: it can be taken back from the notice as long as it is the last one. */
  readonly undoes?: string | null
  /** What can be had otherwise, with one press. */
  readonly otherwise?: { readonly label: string; readonly act: () => void }
  /** When it was told, ms. */
  readonly at: number
}

/** So many of what was told can be read again. */
const REMEMBERED = 20

/** Something to be decided before anything is done. */
export interface Confirmation {
  readonly title: string
  /** What it would do. */
  readonly words: string
  readonly choices: readonly { readonly label: string; readonly act: () => void }[]
  /** It is left undecided. */
  readonly otherwise?: () => void
}

interface StudioState {
  /** `slow` when opening takes longer than usual. */
  readonly status: 'loading' | 'slow' | 'ready'
  readonly studio: Studio
  /** What undo would take back, and redo do again, in words. */
  readonly undoes: string | null
  readonly redoes: string | null
  readonly save: SaveState
  readonly savedAt: Date | null
  readonly notice: Notice | null
  /** What was told lately, the newest first. */
  readonly lately: readonly Notice[]
  readonly question: Confirmation | null
  /** Why nothing can be kept in this browser; null when it can. */
  readonly storageProblem: string | null
  /** What opening waits for, where that is known. */
  readonly waitsFor: string | null
  /** Records that could not be read. */
  readonly setAside: readonly SetAside[]
  /** Days that are being planned, before they are taken. */
  readonly previewed: Schedule | null
}

/** The studio on screen. Components read it through selectors and change it only by commands. */
export const useStudio = create<StudioState>()(() => ({
  status: 'loading',
  studio: emptyStudio(),
  undoes: null,
  redoes: null,
  save: 'opening',
  savedAt: null,
  notice: null,
  lately: [],
  question: null,
  storageProblem: null,
  waitsFor: null,
  setAside: [],
  previewed: null,
}))

const newTab = (): string => crypto.randomUUID().slice(0, 8)

let ledger = new Ledger(newTab(), CURRENT_VERSION, emptyStudio())
let keep: (entry: Entry) => void = () => undefined

/** Begins with a studio. Each deed from now on is handed to `onDeed` in the same turn. */
export function beginWith(studio: Studio, writtenSeq = 0, onDeed: (entry: Entry) => void = () => undefined): Ledger {
  ledger = new Ledger(newTab(), CURRENT_VERSION, studio, writtenSeq)
  keep = onDeed
  showLedger()
  return ledger
}

/** Shows on screen what the ledger has come to. */
export function showLedger(): void {
  const [back, again] = [ledger.undoable(), ledger.redoable()]
  useStudio.setState({
    studio: ledger.studio,
    undoes: back && commandLabel(back.deed.command),
    redoes: again && commandLabel(again.deed.command),
  })
}

function note(entry: Entry): void {
  keep(entry)
  showLedger()
}

/** What is being typed into one field: the last edit it made, if any. */
export interface Typing {
  entry: string | null
}

let typing: Typing | null = null

/**
 * Carries out what `edit` runs as something still being typed: it takes the place of the edit before it in the same field, so that
 * the field is one step of undo, and what cannot be done is not told yet.
 */
export function whileTyping(field: Typing, edit: () => void): void {
  typing = field
  try {
    edit()
  } finally {
    typing = null
  }
}

/** Carries out a command; what cannot be done is told in one sentence and changes nothing. */
export function run(command: Command): Issue | null {
  const done = ledger.run(command, typing?.entry ?? undefined)
  if (!done.ok) {
    if (!typing) tell('problem', sentence(done.issue))
    return done.issue
  }
  if (!done.value) return null
  if (typing) typing.entry = done.value.id
  note(done.value)
  return null
}

/** Carries out what no hand asked for: undo and redo stand as they were. */
export function runByItself(command: Command): void {
  const done = ledger.run(command, undefined, true)
  if (done.ok && done.value) note(done.value)
}

/** Takes the last edit back. */
export function undo(): void {
  const entry = ledger.undo()
  if (entry) note(entry)
}

/** Does the last edit that was taken back again. */
export function redo(): void {
  const entry = ledger.redo()
  if (entry) note(entry)
}

function show(told: Omit<Notice, 'at'>): void {
  const notice = { ...told, at: Date.now() }
  useStudio.setState(({ lately }) => ({ notice, lately: [notice, ...lately].slice(0, REMEMBERED) }))
}

export const tell = (kind: Notice['kind'], text: string): void => show({ kind, text })

/** Tells of the edit just made, with a button that takes it back, and maybe another that has it otherwise. */
export const tellOfEdit = (text: string, otherwise?: Notice['otherwise']): void =>
  show({ kind: 'news', text, undoes: useStudio.getState().undoes, ...(otherwise ? { otherwise } : {}) })

export const dismissNotice = (): void => useStudio.setState({ notice: null })

/** A new id for a piece or a step. */
export const newId = (): string => crypto.randomUUID().slice(0, 13)

/** Asks before something is done; a second question takes the place of the first. */
export function askToConfirm(question: Confirmation): void {
  const before = useStudio.getState().question
  useStudio.setState({ question })
  before?.otherwise?.()
}

/** Closes the question and does what was chosen, if anything. */
export function answerQuestion(act: (() => void) | null): void {
  const { question } = useStudio.getState()
  useStudio.setState({ question: null })
  if (act) act()
  else question?.otherwise?.()
}
