import { isFor, type Schedule, type Visit } from '../../model/calendar'
import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { NOTHING_KNOWN } from '../../model/run'
import { coatsOf } from '../../plan/step'
import { stepEntry } from '../../model/runEntries'

/** Pots of a visit as a command names them: none for the whole set. */
const potsOf = ({ pots }: Visit): { pots?: number[] } => (pots.length ? { pots } : {})

/** A visit carried out as planned: its coats and steps are done on its pots, which stand as planned from its end on. */
export function visitDone(
  piece: Piece,
  visit: Visit,
  { schedule, media }: Pick<Studio, 'schedule' | 'media'>,
  now: string,
): Command {
  const last = Math.max(-1, ...visit.stepIds.map((id) => piece.steps.findIndex((step) => step.id === id)))
  const pots = potsOf(visit)
  const earlier = (at: string) => (now < at ? now : at)
  const commands: Command[] = []
  if (visit.makes)
    commands.push({ type: 'piece.making', pieceId: piece.id, ...pots, changes: { madeAt: earlier(visit.at) } })
  if (visit.opens)
    commands.push({
      type: 'piece.log',
      pieceId: piece.id,
      ...pots,
      entry: { kind: 'cover', at: earlier(visit.opens), cover: 'open' },
    })
  for (const { until, outsideUm, insideUm } of visit.touches)
    if (outsideUm + insideUm > 0)
      commands.push({
        type: 'piece.log',
        pieceId: piece.id,
        ...pots,
        entry: { kind: 'coats', at: earlier(until), outsideUm, insideUm },
      })
  if (last >= 0) {
    const partly = visit.coats.find(({ stepId }) => stepId === piece.steps[last].id)
    const begun = partly && partly.to < coatsOf(piece.steps[last])
    commands.push({
      type: 'piece.progress',
      pieceId: piece.id,
      ...pots,
      doneSteps: begun ? last : last + 1,
      coats: begun ? partly.to : 0,
    })
    const known = { now: earlier(visit.until), by: '', conditions: NOTHING_KNOWN }
    const done = piece.steps.filter(({ id }) => visit.stepIds.includes(id)).slice(0, begun ? -1 : undefined)
    commands.push({
      type: 'run.add',
      pieceId: piece.id,
      entries: done.map((step) => stepEntry(step, visit.pots, { media }, known)),
    })
  }
  // Done early, it stands as planned from now on; done late, it is taken to have been done as planned.
  commands.push({
    type: 'piece.log',
    pieceId: piece.id,
    ...pots,
    entry: { kind: 'cover', at: earlier(visit.covered ?? visit.until), cover: visit.cover },
  })
  const visits = schedule.visits.filter((v) => v !== visit && !isSame(v, visit))
  commands.push({ type: 'schedule.set', schedule: { ...schedule, visits } })
  return { type: 'batch', label: `do “${piece.name}” as planned`, commands }
}

/** Whether two visits are the same one, as it was read twice. */
export const isSame = (a: Visit, b: Visit): boolean =>
  a.pieceId === b.pieceId && a.at === b.at && a.pots.join() === b.pots.join()

/** Pins without those of a visit. */
export const unpinned = (pins: Schedule['pins'], visit: Visit): Schedule['pins'] =>
  pins.filter((pin) => !(isPinOf(pin, visit) && visit.stepIds.includes(pin.stepId)))

/** Whether a pin holds pots of a visit. */
export const isPinOf = (pin: Schedule['pins'][number], visit: Visit): boolean =>
  pin.pieceId === visit.pieceId &&
  (visit.pots.length === 0 || pin.pots.length === 0 || visit.pots.some((pot) => isFor(pin, pot)))

/** Pins with the steps of a visit held in a session. */
export const pinnedTo = (pins: Schedule['pins'], visit: Visit, sessionId: string): Schedule['pins'] => [
  ...unpinned(pins, visit),
  ...visit.stepIds.map((stepId) => ({ pieceId: visit.pieceId, pots: visit.pots, stepId, sessionId })),
]
