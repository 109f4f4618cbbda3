'use client'

import clsx from 'clsx'
import { History, X } from 'lucide-react'
import { useEffect, useRef, useState } from 'react'
import { dismissNotice, undo, useStudio } from '@/store/studioStore'
import { DIALOG } from '@/ui/kit/classNames'
import { useInUnits } from '@/ui/kit/useInUnits'

/** News is read in this time; a problem stays longer, ms. What was told can be read again. */
const STAYS_MS = { news: 15_000, problem: 60_000 } as const

/** What was told so shortly before another view was opened belongs to that one, ms. */
const ON_THE_WAY_MS = 1_500

/** A notice goes when what it was told beside goes: the view, or the piece that lies on the bench. */
export function useNoticeGoesWith(what: string): void {
  useEffect(
    () => () => {
      const told = useStudio.getState().notice
      // What is told on the way to another view is read there.
      if (told && Date.now() - told.at > ON_THE_WAY_MS) dismissNotice()
    },
    [what],
  )
}

/** What has just been told: in a row of its own, so that it covers nothing. It goes with the view, or after its time. */
export function NoticeBar({ path }: { path: string }) {
  const notice = useStudio((s) => s.notice)
  const undoes = useStudio((s) => s.undoes)
  const inUnits = useInUnits()
  useEffect(() => {
    if (!notice) return
    const timer = setTimeout(dismissNotice, STAYS_MS[notice.kind])
    return () => clearTimeout(timer)
  }, [notice])
  useNoticeGoesWith(path)
  if (!notice) return null
  const { kind, text, otherwise } = notice
  const isLast = notice.undoes && notice.undoes === undoes
  return (
    <div
      role={kind === 'problem' ? 'alert' : 'status'}
      className={clsx(
        'flex shrink-0 flex-wrap items-center gap-x-3 gap-y-1 border-y border-base-content bg-base-200 px-6 py-1.5',
        'text-sm print:hidden',
      )}
      data-testid="notice"
    >
      <p className="min-w-64 flex-1">{inUnits(text)}</p>
      {isLast && otherwise && (
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => {
            dismissNotice()
            otherwise.act()
          }}
        >
          {otherwise.label}
        </button>
      )}
      {isLast && (
        <button
          type="button"
          className="btn btn-sm"
          onClick={() => {
            undo()
            dismissNotice()
          }}
        >
          Undo
        </button>
      )}
      <button type="button" className="btn btn-ghost px-1 btn-xs" aria-label="Dismiss" onClick={dismissNotice}>
        <X size={16} />
      </button>
    </div>
  )
}

/** What was told lately, to be read again. */
export function LatelyDialog() {
  const dialog = useRef<HTMLDialogElement>(null)
  const [open, setOpen] = useState(false)
  const lately = useStudio((s) => s.lately)
  const clock = useStudio((s) => s.studio.settings.clock)
  const inUnits = useInUnits()
  const time = (at: number) =>
    new Date(at).toLocaleTimeString('en', { hour: '2-digit', minute: '2-digit', hour12: clock === '12' })
  return (
    <>
      <button
        type="button"
        className="btn btn-ghost px-2 btn-sm"
        aria-label="Latest messages"
        title="Latest messages"
        disabled={!lately.length}
        onClick={() => {
          setOpen(true)
          dialog.current?.showModal()
        }}
      >
        <History size={18} />
      </button>
      <dialog
        ref={dialog}
        aria-labelledby="lately-title"
        className={clsx(DIALOG, 'max-h-[85dvh] w-[min(40rem,94vw)] overflow-y-auto p-6')}
        onClose={() => setOpen(false)}
        data-testid="lately"
      >
        <div className="mb-3 flex items-start justify-between gap-4">
          <h2 id="lately-title" className="text-xl font-bold">
            Latest messages
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
        <ul className="space-y-2 text-sm">
          {(open ? lately : []).map(({ at, text, kind }, i) => (
            <li key={`${at}-${i}`} className="flex gap-3">
              <span className="numbers shrink-0 text-base-content/80">{time(at)}</span>
              <span className={kind === 'problem' ? 'font-bold' : ''}>{inUnits(text)}</span>
            </li>
          ))}
        </ul>
      </dialog>
    </>
  )
}
