import { applyOp, type MediumTraits } from './stackOps'
import type { SkinOperation } from './operation'
import { inAnyArc } from './levelField'
import { BARE, type Stack } from './stack'

/** A spot on the skin, as the judge looks at it: on the ground or in a line of a given carving. */
export interface ProbePoint {
  readonly lengthMm: number
  /** Index of the step whose lines run here, or null for the ground. */
  readonly inLineOf: number | null
  /** Share of a turn; a place in the middle of nothing in particular if it is left out. */
  readonly across?: number
  /** Between the marks of a texture instead of down in them. */
  readonly onHigh?: boolean
  /** The surface it is on; the wall if it is left out. */
  readonly on?: string
}

const SOMEWHERE = 0.003

/** Where an operation acts, without its raster: nominal level there. */
function nominalLevel({ act, field }: SkinOperation): number {
  if (field.kind !== 'area') return 15
  return act.act === 'coat' ? 8 * (act.coats ?? 1) : act.act === 'fire' ? 8 : 15
}

/**
 * The stack at one spot after each step, at nominal levels: what the plan intends there, without streaks and accidents.
 * Entry 0 is bare clay, entry k + 1 follows step k.
 */
export function probeSpot(
  operations: readonly SkinOperation[],
  stepCount: number,
  spot: ProbePoint,
  media: readonly MediumTraits[],
): Stack[] {
  const after: Stack[] = [BARE]
  let stack = BARE
  let next = 0
  for (let step = 0; step < stepCount; step++) {
    for (; next < operations.length && operations[next].stepIndex <= step; next++) {
      const operation = operations[next]
      if (meets(operation, spot)) stack = applyOp(stack, nominalLevel(operation), operation.act, media)
    }
    after.push(stack)
  }
  return after
}

function meets({ act, field, stepIndex, aside, on }: SkinOperation, spot: ProbePoint): boolean {
  if (on !== spot.on || aside || field.kind === 'patches' || (spot.onHigh && act.act === 'press')) return false
  if (field.kind === 'marks') return spot.inLineOf === stepIndex
  const across = spot.across ?? SOMEWHERE
  return (
    inAnyArc(across, field.arcs) &&
    field.stretches.some((s) => spot.lengthMm >= s.from && spot.lengthMm < s.to) &&
    (field.within?.(spot.lengthMm, across) ?? true)
  )
}
