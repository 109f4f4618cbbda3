import { TILE } from '../tileSide'
import { LinearMemory } from './linearMemory'

/** A part of a raster that is a surface of its own. */
export interface RasterField {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  /** Texels round it that repeat its edges; 0 for one that takes the whole width, and then closes on itself. */
  readonly gutter: number
  /** For each of its rows what turns a difference of heights across, µm, into a slope byte; and one for all rows down. */
  readonly across: Float32Array
  readonly down: number
}

/** What a skin is painted on. */
export interface RasterSize {
  readonly width: number
  readonly height: number
  readonly fields: readonly RasterField[]
  /** 256 × 256 of clay grain, in the highest of four bytes. */
  readonly grain: Uint32Array
}

/** The ids of a skin and its two textures, painted tile by tile; all in one memory outside the heap. */
export class RasterPainter {
  private readonly memory = new LinearMemory(0)
  private readonly at: {
    readonly [name in 'page' | 'ids' | 'plane' | 'colour' | 'relief' | 'grain']: number
  }
  /** Where the scales of each field lie; its first and last are there twice, for the gutters. */
  private readonly across: readonly number[]
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
    }
    this.across = size.fields.map(({ across }) => memory.allot(4 * (across.length + 2)))
    new Uint32Array(memory.buffer, this.at.grain, size.grain.length).set(size.grain)
    size.fields.forEach(({ across }, i) =>
      new Float32Array(memory.buffer, this.across[i], across.length + 2).set([
        across[0],
        ...across,
        across[across.length - 1],
      ]),
    )
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

  /**
   * Paints tiles, and the slopes round them, with the packed colour and the height of each stack; and with them the gutters of
   * fields that they touch. Gives all tiles that were painted.
   */
  paint(dirty: readonly number[], colours: Uint32Array, heights: Float32Array): readonly number[] {
    const { at, memory, palette, size } = this
    const n = Math.min(colours.length, palette.room)
    new Uint32Array(memory.buffer, palette.colours, n).set(colours.subarray(0, n))
    new Float32Array(memory.buffer, palette.heights, n).set(heights.subarray(0, n))
    const tiles = this.withGutters(dirty)
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
      size.fields.forEach((field, i) => {
        const { gutter } = field
        const [left, right] = gutter
          ? [Math.max(x - 1, field.x - 1), Math.min(x + TILE + 1, field.x + field.width + 1)]
          : [x - 1, x + TILE + 1]
        const top = Math.max(field.y - (gutter ? 1 : 0), y - 1)
        const bottom = Math.min(field.y + field.height + (gutter ? 1 : 0), y + TILE + 1)
        if (left >= right || top >= bottom) return
        memory.loops.slopeBox(
          left,
          top,
          right,
          bottom,
          size.width,
          gutter ? size.height : field.y + field.height,
          at.plane,
          at.relief,
          at.grain,
          // The row of the raster finds the scale of the field’s own.
          this.across[i] + 4 - 4 * field.y,
          field.down,
        )
      })
    }
    return tiles
  }

  /** Repeats the edges of fields in their gutters where tiles touch them; gives the tiles and those that hold such gutters. */
  private withGutters(tiles: readonly number[]): readonly number[] {
    const { size, ids } = this
    const all = new Set(tiles)
    const tilesAcross = size.width / TILE
    for (const { x, y, width, height, gutter } of size.fields) {
      if (!gutter) continue
      const under: number[] = []
      for (let row = Math.floor((y - gutter) / TILE); row * TILE < y + height + gutter; row++)
        for (let column = Math.floor((x - gutter) / TILE); column * TILE < x + width + gutter; column++)
          under.push(row * tilesAcross + column)
      if (!under.some((tile) => all.has(tile))) continue
      for (const tile of under) all.add(tile)
      for (let row = y; row < y + height; row++) {
        const at = row * size.width + x
        for (let k = 1; k <= gutter; k++) {
          ids[at - k] = ids[at + width - k]
          ids[at + width - 1 + k] = ids[at + k - 1]
        }
      }
      const first = y * size.width + x - gutter
      const wide = width + 2 * gutter
      for (let k = 1; k <= gutter; k++) {
        ids.copyWithin(first - k * size.width, first, first + wide)
        const last = first + (height - 1) * size.width
        ids.copyWithin(last + k * size.width, last, last + wide)
      }
    }
    return [...all]
  }

  /** The first texel of a tile. */
  private firstOf(tile: number): number {
    const across = this.size.width / TILE
    return Math.floor(tile / across) * TILE * this.size.width + (tile % across) * TILE
  }
}
