import * as z from '../base/zod'
import { BLOWERS } from '../clay/drying/airSide'
import { COVERS, DRYING_STAGES } from '../clay/stages'
import { PART_KINDS, PART_LIMITS } from '../form/partKinds'
import { PLAN_KINDS } from '../form/planOutline'
import { FORM_PRESETS } from '../form/presets'
import { outcomeSchema } from './outcome'
import { instant } from './room'
import { differenceSchema, runEntrySchema } from './run'
import { pieceDrawingSchema } from '../vocabulary/pieceDrawing'
import { stepSchema } from '../plan/step'
import { labSchema, MEASURED_BY } from './tile'

const mm = z.number().positive().max(1500)

const partLength = (key: keyof typeof PART_LIMITS) => z.number().min(PART_LIMITS[key][0]).max(PART_LIMITS[key][1])

const partSchema = z.strictObject({
  id: z
    .string()
    .min(1)
    .max(64)
    .regex(/^[\w-]+$/),
  kind: z.enum(PART_KINDS),
  degrees: z.number().min(0).max(360),
  upMm: partLength('upMm'),
  heightMm: partLength('heightMm'),
  widthMm: partLength('widthMm'),
  thickMm: partLength('thickMm'),
  name: z.string().trim().max(40).optional(),
  outMm: partLength('outMm').optional(),
  leanDeg: z.number().min(-180).max(180).optional(),
  rollDeg: z.number().min(-180).max(180).optional(),
  taper: z.number().min(-0.9).max(0.9).optional(),
  apart: z.boolean().optional(),
  pair: z.boolean().optional(),
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
  parts: z.array(partSchema).max(24),
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
  /** Water that coats brought to the wall, µm over the whole of each face. */
  z.strictObject({
    kind: z.literal('coats'),
    at: instant,
    outsideUm: z.number().min(0).max(5000),
    insideUm: z.number().min(0).max(5000),
  }),
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

const potNumber = z.int().min(1).max(500)

/** What is told of one pot of a set. Its number is the mark in its foot. */
export const potSchema = z.strictObject({
  number: potNumber,
  owner: z.string().trim().max(60),
  note: z.string().max(400),
  /** How it was lost: “cracked in the bisque”; null while it stands. */
  lost: z.string().trim().min(1).max(120).nullable(),
})

export type Pot = z.infer<typeof potSchema>

/** Pots of a set that share a state. */
export const lotSchema = z.strictObject({
  pots: z.array(potNumber).min(1).max(500),
  making: makingSchema,
  /** Steps that are done. */
  done: z.array(z.string().min(1).max(64)).max(200),
  /** Coats already laid of the next step. */
  coats: z.int().min(0).max(40),
  /** Steps that went otherwise than planned. */
  otherwise: z.array(differenceSchema).max(200),
})

export type Lot = z.infer<typeof lotSchema>

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

/** A piece of which nothing has been done or told yet. */
export const WHOLE = {
  coats: 0,
  otherwise: [],
  pots: [],
  apart: [],
  run: [],
  outcomes: [],
  drawings: [],
} satisfies Pick<
  z.input<typeof pieceSchema>,
  'coats' | 'otherwise' | 'pots' | 'apart' | 'run' | 'outcomes' | 'drawings'
>

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
  /** Line art that stands on the piece, which steps follow. */
  drawings: z.array(pieceDrawingSchema).max(24),
  making: makingSchema,
  /** Coats already laid of the next step. */
  coats: z.int().min(0).max(40),
  /** Steps that went otherwise than planned. */
  otherwise: z.array(differenceSchema).max(200),
  /** Single pots of which something is told. */
  pots: z.array(potSchema).max(500),
  /**
   * Lots that stand otherwise than the rest of the set. Making, coats, the steps that are done and how
   * they went otherwise are those of the greatest lot, so that a set that is not divided has nothing here.
   */
  apart: z.array(lotSchema).max(500),
  /** What was done, in the order it was written down. */
  run: z.array(runEntrySchema).max(4000),
  /** How pots came out of their firings. */
  outcomes: z.array(outcomeSchema).max(2000),
  fired: z.array(firedSpotSchema).max(60),
})

export type Piece = z.infer<typeof pieceSchema>
