'use client'

import { useMemo, useSyncExternalStore } from 'react'
import { sentence } from '@/core/base/issue'
import type { Schedule } from '@/core/model/calendar'
import { applyCommand, type Command } from '@/core/model/command'
import { lotPieces } from '@/core/model/lots'
import type { LogEntry, Piece } from '@/core/model/piece'
import type { Room } from '@/core/model/room'
import type { Studio } from '@/core/model/studio'
import { hasBeenFired } from '@/core/plan/timeline'
import type { Body } from '@/core/vocabulary/material'
import { roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { whatChanged } from '@/core/usecases/days/dayList'
import { DEMO_NAME } from '@/core/demo/emptyStudio'
import type { PlannedCourse, Replayed } from '@/core/usecases/days/replaySchedule'
import type { Rescue } from '@/core/usecases/drying/rescue'
import { callback, days, gates, LONG_MS, planningWorker, SOON_MS } from '@/workers/clients'
import { answered, useAllAsked, useAsked, type Asked, type Question } from './asking'
import { download, fileName } from './download'
import { run, tell, useStudio } from './studioStore'

const MINUTE = 60_000

/** The present minute; the page looks again every half minute. */
export function useNow(): number {
  return useSyncExternalStore(
    (changed) => {
      const timer = setInterval(changed, 30_000)
      return () => clearInterval(timer)
    },
    () => Math.floor(Date.now() / MINUTE) * MINUTE,
    () => 0,
  )
}

/** An instant as documents keep it. */
export const instantNow = (): string =>
  new Date(Math.floor(Date.now() / 1000) * 1000).toISOString().replace(/\.\d+Z$/, 'Z')

const FIVE_MINUTES = 5 * MINUTE

interface DryingAsked extends Pick<Piece, 'form' | 'making'> {
  /** Of the lot. */
  readonly lotId: string
  readonly body: Body
  readonly room: Room
  /** The present five minutes. */
  readonly nowMs: number
}

const DRYING = (pieceOf: (lotId: string) => Piece): Question<DryingAsked, PieceDrying | null> => ({
  name: 'drying',
  what: 'The drying could not be worked out',
  keepMs: 10 * MINUTE,
  ask: ({ lotId, body, room, nowMs }) =>
    gates.days.pass(undefined, async () =>
      answered(await days.ask((worker) => worker.drying(pieceOf(lotId), body, room, nowMs), { limitMs: SOON_MS })),
    ),
})

/** What is asked of a lot that is made and not fired. */
const dryingAsked = (lotId: string, piece: Piece, studio: Studio, now: number): DryingAsked | null =>
  piece.making.madeAt && studio.bodies[piece.bodyId]
    ? {
        lotId,
        form: piece.form,
        making: piece.making,
        body: studio.bodies[piece.bodyId],
        room: roomOf(studio, piece),
        nowMs: Math.floor(now / FIVE_MINUTES) * FIVE_MINUTES,
      }
    : null

/** How one piece, or one lot of it, dries, from the worker; null until known and while it is not made. */
export function useDrying(
  piece: Piece,
  studio: Studio,
): { drying: PieceDrying | null; busy: boolean; problem: string | null } {
  const about = dryingAsked(piece.id, piece, studio, useNow())
  const { value, busy, problem } = useAsked(
    DRYING(() => piece),
    about,
  )
  return { drying: about ? value : null, busy, problem }
}

/** How every lot dries that is made and not fired, by the lot’s id; filled in one after another. */
export function useAllDrying(studio: Studio): {
  drying: Readonly<Record<string, PieceDrying>>
  busy: boolean
  problem: string | null
} {
  const now = useNow()
  const lots = new Map(
    Object.values(studio.pieces).flatMap((piece) => lotPieces(piece).map(({ id, piece: own }) => [id, own] as const)),
  )
  const abouts = [...lots].flatMap(([id, piece]) =>
    hasBeenFired(piece.steps) ? [] : (dryingAsked(id, piece, studio, now) ?? []),
  )
  const { values, busy, problem } = useAllAsked(
    DRYING((id) => lots.get(id) as Piece),
    abouts,
  )
  const drying: Record<string, PieceDrying> = {}
  abouts.forEach(({ lotId }, i) => {
    const value = values[i]
    if (value) drying[lotId] = value
  })
  return { drying, busy, problem }
}

const RESCUES = (piece: Piece, studio: Studio): Question<object, readonly Rescue[]> => ({
  name: 'rescues',
  what: 'Ways on could not be looked for',
  ask: (about) =>
    days.ask((worker) => worker.rescues(piece, studio, (about as { nowMs: number }).nowMs), { limitMs: SOON_MS }),
})

/** What can still be done with a piece whose moment is past. */
export function useRescues(piece: Piece, studio: Studio, lost: boolean): Asked<readonly Rescue[]> {
  const nowMs = Math.floor(useNow() / FIVE_MINUTES) * FIVE_MINUTES
  const { bodies, media, rooms: within } = studio
  return useAsked(RESCUES(piece, studio), lost ? { piece, bodies, media, within, nowMs } : null)
}

interface Replay {
  readonly visits: readonly Replayed[]
  readonly courses: readonly PlannedCourse[]
}

const NOTHING: Replay = { visits: [], courses: [] }

interface ReplayAsked extends Pick<Studio, 'pieces' | 'rooms' | 'bodies' | 'schedule' | 'calendar'> {
  readonly fromMs: number
  readonly toMs: number
}

const REPLAY = (studio: Studio): Question<ReplayAsked, Replay> => ({
  name: 'replay',
  what: 'The days could not be gone through',
  ask: ({ fromMs, toMs }, signal) =>
    gates.days.pass(signal, () => days.ask((worker) => worker.replay(studio, fromMs, toMs), { limitMs: LONG_MS })),
})

/** The planned days through the full solver. */
export function useReplay(studio: Studio, fromMs: number, toMs: number): Replay & { busy: boolean } {
  const { pieces, rooms: within, bodies, schedule, calendar } = studio
  const about = { pieces, rooms: within, bodies, schedule, calendar, fromMs, toMs }
  const { value, busy } = useAsked(REPLAY(studio), about)
  return { ...(value ?? NOTHING), busy }
}

const ROUNDS = 60

export interface Planning {
  readonly share: number
  /** Whether there is a plan yet that could be kept. */
  readonly found: boolean
  readonly cancel: () => void
}

interface PlanningOptions {
  /** Pins to plan with, in place of the studio’s. */
  readonly pins?: Schedule['pins']
  readonly rounds?: number
  readonly onProgress: (planning: Planning | null) => void
  /** What is different from the days before, a sentence each. */
  readonly onDone: (changes: readonly string[]) => void
}

/**
 * Plans the days in a worker of their own: the first plan is shown at once, better ones as they come. Cancelling keeps the best so
 * far and waits only for what would place the rest; cancelling again does not wait. All of it is one edit to undo.
 */
export function startPlanning({ pins, rounds = ROUNDS, onProgress, onDone }: PlanningOptions): () => void {
  const { studio } = useStudio.getState()
  const before = studio.schedule
  const asked: Studio = pins ? { ...studio, schedule: { ...studio.schedule, pins } } : studio
  const { remote, end } = planningWorker()
  let over = false
  let latest: Schedule | null = null
  const finish = () => {
    if (over) return
    over = true
    end()
    onProgress(null)
    useStudio.setState({ previewed: null })
    if (latest) {
      run({ type: 'schedule.set', schedule: latest })
      onDone(before.madeAt === null ? [] : whatChanged(useStudio.getState().studio, before, latest))
    }
  }
  let ending = false
  const cancel = () => {
    if (ending || !latest) return finish()
    ending = true
    void remote.enough()
  }
  const take = (share: number, schedule: Schedule | null) => {
    if (over) return
    if (schedule) {
      latest = pins ? { ...schedule, pins } : schedule
      useStudio.setState({ previewed: latest })
    }
    onProgress({ share, found: latest !== null, cancel })
    if (share >= 1) finish()
  }
  onProgress({ share: 0, found: false, cancel })
  remote.plan(asked, Math.floor(Date.now() / MINUTE) * MINUTE, rounds, callback(take)).catch((error: unknown) => {
    tell('problem', `The days could not be planned (${error instanceof Error ? error.message : 'unknown'}); try again.`)
    finish()
  })
  return finish
}

/** The demo is found with its days planned: a quick plan, made while one looks round. What was planned already stays. */
export function planDemo(): void {
  const { studio, undoes } = useStudio.getState()
  if (studio.name !== DEMO_NAME || studio.schedule.madeAt !== null || undoes !== null) return
  startPlanning({ rounds: DEMO_ROUNDS, onProgress: () => undefined, onDone: () => undefined })
}

const DEMO_ROUNDS = 6

/** The studio as its days look while they are being planned. */
export function usePlannedStudio(): Studio {
  const studio = useStudio((s) => s.studio)
  const schedule = useStudio((s) => s.previewed)
  return useMemo(() => (schedule ? { ...studio, schedule } : studio), [studio, schedule])
}

/** Asks the worker of the days once; tells in a sentence if it cannot be done. */
async function withWords<T>(what: string, ask: (worker: Parameters<Parameters<typeof days.ask>[0]>[0]) => Promise<T>) {
  try {
    return await days.ask(ask, { limitMs: LONG_MS })
  } catch (error) {
    tell('problem', `${what} (${error instanceof Error ? error.message : 'unknown'}); try again.`)
    return null
  }
}

/** What was seen of a piece, or of some of its pots. */
export interface Sighting {
  readonly piece: Piece
  /** The pots, when it is not the whole set. */
  readonly pots?: number[]
  readonly entry: LogEntry
}

/**
 * Notes what was seen and fits the drying factors of the rooms anew, as one edit; says what that changed.
 */
export async function noteAndCalibrate(seen: readonly Sighting[]): Promise<void> {
  const { studio } = useStudio.getState()
  const logs = seen.map(({ piece, pots, entry }): Command => ({
    type: 'piece.log',
    pieceId: piece.id,
    ...(pots ? { pots } : {}),
    entry,
  }))
  const label = seen.some(({ entry }) => entry.kind === 'weight') ? 'enter a weight' : 'say how dry it is'
  const all = (more: Command[]): Command => ({ type: 'batch', label, commands: [...logs, ...more] })
  const noted = applyCommand(studio, all([]))
  if (!noted.ok) return tell('problem', sentence(noted.issue))
  const rooms = [...new Map(seen.map(({ piece }) => [roomOf(studio, piece).id, roomOf(studio, piece)])).values()]
  const fitted = await withWords('The room’s drying factor could not be fitted', async (worker) =>
    Promise.all(rooms.map((room) => worker.calibrate(noted.value, room))),
  )
  // What was seen is noted all the same.
  if (!fitted) return void run(all([]))
  const sets = rooms.map((room, i): Command => {
    const { ln, sigma } = fitted[i].factor
    return {
      type: 'room.set',
      room: { ...room, factor: { ln: Number(ln.toFixed(4)), sigma: Number(sigma.toFixed(4)) } },
    }
  })
  if (run(all(sets))) return
  const [room] = rooms
  const [{ factor, readings }] = fitted
  const ids = new Set(seen.map(({ piece }) => piece.id))
  const others = Object.values(studio.pieces).filter(
    (other) =>
      !ids.has(other.id) && roomOf(studio, other).id === room.id && other.making.madeAt && !hasBeenFired(other.steps),
  ).length
  const times = (ln: number) => `${Math.exp(ln).toFixed(2)} ×`
  tell(
    'news',
    `${room.name} dries ${times(factor.ln)} as fast as reckoned (was ${times(room.factor.ln)}), ` +
      `give or take ${Math.round(factor.sigma * 100)} %, from ${readings} ` +
      `${readings === 1 ? 'sighting' : 'readings'}. ${others} other ` +
      `${others === 1 ? 'piece is' : 'pieces are'} moved with it. Undo takes it back.`,
  )
}

/** Hands the planned days over as a calendar file. */
export async function exportCalendar(): Promise<void> {
  const { studio } = useStudio.getState()
  const file = await withWords('The calendar file could not be made', (worker) => worker.calendar(studio, Date.now()))
  if (file === null) return
  run({ type: 'calendar.change', changes: { handedOut: [...file.handedOut] } })
  download(fileName(`${studio.name} days`, 'ics'), new Blob([file.text], { type: 'text/calendar' }))
}
