import { mediaOfStep, type Step } from '../plan/step'
import type { Command } from './command'
import { placeKey, type Conditions, type JarUsed, type Placed, type RunEntry } from './run'
import type { Studio } from './studio'

/* Entries of the record, made in one place each. */

/** When, by whose hands, and in which clay and room. */
interface Known {
  readonly now: string
  readonly by: string
  readonly conditions: Conditions
}

/** An id of an entry: the same act at the same instant is the same entry, whoever writes it down. */
export const entryId = (kind: string, now: string, rest: string): string => `${kind} ${now} ${rest}`.slice(0, 120)

/** The jars that a step is laid from, with the batch that is open. */
const jarsOf = (step: Step, { media }: Pick<Studio, 'media'>): JarUsed[] =>
  mediaOfStep(step).map((mediumId) => ({ mediumId, batch: media[mediumId]?.stock?.batch ?? '' }))

/** A stroke of the tally: pots have a coat of a step. It counts for the record at once, and for the set when the coat is done. */
export const strokeEntry = (
  step: Step,
  coat: number,
  pots: readonly number[],
  studio: Pick<Studio, 'media'>,
  { now, by, conditions }: Known,
): RunEntry => ({
  id: entryId('coat', now, `${step.id} ${coat} ${pots.join(',')}`),
  at: now,
  by,
  pots: [...pots],
  kind: 'coat',
  stepId: step.id,
  coat,
  ...conditions,
  jars: jarsOf(step, studio),
})

/** All that was left of a step is done on pots. */
export const stepEntry = (
  step: Step,
  pots: readonly number[],
  studio: Pick<Studio, 'media'>,
  { now, by, conditions }: Known,
): RunEntry => ({
  id: entryId('step', now, `${step.id} ${pots.join(',')}`),
  at: now,
  by,
  pots: [...pots],
  kind: 'step',
  stepId: step.id,
  ...conditions,
  jars: jarsOf(step, studio),
})

/** A step was not done after all. */
export const undoneEntry = (step: Step, pots: readonly number[], { now, by }: Pick<Known, 'now' | 'by'>): RunEntry => ({
  id: entryId('undone', now, `${step.id} ${pots.join(',')}`),
  at: now,
  by,
  pots: [...pots],
  kind: 'undone',
  stepId: step.id,
})

/** A command with what it does written down in the run. */
export const recorded = (command: Command, pieceId: string, entries: readonly RunEntry[]): Command =>
  entries.length
    ? {
        type: 'batch',
        label: 'mark what is done',
        commands: [
          ...(command.type === 'batch' ? command.commands : [command]),
          { type: 'run.add', pieceId, entries: [...entries] },
        ],
      }
    : command

/** Takes an entry back: what is struck stays to be seen. */
export const strikeEntry = (struck: RunEntry, { now, by }: Pick<Known, 'now' | 'by'>): RunEntry => ({
  id: entryId('struck', now, struck.id),
  at: now,
  by,
  pots: struck.pots,
  kind: 'struck',
  strikes: struck.id,
})

/** A note that belongs to a place of the piece, whatever pot of the set. */
export const placeNoteEntry = (
  placed: Placed,
  where: string,
  text: string,
  { now, by }: Pick<Known, 'now' | 'by'>,
): RunEntry => ({
  id: entryId('note', now, `${placeKey(placed)} ${text.length}`),
  at: now,
  by,
  pots: [],
  kind: 'note',
  stepId: null,
  where: where.slice(0, 120),
  text: text.trim(),
  placed,
})
