import { z } from 'zod'
import { BLOWERS } from '../clay/drying/airSide'
import { COVERS, DRYING_STAGES } from '../clay/stages'
import { CONES } from '../firing/cones'
import { ZONES } from '../form/turnedForm'
import { TEXTURE_KINDS } from './textures'
import { motifSchema } from './motif'
import { APPLICATORS, LINERS, TOOLS } from './tools'

const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)
const mm = (max: number) => z.number().min(0).max(max)

/**
 * Where on the skin: whole parts, a band of the wall in mm along it (outside: up from the foot; inside: down from the rim), and
 * only some of a number of equal sectors.
 */
export const placeSchema = z.strictObject({
  parts: z.array(z.enum(ZONES)).min(1).max(ZONES.length),
  band: z.strictObject({ fromMm: mm(2000), toMm: mm(2000) }).nullable(),
  sectors: z
    .strictObject({ of: z.int().min(2).max(120), take: z.array(z.int().min(0).max(119)).min(1).max(120) })
    .nullable(),
})

export type Place = z.infer<typeof placeSchema>

const mixSchema = z.array(z.strictObject({ mediumId: id, parts: z.number().positive().max(100) })).max(3)

const common = { id, done: z.boolean() }
const tool = z.enum(TOOLS)
const depthMm = z.number().min(0.02).max(20)
const coats = (most: number) => z.int().min(1).max(most)

export const stepSchema = z.discriminatedUnion('act', [
  z.strictObject({
    ...common,
    act: z.literal('bring'),
    to: z.enum(DRYING_STAGES),
    cover: z.enum(COVERS),
    blower: z.enum(BLOWERS),
  }),
  z.strictObject({ ...common, act: z.literal('burnish'), place: placeSchema }),
  z.strictObject({
    ...common,
    act: z.literal('coat'),
    mediumId: id,
    /** Other media stirred into one part of the first. */
    mix: mixSchema,
    /** Share of water added, 0 from the jar. */
    water: z.number().min(0).max(0.9),
    /** A gradient into another medium, up the wall or round the form. */
    blend: z.strictObject({ mediumId: id, along: z.enum(['height', 'around']) }).nullable(),
    place: placeSchema,
    applicator: z.enum(APPLICATORS),
    coats: coats(24),
    direction: z.enum(['crossed', 'oneWay']),
    intent: z.enum(['cover', 'blush']),
    waits: z.boolean(),
  }),
  z.strictObject({
    ...common,
    act: z.literal('draw'),
    mediumId: id,
    motif: motifSchema,
    liner: z.enum(LINERS),
    coats: coats(8),
    damped: z.boolean(),
    waits: z.boolean(),
  }),
  z.strictObject({
    ...common,
    act: z.literal('touchUp'),
    mediumId: id,
    upMm: mm(2000),
    degrees: mm(360),
    sizeMm: z.number().min(1).max(200),
  }),
  z.strictObject({ ...common, act: z.literal('divide'), sectors: z.int().min(2).max(120), upMm: mm(2000) }),
  z.strictObject({
    ...common,
    act: z.literal('carve'),
    tool,
    motif: motifSchema,
    depthMm,
    protection: z.enum(['none', 'dampAndRespirator']),
  }),
  z.strictObject({
    ...common,
    act: z.literal('incise'),
    tool,
    motif: motifSchema,
    depthMm,
    protection: z.enum(['none', 'dampAndRespirator']),
  }),
  z.strictObject({
    ...common,
    act: z.literal('impress'),
    texture: z.enum(TEXTURE_KINDS),
    place: placeSchema,
    depthMm,
    sizeMm: z.number().min(0.8).max(60),
  }),
  z.strictObject({ ...common, act: z.literal('fill'), mediumId: id, place: placeSchema, waits: z.boolean() }),
  z.strictObject({
    ...common,
    act: z.literal('wipe'),
    place: placeSchema,
    pressure: z.enum(['light', 'firm', 'hard']),
    sponge: z.enum(['wrung', 'wet']),
  }),
  z.strictObject({ ...common, act: z.literal('scrape'), place: placeSchema }),
  z.strictObject({
    ...common,
    act: z.literal('wax'),
    mediumId: id,
    place: placeSchema,
    motif: motifSchema.nullable(),
    waits: z.boolean(),
  }),
  z.strictObject({ ...common, act: z.literal('swab'), place: placeSchema }),
  z.strictObject({
    ...common,
    act: z.literal('mask'),
    material: z.enum(['tape', 'stencil']),
    place: placeSchema,
    motif: motifSchema.nullable(),
  }),
  z.strictObject({ ...common, act: z.literal('peel') }),
  z.strictObject({
    ...common,
    act: z.literal('glaze'),
    mediumId: id,
    place: placeSchema,
    how: z.enum(['dip', 'pour', 'brush']),
    coats: coats(12),
    /** Runs over the other side are wanted. */
    drips: z.boolean(),
    waits: z.boolean(),
  }),
  z.strictObject({ ...common, act: z.literal('pick'), place: placeSchema }),
  z.strictObject({ ...common, act: z.literal('cleanFoot'), upMm: mm(100) }),
  z.strictObject({ ...common, act: z.literal('wipeDust') }),
  z.strictObject({
    ...common,
    act: z.literal('fire'),
    firing: z.enum(['bisque', 'decoration', 'glaze']),
    cone: z.enum(CONES),
    /** On a waster slab. */ slab: z.boolean(),
  }),
])

export type Step = z.infer<typeof stepSchema>

export type Act = Step['act']

export type StepOf<A extends Act> = Extract<Step, { act: A }>

/** Everything of a step but its identity: what a mend or a form may change. */
export type StepContent = Step extends infer S ? (S extends Step ? Omit<S, 'id' | 'done'> : never) : never

/** Ids of all media that a step lays on. */
export function mediaOfStep(step: Step): string[] {
  if (!('mediumId' in step)) return []
  return step.act === 'coat'
    ? [step.mediumId, ...step.mix.map((m) => m.mediumId), ...(step.blend ? [step.blend.mediumId] : [])]
    : [step.mediumId]
}

/** What a plain brushed coat is, for the many places that lay one. */
export const PLAIN_COAT = {
  mix: [],
  water: 0,
  blend: null,
  applicator: 'brush',
  direction: 'crossed',
  intent: 'cover',
  waits: true,
} as const

/** All of some parts. */
export const wholeOf = (...parts: Place['parts']): Place => ({ parts, band: null, sectors: null })

/** A band of the outside, mm up from the foot. */
export const bandOf = (fromMm: number, toMm: number, ...parts: Place['parts']): Place => ({
  parts: parts.length ? parts : ['outside'],
  band: { fromMm, toMm },
  sectors: null,
})
