import { MOST_POINTS, type Drawing, type DrawingShape } from '../../vocabulary/motif'
import { fail, ok, type Result } from '../../base/result'
import type { Sketch } from './readSketch'

/** Line art of a sketch, and how tall it is on its sheet, mm. */
export interface SketchedDrawing {
  readonly drawing: Drawing
  readonly heightMm: number
}

/** Lines of about the same width are one shape, to a tenth of a millimetre. */
const WIDTHS_PER_MM = 10

/** The lines of a sketch as line art, cut to their own extent: at true size it stands as tall as it was drawn. */
export function sketchDrawing({ lines }: Sketch, name: string): Result<SketchedDrawing> {
  const points = lines.flatMap((line) => line.points)
  if (!points.length)
    return fail({
      code: 'bad-value',
      path: 'sketch',
      actual: 'no lines found',
      expected: 'darker lines, or the slider further up',
    })
  if (points.length > MOST_POINTS)
    return fail({
      code: 'bad-value',
      path: 'sketch',
      actual: `${points.length} points`,
      expected: `at most ${MOST_POINTS}; move the slider down, or take a cleaner sheet`,
    })
  const [left, right] = [Math.min(...points.map(([x]) => x)), Math.max(...points.map(([x]) => x))]
  const [low, high] = [Math.min(...points.map(([, y]) => y)), Math.max(...points.map(([, y]) => y))]
  const heightMm = Math.max(1, high - low)
  const own = (value: number) => Math.round(value * 1e5) / 1e5
  const shapes = new Map<number, [number, number][][]>()
  for (const line of lines) {
    const width = Math.max(1, Math.round(line.widthMm * WIDTHS_PER_MM))
    const placed = line.points.map(([x, y]): [number, number] => [
      own((x - left) / heightMm),
      own((y - low) / heightMm),
    ])
    if (placed.length > 1) shapes.set(width, [...(shapes.get(width) ?? []), placed])
  }
  return ok({
    heightMm,
    drawing: {
      name,
      aspect: Math.min(20, Math.max(0.02, (right - left) / heightMm)),
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
