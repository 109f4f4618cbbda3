import { lotsOf, standingPots } from '../../model/lots'
import type { Visit } from '../../model/calendar'
import type { Lot, Piece } from '../../model/piece'
import { entriesOf, standingEntries, tellsOf, type RunEntry, type RunEntryOf } from '../../model/run'
import type { Studio } from '../../model/studio'
import { stepAsDone } from '../../model/lots'
import type { Cover } from '../../clay/stages'
import { coatsOf, isFiring, type Step } from '../../plan/step'
import { isSame } from '../days/visitDone'

/** One stretch of hands at the bench: a coat of a step on pots of a set, making them, or how they are left. */
export interface BenchItem {
  readonly id: string
  readonly pieceId: string
  /** The pots by number; all that stand where it is the whole set. */
  readonly pots: readonly number[]
  readonly kind: 'make' | 'act' | 'uncover' | 'leave'
  /** Of an act. */
  readonly stepId: string | null
  /** Which coat, counted from 0, of how many. */
  readonly coat: number
  readonly coats: number
  /** How it is left. */
  readonly cover: Cover | null
  /** When it was planned for, ms; null without days. */
  readonly atMs: number | null
  /** Pots that have it already. */
  readonly has: readonly number[]
  /** The visit that it belongs to. */
  readonly visit: Visit | null
}

/** Entries of a run that tell of a step on a pot, since it was last said that it was not done. */
function ofStep(run: readonly RunEntry[], stepId: string, pot: number): RunEntryOf<'coat' | 'step'>[] {
  const mine = standingEntries(run).filter(
    (entry) => 'stepId' in entry && entry.stepId === stepId && tellsOf(entry, pot),
  )
  return mine
    .slice(mine.findLastIndex(({ kind }) => kind === 'undone') + 1)
    .filter((entry): entry is RunEntryOf<'coat' | 'step'> => entry.kind === 'coat' || entry.kind === 'step')
}

/** Coats of a step that a pot has, by its lot and by what was written down. */
export function coatsOn(piece: Piece, lot: Lot, step: Step, pot: number): number {
  const all = coatsOf(stepAsDone(step, lot.otherwise))
  if (lot.done.includes(step.id)) return all
  const next = piece.steps.find(({ id }) => !lot.done.includes(id))
  const laid = ofStep(piece.run, step.id, pot).reduce(
    (most, entry) => Math.max(most, entry.kind === 'coat' ? entry.coat + 1 : 0),
    0,
  )
  return Math.max(next?.id === step.id ? lot.coats : 0, Math.min(laid, all))
}

const lotWith = (lots: readonly Lot[], pot: number): Lot | undefined => lots.find(({ pots }) => pots.includes(pot))

/**
 * Whether a coat of a step is on a pot for good: strokes of the coat that is being laid count when it is gone on from. Coats of a step
 * that is not the next, on another surface, are known by their strokes only.
 */
function isOn(piece: Piece, lot: Lot, step: Step, coat: number, pot: number): boolean {
  if (lot.done.includes(step.id)) return true
  const next = piece.steps.find(({ id }) => !lot.done.includes(id))
  return next?.id === step.id ? lot.coats > coat : coatsOn(piece, lot, step, pot) > coat
}

/** Pots that have a coat of a step. */
function potsWith(piece: Piece, lots: readonly Lot[], step: Step, coat: number, pots: readonly number[]): number[] {
  const has = pots.filter((pot) => {
    const lot = lotWith(lots, pot)
    return lot !== undefined && isOn(piece, lot, step, coat, pot)
  })
  const isNext = lots.some((lot) => piece.steps.find(({ id }) => !lot.done.includes(id))?.id === step.id)
  // By strokes alone a coat is done when all have it.
  return isNext || has.length === pots.length || lots.some((lot) => lot.done.includes(step.id)) ? has : []
}

const plain = { stepId: null, coat: 0, coats: 1, cover: null, has: [], visit: null } as const

/** The acts of a session in their running order, with covers that change; those of visits that were noted as done are gone. */
export function sessionItems(studio: Studio, sessionId: string): BenchItem[] {
  const visits = studio.schedule.visits.filter((visit) => visit.sessionId === sessionId && studio.pieces[visit.pieceId])
  return visits
    .flatMap((visit) => visitItems(studio.pieces[visit.pieceId], visit))
    .sort((a, b) => (a.atMs ?? 0) - (b.atMs ?? 0))
}

function visitItems(piece: Piece, visit: Visit): BenchItem[] {
  const lots = lotsOf(piece)
  const standing = standingPots(piece)
  const pots = visit.pots.length ? standing.filter((pot) => visit.pots.includes(pot)) : standing
  if (!pots.length) return []
  const idOf = (rest: string) => `${piece.id} ${pots[0]} ${visit.sessionId} ${rest}`
  const base = { ...plain, pieceId: piece.id, pots, visit }
  const items: BenchItem[] = []
  if (visit.opens)
    items.push({ ...base, id: idOf('opens'), kind: 'uncover', atMs: Date.parse(visit.opens), cover: 'open' })
  const touches = visit.touches.length
    ? visit.touches
    : visit.stepIds.map((stepId) => ({ stepId, coat: 0, at: visit.at }) as const)
  const seen = new Set<string>()
  for (const { stepId, coat, at } of touches) {
    const step = piece.steps.find(({ id }) => id === stepId)
    const id = idOf(`${stepId ?? 'make'} ${coat}`)
    if (seen.has(id)) continue
    seen.add(id)
    const atMs = Date.parse(at)
    if (stepId === null) {
      const has = pots.filter((pot) => lotWith(lots, pot)?.making.madeAt)
      items.push({ ...base, id, kind: 'make', atMs, has })
    } else if (step) {
      // What was said to go otherwise counts: so many coats will be.
      const coats = coatsOf(stepAsDone(step, lotWith(lots, pots[0])?.otherwise ?? []))
      if (coat >= coats) continue
      items.push({
        ...base,
        id,
        kind: 'act',
        stepId,
        coat,
        coats,
        atMs,
        has: potsWith(piece, lots, step, coat, pots),
      })
    }
  }
  items.push({
    ...base,
    id: idOf('leave'),
    kind: 'leave',
    atMs: Date.parse(visit.covered ?? visit.until),
    cover: visit.cover,
  })
  return items
}

/** What is still to do on a piece by itself, coat by coat, up to its next firing; lot after lot where it is divided. */
export function pieceItems(piece: Piece): BenchItem[] {
  const lots = lotsOf(piece)
  return lots.flatMap((lot) => {
    const made: BenchItem[] =
      lot.making.madeAt === null && lot.done.length === 0
        ? [
            {
              ...plain,
              id: `${piece.id} ${lot.pots[0]} make 0`,
              pieceId: piece.id,
              pots: lot.pots,
              kind: 'make',
              atMs: null,
            },
          ]
        : []
    const open = piece.steps.filter(({ id }) => !lot.done.includes(id))
    const fires = open.findIndex(isFiring)
    const ahead = fires < 0 ? open : open.slice(0, Math.max(1, fires + 1))
    const acts = ahead.flatMap((step) => {
      const coats = coatsOf(stepAsDone(step, lot.otherwise))
      return Array.from({ length: coats }, (_, coat): BenchItem => ({
        ...plain,
        id: `${piece.id} ${lot.pots[0]} ${step.id} ${coat}`,
        pieceId: piece.id,
        pots: lot.pots,
        kind: 'act',
        stepId: step.id,
        coat,
        coats,
        atMs: null,
        has: potsWith(piece, lots, step, coat, lot.pots),
      }))
    })
    return [...made, ...acts]
  })
}

/** Whether all pots of an item have it. */
export const isDone = ({ pots, has }: BenchItem): boolean => pots.every((pot) => has.includes(pot))

/** The visit of an item once nothing of it is left but how it is left. */
export const endsVisit = (item: BenchItem, items: readonly BenchItem[]): boolean =>
  item.kind === 'leave' &&
  items.every(
    (other) => !other.visit || !item.visit || !isSame(other.visit, item.visit) || other.kind !== 'act' || isDone(other),
  )

/** Strokes of the tally: pots that have a stroke for a coat, with the entry that made it. */
export const strokesOf = (piece: Piece, stepId: string, coat: number): RunEntryOf<'coat'>[] =>
  entriesOf(piece.run, 'coat').filter((entry) => entry.stepId === stepId && entry.coat === coat)
