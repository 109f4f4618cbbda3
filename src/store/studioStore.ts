import { create } from 'zustand'
import { sentence, type Issue } from '@/core/base/issue'
import { applyCommand, applyDiff, type Command, type Diff } from '@/core/model/command'
import type { Schedule } from '@/core/model/calendar'
import type { Studio } from '@/core/model/studio'
import { emptyStudio } from '@/core/demo/demoStudio'

export type SaveState = 'saved' | 'saving' | 'failed'

export interface Notice {
  readonly kind: 'problem' | 'news'
  readonly text: string
}

interface StudioState {
  readonly status: 'loading' | 'ready' | 'refused'
  readonly studio: Studio
  readonly past: readonly Diff[]
  readonly future: readonly Diff[]
  /** Commands not yet saved, to be carried out again should another tab save first. */
  readonly pending: readonly Command[]
  readonly save: SaveState
  readonly savedAt: Date | null
  readonly notice: Notice | null
  /** Days that are being planned, before they are taken. */
  readonly previewed: Schedule | null
}

/** The studio on screen. Components read it through selectors and change it only by commands. */
export const useStudio = create<StudioState>()(() => ({
  status: 'loading',
  studio: emptyStudio(),
  past: [],
  future: [],
  pending: [],
  save: 'saved',
  savedAt: null,
  notice: null,
  previewed: null,
}))

const HISTORY_LIMIT = 200

/** Carries out a command; what cannot be done is told in one sentence and changes nothing. */
export function run(command: Command): Issue | null {
  const { studio, past, pending } = useStudio.getState()
  const applied = applyCommand(studio, command)
  if (!applied.ok) {
    tell('problem', sentence(applied.issue))
    return applied.issue
  }
  if (applied.value.diff.forward.length === 0) return null
  useStudio.setState({
    studio: applied.value.studio,
    past: [...past.slice(-HISTORY_LIMIT), applied.value.diff],
    future: [],
    pending: [...pending, command],
    save: 'saving',
  })
  return null
}

/** Takes the last edit back. */
export function undo(): void {
  const { studio, past, future, pending } = useStudio.getState()
  const diff = past[past.length - 1]
  if (!diff) return
  useStudio.setState({
    // What is taken back before it was saved must not be carried out again.
    pending: pending.slice(0, -1),
    studio: applyDiff(studio, diff.inverse),
    past: past.slice(0, -1),
    future: [...future, diff],
    save: 'saving',
  })
}

/** Does the last edit that was taken back again. */
export function redo(): void {
  const { studio, past, future } = useStudio.getState()
  const diff = future[future.length - 1]
  if (!diff) return
  useStudio.setState({
    studio: applyDiff(studio, diff.forward),
    past: [...past, diff],
    future: future.slice(0, -1),
    save: 'saving',
  })
}

export const tell = (kind: Notice['kind'], text: string): void => useStudio.setState({ notice: { kind, text } })

export const dismissNotice = (): void => useStudio.setState({ notice: null })

/** A new id for a piece or a step. */
export const newId = (): string => crypto.randomUUID().slice(0, 13)
