'use client'

import { counted } from '@/core/base/words'
import { useState } from 'react'
import { standingPots } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { elapsedMinutes, minutesAt, ofCoats, spreadOf, tempoOf } from '@/core/plan/pace'
import { isA, coatsOf, type Step } from '@/core/plan/step'
import { minutesWords } from '@/core/usecases/words/timeWords'
import { learnPace, useHands } from '@/store/paces'
import { Field, NumberInput } from '@/ui/kit/fields'

/** How long hands are on a step, and what a finished run teaches of it. */
export function StepHands({
  piece,
  studio,
  step,
  index,
  waits,
}: {
  piece: Piece
  studio: Studio
  step: Step
  index: number
  /** Minutes until each coat of a step is matte, in this room. */
  waits: (step: Step) => readonly number[]
}) {
  const { value } = useHands(piece, studio)
  const { work: one, bottle } = value?.[index] ?? {}
  const coats = coatsOf(step)
  if (!one || one.fixed + one.more === 0) return null
  const work = ofCoats(one, coats)
  const tempo = tempoOf(studio.paces[work.pace])
  const each = minutesAt(work, studio.paces)
  const standing = standingPots(piece).length
  const { lastStroke, matte } = elapsedMinutes(each, waits(step), coats, standing)
  const from =
    tempo.source === 'ours'
      ? 'our estimate'
      : tempo.source === 'yours'
        ? 'at your pace'
        : `measured in ${counted(tempo.runs, 'run', 'runs')}, ± ${Math.round(100 * spreadOf(work, tempo))} %`
  return (
    <div className="text-sm text-base-content/85" data-testid="hands">
      <p>
        <b>Working time: </b>
        <span className="numbers">
          {minutesWords(each)}
          {standing > 1 && ` a piece, ${minutesWords(each * standing)} for ${standing}`}
        </span>
        {coats > 1 && `, ${coats} coats`} · {from}
        {matte > each * standing + 0.5 && (
          <span className="numbers">
            ; {minutesWords(lastStroke)} to the last stroke, {minutesWords(matte)} until it is matte
          </span>
        )}
      </p>
      {bottle && isA(step, 'coating') && (
        <p className="numbers text-[0.8125rem]">
          Brush, {coats} coats: {minutesWords(each)} of work, matte after{' '}
          {minutesWords(elapsedMinutes(each, waits(step), coats, 1).matte)}. Bottle, one coat:{' '}
          {minutesWords(minutesAt(bottle, studio.paces))} of work, matte after{' '}
          {minutesWords(
            elapsedMinutes(minutesAt(bottle, studio.paces), waits({ ...step, applicator: 'bottle', coats: 1 }), 1, 1)
              .matte,
          )}
          .
        </p>
      )}
      <RunEntry
        key={step.id}
        count={standing}
        minutes={each * standing}
        onRun={(pots, m) => learnPace(work, pots, m)}
      />
    </div>
  )
}

function RunEntry({
  count,
  minutes,
  onRun,
}: {
  count: number
  minutes: number
  onRun: (pots: number, minutes: number) => void
}) {
  const [pots, setPots] = useState(count)
  const [took, setTook] = useState<number | null>(null)
  return (
    <details>
      <summary className="cursor-pointer text-[0.8125rem] underline decoration-dotted">
        Enter how long it took …
      </summary>
      <div className="mt-1 flex flex-wrap items-end gap-2">
        <span className="w-24">
          <Field label="Pieces">
            {(id) => (
              <NumberInput id={id} value={pots} min={1} max={500} step={1} onCommit={(n) => setPots(Math.round(n))} />
            )}
          </Field>
        </span>
        <span className="w-28">
          <Field label="Minutes of hands">
            {(id) => (
              <NumberInput
                id={id}
                value={took ?? Math.round(minutes)}
                min={0.5}
                max={2000}
                step={1}
                onCommit={(n) => setTook(n)}
              />
            )}
          </Field>
        </span>
        <button type="button" className="btn btn-sm" onClick={() => onRun(pots, took ?? Math.round(minutes))}>
          Learn from it
        </button>
      </div>
    </details>
  )
}
