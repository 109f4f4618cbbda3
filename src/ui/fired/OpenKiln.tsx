'use client'

import clsx from 'clsx'
import { useState } from 'react'
import type { Studio } from '@/core/model/studio'
import { kilnPots, type KilnPots } from '@/core/usecases/fired/kilnLoads'
import { columnOf } from '@/core/usecases/drying/pieceDrying'
import { useAllDrying } from '@/store/days'
import { countWords, lotName } from '@/core/usecases/words/potWords'
import { namedPots, standingPots } from '@/core/model/lots'
import { SmallPicture } from '@/ui/rack/CardPicture'
import { OpenedPots } from './OpenedPots'

/** What stands before the kiln or came out of it: one press a pot says how it came out. */
export function OpenKiln({ studio }: { studio: Studio }) {
  const { drying } = useAllDrying(studio)
  const dry = Object.keys(drying).filter((id) => columnOf(drying[id], 'foot').stageNow === 'boneDry')
  const all = kilnPots(studio, new Set(dry))
  /** Those of them that were not lost. */
  const standingOf = ({ piece, pots }: KilnPots) => {
    const standing = standingPots(piece)
    return pots.filter((pot) => standing.includes(pot))
  }
  const idOf = ({ piece, step, pots }: KilnPots) => `${piece.id} ${step.id} ${pots[0]}`
  const [openId, setOpenId] = useState<string | null>(null)
  const open = all.find((one) => idOf(one) === openId) ?? null
  if (!all.length)
    return (
      <p className="max-w-2xl">
        Nothing is ready for a kiln yet. Pots appear here when they are dry and the work before their firing is done;
        then one press says how each came out.
      </p>
    )
  return (
    <div className="grid gap-6 lg:grid-cols-[20rem_1fr]">
      <ul className="space-y-2" aria-label="Pots at the kiln">
        {all.map((one) => {
          const { piece, step, pots, fired, told } = one
          return (
            <li key={idOf(one)}>
              <button
                type="button"
                aria-pressed={one === open}
                onClick={() => setOpenId(one === open ? null : idOf(one))}
                className={clsx(
                  'flex w-full cursor-pointer items-center gap-3 border px-3 py-2 text-left',
                  one === open ? 'border-2 border-base-content bg-base-300' : 'border-base-content/70 bg-base-200',
                )}
              >
                <SmallPicture piece={piece} studio={studio} />
                <span className="min-w-0 flex-1">
                  <span className="block leading-tight font-bold">
                    {lotName(piece, namedPots(piece, standingOf(one)))}
                  </span>
                  <span className="text-sm text-base-content/80">
                    {step.firing} firing, cone {step.cone}; {countWords(pots.length)}
                    {told === pots.length
                      ? '; all recorded'
                      : fired
                        ? `; ${pots.length - told} to record`
                        : '; ready for it'}
                  </span>
                </span>
              </button>
            </li>
          )
        })}
      </ul>
      {open ? (
        <OpenedPots key={idOf(open)} load={open} studio={studio} />
      ) : (
        <p className="text-base-content/80">Choose what you take out of the kiln.</p>
      )}
    </div>
  )
}
