import { NOT_MADE, WHOLE, type Piece } from '../../model/piece'
import { presetForm } from '../../model/presetForm'
import type { Studio } from '../../model/studio'
import type { Tile } from '../../model/tile'
import * as build from '../../plan/build'
import type { StepContent } from '../../plan/step'
import type { Body, Medium } from '../../vocabulary/material'
import { rangesMeet } from '../../firing/cones'
import type { Place } from '../../vocabulary/place'
import { isClear } from '../../vocabulary/material'
import { filmsWords } from './tileWall'

/** The clear that suits a body best: its range reaches into the body’s. */
export function clearFor(body: Body, media: Studio['media']): Medium | null {
  const clears = Object.values(media).filter(isClear)
  return (
    clears.find((clear) => clear.range.to === body.range.to || clear.range.from === body.range.from) ??
    clears.find((clear) => rangesMeet(clear.range, body.range)) ??
    null
  )
}

/** The plan of a tile, like that of any piece: its squares are sectors of a slab’s face. */
export function tilePiece(tile: Tile, studio: Studio, freshId: () => string): Piece {
  const n = Math.max(2, tile.squares.length)
  const sector = (i: number): Place => ({ parts: ['floor'], band: null, sectors: { of: n, take: [i] } })
  const glazed = (mediumId: string) => studio.media[mediumId]?.kind === 'glaze'
  const body = studio.bodies[tile.bodyId]
  const colours = tile.squares.flatMap((square, i) =>
    square.films
      .filter((film) => !glazed(film.mediumId))
      .map((film) => build.coat(film.mediumId, sector(i), Math.max(1, Math.round(film.coats)))),
  )
  const glazes = tile.squares.flatMap((square, i) =>
    square.films
      .filter((film) => glazed(film.mediumId))
      .map((film) =>
        build.glaze(film.mediumId, sector(i), 'brush', { coats: Math.max(1, Math.round(2 * film.coats)) }),
      ),
  )
  const contents: StepContent[] = [
    build.bring('leatherHard'),
    build.divide(n, 4),
    ...colours,
    build.bring('boneDry', 'open'),
    build.fire('bisque', body.bisqueCone),
    ...(glazes.length ? [build.wipeDust(), ...glazes, build.cleanFoot(), build.fire('glaze', tile.cone)] : []),
  ]
  return {
    id: freshId(),
    name: `Tile ${tile.number}`,
    count: 1,
    use: 'display',
    bodyId: tile.bodyId,
    form: presetForm('tile'),
    notes: tile.question,
    tags: [],
    variant: null,
    lightTarget: null,
    making: NOT_MADE,
    ...WHOLE,
    fired: [],
    steps: contents.map((content) => ({ ...content, id: freshId(), done: false }) as Piece['steps'][number]),
  }
}

/** What is written on the back of a tile and listed beside it. */
export function tileLabel(tile: Tile, studio: Studio): { title: string; lines: string[] } {
  return {
    title: `Tile ${tile.number}`,
    lines: [
      `${studio.bodies[tile.bodyId]?.name ?? 'missing clay'}, cone ${tile.cone}`,
      ...tile.squares.map((square, i) => `${i + 1}: ${filmsWords(square.films, studio.media)}`),
    ],
  }
}
