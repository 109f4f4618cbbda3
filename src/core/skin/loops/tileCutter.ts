import { LinearMemory } from './linearMemory'

let memory = new LinearMemory(0)

/** Levels cut into tiles; see TiledField. */
export interface CutTiles {
  readonly even: Uint8Array
  readonly starts: Int32Array
  readonly spots: Uint16Array
  readonly levels: Uint8Array
  readonly highest: number
}

/** Where levels lie in a raster: rows and columns, both without their last; columns in whole eights. */
export interface LevelBox {
  readonly top: number
  readonly bottom: number
  readonly left: number
  readonly right: number
}

/** Cuts levels that lie in a box into `tiles` tiles of a raster of `width`. */
export function cutTiles(
  levels: Uint8Array,
  { top, bottom, left, right }: LevelBox,
  width: number,
  tiles: number,
): CutTiles {
  const n = levels.length
  const kept = 8 * Math.ceil(n / 8)
  const spots = kept + 8 * Math.ceil(n / 8)
  const starts = 4 * Math.ceil((spots + 2 * n) / 4)
  const even = starts + 4 * (tiles + 1)
  if (memory.buffer.byteLength < even + tiles) memory = new LinearMemory(even + tiles)
  const { buffer } = memory
  new Uint8Array(buffer, 0, n).set(levels)
  new Uint8Array(buffer, even, tiles).fill(0)
  const highest = memory.loops.cutTiles(0, top, bottom, left, right, width, tiles, even, starts, spots, kept)
  const begins = new Int32Array(buffer, starts, tiles + 1).slice()
  const count = begins[tiles]
  return {
    even: new Uint8Array(buffer, even, tiles).slice(),
    starts: begins,
    spots: new Uint16Array(buffer, spots, count).slice(),
    levels: new Uint8Array(buffer, kept, count).slice(),
    highest,
  }
}
