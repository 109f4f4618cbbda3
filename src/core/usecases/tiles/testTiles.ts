import { clearFor } from './tilePieces'
import {
  afterMeasuring,
  colourCovariance,
  expectedDifference,
  sensitivity,
  type FittedOptics,
} from '../../colour/fitOptics'
import { coneIndex, CONES, type Cone } from '../../firing/cones'
import type { Body, Medium } from '../../vocabulary/material'
import { MEASURED_SIGMA, type TileSquare } from '../../model/tile'
import type { Studio } from '../../model/studio'
import { Beliefs } from './opticsBelief'
import { filmsOfPiece, lastCone } from './piecesFilms'
import { filmsLab, squareAbout, type Films } from './squares'

/** What a tile is to answer. */
export type TileQuestion =
  | { readonly kind: 'cover'; readonly mediumId: string; readonly bodyId: string }
  | { readonly kind: 'under'; readonly mediaIds: readonly string[]; readonly glazeId: string; readonly bodyId: string }
  | { readonly kind: 'learn' }

/** A proposed tile, and what it is expected to teach. */
export interface ProposedTile {
  readonly question: string
  readonly bodyId: string
  readonly cone: Cone
  readonly squares: readonly Omit<TileSquare, 'id'>[]
  readonly teaches: string
}

const SQUARES_A_TILE = 6

/** The cone of a tile: where the body and the glaze over it agree. */
function coneFor(body: Body, glaze: Medium | null): Cone {
  if (!glaze) return body.bisqueCone
  const from = Math.max(coneIndex(body.range.from), coneIndex(glaze.range.from))
  const to = Math.min(coneIndex(body.range.to), coneIndex(glaze.range.to))
  return CONES[from <= to ? Math.round((from + to) / 2) : coneIndex(glaze.range.to)]
}

const bare = (films: Films): Omit<TileSquare, 'id'> => ({ films: films.map((film) => ({ ...film })), measured: null })

/** Lays out the fewest tiles that answer a question. */
export function proposeTiles(studio: Studio, question: TileQuestion): ProposedTile[] {
  switch (question.kind) {
    case 'cover': {
      const body = studio.bodies[question.bodyId]
      const clear = clearFor(body, studio.media)
      const medium = studio.media[question.mediumId]
      const over: Films = clear ? [{ mediumId: clear.id, coats: 1 }] : []
      const steps = [1, 2, 3, 4].map((coats) => bare([{ mediumId: medium.id, coats }, ...over]))
      const checks = clear ? [1, 3].map((coats) => bare([{ mediumId: medium.id, coats }])) : []
      return [
        {
          question: `Does ${medium.name} cover ${body.name}?`,
          bodyId: body.id,
          cone: coneFor(body, clear),
          squares: [...steps, ...checks],
          teaches: `1 to 4 coats${clear ? ` under ${clear.name}, 1 and 3 bare` : ''}: where the steps stop changing it covers.`,
        },
      ]
    }
    case 'under': {
      const body = studio.bodies[question.bodyId]
      const glaze = studio.media[question.glazeId]
      const squares = question.mediaIds.map((mediumId) =>
        bare([
          { mediumId, coats: 3 },
          { mediumId: glaze.id, coats: 1 },
        ]),
      )
      const tiles: ProposedTile[] = []
      for (let i = 0; i < squares.length; i += SQUARES_A_TILE)
        tiles.push({
          question: `Which colour under ${glaze.name}?`,
          bodyId: body.id,
          cone: coneFor(body, glaze),
          squares: squares.slice(i, i + SQUARES_A_TILE),
          teaches: `three coats of each under ${glaze.name} on ${body.name}`,
        })
      return tiles
    }
    case 'learn': {
      const tile = nextTile(studio)
      return tile ? [tile] : []
    }
  }
}

interface Target {
  readonly mediumId: string
  readonly square: NonNullable<ReturnType<typeof squareAbout>>
}

/** Colours that the plans in progress use, as squares about each of their media. */
function targetsOf(studio: Studio): Target[] {
  const seen = new Set<string>()
  return Object.values(studio.pieces)
    .filter((piece) => piece.steps.some((step) => !step.done))
    .flatMap((piece) => {
      const body = studio.bodies[piece.bodyId]
      const cone = lastCone(studio, piece.id)
      return filmsOfPiece(studio, piece.id).flatMap((films): Target[] => {
        const key = JSON.stringify([piece.bodyId, cone, films])
        if (seen.has(key)) return []
        seen.add(key)
        const lab = filmsLab(body, films, studio.media, cone)
        const square = squareAbout(films[0].mediumId, body, films, studio.media, cone, lab, 1)
        return square ? [{ mediumId: films[0].mediumId, square }] : []
      })
    })
}

/** How unsure all targets of a medium are together, ΔE00. */
const unsure = (
  targets: readonly Target[],
  belief: FittedOptics,
  jacobians: readonly (readonly (readonly number[])[])[],
): number =>
  targets.reduce(
    (sum, target, i) => sum + expectedDifference(target.square.lab, colourCovariance(jacobians[i], belief.covariance)),
    0,
  )

/**
 * The next tile that would teach most: squares are taken one by one, each the one with the largest expected drop of what is unsure
 * over the colours that the plans use. A measured colour tells the same whatever it turns out to be, so nothing need be fired to know.
 */
export function nextTile(studio: Studio, squares = SQUARES_A_TILE): ProposedTile | null {
  const targets = targetsOf(studio)
  if (!targets.length) return null
  const beliefs = new Beliefs(studio)
  const bodies = new Map<string, number>()
  for (const piece of Object.values(studio.pieces)) bodies.set(piece.bodyId, (bodies.get(piece.bodyId) ?? 0) + 1)
  const [bodyId] = [...bodies].sort((a, b) => b[1] - a[1])[0]
  const body = studio.bodies[bodyId]
  const clear = clearFor(body, studio.media)
  const cone = coneFor(body, clear)
  const ids = [...new Set(targets.map((target) => target.mediumId))]
  const state = new Map(
    ids.map((id) => {
      const own = targets.filter((target) => target.mediumId === id)
      const belief = beliefs.of(id)
      return [
        id,
        {
          own,
          belief,
          jacobians: own.map(({ square }) => sensitivity(belief.parameters, square)),
        },
      ] as const
    }),
  )
  const total = () =>
    [...state.values()].reduce((sum, { own, belief, jacobians }) => sum + unsure(own, belief, jacobians), 0)
  const before = total()
  const chosen: Omit<TileSquare, 'id'>[] = []
  for (let n = 0; n < squares; n++) {
    let best: { id: string; films: Films; covariance: number[][]; drop: number } | null = null
    for (const id of ids) {
      const { own, belief, jacobians } = state.get(id)!
      const now = unsure(own, belief, jacobians)
      for (const coats of [1, 3]) {
        for (const over of clear && clear.id !== id ? [[], [{ mediumId: clear.id, coats: 1 }]] : [[]]) {
          const films: Films = [{ mediumId: id, coats }, ...over]
          if (chosen.some((square) => JSON.stringify(square.films) === JSON.stringify(films))) continue
          const square = squareAbout(
            id,
            body,
            films,
            studio.media,
            cone,
            filmsLab(body, films, studio.media, cone),
            MEASURED_SIGMA.instrument,
          )
          if (!square) continue
          const covariance = afterMeasuring(belief, square)
          const drop = now - unsure(own, { ...belief, covariance }, jacobians)
          if (!best || drop > best.drop) best = { id, films, covariance, drop }
        }
      }
    }
    if (!best || best.drop < 1e-3) break
    const entry = state.get(best.id)!
    state.set(best.id, { ...entry, belief: { ...entry.belief, covariance: best.covariance } })
    chosen.push(bare(best.films))
  }
  if (!chosen.length) return null
  const after = total()
  return {
    question: 'What would teach most?',
    bodyId,
    cone,
    squares: chosen,
    teaches:
      'the colours of your plans would be sure to about ΔE ' +
      `${(after / targets.length).toFixed(1)} instead of ${(before / targets.length).toFixed(1)}`,
  }
}
