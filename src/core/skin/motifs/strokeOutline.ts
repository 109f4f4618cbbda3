import type { MarkPoint } from './marks'

export interface StrokeShape {
  readonly width: number
  readonly cap: 'butt' | 'round' | 'square'
  readonly join: 'miter' | 'round' | 'bevel'
}

/** Share of the half width over which a miter may reach before it is cut off: the limit that SVG takes when nothing is said. */
const MITER_LIMIT = 4

/** Steps of a whole round end. */
const ROUND = 24

/**
 * A line of a width as outlines to be filled together by their winding: a quadrilateral for each piece, and its joins and ends.
 * A line that ends where it begins is joined there.
 */
export function strokeOutline(points: readonly MarkPoint[], shape: StrokeShape): MarkPoint[][] {
  const half = shape.width / 2
  const line = points.filter((p, i) => i === 0 || p[0] !== points[i - 1][0] || p[1] !== points[i - 1][1])
  const closed = line.length > 2 && line[0][0] === line.at(-1)![0] && line[0][1] === line.at(-1)![1]
  if (line.length < 2) return shape.cap === 'butt' || !line.length ? [] : [dot(line[0], half, shape.cap)]
  const outlines: MarkPoint[][] = []
  const pieces = line.slice(1).map((to, i) => pieceOf(line[i], to))
  pieces.forEach((piece, i) => {
    const { from, to, nx, ny } = piece
    const [back, ahead] = shape.cap === 'square' && !closed ? [i === 0, i === pieces.length - 1] : [false, false]
    const start = back ? along(from, piece, -half) : from
    const end = ahead ? along(to, piece, half) : to
    outlines.push([
      [start[0] + nx * half, start[1] + ny * half],
      [start[0] - nx * half, start[1] - ny * half],
      [end[0] - nx * half, end[1] - ny * half],
      [end[0] + nx * half, end[1] + ny * half],
    ])
    const next = pieces[i + 1] ?? (closed ? pieces[0] : null)
    if (next) outlines.push(...joinOf(piece, next, half, shape.join))
  })
  if (shape.cap === 'round' && !closed) outlines.push(disc(line[0], half), disc(line.at(-1)!, half))
  return outlines.map(facing)
}

interface Piece {
  readonly from: MarkPoint
  readonly to: MarkPoint
  /** Across the piece. */
  readonly nx: number
  readonly ny: number
}

function pieceOf(from: MarkPoint, to: MarkPoint): Piece {
  const length = Math.hypot(to[0] - from[0], to[1] - from[1])
  return { from, to, nx: -(to[1] - from[1]) / length, ny: (to[0] - from[0]) / length }
}

const along = ([x, y]: MarkPoint, { nx, ny }: Piece, by: number): MarkPoint => [x + ny * by, y - nx * by]

function joinOf(before: Piece, next: Piece, half: number, join: StrokeShape['join']): MarkPoint[][] {
  const corner = before.to
  const turn = before.nx * next.ny - before.ny * next.nx
  const straight = before.nx * next.nx + before.ny * next.ny
  if (join === 'round') return straight > 0.98 ? [wedge(corner, before, next, half, turn)] : [disc(corner, half)]
  const cut = wedge(corner, before, next, half, turn)
  if (join === 'bevel' || straight <= -0.9999) return [cut]
  const reach = Math.sqrt(2 / (1 + straight))
  if (reach > MITER_LIMIT) return [cut]
  const side = turn > 0 ? -1 : 1
  const [mx, my] = [before.nx + next.nx, before.ny + next.ny]
  const length = Math.hypot(mx, my)
  const tip: MarkPoint = [
    corner[0] + (side * half * reach * mx) / length,
    corner[1] + (side * half * reach * my) / length,
  ]
  return [[corner, cut[1], tip, cut[2]]]
}

/** The triangle between two pieces on the outer side of their corner. */
function wedge(corner: MarkPoint, before: Piece, next: Piece, half: number, turn: number): MarkPoint[] {
  const side = turn > 0 ? -half : half
  return [
    corner,
    [corner[0] + side * before.nx, corner[1] + side * before.ny],
    [corner[0] + side * next.nx, corner[1] + side * next.ny],
  ]
}

const disc = ([x, y]: MarkPoint, radius: number): MarkPoint[] =>
  Array.from({ length: ROUND }, (_, i) => [
    x + radius * Math.cos((2 * Math.PI * i) / ROUND),
    y + radius * Math.sin((2 * Math.PI * i) / ROUND),
  ])

const dot = (at: MarkPoint, half: number, cap: StrokeShape['cap']): MarkPoint[] =>
  cap === 'round'
    ? disc(at, half)
    : [
        [at[0] - half, at[1] - half],
        [at[0] + half, at[1] - half],
        [at[0] + half, at[1] + half],
        [at[0] - half, at[1] + half],
      ]

/** Turned so that all outlines wind the same way. */
function facing(outline: MarkPoint[]): MarkPoint[] {
  const twice = outline.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = outline[(i + 1) % outline.length]
    return sum + x * nextY - nextX * y
  }, 0)
  return twice < 0 ? outline.reverse() : outline
}
