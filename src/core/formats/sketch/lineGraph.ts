import type { Point } from './straighten'

/** A line between two nodes, or round to its own beginning. */
export interface GraphLine {
  readonly points: Point[]
  /** Nodes at its ends; −1 for a loop by itself. */
  readonly from: number
  readonly to: number
}

const lengthOf = (points: readonly Point[]): number =>
  points.reduce((sum, [x, y], i) => (i ? sum + Math.hypot(x - points[i - 1][0], y - points[i - 1][1]) : 0), 0)

/** Follows centre lines of one pixel from fork to fork: pixels without exactly two neighbours are nodes, those that touch are one. */
export function traceLines(line: Uint8Array, width: number): GraphLine[] {
  const round = [-width - 1, -width, 1 - width, -1, 1, width - 1, width, width + 1]
  const at = (i: number): Point => [(i % width) + 0.5, Math.floor(i / width) + 0.5]
  const near = (i: number) => round.map((step) => i + step).filter((j) => line[j])
  const node = new Int32Array(line.length).fill(-1)
  const middles: Point[] = []
  const pixels: number[] = []
  for (let i = 0; i < line.length; i++) if (line[i]) pixels.push(i)
  const isNode = (i: number) => near(i).length !== 2
  for (const start of pixels) {
    if (node[start] >= 0 || !isNode(start)) continue
    const cluster = [start]
    node[start] = middles.length
    for (const i of cluster)
      for (const j of near(i))
        if (node[j] < 0 && isNode(j)) {
          node[j] = middles.length
          cluster.push(j)
        }
    const sum = cluster.map(at).reduce((a, b) => [a[0] + b[0], a[1] + b[1]])
    middles.push([sum[0] / cluster.length, sum[1] / cluster.length])
  }
  const used = new Uint8Array(line.length)
  const lines: GraphLine[] = []
  const follow = (from: number, first: number, begin: number) => {
    const points: Point[] = from >= 0 ? [middles[from]] : []
    let [before, now] = [begin, first]
    for (;;) {
      if (node[now] >= 0) {
        points.push(middles[node[now]])
        return { points, from, to: node[now] }
      }
      used[now] = 1
      points.push(at(now))
      const next = near(now).filter(
        (j) => j !== before && !used[j] && !(node[j] >= 0 && node[j] === from && points.length < 3),
      )
      // A node is gone to before the line runs past it.
      const ahead = next.find((j) => node[j] >= 0) ?? next[0]
      if (ahead === undefined) {
        const back = from >= 0 && points.length > 3 && near(now).some((j) => node[j] === from)
        if (back) points.push(middles[from])
        return { points, from, to: back ? from : -1 }
      }
      ;[before, now] = [now, ahead]
    }
  }
  for (const i of pixels) {
    if (node[i] < 0) continue
    for (const j of near(i)) if (node[j] < 0 && !used[j]) lines.push(follow(node[i], j, i))
  }
  for (const i of pixels) {
    if (node[i] >= 0 || used[i]) continue
    const { points } = follow(-1, i, -1)
    lines.push({ points: [...points, points[0]], from: -1, to: -1 })
  }
  return lines
}

/** Short spurs at forks go, and where a fork has only two lines left they are one. */
export function pruned(lines: readonly GraphLine[], shortest: number, rounds = 3): GraphLine[] {
  let left = lines.slice()
  for (let r = 0; r < rounds; r++) {
    const ends = countEnds(left)
    const kept = left.filter(({ points, from, to }) => {
      const free = (n: number) => n >= 0 && ends.get(n) === 1
      const forked = (n: number) => n >= 0 && (ends.get(n) ?? 0) > 2
      return !((free(from) && forked(to)) || (free(to) && forked(from))) || lengthOf(points) >= shortest
    })
    const before = left.length
    left = joinedThrough(kept)
    if (left.length === before) break
  }
  return left
}

const countEnds = (lines: readonly GraphLine[]) => {
  const ends = new Map<number, number>()
  for (const { from, to } of lines) for (const n of [from, to]) if (n >= 0) ends.set(n, (ends.get(n) ?? 0) + 1)
  return ends
}

/** Lines that meet at a node where no other does become one. */
function joinedThrough(lines: readonly GraphLine[]): GraphLine[] {
  const list = lines.slice()
  for (;;) {
    const ends = countEnds(list)
    const i = list.findIndex((l) => l.from !== l.to && [l.from, l.to].some((n) => n >= 0 && ends.get(n) === 2))
    if (i < 0) return list
    const one = list[i]
    const n = [one.from, one.to].find((m) => m >= 0 && ends.get(m) === 2) as number
    const k = list.findIndex((l, j) => j !== i && (l.from === n || l.to === n))
    if (k < 0) return list
    const other = list[k]
    const head = one.to === n ? one.points : one.points.toReversed()
    const tail = other.from === n ? other.points : other.points.toReversed()
    const joined = {
      points: [...head, ...tail.slice(1)],
      from: one.to === n ? one.from : one.to,
      to: other.from === n ? other.to : other.from,
    }
    list.splice(Math.max(i, k), 1)
    list.splice(Math.min(i, k), 1, joined)
  }
}
