'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { useState } from 'react'
import { potOf } from '@/core/model/lots'
import { FAULTS, latestOutcomes, type Verdict } from '@/core/model/outcome'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { isFiring } from '@/core/plan/step'
import { FAULT } from '@/core/usecases/fired/faults'
import type { KilnPots } from '@/core/usecases/fired/kilnLoads'
import { faultToggled, tellOutcome, tellRestGood, type OutcomeChanges } from '@/core/usecases/fired/tellOutcome'
import { useBenchSettings } from '@/store/benchSettings'
import { usePalette } from '@/store/colours'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'
import { CameOut, FiredColours } from '@/ui/colour/FiredColours'
import { TextInput } from '@/ui/kit/TextInput'
import { PhotoTaker } from '@/ui/photos/PhotoTaker'
import { FaultCauses } from './FaultCauses'

const VERDICT_WORDS: readonly (readonly [Verdict, string])[] = [
  ['good', 'good'],
  ['second', 'second'],
  ['lost', 'lost'],
]

/** The pots of one lot out of one firing: verdict, faults by name and place, photographs, colours. */
export function OpenedPots({ load, studio }: { load: KilnPots; studio: Studio }) {
  const { piece, step, pots } = load
  const by = useBenchSettings((s) => s.by)
  const outcomes = latestOutcomes(piece.outcomes, step.id)
  const [chosen, setChosen] = useState<number>(pots[0])
  const current = outcomes.get(chosen)
  /** Colours are what a plan foretells once all of its firings are done. */
  const isLast = piece.steps.findLast(isFiring)?.id === step.id
  const [measuring, setMeasuring] = useState(false)
  const teller = () => ({ now: instantNow(), by })
  const tell = (pot: number, changes: OutcomeChanges) => run(tellOutcome(load, studio, pot, changes, teller()))
  const untold = pots.filter((pot) => !outcomes.has(pot)).length
  return (
    <section aria-label={piece.name} className="space-y-4" data-testid="opened">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-xl font-bold">
          {piece.name}, {step.firing} firing
        </h2>
        {untold > 0 && (
          <button type="button" className="btn btn-primary" onClick={() => run(tellRestGood(load, studio, teller()))}>
            {untold === pots.length
              ? pots.length > 1
                ? `All ${pots.length} good`
                : 'Good'
              : `The other ${untold} good`}
          </button>
        )}
        {isLast && (
          <button type="button" className="btn" aria-expanded={measuring} onClick={() => setMeasuring(!measuring)}>
            Measure or pick its colours
          </button>
        )}
      </div>
      {isLast && measuring && <ColoursOut piece={piece} studio={studio} />}
      <ul className="grid gap-2 sm:grid-cols-2 xl:grid-cols-3" aria-label="How each came out">
        {pots.map((pot) => {
          const outcome = outcomes.get(pot)
          const { owner } = potOf(piece, pot)
          return (
            <li
              key={pot}
              className={clsx(
                'flex flex-wrap items-center gap-2 border p-2',
                pot === chosen ? 'border-2 border-base-content bg-base-200' : 'border-base-content/60',
              )}
              data-pot={pot}
            >
              <button
                type="button"
                className="min-h-11 flex-1 cursor-pointer text-left"
                aria-pressed={pot === chosen}
                onClick={() => setChosen(pot)}
              >
                <b>{piece.count > 1 ? `Pot ${pot}` : piece.name}</b>
                {owner && <span className="ml-1 text-sm">{owner}</span>}
                <span className="block text-xs text-base-content/80">
                  {outcome?.faults.map(({ fault }) => FAULT[fault].name.toLowerCase()).join(', ') ||
                    (outcome ? '' : 'not told yet')}
                </span>
              </button>
              <span className="flex" role="group" aria-label={`Pot ${pot} came out`}>
                {VERDICT_WORDS.map(([verdict, word]) => (
                  <button
                    key={verdict}
                    type="button"
                    aria-pressed={outcome?.verdict === verdict}
                    className={clsx(
                      'min-h-11 cursor-pointer border border-base-content/70 px-2.5 text-sm not-first:border-l-0',
                      outcome?.verdict === verdict ? 'bg-primary text-primary-content' : 'hover:bg-base-200',
                    )}
                    onClick={() => {
                      setChosen(pot)
                      tell(pot, { verdict })
                    }}
                  >
                    {word}
                  </button>
                ))}
              </span>
            </li>
          )
        })}
      </ul>
      <section aria-labelledby="faults" className="space-y-3">
        <h3 id="faults" className="font-bold">
          {piece.count > 1 ? `Faults of pot ${chosen}` : 'Faults'}
        </h3>
        <div className="flex flex-wrap gap-1.5">
          {FAULTS.map((fault) => {
            const on = current?.faults.some((one) => one.fault === fault) ?? false
            return (
              <button
                key={fault}
                type="button"
                aria-pressed={on}
                title={FAULT[fault].sign}
                className={`btn font-normal ${on ? 'btn-primary' : ''}`}
                onClick={() => tell(chosen, faultToggled(current, fault))}
              >
                {FAULT[fault].name}
              </button>
            )
          })}
        </div>
        {current?.faults.map(({ fault, where }, i) => (
          <FaultCauses
            key={fault}
            fault={fault}
            piece={piece}
            pot={chosen}
            studio={studio}
            where={
              <TextInput
                label={`Where it is ${FAULT[fault].name.toLowerCase()}`}
                value={where}
                maxLength={120}
                valid={() => true}
                onCommit={(text) =>
                  tell(chosen, {
                    faults: current.faults.map((one, k) => (k === i ? { ...one, where: text } : one)),
                  })
                }
              />
            }
          />
        ))}
      </section>
      <PhotoTaker
        of={{ pieceId: piece.id, pots: piece.count > 1 ? [chosen] : [], stepId: step.id, by }}
        jars={[]}
        piece={piece}
      />
      <Link href={`/fired?piece=${piece.id}&pot=${chosen}`} className="btn">
        What is on {piece.count > 1 ? `pot ${chosen}` : 'it'}
      </Link>
    </section>
  )
}

/** The colours that were planned, each to be told as it came out. */
function ColoursOut({ piece, studio }: { piece: Piece; studio: Studio }) {
  const { value, problem } = usePalette(piece, studio)
  return (
    <div className="max-w-xl space-y-3 border border-base-content/60 p-3" data-testid="colours-out">
      {problem && <p role="alert">{problem}</p>}
      {!value && !problem && <p>Working out what was planned…</p>}
      <FiredColours palette={value ?? []} piece={piece} studio={studio} />
      <CameOut piece={piece} studio={studio} />
    </div>
  )
}
