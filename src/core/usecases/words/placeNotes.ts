import { counted } from '../../base/words'
import { formatLength, type LengthUnit } from '../../base/units'
import { surfacesOf, WALL } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import type { Surface } from '../../form/surfaces/surface'
import type { Piece } from '../../model/piece'
import { placeKey, standingEntries, type Placed, type RunEntryOf } from '../../model/run'
import { whereWords } from './whereWords'

/** What is noted at one place of a piece, the earliest first. */
export interface PlaceNote {
  readonly key: string
  readonly placed: Placed
  /** “outside, 42 mm up, 90°”; “area 3, petal, of Tidewater”. */
  readonly where: string
  readonly notes: readonly RunEntryOf<'note'>[]
  readonly photos: readonly RunEntryOf<'photo'>[]
}

/** The words for a place, on the surfaces of its piece. */
function placeWords(
  placed: Placed,
  { drawings }: Pick<Piece, 'drawings'>,
  surfaces: readonly Surface[],
  unit: LengthUnit,
): string {
  if (placed.kind === 'area') {
    const drawing = drawings.find(({ id }) => id === placed.drawingId)
    const called = drawing?.areas.find(({ id }) => id === placed.areaId)?.called
    return [`area ${placed.areaId}`, called, drawing ? `of ${drawing.name}` : 'of a drawing that is gone']
      .filter(Boolean)
      .join(', ')
  }
  const surface = surfaces.find(({ id }) => id === (placed.on ?? WALL))
  return surface ? whereWords(surface, placed, (mm) => formatLength(mm, unit)) : 'on a part that is gone'
}

/** Notes and photographs that belong to places of a piece, place by place in the order in which they were first noted. */
export function placeNotes(piece: Piece, unit: LengthUnit): PlaceNote[] {
  const entries = standingEntries(piece.run).filter(
    (entry): entry is RunEntryOf<'note' | 'photo'> & { placed: Placed } =>
      (entry.kind === 'note' || entry.kind === 'photo') && entry.placed !== undefined,
  )
  if (!entries.length) return []
  const form = buildForm(piece.form)
  const surfaces = form.ok ? surfacesOf(form.value, piece.form.parts) : []
  const keys = [...new Set(entries.map(({ placed }) => placeKey(placed)))]
  return keys.map((key) => {
    const here = entries.filter(({ placed }) => placeKey(placed) === key)
    const { placed } = here[0]
    return {
      key,
      placed,
      where: placeWords(placed, piece, surfaces, unit),
      notes: here.filter((entry) => entry.kind === 'note'),
      photos: here.filter((entry) => entry.kind === 'photo'),
    }
  })
}

/** How many photographs there are of a place; empty for none. */
export const photosWord = ({ photos: { length } }: Pick<PlaceNote, 'photos'>): string =>
  length ? counted(length, 'photograph', 'photographs') : ''

/** A noted place in a sentence, for cards and sheets. */
export function placeNoteWords({ where, notes, photos }: Pick<PlaceNote, 'where' | 'notes' | 'photos'>): string {
  const text = [...notes.map(({ text: own }) => own), photosWord({ photos })].filter(Boolean).join('; ')
  return `${where[0].toUpperCase()}${where.slice(1)}: ${text}`
}

/** Within this of a noted spot one means that spot, mm. */
const NEAR_MM = 5

/** The noted place at a spot of a surface, or near it. */
export function noteNear(
  noted: readonly PlaceNote[],
  spot: Extract<Placed, { kind: 'spot' }>,
  surface: Surface,
): PlaceNote | null {
  const point = ({ across, alongMm }: Extract<Placed, { kind: 'spot' }>) => surface.ring(alongMm)(across)
  const here = point(spot)
  const far = ({ placed }: PlaceNote): number =>
    placed.kind === 'spot' && (placed.on ?? WALL) === surface.id
      ? Math.hypot(...point(placed).map((v, i) => v - here[i]))
      : Infinity
  const nearest = noted.reduce<PlaceNote | null>(
    (best, one) => (far(one) < (best ? far(best) : NEAR_MM) ? one : best),
    null,
  )
  return nearest
}
