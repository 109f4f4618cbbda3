'use client'

import clsx from 'clsx'
import { useState } from 'react'
import type { Studio } from '@/core/model/studio'
import { namedPots } from '@/core/model/lots'
import { entryId } from '@/core/model/runEntries'
import type { CoatTimer } from '@/core/usecases/bench/coatTimers'
import { localClock } from '@/core/schedule/sessions'
import { potsShort } from '@/core/usecases/words/potWords'
import { instantNow } from '@/store/days'
import { useBenchSettings } from '@/store/benchSettings'
import { run } from '@/store/studioStore'

/** What is left until an instant: “4:05”, or by how much it is over. */
export function leftWords(untilMs: number, nowMs: number): string {
  const seconds = Math.round(Math.abs(untilMs - nowMs) / 1000)
  const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60]
  const two = (n: number) => String(n).padStart(2, '0')
  return h ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`
}

/** Notes that a coat was looked at. */
export function noteLooked(timer: CoatTimer, shiny: boolean, by: string): void {
  const at = instantNow()
  run({
    type: 'run.add',
    pieceId: timer.pieceId,
    entries: [
      {
        id: entryId('looked', at, `${timer.stepId} ${timer.coat} ${shiny}`),
        at,
        by,
        pots: [...timer.pots],
        kind: 'looked',
        stepId: timer.stepId,
        coat: timer.coat,
        shiny,
        waited: Math.max(0, (Date.parse(at) - timer.sinceMs) / 1000),
        expected: timer.reckoned,
      },
    ],
  })
}

/** A coat that dries: the time left, when it may be matte at the earliest and latest, and what one sees of it. */
export function TimerChip({ timer, studio, now }: { timer: CoatTimer; studio: Studio; now: number }) {
  const [open, setOpen] = useState(false)
  const by = useBenchSettings((s) => s.by)
  const piece = studio.pieces[timer.pieceId]
  const due = timer.likelyMs <= now
  const pots = namedPots(piece, timer.pots)
  const clock = (ms: number) => localClock(ms, studio.calendar.timeZone, studio.settings.clock)
  const name = `${piece.name}${pots.length ? ` ${potsShort(pots)}` : ''}`
  const share = Math.min(1, (now - timer.sinceMs) / (timer.likelyMs - timer.sinceMs || 1))
  return (
    <span className="relative">
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        className={clsx(
          'relative flex min-h-12 cursor-pointer items-center gap-2 overflow-hidden border px-3 text-left text-sm',
          due ? 'border-2 border-base-content font-bold' : 'border-base-content/70',
        )}
        data-testid="timer"
        data-due={due}
      >
        <span
          aria-hidden
          className="absolute inset-y-0 right-0 bg-[var(--water)] opacity-60"
          style={{ width: `${100 * (1 - share)}%` }}
        />
        <span className="numbers relative text-lg">{due ? 'look' : leftWords(timer.likelyMs, now)}</span>
        <span className="relative max-w-36 truncate">
          {name}, coat {timer.coat + 1}
        </span>
      </button>
      {open && (
        <span
          className={clsx(
            'absolute top-full left-0 z-20 mt-1 block w-72 space-y-2',
            'border border-base-content bg-base-100 p-3 text-sm shadow-lg',
          )}
        >
          <span className="block">
            Matte at about <b className="numbers">{clock(timer.likelyMs)}</b>, perhaps from{' '}
            <span className="numbers">{clock(timer.earlyMs)}</span>, surely by{' '}
            <span className="numbers">{clock(timer.lateMs)}</span>. What you see corrects it, and all coats in this
            room.
          </span>
          <span className="flex gap-2">
            <button
              type="button"
              className="btn min-h-16 flex-1 btn-primary"
              onClick={() => {
                noteLooked(timer, false, by)
                setOpen(false)
              }}
            >
              Matte already
            </button>
            <button
              type="button"
              className="btn min-h-16 flex-1"
              onClick={() => {
                noteLooked(timer, true, by)
                setOpen(false)
              }}
            >
              Still shiny
            </button>
          </span>
        </span>
      )}
    </span>
  )
}
