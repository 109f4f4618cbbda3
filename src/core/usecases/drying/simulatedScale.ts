import { CLAY_WATER } from '../../clay/drying/clayWater'
import { meanWater } from '../../clay/drying/wallSolver'
import type { Body } from '../../vocabulary/material'
import type { Piece } from '../../model/piece'
import type { Room } from '../../model/room'
import { dryColumn, dryingColumns } from './dryingColumns'
import { spellsOf } from './pieceDrying'

/** A room that really dries a fifth faster than the program thinks at first: what the scale has to teach. */
export const HIDDEN_FACTOR = 1.22

/**
 * What a piece would really weigh where a simulated bench scale stands, g: it dries by the same model at a hidden factor. Null when the
 * piece was not made, or its wet weight is not known.
 */
export function hiddenWeight(piece: Piece, body: Body, room: Room, nowMs: number): number | null {
  const columns = dryingColumns(piece.form, body)
  if (!columns.ok || !piece.making.madeAt || !piece.making.wetGrams) return null
  const madeMs = Date.parse(piece.making.madeAt)
  const real: Room = { ...room, factor: { ln: Math.log(HIDDEN_FACTOR), sigma: 0 } }
  const spells = spellsOf(piece, body, real, madeMs, Math.max(nowMs, madeMs + 60_000))
  const used = columns.value.filter((column) => column.share > 0)
  const shares = used.reduce((sum, column) => sum + column.share, 0)
  const water =
    used.reduce((sum, column) => sum + column.share * meanWater(dryColumn(column, spells).state.water), 0) / shares
  const dryGrams = piece.making.wetGrams / (1 + CLAY_WATER[body.water].plastic)
  return dryGrams * (1 + water)
}
