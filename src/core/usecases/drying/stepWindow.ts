import { MOISTURE_STAGES, type MoistureStage } from '../../clay/drying/course'
import type { UncertainTime } from '../../clay/drying/uncertainty'
import { stageIndex, type Stage } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import { timeline, hasBeenFired, firesBefore } from '../../plan/timeline'
import { columnOf, type PieceDrying } from './pieceDrying'
import { isHandwork } from '../../plan/step'

/** When the wall of a piece, left as it stands, opens and closes for a step; hours since it was made. Null ends are open. */
export interface StepWindow {
  readonly stepId: string
  readonly stage: Stage
  readonly opens: UncertainTime | null
  readonly closes: UncertainTime | null
  readonly state: 'tooWet' | 'open' | 'past'
}

/** Window of a stage by the wall of a piece. */
function stageWindow(drying: PieceDrying, stage: Stage): Omit<StepWindow, 'stepId'> | null {
  if (stageIndex(stage) > stageIndex('boneDry')) return null
  const wall = columnOf(drying, 'wall')
  const at = MOISTURE_STAGES.indexOf(stage as MoistureStage)
  const now = MOISTURE_STAGES.indexOf(wall.stageNow)
  const next = MOISTURE_STAGES[at + 1]
  return {
    stage,
    opens: wall.reaches[stage as MoistureStage],
    closes: next && stage !== 'boneDry' ? wall.reaches[next] : null,
    state: now < at ? 'tooWet' : now === at ? 'open' : 'past',
  }
}

/** Windows of all steps that clay decides and that are not done. */
export function stepWindows(piece: Piece, drying: PieceDrying): StepWindow[] {
  const times = timeline(piece.steps)
  const fired = hasBeenFired(piece.steps)
  if (fired) return []
  return piece.steps.flatMap((step, i): StepWindow[] => {
    if (step.done || !isHandwork(step) || firesBefore(piece.steps, i)) return []
    const seen = stageWindow(drying, times[i].stage)
    return seen ? [{ stepId: step.id, ...seen }] : []
  })
}

/** What stands out about a piece now: what it is ready for, what it must be kept from. */
export interface Standing {
  readonly pieceId: string
  readonly kind: 'ready' | 'soon' | 'wet' | 'past' | 'drying' | 'kiln' | 'fired' | 'unmade'
  readonly window: StepWindow | null
}

/** How a piece stands today; `soonHours` is how near the end of a window counts as near. */
export function standingOf(piece: Piece, drying: PieceDrying | null, soonHours = 10): Standing {
  const base = { pieceId: piece.id, window: null }
  if (hasBeenFired(piece.steps)) return { ...base, kind: 'fired' }
  if (!drying) return { ...base, kind: 'unmade' }
  const [first] = stepWindows(piece, drying)
  if (!first) return { ...base, kind: columnOf(drying, 'foot').stageNow === 'boneDry' ? 'kiln' : 'drying' }
  if (first.state === 'past') return { ...base, window: first, kind: 'past' }
  if (first.state === 'tooWet') return { ...base, window: first, kind: 'wet' }
  const left = first.closes ? first.closes.early - drying.nowHours : Infinity
  return { ...base, window: first, kind: left < soonHours ? 'soon' : 'ready' }
}
