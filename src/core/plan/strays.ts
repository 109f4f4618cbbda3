import { seedFromText } from '../base/random'
import type { Motif } from '../vocabulary/motif'
import type { LaidMotif, Stray } from '../skin/motifs/strays'
import { isAreaWork, isCut, type Step } from './step'

/** Lines of a motif, whoever works them and with what. */
function linesOf({
  lineMm: _,
  made: __,
  ground: ___,
  only: ____,
  of: _____,
  strayMm: ______,
  ...lines
}: Motif): string {
  return JSON.stringify(lines)
}

/**
 * Steps with their motifs as they are laid: each hand strays from the line it follows as its step says. The first line is followed from
 * the drawing; what comes after follows the line that is there, a cut one before any other, and areas lie between these.
 */
export function asLaid(steps: readonly Step[]): readonly Step[] {
  if (!steps.some((step) => 'motif' in step && step.motif?.strayMm)) return steps
  const followed = new Map<string, readonly Stray[]>()
  return steps.map((step) => {
    if (!('motif' in step) || !step.motif) return step
    const { strayMm } = step.motif
    const lines = linesOf(step.motif)
    const before = followed.get(lines)
    // What lies between lines follows those that are there, without one of its own.
    const draws = !isAreaWork(step)
    const own = strayMm && draws ? [{ mm: strayMm, seed: seedFromText(step.id) & 0xffff }] : []
    const strays = [...(before ?? []), ...own]
    if ((!before || isCut(step)) && draws && step.mishap !== 'skipped') followed.set(lines, strays)
    if (!strays.length) return step
    const motif: LaidMotif = { ...step.motif, strays }
    return { ...step, motif } as Step
  })
}
