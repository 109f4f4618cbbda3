import { useState } from 'react'
import type { LotPiece } from '@/core/model/lots'
import type { Studio } from '@/core/model/studio'
import { potsShort } from '@/core/usecases/words/potWords'
import { lotStands } from '@/core/usecases/words/lotStands'
import { Words } from '@/ui/kit/Words'

/** Lots that are listed before the rest is only counted. */
const FEW = 3

/** A divided set, opened into its lots: how many are where. */
export function LotLines({ lots, studio }: { lots: readonly LotPiece[]; studio: Studio }) {
  const [all, setAll] = useState(false)
  const shown = all ? lots : lots.slice(0, FEW)
  return (
    <ul className="px-3 pb-2 text-[0.8125rem] leading-tight text-base-content/85" data-testid="lot-lines">
      {shown.map(({ id, lot, piece }) => (
        <li key={id} className="flex gap-1.5 py-px">
          <b className="numbers shrink-0">{potsShort(lot.pots)}</b>
          <Words text={lotStands(piece, studio, null)} />
        </li>
      ))}
      {lots.length > FEW && (
        <li>
          <button type="button" className="link" onClick={() => setAll(!all)}>
            {all ? 'fewer' : `and ${lots.length - FEW} more lots`}
          </button>
        </li>
      )}
    </ul>
  )
}
