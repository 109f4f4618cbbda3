import { filmsOfPiece, lastCone } from './piecesFilms'
import {
  colourCovariance,
  expectedDifference,
  fitOptics,
  labOfSquare,
  opticsOf,
  priorRound,
  sensitivity,
  unfitted,
  type FittedOptics,
  type MeasuredSquare,
  type OpticsPrior,
} from '../../colour/fitOptics'
import { ciede2000 } from '../../colour/ciede2000'
import type { Triple } from '../../colour/colourSpaces'
import type { Body, Medium } from '../../vocabulary/material'
import { MEASURED_SIGMA, type Tile } from '../../model/tile'
import type { Studio } from '../../model/studio'
import type { Cone } from '../../firing/cones'
import { filmsLab, squareAbout, type Films, type Media } from './squares'
import { MEDIUM_KIND } from '../../vocabulary/mediumKinds'

type Materials = Pick<Studio, 'bodies' | 'media' | 'tiles'>

/** What is believed of a medium beside its tiles. Ours: assumed curves are good for a third, a swatch tells hue but not cover. */
function priorOf(medium: Medium): OpticsPrior {
  switch (medium.knownBy) {
    case 'assumed':
      return priorRound(medium.optics, 0.25, 0.3)
    case 'swatch':
      return { ...priorRound(medium.optics, 0.3, 0.5), roughSigma: 0.4 }
    case 'tiles':
      return { ...priorRound(medium.optics, 0.4, 0.5), roughSigma: 0.5 }
  }
}

/** Measured squares of tiles that tell about a medium. */
function squaresOf(
  mediumId: string,
  { bodies, media }: Pick<Materials, 'bodies' | 'media'>,
  tiles: readonly Tile[],
): MeasuredSquare[] {
  return tiles.flatMap((tile) =>
    tile.squares.flatMap((square) => {
      const body = bodies[tile.bodyId]
      if (!square.measured || !body) return []
      const about = squareAbout(
        mediumId,
        body,
        square.films,
        media,
        tile.cone,
        square.measured.lab,
        MEASURED_SIGMA[square.measured.by],
      )
      return about ? [about] : []
    }),
  )
}

/** What is believed of a medium now, from the tiles that were taken. */
function beliefOf(medium: Medium, materials: Materials): FittedOptics {
  if (MEDIUM_KIND[medium.kind].resists) return { parameters: [], covariance: [] }
  const squares = squaresOf(
    medium.id,
    materials,
    Object.values(materials.tiles).filter((tile) => tile.taken),
  )
  return squares.length
    ? { parameters: priorOf(medium).parameters, covariance: fitOptics(squares, priorOf(medium)).covariance }
    : unfitted(priorOf(medium))
}

/** Beliefs of all media, worked out when first asked for. */
export class Beliefs {
  private readonly known = new Map<string, FittedOptics>()

  constructor(private readonly materials: Materials) {}

  of(mediumId: string): FittedOptics {
    let belief = this.known.get(mediumId)
    if (!belief) {
      belief = beliefOf(this.materials.media[mediumId], this.materials)
      this.known.set(mediumId, belief)
    }
    return belief
  }

  /** How far the fired colour of films may be off, expected ΔE00: the parts of all its media together. */
  expected(body: Body, films: Films, cone: Cone): number {
    const { media } = this.materials
    const lab = filmsLab(body, films, media, cone)
    let variance = 0
    for (const { mediumId } of films) {
      if (!media[mediumId] || MEDIUM_KIND[media[mediumId].kind].resists) continue
      const square = squareAbout(mediumId, body, films, media, cone, lab, 1)
      if (!square) continue
      const belief = this.of(mediumId)
      variance +=
        expectedDifference(lab, colourCovariance(sensitivity(belief.parameters, square), belief.covariance)) ** 2
    }
    return Math.sqrt(variance)
  }
}

/** One square of a fit: what was measured, what was thought before and is after. */
export interface Residual {
  readonly tileId: string
  readonly squareId: string
  readonly measured: Triple
  readonly before: Triple
  readonly after: Triple
  readonly differenceBefore: number
  readonly differenceAfter: number
  /** It does not agree with the others: read again, fired otherwise, or mixed up. */
  readonly disagrees: boolean
}

/** What tiles change. */
export interface Refit {
  readonly media: Readonly<Record<string, { K: number[]; S: number[] }>>
  readonly residuals: readonly Residual[]
  /** How far the colours of pieces in progress move, ΔE00, most first. */
  readonly pieces: readonly { readonly pieceId: string; readonly difference: number }[]
}

const ROUNDS = 3

/** A square that is this many σ off after the fit disagrees. */
const DISAGREES_SIGMA = 3.5

/** Fits the optics of every medium that measured squares tell about, one after another and again, the rest held as known. */
export function refit(
  studio: Pick<Studio, 'bodies' | 'media' | 'tiles' | 'pieces'>,
  tileIds: readonly string[],
  progress: (share: number) => void = () => undefined,
): Refit {
  const tiles = Object.values(studio.tiles).filter((tile) => tile.taken || tileIds.includes(tile.id))
  const asked = new Set(
    tiles
      .filter((tile) => tileIds.includes(tile.id))
      .flatMap((tile) =>
        tile.squares.flatMap((square) => (square.measured ? square.films.map((film) => film.mediumId) : [])),
      ),
  )
  let media: Media = studio.media
  const ids = [...asked]
    .filter((id) => studio.media[id] && !MEDIUM_KIND[studio.media[id].kind].resists)
    .sort((a, b) => Number(studio.media[a].kind === 'glaze') - Number(studio.media[b].kind === 'glaze'))
  for (let round = 0; round < ROUNDS; round++) {
    for (const [i, id] of ids.entries()) {
      const squares = robust(squaresOf(id, { bodies: studio.bodies, media }, tiles), media[id])
      if (squares.length) {
        const { K, S } = opticsOf(fitOptics(squares, priorOf(studio.media[id])).parameters)
        media = { ...media, [id]: { ...media[id], optics: { K: Array.from(K, bounded), S: Array.from(S, bounded) } } }
      }
      progress((round * ids.length + i + 1) / (ROUNDS * ids.length))
    }
  }
  const residuals = tiles
    .filter((tile) => tileIds.includes(tile.id))
    .flatMap((tile) =>
      tile.squares.flatMap((square): Residual[] => {
        const body = studio.bodies[tile.bodyId]
        if (!square.measured || !body) return []
        const before = filmsLab(body, square.films, studio.media, tile.cone)
        const after = filmsLab(body, square.films, media, tile.cone)
        const differenceAfter = ciede2000(after, square.measured.lab)
        return [
          {
            tileId: tile.id,
            squareId: square.id,
            measured: square.measured.lab,
            before,
            after,
            differenceBefore: ciede2000(before, square.measured.lab),
            differenceAfter,
            disagrees: differenceAfter > DISAGREES_SIGMA * Math.max(1, MEASURED_SIGMA[square.measured.by]),
          },
        ]
      }),
    )
  const pieces = Object.values(studio.pieces)
    .filter((piece) => piece.steps.some((step) => !step.done))
    .map((piece) => {
      const body = studio.bodies[piece.bodyId]
      const cone = lastCone(studio, piece.id)
      return {
        pieceId: piece.id,
        difference: Math.max(
          0,
          ...filmsOfPiece(studio, piece.id).map((films) =>
            ciede2000(filmsLab(body, films, studio.media, cone), filmsLab(body, films, media, cone)),
          ),
        ),
      }
    })
    .filter(({ difference }) => difference > 0.3)
    .sort((a, b) => b.difference - a.difference)
  return {
    media: Object.fromEntries(ids.map((id) => [id, { K: [...media[id].optics.K], S: [...media[id].optics.S] }])),
    residuals,
    pieces,
  }
}

const bounded = (v: number) => Number(Math.min(999, Math.max(0, v)).toPrecision(6))

/**
 * Squares that do not go with the others count a tenth: the one without which the rest agree best, if it is then far off, and again.
 * Tried and lost: weighting by the residuals of one common fit, which one mixed-up square bends towards itself.
 */
function robust(squares: readonly MeasuredSquare[], medium: Medium): MeasuredSquare[] {
  const kept = squares.slice()
  for (let round = 0; round < Math.floor(squares.length / 4); round++) {
    const offs = (fit: readonly MeasuredSquare[]) => {
      const optics = opticsOf(fitOptics(fit, priorOf(medium)).parameters)
      return kept.map((square) => ciede2000(labOfSquare(square, optics), square.lab) / square.sigma)
    }
    const all = offs(kept)
    if (Math.max(...all) < DISAGREES_SIGMA) break
    const without = kept.map((_, i) => {
      const off = offs(kept.filter((__, k) => k !== i))
      return { i, own: off[i], rest: off.reduce((sum, v, k) => sum + (k === i ? 0 : v * v), 0) }
    })
    const best = without.reduce((a, b) => (b.rest < a.rest ? b : a))
    if (best.own < 2 * DISAGREES_SIGMA) break
    kept[best.i] = { ...kept[best.i], sigma: kept[best.i].sigma * 10 }
  }
  return kept
}
