import { z } from 'zod'
import { COVERS, DRYING_STAGES } from '../clay/stages'
import { CONES } from '../firing/cones'
import { ZONES } from '../form/turnedForm'

const id = z.string().min(1).max(64).regex(/^[\w-]+$/)
const mm = (max: number) => z.number().min(0).max(max)

/** Where on the skin: whole parts, or a band of the wall in mm along it (outside: up from the foot; inside: down from the rim). */
export const placeSchema = z.strictObject({
  parts: z.array(z.enum(ZONES)).min(1).max(ZONES.length),
  band: z.strictObject({ fromMm: mm(2000), toMm: mm(2000) }).nullable(),
})

export type Place = z.infer<typeof placeSchema>

export const TOOLS = ['needle', 'stylus', 'narrowLoop', 'wideLoop', 'knife'] as const

export type Tool = (typeof TOOLS)[number]

/** What a tool leaves. Common practice, no source. */
export const TOOL: Readonly<Record<Tool, { name: string; lineMm: number; depthMm: number; leavesBurr: boolean; words: string }>> = {
  needle: { name: 'needle', lineMm: 0.6, depthMm: 0.25, leavesBurr: true, words: 'drags clay and leaves a burr' },
  stylus: { name: 'ball stylus', lineMm: 1, depthMm: 0.3, leavesBurr: true, words: 'a soft round line with a low burr' },
  narrowLoop: { name: 'narrow loop', lineMm: 1.6, depthMm: 0.4, leavesBurr: false, words: 'a clean line, ribbons come away' },
  wideLoop: { name: 'wide loop', lineMm: 3.2, depthMm: 0.5, leavesBurr: false, words: 'clears broad lines and ground' },
  knife: { name: 'knife', lineMm: 0.8, depthMm: 0.35, leavesBurr: false, words: 'crisp veins' },
}

export const MOTIF_KINDS = ['reeds', 'scallops', 'chevrons', 'dottedRing', 'waves', 'leaves', 'rings'] as const

export type MotifKind = (typeof MOTIF_KINDS)[number]

/** A motif repeated round the pot; lengths in mm as drawn. `upMm` is where it stands, along the wall. */
export const motifSchema = z.strictObject({
  kind: z.enum(MOTIF_KINDS),
  repeats: z.int().min(1).max(120),
  side: z.enum(['outside', 'inside']),
  upMm: mm(2000),
  heightMm: z.number().min(1).max(1000),
  lineMm: z.number().min(0.2).max(20),
  variation: z.number().min(0).max(1),
  seed: z.int().min(0).max(999_999),
})

export type Motif = z.infer<typeof motifSchema>

const common = { id, done: z.boolean() }

export const stepSchema = z.discriminatedUnion('act', [
  z.strictObject({ ...common, act: z.literal('bring'), to: z.enum(DRYING_STAGES), cover: z.enum(COVERS) }),
  z.strictObject({
    ...common,
    act: z.literal('coat'),
    mediumId: id,
    place: placeSchema,
    coats: z.int().min(1).max(24),
    direction: z.enum(['crossed', 'oneWay']),
    intent: z.enum(['cover', 'blush']),
    waits: z.boolean(),
  }),
  z.strictObject({ ...common, act: z.literal('divide'), sectors: z.int().min(2).max(120), upMm: mm(2000) }),
  z.strictObject({
    ...common,
    act: z.literal('carve'),
    tool: z.enum(TOOLS),
    motif: motifSchema,
    depthMm: z.number().min(0.02).max(20),
    protection: z.enum(['none', 'dampAndRespirator']),
  }),
  z.strictObject({ ...common, act: z.literal('wax'), mediumId: id, place: placeSchema, waits: z.boolean() }),
  z.strictObject({
    ...common,
    act: z.literal('glaze'),
    mediumId: id,
    place: placeSchema,
    how: z.enum(['dip', 'pour', 'brush']),
    coats: z.int().min(1).max(12),
    waits: z.boolean(),
  }),
  z.strictObject({ ...common, act: z.literal('cleanFoot'), upMm: mm(100) }),
  z.strictObject({ ...common, act: z.literal('wipeDust') }),
  z.strictObject({ ...common, act: z.literal('fire'), firing: z.enum(['bisque', 'decoration', 'glaze']), cone: z.enum(CONES) }),
])

export type Step = z.infer<typeof stepSchema>

export type Act = Step['act']

export type StepOf<A extends Act> = Extract<Step, { act: A }>

/** Everything of a step but its identity: what a mend or a form may change. */
export type StepContent = Step extends infer S ? (S extends Step ? Omit<S, 'id' | 'done'> : never) : never
