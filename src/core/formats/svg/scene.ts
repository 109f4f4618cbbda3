import { clipOutline, clipRun, isInside, rectanglePane, paneOf, type Pane } from './clip'
import { localUrl } from './localUrl'
import {
  after,
  fitted,
  IDENTITY,
  lengthIn,
  readTransform,
  scaleOf,
  translation,
  type Matrix,
  type Point,
} from './matrix'
import { dashed, dashesOf, flatten, pathDataOf, type Budget, type Run } from './outline'
import { opacityOf, toneOf, type Tone } from './paint'
import { LIMITS, Refusal, within } from './refusal'
import { StyleSheet, type Style } from './style'
import { readTree, type SvgElement } from './tree'

export type FillRule = 'nonzero' | 'evenodd'

/** A shape as it is drawn, in the order of drawing; points in px of the sheet, y down. */
export type SceneShape =
  | {
      readonly kind: 'fill'
      readonly rule: FillRule
      readonly contours: readonly (readonly Point[])[]
      readonly tone: Tone
    }
  | {
      readonly kind: 'stroke'
      readonly runs: readonly Run[]
      readonly width: number
      readonly cap: 'butt' | 'round' | 'square'
      readonly join: 'miter' | 'round' | 'bevel'
      readonly tone: Tone
    }

/** A sheet of px with shapes on it; a size of 0 when the drawing names none. */
export interface Scene {
  readonly width: number
  readonly height: number
  readonly shapes: readonly SceneShape[]
}

/** What holds where an element stands. */
interface Where {
  readonly matrix: Matrix
  readonly style: Style
  readonly opacity: number
  /** Size that percentages are of. */
  readonly viewport: Point
  readonly pane: Pane | null
  /** Clip paths that are not convex: nothing may lie outside them. */
  readonly fences: readonly Fence[]
  readonly depth: number
}

interface Fence {
  readonly contours: readonly (readonly Point[])[]
  readonly rule: FillRule
}

const GROUPS = new Set(['g', 'a', 'switch'])
const MARKED = new Set(['path', 'line', 'polyline', 'polygon'])

/** Parts that are drawn, each use of a part counted again. */
const MOST_DRAWN = 30_000

const UNREAD: Readonly<Record<string, string>> = {
  text: 'letters as text; turn them into paths',
  image: 'a picture of pixels; trace it from a photograph',
  foreignObject: 'a part of a web page; take it out',
}

class Reader {
  private readonly byId = new Map<string, SvgElement>()
  private readonly sheet: StyleSheet
  private readonly budget: Budget = { characters: 0, points: 0 }
  private readonly shapes: SceneShape[] = []
  private readonly styleOfStop = (element: SvgElement) => this.sheet.styleOf(element, {})
  private drawn = 0
  private clipTrials = 0
  private tolerance = 0.05

  constructor(private readonly root: SvgElement) {
    const css: string[] = []
    const visit = (element: SvgElement) => {
      const id = element.attributes.get('id')
      if (id && !this.byId.has(id)) this.byId.set(id, element)
      if (element.tag === 'style') css.push(element.text)
      element.children.forEach(visit)
    }
    visit(root)
    this.sheet = new StyleSheet(css.join('\n'))
  }

  read(): Scene {
    const { attributes } = this.root
    const box = fitted(attributes.get('viewBox'), 'none', 1, 1)
    if (!box) throw new Refusal('a sheet without a size')
    const own = attributes.has('viewBox') ? box.size : null
    const said = (name: string) => {
      const value = attributes.get(name)
      return value && !value.trim().endsWith('%') ? lengthIn(value, 0, 0) : 0
    }
    let [width, height] = [said('width'), said('height')]
    if (own) {
      if (width && !height) height = (width * own[1]) / own[0]
      else if (height && !width) width = (height * own[0]) / own[1]
    }
    width ||= own?.[0] ?? 0
    height ||= own?.[1] ?? 0
    if (width && height) this.tolerance = Math.hypot(width, height) / 3000
    const style = this.sheet.styleOf(this.root, {})
    const size: Point = [width || 100, height || 100]
    if (style.display !== 'none')
      this.viewport(
        this.root,
        {
          matrix: IDENTITY,
          style,
          opacity: opacityOf(style.opacity),
          viewport: size,
          pane: null,
          fences: [],
          depth: 0,
        },
        size,
        Boolean(width && height),
      )
    return { width, height, shapes: this.shapes }
  }

  private children(element: SvgElement, where: Where): void {
    for (const child of element.children) this.draw(child, { ...where, depth: where.depth + 1 })
  }

  /** Draws an element inside what is around it. */
  private draw(element: SvgElement, around: Where): void {
    within(++this.drawn, MOST_DRAWN, 'parts')
    within(around.depth, LIMITS.depth, 'groups nested in each other')
    const { tag, attributes } = element
    const data = pathDataOf(element, around.viewport)
    if (data === null && !GROUPS.has(tag) && tag !== 'svg' && tag !== 'use' && !(tag in UNREAD)) return
    const style = this.sheet.styleOf(element, around.style)
    if (style.display === 'none') return
    if (Object.hasOwn(UNREAD, tag)) {
      if (style.visibility === 'hidden') return
      throw new Refusal(UNREAD[tag])
    }
    const opacity = around.opacity * opacityOf(style.opacity)
    const matrix = this.placed(style, around.matrix)
    if (!matrix || scaleOf(matrix) === 0) return
    this.refuseEffects(style)
    const clipped = this.clipped(style, { ...around, matrix, style, opacity })
    if (!clipped) return
    if (data !== null) this.shape(tag, data, clipped)
    else if (tag === 'svg') this.nested(element, clipped, attributes)
    else if (tag === 'use') this.use(element, clipped)
    else if (tag === 'switch') {
      const chosen = element.children.find(
        (child) => !child.attributes.has('systemLanguage') && !child.attributes.has('requiredExtensions'),
      )
      if (chosen) this.draw(chosen, { ...clipped, depth: clipped.depth + 1 })
    } else this.children(element, clipped)
  }

  /** The matrix of an element: an attribute or a style says the transform, CSS about its origin. */
  private placed(style: Style, around: Matrix): Matrix | null {
    if (!style.transform) return around
    const own = readTransform(style.transform)
    if (!own) return null
    const origin = (style['transform-origin'] ?? '').split(/\s+/).map((word) => lengthIn(word, 0, Number.NaN))
    const [x, y] = [origin[0], origin[1] ?? 0]
    return after(
      around,
      Number.isFinite(x) && Number.isFinite(y) ? after(after(translation(x, y), own), translation(-x, -y)) : own,
    )
  }

  private refuseEffects(style: Style): void {
    const { mask, filter } = style
    if (mask && this.byId.get(localUrl(mask) ?? '')?.tag === 'mask') throw new Refusal('a mask; cut the shapes instead')
    if (!filter || filter === 'none') return
    const named = this.byId.get(localUrl(filter) ?? '')
    if (named ? named.tag === 'filter' && named.children.length : !filter.startsWith('url('))
      throw new Refusal('a filter such as a blur; take it off')
  }

  /** With the clip path of a style carried out; null when it leaves nothing. */
  private clipped(style: Style, where: Where): Where | null {
    const path = this.byId.get(localUrl(style['clip-path']) ?? '')
    if (!path || path.tag !== 'clipPath') return where
    const own = this.sheet.styleOf(path, {})
    if (path.attributes.get('clipPathUnits') === 'objectBoundingBox' || localUrl(own['clip-path']))
      throw new Refusal('a clip path that cuts into it; cut the shapes')
    const matrix = this.placed(own, where.matrix)
    const contours: (readonly Point[])[] = []
    let rule: FillRule = 'nonzero'
    for (const child of path.children) {
      within(++this.drawn, MOST_DRAWN, 'parts')
      const used = child.tag === 'use' ? this.byId.get(child.attributes.get('href')?.slice(1) ?? '') : child
      const data = used && pathDataOf(used, where.viewport)
      if (!used || !data || !matrix) continue
      const said = this.sheet.styleOf(child, own)
      if (said.display === 'none') continue
      const at = this.placed(said, matrix)
      if (!at) continue
      if (used !== child) throw new Refusal('a clip path that cuts into it; cut the shapes')
      if (said['clip-rule'] === 'evenodd') rule = 'evenodd'
      contours.push(...flatten(data, at, this.tolerance, this.budget).map(({ points }) => points))
    }
    if (!contours.length) return null
    const pane = contours.length === 1 ? paneOf(contours[0]) : null
    if (!pane) return { ...where, fences: [...where.fences, { contours, rule }] }
    return this.inPane(where, pane)
  }

  private inPane(where: Where, pane: Pane): Where | null {
    const both = where.pane ? paneOf(clipOutline(pane, where.pane)) : pane
    return both && { ...where, pane: both }
  }

  /** A viewport of a size at the origin, with what is in it. `cut` clips at its sides. */
  private viewport(element: SvgElement, where: Where, [width, height]: Point, cut: boolean): void {
    const { attributes } = element
    const fit = fitted(attributes.get('viewBox'), attributes.get('preserveAspectRatio'), width, height)
    if (!fit) return
    const corners: Pane = rectanglePane(0, 0, width, height).map(([x, y]): Point => [
      where.matrix[0] * x + where.matrix[2] * y + where.matrix[4],
      where.matrix[1] * x + where.matrix[3] * y + where.matrix[5],
    ])
    const pane = cut && where.style.overflow !== 'visible' ? paneOf(corners) : null
    const inside = pane ? this.inPane(where, pane) : where
    if (inside) this.children(element, { ...inside, matrix: after(inside.matrix, fit.matrix), viewport: fit.size })
  }

  private nested(element: SvgElement, where: Where, size: ReadonlyMap<string, string>): void {
    const { attributes } = element
    const [w, h] = where.viewport
    const at = translation(lengthIn(attributes.get('x'), w, 0), lengthIn(attributes.get('y'), h, 0))
    this.viewport(
      element,
      { ...where, matrix: after(where.matrix, at) },
      [
        lengthIn(size.get('width') ?? attributes.get('width'), w, w),
        lengthIn(size.get('height') ?? attributes.get('height'), h, h),
      ],
      true,
    )
  }

  private use(element: SvgElement, where: Where): void {
    const { attributes } = element
    const part = this.byId.get(attributes.get('href')?.trim().slice(1) ?? '')
    if (!part) return
    for (let above: SvgElement | null = element; above; above = above.parent)
      if (above === part) throw new Refusal('a part that uses itself; take it out')
    const at = translation(
      lengthIn(attributes.get('x'), where.viewport[0], 0),
      lengthIn(attributes.get('y'), where.viewport[1], 0),
    )
    const there: Where = { ...where, matrix: after(where.matrix, at), depth: where.depth + 1 }
    if (part.tag !== 'symbol' && part.tag !== 'svg') return this.draw(part, there)
    const style = this.sheet.styleOf(part, where.style)
    if (style.display !== 'none')
      this.nested(part, { ...there, style, opacity: there.opacity * opacityOf(style.opacity) }, attributes)
  }

  private shape(tag: string, data: string, where: Where): void {
    const { style, matrix, opacity } = where
    if (style.visibility === 'hidden' || style.visibility === 'collapse') return
    if (MARKED.has(tag)) this.refuseMarkers(style)
    const tone = (side: 'fill' | 'stroke') => toneOf(style, side, opacity, this.byId, this.styleOfStop)
    const [fill, stroke] = [tag === 'line' ? null : tone('fill'), tone('stroke')]
    const width = lengthIn(style['stroke-width'], Math.hypot(...where.viewport) / Math.SQRT2, 1)
    const runs = flatten(data, matrix, this.tolerance, this.budget)
    if (!runs.length) return
    for (const run of runs) this.keepInside(run.points, where.fences)
    if (fill) {
      const contours = runs.flatMap(({ points }) => {
        const cut = points.length > 2 ? this.cut(points, where.pane) : []
        return cut.length > 2 ? [cut] : []
      })
      const rule = style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero'
      if (contours.length) this.shapes.push({ kind: 'fill', rule, contours, tone: fill })
    }
    const unpainted = !fill && !stroke
    if (!unpainted && !(stroke && width > 0)) return
    const scale = style['vector-effect'] === 'non-scaling-stroke' ? 1 : scaleOf(matrix)
    const dashes = dashesOf(style['stroke-dasharray'])?.map((mm) => mm * scale)
    const lines = dashes ? runs.flatMap((run) => dashed(run, dashes, this.budget)) : runs
    const seen = where.pane ? lines.flatMap((run) => this.cutRun(run, where.pane!)) : lines
    if (seen.length)
      this.shapes.push({
        kind: 'stroke',
        runs: seen,
        width: width * scale,
        cap: oneOf(['butt', 'round', 'square'], style['stroke-linecap']),
        join: oneOf(['miter', 'round', 'bevel'], style['stroke-linejoin']),
        tone: stroke,
      })
  }

  private refuseMarkers(style: Style): void {
    for (const end of ['marker-start', 'marker-mid', 'marker-end'] as const) {
      const marker = this.byId.get(localUrl(style[end]) ?? '')
      if (marker?.tag === 'marker' && marker.children.length)
        throw new Refusal('arrow heads or markers; turn them into paths')
    }
  }

  private cut(points: readonly Point[], pane: Pane | null): readonly Point[] {
    if (!pane) return points
    this.tryClip(points.length * pane.length)
    return points.every((p) => isInside(pane, p, this.tolerance)) ? points : clipOutline(points, pane)
  }

  private cutRun(run: Run, pane: Pane): Run[] {
    this.tryClip(run.points.length * pane.length)
    return clipRun(run, pane)
  }

  private keepInside(points: readonly Point[], fences: readonly Fence[]): void {
    for (const { contours, rule } of fences) {
      this.tryClip(points.length * contours.reduce((sum, { length }) => sum + length, 0))
      if (!points.every((point) => isWithin(contours, rule, point)))
        throw new Refusal('a clip path that cuts into it; cut the shapes')
    }
  }

  private tryClip(count: number): void {
    this.clipTrials += count
    within(this.clipTrials, LIMITS.clipTrials, 'trials of clip paths')
  }
}

function oneOf<T extends string>(words: readonly T[], said: string | undefined): T {
  return words.find((word) => word === said) ?? words[0]
}

/** Whether a point lies in an area, by its winding or by its parity. */
function isWithin(contours: readonly (readonly Point[])[], rule: FillRule, [x, y]: Point): boolean {
  let [winding, crossings] = [0, 0]
  for (const outline of contours)
    for (let i = 0; i < outline.length; i++) {
      const [a, b] = [outline[i], outline[(i + 1) % outline.length]]
      if (a[1] <= y === b[1] <= y) continue
      if (a[0] + ((y - a[1]) / (b[1] - a[1])) * (b[0] - a[0]) <= x) continue
      crossings++
      winding += b[1] > a[1] ? 1 : -1
    }
  return rule === 'evenodd' ? crossings % 2 === 1 : winding !== 0
}

/** All that a drawing shows, in the order in which it is drawn. @throws Refusal for what is not drawn here */
export const readScene = (text: string): Scene => new Reader(readTree(text)).read()
