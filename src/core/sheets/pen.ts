import type { Layer, PathItem, Segment, Sheet, SheetItem, TextItem } from './sheet'

export type Spot = readonly [x: number, y: number]

/** An arc in cubics of at most 30°: the handles 4/3 · tan(δ/4) long (from memory; off by under 1e-6 of the radius). */
const ARC_STEP = Math.PI / 6

/** An arc about a middle, angles in radians clockwise from the right (y down). It begins with a line or a move to its first point. */
export function arc([cx, cy]: Spot, radius: number, from: number, to: number, begin: 'M' | 'L' = 'M'): Segment[] {
  const count = Math.max(1, Math.ceil(Math.abs(to - from) / ARC_STEP))
  const step = (to - from) / count
  const k = (4 / 3) * Math.tan(step / 4) * radius
  const at = (angle: number): Spot => [cx + radius * Math.cos(angle), cy + radius * Math.sin(angle)]
  const out: Segment[] = [[begin, ...at(from)]]
  for (let i = 0; i < count; i++) {
    const [a, b] = [from + i * step, from + (i + 1) * step]
    const [p, q] = [at(a), at(b)]
    out.push([
      'C',
      p[0] - k * Math.sin(a),
      p[1] + k * Math.cos(a),
      q[0] + k * Math.sin(b),
      q[1] - k * Math.cos(b),
      q[0],
      q[1],
    ])
  }
  return out
}

export const circle = (middle: Spot, radius: number): Segment[] => [...arc(middle, radius, 0, 2 * Math.PI), ['Z']]

export const polyline = (points: readonly Spot[], closed = false): Segment[] => [
  ...points.map(([x, y], i): Segment => [i ? 'L' : 'M', x, y]),
  ...(closed ? ([['Z']] as const) : []),
]

export const line = (...points: readonly Spot[]): Segment[] => polyline(points)

export const path = (layer: Layer, d: readonly Segment[], more: Partial<PathItem> = {}): PathItem => ({
  kind: 'path',
  layer,
  d,
  ...more,
})

export const text = (at: Spot, words: string, sizeMm: number, more: Partial<TextItem> = {}): TextItem => ({
  kind: 'text',
  at,
  text: words,
  sizeMm,
  anchor: 'start',
  ...more,
})

/** A cross to lay sheets over one another by. */
export const cross = ([x, y]: Spot, armMm: number, layer: Layer = 'mark'): PathItem =>
  path(layer, [...line([x - armMm, y], [x + armMm, y]), ...line([x, y - armMm], [x, y + armMm])])

/** An arrow from one point to another. */
export function arrow([ax, ay]: Spot, [bx, by]: Spot, layer: Layer = 'guide', headMm = 3): PathItem {
  const length = Math.hypot(bx - ax, by - ay) || 1
  const [ux, uy] = [(bx - ax) / length, (by - ay) / length]
  const barb = (side: number): Spot => [bx - headMm * (ux - 0.4 * side * uy), by - headMm * (uy + 0.4 * side * ux)]
  return path(layer, [...line([ax, ay], [bx, by]), ...line(barb(1), [bx, by], barb(-1))], { widthMm: 0.2 })
}

/** The points of a path, its curves by their ends and handles: they enclose it. */
export const pointsOf = (d: readonly Segment[]): Spot[] =>
  d.flatMap((segment): Spot[] => {
    switch (segment[0]) {
      case 'Z':
        return []
      case 'C':
        return [
          [segment[1], segment[2]],
          [segment[3], segment[4]],
          [segment[5], segment[6]],
        ]
      default:
        return [[segment[1], segment[2]]]
    }
  })

/** About how wide a text is, mm: over half its size a letter. */
const textWidth = ({ text: words, sizeMm }: Pick<TextItem, 'text' | 'sizeMm'>): number => words.length * sizeMm * 0.52

type Box = readonly [left: number, top: number, right: number, bottom: number]

/** The box round an item, mm. */
export function boxOf(item: SheetItem): Box {
  if (item.kind === 'path') {
    const points = pointsOf(item.d)
    const xs = points.map(([x]) => x)
    const ys = points.map(([, y]) => y)
    return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
  }
  const width = textWidth(item)
  const [x, y] = item.at
  const begin = item.anchor === 'start' ? 0 : item.anchor === 'middle' ? -width / 2 : -width
  const turn = ((item.turn ?? 0) * Math.PI) / 180
  const corners = [
    [begin, -item.sizeMm * 0.8],
    [begin + width, -item.sizeMm * 0.8],
    [begin + width, item.sizeMm * 0.25],
    [begin, item.sizeMm * 0.25],
  ].map(([u, v]): Spot => [x + u * Math.cos(turn) - v * Math.sin(turn), y + u * Math.sin(turn) + v * Math.cos(turn)])
  const [xs, ys] = [corners.map(([cx]) => cx), corners.map(([, cy]) => cy)]
  return [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)]
}

const moved = (item: SheetItem, dx: number, dy: number): SheetItem =>
  item.kind === 'text'
    ? { ...item, at: [item.at[0] + dx, item.at[1] + dy] }
    : { ...item, d: mapped(item.d, ([x, y]) => [x + dx, y + dy]) }

/** A path with each of its points somewhere else; true for moves, turns, mirrors and sizes. */
export const mapped = (d: readonly Segment[], to: (spot: Spot) => Spot): Segment[] =>
  d.map((segment): Segment => {
    switch (segment[0]) {
      case 'Z':
        return segment
      case 'C':
        return [
          'C',
          ...to([segment[1], segment[2]]),
          ...to([segment[3], segment[4]]),
          ...to([segment[5], segment[6]]),
        ] as unknown as Segment
      default:
        return [segment[0], ...to([segment[1], segment[2]])] as Segment
    }
  })

/** The box round some items, mm; endless the wrong way round none. */
export const boxOfAll = (items: readonly SheetItem[]): Box =>
  items
    .map(boxOf)
    .reduce<Box>(
      ([a, b, c, d], [l, t, r, e]) => [Math.min(a, l), Math.min(b, t), Math.max(c, r), Math.max(d, e)],
      [Infinity, Infinity, -Infinity, -Infinity],
    )

/** Items moved so that they begin at 0, 0 with a margin, and the size of what they take. */
export function fitted(items: readonly SheetItem[], marginMm = 2): Pick<Sheet, 'items' | 'widthMm' | 'heightMm'> {
  const [left, top, right, bottom] = items.length ? boxOfAll(items) : [0, 0, 10, 10]
  return {
    items: items.map((item) => moved(item, marginMm - left, marginMm - top)),
    widthMm: right - left + 2 * marginMm,
    heightMm: bottom - top + 2 * marginMm,
  }
}

/** Items as they are seen in a mirror about an upright line; words stay readable. */
export const mirrored = (items: readonly SheetItem[]): SheetItem[] =>
  items.map((item) =>
    item.kind === 'path'
      ? { ...item, d: mapped(item.d, ([x, y]) => [-x, y]) }
      : {
          ...item,
          at: [-item.at[0], item.at[1]],
          anchor: item.anchor === 'start' ? 'end' : item.anchor === 'end' ? 'start' : 'middle',
          turn: item.turn ? -item.turn : item.turn,
        },
  )
