'use client'

import { counted } from '@/core/base/words'
import type { Studio } from '@/core/model/studio'
import { hands, minutesAt, PACE_KINDS, PACE_WORDS, spreadOf, tempoOf, type PaceKind } from '@/core/plan/pace'
import { minutesWords } from '@/core/usecases/words/timeWords'
import { run } from '@/store/studioStore'
import { NumberInput } from '@/ui/kit/fields'

/** Work of about a quarter of an hour at our reckoning, by which paces are compared. */
const SAMPLE = { fixed: 2, more: 13 }

/** How fast hands are, by kind of work: ours, yours, or measured in finished runs. */
export function PacePanel({ studio }: { studio: Studio }) {
  return (
    <section aria-labelledby="paces">
      <h2 id="paces" className="mb-1 text-lg font-bold">
        Pace
      </h2>
      <p className="mb-2 text-sm text-base-content/80">
        Your time for work that we estimate at 15 minutes. Enter your own, or record how long a step took: timed runs
        refine it.
      </p>
      <div className="overflow-x-auto">
        <table className="numbers w-full text-sm [&_td]:py-0.5 [&_td]:pr-3 [&_th]:pr-3">
          <thead>
            <tr className="text-left">
              <th scope="col">work</th>
              <th scope="col">our 15 min take</th>
              <th scope="col">from</th>
              <th scope="col">your own, min</th>
              <th scope="col">
                <span className="sr-only">back to ours</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {PACE_KINDS.map((kind) => (
              <PaceRow key={kind} kind={kind} studio={studio} />
            ))}
          </tbody>
        </table>
      </div>
    </section>
  )
}

function PaceRow({ kind, studio }: { kind: PaceKind; studio: Studio }) {
  const pace = studio.paces[kind]
  const tempo = tempoOf(pace)
  const sample = hands(kind, SAMPLE.fixed, SAMPLE.more)
  const minutes = minutesAt(sample, studio.paces)
  const runs = counted(tempo.runs, 'run', 'runs')
  return (
    <tr className="border-t border-base-300">
      <th scope="row" className="text-left font-normal">
        {PACE_WORDS[kind]}
      </th>
      <td>{minutesWords(minutes)}</td>
      <td>
        {tempo.source === 'ours'
          ? 'ours'
          : tempo.source === 'yours'
            ? `yours${tempo.runs ? `, ${runs} kept` : ''}`
            : `measured, ${runs}, ± ${Math.round(100 * spreadOf(sample, tempo))} %`}
      </td>
      <td className="w-28">
        <NumberInput
          label={`Your minutes of ${PACE_WORDS[kind]} for 15 of ours`}
          value={Math.round(minutes * 2) / 2}
          min={1.5}
          max={150}
          step={0.5}
          onCommit={(own) => run({ type: 'studio.pace', kind, pace: { own: own / 15, runs: pace?.runs ?? [] } })}
        />
      </td>
      <td>
        {pace && (
          <button
            type="button"
            className="btn btn-ghost btn-xs"
            aria-label={`Forget the pace of ${PACE_WORDS[kind]}`}
            onClick={() => run({ type: 'studio.pace', kind, pace: null })}
          >
            forget
          </button>
        )}
      </td>
    </tr>
  )
}
