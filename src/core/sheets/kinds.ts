import { inMm } from '../base/units'
import { radii } from './measures'
import { chosenLines, type SheetInput, type SheetOption } from './sheetInput'

export const SHEET_KINDS = [
  'wheel',
  'wedge',
  'strip',
  'wall',
  'darts',
  'tracing',
  'byNumber',
  'stencil',
  'gauge',
  'rib',
  'practice',
  'bar',
  'printer',
] as const

export type SheetKind = (typeof SHEET_KINDS)[number]

/** Everything of a kind of sheet: what it is called and good for, what it asks, why it cannot be. How it is made stands in MAKERS. */
export interface SheetKindParts {
  readonly word: string
  readonly hint: string
  readonly asks: readonly SheetOption[]
  /** What is missing for it, with what to do; null if nothing is. */
  readonly missing: (input: SheetInput) => string | null
}

const nothing = () => null

const round = ({ form }: SheetInput): string | null => (form.flat ? 'A slab has no wall to go round.' : null)

const drawn = (input: SheetInput): string | null =>
  chosenLines(input)
    ? null
    : 'This piece has no lines yet: draw one under Drawings, or add a step that cuts or draws a motif.'

export const SHEETS: Readonly<Record<SheetKind, SheetKindParts>> = {
  wheel: {
    word: 'Sector wheel',
    hint: 'stands under the piece: equal sectors, rings, joints',
    asks: ['sectors', 'between', 'half'],
    missing: nothing,
  },
  wedge: {
    word: 'Wedge card',
    hint: 'one sector, to step round the edge',
    asks: ['sectors'],
    missing: ({ form }) =>
      form.plan.plan.kind === 'round' ? null : 'A wedge steps round a round piece only; take the sector wheel.',
  },
  strip: {
    word: 'Band strip',
    hint: 'goes round the wall at a height, plain or toothed',
    asks: ['upMm', 'highMm', 'sectors', 'edge', 'swingMm', 'tapeMm', 'of'],
    missing: round,
  },
  wall: {
    word: 'Surface laid flat',
    hint: 'each surface of the piece on paper, with what stands on it',
    asks: ['on', 'zone', 'gores', 'sectors'],
    missing: nothing,
  },
  darts: {
    word: 'Plate, with cuts to lay it in a curve',
    hint: 'well and rim in one sheet, darts cut out where the rim rises',
    asks: ['sectors'],
    missing: ({ form }) =>
      form.flat || form.closed || form.plan.plan.kind !== 'round' || form.heightMm > radii(form).rim
        ? `Only for round plates and shallow bowls: ${form.flat ? 'a slab is flat as it is' : 'lay the wall of this piece flat instead'}.`
        : null,
  },
  tracing: {
    word: 'Tracing',
    hint: 'the lines at true size as they lie on the clay; mirrored to rub on, or dotted to dust charcoal through',
    asks: ['of', 'copy', 'mirrored', 'dotted', 'sketchMm'],
    missing: drawn,
  },
  byNumber: {
    word: 'Colour by number',
    hint: 'areas with the numbers of their jars, and a legend to tally coats on',
    asks: ['of'],
    missing: (input) =>
      drawn(input) ??
      (input.areas.length
        ? null
        : 'No areas: these lines enclose none, or they are not a drawing of the piece. Choose a drawing.'),
  },
  stencil: {
    word: 'Stencil',
    hint: 'windows with bridges that hold every island; a layer for each step',
    asks: ['of', 'copy', 'bridgeMm', 'kerfMm'],
    missing: drawn,
  },
  gauge: {
    word: 'Height gauge',
    hint: 'a card beside the piece: heights of all bands, foot line, teeth for groove and glaze',
    asks: [],
    missing: round,
  },
  rib: {
    word: 'Profile rib',
    hint: 'the outside as a card, to check the form against',
    asks: [],
    missing: round,
  },
  practice: {
    word: 'Practice sheet',
    hint: 'widths of the tools and the lines of this plan, for a slab',
    asks: ['of'],
    missing: nothing,
  },
  bar: {
    word: 'Shrinkage bar',
    hint: `two lines to draw ${inMm(100)} apart, and a scale to read the fired bar with`,
    asks: [],
    missing: nothing,
  },
  printer: {
    word: 'Printer check',
    hint: 'a rectangle to measure a printer by',
    asks: [],
    missing: nothing,
  },
}

/** Kinds whose size is that of paper: no stage of clay changes them. */
export const OF_PAPER: ReadonlySet<SheetKind> = new Set(['bar', 'printer'])
