import { isA } from '../../plan/step'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Step, StepOf } from '../../plan/step'

type Coated = StepOf<'coat'> | StepOf<'draw'>

const isCoated = (step: Step | undefined): step is Coated =>
  step !== undefined && isA(step, 'coating', 'lining') && !step.done && step.coats > 1

/** Steps round one of them that lay several coats each, with nothing between: first and past-the-last index. */
function runRound(steps: readonly Step[], index: number): [from: number, to: number] | null {
  if (!isCoated(steps[index])) return null
  let [from, to] = [index, index + 1]
  while (isCoated(steps[from - 1])) from--
  while (isCoated(steps[to])) to++
  return to - from > 1 ? [from, to] : null
}

/** Whether coats at a step can be laid in turns with those beside it. */
export const canTakeTurns = (steps: readonly Step[], index: number): boolean => runRound(steps, index) !== null

/**
 * One coat of each in rotation round the piece instead of all coats of one: while one dries the next is laid. Null where there is
 * nothing to take turns with.
 *
 * @param newId names the steps that come in addition
 */
export function takeTurns({ id: pieceId, steps }: Piece, index: number, newId: () => string): Command | null {
  const run = runRound(steps, index)
  if (!run) return null
  const own = steps.slice(...run).filter(isCoated)
  const rounds = Math.max(...own.map(({ coats }) => coats))
  const later = Array.from({ length: rounds - 1 }, (_, round) => own.filter(({ coats }) => coats > round + 1)).flat()
  return {
    type: 'batch',
    label: 'Coats in rotation',
    commands: [
      ...own.map(({ id }): Command => ({ type: 'step.change', pieceId, stepId: id, changes: { coats: 1 } })),
      ...later.map((step, i): Command => ({
        type: 'step.add',
        pieceId,
        at: run[1] + i,
        step: { ...step, id: newId(), coats: 1, done: false },
      })),
    ],
  }
}
