'use client'

import { X } from 'lucide-react'
import type { Finding } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Step } from '@/core/plan/step'
import { newFindings, whatIfs, type WhatIf } from '@/core/usecases/whatIf/whatIfs'
import { useOtherFindings } from '@/store/derived'
import { Words } from '@/ui/kit/Words'

/** “Try a change or a mistake …”: mistakes and choices of a step; the picture splits between the plan and that, with the sentence why. */
export function WhatIfPanel({
  piece,
  step,
  studio,
  findings,
  asked,
  otherwise,
  onAsk,
}: {
  piece: Piece
  step: Step
  studio: Studio
  findings: readonly Finding[] | null
  asked: WhatIf | null
  /** The piece with what is asked. */
  otherwise: Piece | null
  onAsk: (whatIf: WhatIf | null) => void
}) {
  const choices = whatIfs(piece, step.id, studio)
  const judged = useOtherFindings(otherwise, piece, studio)
  const fresh = judged && findings ? newFindings(findings, judged).slice(0, 2) : null
  if (!choices.length) return null
  return (
    <details className="border-t border-base-content/40 pt-2" data-testid="what-if" open={asked !== null || undefined}>
      <summary className="cursor-pointer text-sm font-bold">Try a change or a mistake …</summary>
      {asked && (
        <div className="mt-2 flex items-start gap-2 border-l-4 border-base-content pl-3 text-sm" role="status">
          <div className="flex-1">
            <p className="font-bold">What if I {asked.words}?</p>
            {!fresh ? (
              <p>Looking…</p>
            ) : fresh.length ? (
              fresh.map((finding) => (
                <p key={`${finding.ruleId} ${finding.stepId}`} className="mt-1" data-rule={finding.ruleId}>
                  <b>
                    <Words text={finding.sentence} />
                  </b>{' '}
                  <Words text={finding.because} />
                </p>
              ))
            ) : (
              <p>Nothing goes wrong that Vernice knows of; the picture shows plan and what-if side by side.</p>
            )}
          </div>
          <button
            type="button"
            className="btn btn-ghost px-1 btn-sm"
            aria-label="Back to the plan"
            onClick={() => onAsk(null)}
          >
            <X size={16} />
          </button>
        </div>
      )}
      <div className="mt-2 flex flex-wrap gap-1.5">
        {choices.map((choice) => (
          <button
            key={choice.id}
            type="button"
            aria-pressed={choice.id === asked?.id}
            className={`btn h-auto min-h-8 py-1 text-left font-normal btn-sm ${choice.id === asked?.id ? 'btn-primary' : ''}`}
            onClick={() => onAsk(choice.id === asked?.id ? null : choice)}
          >
            {choice.words}
          </button>
        ))}
      </div>
    </details>
  )
}
