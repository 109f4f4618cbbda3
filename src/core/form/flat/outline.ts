import { clamp } from '../../numeric/interpolation'
import { minus, lengthOf, type Vector } from '../../numeric/vector'
import { profileAt, type Stretch, type TurnedForm } from '../turnedForm'
import type { FlatPoint } from './gore'

/** A piece of a wall whose outline from above is not round, unrolled by triangles. */
export interface FlatOutline {
  /** Where a place is on the paper: length along the surface, and share of a turn from the spine of the piece. */
  readonly at: (s: number, share: number) => FlatPoint
  /** Length of the parallel at each end as drawn, mm. */
  readonly lowerMm: number
  readonly upperMm: number
  /** How far apart the two copies of a parallel came at worst, mm: 0 on straight walls. */
  readonly apartMm: number
}

const ROWS_MM = 1
const COLUMNS = 240

/**
 * Unrolls a stretch between two meridians, `share` of a turn wide about its spine at `spine`, in zones of at most a
 * millimetre. Each zone is
 * laid out from the spine by triangles, true in all its lengths; where zones do not close they are turned to lie evenly and averaged.
 */
export function flatOutline(form: TurnedForm, { from, to }: Stretch, spine: number, share: number): FlatOutline {
  const rows = Math.max(2, Math.ceil((to - from) / ROWS_MM))
  const across = COLUMNS
  const sharesAt = Array.from({ length: across + 1 }, (_, i) => (i / across - 0.5) * share)
  const parallel = (row: number): Vector[] => {
    const { r, z } = profileAt(form, from + ((to - from) * row) / rows)
    return sharesAt.map((u) => {
      const [x, depth] = form.plan.at(spine + u)
      return [r * x, z, r * depth]
    })
  }
  const middle = across / 2
  const laid: FlatPoint[][] = []
  let apartMm = 0
  let below = parallel(0)
  for (let row = 0; row < rows; row++) {
    const above = parallel(row + 1)
    const [low, high] = zone(below, above, middle)
    const before = laid[row]
    if (before) {
      const turn = turnOnto(low, before, middle)
      const place = (p: FlatPoint): FlatPoint => {
        const [x, y] = [p[0] - low[middle][0], p[1] - low[middle][1]]
        return [
          before[middle][0] + x * Math.cos(turn) - y * Math.sin(turn),
          before[middle][1] + x * Math.sin(turn) + y * Math.cos(turn),
        ]
      }
      const placed = low.map(place)
      placed.forEach((p, i) => {
        apartMm = Math.max(apartMm, Math.hypot(p[0] - before[i][0], p[1] - before[i][1]))
        if (row > 0) before[i] = [(p[0] + before[i][0]) / 2, (p[1] + before[i][1]) / 2]
      })
      laid.push(high.map(place))
    } else laid.push([...low], [...high])
    below = above
  }
  const lengthOfRow = (row: readonly FlatPoint[]) =>
    row.slice(1).reduce((sum, p, i) => sum + Math.hypot(p[0] - row[i][0], p[1] - row[i][1]), 0)
  return {
    at: (s, u) => {
      const y = clamp(((s - from) / (to - from)) * rows, 0, rows)
      const x = clamp((u / share + 0.5) * across, 0, across)
      const [i, k] = [Math.min(rows - 1, Math.floor(y)), Math.min(across - 1, Math.floor(x))]
      const [v, w] = [y - i, x - k]
      const mix = (c: 0 | 1) =>
        (laid[i][k][c] * (1 - w) + laid[i][k + 1][c] * w) * (1 - v) +
        (laid[i + 1][k][c] * (1 - w) + laid[i + 1][k + 1][c] * w) * v
      return [mix(0), mix(1)]
    },
    lowerMm: lengthOfRow(laid[0]),
    upperMm: lengthOfRow(laid[rows]),
    apartMm,
  }
}

const far = (a: Vector, b: Vector) => lengthOf(minus(a, b))

/** The third point of a triangle on paper from two that lie and the lengths to them, on the left (1) or right (−1) of a to b. */
function third(a: FlatPoint, b: FlatPoint, toA: number, toB: number, side: 1 | -1): FlatPoint {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
  const base = Math.hypot(dx, dy) || 1e-9
  const along = (toA * toA - toB * toB + base * base) / (2 * base)
  const off = side * Math.sqrt(Math.max(0, toA * toA - along * along))
  const [ux, uy] = [dx / base, dy / base]
  return [a[0] + ux * along - uy * off, a[1] + uy * along + ux * off]
}

/** A zone between two parallels on paper, from its spine outward both ways. */
function zone(below: readonly Vector[], above: readonly Vector[], middle: number): [FlatPoint[], FlatPoint[]] {
  const low: FlatPoint[] = []
  const high: FlatPoint[] = []
  low[middle] = [0, 0]
  high[middle] = [0, far(below[middle], above[middle])]
  for (const way of [1, -1] as const)
    for (let i = middle; way > 0 ? i + 1 < below.length : i > 0; i += way) {
      const k = i + way
      const side = way > 0 ? -1 : 1
      low[k] = third(low[i], high[i], far(below[i], below[k]), far(above[i], below[k]), side)
      high[k] = third(low[k], high[i], far(below[k], above[k]), far(above[i], above[k]), side === 1 ? 1 : -1)
    }
  return [low, high]
}

/** The angle by which points about their middle one lie best on others about theirs. */
function turnOnto(points: readonly FlatPoint[], onto: readonly FlatPoint[], middle: number): number {
  let sin = 0
  let cos = 0
  points.forEach(([px, py], i) => {
    const [ax, ay] = [px - points[middle][0], py - points[middle][1]]
    const [bx, by] = [onto[i][0] - onto[middle][0], onto[i][1] - onto[middle][1]]
    cos += ax * bx + ay * by
    sin += ax * by - ay * bx
  })
  return Math.atan2(sin, cos)
}
