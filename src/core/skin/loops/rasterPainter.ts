import { TILE } from '../levelField'
import { LinearMemory } from './linearMemory'

/** What the slopes of a skin are worked out with. */
export interface RasterSize {
  readonly width: number
  readonly height: number
  /** For each row what turns a difference of heights across, µm, into a slope byte; and one for all rows down. */
  readonly across: Float32Array
  readonly down: number
  /** 256 × 256 of clay grain, in the highest of four bytes. */
  readonly grain: Uint32Array
}

/** The ids of a skin and its two textures, painted tile by tile; all in one memory outside the heap. */
export class RasterPainter {
  private readonly memory = new LinearMemory(0)
  private readonly at: {
    readonly [name in 'page' | 'ids' | 'plane' | 'colour' | 'relief' | 'grain' | 'across']: number
  }
  private palette = { colours: 0, heights: 0, used: 0, room: 0 }

  constructor(private readonly size: RasterSize) {
    const bytes = 4 * this.texels
    const { memory } = this
    this.at = {
      page: memory.allot(4 * TILE * TILE),
      ids: memory.allot(bytes),
      plane: memory.allot(bytes),
      colour: memory.allot(bytes),
      relief: memory.allot(bytes),
      grain: memory.allot(4 * size.grain.length),
      across: memory.allot(4 * size.across.length),
    }
    new Uint32Array(memory.buffer, this.at.grain, size.grain.length).set(size.grain)
    new Float32Array(memory.buffer, this.at.across, size.across.length).set(size.across)
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
    return {
      colour: new Uint8Array(this.memory.buffer, this.at.colour, 4 * this.texels),
      relief: new Uint8Array(this.memory.buffer, this.at.relief, 4 * this.texels),
    }
  }

  /** Places pages of ids of `stacks` stacks in their tiles; gives for each stack whether it lies in one of them. */
  place(pages: readonly { readonly tile: number; readonly ids: Int32Array }[], stacks: number): Uint8Array {
    if (stacks > this.palette.room) {
      const room = 2 * stacks
      this.palette = {
        colours: this.memory.allot(4 * room),
        heights: this.memory.allot(4 * room),
        used: this.memory.allot(room),
        room,
      }
    }
    const { at, memory, palette, size } = this
    const used = new Uint8Array(memory.buffer, palette.used, stacks).fill(0)
    const page = new Int32Array(memory.buffer, at.page, TILE * TILE)
    for (const { tile, ids } of pages) {
      page.set(ids)
      memory.loops.placeTile(at.page, at.ids, this.firstOf(tile), size.width, palette.used)
    }
    return used
  }

  /** Paints tiles, and the slopes round them, with the packed colour and the height of each stack. */
  paint(tiles: readonly number[], colours: Uint32Array, heights: Float32Array): void {
    const { at, memory, palette, size } = this
    const n = Math.min(colours.length, palette.room)
    new Uint32Array(memory.buffer, palette.colours, n).set(colours.subarray(0, n))
    new Float32Array(memory.buffer, palette.heights, n).set(heights.subarray(0, n))
    for (const tile of tiles)
      memory.loops.tintTile(
        at.ids,
        this.firstOf(tile),
        size.width,
        palette.colours,
        palette.heights,
        at.colour,
        at.plane,
      )
    for (const tile of tiles) {
      const first = this.firstOf(tile)
      const [x, y] = [first % size.width, Math.floor(first / size.width)]
      memory.loops.slopeBox(
        x - 1,
        Math.max(0, y - 1),
        x + TILE + 1,
        Math.min(size.height, y + TILE + 1),
        size.width,
        size.height,
        at.plane,
        at.relief,
        at.grain,
        at.across,
        size.down,
      )
    }
  }

  /** The first texel of a tile. */
  private firstOf(tile: number): number {
    const across = this.size.width / TILE
    return Math.floor(tile / across) * TILE * this.size.width + (tile % across) * TILE
  }
}
