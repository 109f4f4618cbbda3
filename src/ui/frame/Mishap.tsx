'use client'

import Link from 'next/link'
import { saveCopy } from '@/store/saveCopy'

/** What a view says when it has broken: what failed, that the work is safe, how to go on. */
export function Mishap({ error, again }: { error: Error; again: () => void }) {
  return (
    <section role="alert" className="mx-auto max-w-2xl space-y-4 p-8" data-testid="mishap">
      <h1 className="display text-2xl font-bold">This view broke</h1>
      <p>
        Something in it went wrong ({error.message.slice(0, 120) || error.name}). Your studio is safe: nothing was
        changed by it, and what you did before is saved as the header says.
      </p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="btn btn-primary" onClick={again}>
          Try again
        </button>
        <Link href="/" className="btn" onClick={again}>
          Go to the rack
        </Link>
        <button type="button" className="btn" onClick={saveCopy}>
          Save a copy of the studio
        </button>
      </div>
    </section>
  )
}
