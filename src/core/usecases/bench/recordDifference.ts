import type { Command } from '../../model/command'
import { namedPots } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Difference } from '../../model/run'
import { entryId } from '../../model/runEntries'

/** That a step went otherwise on pots (all when none are named), or as planned after all: it holds for them, and is written down. */
export function recordDifference(
  piece: Piece,
  stepId: string,
  pots: readonly number[],
  difference: Difference | null,
  words: string,
  { now, by }: { readonly now: string; readonly by: string },
): Command {
  const named = namedPots(piece, pots)
  return {
    type: 'batch',
    label: difference ? 'say what was different' : 'as planned after all',
    commands: [
      { type: 'piece.otherwise', pieceId: piece.id, ...(named.length ? { pots: named } : {}), stepId, difference },
      {
        type: 'run.add',
        pieceId: piece.id,
        entries: [
          {
            id: entryId('otherwise', now, `${stepId} ${pots.join(',')}`),
            at: now,
            by,
            pots: named,
            kind: 'otherwise',
            stepId,
            words,
            difference,
          },
        ],
      },
    ],
  }
}

/** That pots were lost: they leave the set, and it is written down. */
export const lostEntry = (
  piece: Piece,
  pots: readonly number[],
  why: string,
  { now, by }: { readonly now: string; readonly by: string },
): Command => ({
  type: 'batch',
  label: 'lose a pot',
  commands: [
    { type: 'piece.pots', pieceId: piece.id, told: pots.map((number) => ({ number, lost: why })) },
    {
      type: 'run.add',
      pieceId: piece.id,
      entries: [{ id: entryId('lost', now, pots.join(',')), at: now, by, pots: [...pots], kind: 'lost', why }],
    },
  ],
})
