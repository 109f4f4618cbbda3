import { lotsOf, stepAsDone } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { standingEntries, tellsOf } from '../../model/run'
import type { Step } from '../../plan/step'
import { notSkipped } from '../../plan/mishap'

/** What was done to one pot, and whether anything of it was other than planned. */
export interface RunPlan {
  readonly steps: readonly Step[]
  readonly differs: boolean
}

/** Coats of each step that a pot had, by its run, in the order in which their first coat went on. */
function coatsInOrder(piece: Piece, pot: number): Map<string, number> {
  const coats = new Map<string, number>()
  for (const entry of standingEntries(piece.run)) {
    if (!tellsOf(entry, pot)) continue
    if (entry.kind === 'undone') coats.delete(entry.stepId)
    else if (entry.kind === 'coat') coats.set(entry.stepId, Math.max(coats.get(entry.stepId) ?? 0, entry.coat + 1))
    else if (entry.kind === 'step') coats.set(entry.stepId, Infinity)
  }
  return coats
}

/**
 * The plan of a pot as it was carried out: what its run tells, in that order and with what was different; what nothing was written down
 * of stands as planned, and what was left out is not there. With nothing different it is the plan.
 */
export function stepsOfRun(piece: Piece, pot: number): RunPlan {
  const lot = lotsOf(piece).find(({ pots }) => pots.includes(pot))
  const otherwise = lot?.otherwise ?? []
  const done = lot?.done ?? piece.steps.map(({ id }) => id)
  const coats = coatsInOrder(piece, pot)
  const ran = [...coats.keys()].flatMap((id) => piece.steps.filter((step) => step.id === id && done.includes(id)))
  // Steps of which the run tells take the places that they had among themselves, in the order in which they were done.
  let next = 0
  const ordered = piece.steps.map((step) => (ran.includes(step) ? ran[next++] : step))
  const steps = ordered.flatMap((step): Step[] => {
    const asDone = stepAsDone(step, otherwise)
    if (!notSkipped(asDone)) return []
    const laid = coats.get(step.id)
    const differs = otherwise.some(({ stepId, changes }) => stepId === step.id && 'coats' in changes)
    if (laid === undefined || !Number.isFinite(laid) || !done.includes(step.id) || !('coats' in asDone) || differs)
      return [asDone]
    return [laid === asDone.coats ? asDone : ({ ...asDone, coats: laid } as Step)]
  })
  const differs = steps.length !== piece.steps.length || steps.some((step, i) => step !== piece.steps[i])
  return { steps: differs ? steps : piece.steps, differs }
}
