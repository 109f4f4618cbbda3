import { LinearMemory } from './linearMemory'

/** What the slopes of a skin are worked out with. */
export interface EaselSize {
  readonly width: number
  readonly height: number
  /** For each row what turns a difference of heights across, µm, into a slope byte; and one for all rows down. */
  readonly across: Float64Array
  readonly down: number
  /** 256 × 256 of clay grain, in the highest of four bytes. */
  readonly grain: Uint32Array
}

/** The ids of a skin and its two textures, painted box by box; all in one memory outside the heap. */
export class Easel {
  private readonly memory = new LinearMemory(0)
  private readonly at: { readonly ids: number; readonly colour: number; readonly relief: number; readonly grain: number; readonly across: number }
  private palette = { colours: 0, heights: 0, room: 0 }

  constructor(private readonly size: EaselSize) {
    const bytes = 4 * size.width * size.height
    const { memory } = this
    this.at = { ids: memory.allot(bytes), colour: memory.allot(bytes), relief: memory.allot(bytes), grain: memory.allot(4 * size.grain.length), across: memory.allot(8 * size.across.length) }
    new Uint32Array(memory.buffer, this.at.grain, size.grain.length).set(size.grain)
    new Float64Array(memory.buffer, this.at.across, size.across.length).set(size.across)
  }

  private get texels(): number {
    return this.size.width * this.size.height
  }

  /** Ids, row by row; a new view at each asking. */
  get ids(): Int32Array {
    return new Int32Array(this.memory.buffer, this.at.ids, this.texels)
  }

  /** The textures, RGBA bytes, as they stand; new views at each asking. */
  get textures(): { colour: Uint8Array; relief: Uint8Array } {
    return { colour: new Uint8Array(this.memory.buffer, this.at.colour, 4 * this.texels), relief: new Uint8Array(this.memory.buffer, this.at.relief, 4 * this.texels) }
  }

  /** Takes the packed colour and the height of each stack. */
  load(colours: Uint32Array, heights: Float32Array): void {
    const n = colours.length
    if (n > this.palette.room) {
      const room = 2 * n
      this.palette = { colours: this.memory.allot(4 * room), heights: this.memory.allot(4 * room), room }
    }
    new Uint32Array(this.memory.buffer, this.palette.colours, n).set(colours)
    new Float32Array(this.memory.buffer, this.palette.heights, n).set(heights)
  }

  /** Paints columns x0 … x1 − 1 (wrapping) of rows y0 … y1 − 1. */
  paintBox(x0: number, y0: number, x1: number, y1: number): void {
    const { at, palette, size } = this
    this.memory.loops.paintBox(x0, y0, x1, y1, size.width, size.height, at.ids, at.colour, at.relief, palette.colours, palette.heights, at.grain, at.across, size.down)
  }
}
