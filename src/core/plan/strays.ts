import { seedFromText } from '../base/random'
import type { Motif } from '../vocabulary/motif'
import type { LaidMotif, Stray } from '../skin/motifs/strays'
import type { Step } from './step'

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

/** The hand of a step follows what is there without a line of its own: colour that fills a cut or what lies between lines. */
const LAYS_NO_LINE: readonly Step['act'][] = ['colourIn', 'glazeIn']

const CUTS: readonly Step['act'][] = ['carve', 'incise']

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
    const own =
      strayMm && !LAYS_NO_LINE.includes(step.act) ? [{ mm: strayMm, seed: seedFromText(step.id) & 0xffff }] : []
    const strays = [...(before ?? []), ...own]
    if ((!before || CUTS.includes(step.act)) && !LAYS_NO_LINE.includes(step.act) && step.mishap !== 'skipped')
      followed.set(lines, strays)
    if (!strays.length) return step
    const motif: LaidMotif = { ...step.motif, strays }
    return { ...step, motif } as Step
  })
}
