import type { TurnedForm } from '../form/turnedForm'
import { aroundMm } from '../form/turnedForm'
import { stretchArea } from '../form/measures'
import type { Motif } from '../model/motif'
import type { Place, Step } from '../model/step'
import type { Applicator, Liner } from '../model/tools'

/** cm² a minute that a coat covers with each applicator. Ours, in the range that potters tell: three brushed coats take hours, a bottle a fraction. */
const CM2_A_MINUTE: Readonly<Record<Applicator, number>> = { brush: 45, bottle: 130, sponge: 90, spatter: 160 }

/** mm a minute of line, by what draws it. Ours, common practice. */
const MM_A_MINUTE = { carve: 260, brush: 120, bottle: 500, trailer: 600, fill: 450, pick: 400 }

const LINE_SPEED: Readonly<Record<Liner, number>> = {
  brush: MM_A_MINUTE.brush,
  bottle: MM_A_MINUTE.bottle,
  trailer: MM_A_MINUTE.trailer,
}

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

/** Length of all the lines of a motif, mm: each mark about two and a half times its height, bands once round. */
export function motifMm(form: TurnedForm, motif: Motif): number {
  const radius = Math.max(...form.profile.map((p) => p.r)) * 0.85
  const marks = motif.repeats * motif.rows * motif.heightMm * 2.5
  return (['ring', 'band', 'line'] as readonly string[]).includes(motif.kind)
    ? motif.rows * aroundMm(form, radius)
    : marks * (motif.ground ? 2.2 : 1)
}

/** Minutes of hands for one piece: for coats, of one coat. The artist’s own runs may scale them. */
export function handsMinutes(step: Step, form: TurnedForm): number {
  const area = 'place' in step ? placeCm2(form, step.place) : 0
  switch (step.act) {
    case 'bring':
      return 0
    case 'burnish':
      return 3 + area / 18
    case 'coat':
      return 1 + area / CM2_A_MINUTE[step.applicator]
    case 'draw':
      return 1 + motifMm(form, step.motif) / LINE_SPEED[step.liner]
    case 'touchUp':
      return 2
    case 'divide':
      return 2 + step.sectors * 0.2
    case 'carve':
    case 'incise':
      return 2 + motifMm(form, step.motif) / MM_A_MINUTE.carve
    case 'impress':
      return 2 + area / 60
    case 'fill':
      return 2 + area / 60
    case 'wipe':
      return 2 + area / 60
    case 'scrape':
      return 3 + area / 30
    case 'wax':
      return 1 + (step.motif ? motifMm(form, step.motif) / MM_A_MINUTE.brush : area / CM2_A_MINUTE.brush)
    case 'swab':
      return 2 + area / 150
    case 'mask':
      return (
        2 +
        (step.motif
          ? motifMm(form, step.motif) / MM_A_MINUTE.brush
          : aroundMm(form, Math.max(...form.profile.map((p) => p.r))) / 120)
      )
    case 'peel':
      return 2
    case 'glaze':
      return step.how === 'brush' ? 1 + area / CM2_A_MINUTE.brush : 2
    case 'pick':
      return 2 + area / 80
    case 'cleanFoot':
    case 'wipeDust':
      return 1.5
    case 'fire':
      return 0
  }
}

/** Coats that a step lays one after another. */
export const coatsOf = (step: Step): number =>
  'coats' in step && !(step.act === 'glaze' && step.how !== 'brush') ? step.coats : 1
