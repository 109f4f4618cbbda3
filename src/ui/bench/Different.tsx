'use client'

import { useState } from 'react'
import type { Piece } from '@/core/model/piece'
import type { Difference } from '@/core/model/run'
import type { Studio } from '@/core/model/studio'
import type { Step } from '@/core/plan/step'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import { differencesOf, type Otherwise } from '@/core/usecases/bench/differences'
import { lostEntry, recordDifference } from '@/core/usecases/bench/recordDifference'
import { instantNow } from '@/store/days'
import { run, tellOfEdit } from '@/store/studioStore'
import { PotButton } from '@/ui/set/PotButton'
import { potOf } from '@/core/model/lots'

/** What was different, each in one press: coats, jar, tool, haste, a mishap, a pot that broke. */
export function Different({
  piece,
  item,
  step,
  difference,
  studio,
  by,
  onSaid,
}: {
  piece: Piece
  item: BenchItem
  step: Step
  difference: Difference | null
  studio: Studio
  by: string
  onSaid: () => void
}) {
  const [on, setOn] = useState<readonly number[]>(item.pots)
  const pots = on.length ? on : item.pots
  const all = differencesOf(step, difference, studio)
  const jars = all.filter(({ id }) => id.startsWith('jar-'))
  const others = all.filter(({ id }) => !id.startsWith('jar-'))
  const say = (words: string, next: Difference | null) => {
    if (run(recordDifference(piece, step.id, pots, next, words, { now: instantNow(), by }))) return
    tellOfEdit(
      next
        ? `Noted: ${words}. Picture, findings and what is to come follow what was done.`
        : 'Undone: it counts as done as planned.',
    )
    onSaid()
  }
  const broke = () => {
    if (run(lostEntry(piece, pots, 'broke at the bench', { now: instantNow(), by }))) return
    tellOfEdit(pots.length === 1 ? 'It is counted as lost.' : `${pots.length} are counted as lost.`)
    onSaid()
  }
  const button = ({ id, word, words, difference: next }: Otherwise) => (
    <button key={id} type="button" className="btn min-h-16 px-4 text-base font-normal" onClick={() => say(words, next)}>
      {word}
    </button>
  )
  return (
    <section
      aria-label="What was different"
      className="space-y-3 border-t-2 border-base-content pt-3"
      data-testid="different"
    >
      <h3 className="text-xl font-bold">What was different?</h3>
      {item.pots.length > 1 && (
        <div className="flex flex-wrap gap-1.5" role="group" aria-label="On which pots">
          {item.pots.map((pot) => (
            <PotButton
              key={pot}
              pot={potOf(piece, pot)}
              chosen={on.includes(pot)}
              onPress={() =>
                setOn(on.includes(pot) ? on.filter((other) => other !== pot) : [...on, pot].sort((a, b) => a - b))
              }
            />
          ))}
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        {others.map(button)}
        <button type="button" className="btn min-h-16 px-4 text-base font-normal" onClick={broke}>
          Broke
        </button>
        {difference && (
          <button
            type="button"
            className="btn min-h-16 px-4 text-base"
            onClick={() => say('as planned after all', null)}
          >
            Undo: it went as planned
          </button>
        )}
      </div>
      {jars.length > 0 && (
        <details>
          <summary className="flex min-h-12 cursor-pointer items-center text-lg">Another jar</summary>
          <div className="flex flex-wrap gap-2 pt-2">{jars.map(button)}</div>
        </details>
      )}
    </section>
  )
}
