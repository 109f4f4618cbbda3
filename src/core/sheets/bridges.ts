import { areaOf, bar, grown, inside, opened, piecesOf, united, without, type Polygon } from './polygons'
import type { Spot } from './pen'

/** A bridge that holds an island. */
export interface Bridge {
  readonly from: Spot
  readonly to: Spot
  readonly lengthMm: number
}

/** A sheet that hangs together. */
export interface HeldSheet {
  /** What stays, and what is cut out of it. */
  readonly kept: readonly Polygon[]
  readonly windows: readonly Polygon[]
  readonly bridges: readonly Bridge[]
  readonly islands: number
  /** Middles of pieces too thin to be held: they are cut out too. */
  readonly lost: readonly Spot[]
  /** Whether all that stays is one piece. */
  readonly whole: boolean
}

const SAMPLE_MM = 0.5
const MOST_SAMPLES = 9000
/** Islands from these sizes get a second and a third bridge, mm², so far apart as shares of their outline [ours]. */
const SECOND_MM2 = 60
const THIRD_MM2 = 1500
const SECOND_APART = 0.3
const THIRD_APART = 0.22
/** What falls off the sheet when it is cut is opened away, mm. */
const CRUMB_MM = 0.15

interface Sample {
  readonly at: Spot
  readonly node: number
  /** Share of the outline, and how sharply it turns about here, as a length to be added. */
  readonly share: number
  readonly penalty: number
}

/**
 * Cuts windows into a sheet so that no island falls out: the least tree of bridges (Prim 1957) from the frame over all islands, each
 * bridge across the narrowest place that is neither a tip nor fine detail, and more of them for large islands.
 */
export function holdIslands(frame: Polygon, windows: readonly Polygon[], bridgeMm: number): HeldSheet {
  const cut = united(windows)
  const raw = without([frame], cut)
  const rawPieces = piecesOf(raw)
  // A thin neck is no hold.
  const nodes = piecesOf(opened(raw, bridgeMm / 2 - 0.05))
  const holds = (piece: readonly Polygon[]) => nodes.some(([outer]) => outer.some((p) => within(piece, p)))
  const lost = rawPieces.filter((piece) => !holds(piece))
  const solid = rawPieces.filter((piece) => !lost.includes(piece)).flat()
  const at = nodes.findIndex(([outer]) => touchesFrame(outer, frame))
  if (at < 0 || nodes.length === 0)
    return { kept: raw, windows: cut, bridges: [], islands: 0, lost: [], whole: rawPieces.length === 1 }
  const samples = nodes.flatMap((piece, node) => samplesOf(piece, node, node === at ? frame : null, bridgeMm))
  const bridges = tree(samples, nodes, at)
  let deeper = Math.min(bridgeMm, 1.5)
  let kept: Polygon[] = []
  for (let turn = 0; turn < 4; turn++, deeper += bridgeMm / 2) {
    kept = united(
      solid,
      bridges.map(({ from, to }) => bar(from, to, bridgeMm, deeper)),
    )
    // Bars do not reach out of the sheet.
    kept = without(kept, without([out(frame)], [frame]))
    if (piecesOf(grown(kept, -(bridgeMm / 2 - 0.1))).length <= 1) break
  }
  const pieces = piecesOf(opened(kept, CRUMB_MM)).sort((a, b) => areaOf(b) - areaOf(a))
  // Opening rounds the corners of the sheet itself, which are sharp.
  const main = united(pieces.slice(0, 1).flat(), without([frame], grown([frame], -1)))
  const crumbs = pieces.slice(1).filter((piece) => areaOf(piece) > 1)
  return {
    kept: main,
    windows: without([frame], main),
    bridges,
    islands: nodes.length - 1,
    lost: [...lost, ...crumbs].map(([outer]) => middleOf(outer)),
    whole: crumbs.length === 0,
  }
}

const within = ([outer, ...holes]: readonly Polygon[], p: Spot) =>
  inside(outer, p) && !holes.some((hole) => inside(hole, p))

const middleOf = (p: Polygon): Spot => [
  p.reduce((sum, [x]) => sum + x, 0) / p.length,
  p.reduce((sum, [, y]) => sum + y, 0) / p.length,
]

const edges = (frame: Polygon) => {
  const xs = frame.map(([x]) => x)
  const ys = frame.map(([, y]) => y)
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

/** The frame with plenty round it. */
const out = (frame: Polygon): Polygon => {
  const [left, top, right, bottom] = edges(frame)
  return [
    [left - 50, top - 50],
    [right + 50, top - 50],
    [right + 50, bottom + 50],
    [left - 50, bottom + 50],
  ]
}

const touchesFrame = (outer: Polygon, frame: Polygon) => {
  const [left, top, right, bottom] = edges(frame)
  return outer.some(([x, y]) => x - left < 0.2 || y - top < 0.2 || right - x < 0.2 || bottom - y < 0.2)
}

/** Places along the outlines of a piece from which a bridge may go; none along the edge of the sheet itself. */
function samplesOf(piece: readonly Polygon[], node: number, frame: Polygon | null, bridgeMm: number): Sample[] {
  const bounds = frame ? edges(frame) : null
  return piece.flatMap((outline) => {
    const around = outline.reduce((sum, p, i) => sum + distance(p, outline[(i + 1) % outline.length]), 0)
    const count = Math.max(6, Math.ceil(around / SAMPLE_MM))
    const points: Spot[] = []
    let i = 0
    let walked = 0
    for (let k = 0; k < count; k++) {
      const wanted = (k / count) * around
      while (i < outline.length - 1 && walked + distance(outline[i], outline[(i + 1) % outline.length]) < wanted) {
        walked += distance(outline[i], outline[(i + 1) % outline.length])
        i++
      }
      const [a, b] = [outline[i], outline[(i + 1) % outline.length]]
      const t = Math.min(1, (wanted - walked) / (distance(a, b) || 1))
      points.push([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t])
    }
    const reach = Math.max(1, Math.round((bridgeMm * count) / around))
    return points.flatMap((at, k): Sample[] => {
      if (
        bounds &&
        (at[0] - bounds[0] < 0.2 || at[1] - bounds[1] < 0.2 || bounds[2] - at[0] < 0.2 || bounds[3] - at[1] < 0.2)
      )
        return []
      const turning = turnBetween(points[(k - reach + count * reach) % count], at, points[(k + reach) % count])
      return [{ at, node, share: k / count, penalty: bridgeMm * Math.max(0, turning - 0.5) }]
    })
  })
}

const distance = (a: Spot, b: Spot) => Math.hypot(a[0] - b[0], a[1] - b[1])

function turnBetween(a: Spot, b: Spot, c: Spot): number {
  const [ux, uy] = [b[0] - a[0], b[1] - a[1]]
  const [vx, vy] = [c[0] - b[0], c[1] - b[1]]
  return Math.abs(Math.atan2(ux * vy - uy * vx, ux * vx + uy * vy))
}

interface Link {
  readonly from: Sample
  readonly to: Sample
  readonly cost: number
}

/** The best link from some samples to others; places are skipped evenly where there are very many. */
function bestLink(from: readonly Sample[], to: readonly Sample[]): Link | null {
  let best: Link | null = null
  const skip = Math.max(1, Math.ceil(to.length / MOST_SAMPLES))
  for (const a of from)
    for (let i = 0; i < to.length; i += skip) {
      const b = to[i]
      const dx = a.at[0] - b.at[0]
      const dy = a.at[1] - b.at[1]
      const limit = best ? best.cost - a.penalty : Infinity
      if (limit <= 0 || dx * dx + dy * dy >= limit * limit) continue
      const cost = Math.sqrt(dx * dx + dy * dy) + a.penalty + b.penalty
      if (!best || cost < best.cost) best = { from: a, to: b, cost }
    }
  return best
}

function tree(samples: readonly Sample[], nodes: readonly (readonly Polygon[])[], frameAt: number): Bridge[] {
  const of = nodes.map((_, node) => samples.filter((s) => s.node === node))
  const links: Link[] = []
  const held = new Set([frameAt])
  const best = nodes.map((_, node) => (node === frameAt ? null : bestLink(of[node], of[frameAt])))
  while (held.size < nodes.length) {
    let next = -1
    nodes.forEach((_, node) => {
      if (held.has(node) || !best[node]) return
      if (next < 0 || best[node].cost < (best[next]?.cost ?? Infinity)) next = node
    })
    if (next < 0) break
    links.push(best[next] as Link)
    held.add(next)
    nodes.forEach((_, node) => {
      if (held.has(node)) return
      const link = bestLink(of[node], of[next])
      if (link && (!best[node] || link.cost < best[node].cost)) best[node] = link
    })
  }
  const more: Link[] = []
  const parent = new Map(links.map(({ from, to }) => [from.node, to.node]))
  const hangingOn = (node: number): Set<number> => {
    const under = new Set([node])
    // Links come in the order of the tree: parents before what hangs on them.
    for (const { from } of links) if (under.has(parent.get(from.node) ?? -1)) under.add(from.node)
    return under
  }
  nodes.forEach((piece, node) => {
    if (node === frameAt) return
    const own = of[node]
    // What hangs on it does not hold it.
    const hanging = hangingOn(node)
    const others = samples.filter((s) => !hanging.has(s.node))
    const ends = links.flatMap(({ from }) => (from.node === node ? [from.share] : []))
    const area = areaOf(piece)
    const wants = area > THIRD_MM2 ? 3 : area > SECOND_MM2 ? 2 : 1
    for (let have = ends.length; have < wants; have++) {
      const apart = have === 1 ? SECOND_APART : THIRD_APART
      const free = own.filter(({ share }) => ends.every((end) => apartOn(share, end) >= apart))
      const link = bestLink(free, others)
      if (!link) break
      more.push(link)
      ends.push(link.from.share)
    }
  })
  return [...links, ...more].map(({ from, to }) => ({ from: from.at, to: to.at, lengthMm: distance(from.at, to.at) }))
}

const apartOn = (a: number, b: number) => Math.min(Math.abs(a - b), 1 - Math.abs(a - b))
