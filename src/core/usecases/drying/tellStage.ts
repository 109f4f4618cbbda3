import { isA } from '../../plan/step'
import { hourDownTo, MOISTURE_STAGES, type MoistureStage } from '../../clay/drying/course'
import { DRYING_STAGES, stageIndex, type DryingStage } from '../../clay/stages'
import type { Command } from '../../model/command'
import { lotsOf } from '../../model/lots'
import type { Making, Piece } from '../../model/piece'
import type { Step } from '../../plan/step'
import { nextStepIndex } from '../../plan/timeline'
import { columnOf, type PieceDrying } from './pieceDrying'
import { HOUR, MINUTE } from '../../base/spans'

/** A hand says how dry pots are, from this minute on; what was not made yet is made now at the latest. */
function toldOf(of: { pieceId: string; pots?: number[] }, making: Making, stage: DryingStage, now: string): Command[] {
  const minute = Math.floor(Date.parse(now) / MINUTE) * MINUTE
  const atMs = Math.max(minute, making.madeAt ? Date.parse(making.madeAt) : minute)
  const at = new Date(atMs).toISOString().replace('.000Z', 'Z')
  return [
    ...(making.madeAt ? [] : [{ type: 'piece.making', ...of, changes: { madeAt: at } } as const]),
    { type: 'piece.log', ...of, entry: { kind: 'stage', at, stage } },
  ]
}

/** What a hand says of a lot as a piece of its own; `pots` are its pots, none are named where it is the whole set. */
export const tellLot = (lot: Piece, pots: number[] | undefined, stage: DryingStage, now: string): Command[] =>
  toldOf({ pieceId: lot.id, ...(pots ? { pots } : {}) }, lot.making, stage, now)

/** What a hand says of pots of a set, of all when none are named: each lot by itself. */
export function tellStage(
  piece: Piece,
  pots: readonly number[] | undefined,
  stage: DryingStage,
  now: string,
): Command[] {
  const lots = lotsOf(piece)
  if (!pots && lots.length === 1) return tellLot(piece, undefined, stage, now)
  return lots.flatMap((lot) => {
    const own = lot.pots.filter((pot) => !pots || pots.includes(pot))
    return own.length ? toldOf({ pieceId: piece.id, pots: own }, lot.making, stage, now) : []
  })
}

/** So many first steps are done once clay is told to be at a stage: drying that comes next and leads no further is over by then. */
export function doneOnceAt(steps: readonly Step[], stage: DryingStage): number {
  let next = nextStepIndex(steps)
  for (let step = steps[next]; isA(step, 'drying') && stageIndex(step.to) <= stageIndex(stage); step = steps[next])
    next++
  return next
}

/** That the clock has clay quite otherwise than a hand says. */
export interface Contradiction {
  readonly byClock: MoistureStage
  /** When it would have been made for the clock to agree, ms; null when no time would. */
  readonly madeMs: number | null
}

/** So many stages apart is more than a room or a wall explains [our choice]. */
const APART = 2

/** Whether the clock contradicts a hand by more than a stage; null when they agree well enough. */
export function contradicts(drying: PieceDrying, stage: DryingStage): Contradiction | null {
  const { stageNow, hours, water } = columnOf(drying, 'wall')
  const apart = MOISTURE_STAGES.indexOf(stage) - MOISTURE_STAGES.indexOf(stageNow)
  if (Math.abs(apart) < APART) return null
  const next = DRYING_STAGES[DRYING_STAGES.indexOf(stage) + 1]
  const middle = (drying.begins[stage] + (next ? drying.begins[next] : 0)) / 2
  const after = hourDownTo({ hours: [...hours], mean: [...water], faces: [[], []], celsius: [] }, middle)
  return { byClock: stageNow, madeMs: after === null ? null : drying.madeMs + (drying.nowHours - after) * HOUR }
}
