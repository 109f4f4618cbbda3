import * as z from '../base/zod'
import { motifSchema, type Drawing, type Motif } from './motif'

/** The id of a drawing of a piece. */
const drawingId = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)

const share = z.number().min(-400).max(400)

/**
 * A place of a drawing’s own: in which copy of it, how far from the middle of that copy as a share of its width, and how far above
 * its foot as a share of its height. It moves, turns and grows with the drawing.
 */
const ownPlaceShape = { copy: z.int().min(0).max(2880), at: z.tuple([share, share]) }

/** An area as a step takes it. */
export const takenAreaSchema = z.strictObject({ id: z.int().min(1).max(9999), ...ownPlaceShape })

export type TakenArea = z.infer<typeof takenAreaSchema>

/** An area between the lines of a drawing, known by a place in it; what is told of it goes with it. */
const drawnAreaSchema = z.strictObject({
  ...takenAreaSchema.shape,
  /** What the artist calls it; empty while it has its number only. */
  called: z.string().max(40),
  note: z.string().max(400),
})

export type DrawnArea = z.infer<typeof drawnAreaSchema>

/** Line art with a name that stands on a piece: steps refer to it and follow it. */
export const pieceDrawingSchema = z.strictObject({
  id: drawingId,
  name: z.string().trim().min(1).max(80),
  motif: motifSchema,
  areas: z.array(drawnAreaSchema).max(1200),
})

export type PieceDrawing = z.infer<typeof pieceDrawingSchema>

/** A step’s motif as a drawing has it now: where it stands and how it looks is the drawing’s, how it is worked the step’s. */
export function followed({ motif, id }: PieceDrawing, own: Motif): Motif {
  const { lineMm, made, ground, strayMm } = own
  // Lines that are named no more cannot be taken.
  const names = lineNames(motif.drawing)
  const only = own.only?.filter((name) => names.includes(name))
  const { strayMm: _, ...shape } = motif
  return {
    ...shape,
    lineMm,
    made,
    ground,
    ...(strayMm ? { strayMm } : {}),
    ...(only?.length ? { only } : {}),
    of: id,
  }
}

/** A drawing as one of the steps that follow it has it. */
export function led(drawing: PieceDrawing, motif: Motif): PieceDrawing {
  const { lineMm, made, ground } = drawing.motif
  const { of: _, only: __, strayMm: ___, ...shape } = motif
  return { ...drawing, motif: { ...shape, lineMm, made, ground } }
}

/** Names of the lines of line art. */
export const lineNames = (drawing: Drawing | null): string[] => [
  ...new Set((drawing?.shapes ?? []).flatMap((shape) => (shape.kind === 'stroke' && shape.name ? [shape.name] : []))),
]

/** Lines that have a tool of their own, by name and width, for words: “veins 0.4 mm”. */
export function ownTools(drawing: Drawing | null): { readonly name: string; readonly mm: number }[] {
  const tools = (drawing?.shapes ?? []).flatMap((shape) =>
    shape.kind === 'stroke' && shape.toolMm ? [{ name: shape.name ?? '', mm: shape.toolMm }] : [],
  )
  return tools.filter(({ name, mm }, i) => tools.findIndex((one) => one.name === name && one.mm === mm) === i)
}
