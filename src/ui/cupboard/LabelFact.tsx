import type { ReactNode } from 'react'

/** A line of a label: what, and how it is. */
export const LabelFact = ({ term, children }: { term: string; children: ReactNode }) => (
  <div className="flex gap-2">
    <dt className="w-14 shrink-0 text-base-content/75">{term}</dt>
    <dd className="min-w-0">{children}</dd>
  </div>
)
