'use client'

import { counted } from '@/core/base/words'
import clsx from 'clsx'
import { CircleCheck } from 'lucide-react'
import { useEffect, useRef } from 'react'
import type { Finding, Mend } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import { run } from '@/store/studioStore'
import { Words } from '@/ui/kit/Words'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { useInUnits } from '@/ui/kit/useInUnits'

/** What is meant by a press: the same mend of the same finding, wherever its steps are by then. */
interface Meant {
  readonly ruleId: string
  readonly stepId: string | null
  readonly label: string
  /** Which of the mends of its finding. */
  readonly nth: number
}

const carryOut = ({ label, command }: Mend) =>
  run(command.type === 'batch' ? command : { type: 'batch', label, commands: [command] })

/**
 * Carries mends out as they are pressed. One that is pressed while the plan is being judged again waits for the new judgement and is
 * taken from it, so that it fits the plan as it is then; where its finding is gone by then, nothing is left to be done.
 */
function useMends(findings: readonly Finding[] | null, isNow: boolean): (finding: Finding, mend: Mend) => void {
  const waiting = useRef<Meant[]>([])
  useEffect(() => {
    for (let meant = isNow ? waiting.current.shift() : undefined; meant; meant = waiting.current.shift()) {
      const mend = mendFor(meant, findings ?? [])
      if (!mend) continue
      carryOut(mend)
      return
    }
  }, [isNow, findings])
  return (finding, mend) => {
    if (isNow && !waiting.current.length) carryOut(mend)
    else
      waiting.current.push({
        ruleId: finding.ruleId,
        stepId: finding.stepId,
        label: mend.label,
        nth: finding.mends.indexOf(mend),
      })
  }
}

/** The mend that is meant, among what is found now; none where its finding is gone. */
function mendFor({ ruleId, stepId, label, nth }: Meant, findings: readonly Finding[]): Mend | undefined {
  const same = findings.find((finding) => finding.ruleId === ruleId && finding.stepId === stepId)
  return same?.mends.find((mend) => mend.label === label) ?? same?.mends[nth]
}

/** What will go wrong, worst first, with mends. */
export function FindingsPanel({
  findings,
  isNow,
  problem,
  onAgain,
  piece,
  onSelect,
  low = false,
}: {
  findings: readonly Finding[] | null
  /** Whether they are those of the plan as it is now. */
  isNow: boolean
  /** Why the plan could not be judged. */
  problem: string | null
  onAgain: () => void
  piece: Piece
  onSelect: (id: string | null) => void
  /** Where what is above needs the room. */
  low?: boolean
}) {
  const inUnits = useInUnits()
  const press = useMends(findings, isNow)
  const settle = findings?.filter((f) => f.severity !== 'note').length ?? 0
  const title = problem
    ? 'Not judged'
    : !findings || !isNow
      ? 'Judging…'
      : piece.steps.length === 0
        ? 'Nothing to judge yet'
        : settle
          ? `${counted(settle, 'thing', 'things')} to settle`
          : findings.length
            ? 'Nothing stands in the way'
            : 'No problems found'
  return (
    <section
      aria-label="Findings"
      className={clsx(
        'shrink-0 overflow-y-auto border-t border-base-content/70 px-5 py-3 max-lg:max-h-none',
        low ? 'max-h-[5.5rem]' : 'max-h-[46%]',
      )}
    >
      <h2 className="mb-2 flex items-center gap-2 text-[1.0625rem] font-bold">
        {!problem && findings && isNow && settle === 0 && piece.steps.length > 0 && (
          <CircleCheck size={19} aria-hidden />
        )}
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
                {[finding, ...finding.also].map(({ stepId, where }, k) => (
                  <span key={`${stepId}-${k}`}>
                    {k > 0 && ', '}
                    {stepId && piece.steps.some((s) => s.id === stepId) ? (
                      <button type="button" className="link" onClick={() => onSelect(stepId)}>
                        {inUnits(where)}
                      </button>
                    ) : (
                      <span>({inUnits(where)})</span>
                    )}
                  </span>
                ))}
              </p>
              {finding.mends.length > 0 && (
                <div className="mt-1.5 flex flex-wrap gap-1.5">
                  {finding.mends.map((mend, k) => (
                    <button
                      key={mend.label}
                      type="button"
                      className={`btn h-auto min-h-8 py-1 text-left font-normal btn-sm ${k === 0 ? 'btn-primary' : ''}`}
                      onClick={() => press(finding, mend)}
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
