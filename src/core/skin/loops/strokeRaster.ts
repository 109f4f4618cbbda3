import { LinearMemory } from './linearMemory'

/**
 * What is left along a stroke: grooves of different tools, the burr they throw up, torn edges, a raised line, a flat mask, the
 * smear beside a line. Their order is that of marks.as.
 */
export const EDGES = ['round', 'flat', 'vee', 'blade', 'burr', 'ragged', 'ridge', 'mask', 'halo'] as const

export type MarkEdge = (typeof EDGES)[number]

/** How far the smear beside a line reaches, mm, and a burr. */
const HALO_MM = 1.6
const BURR_MM = 0.75

/** What is drawn on: rows `top` to `bottom` of columns whose length in mm depends on the row. */
export interface Raster {
  readonly width: number
  readonly top: number
  readonly bottom: number
  readonly rowMm: number
  readonly columnMm: (row: number) => number
  /** Its columns close round a form. */
  readonly wraps: boolean
}

let memory = new LinearMemory(0)
let laid = 0

/** A sheet of levels 0–15, 0 at first, on which strokes are drawn, the highest level staying. One lies under the pen at a time. */
export class StrokeRaster {
  private readonly edge: number
  private readonly size: number
  private readonly turn = ++laid

  constructor(
    private readonly raster: Raster,
    private readonly kind: MarkEdge,
    private readonly seed: number,
  ) {
    this.edge = EDGES.indexOf(kind)
    this.size = raster.width * Math.max(0, raster.bottom - raster.top)
    if (memory.buffer.byteLength < this.size) memory = new LinearMemory(this.size)
    new Uint8Array(memory.buffer, 0, this.size).fill(0)
  }

  /** Draws a capsule from a to b (column, row), measured with the width of a column at its middle. */
  segment([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number], halfMm: number): void {
    this.check()
    const { width, wraps, top, bottom, rowMm, columnMm } = this.raster
    const reachMm =
      this.kind === 'burr'
        ? halfMm + BURR_MM
        : this.kind === 'halo'
          ? halfMm + HALO_MM
          : this.kind === 'ragged'
            ? halfMm * 1.9
            : halfMm
    memory.loops.paintSegment(
      0,
      width,
      wraps ? 1 : 0,
      top,
      bottom,
      rowMm,
      columnMm(Math.round((ay + by) / 2)),
      ax,
      ay,
      bx,
      by,
      halfMm,
      reachMm,
      this.edge,
      HALO_MM,
      this.seed,
    )
  }

  /** Fills columns x0 … x1 of a row of the sheet. */
  fillRow(y: number, x0: number, x1: number): void {
    this.check()
    const { width, wraps, top } = this.raster
    memory.loops.fillRow(0, width, wraps ? 1 : 0, top, y, x0, x1, this.edge, this.kind === 'ridge' ? 12 : 15, this.seed)
  }

  /** A copy of its levels, row by row. */
  levels(): Uint8Array {
    this.check()
    return new Uint8Array(memory.buffer, 0, this.size).slice()
  }

  private check(): void {
    if (this.turn !== laid) throw new Error('another sheet has been laid under the pen before this one was read')
  }
}
