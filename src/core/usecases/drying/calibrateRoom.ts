import { fitDryingFactor, UNCALIBRATED, type DryingFactor, type DrynessReading } from '../../clay/drying/calibrate'
import { toldWater } from '../../clay/drying/toldStage'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { meanWater, type SolverSettings } from '../../clay/drying/wallSolver'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Room } from '../../model/room'
import type { Studio } from '../../model/studio'
import { dryColumn, dryingColumns, type DryingColumn } from './dryingColumns'
import { roomOf, spellsOf } from './pieceDrying'

/** Error of a bench scale and of where the clay was taken from, g. */
const SCALE_SIGMA_GRAMS = 2

const COARSE: SolverSettings = { cells: 14, tolerance: 6e-4 }

/** A reading, by what it was taken, and of which lot. */
interface RoomReading extends DrynessReading {
  readonly by: 'touch' | 'weight'
  readonly lot: string
}

/** Everything that was seen of the pieces of a room, ready to be fitted. */
function readingsIn(studio: Studio, room: Room): RoomReading[] {
  return Object.values(studio.pieces).flatMap((whole) => {
    // What was seen before a set was divided stands in each of its lots, and counts once.
    const counted = new Set<string>()
    return lotPieces(whole)
      .filter(({ piece }) => roomOf(studio, piece).id === room.id && piece.making.madeAt)
      .flatMap(({ id, piece }) => readingsOf(piece, id, studio, room, counted))
  })
}

function readingsOf(piece: Piece, lot: string, studio: Studio, room: Room, counted: Set<string>): RoomReading[] {
  const body = studio.bodies[piece.bodyId]
  const columns = dryingColumns(piece.form, body)
  if (!columns.ok || !piece.making.madeAt) return []
  const madeMs = Date.parse(piece.making.madeAt)
  const clay = CLAY_WATER[body.water]
  const { log } = piece.making
  /** Water at an instant, by the clock since a hand last spoke before it. */
  const modelled = (used: readonly DryingColumn[], atMs: number) => {
    const before = log.filter(({ kind, at }) => kind !== 'stage' || Date.parse(at) < atMs)
    const asThen = { ...piece, making: { ...piece.making, log: before } }
    return (factor: number) => {
      const spells = spellsOf(asThen, body, { ...room, factor: { ln: Math.log(factor), sigma: 0 } }, madeMs, atMs)
      const waters = used.map((column) => meanWater(dryColumn(column, spells, COARSE).state.water))
      const shares = used.reduce((sum, column) => sum + column.share, 0)
      return used.reduce((sum, column, i) => sum + column.share * waters[i], 0) / shares
    }
  }
  return log.flatMap((entry, i): RoomReading[] => {
    const atMs = Date.parse(entry.at)
    const key = JSON.stringify([piece.making.madeAt, log.slice(0, i + 1)])
    if (atMs <= madeMs || counted.has(key)) return []
    counted.add(key)
    if (entry.kind === 'stage') {
      const { likely, sigma } = toldWater(clay, room.humidity, entry.stage)
      const walls = columns.value.filter((c) => c.kind === 'wall')
      return [{ by: 'touch', lot, water: likely, sigma, modelled: modelled(walls, atMs) }]
    }
    if (entry.kind === 'weight' && piece.making.wetGrams) {
      const dryGrams = piece.making.wetGrams / (1 + clay.plastic)
      return [
        {
          by: 'weight',
          lot,
          water: Math.max(0, entry.grams / dryGrams - 1),
          sigma: SCALE_SIGMA_GRAMS / dryGrams,
          modelled: modelled(
            columns.value.filter((c) => c.share > 0),
            atMs,
          ),
        },
      ]
    }
    return []
  })
}

/**
 * The drying factor of a room from what was seen in it. A scale teaches by itself; what hands feel teaches once two lots or more say
 * it, since one word may as well tell of a wrong time of making. Until then the room is as unknown as at first.
 */
export function calibratedFactor(studio: Studio, room: Room): { factor: DryingFactor; readings: number } {
  const all = readingsIn(studio, room)
  const felt = new Set(all.filter(({ by }) => by === 'touch').map(({ lot }) => lot))
  const weighed = all.some(({ by }) => by === 'weight')
  const readings = weighed || felt.size > 1 ? all : []
  return { factor: readings.length ? fitDryingFactor(readings) : UNCALIBRATED, readings: readings.length }
}
