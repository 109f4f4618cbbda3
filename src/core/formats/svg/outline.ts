import svgpath from 'svgpath'
import { lengthIn, measure, moved, scaleOf, type Matrix, type Point } from './matrix'
import { LIMITS, within } from './refusal'
import type { SvgElement } from './tree'

/** One run of a path: its points, and whether it was closed. */
export interface Run {
  readonly points: readonly Point[]
  readonly closed: boolean
}

/** The outline of a shape element as path data, in its own units; null for what is no shape. */
export function pathDataOf({ tag, attributes }: SvgElement, viewport: Point): string | null {
  const diagonal = Math.hypot(...viewport) / Math.SQRT2
  const across = (name: string, otherwise = 0) => lengthIn(attributes.get(name), viewport[0], otherwise)
  const down = (name: string, otherwise = 0) => lengthIn(attributes.get(name), viewport[1], otherwise)
  switch (tag) {
    case 'path':
      return attributes.get('d') ?? ''
    case 'line':
      return `M${across('x1')} ${down('y1')}L${across('x2')} ${down('y2')}`
    case 'polyline':
    case 'polygon':
      return pointsPath(attributes.get('points') ?? '', tag === 'polygon')
    case 'rect':
      return rectanglePath(across('x'), down('y'), across('width'), down('height'), {
        x: radius(attributes.get('rx'), viewport[0]),
        y: radius(attributes.get('ry'), viewport[1]),
      })
    case 'circle': {
      const r = lengthIn(attributes.get('r'), diagonal, 0)
      return ovalPath(across('cx'), down('cy'), r, r)
    }
    case 'ellipse': {
      const rx = radius(attributes.get('rx'), viewport[0])
      const ry = radius(attributes.get('ry'), viewport[1])
      return ovalPath(across('cx'), down('cy'), rx ?? ry ?? 0, ry ?? rx ?? 0)
    }
    default:
      return null
  }
}

function radius(value: string | undefined, whole: number): number | null {
  const r = lengthIn(value, whole, -1)
  return r < 0 ? null : r
}

function pointsPath(points: string, closed: boolean): string {
  const numbers = points.trim()
  return numbers ? `M${numbers}${closed ? 'Z' : ''}` : ''
}

function rectanglePath(
  x: number,
  y: number,
  width: number,
  height: number,
  corner: { x: number | null; y: number | null },
): string {
  if (width <= 0 || height <= 0) return ''
  const rx = Math.min(corner.x ?? corner.y ?? 0, width / 2)
  const ry = Math.min(corner.y ?? corner.x ?? 0, height / 2)
  if (!rx || !ry) return `M${x} ${y}h${width}v${height}h${-width}Z`
  const turn = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`
  const [w, h] = [width - 2 * rx, height - 2 * ry]
  return `M${x + rx} ${y}h${w}${turn(rx, ry)}v${h}${turn(-rx, ry)}h${-w}${turn(-rx, -ry)}v${-h}${turn(rx, -ry)}Z`
}

const ovalPath = (cx: number, cy: number, rx: number, ry: number) =>
  rx > 0 && ry > 0 ? `M${cx - rx} ${cy}a${rx} ${ry} 0 1 1 ${2 * rx} 0a${rx} ${ry} 0 1 1 ${-2 * rx} 0Z` : ''

/** Points that a drawing may still have, counted down. */
export interface Budget {
  characters: number
  points: number
}

/**
 * Path data as runs of points. Shorthands and arcs are resolved and curves are cut up in the units of the shape, so that a mirrored
 * arc keeps its side; then the points are moved.
 *
 * @param tolerance how far a chord may stray from its curve, in the units that `matrix` leads to
 */
export function flatten(data: string, matrix: Matrix, tolerance: number, budget: Budget): Run[] {
  within(data.length, LIMITS.pathCharacters, 'characters in one path')
  budget.characters += data.length
  within(budget.characters, LIMITS.flattenedCharacters, 'characters of paths in all')
  const fine = tolerance / (scaleOf(matrix) || 1)
  const runs: Run[] = []
  let points: Point[] = []
  let start: Point = [0, 0]
  const end = (closed: boolean) => {
    if (points.length > 1 || closed)
      runs.push({ points: (points.length > 1 ? points : [start, start]).map((p) => moved(matrix, p)), closed })
    points = []
  }
  const add = (x: number, y: number) => {
    if (!Number.isFinite(x) || !Number.isFinite(y)) return
    within(++budget.points, LIMITS.points, 'points')
    if (!points.length) points.push(start)
    points.push([x, y])
  }
  svgpath(inPortions(data))
    .abs()
    .unshort()
    .unarc()
    .iterate((segment, _index, x, y) => {
      const [kind, ...v] = segment as [string, ...number[]]
      switch (kind) {
        case 'M':
          end(false)
          start = [v[0], v[1]]
          break
        case 'L':
          add(v[0], v[1])
          break
        case 'H':
          add(v[0], y)
          break
        case 'V':
          add(x, v[0])
          break
        case 'Q':
          curve(
            [x, y],
            [x + (2 / 3) * (v[0] - x), y + (2 / 3) * (v[1] - y)],
            [v[2] + (2 / 3) * (v[0] - v[2]), v[3] + (2 / 3) * (v[1] - v[3])],
            [v[2], v[3]],
            fine,
            add,
          )
          break
        case 'C':
          curve([x, y], [v[0], v[1]], [v[2], v[3]], [v[4], v[5]], fine, add)
          break
        case 'Z':
          end(true)
          break
      }
    })
  end(false)
  return runs.filter(({ points: all }) => all.every(([x, y]) => Number.isFinite(x) && Number.isFinite(y)))
}

/** Numbers that each command takes, and what it is called when it goes on without being named again. */
const TAKES: Readonly<Record<string, number>> = { m: 2, l: 2, h: 1, v: 1, c: 6, s: 4, q: 4, t: 2 }
const LONG = 2000
const PORTION = 64

/** The same path data with its commands named again now and then: svgpath takes quadratic time over a command that goes on and on. */
function inPortions(data: string): string {
  if (data.length < LONG) return data
  return data.replace(/([a-df-z])([^a-df-z]*)/gi, (whole, letter: string, rest: string) => {
    const takes = TAKES[letter.toLowerCase()]
    if (!takes || rest.length < LONG) return whole
    const numbers = rest.match(/[-+]?(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?/gi) ?? []
    const next = letter === 'm' ? 'l' : letter === 'M' ? 'L' : letter
    const portions: string[] = []
    for (let i = 0; i < numbers.length; i += takes * PORTION)
      portions.push((i ? next : letter) + numbers.slice(i, i + takes * PORTION).join(' '))
    return portions.join('')
  })
}

/** A cubic cut into equal steps of its parameter, as many as Wang’s bound asks for so that no chord strays farther. */
function curve(p0: Point, p1: Point, p2: Point, p3: Point, fine: number, add: (x: number, y: number) => void): void {
  const bend = Math.max(
    Math.hypot(p0[0] - 2 * p1[0] + p2[0], p0[1] - 2 * p1[1] + p2[1]),
    Math.hypot(p1[0] - 2 * p2[0] + p3[0], p1[1] - 2 * p2[1] + p3[1]),
  )
  const steps = Math.min(200, Math.max(1, Math.ceil(Math.sqrt((0.75 * bend) / fine) || 1)))
  for (let i = 1; i <= steps; i++) {
    const t = i / steps
    const u = 1 - t
    const [a, b, c, d] = [u * u * u, 3 * u * u * t, 3 * u * t * t, t * t * t]
    add(a * p0[0] + b * p1[0] + c * p2[0] + d * p3[0], a * p0[1] + b * p1[1] + c * p2[1] + d * p3[1])
  }
}

/** A dash pattern, or null for a whole line. Lengths as in the style, in the units of the shape. */
export function dashesOf(value: string | undefined): number[] | null {
  if (!value || value === 'none') return null
  const lengths = value
    .slice(0, 400)
    .split(/[\s,]+/)
    .filter(Boolean)
    .map((word) => measure(word).number)
  if (!lengths.length || lengths.some((v) => !(v >= 0)) || !lengths.some((v) => v > 0)) return null
  return lengths.length % 2 ? [...lengths, ...lengths] : lengths
}

/** A run cut into dashes, lengths in its own units. */
export function dashed({ points, closed }: Run, dashes: readonly number[], budget: Budget): Run[] {
  const whole = closed ? [...points, points[0]] : points
  const runs: Run[] = []
  let [which, left] = [0, dashes[0]]
  let current: Point[] = [whole[0]]
  for (let i = 1; i < whole.length; i++) {
    let from = whole[i - 1]
    const to = whole[i]
    for (;;) {
      const rest = Math.hypot(to[0] - from[0], to[1] - from[1])
      if (rest <= left) {
        left -= rest
        if (which % 2 === 0) current.push(to)
        break
      }
      const share = rest ? left / rest : 0
      const cut: Point = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]
      within(++budget.points, LIMITS.points, 'points')
      if (which % 2 === 0) runs.push({ points: [...current, cut], closed: false })
      which = (which + 1) % dashes.length
      left = dashes[which]
      current = [cut]
      from = cut
    }
  }
  if (which % 2 === 0 && current.length > 1) runs.push({ points: current, closed: false })
  return runs
}
