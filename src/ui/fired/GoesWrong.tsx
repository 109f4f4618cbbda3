'use client'

import dynamic from 'next/dynamic'
import { useMemo, useState } from 'react'
import type { Fault } from '@/core/model/outcome'
import type { Studio } from '@/core/model/studio'
import { FAULT } from '@/core/usecases/fired/faults'
import { predictedAndReal, whatGoesWrong, type CountedBy } from '@/core/usecases/fired/whatGoesWrong'
import { Segments } from '@/ui/kit/fields'
import { WhatIfPage } from './WhatIfPage'

const ShareChart = dynamic(() => import('./ShareChart'), { ssr: false })

const BY: readonly (readonly [CountedBy, string])[] = [
  ['jar', 'by jar'],
  ['clay', 'by clay'],
  ['act', 'by act'],
  ['hand', 'by hand'],
  ['fault', 'each fault'],
]

/** What goes wrong most, with honest numbers; predicted against real; and what goes wrong for teachers. */
export function GoesWrong({ studio }: { studio: Studio }) {
  const [by, setBy] = useState<CountedBy>('jar')
  const rows = useMemo(
    () =>
      whatGoesWrong(studio, by).map((row) => (by === 'fault' ? { ...row, name: FAULT[row.name as Fault].name } : row)),
    [studio, by],
  )
  const predicted = useMemo(() => predictedAndReal(studio), [studio])
  return (
    <div className="space-y-6">
      <section aria-labelledby="most">
        <div className="mb-2 flex flex-wrap items-center gap-3">
          <h2 id="most" className="text-lg font-bold">
            What was not good, of what came out of a kiln
          </h2>
          <Segments small label="Count" value={by} choices={BY} onChange={setBy} />
        </div>
        {rows.length ? (
          <>
            <ShareChart rows={rows.slice(0, 14)} />
            <p className="mt-1 max-w-3xl text-sm text-base-content/80">
              Bar: share of pots with a fault, or not good. Line: where the true share lies, 95 times in 100 (E. B.
              Wilson, 1927); long while pots are few. A pot counts for each of its jars.
            </p>
          </>
        ) : (
          <p>No results yet. Record how pots came out, and they are counted here.</p>
        )}
      </section>
      <section aria-labelledby="predicted">
        <h2 id="predicted" className="mb-2 text-lg font-bold">
          Predicted and real
        </h2>
        <dl className="grid gap-x-6 gap-y-1 sm:grid-cols-[10rem_1fr]" data-testid="predicted">
          {predicted.map(({ id, name, times, words }) => (
            <div key={id} className="contents">
              <dt className="font-bold">
                {name} <span className="numbers font-normal text-base-content/80">({times})</span>
              </dt>
              <dd className="mb-1">{words}.</dd>
            </div>
          ))}
        </dl>
      </section>
      <WhatIfPage studio={studio} />
    </div>
  )
}
