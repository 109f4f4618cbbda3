import { lotPieces, standingPots } from '../../model/lots'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { isA, actOf, type Step } from '../../plan/step'
import { bucketMl, coatMl } from '../../quantities/coatVolume'
import type { StepRecord } from '../../skin/stepRecord'
import { measurePiece } from './measurePiece'

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

/** What one step takes of one medium, for one piece. */
export interface StepTake {
  readonly mediumId: string
  readonly ml: number
  /** What the bucket must hold for it besides; 0 from a jar. */
  readonly bucketMl: number
  /** The sum, written out. */
  readonly sum: string
}

interface Running {
  /** For one pot, and for all that are meant. */
  ml: number
  all: number
  bucket: number
  readonly sums: string[]
}

/** Wax leaves no film on the skin: where it lies, one coat of it lies. */
const laidBy = (step: Step, record: StepRecord): StepRecord['laid'] =>
  isA(step, 'waxing') ? [{ mediumId: step.mediumId, areaMm2: record.waxedMm2, coatMm2: record.waxedMm2 }] : record.laid

/** What a step takes from the jars, as its record on the skin tells. */
export function takesOf(step: Step, record: StepRecord, { media }: Pick<Studio, 'media'>): StepTake[] {
  return laidBy(step, record).flatMap(({ mediumId, areaMm2, coatMm2 }) => {
    const medium = media[mediumId]
    const takes = medium && actOf(step).takes?.(step, medium)
    if (!takes || coatMm2 <= 0) return []
    const cm2 = areaMm2 / 100
    const coats = coatMm2 / areaMm2
    const ml = coatMl(cm2, takes.wetUm, coats, takes.waste)
    const film = `${Math.round(takes.wetUm * coats)} µm of wet film`
    const wasted = takes.waste > 0 ? ` and ${Math.round(takes.waste * 100)} % that does not stay on it` : ''
    return [
      {
        mediumId,
        ml,
        bucketMl: takes.fromBucket ? bucketMl(ml) : 0,
        sum: `${cm2 < 10 ? cm2.toFixed(1) : cm2.toFixed(0)} cm² × ${film}${wasted} = ${ml < 1 ? ml.toFixed(2) : ml.toFixed(1)} ml`,
      },
    ]
  })
}

/** What the steps of a piece take of each medium. Only what is not done yet, if `left`. */
export function amountsOf(piece: Piece, studio: Studio, left = false): Amount[] {
  const measured = measurePiece(piece, studio)
  if (!measured.ok) return []
  const taken = new Map<string, Running>()
  const lots = lotPieces(piece)
  const standing = standingPots(piece).length
  piece.steps.forEach((step, index) => {
    /** Pots on which it is still to be done. */
    const pots = left
      ? lots.reduce((sum, lot) => sum + (lot.piece.steps[index].done ? 0 : lot.piece.count), 0)
      : standing
    if (pots === 0) return
    for (const take of takesOf(step, measured.value.records[index], studio)) {
      const entry = taken.get(take.mediumId) ?? { ml: 0, all: 0, bucket: 0, sums: [] }
      entry.ml += take.ml
      entry.all += take.ml * pots
      entry.bucket = Math.max(entry.bucket, take.bucketMl)
      entry.sums.push(`step ${index + 1}: ${take.sum}`)
      taken.set(take.mediumId, entry)
    }
  })
  return [...taken].map(([mediumId, { ml, all, bucket, sums }]): Amount => {
    const stock = studio.media[mediumId]?.stock ?? null
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
