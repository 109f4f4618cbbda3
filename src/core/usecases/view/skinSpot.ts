/** A place on a surface of a piece: shares of its columns and rows, on the wall if no other is named. */
export interface SkinSpot {
  readonly across: number
  readonly down: number
  readonly on?: string
}
