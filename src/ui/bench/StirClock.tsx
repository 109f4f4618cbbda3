'use client'

import { useState } from 'react'
import { STIR_EVERY_MINUTES } from '@/core/usecases/bench/reminders'
import { leftWords } from './TimerChip'

/** Counts down to the next stirring to the bottom. */
export function StirClock({ now }: { now: number }) {
  const [since, setSince] = useState(() => Date.now())
  const dueMs = since + STIR_EVERY_MINUTES * 60_000
  const due = dueMs <= now
  return (
    <button type="button" className={`btn min-h-12 ${due ? 'btn-primary' : ''}`} onClick={() => setSince(Date.now())}>
      {due ? 'Stir to the bottom now' : `To the bottom in ${leftWords(dueMs, now)}`}
    </button>
  )
}
