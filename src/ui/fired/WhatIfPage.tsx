'use client'

import { Printer } from 'lucide-react'
import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { looksOtherwise, type GoesWrong } from '@/core/usecases/whatIf/goesWrong'
import { stepWords } from '@/core/usecases/words/stepWords'
import { useGoesWrong, useTurnedOut } from '@/store/whatIf'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import { Select } from '@/ui/kit/fields'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { useSeen } from '@/ui/kit/useSeen'
import { Words } from '@/ui/kit/Words'

/** For teachers: every mistake that can be made on a piece of one’s own, as it would come out, with why; it prints. */
export function WhatIfPage({ studio }: { studio: Studio }) {
  const pieces = studio.order.flatMap((id) => (studio.pieces[id]?.steps.length ? [studio.pieces[id]] : []))
  const [pieceId, setPieceId] = useState('')
  const piece = pieces.find(({ id }) => id === pieceId) ?? null
  const { value, busy, problem } = useGoesWrong(piece, studio)
  return (
    <section aria-labelledby="teachers" className="border-t border-base-content/40 pt-4">
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 id="teachers" className="text-lg font-bold">
          What would go wrong, on a piece of yours
        </h2>
        <span className="w-56 print:hidden">
          <Select
            label="On which piece"
            value={pieceId}
            choices={[['', 'choose a piece'], ...pieces.map(({ id, name }) => [id, name] as const)]}
            onChange={setPieceId}
          />
        </span>
        {piece && value && (
          <button type="button" className="btn btn-sm" onClick={() => window.print()}>
            <Printer size={16} aria-hidden /> Print it
          </button>
        )}
      </div>
      {!piece && (
        <p className="max-w-2xl text-base-content/80">
          Every mistake that its steps allow, as it would come out of the kiln, beside the plan, with the reason. For a
          class, or a quiet evening.
        </p>
      )}
      {problem && <p role="alert">{problem}</p>}
      {piece && busy && <p role="status">Making the mistakes…</p>}
      {piece && value && !busy && (
        <ul className="grid gap-4 sm:grid-cols-2 lg:grid-cols-3" data-testid="goes-wrong">
          {value.map((one) => (
            <Mistake key={one.finding.ruleId} piece={piece} one={one} studio={studio} />
          ))}
        </ul>
      )}
    </section>
  )
}

/** One of two pictures, with its room kept for it until it is drawn. */
function Beside({ pixels, label, caption }: { pixels: ImageData | null; label: string; caption: string }) {
  return (
    <figure className="flex min-w-0 flex-col items-center justify-end pb-1">
      {pixels && <PixelCanvas pixels={pixels} label={label} className="h-40 w-auto" />}
      <figcaption aria-hidden className="text-xs">
        {caption}
      </figcaption>
    </figure>
  )
}

function Mistake({ piece, one: { whatIf, finding, kind }, studio }: { piece: Piece; one: GoesWrong; studio: Studio }) {
  const { ref, seen } = useSeen<HTMLLIElement>()
  const { value: planned } = useTurnedOut(piece, piece.steps, 'firedWhole', studio, 180, seen)
  const { value: wrong } = useTurnedOut(piece, whatIf.steps, kind, studio, 180, seen)
  const hidden = planned && wrong && !looksOtherwise(planned.data, wrong.data)
  const at = piece.steps.findIndex(({ id }) => id === whatIf.stepId)
  const title = at < 0 ? '' : stepWords(piece.steps[at], studio, piece).title
  return (
    <li ref={ref} className="border border-base-content/60" data-rule={finding.ruleId}>
      <div className="grid h-48 grid-cols-2 bg-[var(--stage)] text-[var(--stage-ink)]">
        <Beside pixels={planned} label="as planned" caption="as planned" />
        <Beside pixels={wrong} label={`what if I ${whatIf.words}`} caption={kind === 'bench' ? 'raw' : 'then'} />
      </div>
      <div className="p-3">
        <p className="text-sm text-base-content/80">
          {at + 1} {title}: what if I {whatIf.words}?
        </p>
        <p className="flex gap-2 leading-snug font-bold">
          <SeverityMark severity={finding.severity} />
          <span>
            <Words text={finding.sentence} />
          </span>
        </p>
        <p className="text-sm">
          <Words text={finding.because} />
        </p>
        {hidden && <p className="text-sm text-base-content/80">It does not show in the picture.</p>}
      </div>
    </li>
  )
}
