'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { useState } from 'react'
import { namedPots, potOf } from '@/core/model/lots'
import { FAULTS, latestOutcomes, type Fault, type Outcome, type Verdict } from '@/core/model/outcome'
import { NOTHING_KNOWN } from '@/core/model/run'
import type { Studio } from '@/core/model/studio'
import type { Command } from '@/core/model/command'
import { FAULT } from '@/core/usecases/fired/faults'
import type { KilnPots } from '@/core/usecases/fired/kilnLoads'
import { stepEntry } from '@/core/model/runEntries'
import { lostEntry } from '@/core/usecases/run/said'
import { useBenchSettings } from '@/store/benchSettings'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'
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
  const { piece, step, pots, fired } = load
  const by = useBenchSettings((s) => s.by)
  const outcomes = latestOutcomes(piece.outcomes, step.id)
  const [chosen, setChosen] = useState<number>(pots[0])
  const current = outcomes.get(chosen)
  const tell = (pot: number, changes: Partial<Pick<Outcome, 'verdict' | 'faults' | 'note'>>) => {
    const now = instantNow()
    const before = outcomes.get(pot)
    const outcome: Outcome = {
      pot,
      at: now,
      stepId: step.id,
      verdict: changes.verdict ?? before?.verdict ?? 'good',
      faults: changes.faults ?? before?.faults ?? [],
      note: changes.note ?? before?.note ?? '',
    }
    const commands: Command[] = [...firedNow(), { type: 'piece.outcomes', pieceId: piece.id, outcomes: [outcome] }]
    if (changes.verdict === 'lost') {
      const why =
        outcome.faults.map(({ fault }) => FAULT[fault].name.toLowerCase()).join(', ') || `in the ${step.firing}`
      const lost = lostEntry(piece, [pot], why, { now, by })
      if (lost.type === 'batch') commands.push(...lost.commands)
    } else if (before?.verdict === 'lost' && changes.verdict)
      commands.push({ type: 'piece.pots', pieceId: piece.id, told: [{ number: pot, lost: null }] })
    run({ type: 'batch', label: 'tell how it came out', commands })
  }
  /** The firing is done on all of them, the first time that something is told of one. */
  const firedNow = (): Command[] => {
    if (fired) return []
    const named = namedPots(piece, pots)
    const at = piece.steps.findIndex(({ id }) => id === step.id)
    const known = { now: instantNow(), by, conditions: NOTHING_KNOWN }
    return [
      {
        type: 'piece.progress',
        pieceId: piece.id,
        ...(named.length ? { pots: named } : {}),
        doneSteps: at + 1,
      },
      { type: 'run.add', pieceId: piece.id, entries: [stepEntry(step, named, studio, known)] },
    ]
  }
  const allGood = () => {
    const now = instantNow()
    const rest = pots.filter((pot) => !outcomes.has(pot))
    run({
      type: 'batch',
      label: 'tell how it came out',
      commands: [
        ...firedNow(),
        {
          type: 'piece.outcomes',
          pieceId: piece.id,
          outcomes: rest.map((pot) => ({ pot, at: now, stepId: step.id, verdict: 'good', faults: [], note: '' })),
        },
      ],
    })
  }
  const toggleFault = (fault: Fault) => {
    const had = current?.faults ?? []
    const has = had.some((one) => one.fault === fault)
    tell(chosen, {
      faults: has ? had.filter((one) => one.fault !== fault) : [...had, { fault, where: '', stepId: null }],
      ...(!has && (current?.verdict ?? 'good') === 'good' ? { verdict: 'second' as const } : {}),
    })
  }
  const untold = pots.filter((pot) => !outcomes.has(pot)).length
  return (
    <section aria-label={piece.name} className="space-y-4" data-testid="opened">
      <div className="flex flex-wrap items-center gap-3">
        <h2 className="text-xl font-bold">
          {piece.name}, {step.firing} firing
        </h2>
        {untold > 0 && (
          <button type="button" className="btn btn-primary" onClick={allGood}>
            {untold === pots.length
              ? pots.length > 1
                ? `All ${pots.length} good`
                : 'Good'
              : `The other ${untold} good`}
          </button>
        )}
        <Link href={`/plan/${piece.id}?sheet=colours`} className="link text-sm">
          Measure or pick its colours
        </Link>
      </div>
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
                onClick={() => toggleFault(fault)}
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
