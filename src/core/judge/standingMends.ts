import { plural } from '../base/words'
import type { Command } from '../model/command'
import type { Piece } from '../model/piece'
import { type Step, coatsOf, isFiring } from '../plan/step'
import { nextStepIndex, timeline } from '../plan/timeline'
import type { Mend } from './finding'

/**
 * Mends as far as they can still be carried out: once something went otherwise than planned, what has been done cannot be planned
 * otherwise. Coats that are too few are laid now, while the clay is still at that stage; what else would change a step that is done,
 * or come before one, falls away.
 * While nothing went otherwise a plan may be mended anywhere: it is the plan that is looked at. `judged` are the steps that the mends
 * count by, those of the piece without what was left out.
 */
export function standingMends(mends: readonly Mend[], piece: Piece, judged: readonly Step[]): readonly Mend[] {
  if (!piece.otherwise.length) {
    const all = judged.length === piece.steps.length
    return all ? mends : mends.map(({ label, command }) => ({ label, command: placedCommand(command, piece, judged) }))
  }
  const next = nextStepIndex(piece.steps)
  return mends.flatMap(({ label, command }) => {
    const standing = standingCommand(command, { piece, judged, next })
    return standing ? [{ label: moreWords(command, standing) ?? label, command: standing }] : []
  })
}

interface Standing {
  readonly piece: Piece
  readonly judged: readonly Step[]
  /** The first step that is not done. */
  readonly next: number
}

/** What laying missing coats is called; null for any other mend. */
function moreWords(planned: Command, standing: Command): string | null {
  if (planned.type !== 'step.change' || standing.type !== 'step.add') return null
  const coats = coatsOf(standing.step)
  return `Lay ${coats} more ${plural(coats, 'coat', 'coats')} now`
}

type Counted = Pick<Standing, 'piece' | 'judged'>

/** A place among the judged steps as a place in the plan. */
function placeIn({ piece, judged }: Counted, at: number): number {
  const step = judged[at]
  return step ? piece.steps.findIndex(({ id }) => id === step.id) : piece.steps.length
}

/** The same for a step that is moved, which is counted in neither. */
function placeOfMoved({ piece, judged }: Counted, { stepId, to }: Extract<Command, { type: 'step.move' }>): number {
  const others = (steps: readonly Step[]) => steps.filter(({ id }) => id !== stepId)
  return placeIn({ piece: { ...piece, steps: others(piece.steps) }, judged: others(judged) }, to)
}

/** A step to be added whose id no step has, of those that were left out neither. */
function withOwnId(step: Step, { piece }: Counted): Step {
  let [id, n] = [step.id, 2]
  while (piece.steps.some((other) => other.id === id)) id = `${step.id}-${n++}`
  return { ...step, id }
}

/** A command that counts by the judged steps, counted by all steps of the plan. */
function placedCommand(command: Command, piece: Piece, judged: readonly Step[]): Command {
  const counted = { piece, judged }
  switch (command.type) {
    case 'batch':
      return { ...command, commands: command.commands.map((one) => placedCommand(one, piece, judged)) }
    case 'step.move':
      return { ...command, to: placeOfMoved(counted, command) }
    case 'step.add':
      return { ...command, at: placeIn(counted, command.at), step: withOwnId(command.step, counted) }
    default:
      return command
  }
}

function standingCommand(command: Command, standing: Standing): Command | null {
  const { piece, next } = standing
  const isPast = (stepId: string) =>
    piece.otherwise.some((other) => other.stepId === stepId) ||
    piece.steps.some(({ id, done }) => done && id === stepId)
  switch (command.type) {
    case 'batch': {
      const commands = command.commands.map((one) => standingCommand(one, standing))
      return commands.every((one) => one !== null) ? { ...command, commands } : null
    }
    case 'step.change':
      return isPast(command.stepId) ? moreCoats(command, standing) : command
    case 'step.remove':
    case 'step.duplicate':
      return isPast(command.stepId) ? null : command
    case 'step.move': {
      const to = placeOfMoved(standing, command)
      return isPast(command.stepId) || to < next ? null : { ...command, to }
    }
    case 'step.add': {
      const at = placeIn(standing, command.at)
      return at < next ? null : { ...command, at, step: withOwnId(command.step, standing) }
    }
    default:
      return command
  }
}

/** Coats that a step lacks, as a step of their own that comes next. */
function moreCoats(
  { pieceId, stepId, changes }: Extract<Command, { type: 'step.change' }>,
  { piece, next }: Standing,
): Command | null {
  const at = piece.steps.findIndex(({ id }) => id === stepId)
  const step = piece.steps[at]
  const wanted = changes.coats
  if (Object.keys(changes).length !== 1 || typeof wanted !== 'number' || !('coats' in step)) return null
  const times = timeline(piece.steps)
  const place = Math.max(next, at + 1)
  const stays = times[place].stage === times[at].stage && !piece.steps.slice(at, place).some(isFiring)
  if (wanted <= step.coats || !stays) return null
  const { mishap: _mishap, ...plain } = step
  const id = `${stepId}-more`.slice(0, 64)
  if (piece.steps.some((other) => other.id === id)) return null
  return { type: 'step.add', pieceId, at: place, step: { ...plain, id, coats: wanted - step.coats, done: false } }
}
