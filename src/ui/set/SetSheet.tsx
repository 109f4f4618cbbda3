'use client'

import { plural, capital } from '@/core/base/words'
import { useState } from 'react'
import { useRouter } from 'next/navigation'
import type { Piece } from '@/core/model/piece'
import { lotPieces, potOf } from '@/core/model/lots'
import type { Studio } from '@/core/model/studio'
import { partLot } from '@/core/usecases/rack/partLot'
import { potsWords } from '@/core/usecases/words/potWords'
import { useAllDrying } from '@/store/days'
import { newId, run, tellOfEdit } from '@/store/studioStore'
import { Words } from '@/ui/kit/Words'
import { lotStands } from '@/core/usecases/words/lotStands'
import { OwnersEntry } from './OwnersEntry'
import { PotButton } from './PotButton'
import { PotsActions } from './PotsActions'

/** A set as its pots: which stand alike, whose they are, and what is said of some of them. */
export function SetSheet({ piece, studio }: { piece: Piece; studio: Studio }) {
  const router = useRouter()
  const { drying } = useAllDrying(studio)
  const [asked, setChosen] = useState<readonly number[]>([])
  const lots = lotPieces(piece)
  const lost = piece.pots.filter((pot) => pot.lost !== null)
  const standing = new Set(lots.flatMap(({ lot }) => lot.pots))
  const chosen = asked.filter((number) => standing.has(number))
  const toggle = (number: number) =>
    setChosen(chosen.includes(number) ? chosen.filter((n) => n !== number) : [...chosen, number].sort((a, b) => a - b))
  const part = (at: number) => {
    const { command, pieceId } = partLot(piece, lots[at].lot, newId)
    if (run(command)) return
    tellOfEdit(`${potsWords(lots[at].lot.pots)} of “${piece.name}” are a piece of their own now.`)
    router.push(`/plan/${pieceId}`)
  }
  return (
    <section aria-label="The set" className="space-y-3 px-5 py-4" data-testid="set-sheet">
      <h2 className="text-[1.0625rem] font-bold">
        <span className="numbers">{standing.size}</span> {plural(standing.size, 'pot', 'pots')}
        {lots.length > 1 && `, in ${lots.length} lots`}
      </h2>
      <p className="text-sm text-base-content/80">
        Scratch each pot’s number into its foot. Select pots, then change them; the rest stay unchanged.
      </p>
      <ul className="space-y-3">
        {lots.map(({ id, lot, piece: own }, i) => {
          const all = lot.pots.every((number) => chosen.includes(number))
          return (
            <li key={id} data-lot={id}>
              <p className="flex items-baseline gap-2 text-sm">
                <span className="min-w-0 flex-1">
                  <b>{lots.length === 1 ? 'All the same' : capital(potsWords(lot.pots))}</b>:{' '}
                  <Words text={lotStands(own, studio, drying[id] ?? null)} />
                </span>
                <button
                  type="button"
                  className="shrink-0 link text-[0.8125rem]"
                  aria-label={`${all ? 'Choose none' : 'Choose all'} of ${potsWords(lot.pots)}`}
                  onClick={() =>
                    setChosen(
                      all
                        ? chosen.filter((number) => !lot.pots.includes(number))
                        : [...new Set([...chosen, ...lot.pots])].sort((a, b) => a - b),
                    )
                  }
                >
                  {all ? 'none' : 'all'}
                </button>
                {lots.length > 1 && (
                  <button
                    type="button"
                    className="shrink-0 link text-[0.8125rem]"
                    title="For pots that are to be decorated otherwise"
                    onClick={() => part(i)}
                  >
                    plan apart
                  </button>
                )}
              </p>
              <div className="mt-1 flex flex-wrap gap-1" role="group" aria-label={potsWords(lot.pots)}>
                {lot.pots.map((number) => (
                  <PotButton
                    key={number}
                    pot={potOf(piece, number)}
                    chosen={chosen.includes(number)}
                    onPress={() => toggle(number)}
                  />
                ))}
              </div>
            </li>
          )
        })}
      </ul>
      {chosen.length > 0 && (
        <PotsActions key={chosen.join()} piece={piece} studio={studio} pots={chosen} onDone={() => setChosen([])} />
      )}
      {lost.length > 0 && (
        <div className="text-sm">
          <h3 className="font-bold">No longer in the set</h3>
          <ul>
            {lost.map((pot) => (
              <li key={pot.number} className="flex gap-2">
                <span className="flex-1">
                  <span className="numbers">{pot.number}</span>
                  {pot.owner && `, ${pot.owner}`}: {pot.lost}
                </span>
                <button
                  type="button"
                  className="link text-[0.8125rem]"
                  onClick={() =>
                    run({ type: 'piece.pots', pieceId: piece.id, told: [{ number: pot.number, lost: null }] })
                  }
                >
                  it still stands
                </button>
              </li>
            ))}
          </ul>
        </div>
      )}
      <OwnersEntry piece={piece} />
    </section>
  )
}
