import { isA } from '../../plan/step'
import { MOISTURE_STAGES, type MoistureStage } from '../../clay/drying/course'
import type { UncertainTime } from '../../clay/drying/uncertainty'
import type { Piece } from '../../model/piece'
import { timeline } from '../../plan/timeline'
import { columnOf, type PieceDrying } from '../drying/pieceDrying'

/** Clay that is not there yet for a step: how it stands, what is waited for, and when it comes; hours since it was made. */
export interface DryingWait {
  readonly now: MoistureStage
  readonly wanted: MoistureStage
  /** Null when it does not come there as it stands: it is covered too tightly. */
  readonly opens: UncertainTime | null
}

/** What a step waits for while the wall is still too wet for it, or is being dried; null where nothing is to be waited for. */
export function dryingWait(piece: Pick<Piece, 'steps'>, stepId: string, drying: PieceDrying | null): DryingWait | null {
  const index = piece.steps.findIndex(({ id }) => id === stepId)
  const step = piece.steps[index]
  if (!step || !drying) return null
  const stage = isA(step, 'drying') ? step.to : timeline(piece.steps)[index].stage
  const at = MOISTURE_STAGES.indexOf(stage as MoistureStage)
  const wall = columnOf(drying, 'wall')
  if (at < 0 || MOISTURE_STAGES.indexOf(wall.stageNow) >= at) return null
  const wanted = MOISTURE_STAGES[at]
  return { now: wall.stageNow, wanted, opens: wall.reaches[wanted] }
}
