import { useEffect, useRef, useState } from 'react'
import { dropDraft, holdDraft, takeDraft } from '@/store/drafts'
import { whileTyping, type Typing } from '@/store/studioStore'

/** What is typed becomes an edit after this pause, ms. */
const PAUSE_MS = 300

interface Typed<T> {
  /** The value of a text that may be taken while it is being typed; null for one that may not. */
  readonly read: (text: string) => T | null
  /** The same on leaving the field, where a value may be brought into its bounds. */
  readonly readLast?: (text: string) => T | null
  readonly commit: (value: T) => void
  /** The value to go back to on Escape. */
  readonly value: T
}

/**
 * A field whose text counts while it is typed: it becomes an edit after a short pause, on leaving the field, and when the page is
 * left; all of that is one step of undo. `draft` is the text as typed, or null when the field shows its value.
 */
export function useTyped<T>(field: Typed<T>) {
  const [draft, setDraft] = useState<string | null>(null)
  const latest = useRef(field)
  const typing = useRef<Typing & { timer?: ReturnType<typeof setTimeout>; text: string; before: T }>(null)
  useEffect(() => {
    latest.current = field
  })
  const take = (value: T | null) => {
    const session = typing.current
    if (session && value !== null && value !== latest.current.value)
      whileTyping(session, () => latest.current.commit(value))
  }
  const settle = () => {
    if (!typing.current) return
    clearTimeout(typing.current.timer)
    dropDraft(typing)
  }
  const takeNow = () => {
    settle()
    if (typing.current) take(latest.current.read(typing.current.text))
  }
  // A field that goes while something is typed in it gives it up to no one.
  useEffect(() => () => takeDraft(typing), [])
  return {
    draft,
    type(text: string) {
      const session = (typing.current ??= { entry: null, text, before: latest.current.value })
      session.text = text
      setDraft(text)
      clearTimeout(session.timer)
      session.timer = setTimeout(takeNow, PAUSE_MS)
      holdDraft(typing, takeNow)
    },
    leave(text: string) {
      if (!typing.current) return
      settle()
      take((field.readLast ?? field.read)(text))
      typing.current = null
      setDraft(null)
    },
    giveUp() {
      if (!typing.current) return
      settle()
      if (typing.current.entry) take(typing.current.before)
      typing.current = null
      setDraft(null)
    },
  }
}
