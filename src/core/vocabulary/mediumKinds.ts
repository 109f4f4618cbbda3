import { good, harmful, stageRow, workable, type StageRow } from '../clay/stageFit'
import type { SurfaceKind } from '../colour/surface'
import { MEDIUM_KINDS, type MediumKind } from './films'

export { MEDIUM_KINDS, type MediumKind }

/** Acts that lay a medium on. */
export type LayingAct = 'coat' | 'draw' | 'colourIn' | 'touchUp' | 'fill' | 'glaze' | 'glazeIn' | 'wax'

/** Something laid on, at the head of a sentence, and how it fits the stages of clay. */
export interface Laying {
  readonly doing: string
  readonly fit: StageRow
}

/** What a kind of medium is. One entry a kind; everything that differs between kinds is read from here. */
export interface MediumKindDefinition {
  /** In the middle of a sentence. */
  readonly name: string
  /** Over a group of jars. */
  readonly plural: string
  /** Which acts lay it. */
  readonly laidBy: readonly LayingAct[]
  /** Scattering per coat and surface, when a jar is known from a swatch only; null when nothing stays. */
  readonly family: { readonly scatter: number; readonly surface: SurfaceKind } | null
  /** The firing range a new jar is offered. */
  readonly usualRange: { readonly from: '06' | '08'; readonly to: '04' | '6' }
  /** How a coat, a trailed line and a filling fit the stages of clay. */
  readonly laid: Laying
  readonly trailed?: Laying
  readonly filled?: Laying
  /** `glass` melts by itself, `overGlaze` only with raw glaze beneath it, `never` stays matte and porous. */
  readonly melts: 'glass' | 'overGlaze' | 'never'
  /** Once molten it pools, thins at edges, runs and crawls from dust. */
  readonly flows: boolean
  /** Laid to hide what is beneath, so that its coats are counted against cover. */
  readonly hides: boolean
  /** Goes on shrinking with the clay, so that it sheds from clay that no longer does. */
  readonly shrinks: boolean
  /** Runs into the low places by itself. */
  readonly watery: boolean
  /** Floats off in a dip while it is not fixed. */
  readonly smears: boolean
  /** A very thick film blisters or flakes in the bisque. */
  readonly blisters: boolean
  /** Share of a coat that wet clay takes. */
  readonly onWetClay: number
  /** What is said at the bench of stirring it, and of what a coat should look like. */
  readonly stir: string
  readonly lookFor: string
  /** Repels what comes over it and burns away. */
  readonly resists: boolean
}

const COLOUR_LOOK = 'matte all over before the next coat; no puddles'

const COLOUR_ACTS = ['coat', 'draw', 'colourIn', 'touchUp'] as const

/** What most colours have in common. */
const plain = {
  usualRange: { from: '08', to: '6' },
  melts: 'never',
  flows: false,
  hides: false,
  shrinks: false,
  watery: false,
  smears: false,
  blisters: true,
  onWetClay: 1,
  stir: '',
  lookFor: COLOUR_LOOK,
  resists: false,
} as const

const needsRawGlaze = harmful('these colours need raw glaze under them')

/** Kinds of medium. Stage facts: common practice, no source. */
const DEFINITIONS = {
  slip: {
    ...plain,
    name: 'slip',
    plural: 'slips',
    laidBy: [...COLOUR_ACTS, 'fill'],
    family: { scatter: 1.2, surface: 'matte' },
    hides: true,
    shrinks: true,
    blisters: false,
    laid: {
      doing: 'Slip',
      fit: stageRow(
        workable('on wet clay slip drags the surface and leaves it soft for days'),
        good,
        good,
        workable('the clay has nearly done shrinking; thick slip lifts'),
        harmful('slip still has to shrink and dry clay does not, so it flakes off'),
        harmful('slip shrinks on a body that no longer does, so it flakes off'),
        harmful('slip shrinks and drags the raw glaze off'),
      ),
    },
    trailed: {
      doing: 'Slip trailing',
      fit: stageRow(
        workable('on wet clay a trailed line sinks and spreads'),
        good,
        good,
        workable('the clay has nearly done shrinking; a thick line lifts'),
        harmful('a trailed line still has to shrink and dry clay does not, so it flakes off'),
        harmful('a trailed line shrinks on a body that no longer does, so it flakes off'),
        harmful('slip shrinks and drags the raw glaze off'),
      ),
    },
    filled: {
      doing: 'Inlaying slip',
      fit: stageRow(
        workable('wet clay smears when the inlay is scraped'),
        good,
        good,
        workable('the inlay shrinks more than the clay now; expect gaps'),
        harmful('slip shrinks out of a groove in dry clay'),
        harmful('slip shrinks out of a groove in bisque'),
        harmful('slip shrinks and drags the raw glaze off'),
      ),
    },
  },
  underglaze: {
    ...plain,
    name: 'underglaze',
    plural: 'underglazes',
    laidBy: [...COLOUR_ACTS, 'fill'],
    family: { scatter: 0.8, surface: 'matte' },
    hides: true,
    smears: true,
    onWetClay: 0.4,
    laid: {
      doing: 'Underglaze',
      fit: stageRow(
        harmful('on wet clay the colour drags and smears and the body shows through'),
        workable('a second coat lifts the first while the clay is this soft'),
        good,
        good,
        good,
        good,
        workable('colour over raw glaze only stays if the brush hardly touches it'),
      ),
    },
  },
  wash: {
    ...plain,
    name: 'stain wash',
    plural: 'stain washes',
    laidBy: [...COLOUR_ACTS, 'fill'],
    family: { scatter: 0.15, surface: 'matte' },
    watery: true,
    smears: true,
    stir: ' Stir at every brushful: it settles within 20 seconds.',
    lookFor: 'dark in all the low places',
    laid: {
      doing: 'A stain wash',
      fit: stageRow(
        harmful('a wash runs and stays wet on wet clay'),
        harmful('soft clay smears when the wash is wiped'),
        workable('wiping leather-hard clay softens its texture'),
        workable('wiping leather-hard clay softens its texture'),
        workable('a wet sponge softens dry clay; wipe little and quickly'),
        good,
        workable('wash over raw glaze melts into it and runs'),
      ),
    },
  },
  opaque: {
    ...plain,
    name: 'opaque colour',
    plural: 'opaque colours',
    laidBy: COLOUR_ACTS,
    family: { scatter: 1, surface: 'satin' },
    usualRange: { from: '06', to: '04' },
    melts: 'overGlaze',
    hides: true,
    laid: {
      doing: 'Opaque colour',
      fit: stageRow(
        needsRawGlaze,
        needsRawGlaze,
        needsRawGlaze,
        needsRawGlaze,
        needsRawGlaze,
        workable('without raw white glaze beneath they stay dry and dull'),
        good,
      ),
    },
  },
  glaze: {
    ...plain,
    name: 'glaze',
    plural: 'glazes',
    laidBy: ['glaze', 'glazeIn', 'draw'],
    family: { scatter: 0.015, surface: 'gloss' },
    usualRange: { from: '06', to: '04' },
    melts: 'glass',
    flows: true,
    blisters: false,
    laid: {
      doing: 'Glaze',
      fit: stageRow(
        harmful('glaze on wet clay slides, and steam lifts it in the kiln'),
        harmful('the clay shrinks away under raw glaze, so it flakes and crawls'),
        workable('once-firing: the glaze must shrink with the clay, and the piece is fragile to handle'),
        workable('once-firing: the glaze must shrink with the clay, and the piece is fragile to handle'),
        workable('once-firing: a watery glaze can soften and crack dry clay, and gases can blister it'),
        good,
        good,
        harmful('glaze does not soak into a glazed surface and slides off'),
      ),
    },
  },
  line: {
    ...plain,
    name: 'line colour',
    plural: 'line colours',
    laidBy: ['draw', 'touchUp'],
    family: { scatter: 0.9, surface: 'gloss' },
    usualRange: { from: '06', to: '04' },
    melts: 'glass',
    hides: true,
    lookFor: 'one coat, edges crisp; it stays where it is put',
    laid: {
      doing: 'Line colour',
      fit: stageRow(
        harmful('on wet clay the line spreads and sinks'),
        harmful('the clay still shrinks, and the line cracks as it melts'),
        harmful('the clay still shrinks, and the line cracks as it melts'),
        harmful('the clay still shrinks, and the line cracks as it melts'),
        workable('gases from raw clay come up through the line and pit it'),
        good,
        good,
      ),
    },
  },
  wax: {
    ...plain,
    name: 'wax',
    plural: 'wax',
    laidBy: ['wax'],
    family: null,
    resists: true,
    laid: {
      doing: 'Wax',
      fit: stageRow(
        harmful('wax does not hold on wet clay'),
        workable('wax stays tacky for long on damp clay'),
        good,
        good,
        good,
        good,
        good,
      ),
    },
  },
} as const satisfies Readonly<Record<MediumKind, MediumKindDefinition>>

export const MEDIUM_KIND: Readonly<Record<MediumKind, MediumKindDefinition>> = DEFINITIONS

/** Kinds that an act lays. */
export const kindsLaidBy = (act: LayingAct): MediumKind[] =>
  MEDIUM_KINDS.filter((kind) => MEDIUM_KIND[kind].laidBy.includes(act))

/** The definition of a medium’s kind; a medium that is missing from the cupboard is thought an underglaze. */
export const kindOrPlain = (kind: MediumKind | undefined): MediumKindDefinition => MEDIUM_KIND[kind ?? 'underglaze']
