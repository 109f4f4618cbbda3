'use client'

import clsx from 'clsx'
import { CircleHelp, X } from 'lucide-react'
import { useEffect, useRef } from 'react'
import { GLOSSARY } from '@/core/usecases/words/glossary'
import { DIALOG } from '@/ui/kit/classNames'

/** Keys that do something, where, and what. */
const KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['Ctrl + Z', 'undo'],
  ['Ctrl + Shift + Z, Ctrl + Y', 'do it again'],
  ['?', 'this list'],
  ['Arrows in a row of choices', 'choose'],
  ['↑ ↓ in a number', 'one step; Page Up and Page Down ten'],
  ['Enter in a field', 'confirm'],
  ['Escape', 'cancel or close'],
  ['← → on the rail', 'the step before or after'],
  ['Alt + ← → on the rail', 'move the chosen step earlier or later'],
  ['Ctrl + D on the rail', 'repeat the chosen step'],
  ['Delete on the rail', 'take the chosen step out'],
  ['Arrows on the form', 'turn and tilt it'],
]

/** Keys and trade words, under “?”. */
export function HelpDialog() {
  const dialog = useRef<HTMLDialogElement>(null)
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.matches('input, textarea, select')
      if (event.key !== '?' || typing || event.ctrlKey || event.metaKey) return
      event.preventDefault()
      dialog.current?.showModal()
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])
  return (
    <>
      <button
        type="button"
        className="btn btn-ghost px-2 btn-sm"
        aria-label="Keys and trade words"
        title="Keys and trade words (?)"
        onClick={() => dialog.current?.showModal()}
      >
        <CircleHelp size={18} />
      </button>
      <dialog
        ref={dialog}
        aria-labelledby="help-title"
        className={clsx(DIALOG, 'max-h-[85dvh] w-[min(56rem,94vw)] overflow-y-auto p-6')}
        data-testid="help"
      >
        <div className="mb-3 flex items-start justify-between gap-4">
          <h2 id="help-title" className="text-xl font-bold">
            Keys and trade words
          </h2>
          <button
            type="button"
            className="btn btn-ghost px-1 btn-sm"
            aria-label="Close"
            onClick={() => dialog.current?.close()}
          >
            <X size={18} />
          </button>
        </div>
        <dl className="mb-6 grid gap-x-8 text-sm sm:grid-cols-2">
          {KEYS.map(([keys, does]) => (
            <div key={keys} className="flex justify-between gap-4 border-b border-base-300 py-1">
              <dt className="font-bold">{keys}</dt>
              <dd className="text-right">{does}</dd>
            </div>
          ))}
        </dl>
        <dl className="grid gap-x-8 gap-y-2 text-sm sm:grid-cols-2">
          {GLOSSARY.map(({ term, means }) => (
            <div key={term}>
              <dt className="font-bold">{term}</dt>
              <dd>{means}</dd>
            </div>
          ))}
        </dl>
      </dialog>
    </>
  )
}
