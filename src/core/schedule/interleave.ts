import type { PlannedVisit } from './plan'
import { turnOf, waitAfter, type HandTask } from './task'
import { MINUTE } from '../base/spans'

/** One stretch of hands on one lot. */
export interface Touch {
  readonly jobId: string
  readonly task: number
  readonly startMs: number
  readonly endMs: number
}

export interface TouchedVisit {
  readonly jobId: string
  readonly pots: number
  readonly visit: PlannedVisit
}

interface Strand {
  readonly jobId: string
  readonly pots: number
  readonly tasks: readonly HandTask[]
  readonly driesFromTouch: boolean
  readonly earliestMs: readonly number[]
  readonly latestMs: readonly number[]
  next: number
  readyMs: number
  /** How much later than planned hands came to it, where its clay only dries from then on. */
  behindMs: number
}

/**
 * Lays the visits of one session beside one another: whoever is ready first has the hands, so that while one coat dries the next
 * lot gets its own (common practice); of several that are ready, the one whose clay will wait least. Each pot of a lot has a pair of
 * hands, as far as there are as many. Gives every touch, when the last one ends, and whether any comes too late for its clay.
 */
export function interleave(visits: readonly TouchedVisit[]): { touches: Touch[]; endMs: number; late: boolean } {
  const hands = visits[0]?.visit.session.hands ?? 1
  const strands: Strand[] = visits.map(({ jobId, pots, visit }) => ({
    jobId,
    pots,
    tasks: visit.tasks,
    driesFromTouch: visit.driesFromTouch,
    earliestMs: visit.earliestMs,
    latestMs: visit.latestMs,
    next: 0,
    readyMs: visit.startMs,
    behindMs: 0,
  }))
  const touches: Touch[] = []
  let late = false
  const firstMs = Math.min(...strands.map((strand) => strand.readyMs), Infinity)
  /** When each pair of hands comes free, soonest first. */
  const freeMs = Array.from({ length: hands }, () => firstMs)
  /** The first instant at which a lot may have as many hands as it can use. */
  const earliest = ({ readyMs, pots, earliestMs, next, behindMs }: Strand) =>
    Math.max(readyMs, (earliestMs[next] ?? 0) + behindMs, freeMs[Math.min(pots, hands) - 1])
  for (;;) {
    const open = strands.filter((strand) => strand.next < strand.tasks.length)
    if (!open.length) break
    const soonest = Math.min(...open.map(earliest))
    const patience = ({ latestMs, next }: Strand) => latestMs[next] ?? Infinity
    const waiting = open
      .filter((strand) => earliest(strand) <= soonest)
      .reduce((a, b) => (patience(b) < patience(a) || (patience(b) === patience(a) && b.readyMs < a.readyMs) ? b : a))
    const startMs = soonest
    if (startMs > patience(waiting) + MINUTE) late = true
    const index = waiting.next++
    const task = waiting.tasks[index]
    if (index === 0 && waiting.driesFromTouch) waiting.behindMs = startMs - waiting.earliestMs[0]
    const endMs = startMs + turnOf(task, waiting.pots, hands) * MINUTE
    touches.push({ jobId: waiting.jobId, task: index, startMs, endMs })
    waiting.readyMs = endMs + waitAfter(task, waiting.pots, hands) * MINUTE
    freeMs.fill(endMs, 0, Math.min(waiting.pots, hands))
    freeMs.sort((a, b) => a - b)
  }
  return { touches, endMs: touches.reduce((end, touch) => Math.max(end, touch.endMs), 0), late }
}
