import type { FlatMark } from './drawnFlat'
import { circle, path, polyline, type Spot } from './pen'
import type { Layer, SheetItem } from './sheet'

/** How lines are drawn on a sheet. */
export interface LineLook {
  readonly layer?: Layer
  /** Pricked for pouncing: a dot each so many mm instead of a line. */
  readonly dotsMm?: number
  /** Broad lines show under their middle line how wide they are. */
  readonly broad?: boolean
  readonly dash?: readonly number[]
}

/** From this width the width of a line is shown, mm. */
const BROAD_MM = 0.9
const PALE = '#d9d9d9'
const DOT_MM = 0.5

/** Flat marks as items: lines by their middle, shapes by their outline, white that takes away dotted finely. */
export function drawnItems(marks: readonly FlatMark[], look: LineLook = {}): SheetItem[] {
  const { layer = 'mark', dotsMm = 0, broad = false, dash } = look
  const lines = (points: readonly Spot[], closed: boolean, paper: boolean): SheetItem =>
    dotsMm > 0
      ? path(
          layer,
          dotsAlong(closed ? [...points, points[0]] : points, dotsMm).flatMap((spot) => circle(spot, DOT_MM)),
          {
            fill: '#000000',
            widthMm: 0,
          },
        )
      : path(layer, polyline(points, closed), { ...(paper ? { dash: [0.8, 0.8] } : dash ? { dash } : {}) })
  const under: SheetItem[] = []
  const over: SheetItem[] = []
  for (const mark of marks) {
    const paper = mark.paper === true
    if (mark.kind === 'stroke') {
      if (broad && mark.widthMm >= BROAD_MM && !paper && dotsMm === 0)
        under.push(path('guide', polyline(mark.points), { widthMm: mark.widthMm, colour: PALE }))
      over.push(lines(mark.points, false, paper))
    } else for (const contour of mark.contours) over.push(lines(contour, true, paper))
  }
  return [...under, ...over]
}

/** Points at even distances along a line. */
function dotsAlong(points: readonly Spot[], everyMm: number): Spot[] {
  const out: Spot[] = points.length ? [points[0]] : []
  let left = everyMm
  for (let i = 1; i < points.length; i++) {
    const [from, to] = [points[i - 1], points[i]]
    const length = Math.hypot(to[0] - from[0], to[1] - from[1])
    let at = left
    for (; at <= length; at += everyMm) {
      const t = at / length
      out.push([from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t])
    }
    left = at - length
  }
  return out
}
