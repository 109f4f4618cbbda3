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
  readonly phases: readonly (Phase & { readonly task: number })[]
  next: number
  readyMs: number
}

/**
 * Lays the visits of one session beside one another: whoever is ready first has the hands, so that while one coat dries the next
 * piece gets its own (common practice). Gives every touch, and when the last one ends.
 */
export function interleave(visits: readonly TouchedVisit[]): { touches: Touch[]; endMs: number } {
  const strands: Strand[] = visits.map(({ pieceId, visit }) => ({
    pieceId,
    phases: visit.tasks.flatMap((task, i) => (task.kind === 'fire' ? [] : task.phases.map((phase) => ({ ...phase, task: i })))),
    next: 0,
    readyMs: visit.startMs,
  }))
  const touches: Touch[] = []
  let freeMs = Math.min(...strands.map((strand) => strand.readyMs), Infinity)
  for (;;) {
    const open = strands.filter((strand) => strand.next < strand.phases.length)
    if (!open.length) break
    const waiting = open.reduce((a, b) => (Math.max(b.readyMs, freeMs) < Math.max(a.readyMs, freeMs) || (Math.max(b.readyMs, freeMs) === Math.max(a.readyMs, freeMs) && b.readyMs < a.readyMs) ? b : a))
    const phase = waiting.phases[waiting.next++]
    const startMs = Math.max(freeMs, waiting.readyMs)
    const endMs = startMs + phase.hands * MINUTE
    touches.push({ pieceId: waiting.pieceId, task: phase.task, startMs, endMs })
    waiting.readyMs = endMs + phase.wait * MINUTE
    freeMs = endMs
  }
  return { touches, endMs: touches.reduce((end, touch) => Math.max(end, touch.endMs), 0) }
}
