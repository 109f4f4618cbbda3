import { totalShrinkage } from '../../form/shrinkage'
import type { Body } from '../../vocabulary/material'
import { STAGE } from '../../clay/stages'
import type { Piece } from '../../model/piece'
import { isA } from '../../plan/step'
import { timeline } from '../../plan/timeline'
import type { ViewKind } from './pieceView'

/** What the right-hand part of a picture shows beside the left: nothing, the same raw or fired, the variant, or the plan done otherwise. */
export type Comparison = 'none' | 'raw' | 'variant' | 'whatIf'

/** A moment of a plan: after which step (−1 before the first), and how it is looked at. */
export interface PlanMoment {
  readonly afterStep: number
  readonly kind: ViewKind
}

/** What is compared, when `chosen` was asked for: a plan done otherwise goes before, and a variant that is gone is none. */
export const comparisonOf = (chosen: Comparison, { variant }: Piece, whatIf: Piece | null): Comparison =>
  whatIf ? 'whatIf' : chosen === 'variant' && !variant ? 'none' : chosen

/** The plan and the moment of the right-hand part. */
export function comparedWith(
  piece: Piece,
  { afterStep, kind }: PlanMoment,
  against: Comparison,
  whatIf: Piece | null,
): { readonly piece: Piece; readonly moment: PlanMoment } {
  if (against === 'raw')
    return {
      piece,
      moment:
        kind === 'bench'
          ? { afterStep, kind: 'firedWhole' }
          : { afterStep: kind === 'firedWhole' ? lastRawStep(piece) : afterStep, kind: 'bench' },
    }
  const other =
    against === 'whatIf' && whatIf
      ? whatIf
      : against === 'variant' && piece.variant
        ? { ...piece, steps: piece.variant }
        : piece
  return { piece: other, moment: { afterStep: Math.min(afterStep, other.steps.length - 1), kind } }
}

/** The last step before the last firing: what goes into the kiln. */
function lastRawStep({ steps }: Piece): number {
  const fired = steps.findLastIndex((step) => isA(step, 'firing'))
  return fired < 0 ? steps.length - 1 : fired - 1
}

/** What stands over the two parts of a split picture. */
export function splitWords(against: Comparison, kind: ViewKind): readonly [left: string, right: string] {
  const [own, other] = kind === 'bench' ? ['on the bench', 'fired'] : ['fired', 'on the bench']
  if (against === 'whatIf') return ['as planned', 'what if']
  return [own, against === 'raw' ? other : 'the variant']
}

/** The moment that a picture shows, in words. */
export function momentShown({ steps }: Piece, { afterStep, kind }: PlanMoment): string {
  const after = afterStep < 0 ? 'the making' : `step ${afterStep + 1}`
  if (kind === 'firedWhole') return 'as it will look fired'
  if (kind === 'firedNow') return `fired as it stands after ${after}`
  return `on the bench after ${after}, ${STAGE[timeline(steps)[afterStep + 1].stage].name}`
}

/** Size of a piece as a view shows it, as a share of its size as made: on the bench 1, fired less all its shrinkage. */
export const shownScale = (body: Body, kind: ViewKind): number =>
  kind === 'bench' ? 1 : 1 - totalShrinkage(body.dryingShrinkage, body.firingShrinkage)
