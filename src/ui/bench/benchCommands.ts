import type { Command } from '@/core/model/command'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { stageSaid, type BeforeAct } from '@/core/usecases/bench/askBefore'
import type { BenchAct } from '@/core/usecases/bench/benchAct'
import { coatsOn, strokesOf, type BenchItem } from '@/core/usecases/bench/benchItems'
import { conditionsOf } from '@/core/usecases/bench/conditions'
import { strikeEntry, strokeEntry } from '@/core/model/runEntries'
import { completeAct, type AtTheBench } from '@/core/usecases/bench/completeAct'
import { lotsOf } from '@/core/model/lots'
import { instantNow } from '@/store/days'
import { run } from '@/store/studioStore'
import type { StepHandsAnswer } from '@/workers/protocol'

type Answer = BeforeAct['answers'][number]['say']

/** Pots of an item that have a stroke for its coat. */
export function strokesIn(piece: Piece, item: BenchItem): number[] {
  if (!item.stepId) return []
  const pots = strokesOf(piece, item.stepId, item.coat).flatMap((entry) => entry.pots)
  return item.pots.filter((pot) => pots.includes(pot))
}

/** What is known at the bench now. */
function atTheBench(
  piece: Piece,
  item: BenchItem,
  studio: Studio,
  drying: PieceDrying | null,
  by: string,
  hands?: StepHandsAnswer,
): AtTheBench {
  const lot = lotsOf(piece).find(({ pots }) => pots.includes(item.pots[0]))
  return {
    now: instantNow(),
    by,
    conditions: conditionsOf(roomOf(studio, lot ?? piece), drying, Date.now()),
    water: hands?.water,
    takes: hands?.takes ?? [],
  }
}

/** One coat of an act is on some pots, and on the practice piece if there is one. */
export function goOnWith({
  item,
  act,
  pots,
  stroked,
  studio,
  drying,
  hands,
  practice,
  by,
  said,
}: {
  item: BenchItem
  act: BenchAct
  pots: readonly number[]
  stroked: readonly number[]
  studio: Studio
  drying: PieceDrying | null
  hands: StepHandsAnswer | undefined
  practice: { readonly piece: Piece; readonly stepId: string } | null
  by: string
  /** What was answered to what is asked before the act. */
  said: Answer | null
}): void {
  const piece = studio.pieces[item.pieceId]
  const known = atTheBench(piece, item, studio, drying, by, hands)
  const at = { ...known, told: stageSaid(act.step, said), ...(typeof said === 'object' && said ? said : {}) }
  const done = completeAct(item, piece, act.step, pots, stroked, studio, at)
  run(
    practice
      ? { type: 'batch', label: 'go on at the bench', commands: [done, ...besideIt(practice, item, studio, at)] }
      : done,
  )
}

/** The same coat on the practice piece. */
function besideIt(
  { piece, stepId }: { readonly piece: Piece; readonly stepId: string },
  item: BenchItem,
  studio: Studio,
  at: AtTheBench,
): Command[] {
  const step = piece.steps.find(({ id }) => id === stepId)
  const [lot] = lotsOf(piece)
  if (!step || !lot || coatsOn(piece, lot, step, lot.pots[0]) > item.coat) return []
  const own: BenchItem = { ...item, pieceId: piece.id, pots: lot.pots, stepId, has: [], visit: null }
  return [
    completeAct(own, piece, step, lot.pots, [], studio, { ...at, water: undefined, takes: [], madeMs: undefined }),
  ]
}

/** A stroke for a pot, or its stroke taken back. */
export function toggleStroke(
  item: BenchItem,
  act: BenchAct,
  pot: number,
  studio: Studio,
  drying: PieceDrying | null,
  by: string,
): void {
  const piece = studio.pieces[item.pieceId]
  const at = atTheBench(piece, item, studio, drying, by)
  const before = strokesOf(piece, act.step.id, item.coat).filter(({ pots }) => pots.includes(pot))
  const entries = before.length
    ? before.flatMap((entry) => {
        const rest = entry.pots.filter((other) => other !== pot)
        // A stroke of several pots is taken back for this one only.
        return [strikeEntry(entry, at), ...(rest.length ? [strokeEntry(act.step, item.coat, rest, studio, at)] : [])]
      })
    : [strokeEntry(act.step, item.coat, [pot], studio, at)]
  run({ type: 'run.add', pieceId: piece.id, entries })
}
