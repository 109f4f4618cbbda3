import type { Point } from './matrix'
import type { Run } from './outline'

/** A convex outline, turned so that its inside lies to the left of each side as the sheet is seen (y down). */
export type Pane = readonly Point[]

const sideOf = (a: Point, b: Point, [x, y]: Point) => (b[0] - a[0]) * (y - a[1]) - (b[1] - a[1]) * (x - a[0])

const turn = (outline: readonly Point[]) =>
  outline.reduce((sum, [x, y], i) => {
    const [nx, ny] = outline[(i + 1) % outline.length]
    return sum + x * ny - nx * y
  }, 0)

/** The convex pane of one closed outline; null when it is not convex or has no inside. */
export function paneOf(outline: readonly Point[]): Pane | null {
  const points = outline.filter((p, i) => {
    const [x, y] = outline[(i + 1) % outline.length]
    return Math.hypot(p[0] - x, p[1] - y) > 1e-9
  })
  const area = turn(points)
  if (points.length < 3 || Math.abs(area) < 1e-12) return null
  const facing = area > 0 ? points : [...points].reverse()
  const slack = 1e-4 * Math.abs(area)
  let around = 0
  for (let i = 0; i < facing.length; i++) {
    const [a, b, c] = [facing[i], facing[(i + 1) % facing.length], facing[(i + 2) % facing.length]]
    if (sideOf(a, b, c) < -slack) return null
    around += Math.atan2(
      (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]),
      (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1]),
    )
  }
  // A star turns round more than once and would pass as convex.
  return Math.abs(around) < 2 * Math.PI + 0.5 ? facing : null
}

export const rectanglePane = (x: number, y: number, width: number, height: number): Pane => [
  [x, y],
  [x + width, y],
  [x + width, y + height],
  [x, y + height],
]

export function isInside(pane: Pane, point: Point, slack: number): boolean {
  for (let i = 0; i < pane.length; i++) {
    const [a, b] = [pane[i], pane[(i + 1) % pane.length]]
    if (sideOf(a, b, point) < -slack * Math.hypot(b[0] - a[0], b[1] - a[1])) return false
  }
  return true
}

/** Less than this has no inside, px². */
const NO_AREA = 1e-9

/** What of a filled outline lies in a pane: Sutherland and Hodgman, “Reentrant Polygon Clipping” (1974); nothing where it only touches. */
export function clipOutline(outline: readonly Point[], pane: Pane): Point[] {
  let kept: Point[] = [...outline]
  for (let i = 0; i < pane.length && kept.length; i++) {
    const [a, b] = [pane[i], pane[(i + 1) % pane.length]]
    const next: Point[] = []
    for (let k = 0; k < kept.length; k++) {
      const [p, q] = [kept[k], kept[(k + 1) % kept.length]]
      const [from, to] = [sideOf(a, b, p), sideOf(a, b, q)]
      if (from >= 0) next.push(p)
      if (from >= 0 !== to >= 0) next.push(between(p, q, from / (from - to)))
    }
    kept = next
  }
  return Math.abs(turn(kept)) > NO_AREA ? kept : []
}

const between = (p: Point, q: Point, t: number): Point =>
  t === 0 ? p : t === 1 ? q : [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t]

/** What of a line lies in a pane: each piece cut at its sides (Cyrus and Beck, 1978). */
export function clipRun(run: Run, pane: Pane): Run[] {
  if (run.points.every((p) => isInside(pane, p, 1e-9))) return [run]
  const points = run.closed ? [...run.points, run.points[0]] : run.points
  const runs: Point[][] = []
  for (let k = 0; k + 1 < points.length; k++) {
    const [p, q] = [points[k], points[k + 1]]
    let [enter, leave] = [0, 1]
    for (let i = 0; i < pane.length && enter <= leave; i++) {
      const [a, b] = [pane[i], pane[(i + 1) % pane.length]]
      const [from, to] = [sideOf(a, b, p), sideOf(a, b, q)]
      if (from < 0 && to < 0) leave = -1
      else if (from < 0) enter = Math.max(enter, from / (from - to))
      else if (to < 0) leave = Math.min(leave, from / (from - to))
    }
    // What only touches a side is nothing to see; a dot within is.
    if (enter >= leave) continue
    const [first, last] = [between(p, q, enter), between(p, q, leave)]
    const open = runs.at(-1)
    const end = open?.at(-1)
    if (open && end && enter === 0 && Math.hypot(end[0] - first[0], end[1] - first[1]) < 1e-9) open.push(last)
    else runs.push([first, last])
  }
  // A ring that begins within the pane is one piece across its beginning.
  const [first, last] = [runs[0], runs.at(-1)]
  if (run.closed && last && runs.length > 1 && first[0] === points[0] && last.at(-1) === points[0])
    runs.splice(0, 1, [...(runs.pop() ?? []), ...first.slice(1)])
  return runs.map((all) => ({ points: all, closed: false }))
}
