'use client'

import { counted, plural, listed } from '@/core/base/words'
import { useMemo, useSyncExternalStore } from 'react'
import equal from 'fast-deep-equal'
import { sentence } from '@/core/base/issue'
import type { DryingStage } from '@/core/clay/stages'
import type { Schedule } from '@/core/model/calendar'
import { applyCommand, type Command } from '@/core/model/command'
import { lotPieces } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Room } from '@/core/model/room'
import type { Studio } from '@/core/model/studio'
import { hasBeenFired, nextStepIndex } from '@/core/plan/timeline'
import type { Body } from '@/core/vocabulary/material'
import { lastToldMs, roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { contradicts, doneOnceAt, tellLot } from '@/core/usecases/drying/tellStage'
import { contradictionQuestion, type BeforeAct } from '@/core/usecases/bench/askBefore'
import { whatChanged } from '@/core/usecases/days/dayList'
import { DEMO_NAME } from '@/core/demo/emptyStudio'
import type { PlannedCourse, Replayed } from '@/core/usecases/days/replaySchedule'
import type { Rescue } from '@/core/usecases/drying/rescue'
import { callback, days, gates, LONG_MS, planningWorker, SOON_MS } from '@/workers/clients'
import { unwrapAnswer, useWorkerQueries, useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { download, fileName } from './download'
import { askToConfirm, run, runByItself, tell, tellOfEdit, useStudio } from './studioStore'
import { MINUTE } from '@/core/base/spans'

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

const DRYING = (pieceOf: (lotId: string) => Piece): WorkerQuery<DryingAsked, PieceDrying | null> => ({
  name: 'drying',
  what: 'The drying could not be worked out',
  keepMs: 10 * MINUTE,
  ask: ({ lotId, body, room, nowMs }) =>
    gates.days.pass(undefined, async () =>
      unwrapAnswer(await days.ask((worker) => worker.drying(pieceOf(lotId), body, room, nowMs), { limitMs: SOON_MS })),
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
        // A word counts at once.
        nowMs: Math.max(
          Math.floor(now / FIVE_MINUTES) * FIVE_MINUTES,
          (lastToldMs(piece.making.log) ?? -Infinity) + 1000,
        ),
      }
    : null

/** How one piece, or one lot of it, dries, from the worker; null until known and while it is not made. */
export function useDrying(
  piece: Piece,
  studio: Studio,
): { drying: PieceDrying | null; busy: boolean; problem: string | null } {
  const about = dryingAsked(piece.id, piece, studio, useNow())
  const { value, busy, problem } = useWorkerQuery(
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
  const { values, busy, problem } = useWorkerQueries(
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

const RESCUES = (piece: Piece, studio: Studio): WorkerQuery<object, readonly Rescue[]> => ({
  name: 'rescues',
  what: 'Ways on could not be looked for',
  ask: (about) =>
    days.ask((worker) => worker.rescues(piece, studio, (about as { nowMs: number }).nowMs), { limitMs: SOON_MS }),
})

/** What can still be done with a piece whose moment is past. */
export function useRescues(piece: Piece, studio: Studio, lost: boolean): QueryState<readonly Rescue[]> {
  const nowMs = Math.floor(useNow() / FIVE_MINUTES) * FIVE_MINUTES
  const { bodies, media, ways, rooms: within } = studio
  return useWorkerQuery(RESCUES(piece, studio), lost ? { piece, bodies, media, ways, within, nowMs } : null)
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

const REPLAY = (studio: Studio): WorkerQuery<ReplayAsked, Replay> => ({
  name: 'replay',
  what: 'The days could not be gone through',
  ask: ({ fromMs, toMs }, signal) =>
    gates.days.pass(signal, () => days.ask((worker) => worker.replay(studio, fromMs, toMs), { limitMs: LONG_MS })),
})

/** The planned days through the full solver. */
export function useReplay(studio: Studio, fromMs: number, toMs: number): Replay & { busy: boolean } {
  const { pieces, rooms: within, bodies, schedule, calendar } = studio
  const about = { pieces, rooms: within, bodies, schedule, calendar, fromMs, toMs }
  const { value, busy } = useWorkerQuery(REPLAY(studio), about)
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
  /** Nobody asked for it: it is no step of undo. */
  readonly byItself?: boolean
  readonly onProgress: (planning: Planning | null) => void
  /** What is different from the days before, a sentence each. */
  readonly onDone: (changes: readonly string[]) => void
}

/**
 * Plans the days in a worker of their own: the first plan is shown at once, better ones as they come. Cancelling keeps the best so
 * far and waits only for what would place the rest; cancelling again does not wait. All of it is one edit to undo.
 */
export function startPlanning({
  pins,
  rounds = ROUNDS,
  byItself = false,
  onProgress,
  onDone,
}: PlanningOptions): () => void {
  const { studio } = useStudio.getState()
  const before = studio.schedule
  const asked: Studio = pins ? { ...studio, schedule: { ...studio.schedule, pins } } : studio
  const worker = planningWorker()
  let over = false
  let latest: Schedule | null = null
  const finish = () => {
    if (over) return
    over = true
    worker.reset()
    onProgress(null)
    useStudio.setState({ previewed: null })
    if (latest) {
      const command = { type: 'schedule.set', schedule: latest } as const
      if (byItself) runByItself(command)
      else run(command)
      onDone(before.madeAt === null ? [] : whatChanged(useStudio.getState().studio, before, latest))
    }
  }
  let ending = false
  const cancel = () => {
    if (ending || !latest) return finish()
    ending = true
    void worker.ask((remote) => remote.enough(), { limitMs: LONG_MS, once: true }).catch(() => undefined)
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
  const nowMs = Math.floor(Date.now() / MINUTE) * MINUTE
  // A worker that dies over it is started once more; what was found before stays the best there is.
  worker
    .ask((remote) => remote.plan(asked, nowMs, rounds, callback(take)), { limitMs: 2 * LONG_MS })
    .catch((error: unknown) => {
      if (over) return
      tell(
        'problem',
        `The days could not be planned (${error instanceof Error ? error.message : 'unknown'}); try again.`,
      )
      finish()
    })
  return finish
}

/** The demo is found with its days planned: a quick plan, made while one looks round. What was planned already stays. */
export function planDemo(): void {
  const { studio, undoes } = useStudio.getState()
  if (studio.name !== DEMO_NAME || studio.schedule.madeAt !== null || undoes !== null) return
  startPlanning({ rounds: DEMO_ROUNDS, byItself: true, onProgress: () => undefined, onDone: () => undefined })
}

const DEMO_ROUNDS = 8

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

/** Pots of a piece of which something is said: none are named where it is the whole set. */
interface Pots {
  readonly piece: Piece
  readonly pots?: number[]
}

/** Asks what an act or a word needs to have decided; `then` goes on with the answer. */
export function decide(
  question: BeforeAct | null,
  then: (say: BeforeAct['answers'][number]['say'] | null) => void,
): void {
  if (!question) return then(null)
  askToConfirm({
    title: question.title,
    words: question.words,
    choices: question.answers.map(({ label, say }) => ({ label, act: () => then(say) })),
  })
}

/** A weight of a piece, by a scale: noted, and the room learns from it. */
export const noteWeight = ({ piece, pots }: Pots, grams: number): Promise<void> =>
  noteAndCalibrate(
    [piece],
    [
      {
        type: 'piece.log',
        pieceId: piece.id,
        ...(pots ? { pots } : {}),
        entry: { kind: 'weight', at: instantNow(), grams },
      },
    ],
    'enter a weight',
  )

/**
 * A hand says how dry lots are: from now on they are so, and the forecast starts from there. What the clock contradicts is asked about
 * once; the room learns only from what several lots agree on.
 */
export async function sayStage(lots: readonly Pots[], stage: DryingStage): Promise<void> {
  const { studio } = useStudio.getState()
  const dryings = await Promise.all(lots.map(({ piece }) => dryingNow(piece, studio)))
  const against = lots.flatMap(({ piece }, i) => {
    const drying = dryings[i]
    const found = drying && contradicts(drying, stage)
    return drying && found ? [{ piece, drying, found }] : []
  })
  const [first] = against
  const names = `${first?.piece.name ?? ''}${against.length > 1 ? ` (and ${against.length - 1} more)` : ''}`
  const noteIt = (say: BeforeAct['answers'][number]['say'] | null) => {
    const remade = typeof say === 'object' && say !== null
    const commands = lots.flatMap(({ piece, pots }): Command[] => {
      const madeMs = against.find((one) => one.piece === piece)?.found.madeMs
      const of = { pieceId: piece.id, ...(pots ? { pots } : {}) }
      const made = remade && madeMs ? { madeAt: new Date(madeMs).toISOString() } : null
      return [
        ...(made ? [{ type: 'piece.making', ...of, changes: made } as const] : []),
        ...tellLot(piece, pots, stage, instantNow()),
        ...(doneOnceAt(piece.steps, stage) > nextStepIndex(piece.steps)
          ? [{ type: 'piece.progress', ...of, doneSteps: doneOnceAt(piece.steps, stage) } as const]
          : []),
      ]
    })
    const pieces = lots.map(({ piece }) => piece)
    return noteAndCalibrate(pieces, commands, 'say how dry it is')
  }
  if (!first) return noteIt(null)
  decide(contradictionQuestion(names, stage, first.found, first.drying, studio), (say) => void noteIt(say))
}

/** How a lot stands now; null where it is not made or cannot be worked out, which then contradicts nothing. */
async function dryingNow(piece: Piece, studio: Studio): Promise<PieceDrying | null> {
  const body = studio.bodies[piece.bodyId]
  if (!piece.making.madeAt || !body) return null
  try {
    const dried = await days.ask((worker) => worker.drying(piece, body, roomOf(studio, piece), Date.now()), {
      limitMs: SOON_MS,
    })
    return unwrapAnswer(dried)
  } catch {
    return null
  }
}

/** Notes what was seen and fits the drying factors of the rooms anew, as one edit; says what that changed. */
async function noteAndCalibrate(seen: readonly Piece[], commands: readonly Command[], label: string): Promise<void> {
  const { studio } = useStudio.getState()
  const all = (more: Command[]): Command => ({ type: 'batch', label, commands: [...commands, ...more] })
  const noted = applyCommand(studio, all([]))
  if (!noted.ok) return tell('problem', sentence(noted.issue))
  const rooms = [...new Map(seen.map((piece) => [roomOf(studio, piece).id, roomOf(studio, piece)])).values()]
  const fitted = await withWords('The room’s drying factor could not be fitted', async (worker) =>
    Promise.all(rooms.map((room) => worker.calibrate(noted.value, room))),
  )
  // What was seen is noted all the same.
  if (!fitted) return void run(all([]))
  const learnt = rooms.flatMap((room, i) => {
    const { ln, sigma } = fitted[i].factor
    const factor = { ln: Number(ln.toFixed(4)), sigma: Number(sigma.toFixed(4)) }
    return fitted[i].readings && !equal(factor, room.factor) ? [{ room, factor, readings: fitted[i].readings }] : []
  })
  if (run(all(learnt.map(({ room, factor }) => ({ type: 'room.set', room: { ...room, factor } }))))) return
  if (!learnt.length)
    return tellOfEdit(`Noted: the forecast of ${listed(seen.map(({ name }) => name))} starts from what you said.`)
  const [{ room, factor, readings }] = learnt
  const ids = new Set(seen.map(({ id }) => id))
  const others = Object.values(studio.pieces).filter(
    (other) =>
      !ids.has(other.id) && roomOf(studio, other).id === room.id && other.making.madeAt && !hasBeenFired(other.steps),
  ).length
  const times = (ln: number) => `${Math.exp(ln).toFixed(2)} ×`
  tellOfEdit(
    `${room.name} dries ${times(factor.ln)} as fast as expected (was ${times(room.factor.ln)}), ` +
      `±${Math.round(factor.sigma * 100)} %, from ${counted(readings, 'reading', 'readings')}. ` +
      `${others} other ${plural(others, 'piece was', 'pieces were')} updated.`,
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
