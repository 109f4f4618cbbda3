import { applyAct, type MediumTraits } from './acts'
import type { SkinOperation } from './compile'
import { BARE, type Stack } from './stack'

/** A spot on the skin, as the judge looks at it: on the ground or in a line of a given carving. */
export interface Spot {
  readonly lengthMm: number
  /** Index of the carve step whose line runs here, or null for the ground. */
  readonly inLineOf: number | null
}

/** Where an operation acts, without its raster: nominal level there, 0 elsewhere. */
const nominalLevel = (operation: SkinOperation): number => (operation.act.act === 'coat' || operation.act.act === 'fire' ? 8 : 15)

/** Acts that only happen in patches or on edges; a nominal spot is spared them. */
const PATCHY = new Set(['lift', 'flake', 'blister', 'crawl', 'smear', 'bead', 'burr'])

/**
 * The stack at one spot after each step, at nominal levels: what the plan intends there, without streaks and accidents.
 * Entry 0 is bare clay, entry k + 1 follows step k.
 */
export function probeSpot(operations: readonly SkinOperation[], stepCount: number, spot: Spot, media: readonly MediumTraits[]): Stack[] {
  const after: Stack[] = [BARE]
  let stack = BARE
  let next = 0
  for (let step = 0; step < stepCount; step++) {
    for (; next < operations.length && operations[next].stepIndex <= step; next++) {
      const operation = operations[next]
      if (meets(operation, spot)) stack = applyAct(stack, nominalLevel(operation), operation.act, media)
    }
    after.push(stack)
  }
  return after
}

function meets({ act, field, stepIndex }: SkinOperation, spot: Spot): boolean {
  if (act.act === 'carve') return spot.inLineOf === stepIndex
  return !PATCHY.has(act.act) && field.stretches.some((s) => spot.lengthMm >= s.from && spot.lengthMm < s.to)
}
