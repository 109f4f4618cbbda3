'use client'

import { useEffect, useState, useSyncExternalStore } from 'react'
import { sentence } from '@/core/base/issue'
import type { Schedule } from '@/core/model/calendar'
import { applyCommand, type Command } from '@/core/model/command'
import type { LogEntry, Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { roomOf, type PieceDrying } from '@/core/usecases/drying/pieceDrying'
import { whatChanged } from '@/core/usecases/days/dayList'
import type { PlannedCourse, Replayed } from '@/core/usecases/days/replaySchedule'
import type { Rescue } from '@/core/usecases/drying/rescue'
import { callback, daysWorker, planningWorker } from '@/workers/clients'
import { download, fileName } from './download'
import { run, tell, useStudio } from './studioStore'
import { useAsked } from './useAsked'

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

/** How one piece dries, from the worker; null until known and while it is not made. */
export function useDrying(piece: Piece, studio: Studio): { drying: PieceDrying | null; busy: boolean } {
  const now = useNow()
  const room = roomOf(studio, piece)
  const key = JSON.stringify([piece.form, piece.making, piece.bodyId, room, Math.floor(now / FIVE_MINUTES)])
  const { value, busy } = useAsked(
    key,
    async () => {
      const answer = await daysWorker().drying(piece, studio.bodies[piece.bodyId], room, now)
      return answer.ok ? answer.value : null
    },
    null as PieceDrying | null,
  )
  return { drying: piece.making.madeAt ? value : null, busy }
}

/** What of a studio decides how its pieces dry. */
const dryingKey = (studio: Studio) =>
  JSON.stringify([
    studio.rooms,
    Object.values(studio.pieces).map((p) => [
      p.id,
      p.form,
      p.making,
      p.bodyId,
      p.steps.some((s) => s.act === 'fire' && s.done),
    ]),
  ])

/** How every piece dries that is made and not fired, by id; filled in one piece after another. */
export function useAllDrying(studio: Studio): { drying: Readonly<Record<string, PieceDrying>>; busy: boolean } {
  const now = useNow()
  const key = `${dryingKey(studio)}|${Math.floor(now / FIVE_MINUTES)}`
  const [state, setState] = useState<{ key: string; drying: Readonly<Record<string, PieceDrying>> }>({
    key: '',
    drying: {},
  })
  useEffect(() => {
    let alive = true
    void (async () => {
      const drying: Record<string, PieceDrying> = {}
      for (const piece of Object.values(studio.pieces)) {
        if (!piece.making.madeAt || piece.steps.some((step) => step.act === 'fire' && step.done)) continue
        const answer = await daysWorker().drying(piece, studio.bodies[piece.bodyId], roomOf(studio, piece), now)
        if (!alive) return
        if (answer.ok && answer.value) drying[piece.id] = answer.value
        // What was known of the others stays on screen until they are dried anew.
        setState((before) => ({ key: '', drying: { ...before.drying, ...drying } }))
      }
      if (alive) setState({ key, drying })
    })()
    return () => {
      alive = false
    }
    // The key stands for everything that is asked.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key])
  return { drying: state.drying, busy: state.key !== key }
}

/** What can still be done with a piece whose moment is past. */
export function useRescues(piece: Piece, studio: Studio, lost: boolean): readonly Rescue[] {
  const now = useNow()
  const key = lost
    ? JSON.stringify([piece.id, piece.steps, piece.making, studio.rooms, Math.floor(now / FIVE_MINUTES)])
    : ''
  return useAsked(key, async () => (lost ? await daysWorker().rescues(piece, studio, now) : []), [] as Rescue[]).value
}

/** The planned days through the full solver. */
export function useReplay(
  studio: Studio,
  fromMs: number,
  toMs: number,
): { visits: readonly Replayed[]; courses: readonly PlannedCourse[]; busy: boolean } {
  const { value, busy } = useAsked(
    `${dryingKey(studio)}|${JSON.stringify([studio.schedule, studio.calendar.firings, fromMs, toMs])}`,
    async () => await daysWorker().replay(studio, fromMs, toMs),
    { visits: [], courses: [] } as { visits: Replayed[]; courses: PlannedCourse[] },
  )
  return { ...value, busy }
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
      preview(latest)
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

/** The plan that is being improved, before it is taken. */
interface PreviewState {
  readonly schedule: Schedule | null
}

let previewed: PreviewState = { schedule: null }
const listeners = new Set<() => void>()

function preview(schedule: Schedule | null): void {
  previewed = { schedule }
  for (const listener of listeners) listener()
}

/** The studio as its days look while they are being planned. */
export function usePlannedStudio(): Studio {
  const studio = useStudio((s) => s.studio)
  const state = useSyncExternalStore(
    (changed) => {
      listeners.add(changed)
      return () => listeners.delete(changed)
    },
    () => previewed,
    () => previewed,
  )
  useEffect(() => preview(null), [studio.schedule])
  return state.schedule ? { ...studio, schedule: state.schedule } : studio
}

/**
 * Notes what was seen of a piece and fits its room’s drying factor anew, as one edit; says what that changed.
 */
export async function noteAndCalibrate(piece: Piece, entry: LogEntry): Promise<void> {
  const { studio } = useStudio.getState()
  const log: Command = { type: 'piece.log', pieceId: piece.id, entry }
  const noted = applyCommand(studio, log)
  if (!noted.ok) return tell('problem', sentence(noted.issue))
  const room = roomOf(studio, piece)
  const { factor, sightings } = await daysWorker().calibrate(noted.value.studio, room)
  const set: Command = {
    type: 'room.set',
    room: { ...room, factor: { ln: Number(factor.ln.toFixed(4)), sigma: Number(factor.sigma.toFixed(4)) } },
  }
  if (
    run({
      type: 'batch',
      label: entry.kind === 'weight' ? 'enter a weight' : 'say how dry it is',
      commands: [log, set],
    })
  )
    return
  const others = Object.values(studio.pieces).filter(
    (other) =>
      other.id !== piece.id &&
      roomOf(studio, other).id === room.id &&
      other.making.madeAt &&
      !other.steps.some((s) => s.act === 'fire' && s.done),
  ).length
  const times = (ln: number) => `${Math.exp(ln).toFixed(2)} ×`
  tell(
    'news',
    `${room.name} dries ${times(factor.ln)} as fast as the model (was ${times(room.factor.ln)}), give or take ${Math.round(factor.sigma * 100)} %, from ${sightings} ${sightings === 1 ? 'sighting' : 'sightings'}. ${others} other ${others === 1 ? 'piece is' : 'pieces are'} moved with it. Undo takes it back.`,
  )
}

/** Hands the planned days over as a calendar file. */
export async function exportCalendar(): Promise<void> {
  const { studio } = useStudio.getState()
  const text = await daysWorker().calendar(studio, Date.now())
  download(fileName(`${studio.name} days`, 'ics'), new Blob([text], { type: 'text/calendar' }))
}
