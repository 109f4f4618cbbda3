import { XMLParser, XMLValidator } from 'fast-xml-parser'
import svgpath from 'svgpath'
import { fail, ok, type Result } from '../base/result'
import { tracedPoints } from '../form/buildForm'
import type { Drawing } from '../vocabulary/motif'

/** Largest SVG that is read, characters. */
export const SVG_LIMIT = 1_000_000

const LINE_LIMIT = 400
const POINT_LIMIT = 800

type Point = [number, number]

interface Line {
  readonly filled: boolean
  readonly points: Point[]
}

type Node = Record<string, unknown> & { readonly ':@'?: Record<string, string> }

/** What a drawing may not hold: anything that runs, loads or hides. */
const REFUSED = new Set([
  'script',
  'foreignobject',
  'iframe',
  'image',
  'use',
  'style',
  'animate',
  'set',
  'animatetransform',
  'a',
  'audio',
  'video',
  'embed',
  'object',
])

const refuse = (what: string, expected: string) =>
  fail<never>({ code: 'bad-value', path: 'the SVG', actual: what, expected })

/** Shapes of an SVG as lines in its own units, in the order in which they are drawn. */
function readLines(text: string): Result<Line[]> {
  if (text.length > SVG_LIMIT) return fail({ code: 'file-too-large', bytes: text.length, limitBytes: SVG_LIMIT })
  if (/<!ENTITY|<!DOCTYPE[^>]*\[/i.test(text))
    return refuse('a file with its own entities', 'plain line art without a document type')
  const valid = XMLValidator.validate(text)
  if (valid !== true) return refuse(`not well formed (${valid.err.msg.slice(0, 80)})`, 'line art saved as plain SVG')
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '',
    preserveOrder: true,
    processEntities: false,
    allowBooleanAttributes: true,
  })
  const lines: Line[] = []
  let problem: string | null
  try {
    problem = walk(parser.parse(text) as Node[], '', {}, lines, 0)
  } catch (error) {
    return refuse(
      `not readable (${error instanceof Error ? error.message.slice(0, 80) : 'unknown'})`,
      'line art saved as plain SVG',
    )
  }
  if (problem) return refuse(problem, 'line art of paths, lines and shapes only')
  if (!lines.length) return refuse('a file without any lines', 'at least one path, line or shape')
  if (lines.length > LINE_LIMIT) return refuse(`${lines.length} lines`, `at most ${LINE_LIMIT}; simplify it`)
  const long = lines.find((line) => line.points.length > POINT_LIMIT)
  return long
    ? refuse(`a line of ${long.points.length} points`, `at most ${POINT_LIMIT} a line; simplify it`)
    : ok(lines)
}

interface Paint {
  readonly fill?: string
  readonly stroke?: string
}

/** Collects lines from a list of nodes; the name of the first thing that is refused, or null. */
function walk(nodes: readonly Node[], transform: string, paint: Paint, lines: Line[], depth: number): string | null {
  if (depth > 24) return 'groups nested more than 24 deep'
  for (const node of nodes) {
    const name = Object.keys(node).find((key) => key !== ':@')
    if (!name || name === '#text' || name.startsWith('?')) continue
    const tag = name.replace(/^.*:/, '').toLowerCase()
    const attributes = node[':@'] ?? {}
    if (REFUSED.has(tag)) return `a “${tag}” element`
    const active = Object.entries(attributes).find(
      ([key, value]) =>
        /^on/i.test(key) ||
        (/href$/i.test(key) && !String(value).startsWith('#')) ||
        /url\s*\(\s*['"]?(?!#)/i.test(String(value)),
    )
    if (active) return `“${active[0]}”, which links outside or runs`
    const style = Object.fromEntries(
      String(attributes.style ?? '')
        .split(';')
        .map((entry) => entry.split(':').map((part) => part.trim()))
        .filter((pair) => pair.length === 2),
    ) as Record<string, string>
    const own: Paint = {
      fill: style.fill ?? attributes.fill ?? paint.fill,
      stroke: style.stroke ?? attributes.stroke ?? paint.stroke,
    }
    const moved = `${transform} ${attributes.transform ?? ''}`.trim()
    if (
      tag === 'defs' ||
      tag === 'clippath' ||
      tag === 'mask' ||
      tag === 'symbol' ||
      tag === 'title' ||
      tag === 'desc' ||
      tag === 'metadata'
    )
      continue
    const path = pathOf(tag, attributes)
    if (path) lines.push(...flattened(path, moved, (own.fill ?? 'black') !== 'none'))
    const problem = walk((node[name] as Node[]) ?? [], moved, own, lines, depth + 1)
    if (problem) return problem
  }
  return null
}

/** The outline of a shape element as path data. */
function pathOf(tag: string, a: Record<string, string>): string | null {
  const n = (key: string) => Number(a[key] ?? 0) || 0
  switch (tag) {
    case 'path':
      return a.d ?? null
    case 'line':
      return `M${n('x1')} ${n('y1')}L${n('x2')} ${n('y2')}`
    case 'polyline':
    case 'polygon':
      return a.points ? `M${a.points.trim()}${tag === 'polygon' ? 'Z' : ''}` : null
    case 'rect':
      return `M${n('x')} ${n('y')}h${n('width')}v${n('height')}h${-n('width')}Z`
    case 'circle':
    case 'ellipse': {
      const rx = tag === 'circle' ? n('r') : n('rx')
      const ry = tag === 'circle' ? n('r') : n('ry')
      return `M${n('cx') - rx} ${n('cy')}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0Z`
    }
    default:
      return null
  }
}

const CURVE_STEPS = 12

/** Path data as polylines: arcs and shorthands resolved, curves sampled. */
function flattened(data: string, transform: string, filled: boolean): Line[] {
  const lines: Line[] = []
  let points: Point[] = []
  let start: Point = [0, 0]
  const close = (shape: boolean) => {
    if (points.length > 1) lines.push({ filled: filled && (shape || points.length > 2), points })
    points = []
  }
  svgpath(data)
    .transform(transform)
    .abs()
    .unarc()
    .unshort()
    .iterate((segment, _index, x, y) => {
      const [kind, ...v] = segment as [string, ...number[]]
      const from: Point = [x, y]
      switch (kind) {
        case 'M':
          close(false)
          start = [v[0], v[1]]
          points = [start]
          break
        case 'L':
          points.push([v[0], v[1]])
          break
        case 'H':
          points.push([v[0], y])
          break
        case 'V':
          points.push([x, v[0]])
          break
        case 'C':
        case 'Q':
          for (let i = 1; i <= CURVE_STEPS; i++) points.push(bezier([from, ...pairs(v)], i / CURVE_STEPS))
          break
        case 'Z':
          points.push(start)
          close(true)
          points = [start]
          break
      }
    })
  close(false)
  return lines.filter((line) => line.points.every(([px, py]) => Number.isFinite(px) && Number.isFinite(py)))
}

const pairs = (v: readonly number[]): Point[] =>
  Array.from({ length: v.length / 2 }, (_, i) => [v[2 * i], v[2 * i + 1]])

/** De Casteljau’s construction of a point of a Bézier curve. */
function bezier(control: readonly Point[], t: number): Point {
  let points = control
  while (points.length > 1)
    points = points
      .slice(1)
      .map((p, i): Point => [points[i][0] + (p[0] - points[i][0]) * t, points[i][1] + (p[1] - points[i][1]) * t])
  return points[0]
}

/** Line art as a motif: fitted to a height of 1 with its foot at 0. Fails with one sentence. */
export function readSvgDrawing(text: string, name: string): Result<Drawing> {
  const read = readLines(text)
  if (!read.ok) return read
  const all = read.value.flatMap((line) => line.points)
  const [left, right] = [Math.min(...all.map((p) => p[0])), Math.max(...all.map((p) => p[0]))]
  const [top, bottom] = [Math.min(...all.map((p) => p[1])), Math.max(...all.map((p) => p[1]))]
  const height = Math.max(bottom - top, (right - left) / 20)
  if (height <= 0) return refuse('a single point', 'lines with a size')
  const round = (v: number) => Number(v.toFixed(4))
  return ok({
    name:
      name
        .replace(/\.svg$/i, '')
        .trim()
        .slice(0, 80) || 'drawing',
    aspect: Math.min(20, Math.max(0.02, round((right - left) / height))),
    lines: read.value.map((line) => ({
      filled: line.filled,
      points: line.points.map(([x, y]): Point => [round((x - left) / height), round((bottom - y) / height)]),
    })),
  })
}

/** A form’s outside from the first path of an SVG: x from the axis, drawn from foot to rim. */
export function readSvgProfile(text: string): Result<readonly [number, number][]> {
  const read = readLines(text)
  if (!read.ok) return read
  const longest = read.value.reduce((a, b) => (b.points.length > a.points.length ? b : a))
  const traced = tracedPoints(longest.points)
  if (!traced.ok) return traced
  const every = Math.max(1, Math.ceil(traced.value.length / 60))
  return ok(
    traced.value
      .filter((_, i) => i % every === 0 || i === traced.value.length - 1)
      .map(([r, z]): [number, number] => [Number(r.toFixed(2)), Number(z.toFixed(2))]),
  )
}
