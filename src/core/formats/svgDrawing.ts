import simplify from 'simplify-js'
import { fail, ok, type Result } from '../base/result'
import { tracedPoints } from '../form/buildForm'
import { MOST_POINTS, outlinesOf, type Drawing, type DrawingShape } from '../vocabulary/motif'
import type { Point } from './svg/matrix'
import { Refusal } from './svg/refusal'
import { readScene, type Scene, type SceneShape } from './svg/scene'

/** A drawing, and what should be said of how it was read. */
export interface ReadDrawing {
  readonly drawing: Drawing
  readonly notes: readonly string[]
}

/** What is drawn on the sheet of an SVG, or why it is not read: one sentence. */
export function readSvgScene(text: string): Result<Scene> {
  try {
    return ok(readScene(text))
  } catch (error) {
    if (error instanceof Refusal) return fail({ code: 'drawing-holds', what: error.holds })
    throw error
  }
}

const holds = <T>(what: string) => fail<T>({ code: 'drawing-holds', what })

const runsOf = (shape: SceneShape): readonly (readonly Point[])[] =>
  shape.kind === 'fill'
    ? shape.contours
    : shape.runs.map(({ points, closed }) => (closed ? [...points, points[0]] : points))

/** Lines and outlines of at most this many points, and as many of them. */
const LONGEST = 5000
const MOST_SHAPES = 4000

/** Line art as a motif: fitted to a height of 1 with its foot at 0. Fails with one sentence. */
export function readSvgDrawing(text: string, name: string): Result<ReadDrawing> {
  const read = readSvgScene(text)
  if (!read.ok) return read
  const { shapes, notes } = marksOnly(read.value.shapes)
  if (!shapes.length) return holds('no lines and no shapes; draw at least one')
  const box = boundsOf(shapes.filter(({ tone }) => tone === 'ink'))
  const height = Math.max(box.bottom - box.top, (box.right - box.left) / 20)
  if (!(height > 0)) return holds('a single point; draw lines with a size')
  const stray = Math.hypot(box.right - box.left, box.bottom - box.top) / 4000
  const round = (v: number) => Number(Math.min(20, Math.max(-20, v)).toFixed(4))
  const place = (points: readonly Point[]): [number, number][] =>
    simplified(points, stray).map(([x, y]) => [round((x - box.left) / height), round((box.bottom - y) / height)])
  const drawn = shapes.flatMap((shape): DrawingShape[] => {
    const ink = shape.tone === 'ink'
    const outlines = runsOf(shape).map(place)
    if (shape.kind === 'stroke') {
      const { cap, join } = shape
      return [{ kind: 'stroke', lines: outlines, width: Math.min(20, shape.width / height), cap, join, ink }]
    }
    const contours = outlines.filter(({ length }) => length > 2)
    return contours.length ? [{ kind: 'fill', rule: shape.rule, contours, ink }] : []
  })
  const outlines = drawn.flatMap(outlinesOf)
  const points = outlines.reduce((sum, { length }) => sum + length, 0)
  if (drawn.length > MOST_SHAPES || outlines.length > MOST_SHAPES)
    return holds(`${Math.max(drawn.length, outlines.length)} lines, more than ${MOST_SHAPES}; simplify it`)
  if (points > MOST_POINTS || outlines.some(({ length }) => length > LONGEST))
    return holds(`${points} points where ${MOST_POINTS} in all and ${LONGEST} a line are read; simplify it`)
  if (!drawn.length) return holds('shapes too thin to be seen; draw them as lines')
  return ok({
    drawing: {
      name: shownName(name),
      aspect: Math.min(20, Math.max(0.02, round((box.right - box.left) / height))),
      widths: differ(drawn) ? 'drawn' : 'tool',
      shapes: drawn,
    },
    notes,
  })
}

const shownName = (name: string) =>
  name
    .replace(/\.svg$/i, '')
    .replace(/\p{C}/gu, '')
    .trim()
    .slice(0, 80) || 'drawing'

/**
 * What marks the sheet, and the white that takes some of it away again. White on nothing goes. A drawing that is all white, or that
 * has no paint at all, is read as ink, and that is said.
 */
function marksOnly(all: readonly SceneShape[]): { shapes: SceneShape[]; notes: string[] } {
  const seen = all.filter(({ tone }) => tone !== null)
  const first = seen.findIndex(({ tone }) => tone === 'ink')
  if (first >= 0) return { shapes: seen.slice(first), notes: [] }
  const shapes = (seen.length ? seen : all).map((shape): SceneShape => ({ ...shape, tone: 'ink' }))
  if (!shapes.length) return { shapes, notes: [] }
  return {
    shapes,
    notes: [
      seen.length
        ? 'All of this drawing is white; it was read as if it were black.'
        : 'Nothing in this drawing has a colour; its outlines were read as lines.',
    ],
  }
}

interface Box {
  left: number
  right: number
  top: number
  bottom: number
}

function boundsOf(shapes: readonly SceneShape[]): Box {
  const box: Box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity }
  for (const shape of shapes)
    for (const run of runsOf(shape))
      for (const [x, y] of run) {
        box.left = Math.min(box.left, x)
        box.right = Math.max(box.right, x)
        box.top = Math.min(box.top, y)
        box.bottom = Math.max(box.bottom, y)
      }
  return box
}

/** Points so many at a time: a hostile line would make a longer run quadratic. */
const PORTION = 512

/** A line without the points that it does not need, by Douglas and Peucker; never farther from it than `stray`. */
function simplified(points: readonly Point[], stray: number): Point[] {
  if (points.length < 4) return [...points]
  const kept: Point[] = []
  for (let from = 0; from < points.length - 1; from += PORTION) {
    const portion = points.slice(from, from + PORTION + 1).map(([x, y]) => ({ x, y }))
    const some = simplify(portion, stray, true).map(({ x, y }): Point => [x, y])
    kept.push(...(from ? some.slice(1) : some))
  }
  return kept
}

/** Whether the widths of lines say something: the boldest a fifth wider than the thinnest. */
function differ(shapes: readonly DrawingShape[]): boolean {
  const widths = shapes.flatMap((shape) => (shape.kind === 'stroke' && shape.width ? [shape.width] : []))
  return widths.length > 1 && Math.max(...widths) > 1.2 * Math.min(...widths)
}

/** A form’s outside from the longest line of an SVG: x from the axis, drawn from foot to rim. */
export function readSvgProfile(text: string): Result<readonly [number, number][]> {
  const read = readSvgScene(text)
  if (!read.ok) return read
  const lines = read.value.shapes.flatMap((shape) => [...runsOf(shape)])
  if (!lines.length) return holds('no line to follow; draw the outside as one line')
  const longest = lines.reduce((a, b) => (lengthOf(b) > lengthOf(a) ? b : a))
  const traced = tracedPoints(longest.map(([x, y]): [number, number] => [x, y]))
  if (!traced.ok) return traced
  const every = Math.max(1, Math.ceil(traced.value.length / 60))
  return ok(
    traced.value
      .filter((_, i) => i % every === 0 || i === traced.value.length - 1)
      .map(([r, z]): [number, number] => [Number(r.toFixed(2)), Number(z.toFixed(2))]),
  )
}

const lengthOf = (points: readonly Point[]) =>
  points.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - points[i][0], y - points[i][1]), 0)
