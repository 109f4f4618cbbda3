import { fitDryingFactor, UNCALIBRATED, type DryingFactor, type DrynessReading } from '../../clay/drying/calibrate'
import { stageBegins } from '../../clay/drying/course'
import { CLAY_WATER, contentAt, type ClayWater } from '../../clay/drying/clayWater'
import { meanWater, type SolverSettings } from '../../clay/drying/wallSolver'
import type { DryingStage } from '../../clay/stages'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Room } from '../../model/room'
import type { Studio } from '../../model/studio'
import { dryColumn, dryingColumns, type DryingColumn } from './dryingColumns'
import { roomOf, spellsOf } from './pieceDrying'

/** Error of a bench scale and of where the clay was taken from, g. */
const SCALE_SIGMA_GRAMS = 2

/** Dryness ω that a potter means by a stage, and how sure (one σ). Common practice, no source. */
const MEANS: Readonly<Record<Exclude<DryingStage, 'boneDry'>, readonly [omega: number, sigma: number]>> = {
  wet: [0.9, 0.12],
  softLeatherHard: [0.6, 0.1],
  leatherHard: [0.35, 0.1],
  hardLeatherHard: [0.02, 0.1],
}

/** Water that a stage, said of a piece, stands for. */
function waterOfStage(clay: ClayWater, humidity: number, stage: DryingStage): { water: number; sigma: number } {
  if (stage === 'boneDry') return { water: stageBegins(clay, humidity).boneDry, sigma: 0.006 }
  const [omega, sigma] = MEANS[stage]
  return { water: contentAt(clay, omega), sigma: sigma * (clay.plastic - clay.shrinkageLimit) }
}

const COARSE: SolverSettings = { cells: 14, tolerance: 6e-4 }

/** Everything that was seen of the pieces of a room, ready to be fitted. */
function readingsIn(studio: Studio, room: Room): DrynessReading[] {
  return Object.values(studio.pieces).flatMap((whole) => {
    // What was seen before a set was divided stands in each of its lots, and counts once.
    const counted = new Set<string>()
    return lotPieces(whole)
      .filter(({ piece }) => roomOf(studio, piece).id === room.id && piece.making.madeAt)
      .flatMap(({ piece }) => readingsOf(piece, studio, room, counted))
  })
}

function readingsOf(piece: Piece, studio: Studio, room: Room, counted: Set<string>): DrynessReading[] {
  const body = studio.bodies[piece.bodyId]
  const columns = dryingColumns(piece.form, body)
  if (!columns.ok || !piece.making.madeAt) return []
  const madeMs = Date.parse(piece.making.madeAt)
  const clay = CLAY_WATER[body.water]
  const modelled = (used: readonly DryingColumn[], atMs: number) => (factor: number) => {
    const spells = spellsOf(piece, { ...room, factor: { ln: Math.log(factor), sigma: 0 } }, madeMs, atMs)
    const waters = used.map((column) => meanWater(dryColumn(column, spells, COARSE).state.water))
    const shares = used.reduce((sum, column) => sum + column.share, 0)
    return used.reduce((sum, column, i) => sum + column.share * waters[i], 0) / shares
  }
  return piece.making.log.flatMap((entry, i): DrynessReading[] => {
    const atMs = Date.parse(entry.at)
    const key = JSON.stringify([piece.making.madeAt, piece.making.log.slice(0, i + 1)])
    if (atMs <= madeMs || counted.has(key)) return []
    counted.add(key)
    if (entry.kind === 'stage')
      return [
        {
          ...waterOfStage(clay, room.humidity, entry.stage),
          modelled: modelled(
            columns.value.filter((c) => c.kind === 'wall'),
            atMs,
          ),
        },
      ]
    if (entry.kind === 'weight' && piece.making.wetGrams) {
      const dryGrams = piece.making.wetGrams / (1 + clay.plastic)
      return [
        {
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

/** The drying factor of a room from all that was seen in it; its own as it stands when nothing was. */
export function calibratedFactor(studio: Studio, room: Room): { factor: DryingFactor; readings: number } {
  const readings = readingsIn(studio, room)
  return { factor: readings.length ? fitDryingFactor(readings) : UNCALIBRATED, readings: readings.length }
}
