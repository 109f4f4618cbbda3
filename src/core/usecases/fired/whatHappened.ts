import type { Finding } from '../../judge/finding'
import { lotPieces } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { entriesOf, standingEntries, tellsOf, type RunEntry } from '../../model/run'
import type { Studio } from '../../model/studio'
import { coatsOf, type Step } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import { beneathOf, coatWaits } from '../words/stepWords'

/** All that is known of how a pot was made: the plan as it was carried out, what the run tells, what a judge sees in it. */
export interface WhatHappened {
  readonly piece: Piece
  /** The steps as they were done on the pot. */
  readonly steps: readonly Step[]
  readonly run: readonly RunEntry[]
  readonly findings: readonly Finding[]
  readonly studio: Studio
}

/** What happened to a pot, with what a judge found in the plan as it was carried out on it. */
export const whatHappened = (
  piece: Piece,
  pot: number,
  findings: readonly Finding[],
  studio: Studio,
): WhatHappened => ({
  piece,
  steps: asDoneOn(piece, pot).steps,
  run: standingEntries(piece.run).filter((entry) => tellsOf(entry, pot)),
  findings,
  studio,
})

/** A piece with its steps as they were done on a pot; as planned where the pot no longer stands. */
export const asDoneOn = (piece: Piece, pot: number): Piece =>
  lotPieces(piece).find(({ lot }) => lot.pots.includes(pot))?.asDone ?? piece

/** Coats that followed one another faster than they dry: “3 coats in 9 minutes, which want 25 to dry”. */
export interface Haste {
  readonly step: Step
  readonly coats: number
  readonly minutes: number
  readonly wanted: number
}

/** Hurried by less than this share of the wait is not told of: waits are estimates [our choice]. */
const HURRIED = 0.6

/** Steps whose coats the run shows to have been laid in haste. */
export function hastes({ steps, run, studio }: WhatHappened): Haste[] {
  const times = timeline(steps)
  return steps.flatMap((step, i): Haste[] => {
    const coats = entriesOf(run, 'coat').filter(({ stepId }) => stepId === step.id)
    const first = new Map<number, number>()
    for (const entry of coats) first.set(entry.coat, Date.parse(entry.at))
    if (first.size < 2 || coatsOf(step) < 2) return []
    const at = [...first.values()].sort((a, b) => a - b)
    const minutes = (at[at.length - 1] - at[0]) / 60_000
    const waits = coatWaits(step, times[i].surface, studio, undefined, beneathOf(steps, i, [], studio)).slice(
      0,
      first.size - 1,
    )
    const wanted = waits.reduce((sum, seconds) => sum + seconds, 0) / 60
    return minutes < HURRIED * wanted ? [{ step, coats: first.size, minutes, wanted }] : []
  })
}
