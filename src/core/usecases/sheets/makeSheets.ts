import { sentence } from '../../base/issue'
import type { Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import { OF_PAPER, SHEETS, type SheetKind } from '../../sheets/kinds'
import { MAKERS } from '../../sheets/makers'
import type { Sheet } from '../../sheets/sheet'
import type { SheetOptions } from '../../sheets/sheetInput'
import { viewAreas, type AreasView } from '../view/areasView'
import { sheetInput, sizeWords, type SheetSize } from './sheetInput'

/** A sheet that is asked for. */
export interface SheetAsked {
  readonly piece: Piece
  readonly kind: SheetKind
  readonly options: SheetOptions
  readonly size: SheetSize
}

/** The sheets, what stands at their foot, and what is missing for them. */
export interface MadeSheets {
  readonly sheets: readonly Sheet[]
  readonly foot: string
  readonly missing: string | null
}

let known: { key: string; view: AreasView | null } | null = null

/** The areas of the drawing that is coloured by number; the last ones are kept, since to find them takes a while. */
function areasFor({ piece, kind, options }: SheetAsked): AreasView | null {
  const drawing =
    kind === 'byNumber' ? (piece.drawings.find(({ id }) => id === options.of) ?? piece.drawings[0]) : undefined
  if (!drawing) return null
  const key = JSON.stringify([piece.form, drawing])
  if (known?.key !== key) known = { key, view: viewAreas(piece, drawing) }
  return known.view
}

/** Makes what is asked for, or says what is missing. */
export function sheetsFor(asked: SheetAsked, studio: Studio): MadeSheets {
  const { piece, kind, options, size } = asked
  const input = sheetInput(piece, studio, options, size, areasFor(asked))
  const foot = OF_PAPER.has(kind) ? `${studio.bodies[piece.bodyId].name} · full size` : sizeWords(piece, studio, size)
  if (!input.ok) return { sheets: [], foot, missing: sentence(input.issue) }
  const missing = SHEETS[kind].missing(input.value)
  if (missing) return { sheets: [], foot, missing }
  const sheets = MAKERS[kind](input.value)
  return { sheets, foot, missing: sheets.length ? null : 'Nothing of these lines lies on this surface.' }
}
