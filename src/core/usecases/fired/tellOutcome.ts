import type { Command } from '../../model/command'
import { namedPots } from '../../model/lots'
import { latestOutcomes, type Fault, type Outcome } from '../../model/outcome'
import { NOTHING_KNOWN } from '../../model/run'
import { stepEntry } from '../../model/runEntries'
import type { Studio } from '../../model/studio'
import { lostEntry } from '../bench/recordDifference'
import { FAULT } from './faults'
import type { KilnPots } from './kilnLoads'

/** What is said of a pot as it comes out of the kiln. */
export type OutcomeChanges = Partial<Pick<Outcome, 'verdict' | 'faults' | 'note'>>

/** Who says it and when: `now` an ISO 8601 instant. */
export interface Teller {
  readonly now: string
  readonly by: string
}

const LABEL = 'tell how it came out'

/** The firing is done on all of a load, the first time that something is told of one of its pots. */
function firedNow({ piece, step, pots, fired }: KilnPots, studio: Studio, { now, by }: Teller): Command[] {
  if (fired) return []
  const named = namedPots(piece, pots)
  const at = piece.steps.findIndex(({ id }) => id === step.id)
  return [
    { type: 'piece.progress', pieceId: piece.id, ...(named.length ? { pots: named } : {}), doneSteps: at + 1 },
    {
      type: 'run.add',
      pieceId: piece.id,
      entries: [stepEntry(step, named, studio, { now, by, conditions: NOTHING_KNOWN })],
    },
  ]
}

/**
 * Says how a pot came out of the kiln; what is not said stays as it was said before. A lost pot leaves its set, and one that is not
 * lost after all comes back.
 */
export function tellOutcome(
  load: KilnPots,
  studio: Studio,
  pot: number,
  changes: OutcomeChanges,
  teller: Teller,
): Command {
  const { piece, step } = load
  const before = latestOutcomes(piece.outcomes, step.id).get(pot)
  const outcome: Outcome = {
    pot,
    at: teller.now,
    stepId: step.id,
    verdict: changes.verdict ?? before?.verdict ?? 'good',
    faults: changes.faults ?? before?.faults ?? [],
    note: changes.note ?? before?.note ?? '',
  }
  const commands: Command[] = [
    ...firedNow(load, studio, teller),
    { type: 'piece.outcomes', pieceId: piece.id, outcomes: [outcome] },
  ]
  if (outcome.verdict === 'lost' && before?.verdict !== 'lost') {
    const why = outcome.faults.map(({ fault }) => FAULT[fault].name.toLowerCase()).join(', ') || `in the ${step.firing}`
    const lost = lostEntry(piece, [pot], why, teller)
    if (lost.type === 'batch') commands.push(...lost.commands)
  } else if (before?.verdict === 'lost' && outcome.verdict !== 'lost')
    commands.push({ type: 'piece.pots', pieceId: piece.id, told: [{ number: pot, lost: null }] })
  return { type: 'batch', label: LABEL, commands }
}

/** Says of all pots of a load of which nothing was told yet that they are good. */
export function tellRestGood(load: KilnPots, studio: Studio, teller: Teller): Command {
  const { piece, step, pots } = load
  const told = latestOutcomes(piece.outcomes, step.id)
  const outcomes = pots
    .filter((pot) => !told.has(pot))
    .map((pot): Outcome => ({ pot, at: teller.now, stepId: step.id, verdict: 'good', faults: [], note: '' }))
  return {
    type: 'batch',
    label: LABEL,
    commands: [...firedNow(load, studio, teller), { type: 'piece.outcomes', pieceId: piece.id, outcomes }],
  }
}

/** A fault noted, or taken back where it was: a pot with a fault is no longer good, but a second. */
export function faultToggled(before: Outcome | undefined, fault: Fault): OutcomeChanges {
  const had = before?.faults ?? []
  if (had.some((one) => one.fault === fault)) return { faults: had.filter((one) => one.fault !== fault) }
  const faults = [...had, { fault, where: '', stepId: null }]
  return (before?.verdict ?? 'good') === 'good' ? { faults, verdict: 'second' } : { faults }
}
