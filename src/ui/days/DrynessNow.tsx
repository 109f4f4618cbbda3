'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { useState } from 'react'
import { lotPieces, namedPots, type LotPiece } from '@/core/model/lots'
import type { Studio } from '@/core/model/studio'
import type { Piece } from '@/core/model/piece'
import { COVER_NAMES } from '@/core/clay/stages'
import { columnOf, roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { moistureWords } from '@/core/usecases/drying/lostWindow'
import { standingOf, type Standing } from '@/core/usecases/drying/stepWindow'
import { countWords, lotName } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { spanWords, windowWords } from '@/core/usecases/words/timeWords'
import { instantNow, useAllDrying } from '@/store/days'
import { run } from '@/store/studioStore'
import { SayOfLots } from './SayOfLots'
import { WaterBar } from '@/ui/dryness/WaterBar'
import { Words } from '@/ui/kit/Words'
import { HOUR } from '@/core/base/spans'

const GROUPS: readonly (readonly [Standing['kind'], string, string])[] = [
  ['past', 'Too dry for the next step', 'open its dryness for what can still be done'],
  ['soon', 'Now, or cover it before you leave', 'the moment is nearly over'],
  ['ready', 'Can be worked today', ''],
  ['wet', 'Still too wet', 'leave it, or uncover it'],
  ['drying', 'Drying for the kiln', 'nothing left to do before the bisque'],
  ['kiln', 'Bone dry, foot and all', 'ready for the kiln'],
  ['unmade', 'Not made yet', ''],
]

/** Every piece by what its clay asks for: who can carve today, who must cover. */
export function DrynessNow({ studio, now }: { studio: Studio; now: number }) {
  const { drying, busy } = useAllDrying(studio)
  const [asked, setChosen] = useState<readonly string[]>([])
  const lots = studio.order.flatMap((id) => (studio.pieces[id] ? lotPieces(studio.pieces[id]) : []))
  const chosen = lots.filter(({ id }) => asked.includes(id))
  const standings = lots.map((lot) => ({ lot, ...standingOf(lot.piece, drying[lot.id] ?? null) }))
  return (
    <div className="space-y-5" data-testid="dryness-now" data-busy={busy}>
      {chosen.length > 0 && <SayOfLots key={asked.join()} lots={chosen} onDone={() => setChosen([])} />}
      {GROUPS.map(([kind, title, hint]) => {
        const group = standings
          .filter((standing) => standing.kind === kind)
          .sort((a, b) => closing(a, drying) - closing(b, drying))
        if (!group.length) return null
        return (
          <section key={kind} aria-label={title} data-group={kind}>
            <h2 className="text-lg font-bold">
              {title}{' '}
              <span className="text-sm font-normal text-base-content/75">
                {group.length}
                {hint && `, ${hint}`}
              </span>
            </h2>
            <ul className="divide-y divide-base-300 border-y border-base-300">
              {group.map((standing) => (
                <Line
                  key={standing.lot.id}
                  standing={standing}
                  lot={standing.lot}
                  whole={studio.pieces[standing.pieceId]}
                  chosen={asked.includes(standing.lot.id)}
                  onChoose={(yes) =>
                    setChosen(yes ? [...asked, standing.lot.id] : asked.filter((id) => id !== standing.lot.id))
                  }
                  drying={drying[standing.lot.id] ?? null}
                  studio={studio}
                  now={now}
                />
              ))}
            </ul>
          </section>
        )
      })}
    </div>
  )
}

type LotStanding = Standing & { readonly lot: LotPiece }

const closing = ({ lot: { id }, window }: LotStanding, drying: Readonly<Record<string, PieceDrying>>) =>
  drying[id] && window?.closes ? drying[id].madeMs / HOUR + window.closes.early : Infinity

function Line({
  standing,
  lot,
  whole,
  chosen,
  onChoose,
  drying,
  studio,
  now,
}: {
  standing: Standing
  lot: LotPiece
  whole: Piece
  chosen: boolean
  onChoose: (yes: boolean) => void
  drying: PieceDrying | null
  studio: Studio
  now: number
}) {
  const { piece } = lot
  const pots = namedPots(whole, lot.lot.pots)
  const name = lotName(piece, pots)
  const only = pots.length ? { pots } : {}
  const step = standing.window && piece.steps.find((s) => s.id === standing.window?.stepId)
  const wall = drying && columnOf(drying, 'wall')
  const rim = drying && columnOf(drying, 'rim')
  const when = () => {
    if (!drying) return ''
    if (!standing.window) {
      const foot = columnOf(drying, 'foot')
      if (foot.stageNow === 'boneDry') return 'may go into the kiln'
      const dry = foot.reaches.boneDry
        ? `, bone dry ${spanWords(foot.reaches.boneDry, drying.madeMs, now, studio)}`
        : ''
      return `foot ${moistureWords(foot.stageNow)}${dry}`
    }
    return windowWords(standing.window, drying, now, studio)
  }
  return (
    <li
      className={clsx(
        'grid grid-cols-[minmax(9rem,1.2fr)_minmax(14rem,1.2fr)_minmax(12rem,1.6fr)_8rem]',
        'items-center gap-3 py-1.5 text-sm max-lg:grid-cols-2 max-sm:grid-cols-[minmax(0,1fr)] max-sm:gap-1',
      )}
      data-piece={piece.id}
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
          <Link href={`/plan/${piece.id}`} className="font-bold hover:underline">
            {name}
          </Link>
          <span className="block text-xs text-base-content/80">
            {pots.length ? `${pots.length} of ${whole.count}` : countWords(piece.count)}, {roomOf(studio, piece).name}
            {drying && `, ${COVER_NAMES[drying.cover]}`}
          </span>
        </p>
      </div>
      <p className="flex items-center gap-2">
        {wall && drying && <WaterBar column={wall} drying={drying} />}
        <span className="leading-tight">
          <Words text={wall ? moistureWords(wall.stageNow) : ''} />
          {rim && wall && rim.stageNow !== wall.stageNow && (
            <span className="block text-xs text-base-content/75">
              {rim.name} {moistureWords(rim.stageNow)}
            </span>
          )}
        </span>
      </p>
      <p className="numbers leading-tight">
        {step && (
          <b>
            <Words text={stepWords(step, studio, piece).title} />:{' '}
          </b>
        )}
        {when()}
      </p>
      <p className="flex gap-1.5">
        {drying &&
          (standing.kind === 'soon' || standing.kind === 'ready') &&
          wall?.stageNow !== 'boneDry' &&
          drying.cover !== 'sealed' && (
            <button
              type="button"
              className="btn btn-sm"
              onClick={() =>
                run({
                  type: 'piece.log',
                  pieceId: piece.id,
                  ...only,
                  entry: { kind: 'cover', at: instantNow(), cover: 'sealed' },
                })
              }
            >
              Seal it now
            </button>
          )}
        {drying && standing.kind === 'wet' && drying.cover !== 'open' && (
          <button
            type="button"
            className="btn btn-sm"
            onClick={() =>
              run({
                type: 'piece.log',
                pieceId: piece.id,
                ...only,
                entry: { kind: 'cover', at: instantNow(), cover: 'open' },
              })
            }
          >
            Uncover it
          </button>
        )}
      </p>
    </li>
  )
}
