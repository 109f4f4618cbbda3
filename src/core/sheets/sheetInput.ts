import type { LengthUnit } from '../base/units'
import type { TurnedForm } from '../form/turnedForm'
import type { Part } from '../form/parts'
import type { Motif } from '../vocabulary/motif'

/** How the upper edge of a strip runs. */
export const STRIP_EDGES = ['plain', 'motif', 'zigzag', 'scallop', 'wave'] as const

export type StripEdge = (typeof STRIP_EDGES)[number]

/** What can be said of sheets; each kind asks for some of it. Lengths of the piece are mm as made, those of paper mm on paper. */
export interface SheetOptions {
  /** Equal parts of a turn. */
  readonly sectors: number
  /** A line between the first joint’s edges, instead of at its middle. */
  readonly between: boolean
  /** Half a wheel, to be turned end for end on a plate. */
  readonly half: boolean
  /** The surface and its zone. */
  readonly on: string
  readonly zone: string
  /** The middle of a strip up the wall, and its height. */
  readonly upMm: number
  readonly highMm: number
  readonly edge: StripEdge
  /** How far an edge swings up and down, and how wide the tape is that it is cut from. */
  readonly swingMm: number
  readonly tapeMm: number
  /** How many gores; 0 for as many as the curve asks for. */
  readonly gores: number
  /** Whose lines: the id of a drawing or of a step. */
  readonly of: string
  /** Which copy of them, from 1; 0 for all. */
  readonly copy: number
  readonly mirrored: boolean
  readonly dotted: boolean
  /** How wide a sketch of these lines is that is to be copied; 0 for none. */
  readonly sketchMm: number
  readonly bridgeMm: number
  /** What a cutter takes away. */
  readonly kerfMm: number
}

export type SheetOption = keyof SheetOptions

export const PLAIN_OPTIONS: SheetOptions = {
  sectors: 12,
  between: false,
  half: false,
  on: 'wall',
  zone: 'outside',
  upMm: 60,
  highMm: 20,
  edge: 'plain',
  swingMm: 8,
  tapeMm: 48,
  gores: 0,
  of: '',
  copy: 1,
  mirrored: false,
  dotted: false,
  sketchMm: 0,
  bridgeMm: 2,
  kerfMm: 0,
}

/** Lines that a sheet may show: of a drawing, or of one step. */
export interface SheetLines {
  readonly id: string
  readonly name: string
  readonly motif: Motif
  /** Steps that work them: what with, how wide, and what of them. */
  readonly worked: readonly {
    readonly step: number
    readonly title: string
    readonly tool: string
    readonly motif: Motif
  }[]
}

/** An area with its number, for colouring by number. */
export interface SheetArea {
  readonly id: number
  readonly called: string
  readonly note: string
  readonly spot: readonly [column: number, row: number]
  readonly widthMm: number
  /** Places of its jars in the legend, from 1, in the order in which they are laid. */
  readonly jars: readonly number[]
}

/** A jar in the legend, with its colours #rrggbb. */
export interface SheetJar {
  readonly name: string
  readonly raw: string
  readonly fired: string
  readonly coats: number
  readonly tool: string
  readonly step: number
}

/** What is noted at a spot of a surface, with the number that stands on the sheet. */
export interface SheetNote {
  readonly number: number
  readonly on: string
  /** Share of a turn, and mm along the surface as made. */
  readonly across: number
  readonly alongMm: number
  readonly words: string
}

/** A height at which something is marked up the outside, mm as made along it, and what for. */
export interface MarkedHeight {
  readonly upMm: number
  readonly words: string
}

/** What sheets are made of: a piece as made, the size that it has at the stage for which they are, and what is chosen. */
export interface SheetInput {
  readonly form: TurnedForm
  readonly parts: readonly Part[]
  /** Size at the stage, as a share of the size as made, and between what it lies. */
  readonly scale: number
  readonly least: number
  readonly most: number
  readonly unit: LengthUnit
  readonly options: SheetOptions
  readonly lines: readonly SheetLines[]
  readonly heights: readonly MarkedHeight[]
  /** Deepest groove of the plan, mm; 0 without one. */
  readonly grooveMm: number
  /** Areas of the chosen drawing and the jars that they get. */
  readonly areas: readonly SheetArea[]
  readonly jars: readonly SheetJar[]
  /** Widths of line to practise, mm, and their tools. */
  readonly ladder: readonly { readonly mm: number; readonly tool: string }[]
  /** What is noted on spots of the piece. */
  readonly notes: readonly SheetNote[]
}

/** The lines that are asked for, or the first; null where there are none. */
export const chosenLines = ({ lines, options }: Pick<SheetInput, 'lines' | 'options'>): SheetLines | null =>
  lines.find(({ id }) => id === options.of) ?? lines[0] ?? null
