'use client'

import dynamic from 'next/dynamic'
import { useState } from 'react'
import { Fan, Wind, X } from 'lucide-react'
import { CRACK_CAUTION, CRACK_WARNING } from '@/core/clay/drying/course'
import { COVER_NAMES, DRYING_STAGES, STAGE, type Cover, type DryingStage } from '@/core/clay/stages'
import type { LogEntry, Piece } from '@/core/model/piece'
import { hasBeenFired } from '@/core/plan/timeline'
import type { Studio } from '@/core/model/studio'
import { coverAt, roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { moistureWords } from '@/core/usecases/drying/lostWindow'
import { momentWords } from '@/core/usecases/words/timeWords'
import { readBenchScale } from '@/store/devices'
import { instantNow, noteWeight, sayStage, useDrying, useNow } from '@/store/days'
import { run } from '@/store/studioStore'
import { Field, NumberInput, Segments, Select } from '@/ui/kit/fields'
import { MomentInput } from './MomentInput'
import { RescueList } from './RescueList'
import { StageTimes } from './StageTimes'
import { WaterBar } from './WaterBar'
import { TextInput } from '@/ui/kit/TextInput'

const DryingChart = dynamic(() => import('./DryingChart'), { ssr: false, loading: () => <div className="h-60" /> })

const COVER_CHOICES: readonly (readonly [Cover, string])[] = [
  ['open', 'open'],
  ['draped', 'draped'],
  ['sealed', 'sealed'],
  ['dampBox', 'damp box'],
]

/** A piece, or a lot of it as a piece, with its pots: none are named where it is the whole set. */
interface OfPots {
  piece: Piece
  pots?: number[]
  studio: Studio
}

/** How a piece dries: when it was made, how it stands, what was seen, and when it reaches each stage. */
export function DrynessSheet({ piece, pots, studio }: OfPots) {
  const now = useNow()
  const { drying, busy, problem } = useDrying(piece, studio)
  const { timeZone } = studio.calendar
  const fired = hasBeenFired(piece.steps)
  const making = (changes: Partial<Piece['making']>) =>
    run({ type: 'piece.making', pieceId: piece.id, ...only(pots), changes })
  return (
    <section aria-label="Dryness" className="space-y-3 px-5 py-4" data-testid="dryness" data-busy={busy}>
      {piece.making.madeAt === null ? (
        <>
          <NotMade piece={piece} pots={pots} timeZone={timeZone} />
          {!fired && <ByTouch piece={piece} pots={pots} />}
        </>
      ) : (
        <>
          {problem && <p role="alert">{problem}</p>}
          {drying && <Columns drying={drying} />}
          {drying && <RescueList piece={piece} pots={pots} studio={studio} drying={drying} />}
          {drying && <DryingChart drying={drying} studio={studio} nowMs={now} />}
          {drying && <StageTimes drying={drying} studio={studio} nowMs={now} />}
          {drying && <Crack drying={drying} />}
          {!fired && <Standing piece={piece} pots={pots} studio={studio} nowMs={now} />}
          {!fired && <Seen piece={piece} pots={pots} studio={studio} />}
        </>
      )}
      <div className="grid grid-cols-2 gap-3">
        {piece.making.madeAt !== null && (
          <Field label="Made">
            {(id) => (
              <MomentInput
                id={id}
                ms={Date.parse(piece.making.madeAt as string)}
                timeZone={timeZone}
                onCommit={(ms) => making({ madeAt: new Date(ms).toISOString() })}
              />
            )}
          </Field>
        )}
        <Field label="Room">
          {(id) => (
            <Select
              id={id}
              value={roomOf(studio, piece).id}
              choices={Object.values(studio.rooms).map((room) => [room.id, room.name] as const)}
              onChange={(roomId) => making({ roomId })}
            />
          )}
        </Field>
        <Field label="Due">
          {(id) => (
            <TextInput
              id={id}
              type="date"
              className="numbers w-full"
              value={piece.making.dueOn ?? ''}
              valid={() => true}
              onCommit={(dueOn) => making({ dueOn: dueOn || null })}
            />
          )}
        </Field>
      </div>
      <Log piece={piece} pots={pots} studio={studio} nowMs={now} />
    </section>
  )
}

/** The pots of a command: none are named for the whole set. */
const only = (pots: number[] | undefined) => (pots ? { pots } : {})

function NotMade({ piece, pots, timeZone }: { piece: Piece; pots?: number[]; timeZone: string }) {
  const made = (madeAt: string) => run({ type: 'piece.making', pieceId: piece.id, ...only(pots), changes: { madeAt } })
  return (
    <>
      <h2 className="text-[1.0625rem] font-bold">Not made yet</h2>
      <p className="text-sm text-base-content/80">
        Say when it was thrown or built. Then you see when it can be carved, what to cover tonight, and when it may go
        to the kiln.
      </p>
      <button type="button" className="btn btn-primary btn-sm" onClick={() => made(instantNow())}>
        Made just now
      </button>
      <Field label="or made at">
        {(id) => (
          <MomentInput id={id} ms={null} timeZone={timeZone} onCommit={(ms) => made(new Date(ms).toISOString())} />
        )}
      </Field>
    </>
  )
}

function Columns({ drying }: { drying: PieceDrying }) {
  return (
    <dl className="space-y-1 text-sm">
      {drying.columns.map((column) => (
        <div
          key={column.id}
          className="grid grid-cols-[3.6rem_7.5rem_1fr] items-center gap-2"
          data-column={column.kind}
          data-stage={column.stageNow}
        >
          <dt className={column.kind === 'wall' ? 'font-bold' : ''}>{column.name}</dt>
          <dd className="contents">
            <WaterBar column={column} drying={drying} />
            <span className={column.kind === 'wall' ? 'font-bold' : ''}>
              {moistureWords(column.stageNow)}{' '}
              <span className="numbers font-normal text-base-content/75">{(100 * column.waterNow).toFixed(1)} %</span>
            </span>
          </dd>
        </div>
      ))}
    </dl>
  )
}

function Crack({ drying }: { drying: PieceDrying }) {
  const most = Math.max(...drying.columns.map((column) => column.crackNow))
  if (most < CRACK_CAUTION) return null
  return (
    <p className="border-l-2 border-base-content pl-2 text-sm" role="note">
      <b>{most >= CRACK_WARNING ? 'It may crack: ' : 'Careful: '}</b>the skin is much drier than the middle of the wall.
      Stop the moving air and cover it until it has evened out.
    </p>
  )
}

/** How it stands now, and what moves the air over it. */
function Standing({ piece, pots, studio, nowMs }: OfPots & { nowMs: number }) {
  const cover = coverAt(piece.making.log, nowMs)
  const log = (entry: LogEntry) => run({ type: 'piece.log', pieceId: piece.id, ...only(pots), entry })
  return (
    <div className="space-y-2">
      <p className="text-[0.8125rem] text-base-content/75">It stands {COVER_NAMES[cover]}</p>
      <Segments<Cover>
        small
        label="Cover"
        value={cover}
        choices={COVER_CHOICES.filter(([c]) => c === 'open' || studio.calendar.covers.includes(c) || c === cover)}
        onChange={(to) => to !== cover && log({ kind: 'cover', at: instantNow(), cover: to })}
      />
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="btn font-normal btn-sm"
          onClick={() => log({ kind: 'blow', at: instantNow(), blower: 'dryer', minutes: 5 })}
        >
          <Wind size={15} aria-hidden /> Hair dryer, 5 min
        </button>
        <button
          type="button"
          className="btn font-normal btn-sm"
          onClick={() => log({ kind: 'blow', at: instantNow(), blower: 'fan', minutes: 60 })}
        >
          <Fan size={15} aria-hidden /> Fan, 1 h
        </button>
      </div>
      <p className="text-xs text-base-content/75">
        A hair dryer firms the skin, not the wall: keep it moving, or rims crack.
      </p>
    </div>
  )
}

/** What a hand feels: from then on the clay is so. */
function ByTouch({ piece, pots }: Pick<OfPots, 'piece' | 'pots'>) {
  const [stage, setStage] = useState<DryingStage>('leatherHard')
  return (
    <div className="space-y-2">
      <p className="text-[0.8125rem] text-base-content/75">How dry is it now? The forecast starts from your answer</p>
      <div className="flex gap-2">
        <Select
          label="Stage by touch"
          value={stage}
          choices={DRYING_STAGES.map((s) => [s, STAGE[s].name] as const)}
          onChange={setStage}
        />
        <button type="button" className="btn shrink-0 btn-sm" onClick={() => void sayStage([{ piece, pots }], stage)}>
          Record this now
        </button>
      </div>
      <p className="text-xs text-base-content/75">{STAGE[stage].sign}</p>
    </div>
  )
}

/** What was seen: a stage by hand, or a weight. */
function Seen({ piece, pots, studio }: OfPots) {
  const weigh = (grams: number) => void noteWeight({ piece, pots }, grams)
  const fromScale = async () => {
    const grams = await readBenchScale(piece, studio.bodies[piece.bodyId], roomOf(studio, piece))
    if (grams !== null) weigh(grams)
  }
  return (
    <div className="space-y-2">
      <ByTouch piece={piece} pots={pots} />
      <div className="grid grid-cols-2 gap-3">
        <Field label="Weight as made">
          {(id) => (
            <NumberInput
              id={id}
              value={piece.making.wetGrams ?? 0}
              min={0}
              max={200_000}
              step={1}
              unit="g"
              onCommit={(grams) =>
                run({
                  type: 'piece.making',
                  pieceId: piece.id,
                  ...only(pots),
                  changes: { wetGrams: grams > 0 ? grams : null },
                })
              }
            />
          )}
        </Field>
        <Field label="Weight now">
          {(id) => (
            <NumberInput
              id={id}
              value={0}
              min={0}
              max={200_000}
              step={1}
              unit="g"
              onCommit={(grams) => grams > 0 && weigh(grams)}
            />
          )}
        </Field>
      </div>
      <button
        type="button"
        className="btn font-normal btn-sm"
        disabled={!piece.making.wetGrams}
        onClick={() => void fromScale()}
      >
        Weigh it (simulated scale)
      </button>
    </div>
  )
}

const ENTRY_WORDS = (entry: LogEntry): string => {
  switch (entry.kind) {
    case 'cover':
      return COVER_NAMES[entry.cover]
    case 'blow':
      return `${entry.blower === 'dryer' ? 'hair dryer' : 'fan'}, ${entry.minutes} min`
    case 'stage':
      return `found ${STAGE[entry.stage].name}`
    case 'weight':
      return `weighed ${entry.grams} g`
    case 'coats':
      return `coats brought ${Math.round(entry.outsideUm + entry.insideUm)} µm of water`
  }
}

function Log({ piece, pots, studio, nowMs }: OfPots & { nowMs: number }) {
  if (!piece.making.log.length) return null
  return (
    <details className="text-sm">
      <summary className="cursor-pointer text-base-content/80">What happened to it ({piece.making.log.length})</summary>
      <ul className="mt-1 space-y-0.5">
        {piece.making.log.map((entry, i) => (
          <li key={`${entry.at}-${i}`} className="flex items-center gap-2">
            <span className="numbers w-24 shrink-0 text-base-content/80">
              {momentWords(Date.parse(entry.at), nowMs, studio)}
            </span>
            <span className="flex-1">{ENTRY_WORDS(entry)}</span>
            <button
              type="button"
              className="btn btn-ghost px-1 btn-xs"
              aria-label={`Take out: ${ENTRY_WORDS(entry)}`}
              onClick={() =>
                run({
                  type: 'piece.making',
                  pieceId: piece.id,
                  ...only(pots),
                  changes: { log: piece.making.log.filter((_, k) => k !== i) },
                })
              }
            >
              <X size={14} />
            </button>
          </li>
        ))}
      </ul>
    </details>
  )
}
