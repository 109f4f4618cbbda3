import { z } from 'zod'
import { FORM_PRESETS } from '../form/presets'
import { stepSchema } from './step'

const mm = z.number().positive().max(1500)

export const formSchema = z.strictObject({
  kind: z.literal('turned'),
  preset: z.enum(FORM_PRESETS),
  sizes: z.strictObject({ heightMm: mm, rimMm: mm, bellyMm: mm, footMm: mm, wallMm: z.number().min(1).max(60) }),
})

export type Form = z.infer<typeof formSchema>

/** What the piece is for decides what must be sealed. */
export const USES = ['food', 'water', 'display'] as const

export type Use = (typeof USES)[number]

/** One thing being made, or a set of identical ones. */
export const pieceSchema = z.strictObject({
  id: z.string().min(1).max(64).regex(/^[\w-]+$/),
  name: z.string().trim().min(1).max(80),
  count: z.int().min(1).max(500),
  use: z.enum(USES),
  bodyId: z.string().min(1).max(64),
  form: formSchema,
  steps: z.array(stepSchema).max(200),
  notes: z.string().max(4000),
})

export type Piece = z.infer<typeof pieceSchema>
