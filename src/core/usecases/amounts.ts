import { buildForm } from '../form/buildForm'
import type { Medium } from '../model/material'
import type { Piece } from '../model/piece'
import type { Step } from '../model/step'
import type { Studio } from '../model/studio'
import { bucketMl, coatMl, WASTE, WET_FILM_UM } from '../quantities/coatVolume'
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

const wetFilm = (medium: Medium, step: Step): number => {
  if (step.act === 'glaze') return step.how === 'brush' ? WET_FILM_UM.glazeBrushed : WET_FILM_UM.glazeDipped
  switch (medium.kind) {
    case 'slip':
      return step.act === 'draw' ? WET_FILM_UM.trail : WET_FILM_UM.slip
    case 'wash':
      return WET_FILM_UM.wash
    case 'opaque':
      return WET_FILM_UM.opaque
    case 'wax':
      return WET_FILM_UM.wax
    case 'glaze':
      return WET_FILM_UM.glazeBrushed
    case 'underglaze':
      return WET_FILM_UM.underglaze
  }
}

const wasteOf = (step: Step): number => {
  if (step.act === 'coat') return WASTE[step.applicator]
  if (step.act === 'glaze') return step.how === 'brush' ? WASTE.brush : WASTE[step.how]
  if (step.act === 'draw') return step.liner === 'brush' ? WASTE.brush : WASTE.bottle
  return WASTE.brush
}

/** What the steps of a piece take of each medium. Only what is not done yet, if `left`. */
export function amountsOf(piece: Piece, studio: Studio, left = false): Amount[] {
  const built = buildForm(piece.form)
  if (!built.ok) return []
  const taken = new Map<string, { ml: number; bucket: number; sums: string[] }>()
  piece.steps.forEach((step, index) => {
    if ((left && step.done) || !('mediumId' in step)) return
    const medium = studio.media[step.mediumId]
    if (!medium) return
    const cm2 =
      'motif' in step && step.motif
        ? (motifMm(built.value, step.motif) * step.motif.lineMm) / 100
        : 'place' in step
          ? placeCm2(built.value, step.place)
          : 1
    const coats = 'coats' in step && !(step.act === 'glaze' && step.how !== 'brush') ? step.coats : 1
    const um = wetFilm(medium, step)
    const waste = wasteOf(step)
    const mixed =
      step.act === 'coat'
        ? [{ mediumId: step.mediumId, parts: 1 }, ...step.mix]
        : [{ mediumId: step.mediumId, parts: 1 }]
    const total = mixed.reduce((sum, m) => sum + m.parts, 0)
    const water = step.act === 'coat' ? step.water : 0
    const ml = coatMl(cm2, um, coats, waste)
    for (const part of mixed) {
      const entry = taken.get(part.mediumId) ?? { ml: 0, bucket: 0, sums: [] }
      const share = (part.parts / total) * (1 - water)
      entry.ml += ml * share
      if (step.act === 'glaze' && step.how !== 'brush') entry.bucket = Math.max(entry.bucket, bucketMl(ml))
      entry.sums.push(
        `step ${index + 1}: ${cm2.toFixed(0)} cm² × ${um} µm × ${coats} + ${Math.round(waste * 100)} % = ${(ml * share).toFixed(1)} ml${share < 1 ? ` (${Math.round(share * 100)} % of the mixture)` : ''}`,
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
