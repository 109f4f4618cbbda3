import type { Point } from './straighten'

/** Points of a line without those that lie within a distance of it (Douglas and Peucker 1973, from memory). */
export function simplified(points: readonly Point[], within: number): Point[] {
  if (points.length < 3) return points.slice()
  const keep = new Uint8Array(points.length)
  keep[0] = keep[points.length - 1] = 1
  // A loop is cut in two where it is furthest from its beginning.
  const spans: [number, number][] = [[0, points.length - 1]]
  for (let span = spans.pop(); span; span = spans.pop()) {
    const [from, to] = span
    const [[ax, ay], [bx, by]] = [points[from], points[to]]
    const long = Math.hypot(bx - ax, by - ay)
    let [far, at] = [within, -1]
    for (let i = from + 1; i < to; i++) {
      const [x, y] = points[i]
      const off =
        long < 1e-9 ? Math.hypot(x - ax, y - ay) : Math.abs((bx - ax) * (ay - y) - (ax - x) * (by - ay)) / long
      if (off > far) [far, at] = [off, i]
    }
    if (at < 0) continue
    keep[at] = 1
    spans.push([from, at], [at, to])
  }
  return points.filter((_, i) => keep[i])
}
