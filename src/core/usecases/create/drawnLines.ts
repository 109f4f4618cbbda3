import type { Command } from '../../model/command'
import type { Piece } from '../../model/piece'
import type { Drawing, DrawingShape } from '../../vocabulary/motif'
import { lineNames, type PieceDrawing } from '../../vocabulary/pieceDrawing'

type StrokeShape = Extract<DrawingShape, { kind: 'stroke' }>

/** One line of line art: the place of its shape among the shapes, and its own among the lines of that shape. */
export interface DrawnLine {
  readonly key: string
  readonly points: readonly (readonly [number, number])[]
  readonly name: string
  /** Width of its own tool, mm; null where it is as wide as the step’s. */
  readonly toolMm: number | null
}

const keyOf = (shape: number, line: number): string => `${shape}.${line}`

/** All lines of line art, in the order in which they are drawn. */
export const drawnLines = ({ shapes }: Drawing): DrawnLine[] =>
  shapes.flatMap((shape, i) =>
    shape.kind === 'stroke'
      ? shape.lines.map((points, k) => ({
          key: keyOf(i, k),
          points,
          name: shape.name ?? '',
          toolMm: shape.toolMm ?? null,
        }))
      : [],
  )

/** What is told of lines; an empty name and a null tool take back what was told. */
export interface ToldOfLines {
  readonly name?: string
  readonly toolMm?: number | null
}

/**
 * Line art with some of its lines named, or given a tool of their own. Nothing else of it changes, neither its lines nor their order
 * from shape to shape.
 *
 * @returns the line art, and the chosen lines as it has them
 */
export function tellOfLines(
  drawing: Drawing,
  chosen: readonly string[],
  told: ToldOfLines,
): { drawing: Drawing; chosen: string[] } {
  const picked = new Set(chosen)
  const shapes: DrawingShape[] = []
  const moved: string[] = []
  drawing.shapes.forEach((shape, i) => {
    if (shape.kind === 'fill') return shapes.push(shape)
    const isPicked = (line: number) => picked.has(keyOf(i, line))
    const [own, rest] = [true, false].map((wanted) => shape.lines.filter((_, k) => isPicked(k) === wanted))
    if (rest.length) shapes.push({ ...shape, lines: rest })
    if (!own.length) return
    own.forEach((_, k) => moved.push(keyOf(shapes.length, k)))
    shapes.push(toldShape({ ...shape, lines: own }, told))
  })
  return { drawing: { ...drawing, shapes }, chosen: moved }
}

function toldShape({ name, toolMm, ...shape }: StrokeShape, told: ToldOfLines): StrokeShape {
  const newName = told.name === undefined ? name : told.name.trim() || undefined
  const newTool = told.toolMm === undefined ? toolMm : (told.toolMm ?? undefined)
  return { ...shape, ...(newName ? { name: newName } : {}), ...(newTool ? { toolMm: newTool } : {}) }
}

/** A drawing with other line art, and its steps with it: those that take lines by a name follow when the name is another. */
export function drawingTold(piece: Piece, before: PieceDrawing, art: Drawing, name: string | undefined): Command {
  const names = lineNames(art)
  const gone = lineNames(before.motif.drawing).filter((old) => !names.includes(old))
  const set: Command = {
    type: 'drawing.set',
    pieceId: piece.id,
    drawing: { ...before, motif: { ...before.motif, drawing: art } },
  }
  const takers = name
    ? piece.steps.flatMap((step): Command[] => {
        const motif = 'motif' in step ? step.motif : null
        if (motif?.of !== before.id || !motif.only?.some((old) => gone.includes(old))) return []
        const only = [...new Set(motif.only.map((old) => (gone.includes(old) ? name : old)))]
        const changes = { motif: { ...motif, drawing: art, only } }
        return [{ type: 'step.change', pieceId: piece.id, stepId: step.id, changes }]
      })
    : []
  return takers.length ? { type: 'batch', label: 'name lines', commands: [set, ...takers] } : set
}
