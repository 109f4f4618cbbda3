import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { roomOf, type PieceDrying } from '../drying/pieceDrying'
import { stageSaid, type BeforeAct } from './askBefore'
import type { BenchAct } from './benchAct'
import { coatsOn, strokesOf, type BenchItem } from './benchItems'
import { conditionsOf } from './conditions'
import { strikeEntry, strokeEntry } from '../../model/runEntries'
import { completeAct, type AtTheBench } from './completeAct'
import { lotsOf } from '../../model/lots'

type Answer = BeforeAct['answers'][number]['say']

/** Pots of an item that have a stroke for its coat. */
export function strokesIn(piece: Piece, item: BenchItem): number[] {
  if (!item.stepId) return []
  const pots = strokesOf(piece, item.stepId, item.coat).flatMap((entry) => entry.pots)
  return item.pots.filter((pot) => pots.includes(pot))
}

/** Who works, when, and what is known of the clay and of one coat of the act. */
export interface BenchNow {
  /** An instant of the record. */
  readonly now: string
  readonly by: string
  readonly studio: Studio
  readonly drying: PieceDrying | null
  readonly hands?: Pick<AtTheBench, 'water'> & Pick<AtTheBench, 'takes'>
}

/** What is known at the bench now, of an item. */
function atTheBench(piece: Piece, item: BenchItem, { now, by, studio, drying, hands }: BenchNow): AtTheBench {
  const lot = lotsOf(piece).find(({ pots }) => pots.includes(item.pots[0]))
  return {
    now,
    by,
    conditions: conditionsOf(roomOf(studio, lot ?? piece), drying, Date.parse(now)),
    water: hands?.water,
    takes: hands?.takes ?? [],
  }
}

/** The pots that get the next coat together: those that were stroked, else all that still want it. */
export function potsToGo(piece: Piece, item: BenchItem): { readonly wanting: number[]; readonly pots: number[] } {
  const stroked = strokesIn(piece, item)
  const wanting = item.pots.filter((pot) => !item.has.includes(pot))
  const begun = wanting.filter((pot) => stroked.includes(pot))
  return { wanting, pots: begun.length && begun.length < wanting.length ? begun : wanting }
}

/** What the button says that goes on: with what, on how many pots, or for what one waits. */
export function goOnWords(item: BenchItem, pots: number, isWaiting: boolean): string {
  const coat = item.coats > 1 ? `coat ${item.coat + 1}` : ''
  if (isWaiting) return `It is dry and matte: ${coat || 'go on'}`
  const done = item.coats > 1 ? 'have it' : 'are done'
  if (item.pots.length > 1)
    return `${pots === item.pots.length ? `All ${pots}` : `${pots} of ${item.pots.length}`} ${done}`
  return coat ? `${coat[0].toUpperCase()}${coat.slice(1)} is on` : 'Done, go on'
}

/** One coat of an act is on some pots, and on the practice piece if there is one; `said`: what was answered before the act. */
export function goOn(
  {
    item,
    act,
    pots,
    practice,
    said,
  }: {
    readonly item: BenchItem
    readonly act: BenchAct
    readonly pots: readonly number[]
    readonly practice: { readonly piece: Piece; readonly stepId: string } | null
    readonly said: Answer | null
  },
  bench: BenchNow,
): Command {
  const { studio } = bench
  const piece = studio.pieces[item.pieceId]
  const at = {
    ...atTheBench(piece, item, bench),
    told: stageSaid(act.step, said),
    ...(typeof said === 'object' && said ? said : {}),
  }
  const done = completeAct(item, piece, act.step, pots, strokesIn(piece, item), studio, at)
  return practice
    ? { type: 'batch', label: 'go on at the bench', commands: [done, ...onPractice(practice, item, studio, at)] }
    : done
}

/** The same coat on the practice piece. */
function onPractice(
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
export function toggleStroke(item: BenchItem, act: BenchAct, pot: number, bench: BenchNow): Command {
  const { studio } = bench
  const piece = studio.pieces[item.pieceId]
  const at = atTheBench(piece, item, bench)
  const before = strokesOf(piece, act.step.id, item.coat).filter(({ pots }) => pots.includes(pot))
  const entries = before.length
    ? before.flatMap((entry) => {
        const rest = entry.pots.filter((other) => other !== pot)
        // A stroke of several pots is taken back for this one only.
        return [strikeEntry(entry, at), ...(rest.length ? [strokeEntry(act.step, item.coat, rest, studio, at)] : [])]
      })
    : [strokeEntry(act.step, item.coat, [pot], studio, at)]
  return { type: 'run.add', pieceId: piece.id, entries }
}
