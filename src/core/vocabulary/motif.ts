import { z } from '../base/zod'

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
] as const

export type MotifKind = (typeof MOTIF_KINDS)[number]

export const MOTIF_SIDES = ['outside', 'inside', 'floor', 'base'] as const

const point = z.tuple([z.number().min(-20).max(20), z.number().min(-20).max(20)])

/** Line art from elsewhere, in units of its own height: x from 0 to `aspect`, y from 0 at its foot to 1. */
export const drawingSchema = z.strictObject({
  name: z.string().trim().min(1).max(80),
  aspect: z.number().min(0.02).max(20),
  lines: z
    .array(z.strictObject({ filled: z.boolean(), points: z.array(point).min(2).max(800) }))
    .min(1)
    .max(400),
})

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
  upMm: mm(2000),
  heightMm: z.number().min(1).max(1000),
  lineMm: z.number().min(0.2).max(20),
  variation: z.number().min(0).max(1),
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
})

export type Motif = z.infer<typeof motifSchema>

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
