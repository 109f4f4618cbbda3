import { plural } from '../../base/words'
import type { Command } from '../../model/command'
import { asPiece } from '../../model/lots'
import type { Lot, Piece } from '../../model/piece'
import { lotName } from '../words/potWords'

/** Makes a piece of its own of some pots of a set: it has their state and may be planned otherwise; the set goes on without them. */
export function partLot(piece: Piece, lot: Lot, newId: () => string): { command: Command; pieceId: string } {
  const pieceId = newId()
  const own: Piece = { ...asPiece(piece, lot), id: pieceId, name: lotName(piece, lot.pots).slice(0, 80) }
  return {
    pieceId,
    command: {
      type: 'batch',
      label: `make ${plural(lot.pots.length, 'a pot', 'some pots')} of “${piece.name}” a piece of their own`,
      commands: [
        { type: 'piece.add', piece: own },
        {
          type: 'piece.pots',
          pieceId: piece.id,
          told: lot.pots.map((number) => ({ number, lost: `now “${own.name}”` })),
        },
      ],
    },
  }
}

/** Names as they are pasted: one a line, or with commas or semicolons between. */
export const namesIn = (text: string): string[] =>
  text
    .split(/[\n;,]+/)
    .map((name) => name.trim().slice(0, 60))
    .filter((name) => name !== '')

/** The most pots that a set has. */
const MOST_POTS = 500

/** Gives pots their owners, in the order of the numbers; a set that has fewer pots than names grows. */
export function ownersCommand(piece: Piece, names: readonly string[]): Command {
  const given = names.slice(0, MOST_POTS)
  return {
    type: 'batch',
    label: 'say whose the pots are',
    commands: [
      ...(given.length > piece.count
        ? [{ type: 'piece.change' as const, pieceId: piece.id, changes: { count: given.length } }]
        : []),
      { type: 'piece.pots', pieceId: piece.id, told: given.map((owner, i) => ({ number: i + 1, owner })) },
    ],
  }
}
