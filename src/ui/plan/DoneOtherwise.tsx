'use client'

import type { Piece } from '@/core/model/piece'
import type { Difference } from '@/core/model/run'
import type { Studio } from '@/core/model/studio'
import type { Step } from '@/core/plan/step'
import { differenceWords } from '@/core/usecases/bench/differences'
import { recordDifference } from '@/core/usecases/bench/recordDifference'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'

/** That a step was done otherwise than planned; the fields below it are the plan’s. */
export function DoneOtherwise({
  piece,
  step,
  difference,
  pots,
  studio,
}: {
  piece: Piece
  step: Step
  difference: Difference
  pots: readonly number[] | undefined
  studio: Studio
}) {
  return (
    <p className="border-l-4 border-base-content pl-3 text-sm" data-testid="done-otherwise">
      <b>Done otherwise:</b> {differenceWords(step, difference, studio)}. Picture and findings follow it; the fields
      below are the plan’s.{' '}
      <button
        type="button"
        className="link"
        onClick={() => run(recordDifference(piece, step.id, pots ?? [], null, '', { now: instantNow(), by: '' }))}
      >
        Undo: it went as planned
      </button>
    </p>
  )
}
