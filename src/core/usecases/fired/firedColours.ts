import type { Triple } from '../../colour/colourSpaces'
import type { Command } from '../../model/command'
import type { FiredSpot, Piece } from '../../model/piece'
import type { Studio } from '../../model/studio'
import type { MeasuredBy, Tile } from '../../model/tile'
import { lastCone } from '../tiles/piecesFilms'
import type { PaletteColour } from '../view/palette'

/** What lies on a spot, in words. */
export const filmNames = (films: PaletteColour['films'], { media }: Studio): string =>
  films.length ? films.map((film) => media[film.mediumId]?.name ?? 'a mixture').join(', ') : 'bare clay'

/** Notes what a colour of a piece came out as; what was noted of it before is replaced. */
export function noteFired(
  piece: Piece,
  studio: Studio,
  { films, side, lab: planned }: PaletteColour,
  lab: Triple,
  by: MeasuredBy,
): Command {
  const spot: FiredSpot = {
    films: films.map((film) => ({ mediumId: film.mediumId, coats: Math.max(0.1, film.coats) })),
    where: `${side}, ${filmNames(films, studio)}`.slice(0, 120),
    planned: [planned[0], planned[1], planned[2]],
    measured: [lab[0], lab[1], lab[2]],
    by,
  }
  const others = piece.fired.filter(({ where }) => where !== spot.where)
  return { type: 'piece.change', pieceId: piece.id, changes: { fired: [...others, spot] } }
}

/** What came out of the kiln that can teach: films of jars that are still in the cupboard. */
const teachable = (piece: Piece, { media }: Studio): readonly FiredSpot[] =>
  piece.fired.filter(({ films }) => films.length > 0 && films.every((film) => media[film.mediumId]))

/** What came out on a piece as squares of a tile, from which the cupboard learns; null where nothing can teach. */
export function tileOfFired(piece: Piece, studio: Studio, id: string): Tile | null {
  const spots = teachable(piece, studio)
  if (!spots.length) return null
  return {
    id,
    number: 1 + Math.max(0, ...Object.values(studio.tiles).map((tile) => tile.number)),
    question: `What came out: ${piece.name}`.slice(0, 200),
    bodyId: piece.bodyId,
    cone: lastCone(studio, piece.id),
    pieceId: piece.id,
    taken: false,
    squares: spots.slice(0, 24).map((spot, i) => ({
      id: `s${i + 1}`,
      films: spot.films.slice(-8).map((film) => ({ mediumId: film.mediumId, coats: Math.max(0.25, film.coats) })),
      measured: { lab: spot.measured, by: spot.by },
    })),
  }
}
