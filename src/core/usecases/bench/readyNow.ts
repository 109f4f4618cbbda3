import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { touchedBy } from '../../plan/touched'
import { isDone, type BenchItem } from './benchItems'
import { timerBefore, type CoatTimer } from './coatTimers'

/** Parts of a pot that an act touches; null where it touches all of it. */
function partsOf({ pieceId, stepId }: BenchItem, pieces: Readonly<Record<string, Piece>>): readonly string[] | null {
  const piece = pieces[pieceId]
  const step = piece?.steps.find(({ id }) => id === stepId)
  return step ? touchedBy(step, piece.form.parts) : null
}

/** Whether two acts are on surfaces of a pot that do not meet: then neither waits for the other. */
function apart(a: BenchItem, b: BenchItem, pieces: Studio['pieces']): boolean {
  const [one, other] = [partsOf(a, pieces), partsOf(b, pieces)]
  return one !== null && other !== null && !one.some((part) => other.includes(part))
}

const samePots = (a: BenchItem, b: BenchItem): boolean =>
  a.pieceId === b.pieceId && a.pots.some((pot) => b.pots.includes(pot))

/** Whether an act has to wait: for its last coat to be matte, or for what comes before it on the same surface of the same pot. */
export function mustWait(
  item: BenchItem,
  open: readonly BenchItem[],
  timers: readonly CoatTimer[],
  studio: Pick<Studio, 'pieces'>,
  nowMs: number,
): boolean {
  if ((timerBefore(timers, item)?.likelyMs ?? 0) > nowMs) return true
  if (item.kind === 'uncover') return false
  const before = open.slice(0, Math.max(0, open.indexOf(item)))
  return before.some(
    (other) =>
      other.kind !== 'uncover' && samePots(other, item) && !isDone(other) && !apart(other, item, studio.pieces),
  )
}

/** What is to be done now: the first that need not wait; where all must, the one whose wait ends first. */
export function readyNow(
  open: readonly BenchItem[],
  timers: readonly CoatTimer[],
  studio: Pick<Studio, 'pieces'>,
  nowMs: number,
): BenchItem | null {
  const ready = open.find((item) => !mustWait(item, open, timers, studio, nowMs))
  if (ready) return ready
  const waiting = open.flatMap((item) => {
    const timer = timerBefore(timers, item)
    return timer ? [{ item, until: timer.likelyMs }] : []
  })
  return waiting.sort((a, b) => a.until - b.until)[0]?.item ?? open[0] ?? null
}
