import type { ReactNode } from 'react'

/** A line of a label: what, and how it is. */
export const LabelFact = ({ term, children }: { term: string; children: ReactNode }) => (
  <div className="flex gap-2">
    <dt className="w-14 shrink-0 text-base-content/75">{term}</dt>
    <dd className="min-w-0">{children}</dd>
  </div>
)

/** The colours at the head of a label, each with its word. */
export const LabelColours = ({ colours }: { colours: readonly (readonly [words: string, colour: string])[] }) => (
  <div className="flex h-20 border-b border-base-content text-[0.6875rem]">
    {colours.map(([words, colour]) => (
      <span key={words} className="flex flex-1 items-end" style={{ background: colour }}>
        <span className="bg-base-100 px-1">{words}</span>
      </span>
    ))}
  </div>
)
