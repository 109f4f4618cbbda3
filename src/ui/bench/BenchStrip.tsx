'use client'

import clsx from 'clsx'
import Link from 'next/link'
import { Hand, List, Volume2, VolumeX } from 'lucide-react'
import { useState } from 'react'
import { namedPots } from '@/core/model/lots'
import type { Studio } from '@/core/model/studio'
import { isDone, type BenchItem } from '@/core/usecases/bench/benchItems'
import type { CoatTimer } from '@/core/usecases/bench/coatTimers'
import { localClock } from '@/core/schedule/sessions'
import { lotName } from '@/core/usecases/words/potWords'
import { stepWords } from '@/core/usecases/words/stepWords'
import { COVER_VERB } from '@/core/usecases/days/dayList'
import { useBenchSettings } from '@/store/benchSettings'
import { TimerChip } from './TimerChip'

/** An item in a few words: “Reed jugs: chalk slip, coat 2 of 3”. */
export function itemWords(item: BenchItem, studio: Studio): { name: string; what: string } {
  const piece = studio.pieces[item.pieceId]
  const name = lotName(piece, namedPots(piece, item.pots))
  if (item.kind === 'make') return { name, what: 'make' }
  if (item.kind === 'uncover') return { name, what: 'uncover' }
  if (item.kind === 'leave')
    return { name, what: item.cover === 'open' ? 'leave it open' : COVER_VERB[item.cover ?? 'open'] }
  const step = piece.steps.find(({ id }) => id === item.stepId)
  const title = step ? stepWords(step, studio, piece).title : 'a step that is gone'
  return { name, what: item.coats > 1 ? `${title}, coat ${item.coat + 1} of ${item.coats}` : title }
}

/** What is now, what comes next, what dries; the whole order on a press. */
export function BenchStrip({
  title,
  items,
  doneCount,
  openCount,
  current,
  next,
  timers,
  studio,
  now,
  awake,
  onChoose,
}: {
  title: string
  items: readonly BenchItem[]
  doneCount: number
  openCount: number
  current: BenchItem | null
  next: BenchItem | null
  timers: readonly CoatTimer[]
  studio: Studio
  now: number
  awake: boolean
  onChoose: (id: string) => void
}) {
  const [listed, setListed] = useState(false)
  const { sound, leftHanded, by, set } = useBenchSettings()
  const drying = timers.filter(({ over }) => !over)
  return (
    <div className="shrink-0 border-b border-base-content/70">
      <div className="flex flex-wrap items-stretch gap-x-5 gap-y-1 px-4 py-2">
        <div className="min-w-40 flex-1">
          <h1 className="text-base leading-tight font-bold wrap-anywhere">{title}</h1>
          <p className="numbers text-sm text-base-content/80" role="status">
            {doneCount} of {doneCount + openCount} done
            {awake && <span className="max-sm:hidden"> · the screen stays awake</span>}
          </p>
        </div>
        {next && (
          <button type="button" className="min-w-40 flex-1 cursor-pointer text-left" onClick={() => onChoose(next.id)}>
            <span className="block text-xs text-base-content/75">Next</span>
            <span className="line-clamp-2 text-sm leading-tight">
              <b>{itemWords(next, studio).what}</b>, {itemWords(next, studio).name}
            </span>
          </button>
        )}
        <div className="flex flex-[2] flex-wrap items-center gap-2" aria-label="Drying" role="group">
          {drying.map((timer) => (
            <TimerChip key={timer.id} timer={timer} studio={studio} now={now} />
          ))}
        </div>
        <div className="ml-auto flex items-center gap-1">
          <button type="button" className="btn min-h-12" aria-expanded={listed} onClick={() => setListed(!listed)}>
            <List aria-hidden size={20} /> All of it
          </button>
        </div>
      </div>
      {listed && (
        <div className="grid gap-x-8 gap-y-4 border-t border-base-content/40 bg-base-200 px-4 py-3 lg:grid-cols-[1fr_20rem]">
          <ol className="max-h-80 overflow-y-auto" aria-label="Running order">
            {items.map((item) => {
              const { name, what } = itemWords(item, studio)
              return (
                <li key={item.id}>
                  <button
                    type="button"
                    aria-current={item === current ? 'step' : undefined}
                    className={clsx(
                      'flex w-full cursor-pointer items-center gap-3 px-2 text-left hover:bg-base-300',
                      item === current && 'font-bold',
                    )}
                    onClick={() => {
                      onChoose(item.id)
                      setListed(false)
                    }}
                  >
                    <span className="numbers w-14 shrink-0 text-sm text-base-content/75">
                      {item.atMs ? localClock(item.atMs, studio.calendar.timeZone, studio.settings.clock) : ''}
                    </span>
                    <span className="w-6 shrink-0" aria-label={isDone(item) ? 'done' : undefined}>
                      {isDone(item) && item.kind !== 'leave' && item.kind !== 'uncover' ? '✓' : ''}
                    </span>
                    <span className="min-w-0">
                      {what}, {name}
                    </span>
                  </button>
                </li>
              )
            })}
          </ol>
          <div className="space-y-2 text-sm">
            <label className="block">
              Whose hands
              <input
                className="input mt-1 w-full"
                value={by}
                maxLength={60}
                placeholder="a name for the record"
                onChange={(event) => set({ by: event.target.value })}
              />
            </label>
            <button
              type="button"
              className="btn w-full justify-start"
              aria-pressed={sound}
              onClick={() => set({ sound: !sound })}
            >
              {sound ? <Volume2 aria-hidden size={18} /> : <VolumeX aria-hidden size={18} />}
              {sound ? 'Rings when a coat is matte' : 'Silent; only shakes and shows'}
            </button>
            <button
              type="button"
              className="btn w-full justify-start"
              aria-pressed={leftHanded}
              onClick={() => set({ leftHanded: !leftHanded })}
            >
              <Hand aria-hidden size={18} className={leftHanded ? '-scale-x-100' : undefined} />
              {leftHanded ? 'Button under the left hand' : 'Button under the right hand'}
            </button>
            <Link href="/bench" className="btn w-full justify-start">
              Another evening or piece
            </Link>
          </div>
        </div>
      )}
    </div>
  )
}
