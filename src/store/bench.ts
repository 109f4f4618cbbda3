'use client'

import { useEffect, useMemo, useState, useSyncExternalStore } from 'react'
import { stepAsDone } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { Step } from '@/core/plan/step'
import { sideOfStep } from '@/core/usecases/view/decoratedSide'
import type { BenchItem } from '@/core/usecases/bench/benchItems'
import { coatTimers, type CoatTimer } from '@/core/usecases/bench/coatTimers'
import { gates, SOON_MS, thumbnails } from '@/workers/clients'
import { unwrapAnswer, useWorkerQuery, type QueryState, type WorkerQuery } from './workerQueries'
import { restingView } from './derived'

/* What the bench needs beside the studio: the second, the pictures of an act, sound, a screen that stays awake. */

/** The present second. */
export const useSecond = (): number =>
  useSyncExternalStore(
    (changed) => {
      const timer = setInterval(changed, 250)
      return () => clearInterval(timer)
    },
    () => Math.floor(Date.now() / 1000) * 1000,
    () => 0,
  )

/** All coats that dry, of the pieces at the bench. */
export const useCoatTimers = (pieceIds: readonly string[], studio: Studio, nowMs: number): readonly CoatTimer[] =>
  // The whole second would work them out anew four times as often as they change for the eye.
  useMemo(
    () => pieceIds.flatMap((id) => (studio.pieces[id] ? coatTimers(studio.pieces[id], studio, nowMs) : [])),
    [pieceIds, studio, nowMs],
  )

interface ActPictureAsked extends Pick<Studio, 'bodies' | 'media' | 'ways'> {
  readonly form: Piece['form']
  readonly bodyId: string
  /** Steps up to the act, the act itself with the coats that lie on it. */
  readonly plan: string
  readonly size: number
  readonly side: ReturnType<typeof sideOfStep>
}

const ACT_PICTURE = (piece: Piece, steps: Step[], act: Step): WorkerQuery<ActPictureAsked, ImageData> => ({
  name: 'picture of an act',
  what: 'The picture of this coat could not be drawn',
  keepMs: 600_000,
  ask: async ({ bodies, media, ways, size }, signal) => {
    const request = {
      piece: { ...piece, steps },
      bodies,
      media,
      ways,
      afterStep: steps.length - 1,
      kind: 'bench',
      light: 'daylight',
    } as const
    const picture = await gates.pictures.pass(signal, async () =>
      unwrapAnswer(
        await thumbnails.ask((worker) => worker.picture(request, restingView(piece, act), size, size, false), {
          limitMs: SOON_MS,
        }),
      ),
    )
    return new ImageData(picture.pixels, picture.width, picture.height)
  },
})

/** How a piece looks on the table with so many coats of an act on it: with none it is as before the act. */
export function useActPicture(
  piece: Piece,
  studio: Studio,
  item: BenchItem,
  coats: number,
  size: number,
): QueryState<ImageData> {
  const lot = piece.apart.find(({ pots }) => pots.includes(item.pots[0]))
  const otherwise = lot?.otherwise ?? piece.otherwise
  const at = piece.steps.findIndex(({ id }) => id === item.stepId)
  const steps = piece.steps.slice(0, at).map((step) => stepAsDone(step, otherwise))
  const act = at < 0 ? null : stepAsDone(piece.steps[at], otherwise)
  const shown = act && coats > 0 ? [...steps, 'coats' in act ? ({ ...act, coats } as Step) : act] : steps
  const { bodies, media, ways } = studio
  const about = act && {
    form: piece.form,
    bodyId: piece.bodyId,
    plan: JSON.stringify(shown),
    bodies,
    media,
    ways,
    size,
    side: sideOfStep(act),
  }
  return useWorkerQuery(ACT_PICTURE(piece, shown, act ?? piece.steps[0]), about)
}

let audio: AudioContext | null = null

/** Lets sound be made later: browsers want a touch first. */
export function wakeSound(): void {
  audio ??= typeof AudioContext === 'undefined' ? null : new AudioContext()
  void audio?.resume().catch(() => undefined)
}

/** Two soft notes, made here, and a short shake where a device can. */
function ring(): void {
  if (!audio) return
  navigator.vibrate?.([180, 90, 180])
  const start = audio.currentTime + 0.02
  for (const [at, hertz] of [
    [0, 659.26],
    [0.22, 880],
  ]) {
    const tone = audio.createOscillator()
    const loud = audio.createGain()
    tone.type = 'sine'
    tone.frequency.value = hertz
    loud.gain.setValueAtTime(0, start + at)
    loud.gain.linearRampToValueAtTime(0.25, start + at + 0.02)
    loud.gain.exponentialRampToValueAtTime(0.001, start + at + 0.6)
    tone.connect(loud).connect(audio.destination)
    tone.start(start + at)
    tone.stop(start + at + 0.7)
  }
}

/** Rings once for each timer when its likely time comes while the page is open, or has come while it slept. */
export function useRinging(timers: readonly CoatTimer[], nowMs: number, sound: boolean): void {
  const [since] = useState(() => Date.now())
  const [rung] = useState(() => new Set<string>())
  const due = timers.filter(({ over, likelyMs }) => !over && likelyMs <= nowMs && likelyMs > since)
  const fresh = due.filter(({ id, likelyMs }) => !rung.has(`${id} ${likelyMs}`))
  useEffect(() => {
    if (!fresh.length) return
    for (const { id, likelyMs } of fresh) rung.add(`${id} ${likelyMs}`)
    if (sound) ring()
  })
}

/** Keeps the screen awake while the bench is open, where the browser can. */
export function useWakeLock(): boolean {
  const [awake, setAwake] = useState(false)
  useEffect(() => {
    let lock: WakeLockSentinel | null = null
    let over = false
    const ask = async () => {
      if (document.visibilityState !== 'visible' || !('wakeLock' in navigator)) return
      try {
        lock = await navigator.wakeLock.request('screen')
        if (over) return void lock.release()
        setAwake(true)
        lock.addEventListener('release', () => setAwake(false))
      } catch {
        setAwake(false)
      }
    }
    const onSeen = () => void ask()
    void ask()
    document.addEventListener('visibilitychange', onSeen)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', onSeen)
      void lock?.release().catch(() => undefined)
    }
  }, [])
  return awake
}
