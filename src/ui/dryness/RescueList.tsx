'use client'

import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { STAGE } from '@/core/clay/stages'
import type { PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { rescueOf } from '@/core/usecases/drying/rescue'
import { lostWindow, moistureWords } from '@/core/usecases/drying/lostWindow'
import { stepWords } from '@/core/usecases/words/stepWords'
import { useRescues } from '@/store/days'
import { run } from '@/store/studioStore'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { Words } from '@/ui/kit/Words'

/** When the moment for a step is past: what can still be done, each as a plan to take. */
export function RescueList({
  piece,
  pots,
  studio,
  drying,
}: {
  piece: Piece
  /** Of a divided set: only what leaves the plan of the others as it is. */
  pots?: number[]
  studio: Studio
  drying: PieceDrying
}) {
  const lost = lostWindow(piece, drying)
  const { value, problem } = useRescues(piece, studio, lost !== null)
  const found = value ?? []
  const options = pots ? found.flatMap((option) => rescueOf(option, pots) ?? []) : found
  if (!lost) return null
  return (
    <div className="border border-base-content p-3" data-testid="rescue">
      <p className="flex gap-2 leading-snug font-bold">
        <SeverityMark severity="risk" />
        <span>
          <Words
            text={
              `${stepWords(lost.step, studio, piece).title} wanted ${STAGE[lost.wanted].name} clay; ` +
              `the wall is ${moistureWords(lost.now)}.`
            }
          />
        </span>
      </p>
      {problem && <p role="alert">{problem}</p>}
      <ul className="mt-2 space-y-2">
        {options.map((option) => (
          <li key={option.id}>
            <button
              type="button"
              className="btn h-auto min-h-8 py-1 text-left font-normal btn-sm"
              onClick={() => run({ type: 'batch', label: option.label.toLowerCase(), commands: [option.command] })}
            >
              {option.label}
            </button>
            <p className="mt-0.5 text-sm text-base-content/80">
              <Words text={option.words} />
            </p>
          </li>
        ))}
        {options.length < found.length && (
          <li className="text-sm text-base-content/80">
            Other ways on change the plan. Make these pots a piece of their own first: “the set”, then “plan apart”.
          </li>
        )}
        {found.length === 0 && <li className="text-sm text-base-content/80">Looking for what can still be done…</li>}
      </ul>
    </div>
  )
}
