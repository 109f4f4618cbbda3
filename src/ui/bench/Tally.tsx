'use client'

import clsx from 'clsx'
import { potOf } from '@/core/model/lots'
import type { Studio } from '@/core/model/studio'
import type { PieceDrying } from '@/core/usecases/drying/pieceDrying'
import type { BenchAct } from '@/core/usecases/bench/benchAct'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import { strokesOf } from '@/core/usecases/bench/benchItems'
import { toggleStroke } from '@/core/usecases/bench/benchCommands'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'

/** Strokes as on the table: one for each coat that a pot has; a press adds the next, a second press takes it back. */
export function Tally({
  item,
  act,
  stroked,
  studio,
  drying,
  by,
}: {
  item: BenchItem
  act: BenchAct
  stroked: readonly number[]
  studio: Studio
  drying: PieceDrying | null
  by: string
}) {
  const piece = studio.pieces[item.pieceId]
  const earlier = (pot: number) =>
    Array.from({ length: item.coat }, (_, coat) => coat).filter(
      (coat) =>
        item.has.includes(pot) ||
        strokesOf(piece, act.step.id, coat).some(({ pots }) => pots.includes(pot)) ||
        act.lot.coats > coat,
    ).length
  if (item.pots.length === 1 && item.coats === 1) return null
  return (
    <div role="group" aria-label="Tally" className="flex flex-wrap gap-2" data-testid="tally">
      {item.pots.map((pot) => {
        const has = item.has.includes(pot)
        const on = has || stroked.includes(pot)
        const strokes = earlier(pot) + (on ? 1 : 0)
        const { owner } = potOf(piece, pot)
        return (
          <button
            key={pot}
            type="button"
            aria-pressed={on}
            disabled={has}
            aria-label={`Pot ${pot}${owner ? `, ${owner}` : ''}: ${strokes} of ${item.coats} coats`}
            onClick={() => run(toggleStroke(item, act, pot, { now: instantNow(), by, studio, drying }))}
            className={clsx(
              'flex h-20 min-w-20 flex-col items-center justify-between rounded-b-2xl border-2 px-2 pt-1 pb-1.5',
              has ? 'border-base-content/50' : 'cursor-pointer border-base-content/80 hover:bg-base-200',
              on && 'bg-base-300',
            )}
            data-pot={pot}
          >
            <span className="numbers text-sm">
              {item.pots.length > 1 || piece.count > 1 ? pot : ''}
              {owner && <span className="ml-1 inline-block max-w-20 truncate align-bottom text-xs">{owner}</span>}
            </span>
            <Strokes strokes={strokes} of={item.coats} last={on && !has} />
          </button>
        )
      })}
    </div>
  )
}

/** Pencil strokes, four and one across. */
function Strokes({ strokes, of, last }: { strokes: number; of: number; last: boolean }) {
  const wide = Math.max(of, strokes)
  return (
    <svg viewBox={`0 0 ${wide * 11 + 6} 30`} className="h-9" aria-hidden>
      {Array.from({ length: wide }, (_, i) => {
        const across = i % 5 === 4
        const x = 8 + i * 11
        const path = across ? `M${x - 48} 24L${x - 2} 6` : `M${x} 4Q${x + 1.5} 15 ${x - 1} 27`
        return (
          <path
            key={i}
            d={path}
            fill="none"
            stroke="currentColor"
            strokeLinecap="round"
            strokeWidth={i < strokes ? (last && i === strokes - 1 ? 4 : 3) : 1.2}
            strokeDasharray={i < strokes ? undefined : '2 4'}
            opacity={i < strokes ? 1 : 0.6}
          />
        )
      })}
    </svg>
  )
}
