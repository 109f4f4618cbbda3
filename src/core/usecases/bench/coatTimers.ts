import { entriesOf, tellsOf, type RunEntryOf } from '../../model/run'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { timeline } from '../../plan/timeline'
import { beneathOf, coatWaits } from '../words/stepWords'
import { roomEvaporation, roomOf } from '../drying/pieceDrying'
import { matteFactor } from './matteFactor'
import { MINUTE } from '../../base/spans'

/** A coat that dries: from when on, and when it is likely matte. */
export interface CoatTimer {
  readonly id: string
  readonly pieceId: string
  readonly stepId: string
  readonly coat: number
  readonly pots: readonly number[]
  readonly sinceMs: number
  /** When it may be, is likely, and should surely be matte, ms. */
  readonly earlyMs: number
  readonly likelyMs: number
  readonly lateMs: number
  /** What such a coat is reckoned to take in a room of which nothing has been learnt, s. */
  readonly reckoned: number
  /** It has been seen to be matte, or the next coat is on. */
  readonly over: boolean
}

/** A timer is shown for so long after it ran out: then nobody waits for it any more. */
const FORGOTTEN_MS = 6 * 60 * MINUTE

/** Seen to shine at its time it is given so much of its time again, and at least so long. */
const AGAIN = { share: 0.25, leastMs: 2 * MINUTE } as const

/** 10 of 100 coats are matte before the early time, 10 are still not at the late one. */
const Z = 1.2816

const newest = (entries: readonly { readonly at: string }[]): number =>
  Math.max(...entries.map(({ at }) => Date.parse(at)))

/**
 * The coats of a piece that dry, by what was written down: one for each coat of a step, from when its last pot had it. They are read off
 * the run, so that they go on through sleep and reload.
 */
export function coatTimers(piece: Piece, studio: Studio, nowMs: number): CoatTimer[] {
  const coats = entriesOf(piece.run, 'coat').filter(({ at }) => Date.parse(at) > nowMs - 2 * FORGOTTEN_MS)
  const looked = entriesOf(piece.run, 'looked')
  const groups = new Map<string, RunEntryOf<'coat'>[]>()
  for (const entry of coats) {
    const key = `${entry.stepId} ${entry.coat}`
    groups.set(key, [...(groups.get(key) ?? []), entry])
  }
  const room = roomOf(studio, piece)
  const factor = matteFactor(studio, room.id)
  return [...groups].flatMap(([key, entries]): CoatTimer[] => {
    const [{ stepId, coat }] = entries
    const lot = lotPieces(piece).find((one) => one.lot.pots.some((pot) => entries.some((entry) => tellsOf(entry, pot))))
    const steps = lot?.piece.steps ?? piece.steps
    const index = steps.findIndex(({ id }) => id === stepId)
    if (index < 0) return []
    const sinceMs = newest(entries)
    const evaporation = roomEvaporation(room, sinceMs)
    const beneath = beneathOf(steps, index, piece.form.parts, studio, evaporation)
    const waits = coatWaits(steps[index], timeline(steps)[index].surface, studio, evaporation, beneath)
    const seconds = waits[Math.min(coat, waits.length - 1)]
    if (!seconds) return []
    const expected = seconds * Math.exp(factor.ln)
    const spread = Math.exp(Z * factor.sigma)
    const seen = looked.filter(
      (entry) => entry.stepId === stepId && entry.coat === coat && Date.parse(entry.at) >= sinceMs,
    )
    const matte = seen.find(({ shiny }) => !shiny)
    const shiny = seen.filter((entry) => entry.shiny).at(-1)
    const againMs = Math.max(AGAIN.share * expected * 1000, AGAIN.leastMs)
    const notBefore = shiny ? Date.parse(shiny.at) + againMs : 0
    const likelyMs = Math.max(sinceMs + 1000 * expected, notBefore)
    const covered = groups.has(`${stepId} ${coat + 1}`)
    if (nowMs > likelyMs + FORGOTTEN_MS) return []
    return [
      {
        id: `${piece.id} ${key}`,
        pieceId: piece.id,
        stepId,
        coat,
        pots: [...new Set(entries.flatMap((entry) => entry.pots))].sort((a, b) => a - b),
        sinceMs,
        earlyMs: Math.max(sinceMs + (1000 * expected) / spread, shiny ? Date.parse(shiny.at) : 0),
        likelyMs,
        lateMs: Math.max(sinceMs + 1000 * expected * spread, notBefore + againMs),
        reckoned: seconds,
        over: Boolean(matte) || covered,
      },
    ]
  })
}

/** The timer that the next coat of a step waits for, if it still runs. */
export const timerBefore = (
  timers: readonly CoatTimer[],
  { pieceId, stepId, coat }: { readonly pieceId: string; readonly stepId: string | null; readonly coat: number },
): CoatTimer | null =>
  timers.find(
    (timer) => timer.pieceId === pieceId && timer.stepId === stepId && timer.coat === coat - 1 && !timer.over,
  ) ?? null
