import { MOST_POINTS, type Drawing, type DrawingShape } from '../../vocabulary/motif'
import { fail, ok, type Result } from '../../base/result'
import type { SketchShape } from './readOutlines'
import type { Sketch } from './readSketch'
import type { Point } from './straighten'

/** Line art of a sketch, and how tall it is on its sheet, mm. */
export interface SketchedDrawing {
  readonly drawing: Drawing
  readonly heightMm: number
}

/** Lines of about the same width are one shape, to a tenth of a millimetre. */
const WIDTHS_PER_MM = 10

/** The frame of what was found: its own extent, in which it stands at true size; or what is wrong with it. */
function framed(
  points: readonly Point[],
  none: string,
): Result<{ aspect: number; heightMm: number; place: (point: Point) => [number, number] }> {
  if (!points.length)
    return fail({
      code: 'bad-value',
      path: 'sketch',
      actual: none,
      expected: 'darker lines, or the slider further up',
    })
  if (points.length > MOST_POINTS)
    return fail({
      code: 'bad-value',
      path: 'sketch',
      actual: `${points.length} points`,
      expected: `at most ${MOST_POINTS}; move the slider down, or take a cleaner sheet`,
    })
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity]
  for (const [x, y] of points) {
    left = Math.min(left, x)
    right = Math.max(right, x)
    low = Math.min(low, y)
    high = Math.max(high, y)
  }
  const heightMm = Math.max(1, high - low)
  const own = (value: number) => Math.round(value * 1e5) / 1e5
  return ok({
    heightMm,
    aspect: Math.min(20, Math.max(0.02, (right - left) / heightMm)),
    place: ([x, y]) => [own((x - left) / heightMm), own((y - low) / heightMm)],
  })
}

/** The lines of a sketch as line art, cut to their own extent: at true size it stands as tall as it was drawn. */
export function sketchDrawing({ lines }: Sketch, name: string): Result<SketchedDrawing> {
  const frame = framed(
    lines.flatMap((line) => line.points),
    'no lines found',
  )
  if (!frame.ok) return frame
  const { aspect, heightMm, place } = frame.value
  const shapes = new Map<number, [number, number][][]>()
  for (const line of lines) {
    const width = Math.max(1, Math.round(line.widthMm * WIDTHS_PER_MM))
    const placed = line.points.map(place)
    if (placed.length > 1) shapes.set(width, [...(shapes.get(width) ?? []), placed])
  }
  return ok({
    heightMm,
    drawing: {
      name,
      aspect,
      widths: 'tool',
      shapes: [...shapes].map(([width, own]): DrawingShape => ({
        kind: 'stroke',
        lines: own,
        width: width / WIDTHS_PER_MM / heightMm,
        cap: 'round',
        join: 'round',
        ink: true,
      })),
    },
  })
}

/** The shapes of a sketch as filled line art with their holes, cut to their own extent. */
export function outlinedDrawing(shapes: readonly SketchShape[], name: string): Result<SketchedDrawing> {
  const frame = framed(
    shapes.flatMap((rings) => rings.flat()),
    'no shapes found',
  )
  if (!frame.ok) return frame
  const { aspect, heightMm, place } = frame.value
  // An outline of line art ends before it comes back to where it began.
  const filled = shapes.map((rings): DrawingShape => ({
    kind: 'fill',
    rule: 'evenodd',
    contours: rings.map((ring) => ring.slice(0, -1).map(place)),
    ink: true,
  }))
  return ok({ heightMm, drawing: { name, aspect, widths: 'tool', shapes: filled } })
}
