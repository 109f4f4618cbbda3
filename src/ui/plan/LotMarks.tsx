import clsx from 'clsx'
import type { LotPiece } from '@/core/model/lots'
import { nextStepIndex } from '@/core/plan/timeline'
import { potsShort, potsWords } from '@/core/usecases/words/potWords'
import { RAIL } from './railMarks'
import type { RailLayout } from '@/core/usecases/rail/railLayout'

/** How wide a mark is, and how far two that stand in one place are apart, px. */
const WIDE = 54
const APART = 20

/** Where each lot of a set is: at its next step, at the end when all are done. */
export function LotMarks({
  layout,
  lots,
  shown,
  onLot,
}: {
  layout: RailLayout
  lots: readonly LotPiece[]
  shown: string | null
  onLot: (id: string) => void
}) {
  const placed = lots.map((lot) => {
    const next = nextStepIndex(lot.piece.steps)
    const x = layout.tags.find((tag) => tag.index >= next)?.x ?? layout.width - WIDE
    return { lot, x: Math.min(x + 6, layout.width - WIDE) }
  })
  return placed.map(({ lot: { id, lot, piece }, x }, i) => {
    const before = placed.slice(0, i).filter((other) => Math.abs(other.x - x) < WIDE).length
    const next = nextStepIndex(piece.steps)
    return (
      <button
        key={id}
        type="button"
        aria-pressed={id === shown}
        aria-label={`${potsWords(lot.pots)}: ${next < piece.steps.length ? `at step ${next + 1}` : 'done'}`}
        title={potsWords(lot.pots)}
        onClick={() => onLot(id)}
        className={clsx(
          'numbers absolute z-[2] h-[18px] cursor-pointer truncate rounded-b-lg border px-1 text-[0.6875rem] leading-none',
          id === shown
            ? 'border-base-content bg-primary font-bold text-primary-content'
            : 'border-base-content/70 bg-base-100 text-base-content',
        )}
        style={{ left: x, top: RAIL.axis + 2 + before * APART, maxWidth: WIDE }}
        data-lot-mark={id}
      >
        {potsShort(lot.pots)}
      </button>
    )
  })
}
