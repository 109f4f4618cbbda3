import { isA } from '../../plan/step'
import { shrunkIn } from '../../clay/stageScale'
import { firedLength } from '../../form/shrinkage'
import type { TurnedForm } from '../../form/turnedForm'
import { chartOf, looseAtlas } from '../../skin/atlas'
import { strokesOf } from '../../skin/motifs/strokes'
import type { Body } from '../../vocabulary/material'
import type { Piece } from '../../model/piece'
import { timeline } from '../../plan/timeline'

/** One weight of line in a plan: as drawn and after all shrinkage, mm. */
export interface LineWeight {
  readonly drawnMm: number
  readonly firedMm: number
}

/** The different weights of line that a plan cuts, draws or waxes, of the strokes themselves, thinnest first. */
export function lineWeights(piece: Piece, body: Body, form: TurnedForm): LineWeight[] {
  const times = timeline(piece.steps)
  const atlas = looseAtlas(form, piece.form.parts)
  const weights = new Map<number, LineWeight>()
  piece.steps.forEach((step, i) => {
    if (!('motif' in step) || !step.motif || isA(step, 'masking')) return
    const { thinnestMm, boldestMm } = strokesOf(chartOf(atlas, step.motif.on).grid, step.motif)
    for (const drawnMm of [thinnestMm, boldestMm].map((mm) => Number(mm.toFixed(1))))
      weights.set(drawnMm, {
        drawnMm,
        firedMm: firedLength(drawnMm, body.dryingShrinkage, body.firingShrinkage, shrunkIn(body.water, times[i].stage)),
      })
  })
  return [...weights.values()].sort((a, b) => a.drawnMm - b.drawnMm)
}
