import * as z from '../base/zod'
import { STAGES } from '../clay/stages'
import { MISHAPS } from '../plan/mishap'
import { instant } from './room'

/* What was really done, beside what was planned: added to, never rewritten. */

const id = z.string().min(1).max(64)

const numbers = z.array(z.int().min(1).max(500)).max(500)

/** How a step went otherwise than planned: values of its own, and what befell it. */
export const differenceSchema = z.strictObject({
  stepId: id,
  changes: z.record(z.string().max(40), z.union([z.string().max(64), z.number(), z.boolean()])),
  mishap: z.enum(MISHAPS).nullable(),
})

export type Difference = z.infer<typeof differenceSchema>

/** The clay and the room when something was done; null where nothing was known. */
const conditionsSchema = z.strictObject({
  clay: z.enum(STAGES).nullable(),
  celsius: z.number().min(-20).max(60).nullable(),
  humidity: z.number().min(0).max(1).nullable(),
})

export type Conditions = z.infer<typeof conditionsSchema>

export const NOTHING_KNOWN: Conditions = { clay: null, celsius: null, humidity: null }

/** A jar that was used, and which batch of it. */
const jarSchema = z.strictObject({ mediumId: id, batch: z.string().max(60) })

export type JarUsed = z.infer<typeof jarSchema>

/** Sides of a piece that a photograph shows, and what else it may show. */
export const PHOTO_SIDES = ['front', 'side', 'back', 'base', 'jar', 'mistake', 'other'] as const

export type PhotoSide = (typeof PHOTO_SIDES)[number]

/** Where on the piece something belongs: an area of one of its drawings, or a spot of a surface; the wall if no other is named. */
export const placedSchema = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('area'), drawingId: id, areaId: z.int().min(1).max(9999) }),
  z.strictObject({
    kind: z.literal('spot'),
    on: z
      .string()
      .regex(/^[\w.-]{1,70}$/)
      .optional(),
    /** Share of a turn from the front. */
    across: z.number().min(0).max(1),
    /** Along the surface from where it begins, mm. */
    alongMm: z.number().min(0).max(5000),
  }),
])

export type Placed = z.infer<typeof placedSchema>

/** Every entry: when, by whose hands, on which pots of the set. */
const base = { id: z.string().min(1).max(120), at: instant, by: z.string().max(60), pots: numbers }

const done = { stepId: id, ...conditionsSchema.shape, jars: z.array(jarSchema).max(8) }

/** Something that was done or seen. */
export const runEntrySchema = z.discriminatedUnion('kind', [
  /** A coat of a step, counted from 0; a step without coats has one. */
  z.strictObject({ ...base, kind: z.literal('coat'), ...done, coat: z.int().min(0).max(60) }),
  /** All that was left of a step at once. */
  z.strictObject({ ...base, kind: z.literal('step'), ...done }),
  /** Not done after all. */
  z.strictObject({ ...base, kind: z.literal('undone'), stepId: id }),
  /** Takes an earlier entry back. */
  z.strictObject({ ...base, kind: z.literal('struck'), strikes: z.string().min(1).max(120) }),
  /** A step went otherwise; as planned after all where there is no difference. */
  z.strictObject({
    ...base,
    kind: z.literal('otherwise'),
    stepId: id,
    words: z.string().max(200),
    difference: differenceSchema.nullable(),
  }),
  /** A coat was looked at: whether it still shone, after how long, and what had been expected, s. */
  z.strictObject({
    ...base,
    kind: z.literal('looked'),
    stepId: id,
    coat: z.int().min(0).max(60),
    shiny: z.boolean(),
    waited: z.number().min(0).max(1e6),
    expected: z.number().min(0).max(1e6),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('note'),
    stepId: id.nullable(),
    where: z.string().max(120),
    text: z.string().trim().min(1).max(1000),
    placed: placedSchema.optional(),
  }),
  z.strictObject({
    ...base,
    kind: z.literal('photo'),
    photoId: id,
    side: z.enum(PHOTO_SIDES),
    stepId: id.nullable(),
    mediumId: id.nullable(),
    widthPx: z.int().min(1).max(20_000),
    heightPx: z.int().min(1).max(20_000),
    bytes: z.int().min(1).max(50_000_000),
    placed: placedSchema.optional(),
  }),
  z.strictObject({ ...base, kind: z.literal('lost'), why: z.string().max(120) }),
])

export type RunEntry = z.infer<typeof runEntrySchema>

export type RunEntryOf<K extends RunEntry['kind']> = Extract<RunEntry, { kind: K }>

/** Whether an entry tells of a pot; one without pots tells of the whole set. */
export const tellsOf = ({ pots }: Pick<RunEntry, 'pots'>, pot: number): boolean =>
  pots.length === 0 || pots.includes(pot)

/** Entries that still count: without those that were taken back and what took them back. */
export function standingEntries(run: readonly RunEntry[]): RunEntry[] {
  const struck = new Set(run.flatMap((entry) => (entry.kind === 'struck' ? [entry.strikes] : [])))
  return run.filter((entry) => entry.kind !== 'struck' && !struck.has(entry.id))
}

/** Entries of one kind that still count. */
export const entriesOf = <K extends RunEntry['kind']>(run: readonly RunEntry[], kind: K): RunEntryOf<K>[] =>
  standingEntries(run).filter((entry): entry is RunEntryOf<K> => entry.kind === kind)

/** Whether two places are the same one. */
export const samePlace = (a: Placed | undefined, b: Placed | undefined): boolean =>
  a !== undefined && b !== undefined && placeKey(a) === placeKey(b)

/** A text for a place: spots within a tenth of a millimetre of each other are one. */
export const placeKey = (placed: Placed): string =>
  placed.kind === 'area'
    ? `area ${placed.drawingId} ${placed.areaId}`
    : `spot ${placed.on ?? ''} ${placed.across.toFixed(4)} ${placed.alongMm.toFixed(1)}`
