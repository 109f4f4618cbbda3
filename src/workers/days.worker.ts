import { expose } from 'comlink'
import type { Piece } from '@/core/model/piece'
import type { Room } from '@/core/model/room'
import type { Schedule } from '@/core/model/calendar'
import type { Body } from '@/core/vocabulary/material'
import type { Studio } from '@/core/model/studio'
import { hiddenWeight } from '@/core/usecases/drying/simulatedScale'
import { calibratedFactor } from '@/core/usecases/drying/calibrateRoom'
import type { DaysCalendar } from '@/core/usecases/days/daysCalendar'
import { pieceDrying, roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { planDays } from '@/core/usecases/days/planDays'
import { plannedCourses, replaySchedule, type PlannedCourse, type Replayed } from '@/core/usecases/days/replaySchedule'
import { rescues, type Rescue } from '@/core/usecases/drying/rescue'
import { coatsOf } from '@/core/plan/step'
import { takesOf } from '@/core/usecases/measure/amounts'
import { coatWater } from '@/core/usecases/measure/coatWater'
import { handsFromBottle, handsOf, measurePiece } from '@/core/usecases/measure/measurePiece'
import type { Answer, StepHandsAnswer } from './protocol'
import { alive } from './supervise'

/** What was dried, by piece, room and hour, so that only what changed is dried again. */
const dried = new Map<string, Answer<PieceDrying | null>>()
const KEPT = 400

/** Whether the planning under way is to end with what it has. */
let enough = false

function dry(piece: Piece, body: Body, room: Room, nowMs: number): Answer<PieceDrying | null> {
  const key = JSON.stringify([piece.form, piece.making, body.water, room, Math.floor(nowMs / 300_000)])
  const known = dried.get(key)
  if (known) return known
  const made = pieceDrying(piece, body, room, nowMs)
  if (dried.size > KEPT) dried.clear()
  dried.set(key, made)
  return made
}

const api = {
  alive,
  /** How one piece dries; null when it is not made. */
  drying: (piece: Piece, body: Body, room: Room, nowMs: number): Answer<PieceDrying | null> =>
    dry(piece, body, room, nowMs),
  /** What can still be done with a piece whose moment is past. */
  rescues(piece: Piece, studio: Studio, nowMs: number): Rescue[] {
    const answer = dry(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), nowMs)
    return answer.ok && answer.value
      ? rescues(piece, studio, answer.value, nowMs, (n) => `r${Math.floor(nowMs / 1000).toString(36)}${n}`)
      : []
  },
  /** The drying factor of a room from everything seen in it. */
  /** What a piece really weighs in the simulation of a scale. */
  hiddenWeight: (piece: Piece, body: Body, room: Room, nowMs: number) => hiddenWeight(piece, body, room, nowMs),
  calibrate: (studio: Studio, room: Room) => calibratedFactor(studio, room),
  /** The studio’s days: the first plan as soon as it stands, better ones as they are found. */
  async plan(
    studio: Studio,
    nowMs: number,
    rounds: number,
    report: (share: number, schedule: Schedule | null) => void,
  ): Promise<void> {
    enough = false
    const days = planDays(studio, nowMs, rounds)
    for (let step = days.next(); !step.done; step = days.next(enough)) {
      report(step.value.share, step.value.schedule)
      // So that “enough” can be heard.
      await new Promise((resolve) => setTimeout(resolve))
    }
  },
  /** No more rounds: the best so far, and what would place the rest. */
  enough: () => void (enough = true),
  /** A plan through the full solver: what each visit and load will find, and the water of every wall. */
  replay: (studio: Studio, fromMs: number, toMs: number): { visits: Replayed[]; courses: PlannedCourse[] } => ({
    visits: replaySchedule(studio, studio.schedule),
    courses: plannedCourses(studio, studio.schedule, fromMs, toMs),
  }),
  /** The work of hands of each step, for one piece, and from a bottle; null where the piece cannot be measured. */
  hands(piece: Piece, studio: Pick<Studio, 'bodies' | 'media'>): StepHandsAnswer[] | null {
    const measured = measurePiece(piece, studio, 'coarse')
    return measured.ok
      ? piece.steps.map((step, i) => ({
          work: handsOf(step, i, measured.value),
          bottle: handsFromBottle(step, i, measured.value),
          water: coatWater(step, i, measured.value, studio),
          takes: takesOf(step, measured.value.records[i], studio).map(({ mediumId, ml }) => ({
            mediumId,
            ml: ml / coatsOf(step),
          })),
        }))
      : null
  },
  calendar: async (studio: Studio, nowMs: number): Promise<DaysCalendar> =>
    (await import('@/core/usecases/days/daysCalendar')).daysCalendar(studio, nowMs),
}

export type DaysWorker = typeof api

expose(api)
