'use client'

import Link from 'next/link'
import { useMemo } from 'react'
import type { Studio } from '@/core/model/studio'
import { allPots, searchPots, type PotFound } from '@/core/usecases/fired/potStory'
import { FAULT } from '@/core/usecases/fired/faults'
import { useThumbnail } from '@/store/derived'
import { lotPieces } from '@/core/model/lots'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import { useSeen } from '@/ui/kit/useSeen'
import { Photo } from '@/ui/photos/Photo'
import { useUnsentAddress } from '@/ui/frame/useAddress'

/** So many are shown; more words narrow it down. */
const MOST = 60

const EXAMPLES = ['blue', 'crawled', 'sgraffito', 'good']

/** Every pot by colour, jar, technique, fault, clay, owner, date or any word of its notes. */
export function LookUp({ studio }: { studio: Studio }) {
  const [words, setWords] = useUnsentAddress('words')
  const pots = useMemo(() => allPots(studio), [studio])
  const found = searchPots(pots, words)
  return (
    <section aria-label="Records">
      <label className="block max-w-2xl">
        Any words: a colour, a jar, a technique, a fault, a clay, an owner, a day, something noted
        <input
          type="search"
          className="input mt-1 w-full text-lg"
          value={words}
          maxLength={120}
          placeholder={EXAMPLES.join(', ')}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      <p className="my-3 text-sm text-base-content/80" role="status">
        {found.length} of {pots.length} pots{found.length > MOST ? `; the first ${MOST} are shown` : ''}
      </p>
      <ul className="grid gap-3 sm:grid-cols-2 lg:grid-cols-4 xl:grid-cols-5">
        {found.slice(0, MOST).map((pot) => (
          <PotCard key={`${pot.piece.id} ${pot.pot}`} pot={pot} studio={studio} />
        ))}
      </ul>
    </section>
  )
}

function PotCard({ pot: { piece, pot, owner, outcome, photos }, studio }: { pot: PotFound; studio: Studio }) {
  const { ref, seen } = useSeen<HTMLLIElement>()
  const lot = lotPieces(piece).find((one) => one.lot.pots.includes(pot))
  const front = photos.findLast(({ side }) => side === 'front') ?? photos.at(-1)
  const { value } = useThumbnail(lot?.piece ?? piece, studio, 260, seen && !front)
  const came = outcome
    ? [outcome.verdict, ...outcome.faults.map(({ fault }) => FAULT[fault].name.toLowerCase())].join(', ')
    : 'not out of a kiln yet'
  return (
    <li ref={ref} className="border border-base-content/60 bg-base-200" data-testid="pot-found">
      <Link href={`/fired?show=look&piece=${piece.id}&pot=${pot}`} className="block">
        <span className="flex aspect-square items-center justify-center bg-[var(--stage)]">
          {front ? (
            <Photo entry={front} piece={piece} className="h-full w-full" />
          ) : value ? (
            <PixelCanvas pixels={value} label={`${piece.name}, as it will look fired`} />
          ) : null}
        </span>
        <span className="block p-2">
          <b className="block leading-tight">
            {piece.name}
            {piece.count > 1 ? `, pot ${pot}` : ''}
          </b>
          <span className="text-sm text-base-content/80">
            {owner ? `${owner}; ` : ''}
            {came}
          </span>
        </span>
      </Link>
    </li>
  )
}
