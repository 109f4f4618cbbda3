import * as z from '../base/zod'

export const MOTIF_KINDS = [
  'reeds',
  'leaves',
  'petals',
  'seedHeads',
  'feather',
  'fish',
  'bird',
  'star',
  'scallops',
  'chevrons',
  'zigzag',
  'dottedRing',
  'dots',
  'dashes',
  'waves',
  'spiral',
  'lattice',
  'scales',
  'knot',
  'line',
  'band',
  'rings',
  'letters',
  'sectors',
] as const

/** What a sector may be filled with. */
export const FILLINGS = [
  'rays',
  'rings',
  'slanted',
  'crossed',
  'squares',
  'bricks',
  'dots',
  'scales',
  'waves',
  'chevrons',
  'leaf',
  'plain',
] as const

export type Filling = (typeof FILLINGS)[number]

export type MotifKind = (typeof MOTIF_KINDS)[number]

export const MOTIF_SIDES = ['outside', 'inside', 'floor', 'base'] as const

const point = z.tuple([z.number().min(-20).max(20), z.number().min(-20).max(20)])

const outline = (least: number) => z.array(point).min(least).max(5000)

/** Points that one drawing may have in all. */
export const MOST_POINTS = 60_000

const shapeSchema = z.discriminatedUnion('kind', [
  /** An area of several outlines; the rule says which of them are holes. Ink marks, paper takes away what was marked before it. */
  z.strictObject({
    kind: z.literal('fill'),
    rule: z.enum(['nonzero', 'evenodd']),
    contours: z.array(outline(3)).min(1).max(4000),
    ink: z.boolean(),
  }),
  /** Lines; one that ends where it begins is closed. Their own width is a share of the height, null when none was drawn. */
  z.strictObject({
    kind: z.literal('stroke'),
    lines: z.array(outline(2)).min(1).max(4000),
    width: z.number().positive().max(20).nullable(),
    /** What the artist calls its lines: “veins”. */
    name: z.string().trim().min(1).max(40).optional(),
    /** Width of the tool that these lines are made with, mm, whatever the step’s is. */
    toolMm: z.number().min(0.2).max(20).optional(),
    cap: z.enum(['butt', 'round', 'square']),
    join: z.enum(['miter', 'round', 'bevel']),
    ink: z.boolean(),
  }),
])

export type DrawingShape = z.infer<typeof shapeSchema>

export const outlinesOf = (shape: DrawingShape) => (shape.kind === 'fill' ? shape.contours : shape.lines)

/**
 * Line art from elsewhere, in units of its own height: x from 0 to `aspect`, y from 0 at its foot to 1; shapes in the order in which
 * they are drawn. Lines are as wide as the tool, or as they were drawn.
 */
export const drawingSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  aspect: z.number().min(0.02).max(20),
  widths: z.enum(['tool', 'drawn']),
  shapes: z
    .array(shapeSchema)
    .min(1)
    .max(4000)
    .refine(
      (shapes) => shapes.reduce((sum, s) => sum + outlinesOf(s).reduce((n, o) => n + o.length, 0), 0) <= MOST_POINTS,
      { message: `at most ${MOST_POINTS} points` },
    ),
})

/** Line art without the tools of its lines: each as wide as is wanted. */
export const withoutTools = (drawing: Drawing): Drawing => ({
  ...drawing,
  shapes: drawing.shapes.map((shape) => {
    if (shape.kind === 'fill' || shape.toolMm === undefined) return shape
    const { toolMm: _, ...rest } = shape
    return rest
  }),
})

/** Whether a drawing says how wide its lines are. */
export const hasOwnWidths = (drawing: Drawing) => drawing.shapes.some((shape) => shape.kind === 'stroke' && shape.width)

export type Drawing = z.infer<typeof drawingSchema>

const mm = (max: number) => z.number().min(0).max(max)

/**
 * A motif repeated round the pot; lengths in mm as drawn. `upMm` is where it stands: up the wall from the foot, down from the
 * rim inside, out from the middle on floor and base.
 */
export const motifSchema = z.strictObject({
  kind: z.enum(MOTIF_KINDS),
  repeats: z.int().min(1).max(120),
  side: z.enum(MOTIF_SIDES),
  /** The surface that it lies on, if that is not the wall. */
  on: z
    .string()
    .regex(/^[\w.-]{1,70}$/)
    .optional(),
  upMm: mm(2000),
  heightMm: z.number().min(1).max(1000),
  lineMm: z.number().min(0.2).max(20),
  variation: z.number().min(0).max(1),
  /** How far the hand of the step goes off the line that it follows, mm at most; not at all if it is left out. */
  strayMm: z.number().min(0).max(5).optional(),
  seed: z.int().min(0).max(999_999),
  /** Outlines only, or shapes filled as they were designed. */
  made: z.enum(['line', 'filled']),
  /** The step acts on the ground round the motif instead of on the motif. */
  ground: z.boolean(),
  rows: z.int().min(1).max(24),
  rowGapMm: mm(500),
  alternate: z.enum(['none', 'mirror', 'turn', 'offset']),
  startDeg: z.number().min(0).max(360),
  text: z.string().max(24),
  drawing: drawingSchema.nullable(),
  /** What sectors are filled with, one after another; each row begins one further on. */
  fillings: z.array(z.enum(FILLINGS)).min(1).max(120).optional(),
  /** The drawing of the piece that it follows. */
  of: z
    .string()
    .regex(/^[\w-]{1,64}$/)
    .optional(),
  /** Names of the lines that are taken of a drawing; all of it if they are left out. */
  only: z.array(z.string().min(1).max(40)).min(1).max(60).optional(),
})

export type Motif = z.infer<typeof motifSchema>

/** What sectors are filled with unless it is said. */
export const FILLINGS_AT_FIRST: readonly Filling[] = ['rays', 'dots', 'scales']

/** What a motif is unless more is said of it. */
export const PLAIN_MOTIF = {
  made: 'filled',
  ground: false,
  rows: 1,
  rowGapMm: 4,
  alternate: 'none',
  startDeg: 0,
  text: '',
  drawing: null,
} as const
