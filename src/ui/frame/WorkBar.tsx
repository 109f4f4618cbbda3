'use client'

import { useEffect, useState } from 'react'
import { useAtWork } from '@/store/atWork'

/** What is over sooner than this is not shown: a row that comes and goes would only move the view, ms. */
const SHOWN_AFTER_MS = 400

/** What is done at length, how far it is, and the way out of it. */
export function WorkBar() {
  const work = useAtWork((s) => s.work)
  const what = work?.what ?? null
  const [shown, setShown] = useState<string | null>(null)
  useEffect(() => {
    const timer = setTimeout(() => setShown(what), what === null ? 0 : SHOWN_AFTER_MS)
    return () => clearTimeout(timer)
  }, [what])
  if (!work || shown !== what) return null
  const { done, of, cancel } = work
  return (
    <div
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-y border-base-content bg-base-200 px-6 py-1.5 print:hidden"
      data-testid="at-work"
    >
      {/* Read out once; how far it is, is asked of the bar. */}
      <p className="text-sm">
        <span role="status">{what}</span>
        {of > 0 && <span className="numbers">{`: ${done} of ${of}`}</span>}
      </p>
      <progress className="progress w-48" aria-label={work.what} {...(of > 0 ? { value: done, max: of } : {})} />
      {of > 0 && (
        <button type="button" className="btn btn-sm" onClick={cancel}>
          Cancel
        </button>
      )}
    </div>
  )
}
