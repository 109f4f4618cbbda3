'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { Camera, CircleAlert, NotebookPen, Ruler, Split, TriangleAlert } from 'lucide-react'
import { useState, type ReactNode } from 'react'
import { namedPots } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { hasBeenFired } from '@/core/plan/timeline'
import { asPiece } from '@/core/model/lots'
import { practiceStepId } from '@/core/usecases/create/practicePiece'
import { columnOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { lotName } from '@/core/usecases/words/potWords'
import { askBefore } from '@/core/usecases/bench/askBefore'
import { benchAct, type BenchAct } from '@/core/usecases/bench/benchAct'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import { remindersFor } from '@/core/usecases/bench/reminders'
import { SHEETS } from '@/core/sheets/kinds'
import { sheetOfStep } from '@/core/usecases/sheets/wantedSheets'
import { timerBefore, type CoatTimer } from '@/core/usecases/bench/coatTimers'
import { useBenchSettings } from '@/store/benchSettings'
import { decide, instantNow, useDrying } from '@/store/days'
import { useHands } from '@/store/paces'
import { Words } from '@/ui/kit/Words'
import { BenchPictures } from './BenchPictures'
import { run } from '@/store/studioStore'
import { goOn, goOnWords, potsToGo, strokesIn } from '@/core/usecases/bench/benchCommands'
import { Different } from './Different'
import { moistureWords } from '@/core/usecases/drying/lostWindow'
import { dryingWait } from '@/core/usecases/bench/dryingWait'
import { momentWords, spanWords } from '@/core/usecases/words/timeWords'
import { differenceWords } from '@/core/usecases/bench/differences'
import { NoteEntry } from './NoteEntry'
import { OnBar } from './OnBar'
import { PhotoTaker } from '@/ui/photos/PhotoTaker'
import { StirClock } from './StirClock'
import { Tally } from './Tally'
import { leftWords, noteLooked } from './TimerChip'
import { HOUR } from '@/core/base/spans'

type Panel = 'different' | 'photo' | 'note'

interface ScreenProps {
  item: BenchItem
  items: readonly BenchItem[]
  studio: Studio
  timers: readonly CoatTimer[]
  now: number
  next: BenchItem | null
  onOn: () => void
  onBack: (() => void) | null
}

/** The act of now, filling the screen. */
export function ActScreen(props: ScreenProps) {
  const { item, studio, now } = props
  const piece = studio.pieces[item.pieceId]
  const lot = piece.apart.find(({ pots }) => pots.includes(item.pots[0]))
  const own = lot ? asPiece(piece, lot) : piece
  const { drying } = useDrying(own, studio)
  const seen = drying && !hasBeenFired(own.steps) ? columnOf(drying, 'wall').stageNow : null
  const act = benchAct(
    item,
    piece,
    studio,
    Math.floor(now / 60_000) * 60_000,
    seen === 'tooFirm' ? 'hardLeatherHard' : seen,
  )
  if (!act) return <p className="p-8 text-xl">This step is no longer planned.</p>
  return <Act {...props} own={own} act={act} drying={drying} />
}

function Act({
  item,
  items,
  studio,
  timers,
  now,
  next,
  onOn,
  onBack,
  own,
  act,
  drying,
}: ScreenProps & { own: Piece; act: BenchAct; drying: ReturnType<typeof useDrying>['drying'] }) {
  const piece = studio.pieces[item.pieceId]
  const { value: hands } = useHands(piece, studio)
  const step = piece.steps.find(({ id }) => id === item.stepId)
  const needed = step && sheetOfStep(piece, studio, step)
  const sheet = step && needed ? { kind: needed.kind, stepId: step.id } : null
  const by = useBenchSettings((s) => s.by)
  const [panel, setPanel] = useState<Panel | null>(null)
  const { wanting, pots } = potsToGo(piece, item)
  const wait = timerBefore(timers, item)
  const waiting = wait !== null && wait.likelyMs > now
  const practice = practiceOf(studio, item)
  const at = items.indexOf(item)
  const stepOf = (other: BenchItem | null | undefined) =>
    (other && studio.pieces[other.pieceId]?.steps.find(({ id }) => id === other.stepId)) ?? null
  const before = stepOf(items.slice(0, at).findLast(({ kind }) => kind === 'act'))
  const beside = remindersFor(act.step, before, stepOf(next), studio)
  const word = goOnWords(item, pots.length, waiting)
  const toggle = (which: Panel) => setPanel(panel === which ? null : which)
  const go = () => {
    if (!wanting.length) return onOn()
    decide(askBefore(own, pots, act.step, studio, drying, now), (said) => {
      const bench = { now: instantNow(), by, studio, drying, hands: hands?.[act.index] }
      run(goOn({ item, act, pots, practice, said }, bench))
      if (pots.length === wanting.length) onOn()
    })
  }
  return (
    <>
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(18rem,2fr)_3fr] max-lg:flex max-lg:flex-col">
        <BenchPictures piece={piece} studio={studio} item={item} act={act} />
        <div className="min-h-0 space-y-4 overflow-y-auto px-6 py-4 max-lg:overflow-visible">
          <header>
            <p className="text-lg text-base-content/85">
              {lotName(piece, namedPots(piece, item.pots))}
              {piece.count > 1 && !namedPots(piece, item.pots).length ? `, all ${item.pots.length}` : ''}
              {practice ? ', and the practice piece beside it' : ''}
            </p>
            <h2 className="display text-4xl leading-tight font-bold wrap-anywhere max-sm:text-3xl">
              <Words text={act.title} />
            </h2>
            {item.coats > 1 && (
              <p className="numbers text-3xl" data-testid="which-coat">
                coat <b>{item.coat + 1}</b> of {item.coats}
              </p>
            )}
          </header>
          {panel === 'different' && (
            <Different
              piece={piece}
              item={item}
              step={act.step}
              difference={act.difference}
              studio={studio}
              by={by}
              onSaid={() => setPanel(null)}
            />
          )}
          {panel === 'photo' && (
            <PhotoTaker
              of={{ pieceId: piece.id, pots: namedPots(piece, item.pots), stepId: act.step.id, by }}
              jars={act.jars}
              piece={piece}
            />
          )}
          {panel === 'note' && <NoteEntry piece={piece} item={item} by={by} onWritten={() => setPanel(null)} />}
          {wait && (
            <Waiting
              wait={wait}
              now={now}
              onMatte={() => noteLooked(wait, false, by)}
              onShiny={() => noteLooked(wait, true, by)}
            />
          )}
          <Drying piece={piece} stepId={act.step.id} drying={drying} studio={studio} now={now} />
          {act.difference && (
            <p
              // Told in full where its work begins; at its further coats it is only kept in mind.
              className={clsx(
                'border-base-content pl-3',
                item.coat ? 'border-l text-sm' : 'border-l-4 text-lg font-bold',
              )}
              data-testid="was-different"
            >
              Was different: {differenceWords(act.step, act.difference, studio)}
            </p>
          )}
          <p className="text-xl leading-snug">
            <Words text={act.detail} />
          </p>
          {act.lookFor && (
            <Told term="Look for">
              <Words text={act.lookFor} />
            </Told>
          )}
          {act.avoid && (
            <p className="flex gap-3 text-lg leading-snug" data-testid="avoid">
              <CircleAlert aria-hidden className="mt-1 shrink-0" />
              <span>
                <b>Watch out: </b>
                <Words text={act.avoid} />
              </span>
            </p>
          )}
          {act.caution && (
            <p className="flex gap-3 border-2 border-base-content px-3 py-2 text-lg leading-snug" data-testid="hazard">
              <TriangleAlert aria-hidden className="mt-1 shrink-0" />
              <span>
                <Words text={act.caution} />
              </span>
            </p>
          )}
          <Tally item={item} act={act} stroked={strokesIn(piece, item)} studio={studio} drying={drying} by={by} />
          {beside.length > 0 && (
            <ul className="list-disc space-y-1 pl-5 text-base" aria-label="Beside it">
              {beside.map(({ id, words }) => (
                <li key={id}>
                  <Words text={words} /> {id === 'stir' && <StirClock now={now} />}
                </li>
              ))}
            </ul>
          )}
        </div>
      </div>
      <OnBar word={wanting.length ? word : 'All have it, go on'} onOn={go} onBack={onBack}>
        <PanelButton word="Something went differently" open={panel === 'different'} onPress={() => toggle('different')}>
          <Split aria-hidden />
        </PanelButton>
        <PanelButton word="Photograph" open={panel === 'photo'} onPress={() => toggle('photo')}>
          <Camera aria-hidden />
        </PanelButton>
        <PanelButton word="Note" open={panel === 'note'} onPress={() => toggle('note')}>
          <NotebookPen aria-hidden />
        </PanelButton>
        {sheet && (
          <Link
            href={`/sheets?piece=${piece.id}&step=${sheet.stepId}`}
            className="btn min-h-16 min-w-20 flex-col gap-0.5 px-3 text-sm font-normal"
            title={`${SHEETS[sheet.kind].word} at true size`}
          >
            <Ruler aria-hidden />
            Sheet
          </Link>
        )}
      </OnBar>
    </>
  )
}

/** Clay that is not there yet: how it stands, and when it will be. */
function Drying({
  piece,
  stepId,
  drying,
  studio,
  now,
}: {
  piece: Piece
  stepId: string
  drying: PieceDrying | null
  studio: Studio
  now: number
}) {
  const wait = dryingWait(piece, stepId, drying)
  if (!wait || !drying) return null
  const { opens } = wait
  return (
    <p className="border-2 border-base-content px-3 py-2 text-lg leading-snug" data-testid="drying-wait">
      <b>
        <Words text={`Still ${moistureWords(wait.now)}.`} />
      </b>{' '}
      {opens ? (
        <>
          <Words text={`It comes to ${moistureWords(wait.wanted)} about`} />{' '}
          <span className="numbers">
            {momentWords(drying.madeMs + opens.likely * HOUR, now, studio)} (
            {spanWords(opens, drying.madeMs, now, studio)})
          </span>
        </>
      ) : (
        <Words text={`It does not come to ${moistureWords(wait.wanted)} as it stands: open it.`} />
      )}
    </p>
  )
}

/** The practice piece of a piece, at the step that goes with the one of now. */
function practiceOf(studio: Studio, item: BenchItem) {
  if (!item.stepId) return null
  const stepId = practiceStepId(item.stepId)
  const piece = Object.values(studio.pieces).find((other) =>
    other.steps.some((step) => step.id === stepId && !step.done),
  )
  return piece ? { piece, stepId } : null
}

function Told({ term, children }: { term: string; children: ReactNode }) {
  return (
    <p className="text-lg leading-snug">
      <b>{term}: </b>
      {children}
    </p>
  )
}

function PanelButton({
  word,
  open,
  onPress,
  children,
}: {
  word: string
  open: boolean
  onPress: () => void
  children: ReactNode
}) {
  return (
    <button
      type="button"
      className={`btn min-h-16 min-w-20 flex-col gap-0.5 px-3 text-sm font-normal ${open ? 'btn-active border-base-content' : ''}`}
      aria-expanded={open}
      onClick={onPress}
    >
      {children}
      {word}
    </button>
  )
}

/** The coat before is still wet: how long yet, and what one sees of it. */
function Waiting({
  wait,
  now,
  onMatte,
  onShiny,
}: {
  wait: CoatTimer
  now: number
  onMatte: () => void
  onShiny: () => void
}) {
  const due = wait.likelyMs <= now
  return (
    <div className="flex flex-wrap items-center gap-3 border-2 border-base-content p-3" data-testid="waiting">
      <p className="min-w-48 flex-1 text-lg leading-snug">
        {due ? (
          <b>Look now: is coat {wait.coat + 1} matte all over?</b>
        ) : (
          <>
            <b className="numbers text-3xl">{leftWords(wait.likelyMs, now)}</b> until coat {wait.coat + 1} is likely
            matte
          </>
        )}
        <span className="numbers block text-sm text-base-content/80">
          perhaps in {leftWords(Math.max(now, wait.earlyMs), now)}, surely in{' '}
          {leftWords(Math.max(now, wait.lateMs), now)}
        </span>
      </p>
      <button type="button" className="btn min-h-16 px-5" onClick={onMatte}>
        Matte already
      </button>
      <button type="button" className="btn min-h-16 px-5" onClick={onShiny}>
        Still shiny
      </button>
    </div>
  )
}
