import { stretchArea } from '../../form/measures'
import { aroundMm, type TurnedForm } from '../../form/turnedForm'
import type { Measured } from '../../plan/actDefinition'
import { actOf, type Step } from '../../plan/step'
import type { Motif, MotifKind } from '../../vocabulary/motif'
import type { Place } from '../../vocabulary/place'

/** Area of a place, cm², over all its parts. */
export function placeCm2(form: TurnedForm, { parts, band, sectors }: Place): number {
  const whole = parts.reduce((sum, part) => {
    const { from, to } = form.zones[part]
    if (!band || (part !== 'outside' && part !== 'inside')) return sum + stretchArea(form, { from, to })
    const a = Math.min(to, from + band.fromMm)
    const b = Math.min(to, from + band.toMm)
    return sum + (b > a ? stretchArea(form, { from: a, to: b }) : 0)
  }, 0)
  return ((whole / 100) * (sectors ? sectors.take.length : 1)) / (sectors ? sectors.of : 1)
}

const widestRadius = (form: TurnedForm) => Math.max(...form.profile.map((p) => p.r))

/** Lines of a motif that go once round, a row. */
const LINES_ROUND: Readonly<Partial<Record<MotifKind, number>>> = { line: 1, band: 1, rings: 4 }

/** Length of all the lines of a motif, mm: each mark about two and a half times its height, or lines once round. */
export function motifMm(form: TurnedForm, motif: Motif): number {
  const linesRound = motif.drawing ? undefined : LINES_ROUND[motif.kind]
  if (linesRound) return motif.rows * linesRound * aroundMm(form, widestRadius(form) * 0.85)
  return motif.repeats * motif.rows * motif.heightMm * 2.5 * (motif.ground ? 2.2 : 1)
}

/** What acts measure on a form. */
export const measured = (form: TurnedForm): Measured => ({
  placeCm2: (place) => placeCm2(form, place),
  motifMm: (motif) => motifMm(form, motif),
  widestMm: aroundMm(form, widestRadius(form)),
})

/** Minutes of hands for one piece: for coats, of one coat. The artist’s own runs may scale them. */
export const handsMinutes = (step: Step, form: TurnedForm): number => actOf(step).minutes(step, measured(form))
