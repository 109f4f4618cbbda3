import { isFor, type Schedule, type Visit } from '../../model/calendar'
import { asPiece, lotId, lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'

/** Pots of a set that stand alike and are planned alike: a row of the days. */
export interface PlannedLot {
  readonly id: string
  readonly pieceId: string
  readonly pots: readonly number[]
  /** The lot as a piece of its own. */
  readonly piece: Piece
  readonly visits: readonly Visit[]
  readonly loads: Schedule['loads']
}

/** The lots of a piece as they stand and as the days divide them further. */
export function plannedLots(piece: Piece, schedule: Schedule): PlannedLot[] {
  const visits = schedule.visits.filter((visit) => visit.pieceId === piece.id)
  const loads = schedule.loads.filter((load) => load.pieceId === piece.id)
  const lots = lotPieces(piece).flatMap(({ lot, piece: own }) => {
    const groups = new Map<string, number[]>()
    for (const pot of lot.pots) {
      const key = [...visits, ...loads].flatMap((one, i) => (isFor(one, pot) ? [i] : [])).join()
      groups.set(key, [...(groups.get(key) ?? []), pot])
    }
    return [...groups.values()].map((pots) => ({
      pots,
      piece: pots.length === lot.pots.length ? own : asPiece(piece, { ...lot, pots }),
    }))
  })
  return lots.map(({ pots, piece: own }) => ({
    id: lots.length === 1 ? piece.id : lotId(piece.id, pots),
    pieceId: piece.id,
    pots,
    piece: own,
    visits: visits.filter((visit) => isFor(visit, pots[0])),
    loads: loads.filter((load) => isFor(load, pots[0])),
  }))
}
