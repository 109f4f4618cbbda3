import ClipperLib from 'clipper-lib'
import type { Spot } from './pen'

/* Polygons in mm, worked in whole micrometres by the package: exact where lines cross. */

export type Polygon = readonly Spot[]

const UM = 1000

const toWhole = (polygons: readonly Polygon[]): ClipperLib.Paths =>
  polygons.map((p) => p.map(([x, y]) => ({ X: Math.round(x * UM), Y: Math.round(y * UM) })))

const toMm = (paths: ClipperLib.Paths): Polygon[] => paths.map((p) => p.map(({ X, Y }): Spot => [X / UM, Y / UM]))

function combine(
  type: ClipperLib.ClipType,
  a: readonly Polygon[],
  b: readonly Polygon[],
  rule: 'nonzero' | 'evenodd',
): Polygon[] {
  const clipper = new ClipperLib.Clipper()
  const fill = rule === 'evenodd' ? ClipperLib.PolyFillType.pftEvenOdd : ClipperLib.PolyFillType.pftNonZero
  clipper.AddPaths(toWhole(a), ClipperLib.PolyType.ptSubject, true)
  clipper.AddPaths(toWhole(b), ClipperLib.PolyType.ptClip, true)
  const out: ClipperLib.Paths = []
  clipper.Execute(type, out, fill, ClipperLib.PolyFillType.pftNonZero)
  return toMm(out)
}

/** Polygons joined; those of the first by a rule of filling. Outlines come counter to their holes. */
export const united = (
  a: readonly Polygon[],
  b: readonly Polygon[] = [],
  rule: 'nonzero' | 'evenodd' = 'nonzero',
): Polygon[] => combine(ClipperLib.ClipType.ctUnion, a, b, rule)

/** The first without the second. */
export const without = (a: readonly Polygon[], b: readonly Polygon[]): Polygon[] =>
  combine(ClipperLib.ClipType.ctDifference, a, b, 'nonzero')

/** Polygons grown by so much all round, or shrunk; corners round. */
export function grown(polygons: readonly Polygon[], byMm: number): Polygon[] {
  if (byMm === 0) return [...polygons]
  const offset = new ClipperLib.ClipperOffset(2, 0.02 * UM)
  offset.AddPaths(toWhole(polygons), ClipperLib.JoinType.jtRound, ClipperLib.EndType.etClosedPolygon)
  const out: ClipperLib.Paths = []
  offset.Execute(out, byMm * UM)
  return toMm(out)
}

/** Shrunk and grown again: what is narrower than twice the length goes. */
export const opened = (polygons: readonly Polygon[], byMm: number): Polygon[] => grown(grown(polygons, -byMm), byMm)

/** Area that a polygon encloses, mm²; below 0 for a hole. */
const signedArea = (p: Polygon): number =>
  p.reduce((sum, [x, y], i) => {
    const [nx, ny] = p[(i + 1) % p.length]
    return sum + (x * ny - nx * y) / 2
  }, 0)

export const areaOf = (polygons: readonly Polygon[]): number =>
  Math.abs(polygons.reduce((sum, p) => sum + signedArea(p), 0))

/** Whether a point is within a polygon, by crossings. */
export function inside(p: Polygon, [x, y]: Spot): boolean {
  let odd = false
  for (let i = 0, k = p.length - 1; i < p.length; k = i++) {
    const [ax, ay] = p[i]
    const [bx, by] = p[k]
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) odd = !odd
  }
  return odd
}

/** Each piece by itself: its outline first, then its holes. */
export function piecesOf(polygons: readonly Polygon[]): Polygon[][] {
  const clipper = new ClipperLib.Clipper()
  clipper.AddPaths(toWhole(polygons), ClipperLib.PolyType.ptSubject, true)
  const tree = new ClipperLib.PolyTree()
  clipper.Execute(
    ClipperLib.ClipType.ctUnion,
    tree,
    ClipperLib.PolyFillType.pftNonZero,
    ClipperLib.PolyFillType.pftNonZero,
  )
  return ClipperLib.JS.PolyTreeToExPolygons(tree).map(({ outer, holes }) => toMm([outer, ...(holes ?? [])]))
}

/** The outline of a piece of a polygon’s line thickened into a bar, and deepened at both ends. */
export function bar([ax, ay]: Spot, [bx, by]: Spot, widthMm: number, deeperMm: number): Polygon {
  const length = Math.hypot(bx - ax, by - ay) || 1e-6
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length]
  const [nx, ny] = [(-uy * widthMm) / 2, (ux * widthMm) / 2]
  const [px, py] = [ax - ux * deeperMm, ay - uy * deeperMm]
  const [qx, qy] = [bx + ux * deeperMm, by + uy * deeperMm]
  return [
    [px + nx, py + ny],
    [px - nx, py - ny],
    [qx - nx, qy - ny],
    [qx + nx, qy + ny],
  ]
}
