import { ok, type Result } from '../../base/result'
import {
  BOUNDS,
  UNKNOWNS,
  certainTime,
  uncertainTime,
  type Stretched,
  type UncertainTime,
  type Unknown,
} from '../../clay/drying/uncertainty'
import {
  crackIndex,
  hourDownTo,
  MOISTURE_STAGES,
  stageBegins,
  stageOfWater,
  waterAt,
  type MoistureStage,
  type Spell,
} from '../../clay/drying/course'
import type { Blower, Surroundings } from '../../clay/drying/airSide'
import type { FaceWater } from '../../clay/drying/wetting'
import { coatEvaporation } from '../../clay/drying/wetSurface'
import type { Enough, SolverSettings, WallCourse } from '../../clay/drying/wallSolver'
import { CLAY_WATER } from '../../clay/drying/clayWater'
import { toldWater } from '../../clay/drying/toldStage'
import type { Cover, DryingStage } from '../../clay/stages'
import type { Body } from '../../vocabulary/material'
import type { LogEntry, Piece } from '../../model/piece'
import { plainRoom, type Room } from '../../model/room'
import type { Studio } from '../../model/studio'
import { dryColumn, dryingColumns, type DryingColumn } from './dryingColumns'
import { HOUR } from '../../base/spans'

/** Longest look ahead, hours. */
const HORIZON_HOURS = 60 * 24

/** A moment after a hand spoke, hours: by then a course has taken it in. */
const SOON_AFTER = 1e-4

/** A column as it dries: its course in hours since the piece was made, thinned for drawing, and when it reaches each stage. */
export interface ColumnDrying {
  readonly id: string
  readonly name: string
  readonly kind: DryingColumn['kind']
  readonly hours: readonly number[]
  readonly water: readonly number[]
  readonly waterNow: number
  readonly stageNow: MoistureStage
  /** When it reaches each stage, hours since made; null when it will not while it stands as it does. */
  readonly reaches: Readonly<Record<MoistureStage, UncertainTime | null>>
  /** Crack index now, and the highest so far. */
  readonly crackNow: number
  readonly crackMost: number
}

export interface PieceDrying {
  readonly madeMs: number
  readonly nowHours: number
  readonly cover: Cover
  /** Water as thrown, at the shrinkage limit, and of bone-dry clay in this room. */
  readonly begins: Readonly<Record<MoistureStage, number>>
  readonly plastic: number
  readonly limit: number
  readonly columns: readonly ColumnDrying[]
}

const SOME_ROOM = plainRoom('studio', 'The studio')

/** The room a piece stands in; the first of the studio when it names one that is gone. */
export const roomOf = (studio: Pick<Studio, 'rooms'>, piece: Pick<Piece, 'making'>): Room =>
  studio.rooms[piece.making.roomId] ?? Object.values(studio.rooms)[0] ?? SOME_ROOM

/** How fast a fresh coat loses water to the air of a room, µm/s. */
export const roomEvaporation = (room: Room, nowMs: number): number =>
  coatEvaporation({ ...airAt(room, nowMs), cover: 'open', blower: room.air, factor: 1 })

/** A change of the air, for asking what if. */
export type Shift = Partial<Readonly<Record<Unknown, number>>>

/** What surrounds a piece in a room at one moment. */
function surroundings(
  room: Room,
  celsius: number,
  humidity: number,
  cover: Cover,
  blower: Blower,
  shift: Shift,
): Surroundings {
  return {
    celsius: celsius + (shift.temperature ?? 0) * BOUNDS.temperature,
    humidity: Math.min(0.97, Math.max(0.02, humidity + (shift.humidity ?? 0) * BOUNDS.humidity)),
    cover,
    blower: blower === 'none' ? room.air : blower,
    factor: Math.exp(room.factor.ln + (shift.factor ?? 0) * room.factor.sigma),
  }
}

/** Air of a room at an instant: from its record while that reaches, after it the mean of the record’s last day, else as typed. */
export function airAt(room: Room, ms: number): { celsius: number; humidity: number } {
  const { record } = room
  if (!record.length || ms < Date.parse(record[0].at)) return room
  let low = 0
  let high = record.length - 1
  const last = Date.parse(record[high].at)
  if (ms >= last + HOUR) {
    const day = record.filter((reading) => Date.parse(reading.at) > last - 24 * HOUR)
    return { celsius: mean(day.map((r) => r.celsius)), humidity: mean(day.map((r) => r.humidity)) }
  }
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (Date.parse(record[middle].at) <= ms) low = middle
    else high = middle
  }
  return Date.parse(record[high].at) <= ms ? record[high] : record[low]
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length

/** The last time that a hand said how dry a piece is, ms; null when none did. */
export const lastToldMs = (log: readonly LogEntry[]): number | null =>
  log.reduce<number | null>(
    (last, { kind, at }) => (kind === 'stage' ? Math.max(last ?? 0, Date.parse(at)) : last),
    null,
  )

/**
 * Covers and blowing as they changed since the piece was made, and what was said of its clay; `future` are changes to come. What was
 * said at `untilMs` itself counts.
 */
export function spellsOf(
  piece: Pick<Piece, 'making'>,
  body: Pick<Body, 'water'>,
  room: Room,
  madeMs: number,
  untilMs: number,
  shift: Shift = {},
  future: readonly LogEntry[] = [],
): Spell[] {
  const log = [...piece.making.log, ...future]
  const marks = new Set<number>([untilMs])
  for (const entry of log) {
    marks.add(Date.parse(entry.at))
    if (entry.kind === 'blow') marks.add(Date.parse(entry.at) + entry.minutes * 60_000)
  }
  let before: { celsius: number; humidity: number } | null = null
  for (const reading of room.record) {
    // Readings that hardly differ need no new start of the solver.
    if (
      before &&
      Math.abs(reading.celsius - before.celsius) < 0.7 &&
      Math.abs(reading.humidity - before.humidity) < 0.03
    )
      continue
    marks.add(Date.parse(reading.at))
    before = reading
  }
  const times = [...marks].filter((ms) => ms > madeMs && ms <= untilMs).sort((a, b) => a - b)
  if (toldAt(log, untilMs)) times.push(untilMs)
  let from = madeMs
  return times.map((to) => {
    const air = airAt(room, from)
    const wets = coatsAt(log, from)
    const stage = toldAt(log, from)
    const spell = {
      ...(stage ? { told: toldWater(CLAY_WATER[body.water], air.humidity, stage, shift.told) } : {}),
      ...(wets ? { wets } : {}),
      untilHours: (to - madeMs) / HOUR,
      around: surroundings(room, air.celsius, air.humidity, coverAt(log, from), blowerAt(log, from), shift),
    }
    from = to
    return spell
  })
}

/** What coats bring to the faces at an instant. */
function coatsAt(log: readonly LogEntry[], ms: number): FaceWater | null {
  const laid = log.flatMap((entry) => (entry.kind === 'coats' && Date.parse(entry.at) === ms ? [entry] : []))
  return laid.length
    ? [laid.reduce((sum, { outsideUm }) => sum + outsideUm, 0), laid.reduce((sum, { insideUm }) => sum + insideUm, 0)]
    : null
}

/** The stage that a hand said a piece had at an instant, the last word if there are several. */
function toldAt(log: readonly LogEntry[], ms: number): DryingStage | null {
  const said = log.findLast((entry) => entry.kind === 'stage' && Date.parse(entry.at) === ms)
  return said?.kind === 'stage' ? said.stage : null
}

/** The cover a piece has had since the last change before an instant. */
export function coverAt(log: readonly LogEntry[], ms: number): Cover {
  const last = log
    .filter((entry) => entry.kind === 'cover' && Date.parse(entry.at) <= ms)
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .at(-1)
  return last?.kind === 'cover' ? last.cover : 'open'
}

const blowerAt = (log: readonly LogEntry[], ms: number): Blower => {
  const now = log.find(
    (entry) =>
      entry.kind === 'blow' && Date.parse(entry.at) <= ms && ms < Date.parse(entry.at) + entry.minutes * 60_000,
  )
  return now?.kind === 'blow' ? now.blower : 'none'
}

/** Courses for uncertainty need not be as fine as those that are shown. */
const COARSE: SolverSettings = { cells: 14, tolerance: 8e-4 }

const thicker = (column: DryingColumn, shift: Shift): DryingColumn['wall'] => ({
  ...column.wall,
  thickM: Math.max(0.001, column.wall.thickM + (shift.thickness ?? 0) * BOUNDS.thicknessM),
})

/** How one column dries under a shift of what is unknown. */
function courseOf(
  piece: Piece,
  body: Body,
  room: Room,
  column: DryingColumn,
  madeMs: number,
  untilMs: number,
  shift: Shift,
  future: readonly LogEntry[],
  settings?: SolverSettings,
  enough?: Enough,
): WallCourse {
  return dryColumn(
    { ...column, wall: thicker(column, shift) },
    spellsOf(piece, body, room, madeMs, untilMs, shift, future),
    settings,
    enough,
  ).course
}

/** How far ahead to look: until the slowest column is bone dry as it stands, at most the horizon. */
const LOOKS_AHEAD_HOURS = [72, 240, 720, HORIZON_HOURS]

/**
 * How a made piece has dried and will dry as it stands (or with `future` changes of cover): course, stage and times of each column.
 * Fails when its form cannot be built. Null when it is not made yet.
 */
export function pieceDrying(
  piece: Piece,
  body: Body,
  room: Room,
  nowMs: number,
  future: readonly LogEntry[] = [],
): Result<PieceDrying | null> {
  if (!piece.making.madeAt) return ok(null)
  const columns = dryingColumns(piece.form, body)
  if (!columns.ok) return columns
  const madeMs = Date.parse(piece.making.madeAt)
  const nowHours = Math.max(0, (nowMs - madeMs) / HOUR)
  const { clay } = columns.value[0].wall
  const begins = stageBegins(clay, airAt(room, nowMs).humidity)
  const toldMs = lastToldMs([...piece.making.log, ...future])
  const toldHours = toldMs === null ? null : Math.max(0, (toldMs - madeMs) / HOUR)
  const unknowns = UNKNOWNS.filter((unknown) => unknown !== 'told' || toldHours !== null)
  const dried = columns.value.map((column): ColumnDrying => {
    let ahead = Math.max(1, nowHours)
    const later = LOOKS_AHEAD_HOURS.map((hours) => nowHours + hours)
    const dryEnough: Enough = (hours, mean) => {
      while (hours >= ahead) {
        if (mean <= begins.boneDry || later.length === 0) return true
        ahead = later.shift() ?? ahead
      }
      return false
    }
    const untilMs = madeMs + (nowHours + HORIZON_HOURS) * HOUR
    const course = courseOf(piece, body, room, column, madeMs, untilMs, {}, future, undefined, dryEnough)
    const shifted = Object.fromEntries(
      unknowns.map((unknown) => [
        unknown,
        courseOf(
          piece,
          body,
          room,
          column,
          madeMs,
          madeMs + Math.min(HORIZON_HOURS, 1.6 * ahead + 24) * HOUR,
          { [unknown]: 1 },
          future,
          COARSE,
        ),
      ]),
    ) as Partial<Record<Unknown, WallCourse>>
    const reaches = Object.fromEntries(
      MOISTURE_STAGES.map((stage) => {
        if (stage === 'wet') return [stage, null]
        // From what a hand said on, its word stands: before it the clock is heard only where it agrees.
        const from = toldHours !== null && waterAt(course, toldHours + SOON_AFTER) > begins[stage] ? toldHours : 0
        const likely = hourDownTo(course, begins[stage], from + (from > 0 ? SOON_AFTER : 0))
        if (likely === null) return [stage, null]
        if (toldHours !== null && Math.abs(likely - toldHours) < 2 * SOON_AFTER) return [stage, certainTime(likely)]
        const since = toldHours !== null && likely > toldHours ? toldHours : 0
        if (likely <= since) return [stage, null]
        const stretched = Object.fromEntries(
          unknowns.map((unknown) => {
            const other = shifted[unknown] && hourDownTo(shifted[unknown], begins[stage], since + SOON_AFTER)
            return [unknown, Math.max(SOON_AFTER, other ? other - since : (likely - since) * 1.5)]
          }),
        ) as Stretched
        const { early, late, likely: middle } = uncertainTime(likely - since, stretched)
        return [stage, { early: since + early, likely: since + middle, late: since + late }]
      }),
    ) as Record<MoistureStage, UncertainTime | null>
    const waterNow = waterAt(course, nowHours)
    const upTo = course.hours.findIndex((hour) => hour >= nowHours)
    const cracks = course.hours.slice(0, upTo + 1).map((_, i) => crackIndex(clay, course, i))
    return {
      id: column.id,
      name: column.name,
      kind: column.kind,
      ...thinned(course),
      waterNow,
      stageNow: stageOfWater(clay, airAt(room, nowMs).humidity, waterNow),
      reaches,
      crackNow: cracks.at(-1) ?? 0,
      crackMost: Math.max(0, ...cracks),
    }
  })
  return ok({
    madeMs,
    nowHours,
    cover: coverAt([...piece.making.log, ...future], nowMs),
    begins,
    plastic: clay.plastic,
    limit: clay.shrinkageLimit,
    columns: dried,
  })
}

/** At most about 160 points of a course. */
function thinned(course: WallCourse): { hours: number[]; water: number[] } {
  const every = Math.max(1, Math.floor(course.hours.length / 160))
  const keep = course.hours.flatMap((_, i) => (i % every === 0 || i === course.hours.length - 1 ? [i] : []))
  return { hours: keep.map((i) => course.hours[i]), water: keep.map((i) => course.mean[i]) }
}

/** The column that governs work (the wall), the kiln (the foot), or tells of haste (the rim). */
export const columnOf = (drying: PieceDrying, kind: DryingColumn['kind']): ColumnDrying =>
  drying.columns.find((column) => column.kind === kind) ?? drying.columns[0]
