export type FillRule = 'nonzero' | 'evenodd'

type Outline = readonly (readonly [number, number])[]

/** What lies between two places of a row is inside. */
type Span = (row: number, from: number, to: number) => void

interface Side {
  readonly first: number
  readonly last: number
  readonly x: number
  readonly slope: number
  readonly way: 1 | -1
}

/**
 * The inside of outlines, row by row at the middle of each row. `span` is told columns from and to, not yet rounded.
 *
 * @param top first row; @param bottom the row after the last
 */
export function scanFill(contours: readonly Outline[], rule: FillRule, top: number, bottom: number, span: Span): void {
  const sides = contours.flatMap(sidesOf).filter(({ first, last }) => first < bottom && last >= top && first <= last)
  sides.sort((a, b) => a.first - b.first)
  let next = 0
  let active: Side[] = []
  const crossings: { at: number; way: number }[] = []
  for (let row = Math.max(top, sides[0]?.first ?? bottom); row < bottom; row++) {
    active = active.filter(({ last }) => last >= row)
    for (; next < sides.length && sides[next].first <= row; next++)
      if (sides[next].last >= row) active.push(sides[next])
    if (!active.length && next >= sides.length) return
    crossings.length = 0
    for (const { x, slope, way } of active) crossings.push({ at: x + slope * (row + 0.5), way })
    crossings.sort((a, b) => a.at - b.at)
    if (rule === 'evenodd')
      for (let i = 0; i + 1 < crossings.length; i += 2) span(row, crossings[i].at, crossings[i + 1].at)
    else {
      let [winding, from] = [0, 0]
      for (const { at, way } of crossings) {
        if (winding === 0) from = at
        winding += way
        if (winding === 0) span(row, from, at)
      }
    }
  }
}

/** Sides with the rows whose middles they cross. */
function sidesOf(outline: Outline): Side[] {
  return outline.flatMap(([ax, ay], i): Side[] => {
    const [bx, by] = outline[(i + 1) % outline.length]
    if (ay === by || !Number.isFinite(ay + by)) return []
    const slope = (bx - ax) / (by - ay)
    const first = Math.ceil(Math.min(ay, by) - 0.5)
    const last = Math.ceil(Math.max(ay, by) - 0.5) - 1
    return first > last ? [] : [{ first, last, x: ax - slope * ay, slope, way: by > ay ? 1 : -1 }]
  })
}

/** Rows that an area is measured on. */
const MEASURED_ROWS = 400

/** Area inside outlines by a rule, in the square of their unit. */
export function filledArea(contours: readonly Outline[], rule: FillRule): number {
  let [low, high] = [Infinity, -Infinity]
  for (const outline of contours)
    for (const [, y] of outline) {
      low = Math.min(low, y)
      high = Math.max(high, y)
    }
  const step = (high - low) / MEASURED_ROWS
  if (!(step > 0)) return 0
  const scaled = contours.map((outline) => outline.map(([x, y]) => [x, (y - low) / step] as const))
  let area = 0
  scanFill(scaled, rule, 0, MEASURED_ROWS, (_row, from, to) => {
    area += (to - from) * step
  })
  return area
}
