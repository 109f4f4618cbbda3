import type { Visit } from '@/core/model/calendar'
import type { Piece } from '@/core/model/piece'
import { visitMissed } from '@/core/usecases/days/pastVisits'
import { pinnedTo, unpinned, visitDone } from '@/core/usecases/days/visitDone'
import { instantNow, startPlanning, type Planning } from '@/store/days'
import { run, useStudio } from '@/store/studioStore'

const studio = () => useStudio.getState().studio

const schedule = () => studio().schedule

/** Notes that a visit has been carried out as planned. */
export const noteVisitDone = (piece: Piece, visit: Visit): void =>
  void run(visitDone(piece, visit, studio(), instantNow()))

/** Notes that a visit did not take place. */
export const noteVisitMissed = (visit: Visit): void => void run(visitMissed(schedule(), visit))

interface Reports {
  readonly onProgress: (planning: Planning | null) => void
  readonly onDone: (changes: readonly string[]) => void
}

/** Rounds of improvement after one step was moved. */
const ROUNDS = 16

/** Pins the steps of a visit to another session and plans the rest round them. */
export const moveVisit = (visit: Visit, sessionId: string, reports: Reports): (() => void) =>
  startPlanning({ pins: pinnedTo(schedule().pins, visit, sessionId), rounds: ROUNDS, ...reports })

/** Lets the steps of a visit move again. */
export const unpinVisit = (visit: Visit, reports: Reports): (() => void) =>
  startPlanning({ pins: unpinned(schedule().pins, visit), rounds: ROUNDS, ...reports })
