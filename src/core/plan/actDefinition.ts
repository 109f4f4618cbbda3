import type { Hands } from './pace'
import * as z from '../base/zod'
import type { Stage } from '../clay/stages'
import type { StageRow } from '../clay/stageFit'
import type { ConeRange } from '../firing/cones'
import type { TurnedForm, ZoneName } from '../form/turnedForm'
import type { SkinCompiler } from '../skin/skinCompiler'
import type { Body, Medium } from '../vocabulary/material'
import type { MediumKind } from '../vocabulary/mediumKinds'
import type { Motif } from '../vocabulary/motif'
import type { PieceDrawing } from '../vocabulary/pieceDrawing'
import type { Place } from '../vocabulary/place'
import { MISHAPS } from './mishap'
import type { StepTime } from './stepTime'

/** Families of acts, in the order in which a hand reaches for them. */
export const FAMILIES = ['Dry', 'Colour', 'Mark out', 'Cut', 'Inlay', 'Resist', 'Glaze', 'Clean', 'Fire'] as const

export type Family = (typeof FAMILIES)[number]

/** What an act is, whatever its values. What has to do with a step asks for these and not for the name of its act. */
export const TRAITS = {
  drying: 'the clay dries to a stage',
  firing: 'the kiln',
  coating: 'colour over a place, thinned, mixed and blended as wanted',
  glazing: 'glaze over a place',
  covering: 'coats over a place, of colour or of glaze',
  lining: 'lines of colour from a liner',
  'area colouring': 'colour between the lines of a drawing',
  'area glazing': 'glaze between the lines of a drawing',
  'area work': 'colour or glaze between the lines of a drawing',
  'colour film': 'colour in coats of which enough must lie to hide what is beneath',
  'lays glaze': 'glaze, wherever it lies',
  'wet film': 'what is laid wet and must dry before the next',
  filling: 'colour pressed into what was cut',
  carving: 'lines through colour down to the clay',
  incising: 'lines into the clay itself',
  cut: 'lines that a tool cuts',
  texture: 'what is pressed into the clay',
  ornament: 'what a list of the ways of decorating names',
  'marking out': 'sectors and heights in pencil',
  masking: 'tape, paper or a stencil, which is taken off again',
  waxing: 'wax, which stays until the kiln burns it',
  resist: 'what keeps off what comes over it',
  peeling: 'what was masked is bared',
  swabbing: 'what lies on wax is taken off',
  wiping: 'a sponge over the surface',
  etching: 'clay is taken off wherever nothing resists',
  scraping: 'a blade over the surface',
  dusting: 'dust is wiped off',
  misting: 'the clay is made less thirsty',
  'foot cleaning': 'the foot is wiped bare',
  joining: 'parts are joined on',
  burnishing: 'the clay is polished',
  'touching up': 'a spot is mended',
  'picking out': 'what ran where it should not is picked out',
  'on the wall': 'it says where on the wall it is, and is on no part',
  'sets the stage': 'it changes the clay, or sees the piece as a whole',
  'works on films': 'where nothing lies it does nothing',
  smudgeable: 'it leaves what a hand can smudge while it is wet',
  'draws lines': 'it can follow the lines of a drawing',
  'stays on dry clay': 'dry clay and bisque still take it',
} as const

export type Trait = keyof typeof TRAITS

/** Kinds of step that are told apart by their hatching. */
export type StepKind = MediumKind | 'tape' | 'carve' | 'texture' | 'mark' | 'clean' | 'fire' | 'dry'

export type KindOf = (mediumId: string) => MediumKind | undefined

/** What words are made with: names from the cupboard, lengths and temperatures in the studio’s units. */
export interface Wording {
  /** The name of a medium; what stands for it when it is missing. */
  readonly nameOf: (mediumId: string, missing?: string) => string
  readonly kindOf: KindOf
  readonly length: (mm: number) => string
  readonly temperature: (celsius: number) => string
  /** A place in words. */
  readonly place: (place: Place) => string
}

/** The same at the bench: when the step is done and how long its coats dry. */
export interface BenchWording extends Wording {
  readonly stage: Stage
  /** Waits between coats, one after another; empty when there are none. */
  readonly waits: string
  /** Parts that have been burnished. */
  readonly burnished: readonly ZoneName[]
  /** Whether the waits are those of the piece’s own room. */
  readonly inThisRoom: boolean
}

/** What the bench needs to know of a step. */
export interface BenchWords {
  readonly detail: string
  /** Coats to tally. */
  readonly boxes: number
  readonly wait: string
  readonly lookFor: string
  readonly caution: string
}

/** What an act can say of its bench; what it leaves out is empty. */
export type BenchParts = Pick<BenchWords, 'detail' | 'lookFor'> & Partial<BenchWords>

/** What a new step is begun from: where the plan has come to, and what suits it. */
export interface Beginning {
  readonly stage: Stage
  readonly body: Body
  readonly form: TurnedForm
  readonly wallMm: number
  /** The outside of a vessel, the face of a slab. */
  readonly face: Place
  /** What wants to be scraped: an inlay, else colour that came over the rim; null where neither is. */
  readonly scraped: Place | null
  /** Where the last colour lies, once something was waxed before it; null before that. */
  readonly waxedAgain: Place | null
  /** A medium of a kind that suits the clay. */
  readonly suiting: (kind: MediumKind) => string
  /** A motif on the face with as many repeats as have been marked out. */
  readonly motif: (kind: Motif['kind'], lineMm: number) => Motif
  /** Brushed coats of a medium that cover a place here. */
  readonly coversWith: (mediumId: string, place: Place) => number
  /** The drawing of the piece that was made last. */
  readonly drawing: PieceDrawing | null
  /** The last colour laid over an area. */
  readonly lastColourId: string | null
  readonly insideGlazed: boolean
  /** The range of the last glaze in the plan. */
  readonly glazeRange: ConeRange | null
}

/** Sizes of what a step works on, read off the simulated skin. */
export interface Measured {
  /** True area that the step changes, cm². */
  readonly touchedCm2: number
  /** True area of a place, cm², whether the step changes it or not. */
  readonly placeCm2: (place: Place) => number
  /** Length of the lines of the step’s motif, mm; a filled shape counts as lines side by side. 0 without a motif. */
  readonly linesMm: number
  /** Length once round the widest part, mm. */
  readonly widestMm: number
}

/** Where a coat dries. */
export interface Waiting {
  /** The clay that drinks it. */
  readonly surface: Stage
  readonly kindOf: KindOf
  /** What the air takes, µm/s; a still room’s if not said. */
  readonly evaporation?: number
  /** Seconds since the first coat that lies beneath went on: the clay has drunk from it. 0 if not said. */
  readonly beneath?: number
}

/** How a step takes from the jars what it lays on the skin. */
export interface Taken {
  /** Wet film of one nominal coat, µm; water that was added not counted. */
  readonly wetUm: number
  /** Share that stays in the tool or goes beside the piece. */
  readonly waste: number
  /** From a bucket that must hold more than stays on the piece. */
  readonly fromBucket: boolean
}

/** How something fits the stages of clay, and what it is called at the head of a sentence. */
export interface TechniqueFit {
  readonly doing: string
  readonly fit: StageRow
}

/** Everything that is known of an act of the hand. `S` is its step, `Values` what it has of its own. */
export interface ActParts<S, Values = Omit<S, 'id' | 'done' | 'mishap' | 'act'>> {
  readonly family: Family
  readonly traits: readonly Trait[]
  /** How much it says of which side of a piece is decorated: lines say more than a coat; 0 if not said. */
  readonly decorates?: number
  /** What it is called when what it is done to had not dried or set. */
  readonly tooEarly?: string
  /** On its button, and what it is for. */
  readonly word: string
  readonly hint: string
  /** What a potter would most likely mean by it here. */
  readonly begin: (at: Beginning) => Values
  readonly title: (step: S, wording: Wording) => string
  readonly brief: (step: S, wording: Wording) => string
  readonly kind: (step: S, kindOf: KindOf) => StepKind
  readonly bench: (step: S, wording: BenchWording) => BenchParts
  /** Null where the dryness of the clay does not decide. */
  readonly fit: (step: S, kindOf: KindOf) => TechniqueFit | null
  /** Minutes of hands for one piece; for coats, of one coat. */
  readonly hands: (step: S, measured: Measured) => Hands
  /** Coats laid one after another; 1 if not said. */
  readonly coats?: (step: S) => number
  /** Seconds until each coat is matte. */
  readonly waits?: (step: S, waiting: Waiting) => readonly number[]
  /** Minutes for which the piece is left alone afterwards though no coat dries. */
  readonly restMinutes?: number
  /** How it takes from the jars what the skin shows that it laid, if it lays anything. */
  readonly takes?: (step: S, medium: Medium) => Taken
  /** The state of the clay afterwards, if it changes. */
  readonly after?: (before: StepTime, step: S) => StepTime
  /** What it does to the skin. */
  readonly compile: (skin: SkinCompiler, step: S) => void
}

/** The id of a step, a piece or a medium. */
const recordId = z
  .string()
  .min(1)
  .max(64)
  .regex(/^[\w-]+$/)

/** What befell a step; only steps as they were done have it, never those of a plan. */
const mishap = z.enum(MISHAPS).optional()

/** The id of a medium. */
export const mediumId = recordId

export const lengthMm = (max: number) => z.number().min(0).max(max)

type StepSchema<A extends string, Shape extends z.core.$ZodLooseShape> = z.ZodObject<
  { id: typeof recordId; done: z.ZodBoolean; mishap: typeof mishap; act: z.ZodLiteral<A> } & Shape,
  z.core.$strict
>

type PartsOf<A extends string, Shape extends z.core.$ZodLooseShape> = ActParts<
  z.infer<StepSchema<A, Shape>>,
  z.infer<z.ZodObject<Shape, z.core.$strict>>
>

export type ActDefinition<
  A extends string,
  Shape extends z.core.$ZodLooseShape,
  Traits extends readonly Trait[] = readonly Trait[],
> = PartsOf<A, Shape> & {
  readonly act: A
  readonly traits: Traits
  readonly schema: StepSchema<A, Shape>
}

/** Defines an act by the values of its step, and then by everything that is known of it. */
export const defineAct =
  <const A extends string, Shape extends z.core.$ZodLooseShape>(act: A, shape: Shape) =>
  <const Traits extends readonly Trait[]>(
    parts: PartsOf<A, Shape> & { readonly traits: Traits },
  ): ActDefinition<A, Shape, Traits> => ({
    act,
    // The spread of a generic shape is not seen as the shape that it is.
    schema: z.strictObject({
      id: recordId,
      done: z.boolean(),
      mishap,
      act: z.literal(act),
      ...shape,
    }) as unknown as StepSchema<A, Shape>,
    ...parts,
  })
