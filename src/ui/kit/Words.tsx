'use client'

import { useId, useState } from 'react'
import { withTerms, type GlossaryEntry } from '@/core/usecases/words/glossary'
import { useInUnits } from './useInUnits'

/** A text in the studio’s units, in which each trade word opens what it means. */
export function Words({ text }: { text: string }) {
  const inUnits = useInUnits()
  return withTerms(inUnits(text)).map(({ text: part, entry }, i) =>
    entry ? <Term key={i} text={part} entry={entry} /> : <span key={i}>{part}</span>,
  )
}

const show = (note: HTMLElement | null) => note?.showPopover()

function Term({ text, entry }: { text: string; entry: GlossaryEntry }) {
  const [open, setOpen] = useState(false)
  const anchor = `--${useId().replace(/[^\w-]/g, '')}`
  return (
    <>
      <button
        type="button"
        aria-expanded={open}
        className="word cursor-help underline decoration-dotted decoration-from-font underline-offset-2"
        style={{ anchorName: anchor }}
        onClick={() => setOpen(!open)}
      >
        {text}
      </button>
      {open && (
        <span
          ref={show}
          popover="auto"
          role="note"
          className="term-note"
          style={{ positionAnchor: anchor }}
          onToggle={(event) => event.newState === 'closed' && setOpen(false)}
        >
          <b>{entry.term}</b>: {entry.means}
        </span>
      )}
    </>
  )
}
