import * as z from '../base/zod'
import { CONES } from '../firing/cones'

const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)

export const labSchema = z.tuple([
  z.number().min(0).max(100),
  z.number().min(-128).max(128),
  z.number().min(-128).max(128),
])

/** Where a measured colour came from, and so how sure it is. */
export const MEASURED_BY = ['instrument', 'photograph', 'eye'] as const

export type MeasuredBy = (typeof MEASURED_BY)[number]

/** Error of a measured colour, ΔE, one σ. Ours. */
export const MEASURED_SIGMA: Readonly<Record<MeasuredBy, number>> = { instrument: 0.5, photograph: 2, eye: 4 }

/** One square of a test tile: films from the body up, a glaze last if any, and what came out. */
export const tileSquareSchema = z.strictObject({
  id,
  films: z.array(z.strictObject({ mediumId: id, coats: z.number().min(0.25).max(24) })).max(8),
  measured: z.strictObject({ lab: labSchema, by: z.enum(MEASURED_BY) }).nullable(),
})

export type TileSquare = z.infer<typeof tileSquareSchema>

/** A test tile: its number, what it is to answer, its squares. `pieceId` is its plan on the rack. */
export const tileSchema = z.strictObject({
  id,
  number: z.int().min(1).max(100_000),
  question: z.string().max(200),
  bodyId: id,
  cone: z.enum(CONES),
  squares: z.array(tileSquareSchema).min(1).max(24),
  pieceId: id.nullable(),
  /** Whether its colours have been taken into the media. */
  taken: z.boolean(),
})

export type Tile = z.infer<typeof tileSchema>
