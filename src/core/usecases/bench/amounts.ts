import { buildForm } from '../../form/buildForm'
import type { TurnedForm } from '../../form/turnedForm'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { actOf, coatsOf, type Step } from '../../plan/step'
import { bucketMl, coatMl } from '../../quantities/coatVolume'
import { motifMm, placeCm2 } from './stepMinutes'

/** What a plan takes of one medium. */
export interface Amount {
  readonly mediumId: string
  readonly mlForAll: number
  readonly mlForOne: number
  /** What a dip or a pour needs standing in the bucket besides. */
  readonly bucketMl: number
  readonly jars: number | null
  readonly jarsLeft: number | null
  readonly piecesAJar: number | null
  readonly cost: number | null
  /** The sum, written out. */
  readonly sums: readonly string[]
}

/** Area that a step lays colour on, cm². */
function areaOf(step: Step, form: TurnedForm): number {
  if ('motif' in step && step.motif) return (motifMm(form, step.motif) * step.motif.lineMm) / 100
  return 'place' in step ? placeCm2(form, step.place) : 1
}

interface Running {
  ml: number
  bucket: number
  readonly sums: string[]
}

/** What the steps of a piece take of each medium. Only what is not done yet, if `left`. */
export function amountsOf(piece: Piece, studio: Studio, left = false): Amount[] {
  const built = buildForm(piece.form)
  if (!built.ok) return []
  const taken = new Map<string, Running>()
  piece.steps.forEach((step, index) => {
    if ((left && step.done) || !('mediumId' in step)) return
    const medium = studio.media[step.mediumId]
    const takes = medium && actOf(step).takes?.(step, medium.kind)
    if (!takes) return
    const cm2 = areaOf(step, built.value)
    const coats = coatsOf(step)
    const ml = coatMl(cm2, takes.wetUm, coats, takes.waste)
    const total = takes.parts.reduce((sum, m) => sum + m.parts, 0)
    for (const part of takes.parts) {
      const entry = taken.get(part.mediumId) ?? { ml: 0, bucket: 0, sums: [] }
      const share = (part.parts / total) * (1 - takes.water)
      const ofMixture = share < 1 ? ` (${Math.round(share * 100)} % of the mixture)` : ''
      const wasted = `${Math.round(takes.waste * 100)} %`
      entry.ml += ml * share
      if (takes.fromBucket) entry.bucket = Math.max(entry.bucket, bucketMl(ml))
      entry.sums.push(
        `step ${index + 1}: ${cm2.toFixed(0)} cm² × ${takes.wetUm} µm × ${coats} + ${wasted} = ` +
          `${(ml * share).toFixed(1)} ml${ofMixture}`,
      )
      taken.set(part.mediumId, entry)
    }
  })
  return [...taken].map(([mediumId, { ml, bucket, sums }]): Amount => {
    const stock = studio.media[mediumId]?.stock ?? null
    const all = ml * piece.count
    return {
      mediumId,
      mlForOne: ml,
      mlForAll: all,
      bucketMl: bucket,
      sums,
      jars: stock ? all / stock.jarMl : null,
      jarsLeft: stock ? stock.jars - all / stock.jarMl : null,
      piecesAJar: stock && ml > 0 ? Math.floor(stock.jarMl / ml) : null,
      cost: stock?.price ? (all / stock.jarMl) * stock.price : null,
    }
  })
}
