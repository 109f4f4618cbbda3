'use client'

import clsx from 'clsx'
import { useState } from 'react'
import { FILLINGS, FILLINGS_AT_FIRST, type Filling, type Motif } from '@/core/vocabulary/motif'
import { MotifMark } from '@/ui/kit/MotifMark'

/** What patterns are called on their buttons. */
const FILLING_WORDS: Readonly<Record<Filling, string>> = {
  rays: 'Rays',
  rings: 'Rings',
  slanted: 'Slanting lines',
  crossed: 'Crossed lines',
  squares: 'Squares',
  bricks: 'Bricks',
  dots: 'Dots',
  scales: 'Scales',
  waves: 'Waves',
  chevrons: 'Chevrons',
  leaf: 'Leaf',
  plain: 'Left plain',
}

/** Which pattern each sector has: some in turn, or one for each. */
export function SectorFillings({ motif, set }: { motif: Motif; set: (changes: Partial<Motif>) => void }) {
  const fillings = motif.fillings ?? FILLINGS_AT_FIRST
  const [wanted, setWanted] = useState(0)
  const chosen = Math.min(wanted, fillings.length - 1)
  const put = (filling: Filling) => set({ fillings: fillings.map((own, i) => (i === chosen ? filling : own)) })
  const oneEach = fillings.length === motif.repeats
  return (
    <fieldset className="space-y-2 border border-base-content/40 px-2 pb-2">
      <legend className="px-1 text-sm">
        {oneEach ? 'A pattern for each sector' : `${fillings.length} patterns in turn`}
      </legend>
      <div role="radiogroup" aria-label="Sector" className="flex flex-wrap gap-1">
        {fillings.map((filling, i) => (
          <button
            key={i}
            type="button"
            role="radio"
            aria-checked={i === chosen}
            aria-label={`Sector ${i + 1}: ${FILLING_WORDS[filling]}`}
            title={`Sector ${i + 1}: ${FILLING_WORDS[filling]}`}
            onClick={() => setWanted(i)}
            className={clsx(
              'flex min-h-11 cursor-pointer items-center border py-0.5 pr-0.5 pl-1.5',
              i === chosen ? 'border-base-content outline-2 outline-base-content' : 'border-base-content/40',
            )}
          >
            <span className="numbers text-xs">{i + 1}</span>
            <MotifMark kind="sectors" filling={filling} size={38} />
          </button>
        ))}
      </div>
      <div role="radiogroup" aria-label={`Pattern of sector ${chosen + 1}`} className="grid grid-cols-6 gap-1">
        {FILLINGS.map((filling) => (
          <button
            key={filling}
            type="button"
            role="radio"
            aria-checked={filling === fillings[chosen]}
            aria-label={FILLING_WORDS[filling]}
            title={FILLING_WORDS[filling]}
            onClick={() => put(filling)}
            className={clsx(
              'flex min-h-11 cursor-pointer items-center justify-center border p-0.5',
              filling === fillings[chosen]
                ? 'border-base-content bg-primary text-primary-content'
                : 'border-base-content/25 hover:border-base-content',
            )}
          >
            <MotifMark kind="sectors" filling={filling} size={40} />
          </button>
        ))}
      </div>
      <div className="flex flex-wrap gap-1.5">
        <button
          type="button"
          className="btn font-normal btn-sm"
          disabled={fillings.length >= motif.repeats}
          onClick={() => {
            set({ fillings: [...fillings, FILLINGS[fillings.length % FILLINGS.length]] })
            setWanted(fillings.length)
          }}
        >
          One more
        </button>
        <button
          type="button"
          className="btn font-normal btn-sm"
          disabled={fillings.length < 2}
          onClick={() => set({ fillings: fillings.filter((_, i) => i !== chosen) })}
        >
          Without this one
        </button>
        <button
          type="button"
          className="btn font-normal btn-sm"
          disabled={oneEach}
          onClick={() =>
            set({ fillings: Array.from({ length: motif.repeats }, (_, i) => fillings[i % fillings.length]) })
          }
        >
          One for each of {motif.repeats}
        </button>
      </div>
    </fieldset>
  )
}
