/**
 * What a line is for, from the outside in: cut along it, scored (a pen’s line or a fold), marked on the clay, or a guide that is only
 * looked at.
 */
export const LAYERS = ['cut', 'score', 'mark', 'guide'] as const

export type Layer = (typeof LAYERS)[number]

/** Width of a line on paper, mm [ours]. */
export const LAYER_MM: Readonly<Record<Layer, number>> = { cut: 0.25, score: 0.2, mark: 0.18, guide: 0.09 }

/** A piece of an outline in mm on the sheet, y down: to a point, along a line, along a cubic curve, back to where it began. */
export type Segment =
  | readonly ['M', number, number]
  | readonly ['L', number, number]
  | readonly ['C', number, number, number, number, number, number]
  | readonly ['Z']

export interface PathItem {
  readonly kind: 'path'
  readonly layer: Layer
  readonly d: readonly Segment[]
  /** Width of its line if that is not its layer’s, mm; 0 for none. */
  readonly widthMm?: number
  /** Colour of what it encloses, #rrggbb. */
  readonly fill?: string
  readonly rule?: 'nonzero' | 'evenodd'
  readonly dash?: readonly number[]
  /** Colour of its line, #rrggbb; black if it is left out. */
  readonly colour?: string
}

/** A text that stands at a point by its foot, turned by degrees clockwise. */
export interface TextItem {
  readonly kind: 'text'
  readonly at: readonly [x: number, y: number]
  readonly text: string
  /** Height of its letters from foot to foot of the next line, mm. */
  readonly sizeMm: number
  readonly anchor: 'start' | 'middle' | 'end'
  readonly turn?: number
  readonly bold?: boolean
}

export type SheetItem = PathItem | TextItem

/** Something printed at true size. Items lie in 0 to `widthMm`, 0 to `heightMm`. */
export interface Sheet {
  readonly title: string
  /** What it is for, and what can be trusted how far: printed beside it. */
  readonly words: readonly string[]
  readonly widthMm: number
  readonly heightMm: number
  readonly items: readonly SheetItem[]
}
