import * as z from '../base/zod'
import { BANDS } from '../colour/spectrum'
import { CLAY_WATER_KINDS } from '../clay/drying/clayWater'
import { CONES } from '../firing/cones'
import { MEDIUM_KINDS } from './mediumKinds'
import { APPLICATORS } from './tools'

const name = z.string().trim().min(1).max(80)
const id = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)
const hex = z.string().regex(/^#[0-9a-f]{6}$/)
const spectrum = (max: number) => z.array(z.number().min(0).max(max)).length(BANDS)

const coneRangeSchema = z.strictObject({ from: z.enum(CONES), to: z.enum(CONES) })

/** What a bar of two lines drawn 100 mm apart on wet clay read later, mm. */
const barReadingSchema = z.strictObject({
  stage: z.enum(['boneDry', 'bisque', 'fired']),
  mm: z.number().min(60).max(110),
})

/** A clay. Reflectance is measured matte and fired; shrinkages are linear shares. */
export const bodySchema = z.strictObject({
  id,
  name,
  reflectance: spectrum(1),
  raw: z.strictObject({ wet: hex, dry: hex, bisque: hex }),
  range: coneRangeSchema,
  bisqueCone: z.enum(CONES),
  dryingShrinkage: z.number().min(0).max(0.2),
  firingShrinkage: z.number().min(0).max(0.2),
  grain: z.enum(['fine', 'grogged']),
  /** Which kind of clay it dries like. */
  water: z.enum(CLAY_WATER_KINDS),
  /** Shrinkage bars read in this studio, the latest last, and the figures before the first: what it shrinks is what they say. */
  bars: z
    .strictObject({
      from: z.strictObject({ drying: z.number().min(0).max(0.2), firing: z.number().min(0).max(0.2) }),
      read: z.array(barReadingSchema).min(1).max(200),
    })
    .nullable(),
})

export type Body = z.infer<typeof bodySchema>

/** How a medium’s optics are known: assumed curves, one swatch, or tiles of one’s own. */
const KNOWN_BY = ['assumed', 'swatch', 'tiles'] as const

/** What makers and potters warn of. */
export const CAUTIONS = [
  'notAlone',
  'runs',
  'shivers',
  'containsManganese',
  'containsChromium',
  'containsCobalt',
  'containsNickel',
  'latex',
] as const

export type Caution = (typeof CAUTIONS)[number]

export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  notAlone: 'not alone: shivers or flakes by itself',
  runs: 'runs',
  shivers: 'shivers',
  containsManganese: 'contains manganese',
  containsChromium: 'contains chromium',
  containsCobalt: 'contains cobalt',
  containsNickel: 'contains nickel',
  latex: 'contains latex',
}

/** What is in the cupboard of a medium, and what it cost. */
const stockSchema = z.strictObject({
  jars: z.number().min(0).max(1000),
  jarMl: z.number().min(1).max(100_000),
  price: z.number().min(0).max(100_000).nullable(),
  /** The batch of the jar that is open, as it stands on its label. */
  batch: z.string().max(60),
})

/** Anything laid on. K and S are per nominal fired coat, 36 bands; the raw colours are what it looks like on the bench. */
export const mediumSchema = z.strictObject({
  id,
  name,
  kind: z.enum(MEDIUM_KINDS),
  optics: z.strictObject({ K: spectrum(1000), S: spectrum(1000) }),
  surface: z.enum(['gloss', 'satin', 'matte']),
  raw: z.strictObject({ wet: hex, dry: hex }),
  range: coneRangeSchema,
  fugitive: z.boolean(),
  labelledFoodSafe: z.boolean(),
  filmUm: z.number().positive().max(5000),
  knownBy: z.enum(KNOWN_BY),
  origin: z.enum(['bought', 'made']),
  cautions: z.array(z.enum(CAUTIONS)).max(CAUTIONS.length),
  /** Coats that the maker or the artist wants, by applicator; computed from cover where nothing is said. */
  coats: z.partialRecord(z.enum(APPLICATORS), z.int().min(1).max(12)),
  stock: stockSchema.nullable(),
  notes: z.string().max(2000),
})

/** What a medium has that was never asked for. */
export const PLAIN_MEDIUM = {
  knownBy: 'assumed',
  origin: 'bought',
  cautions: [],
  coats: {},
  stock: null,
  notes: '',
} as const satisfies Partial<z.infer<typeof mediumSchema>>

export type Medium = z.infer<typeof mediumSchema>

/** Clears: glazes that hardly scatter or absorb. */
export const isClear = (medium: Medium): boolean =>
  medium.kind === 'glaze' && Math.max(...medium.optics.S) < 0.1 && Math.max(...medium.optics.K) < 0.06
