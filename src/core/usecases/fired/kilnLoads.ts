import { lotsOf, standingPots } from '../../model/lots'
import { latestOutcomes } from '../../model/outcome'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isFiring, type StepOf } from '../../plan/step'

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

/** Whether all handwork before a step is done on a lot. */
const isReady = (piece: Piece, done: readonly string[], stepId: string): boolean => {
  const at = piece.steps.findIndex(({ id }) => id === stepId)
  return piece.steps.slice(0, at).every((step) => done.includes(step.id) || step.act === 'bring')
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
 * What can be taken out of a kiln: pots whose firing is next, and those whose last firing is done; what is still to tell comes first.
 */
export function kilnPots(studio: Studio): KilnPots[] {
  const all = [...studio.order].flatMap((id) => {
    const piece = studio.pieces[id]
    if (!piece) return []
    const firings = piece.steps.filter(isFiring)
    const loads = lotsOf(piece).flatMap((lot): KilnPots[] => {
      const next = firings.find((step) => !lot.done.includes(step.id))
      const last = firings.findLast((step) => lot.done.includes(step.id))
      const of = (step: StepOf<'fire'>, fired: boolean): KilnPots => {
        const outcomes = latestOutcomes(piece.outcomes, step.id)
        return { piece, step, pots: lot.pots, fired, told: lot.pots.filter((pot) => outcomes.has(pot)).length }
      }
      return [
        ...(next && isReady(piece, lot.done, next.id) ? [of(next, false)] : []),
        ...(last ? [of(last, true)] : []),
      ]
    })
    return firings.reduce((known, step) => withLost(piece, step, known), loads)
  })
  return all.sort((a, b) => Number(a.told === a.pots.length) - Number(b.told === b.pots.length))
}
