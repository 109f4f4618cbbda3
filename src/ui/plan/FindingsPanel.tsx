'use client'

import clsx from 'clsx'
import { CircleCheck } from 'lucide-react'
import type { Finding } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import { run } from '@/store/studioStore'
import { Words } from '@/ui/kit/Words'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { useInUnits } from '@/ui/kit/useInUnits'

/** What will go wrong, worst first, with mends. */
export function FindingsPanel({
  findings,
  problem,
  onAgain,
  piece,
  onSelect,
  low = false,
}: {
  findings: readonly Finding[] | null
  /** Why the plan could not be judged. */
  problem: string | null
  onAgain: () => void
  piece: Piece
  onSelect: (id: string | null) => void
  /** Where what is above needs the room. */
  low?: boolean
}) {
  const inUnits = useInUnits()
  const settle = findings?.filter((f) => f.severity !== 'note').length ?? 0
  const title = problem
    ? 'Not judged'
    : !findings
      ? 'Judging…'
      : piece.steps.length === 0
        ? 'Nothing to judge yet'
        : settle
          ? `${settle} ${settle === 1 ? 'thing' : 'things'} to settle`
          : findings.length
            ? 'Nothing stands in the way'
            : 'Nothing to settle'
  return (
    <section
      aria-label="Findings"
      className={clsx(
        'shrink-0 overflow-y-auto border-t border-base-content/70 px-5 py-3 max-lg:max-h-none',
        low ? 'max-h-[5.5rem]' : 'max-h-[46%]',
      )}
    >
      <h2 className="mb-2 flex items-center gap-2 text-[17px] font-bold">
        {!problem && findings && settle === 0 && piece.steps.length > 0 && <CircleCheck size={19} aria-hidden />}
        <span aria-live="polite">{title}</span>
      </h2>
      {problem && (
        <p role="alert">
          {problem}{' '}
          <button type="button" className="link" onClick={onAgain}>
            Try again
          </button>
        </p>
      )}
      <ul className="space-y-4">
        {findings?.map((finding, i) => (
          <li
            key={`${finding.ruleId}-${finding.stepId}-${i}`}
            className="flex gap-2.5"
            data-rule={finding.ruleId}
            data-severity={finding.severity}
          >
            <SeverityMark severity={finding.severity} />
            <div className="min-w-0">
              <p className="leading-snug font-bold">
                <Words text={finding.sentence} />
              </p>
              <p className="text-sm text-base-content/80">
                <Words text={finding.because} />{' '}
                {finding.stepId && piece.steps.some((s) => s.id === finding.stepId) ? (
                  <button type="button" className="link" onClick={() => onSelect(finding.stepId)}>
                    {inUnits(finding.where)}
                  </button>
                ) : (
                  <span>({inUnits(finding.where)})</span>
                )}
              </p>
              {finding.mends.length > 0 && (
                <div className="mt-1.5 flex flex-wrap gap-1.5">
                  {finding.mends.map((mend, k) => (
                    <button
                      key={mend.label}
                      type="button"
                      className={`btn h-auto min-h-8 py-1 text-left font-normal btn-sm ${k === 0 ? 'btn-primary' : ''}`}
                      onClick={() =>
                        run(
                          mend.command.type === 'batch'
                            ? mend.command
                            : { type: 'batch', label: mend.label, commands: [mend.command] },
                        )
                      }
                    >
                      {inUnits(mend.label)}
                    </button>
                  ))}
                </div>
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}
