import { chartOf, type Atlas } from '../../skin/atlas'
import { firstAcross, motifMiddle } from '../../skin/motifs/motifCopies'
import { isBath } from '../../plan/localStage'
import { acrossOf, arcsOn, stretchesOn } from '../../skin/place'
import { PRESETS } from '../../form/presets'
import type { Piece } from '../../model/piece'
import { actOf, type Step } from '../../plan/step'
import type { SkinSpot } from './skinSpot'

export type ShownSide = 'outside' | 'inside' | 'base'

/** The side of the form on which a step acts; null when it acts everywhere or nowhere in particular. */
export function sideOfStep(step: Step): ShownSide | null {
  if ('motif' in step && step.motif)
    return step.motif.side === 'outside' || step.motif.side === 'base' ? step.motif.side : 'inside'
  if (!('place' in step)) return null
  const { parts } = step.place
  if (parts.includes('outside')) return 'outside'
  if (parts.includes('floor') || parts.includes('inside')) return 'inside'
  return parts.includes('base') ? 'base' : null
}

/** A spot in the middle of what a step acts on; null when it acts nowhere in particular. */
export function spotOfStep(atlas: Atlas, step: Step): SkinSpot | null {
  if ('motif' in step && step.motif) {
    const { grid, surface } = chartOf(atlas, step.motif.on)
    return {
      across: firstAcross(step.motif),
      down: motifMiddle(grid, step.motif).alongMm / grid.form.totalMm,
      ...(surface.part ? { on: surface.id } : {}),
    }
  }
  if (!('place' in step)) return null
  const { place } = step
  for (const { surface } of atlas.charts) {
    const stretches = stretchesOn(surface, place, isBath(step))
    if (!stretches.length) continue
    const longest = stretches.reduce((a, b) => (b.to - b.from > a.to - a.from ? b : a))
    const down = (longest.from + longest.to) / 2 / surface.form.totalMm
    if (!surface.part) return { across: acrossOf(place) ?? 0, down }
    const arc = arcsOn(surface, place, isBath(step))?.[0]
    return { across: arc ? ((arc[0] + arc[1]) / 2) % 1 : 0, down, on: surface.id }
  }
  return null
}

/** The side that a piece is decorated on, as its steps say; an undecorated one is looked at by its proportions. */
export function decoratedSide({ form, steps }: Pick<Piece, 'form' | 'steps'>): 'outside' | 'inside' {
  if (PRESETS[form.preset].flat) return 'inside'
  const sum = { outside: 0, inside: 0, base: 0 }
  for (const step of steps) {
    const side = sideOfStep(step)
    if (side) sum[side] += actOf(step).decorates ?? 0
  }
  if (sum.outside !== sum.inside) return sum.outside > sum.inside ? 'outside' : 'inside'
  return form.sizes.rimMm > 1.6 * form.sizes.heightMm ? 'inside' : 'outside'
}
