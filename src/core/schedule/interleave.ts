import type { PlannedVisit } from './planPiece'
import type { Phase } from './task'

/** One stretch of hands on one piece. */
export interface Touch {
  readonly pieceId: string
  readonly task: number
  readonly startMs: number
  readonly endMs: number
}

export interface TouchedVisit {
  readonly pieceId: string
  readonly visit: PlannedVisit
}

const MINUTE = 60_000

interface Strand {
  readonly pieceId: string
  readonly phases: readonly (Phase & { readonly task: number; readonly latestMs: number })[]
  next: number
  readyMs: number
}

/**
 * Lays the visits of one session beside one another: whoever is ready first has the hands, so that while one coat dries the next
 * piece gets its own (common practice); of several that are ready, the one whose clay will wait least. Gives every touch, when the
 * last one ends, and whether any comes too late for its clay.
 */
export function interleave(visits: readonly TouchedVisit[]): { touches: Touch[]; endMs: number; late: boolean } {
  const strands: Strand[] = visits.map(({ pieceId, visit }) => ({
    pieceId,
    phases: visit.tasks.flatMap((task, i) =>
      task.kind === 'fire'
        ? []
        : task.phases.map((phase) => ({ ...phase, task: i, latestMs: visit.latestMs[i] ?? Infinity })),
    ),
    next: 0,
    readyMs: visit.startMs,
  }))
  const touches: Touch[] = []
  let late = false
  let freeMs = Math.min(...strands.map((strand) => strand.readyMs), Infinity)
  for (;;) {
    const open = strands.filter((strand) => strand.next < strand.phases.length)
    if (!open.length) break
    const soonest = Math.max(freeMs, Math.min(...open.map((strand) => strand.readyMs)))
    const patience = ({ phases, next }: Strand) => phases[next].latestMs
    const waiting = open
      .filter((strand) => strand.readyMs <= soonest)
      .reduce((a, b) => (patience(b) < patience(a) || (patience(b) === patience(a) && b.readyMs < a.readyMs) ? b : a))
    const first = waiting.next === 0 || waiting.phases[waiting.next - 1].task !== waiting.phases[waiting.next].task
    const phase = waiting.phases[waiting.next++]
    const startMs = soonest
    if (first && startMs > phase.latestMs + MINUTE) late = true
    const endMs = startMs + phase.hands * MINUTE
    touches.push({ pieceId: waiting.pieceId, task: phase.task, startMs, endMs })
    waiting.readyMs = endMs + phase.wait * MINUTE
    freeMs = endMs
  }
  return { touches, endMs: touches.reduce((end, touch) => Math.max(end, touch.endMs), 0), late }
}
