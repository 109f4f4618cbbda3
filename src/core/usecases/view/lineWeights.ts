import { STAGE } from '../../clay/stages'
import { firedLength } from '../../form/shrinkage'
import type { Body } from '../../vocabulary/material'
import type { Piece } from '../../model/piece'
import { timeline } from '../../plan/timeline'

/** One weight of line in a plan: as drawn and after all shrinkage, mm. */
export interface LineWeight {
  readonly drawnMm: number
  readonly firedMm: number
}

/** The different weights of line that a plan cuts, draws or waxes, thinnest first. */
export function lineWeights(piece: Piece, body: Body): LineWeight[] {
  const times = timeline(piece.steps)
  const weights = new Map<number, LineWeight>()
  piece.steps.forEach((step, i) => {
    if (!('motif' in step) || !step.motif || step.act === 'mask') return
    const { lineMm } = step.motif
    weights.set(lineMm, {
      drawnMm: lineMm,
      firedMm: firedLength(lineMm, body.dryingShrinkage, body.firingShrinkage, STAGE[times[i].stage].shrunk),
    })
  })
  return [...weights.values()].sort((a, b) => a.drawnMm - b.drawnMm)
}
