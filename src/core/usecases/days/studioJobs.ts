import { CLAY_WATER } from '../../clay/drying/clayWater'
import { stageBegins, type MoistureStage } from '../../clay/drying/course'
import { meanWater } from '../../clay/drying/wallSolver'
import type { Cover } from '../../clay/stages'
import { isFor, type Schedule } from '../../model/calendar'
import { lotId, lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Body } from '../../vocabulary/material'
import type { Room } from '../../model/room'
import type { Studio } from '../../model/studio'
import { hasBeenFired, nextStepIndex, timeline } from '../../plan/timeline'
import type { DryingCurves } from '../../schedule/dryingClock'
import { localInstant } from '../../schedule/sessions'
import type { Job } from '../../schedule/task'
import { dryColumn, dryingColumns, type DryingColumn } from '../drying/dryingColumns'
import { airAt, coverAt, lastToldMs, roomEvaporation, roomOf, spellsOf } from '../drying/pieceDrying'
import type { CurveCache } from './curveCache'
import { tasksOf } from './lotTasks'
import { windowAt } from './stageWindow'

/** How unsure the pace of drying is besides the room’s own factor: weather, walls that are thicker or thinner [our choice]. */
export const WALL_SIGMA = 0.15

/** Water of a column now, by the full solver through all that happened. */
function waterNow(piece: Piece, body: Body, room: Room, column: DryingColumn, madeMs: number, nowMs: number): number {
  if (nowMs <= madeMs && lastToldMs(piece.making.log) === null) return column.wall.clay.plastic
  return meanWater(dryColumn(column, spellsOf(piece, body, room, madeMs, nowMs)).state.water)
}

/** Pots of a lot that the artist put into the same sessions, by themselves. */
function pinnedAlike(pieceId: string, pots: readonly number[], { pins }: Schedule): (readonly number[])[] {
  const own = pins.filter((pin) => pin.pieceId === pieceId)
  const groups = new Map<string, number[]>()
  for (const pot of pots) {
    const key = own.flatMap((pin, i) => (isFor(pin, pot) ? [i] : [])).join()
    groups.set(key, [...(groups.get(key) ?? []), pot])
  }
  return [...groups.values()]
}

/**
 * What is to be planned of a piece: a job for each of its lots, and for pots that were put into sessions of their own. Nothing when
 * nothing is left to do. `covers` are those that may be used besides the one it has.
 */
export function jobsOf(
  piece: Piece,
  studio: Studio,
  nowMs: number,
  cache: CurveCache,
  covers: readonly Cover[],
): Job[] {
  const lots = lotPieces(piece).flatMap(({ lot, piece: own }) =>
    pinnedAlike(piece.id, lot.pots, studio.schedule).map((pots) => ({ pots, own })),
  )
  const of = lots.reduce((sum, { pots }) => sum + pots.length, 0)
  return lots.flatMap(({ pots, own }) => {
    const job = jobOf(own, studio, nowMs, cache, covers)
    if (!job) return []
    const pins = studio.schedule.pins.filter((pin) => pin.pieceId === piece.id && isFor(pin, pots[0]))
    return [
      {
        ...job,
        id: lots.length === 1 ? piece.id : lotId(piece.id, pots),
        pots,
        of,
        pins: new Map(pins.map((pin) => [pin.stepId, pin.sessionId])),
      },
    ]
  })
}

/** The job of one lot; null when nothing is left to do. */
function jobOf(
  piece: Piece,
  studio: Studio,
  nowMs: number,
  cache: CurveCache,
  covers: readonly Cover[],
): Omit<Job, 'id' | 'pots' | 'of' | 'pins'> | null {
  const body = studio.bodies[piece.bodyId]
  const columns = body ? dryingColumns(piece.form, body) : null
  if (!body || !columns?.ok) return null
  const room = roomOf(studio, piece)
  const air = airAt(room, nowMs)
  const clay = CLAY_WATER[body.water]
  const begins = stageBegins(clay, air.humidity)
  const find = (kind: DryingColumn['kind']) => columns.value.find((column) => column.kind === kind) as DryingColumn
  const wall = find('wall')
  const foot = find('foot')
  const tasks = tasksOf(piece, studio, wall, begins, roomEvaporation(room, nowMs))
  if (!tasks.length) return null
  const cover = coverAt(piece.making.log, nowMs)
  const used = [...new Set<Cover>(['open', cover, ...covers])]
  const curves = Object.fromEntries(
    (['wall', 'foot'] as const).map((name) => [
      name,
      Object.fromEntries(
        used.map((c) => [
          c,
          cache.curve(name === 'wall' ? wall : foot, {
            celsius: air.celsius,
            humidity: air.humidity,
            cover: c,
            blower: room.air,
            factor: Math.exp(room.factor.ln),
          }),
        ]),
      ),
    ]),
  ) as DryingCurves
  const madeMs = piece.making.madeAt ? Date.parse(piece.making.madeAt) : null
  const fired = hasBeenFired(piece.steps)
  const made = madeMs !== null || nextStepIndex(piece.steps) > 0
  const water = fired
    ? { wall: 0, foot: 0 }
    : madeMs === null
      ? { wall: contentNow(piece, begins), foot: contentNow(piece, begins) }
      : {
          wall: waterNow(piece, body, room, wall, madeMs, nowMs),
          foot: waterNow(piece, body, room, foot, madeMs, nowMs),
        }
  return {
    pieceId: piece.id,
    name: piece.name,
    tasks,
    curves,
    sigma: Math.hypot(room.factor.sigma, WALL_SIGMA),
    now: made
      ? { water, cover, unseen: madeMs === null ? 0 : unseenOf(piece, body, room, wall, madeMs, water.wall) }
      : null,
    plastic: { wall: clay.plastic, foot: clay.plastic },
    scale: { plastic: clay.plastic, limit: clay.shrinkageLimit },
    dueMs: piece.making.dueOn ? localInstant(piece.making.dueOn, '23:59', studio.calendar.timeZone) : null,
  }
}

/** Water that a wall has lost, as reckoned, since it was made, weighed, or felt. */
function unseenOf(piece: Piece, body: Body, room: Room, wall: DryingColumn, madeMs: number, now: number): number {
  const seen = piece.making.log.filter((entry) => entry.kind === 'stage' || entry.kind === 'weight').at(-1)
  return Math.max(0, waterNow(piece, body, room, wall, madeMs, seen ? Date.parse(seen.at) : madeMs) - now)
}

/** Water of a piece whose making was never told: as its last step that is done has it. */
function contentNow(piece: Piece, begins: Readonly<Record<MoistureStage, number>>): number {
  const { stage } = timeline(piece.steps)[nextStepIndex(piece.steps)]
  const window = windowAt(stage, begins)
  if (window === null) return 0
  const { wettest, driest } = window
  return Number.isFinite(wettest) ? (wettest + driest) / 2 : begins.wet
}
