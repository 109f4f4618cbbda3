import type { CoatRheology } from '../clay/matte'

/*
 * How thick things lie. What waits, amounts, thicknesses, fired colours, limits and words need of a film is read from here; what a tool
 * gives of it in one go is its `gain` in `tools.ts`.
 */

/** One nominal coat: from the brush, as it comes from the jar. Fitted to common practice. */
export interface NominalCoat extends CoatRheology {
  /** What is left of it after firing, µm, when a jar does not say; null when nothing stays. */
  readonly firedUm: number | null
}

const COLOUR = { solids: 0.25, solidsWhenMatte: 0.5, coatSuction: 40 } as const
const THICK = { solids: 0.3, solidsWhenMatte: 0.55, coatSuction: 60 } as const

export const NOMINAL_COAT = {
  slip: { wetUm: 250, firedUm: 100, ...THICK },
  underglaze: { wetUm: 150, firedUm: 30, ...COLOUR },
  wash: { wetUm: 60, firedUm: 12, ...COLOUR },
  opaque: { wetUm: 200, firedUm: 45, ...COLOUR },
  glaze: { wetUm: 400, firedUm: 120, ...THICK },
  line: { wetUm: 120, firedUm: 40, ...COLOUR },
  /** Wax emulsion: somewhat over half of it is water. */
  wax: { wetUm: 100, firedUm: null, solids: 0.48, solidsWhenMatte: 1, coatSuction: 40 },
} as const satisfies Readonly<Record<string, NominalCoat>>

export type MediumKind = keyof typeof NOMINAL_COAT

export const MEDIUM_KINDS = Object.keys(NOMINAL_COAT) as [MediumKind, ...MediumKind[]]

/** The nominal coat of a medium’s kind; a medium that is missing from the cupboard is thought an underglaze. */
export const nominalCoat = (kind: MediumKind | undefined): NominalCoat => NOMINAL_COAT[kind ?? 'underglaze']

/**
 * A wet coat of a kind of medium that is worth so many nominal ones, with a share of water added (0–1 of what is mixed), which takes the
 * place of as much from the jar.
 */
export function wetCoat(kind: MediumKind | undefined, worth: number, water = 0): CoatRheology {
  const { wetUm, solids, solidsWhenMatte, coatSuction } = nominalCoat(kind)
  return { wetUm: wetUm * worth, solids: solids * (1 - water), solidsWhenMatte, coatSuction }
}

/** The water in a wet coat, µm. */
export const waterOf = ({ wetUm, solids }: CoatRheology): number => wetUm * (1 - solids)

/** A trailed line spreads: it stands no higher than this, µm wet. Fitted to common practice. */
export const HIGHEST_LINE_UM = 800

/**
 * A film of more nominal coats blisters or flakes off in the bisque [our choice; common practice: a blob, or some 20 brushed coats].
 * Below the 20, because what runs together in a blob or a corner is thicker than what was counted.
 */
export const BLISTERS_FROM_COATS = 12

/** Glaze over glaze that adds up to more nominal coats runs [our choice; common practice: it runs if thick]. */
export const GLAZE_RUNS_FROM_COATS = 5.4
