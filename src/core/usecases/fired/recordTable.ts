import type { Studio } from '../../model/studio'
import { FAULT } from './faults'
import { runLines } from '../bench/runWords'

/** The records of all pieces as rows, for a spreadsheet. */
export const recordRows = (studio: Studio): Record<string, string | number>[] =>
  Object.values(studio.pieces).flatMap((piece) =>
    runLines(piece, studio).map((line) => ({
      piece: piece.name,
      at: new Date(line.atMs).toISOString(),
      pots: line.pots || 'all',
      what: line.words,
      beside: line.beside,
      kind: line.kind,
      photograph: line.photoId ?? '',
    })),
  )

/** How pots came out, as rows. */
export const outcomeRows = (studio: Studio): Record<string, string | number>[] =>
  Object.values(studio.pieces).flatMap((piece) =>
    piece.outcomes.map(({ pot, at, verdict, faults, note }) => ({
      piece: piece.name,
      pot,
      at,
      verdict,
      faults: faults.map(({ fault, where }) => `${FAULT[fault].name}${where ? ` (${where})` : ''}`).join('; '),
      note,
    })),
  )
