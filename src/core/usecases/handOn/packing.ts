import { formatLength, type LengthUnit } from '../../base/units'
import { latestOutcomes } from '../../model/outcome'
import { standingPots, potOf } from '../../model/lots'
import type { Piece } from '../../model/piece'
import { hasBeenFired } from '../../plan/timeline'
import { isSlab } from '../words/wording'

/** A line of a packing list. */
export interface PackingLine {
  readonly name: string
  readonly pots: readonly number[]
  readonly owners: string
  readonly how: string
  readonly sizes: string
  /** Which box it goes into, counted from 1. */
  readonly box: number
}

/** Inner width of a box and what is left round a pot, mm [our choice]. */
export const BOX_MM = { across: 500, deep: 350, high: 300, round: 25 } as const

/** How pots are wrapped. Common practice, no source. */
function howWrapped(piece: Piece): string {
  const raw = !hasBeenFired(piece.steps)
  const parts = piece.form.parts.length > 0 || piece.form.preset === 'mug'
  const words = isSlab(piece)
    ? ['face to face with a soft sheet between, standing on edge']
    : ['the rim first, then the inside stuffed lightly, then twice round']
  if (parts) words.push('handles and other parts each by themselves')
  if (raw) words.push('raw: on a board with foam, nothing on top, never lifted by the rim')
  return words.join('; ')
}

/** Which pots go to a kiln elsewhere, how each is wrapped, and into which box, large ones first. */
export function packingList(pieces: readonly Piece[], unit: LengthUnit): PackingLine[] {
  const boxes: { area: number }[] = []
  const room = BOX_MM.across * BOX_MM.deep
  const lines = pieces
    .map((piece) => {
      const { sizes } = piece.form
      const wide = Math.max(sizes.bellyMm, sizes.rimMm, sizes.footMm) * piece.form.plan.ratio
      return { piece, wide, high: sizes.heightMm }
    })
    .sort((a, b) => b.wide - a.wide)
    .flatMap(({ piece, wide, high }): PackingLine[] => {
      const outcomes = latestOutcomes(piece.outcomes)
      const pots = standingPots(piece).filter((pot) => outcomes.get(pot)?.verdict !== 'lost')
      const each = (wide + 2 * BOX_MM.round) ** 2
      const layers = high + BOX_MM.round > BOX_MM.high / 2 ? 1 : 2
      const byBox = new Map<number, number[]>()
      for (const pot of pots) {
        let box = boxes.findIndex(({ area }) => area + each / layers <= room)
        if (box < 0) box = boxes.push({ area: 0 }) - 1
        boxes[box].area += each / layers
        byBox.set(box, [...(byBox.get(box) ?? []), pot])
      }
      const length = (mm: number) => formatLength(mm, unit)
      return [...byBox].map(([box, own]) => ({
        name: piece.name,
        pots: own,
        owners: [...new Set(own.map((pot) => potOf(piece, pot).owner).filter(Boolean))].join(', '),
        how: howWrapped(piece),
        sizes: `${length(wide)} wide, ${length(high)} high as made`,
        box: box + 1,
      }))
    })
  return lines.sort((a, b) => a.box - b.box)
}
