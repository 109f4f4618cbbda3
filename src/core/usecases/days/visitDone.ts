import type { Schedule, Visit } from '../../model/calendar'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'

/** A visit carried out as planned: its steps are done, the piece stands as planned from its end on. */
export function visitDone(piece: Piece, visit: Visit, schedule: Schedule, now: string): Command {
  const last = Math.max(-1, ...visit.stepIds.map((id) => piece.steps.findIndex((step) => step.id === id)))
  const earlier = (at: string) => (now < at ? now : at)
  const commands: Command[] = []
  if (visit.makes) commands.push({ type: 'piece.making', pieceId: piece.id, changes: { madeAt: earlier(visit.at) } })
  if (last >= 0) commands.push({ type: 'piece.progress', pieceId: piece.id, doneSteps: last + 1 })
  // Done early, it stands as planned from now on; done late, it is taken to have been done as planned.
  commands.push({
    type: 'piece.log',
    pieceId: piece.id,
    entry: { kind: 'cover', at: earlier(visit.until), cover: visit.cover },
  })
  const visits = schedule.visits.filter((v) => v !== visit && !(v.pieceId === visit.pieceId && v.at === visit.at))
  commands.push({ type: 'schedule.set', schedule: { ...schedule, visits } })
  return { type: 'batch', label: `do “${piece.name}” as planned`, commands }
}

/** Pins without those of a visit. */
export const unpinned = (pins: Schedule['pins'], visit: Visit): Schedule['pins'] =>
  pins.filter((pin) => !(pin.pieceId === visit.pieceId && visit.stepIds.includes(pin.stepId)))

/** Pins with the steps of a visit held in a session. */
export const pinnedTo = (pins: Schedule['pins'], visit: Visit, sessionId: string): Schedule['pins'] => [
  ...unpinned(pins, visit),
  ...visit.stepIds.map((stepId) => ({ pieceId: visit.pieceId, stepId, sessionId })),
]
