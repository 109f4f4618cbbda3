'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { useState } from 'react'
import { lotPieces } from '@/core/model/lots'
import type { Studio } from '@/core/model/studio'
import { coverLot, drynessNow, type DrynessLine } from '@/core/usecases/days/drynessNow'
import { columnOf } from '@/core/usecases/drying/pieceDrying'
import { instantNow, useAllDrying } from '@/store/days'
import { run } from '@/store/studioStore'
import { WaterBar } from '@/ui/dryness/WaterBar'
import { Words } from '@/ui/kit/Words'
import { SayOfLots } from './SayOfLots'

/** Every piece by what its clay asks for: who can carve today, who must cover. */
export function DrynessNow({ studio, now }: { studio: Studio; now: number }) {
  const { drying, busy } = useAllDrying(studio)
  const [asked, setChosen] = useState<readonly string[]>([])
  const chosen = studio.order
    .flatMap((id) => (studio.pieces[id] ? lotPieces(studio.pieces[id]) : []))
    .filter(({ id }) => asked.includes(id))
  const groups = drynessNow(studio, drying, now)
  return (
    <div className="space-y-5" data-testid="dryness-now" data-busy={busy}>
      {groups.length === 0 && (
        <p>
          No clay is drying.{' '}
          <Link href="/new" className="link">
            Plan a piece
          </Link>
          , and it is shown here from its making to the kiln.
        </p>
      )}
      {chosen.length > 0 && <SayOfLots key={asked.join()} lots={chosen} onDone={() => setChosen([])} />}
      {groups.map(({ kind, title, hint, lines }) => (
        <section key={kind} aria-label={title} data-group={kind}>
          <h2 className="text-lg font-bold">
            {title}{' '}
            <span className="text-sm font-normal text-base-content/75">
              {lines.length}
              {hint && `, ${hint}`}
            </span>
          </h2>
          <ul className="divide-y divide-base-300 border-y border-base-300">
            {lines.map((line) => (
              <Line
                key={line.lot.id}
                line={line}
                chosen={asked.includes(line.lot.id)}
                onChoose={(yes) => setChosen(yes ? [...asked, line.lot.id] : asked.filter((id) => id !== line.lot.id))}
                studio={studio}
              />
            ))}
          </ul>
        </section>
      ))}
    </div>
  )
}

function Line({
  line: { lot, name, where, drying, wall, rim, step, when, offer },
  chosen,
  onChoose,
  studio,
}: {
  line: DrynessLine
  chosen: boolean
  onChoose: (yes: boolean) => void
  studio: Studio
}) {
  return (
    <li
      className={clsx(
        'grid grid-cols-[minmax(9rem,1.2fr)_minmax(14rem,1.2fr)_minmax(12rem,1.6fr)_8rem]',
        'items-center gap-3 py-1.5 text-sm max-lg:grid-cols-2 max-sm:grid-cols-[minmax(0,1fr)] max-sm:gap-1',
      )}
      data-piece={lot.piece.id}
      data-lot={lot.id}
    >
      <div className="flex items-start gap-2 leading-tight">
        {drying && (
          <label className="shrink-0 pointer-coarse:min-w-11">
            <input
              type="checkbox"
              className="checkbox mt-0.5 checkbox-sm"
              aria-label={`Choose ${name}`}
              checked={chosen}
              onChange={(event) => onChoose(event.target.checked)}
            />
          </label>
        )}
        <p>
          <Link href={`/plan/${lot.piece.id}`} className="font-bold hover:underline">
            {name}
          </Link>
          <span className="block text-xs text-base-content/80">{where}</span>
        </p>
      </div>
      <p className="flex items-center gap-2">
        {drying && <WaterBar column={columnOf(drying, 'wall')} drying={drying} />}
        <span className="leading-tight">
          <Words text={wall} />
          {rim && <span className="block text-xs text-base-content/75">{rim}</span>}
        </span>
      </p>
      <p className="numbers leading-tight">
        {step && (
          <b>
            <Words text={step} />:{' '}
          </b>
        )}
        {when}
      </p>
      <p className="flex gap-1.5">
        {offer && (
          <button type="button" className="btn btn-sm" onClick={() => run(coverLot(lot, studio, offer, instantNow()))}>
            {offer === 'sealed' ? 'Seal it now' : 'Uncover it'}
          </button>
        )}
      </p>
    </li>
  )
}
