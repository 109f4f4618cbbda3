import { plural } from '../../base/words'
import { ciede2000 } from '../../colour/ciede2000'
import { hexFromLab } from '../../colour/colourSpaces'
import type { MeasuredBy, Tile } from '../../model/tile'
import type { Studio } from '../../model/studio'
import { isClear } from '../../vocabulary/material'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'
import { filmsHex, filmsLab, type Films } from './squares'

/** One square as it hangs on the wall. */
export interface WallSquare {
  readonly id: string
  readonly films: Films
  readonly words: string
  readonly underClear: boolean
  readonly predictedHex: string
  /** What came out; null before it has been fired and looked at. */
  readonly measured: { readonly hex: string; readonly by: MeasuredBy; readonly difference: number } | null
}

/** A tile as it hangs on the wall: its bare squares, and those under a clear. */
export interface WallTile {
  readonly tile: Tile
  readonly bodyName: string
  readonly bare: readonly WallSquare[]
  readonly glazed: readonly WallSquare[]
}

/** What tiles are looked for by; null for all. */
export interface WallFilter {
  readonly mediumId: string | null
  readonly bodyId: string | null
  readonly cone: string | null
  readonly clearId: string | null
}

export const ALL_TILES: WallFilter = { mediumId: null, bodyId: null, cone: null, clearId: null }

/** Films in words, from the clay up. */
export const filmsWords = (films: Films, media: Studio['media']): string =>
  films.length
    ? films
        .map(({ mediumId, coats }) => {
          const medium = media[mediumId]
          const name = medium?.name ?? 'a missing jar'
          return medium && MEDIUM_KIND[medium.kind].melts === 'glass'
            ? name
            : `${Number(coats.toFixed(2))} ${plural(coats, 'coat', 'coats')} of ${name}`
        })
        .join(', then ')
    : 'bare clay'

/** Why layers are not for what food touches, in a phrase; null when the glass on top is labelled for it. Never a promise that they are. */
export function foodWords(films: Films, media: Studio['media']): string | null {
  const top = films.length ? media[films[films.length - 1].mediumId] : undefined
  if (!top) return null
  if (MEDIUM_KIND[top.kind].melts !== 'glass') return 'bare colour stays porous: not where food or water lies'
  return top.labelledFoodSafe ? null : `${top.name} is not labelled for food`
}

/** The tiles of a studio as they hang, the newest first. */
export function tileWall(
  { tiles, bodies, media }: Pick<Studio, 'tiles' | 'bodies' | 'media'>,
  filter: WallFilter,
): WallTile[] {
  return Object.values(tiles)
    .filter((tile) => bodies[tile.bodyId])
    .filter((tile) => !filter.bodyId || tile.bodyId === filter.bodyId)
    .filter((tile) => !filter.cone || tile.cone === filter.cone)
    .toSorted((a, b) => b.number - a.number)
    .flatMap((tile): WallTile[] => {
      const body = bodies[tile.bodyId]
      const has = (films: Films, id: string | null) => !id || films.some((film) => film.mediumId === id)
      const squares = tile.squares
        .filter((square) => has(square.films, filter.mediumId) && has(square.films, filter.clearId))
        .map((square): WallSquare => {
          const { measured, films } = square
          const top = films.at(-1)
          return {
            id: square.id,
            films,
            words: filmsWords(films, media),
            underClear: top !== undefined && media[top.mediumId] !== undefined && isClear(media[top.mediumId]),
            predictedHex: filmsHex(body, films, media, tile.cone),
            measured: measured && {
              hex: hexFromLab(measured.lab),
              by: measured.by,
              difference: ciede2000(filmsLab(body, films, media, tile.cone), measured.lab),
            },
          }
        })
      if (!squares.length) return []
      const [glazed, bare] = [squares.filter((s) => s.underClear), squares.filter((s) => !s.underClear)]
      return [{ tile, bodyName: body.name, bare, glazed }]
    })
}
