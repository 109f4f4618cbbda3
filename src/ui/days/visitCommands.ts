import type { Command } from '@/core/model/command'
import type { Schedule, Visit } from '@/core/model/calendar'
import type { Piece } from '@/core/model/piece'
import { instantNow, startPlanning, type Planning } from '@/store/days'
import { run, useStudio } from '@/store/studioStore'

/** A visit carried out as planned: its steps are done, the piece stands as planned from its end on. */
export function visitDone(piece: Piece, visit: Visit): void {
  const last = Math.max(-1, ...visit.stepIds.map((id) => piece.steps.findIndex((step) => step.id === id)))
  const commands: Command[] = []
  if (visit.makes)
    commands.push({
      type: 'piece.making',
      pieceId: piece.id,
      changes: { madeAt: instantNow() < visit.at ? instantNow() : visit.at },
    })
  if (last >= 0) commands.push({ type: 'piece.progress', pieceId: piece.id, doneSteps: last + 1 })
  // Done early, it stands as planned from now on; done late, it is taken to have been done as planned.
  const at = instantNow() < visit.until ? instantNow() : visit.until
  commands.push({ type: 'piece.log', pieceId: piece.id, entry: { kind: 'cover', at, cover: visit.cover } })
  const { schedule } = useStudio.getState().studio
  commands.push({
    type: 'schedule.set',
    schedule: {
      ...schedule,
      visits: schedule.visits.filter((v) => v !== visit && !(v.pieceId === visit.pieceId && v.at === visit.at)),
    },
  })
  run({ type: 'batch', label: `do “${piece.name}” as planned`, commands })
}

interface Reports {
  readonly onProgress: (planning: Planning | null) => void
  readonly onDone: (changes: readonly string[]) => void
}

const without = (pins: Schedule['pins'], visit: Visit) =>
  pins.filter((pin) => !(pin.pieceId === visit.pieceId && visit.stepIds.includes(pin.stepId)))

/** Pins the steps of a visit to another session and plans the rest round them. */
export function moveVisit(visit: Visit, sessionId: string, reports: Reports): () => void {
  const { schedule } = useStudio.getState().studio
  const pins = [
    ...without(schedule.pins, visit),
    ...visit.stepIds.map((stepId) => ({ pieceId: visit.pieceId, stepId, sessionId })),
  ]
  return startPlanning({ pins, rounds: 16, ...reports })
}

/** Lets the steps of a visit move again. */
export function unpinVisit(visit: Visit, reports: Reports): () => void {
  return startPlanning({ pins: without(useStudio.getState().studio.schedule.pins, visit), rounds: 16, ...reports })
}
