import { z } from '../base/zod'
import { BLOWERS } from '../clay/drying/airSide'
import { COVERS, DRYING_STAGES } from '../clay/stages'
import { PART_KINDS } from '../form/partKinds'
import { PLAN_KINDS } from '../form/planOutline'
import { FORM_PRESETS } from '../form/presets'
import { instant } from './room'
import { stepSchema } from '../plan/step'
import { labSchema, MEASURED_BY } from './tile'

const mm = z.number().positive().max(1500)

const partSchema = z.strictObject({
  id: z
    .string()
    .min(1)
    .max(64)
    .regex(/^[\w-]+$/),
  kind: z.enum(PART_KINDS),
  degrees: z.number().min(0).max(360),
  upMm: z.number().min(0).max(2000),
  heightMm: z.number().min(1).max(1000),
  widthMm: z.number().min(1).max(500),
  thickMm: z.number().min(1).max(200),
})

const caliperRowSchema = z.strictObject({
  heightMm: z.number().min(0).max(1500),
  diameterMm: mm,
  wallMm: z.number().min(1).max(60),
})

/** Sizes are those of the preset as made; an outline of one’s own takes the place of the preset’s. */
export const formSchema = z.strictObject({
  kind: z.literal('turned'),
  preset: z.enum(FORM_PRESETS),
  sizes: z.strictObject({ heightMm: mm, rimMm: mm, bellyMm: mm, footMm: mm, wallMm: z.number().min(1).max(60) }),
  plan: z.strictObject({ kind: z.enum(PLAN_KINDS), ratio: z.number().min(1).max(3) }),
  unevenMm: z.number().min(0).max(8),
  own: z
    .discriminatedUnion('kind', [
      z.strictObject({ kind: z.literal('measured'), rows: z.array(caliperRowSchema).min(2).max(40) }),
      z.strictObject({
        kind: z.literal('traced'),
        name: z.string().max(80),
        points: z
          .array(z.tuple([z.number(), z.number()]))
          .min(3)
          .max(200),
      }),
    ])
    .nullable(),
  parts: z.array(partSchema).max(12),
})

export type Form = z.infer<typeof formSchema>

/** What the piece is for decides what must be sealed. */
export const USES = ['food', 'water', 'display'] as const

export type Use = (typeof USES)[number]

/** What happened to a piece while it dried. */
const logEntrySchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('cover'), at: instant, cover: z.enum(COVERS) }),
  z.strictObject({
    kind: z.literal('blow'),
    at: instant,
    blower: z.enum(BLOWERS),
    minutes: z.number().min(1).max(600),
  }),
  z.strictObject({ kind: z.literal('stage'), at: instant, stage: z.enum(DRYING_STAGES) }),
  z.strictObject({ kind: z.literal('weight'), at: instant, grams: z.number().positive().max(200_000) }),
])

export type LogEntry = z.infer<typeof logEntrySchema>

/** When and where a piece was made, and what was seen of it since. */
export const makingSchema = z.strictObject({
  madeAt: instant.nullable(),
  roomId: z.string().min(1).max(64),
  dueOn: z.iso.date().nullable(),
  /** Weight of one piece as made, g. */
  wetGrams: z.number().positive().max(200_000).nullable(),
  log: z.array(logEntrySchema).max(400),
})

export type Making = z.infer<typeof makingSchema>

export const NOT_MADE: Making = { madeAt: null, roomId: 'studio', dueOn: null, wetGrams: null, log: [] }

/** What came out of the kiln at one place, beside what was planned there: films from the body up. */
export const firedSpotSchema = z.strictObject({
  films: z.array(z.strictObject({ mediumId: z.string().min(1).max(64), coats: z.number().min(0.1).max(40) })).max(12),
  where: z.string().max(120),
  planned: labSchema,
  measured: labSchema,
  by: z.enum(MEASURED_BY),
})

export type FiredSpot = z.infer<typeof firedSpotSchema>

const tagSchema = z.string().trim().min(1).max(40)

/** One thing being made, or a set of identical ones. */
export const pieceSchema = z.strictObject({
  id: z
    .string()
    .min(1)
    .max(64)
    .regex(/^[\w-]+$/),
  name: z.string().trim().min(1).max(80),
  count: z.int().min(1).max(500),
  use: z.enum(USES),
  bodyId: z.string().min(1).max(64),
  form: formSchema,
  steps: z.array(stepSchema).max(200),
  /** Another plan for the same piece, kept to compare with. */
  variant: z.array(stepSchema).max(200).nullable(),
  /** Share of the decorated side that should come out light, if the artist aims for one. */
  lightTarget: z.number().min(0).max(1).nullable(),
  notes: z.string().max(4000),
  /** Words by which it is found again: a series, a class, a fair. */
  tags: z.array(tagSchema).max(12),
  making: makingSchema,
  fired: z.array(firedSpotSchema).max(60),
})

export type Piece = z.infer<typeof pieceSchema>
