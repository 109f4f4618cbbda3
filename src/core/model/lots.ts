import equal from 'fast-deep-equal'
import type { Step } from '../plan/step'
import { stepSchema } from '../plan/step'
import type { Lot, Piece, Pot } from './piece'
import type { Difference } from './run'

/** Numbers of the pots that still stand, in order. */
export function standingPots({ count, pots }: Pick<Piece, 'count' | 'pots'>): number[] {
  const lost = new Set(pots.filter((pot) => pot.lost !== null).map((pot) => pot.number))
  return Array.from({ length: count }, (_, i) => i + 1).filter((number) => !lost.has(number))
}

/** Pots as they are named: none where they are all that still stand. */
export const namedPots = (piece: Pick<Piece, 'count' | 'pots'>, pots: readonly number[]): number[] =>
  pots.length === standingPots(piece).length ? [] : [...pots]

/** The lots of a piece, the greatest first; none when every pot is lost. */
export function lotsOf(piece: Piece): Lot[] {
  const standing = standingPots(piece)
  const apart = new Set(piece.apart.flatMap((lot) => lot.pots))
  const rest: Lot = {
    pots: standing.filter((number) => !apart.has(number)),
    making: piece.making,
    done: piece.steps.filter((step) => step.done).map((step) => step.id),
    coats: piece.coats,
    otherwise: piece.otherwise,
  }
  return [rest, ...piece.apart].filter((lot) => lot.pots.length > 0)
}

/** A step as it was done; as planned where what was different no longer fits the plan. */
export function stepAsDone(step: Step, otherwise: readonly Difference[]): Step {
  const difference = otherwise.find(({ stepId }) => stepId === step.id)
  if (!difference) return step
  const { changes, mishap } = difference
  const fitting = Object.fromEntries(Object.entries(changes).filter(([key]) => key in step))
  const parsed = stepSchema.safeParse({ ...step, ...fitting, ...(mishap ? { mishap } : {}) })
  return parsed.success ? parsed.data : step
}

/** A set with the steps of its plan as they were done on a lot; the same object where nothing was different. */
function asDone(piece: Piece, { otherwise, done }: Pick<Lot, 'otherwise' | 'done'>): Piece {
  if (!otherwise.length) return piece
  const isDone = new Set(done)
  return {
    ...piece,
    otherwise,
    steps: piece.steps.map((step) => ({ ...stepAsDone(step, otherwise), done: isDone.has(step.id) })),
  }
}

/** A lot as a piece of its own: as many as it has pots, in the state of the lot, its steps as they were done. */
export function asPiece(piece: Piece, lot: Lot): Piece {
  const asPlanned = !piece.apart.length && lot.otherwise.length === 0
  if (asPlanned && lot.pots.length === piece.count && equal(lot, lotsOf(piece)[0])) return piece
  const done = new Set(lot.done)
  return {
    ...piece,
    count: lot.pots.length,
    making: lot.making,
    coats: lot.coats,
    steps: piece.steps.map((planned) => {
      const step = stepAsDone(planned, lot.otherwise)
      return step.done === done.has(step.id) ? step : { ...step, done: done.has(step.id) }
    }),
    otherwise: [],
    pots: [],
    apart: [],
  }
}

/** A lot, and the piece that it is. */
export interface LotPiece {
  /** The id of the piece, with that of its first pot where it has several lots. */
  readonly id: string
  readonly lot: Lot
  readonly piece: Piece
  /** The whole set with the steps as they were done on this lot: the piece itself where nothing was different. */
  readonly asDone: Piece
}

const known = new WeakMap<Piece, readonly LotPiece[]>()

/** All lots of a piece, each as a piece of its own; the same objects for the same piece. */
export function lotPieces(piece: Piece): readonly LotPiece[] {
  const before = known.get(piece)
  if (before) return before
  const lots = lotsOf(piece)
  const made = lots.map((lot) => ({
    id: lots.length === 1 ? piece.id : lotId(piece.id, lot.pots),
    lot,
    piece: asPiece(piece, lot),
    asDone: asDone(piece, lot),
  }))
  known.set(piece, made)
  return made
}

/** What a lot of a divided set is called among the pieces. */
export const lotId = (pieceId: string, pots: readonly number[]): string => `${pieceId}.${pots[0]}`

/** Lots that agree joined, pots that no longer stand taken out; the greatest first, then by the first pot. */
function joined(lots: readonly Lot[], { count, pots, steps }: Piece): Lot[] {
  const standing = new Set(standingPots({ count, pots }))
  const ids = steps.map((step) => step.id)
  const kept: Lot[] = []
  for (const lot of lots) {
    const own = lot.pots.filter((number) => standing.has(number))
    if (!own.length) continue
    const done = ids.filter((id) => lot.done.includes(id))
    const otherwise = lot.otherwise.filter(({ stepId }) => ids.includes(stepId))
    const same = kept.find(
      (other) =>
        other.coats === lot.coats &&
        equal(other.done, done) &&
        equal(other.otherwise, otherwise) &&
        equal(other.making, lot.making),
    )
    if (same) same.pots.push(...own)
    else kept.push({ ...lot, pots: own, done, otherwise })
  }
  for (const lot of kept) lot.pots.sort((a, b) => a - b)
  return kept.sort((a, b) => b.pots.length - a.pots.length || a.pots[0] - b.pots[0])
}

/** Puts lots into a piece (a draft): pots that belong to none of them join the greatest. */
export function putLots(piece: Piece, lots: readonly Lot[]): void {
  const [greatest, ...apart] = joined(lots, piece)
  if (!equal(piece.apart, apart)) piece.apart = apart
  if (!greatest) return
  if (!equal(piece.making, greatest.making)) piece.making = greatest.making
  piece.coats = greatest.coats
  if (!equal(piece.otherwise, greatest.otherwise)) piece.otherwise = greatest.otherwise
  // Steps that come with an edit are not the draft’s own to write in.
  const isDone = ({ id }: Step) => greatest.done.includes(id)
  if (piece.steps.some((step) => step.done !== isDone(step)))
    piece.steps = piece.steps.map((step) => (step.done === isDone(step) ? step : { ...step, done: isDone(step) }))
}

/** Changes the state of some pots of a piece (a draft), of all when none are named: lots divide, and join where they agree. */
export function editPots(piece: Piece, pots: readonly number[] | undefined, edit: (lot: Lot) => Lot): void {
  const named = pots && new Set(pots)
  const lots = lotsOf(piece).flatMap((lot) => {
    const inside = named ? lot.pots.filter((number) => named.has(number)) : lot.pots
    const outside = lot.pots.filter((number) => !inside.includes(number))
    return [
      ...(outside.length ? [{ ...lot, pots: outside }] : []),
      ...(inside.length ? [edit({ ...lot, pots: inside })] : []),
    ]
  })
  putLots(piece, lots)
}

/** What is told of a pot; nothing, if nothing is. */
export const potOf = ({ pots }: Pick<Piece, 'pots'>, number: number): Pot =>
  pots.find((pot) => pot.number === number) ?? { number, owner: '', note: '', lost: null }

/** Tells something of single pots of a piece (a draft). A lost pot leaves its lot; one that is found again joins the greatest. */
export function tellOfPots(
  piece: Piece,
  told: readonly ({ readonly number: number } & Partial<Omit<Pot, 'number'>>)[],
): void {
  const lots = lotsOf(piece)
  for (const { number, ...changes } of told) {
    const pot = { ...potOf(piece, number), ...changes }
    piece.pots = piece.pots.filter((other) => other.number !== number)
    if (pot.owner || pot.note || pot.lost !== null) piece.pots.push(pot)
  }
  piece.pots.sort((a, b) => a.number - b.number)
  putLots(piece, lots)
}
