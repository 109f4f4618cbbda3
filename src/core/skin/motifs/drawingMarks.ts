import type { Drawing, Motif } from '../../vocabulary/motif'
import type { Mark, MotifShape } from './marks'

/** Outlines of a drawing are where they were drawn, with no line along them. */
const NO_EDGE_MM = 0.01

/** The marks of a drawing of one’s own, at a size; its white takes away unless only outlines are wanted. */
export function drawingMarks(
  { shapes, aspect, widths }: Drawing,
  {
    widthMm,
    heightMm,
    lineMm,
    made,
    only,
  }: Pick<MotifShape, 'widthMm' | 'heightMm' | 'lineMm'> & Pick<Motif, 'made' | 'only'>,
): Mark[] {
  const across = widthMm / aspect
  const placed = (points: readonly (readonly [number, number])[]) =>
    points.map(([x, y]) => [(x - aspect / 2) * across, y * heightMm] as const)
  return shapes.flatMap((shape): Mark[] => {
    if (only && !(shape.kind === 'stroke' && shape.name && only.includes(shape.name))) return []
    const paper = shape.ink || made === 'line' ? {} : { paper: true as const }
    if (shape.kind === 'fill') {
      const contours = shape.contours.map(placed)
      return [{ kind: 'filled', contours, rule: shape.rule, edgeMm: NO_EDGE_MM, ...paper }]
    }
    const own = !shape.toolMm && widths === 'drawn' && made === 'filled' && shape.width ? shape.width * heightMm : null
    const ends = own ? { ends: { cap: shape.cap, join: shape.join } } : {}
    return shape.lines.map((line) => ({
      kind: 'stroke',
      points: placed(line),
      widthMm: own ?? shape.toolMm ?? lineMm,
      taper: 1,
      ...ends,
      ...paper,
    }))
  })
}
