'use client'

import clsx from 'clsx'
import { useState } from 'react'
import type { Studio } from '@/core/model/studio'
import { KILN_STATES, kilnPots, kilnState, type KilnPots } from '@/core/usecases/fired/kilnLoads'
import { columnOf } from '@/core/usecases/drying/pieceDrying'
import { useAllDrying } from '@/store/days'
import { countWords, lotName } from '@/core/usecases/words/potWords'
import { namedPots, standingPots } from '@/core/model/lots'
import { SmallPicture } from '@/ui/rack/CardPicture'
import { OpenedPots } from './OpenedPots'

const STATE_WORDS = {
  toRecord: 'Out of the kiln, to record',
  ready: 'Ready for the kiln',
  recorded: 'Recorded',
} as const

/** Where what is opened stands below its list, its beginning comes into sight. */
const intoSight = (opened: HTMLElement | null): void => {
  if (opened && opened.getBoundingClientRect().top > window.innerHeight * 0.7) opened.scrollIntoView({ block: 'start' })
}

const idOf = ({ piece, step, pots }: KilnPots): string => `${piece.id} ${step.id} ${pots[0]}`

interface LoadButtonProps {
  load: KilnPots
  studio: Studio
  isOpen: boolean
  onPress: () => void
}

/** Pots of one piece that are fired together, as a button with their picture. */
function LoadButton({ load: { piece, step, pots, told }, studio, isOpen, onPress }: LoadButtonProps) {
  const standing = standingPots(piece)
  return (
    <button
      type="button"
      aria-pressed={isOpen}
      onClick={onPress}
      className={clsx(
        'flex w-full cursor-pointer items-center gap-3 border px-3 py-2 text-left',
        isOpen ? 'border-2 border-base-content bg-base-300' : 'border-base-content/70 bg-base-200',
      )}
    >
      <SmallPicture piece={piece} studio={studio} />
      <span className="min-w-0 flex-1">
        <span className="block leading-tight font-bold">
          {lotName(
            piece,
            namedPots(
              piece,
              pots.filter((pot) => standing.includes(pot)),
            ),
          )}
        </span>
        <span className="text-sm text-base-content/80">
          {step.firing} firing, cone {step.cone}; {countWords(pots.length)}
          {told > 0 && told < pots.length && `, ${told} recorded`}
        </span>
      </span>
    </button>
  )
}

/** What stands before the kiln or came out of it: one press a pot says how it came out. */
export function OpenKiln({ studio }: { studio: Studio }) {
  const { drying } = useAllDrying(studio)
  const dry = Object.keys(drying).filter((id) => columnOf(drying[id], 'foot').stageNow === 'boneDry')
  const all = kilnPots(studio, new Set(dry))
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
      <div className="space-y-5" role="group" aria-label="Pots at the kiln">
        {KILN_STATES.map((state) => {
          const own = all.filter((one) => kilnState(one) === state)
          return (
            own.length > 0 && (
              <section key={state}>
                <h2 className="mb-2 font-bold">
                  {STATE_WORDS[state]} <span className="numbers font-normal">{own.length}</span>
                </h2>
                <ul className="grid gap-2 max-lg:grid-cols-2 max-sm:grid-cols-1">
                  {own.map((one) => (
                    <li key={idOf(one)}>
                      <LoadButton
                        load={one}
                        studio={studio}
                        isOpen={one === open}
                        onPress={() => setOpenId(one === open ? null : idOf(one))}
                      />
                    </li>
                  ))}
                </ul>
              </section>
            )
          )
        })}
      </div>
      {open ? (
        <div key={idOf(open)} ref={intoSight}>
          <OpenedPots load={open} studio={studio} />
        </div>
      ) : (
        <p className="text-base-content/80">Choose what you take out of the kiln.</p>
      )}
    </div>
  )
}
