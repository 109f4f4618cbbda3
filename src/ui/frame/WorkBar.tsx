'use client'

import { useAtWork } from '@/store/atWork'

/** What is done at length, how far it is, and the way out of it. */
export function WorkBar() {
  const work = useAtWork((s) => s.work)
  if (!work) return null
  const { what, done, of, cancel } = work
  return (
    <div
      role="status"
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1 border-y border-base-content bg-base-200 px-6 py-1.5 print:hidden"
      data-testid="at-work"
    >
      <p className="text-sm">
        {what}
        {of > 0 && (
          <>
            : <span className="numbers">{done}</span> of <span className="numbers">{of}</span>
          </>
        )}
      </p>
      <progress className="progress w-48" aria-label={what} {...(of > 0 ? { value: done, max: of } : {})} />
      {of > 0 && (
        <button type="button" className="btn btn-sm" onClick={cancel}>
          Cancel
        </button>
      )}
    </div>
  )
}
