import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { drawingFigures, sectionFigure } from '../../sheets/cardFigures'
import type { Sheet } from '../../sheets/sheet'
import { PLAIN_OPTIONS } from '../../sheets/sheetInput'
import { sheetInput } from './sheetInput'

/** How tall figures stand on a card, mm, and how wide the wall may be beside its words. */
const TALL_MM = 48
const WIDE_MM = 56

/** What stands on a bench card beside its steps: the section with its heights, and the drawings; sizes as made. */
export function cardFigures(piece: Piece, studio: Studio): Sheet[] {
  const input = sheetInput(piece, studio, PLAIN_OPTIONS, { stage: 'wet', measured: 1 })
  if (!input.ok) return []
  const section = sectionFigure(input.value, TALL_MM, WIDE_MM)
  return [...(section ? [section] : []), ...drawingFigures(input.value, TALL_MM - 8)]
}
