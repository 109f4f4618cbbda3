'use client'

import { useState } from 'react'
import { DRYING_STAGES, STAGE, type DryingStage } from '@/core/clay/stages'
import type { LotPiece } from '@/core/model/lots'
import { sayStage } from '@/store/days'
import { Select } from '@/ui/kit/fields'

/** One press for several: what the hand feels of all that were chosen. */
export function SayOfLots({ lots, onDone }: { lots: readonly LotPiece[]; onDone: () => void }) {
  const [stage, setStage] = useState<DryingStage>('leatherHard')
  const pots = lots.reduce((sum, { lot }) => sum + lot.pots.length, 0)
  const say = () => {
    void sayStage(
      lots.map(({ piece, lot, id }) => ({ piece, ...(id === piece.id ? {} : { pots: lot.pots }) })),
      stage,
    )
    onDone()
  }
  return (
    <div
      className="sticky top-0 z-10 flex flex-wrap items-center gap-2 border border-base-content bg-base-200 px-4 py-2 text-sm"
      role="group"
      aria-label="Say of the chosen"
      data-testid="say-of-lots"
    >
      <b>{pots === 1 ? 'This one is' : `These ${pots} are`}</b>
      <span className="w-44">
        <Select
          label="Stage by touch"
          value={stage}
          choices={DRYING_STAGES.map((one) => [one, STAGE[one].name] as const)}
          onChange={setStage}
        />
      </span>
      <button type="button" className="btn btn-primary btn-sm" onClick={say}>
        Say so
      </button>
      <button type="button" className="btn btn-ghost btn-sm" onClick={onDone}>
        Choose none
      </button>
    </div>
  )
}
