'use client'

import { inMm } from '@/core/base/units'
import { capital } from '@/core/base/words'
import { APPLICATOR, APPLICATORS, TOOL, TOOLS } from '@/core/vocabulary/tools'
import { useInUnits } from '@/ui/kit/useInUnits'

/** What colour is laid with and lines are cut with, and what the trade knows of each. */
export function ToolsList() {
  const inUnits = useInUnits()
  return (
    <section aria-label="Applicators and tools">
      <h2 className="mb-2 text-lg font-bold">What colour is laid with</h2>
      <ul className="mb-5 space-y-2 text-sm">
        {APPLICATORS.map((id) => (
          <li key={id} className="leading-snug">
            <b>{capital(APPLICATOR[id].name)}</b>
            <span className="numbers block text-base-content/80">
              {capital(APPLICATOR[id].cover)}; {APPLICATOR[id].words}.
            </span>
          </li>
        ))}
      </ul>
      <h2 className="mb-2 text-lg font-bold">What lines are cut with</h2>
      <ul className="space-y-2 text-sm">
        {TOOLS.map((id) => (
          <li key={id} className="flex items-center gap-3 leading-snug">
            <CutLine widthMm={TOOL[id].lineMm} />
            <span>
              <b>{capital(TOOL[id].name)}</b>{' '}
              <span className="numbers text-base-content/80">
                {inUnits(`${inMm(TOOL[id].lineMm)} wide, ${inMm(TOOL[id].depthMm)} deep`)}
              </span>
              <span className="block text-base-content/80">{capital(TOOL[id].words)}.</span>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** The line of a tool, three times as wide as it cuts: its ends round, as a loop leaves them. */
const CutLine = ({ widthMm }: { widthMm: number }) => (
  <svg aria-hidden viewBox="0 0 48 24" className="h-6 w-12 shrink-0">
    <path
      d="M6 15C14 6 22 6 26 12S38 17 42 9"
      fill="none"
      stroke="currentColor"
      strokeWidth={3 * widthMm}
      strokeLinecap="round"
    />
  </svg>
)
