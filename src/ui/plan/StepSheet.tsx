'use client'

import Link from 'next/link'
import { useMemo, type ReactNode } from 'react'
import { Ruler } from 'lucide-react'
import { STAGE } from '@/core/clay/stages'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { LotPiece } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex } from '@/core/plan/timeline'
import { stepTimes } from '@/core/usecases/words/stepTimes'
import { beneathOf, benchWords, coatWaits, stepWords } from '@/core/usecases/words/stepWords'
import { roomEvaporation, roomOf } from '@/core/usecases/drying/pieceDrying'
import { progress } from '@/core/usecases/drying/progress'
import { askBefore, stageSaid, type BeforeAct } from '@/core/usecases/bench/askBefore'
import { conditionsOf } from '@/core/usecases/bench/conditions'
import { recorded, stepEntry, undoneEntry } from '@/core/model/runEntries'
import { SHEETS } from '@/core/sheets/kinds'
import { sheetOfStep } from '@/core/usecases/sheets/wantedSheets'
import { stepWindows } from '@/core/usecases/drying/stepWindow'
import { windowWords } from '@/core/usecases/words/timeWords'
import { decide, instantNow, useDrying, useNow } from '@/store/days'
import { useHands } from '@/store/paces'
import { run } from '@/store/studioStore'
import { Words } from '@/ui/kit/Words'
import { Check } from '@/ui/kit/fields'
import { StepFields } from './actViews'
import { DoneOtherwise } from './DoneOtherwise'
import { StepHands } from './StepHands'

/** The selected step: what it is, at which stage, its values, what to look for. */
export function StepSheet({
  piece,
  studio,
  form,
  step,
  index,
  lot,
  pots,
  whatIf,
}: {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  step: Step
  index: number
  /** The lot whose state is shown, and its pots: none are named where it is the whole set. */
  lot: LotPiece | null
  pots?: number[]
  /** What may be asked of the step. */
  whatIf: ReactNode
}) {
  const own = lot?.piece ?? piece
  const time = useMemo(() => stepTimes(piece, piece.steps), [piece])[index]
  const words = stepWords(step, studio, piece)
  const now = useNow()
  const evaporation = now ? roomEvaporation(roomOf(studio, own), now) : undefined
  const beneath = beneathOf(piece.steps, index, piece.form.parts, studio, evaporation)
  const bench = benchWords(step, time, studio, piece, evaporation, beneath)
  const { drying } = useDrying(own, studio)
  const { value: hands } = useHands(piece, studio)
  const difference = lot?.lot.otherwise.find(({ stepId }) => stepId === step.id)
  const open = drying && stepWindows(own, drying).find((w) => w.stepId === step.id)
  const sheet = sheetOfStep(piece, studio, step)
  const mark = (done: boolean, said: BeforeAct['answers'][number]['say'] | null) => {
    const told = done ? stageSaid(step, said) : null
    const conditions = conditionsOf(roomOf(studio, own), drying, now)
    const known = { now: instantNow(), by: '', conditions: told ? { ...conditions, clay: told } : conditions }
    const numbers = pots ?? []
    const next = nextStepIndex(own.steps)
    const entries = !done
      ? piece.steps.slice(index, next).map((one) => undoneEntry(one, numbers, known))
      : index === next
        ? [stepEntry(step, numbers, studio, known)]
        : []
    const command = progress(own, done ? index + 1 : index, pots, hands?.[index]?.water, known.now, {
      told,
      ...(typeof said === 'object' && said ? said : {}),
    })
    run(recorded(command, piece.id, entries))
  }
  const tick = (done: boolean) =>
    decide(done ? askBefore(own, lot?.lot.pots ?? [], step, studio, drying, now) : null, (said) => mark(done, said))
  return (
    <section aria-label={`Step ${index + 1}`} className="space-y-3 px-5 py-4" data-testid="step-sheet">
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="text-[1.0625rem] leading-tight font-bold">
          <span className="numbers">{index + 1}</span> {words.title}
        </h2>
        <span className="shrink-0 text-sm text-base-content/80">
          clay: <Words text={STAGE[time.stage].name} />
        </span>
      </div>
      {difference && <DoneOtherwise piece={piece} step={step} difference={difference} pots={pots} studio={studio} />}
      <StepFields
        piece={piece}
        studio={studio}
        form={form}
        step={step}
        change={(changes) => run({ type: 'step.change', pieceId: piece.id, stepId: step.id, changes })}
      />
      <dl className="space-y-0.5 text-sm text-base-content/85">
        {open && drying && <Line term="When" words={windowWords(open, drying, now, studio)} />}
        {bench.wait && <Line term="Wait" words={bench.wait} />}
        {bench.lookFor && <Line term="Look for" words={bench.lookFor} />}
        {bench.caution && <Line term="Caution" words={bench.caution} />}
      </dl>
      <StepHands
        piece={piece}
        studio={studio}
        step={step}
        index={index}
        waits={(one) => coatWaits(one, time.surface, studio, evaporation, beneath).map((seconds) => seconds / 60)}
      />
      {sheet && (
        <Link href={`/sheets?piece=${piece.id}&step=${step.id}`} className="btn font-normal btn-sm">
          <Ruler size={15} aria-hidden /> {SHEETS[sheet.kind].word} at true size
        </Link>
      )}
      <Check label="This step and all before it are done" checked={own.steps[index]?.done ?? false} onChange={tick} />
      {whatIf}
    </section>
  )
}

function Line({ term, words }: { term: string; words: string }) {
  return (
    <div>
      <dt className="inline font-bold">{term}: </dt>
      <dd className="inline">
        <Words text={words} />
      </dd>
    </div>
  )
}
