import { lotPieces, standingPots } from '../../model/lots'
import { latestOutcomes } from '../../model/outcome'
import type { Lot, Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, isFiring, type StepOf } from '../../plan/step'

/** Pots of a piece that stand before a firing or came out of it, whose outcome can be told. */
export interface KilnPots {
  readonly piece: Piece
  readonly step: StepOf<'fire'>
  readonly pots: readonly number[]
  /** The firing is noted as done. */
  readonly fired: boolean
  /** Pots of which it was told how they came out. */
  readonly told: number
}

/** What pots at the kiln ask for, the most pressing first. */
export const KILN_STATES = ['toRecord', 'ready', 'recorded'] as const

export const kilnState = ({ fired, told, pots }: KilnPots): (typeof KILN_STATES)[number] =>
  told === pots.length ? 'recorded' : fired ? 'toRecord' : 'ready'

/**
 * Whether a lot may go into a firing: all work before it is done, and before the first fire it is made and dry. Drying that nobody
 * ticked off counts once a hand or the clock calls it bone dry.
 */
function isReady(piece: Piece, { done, making }: Lot, stepId: string, dryByClock: boolean): boolean {
  const before = piece.steps.slice(
    0,
    piece.steps.findIndex(({ id }) => id === stepId),
  )
  if (!before.every((step) => done.includes(step.id) || isA(step, 'drying'))) return false
  if (before.some(isFiring)) return true
  const last = before.findLast((step) => isA(step, 'drying'))
  const said = making.log.findLast((entry) => entry.kind === 'stage')
  const told = said?.kind === 'stage' && said.stage === 'boneDry'
  if (last && done.includes(last.id)) return true
  return making.madeAt !== null && (told || dryByClock)
}

/** Pots that were lost in a firing stay among those that came out of it: what was said of them can be seen and put right. */
function withLost(piece: Piece, step: StepOf<'fire'>, loads: readonly KilnPots[]): KilnPots[] {
  const standing = standingPots(piece)
  const lost = [...latestOutcomes(piece.outcomes, step.id)].flatMap(([pot, { verdict }]) =>
    verdict === 'lost' && !standing.includes(pot) ? [pot] : [],
  )
  if (!lost.length) return [...loads]
  const at = loads.findIndex((load) => load.step.id === step.id && load.fired)
  if (at < 0) return [...loads, { piece, step, pots: lost, fired: true, told: lost.length }]
  const { pots, told, ...load } = loads[at]
  return loads.with(at, { ...load, pots: [...pots, ...lost].sort((a, b) => a - b), told: told + lost.length })
}

/**
 * What can be taken out of a kiln: pots whose firing is next, and those whose last firing is done; first what is to record, then what
 * is ready.
 * `dryByClock` has the ids of lots whose foot is bone dry by the clock.
 */
export function kilnPots(studio: Studio, dryByClock: ReadonlySet<string> = new Set()): KilnPots[] {
  const all = [...studio.order].flatMap((id) => {
    const piece = studio.pieces[id]
    if (!piece) return []
    const firings = piece.steps.filter(isFiring)
    const loads = lotPieces(piece).flatMap(({ id: lotId, lot }): KilnPots[] => {
      const next = firings.find((step) => !lot.done.includes(step.id))
      const last = firings.findLast((step) => lot.done.includes(step.id))
      const of = (step: StepOf<'fire'>, fired: boolean): KilnPots => {
        const outcomes = latestOutcomes(piece.outcomes, step.id)
        return { piece, step, pots: lot.pots, fired, told: lot.pots.filter((pot) => outcomes.has(pot)).length }
      }
      return [
        ...(next && isReady(piece, lot, next.id, dryByClock.has(lotId)) ? [of(next, false)] : []),
        ...(last ? [of(last, true)] : []),
      ]
    })
    return firings.reduce((known, step) => withLost(piece, step, known), loads)
  })
  return all.sort((a, b) => KILN_STATES.indexOf(kilnState(a)) - KILN_STATES.indexOf(kilnState(b)))
}
