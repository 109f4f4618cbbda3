// The innermost loops of the simulator, in AssemblyScript. After a change: node scripts/loops.mjs, which writes loopsBytes.ts.
// Here because in JavaScript the look-up takes 5 to 12 ns a texel and the painting 50; like this 3 and 12.

/** Where in the memory of a workbench the page that is worked on lies (4096 × u32), the spots of a field (u16), their levels (u8). */
const PAGE: usize = 0
const SPOTS: usize = 16384
const LEVELS: usize = 24576

/** Transitions are kept in blocks of 64 stacks. */
const BLOCK: u32 = 6
const WITHIN: u32 = 63

/** One more than the stack that `id` leads to at `level`; 0 if that is not known yet. `blocks` is the table of an act. */
// @ts-ignore: decorator
@inline
function next(id: u32, level: u32, blocks: usize, bits: u32): u32 {
  const block = <usize>load<u32>(blocks + (<usize>(id >>> BLOCK) << 2))
  return block == 0 ? 0 : load<u32>(block + (<usize>(((id & WITHIN) << bits) | level) << 2))
}

/** Carries an act out on the spots from `at` to `end`; gives the place of the first that it does not know, or `end`. */
export function runSpots(at: i32, end: i32, blocks: usize, bits: u32): i32 {
  for (let i = at; i < end; i++) {
    const texel = PAGE + (<usize>load<u16>(SPOTS + (<usize>i << 1)) << 2)
    const id = next(load<u32>(texel), <u32>load<u8>(LEVELS + <usize>i), blocks, bits)
    if (id == 0) return i
    store<u32>(texel, id - 1)
  }
  return end
}

/** The same for all texels from `at` to `end`, at one level. */
export function runEven(at: i32, end: i32, level: u32, blocks: usize, bits: u32): i32 {
  for (let i = at; i < end; i++) {
    const texel = PAGE + (<usize>i << 2)
    const id = next(load<u32>(texel), level, blocks, bits)
    if (id == 0) return i
    store<u32>(texel, id - 1)
  }
  return end
}

// @ts-ignore: decorator
@inline
function byte(v: f64): u32 {
  return v < 0 ? 0 : v > 255 ? 255 : <u32>v
}

// @ts-ignore: decorator
@inline
function height(ids: usize, texel: i32, heights: usize): f64 {
  return <f64>load<f32>(heights + (<usize>load<u32>(ids + (<usize>texel << 2)) << 2))
}

/**
 * Paints columns x0 … x1 − 1 (they wrap) of rows y0 … y1 − 1: the colour of each stack, and the slope and height of the surface with
 * the clay’s grain. `across` holds for each row, and `down` for all, what turns a difference of heights into a slope.
 */
export function paintBox(x0: i32, y0: i32, x1: i32, y1: i32, width: i32, rows: i32, ids: usize, colour: usize, relief: usize, colours: usize, heights: usize, grain: usize, across: usize, down: f64): void {
  for (let y = y0; y < y1; y++) {
    const row = y * width
    const above = y > 0 ? row - width : row
    const below = y < rows - 1 ? row + width : row
    const scale = load<f64>(across + (<usize>y << 3))
    for (let wrapped = x0; wrapped < x1; wrapped++) {
      const x = wrapped < 0 ? wrapped + width : wrapped >= width ? wrapped - width : wrapped
      const i = row + x
      const id = <usize>load<u32>(ids + (<usize>i << 2))
      store<u32>(colour + (<usize>i << 2), load<u32>(colours + (id << 2)))
      const left = height(ids, x == 0 ? i + width - 1 : i - 1, heights)
      const right = height(ids, x == width - 1 ? row : i + 1, heights)
      const slopeX = 128 + (right - left) * scale
      const slopeY = 128 + (height(ids, below + x, heights) - height(ids, above + x, heights)) * down
      const high = 128 + <f64>load<f32>(heights + (id << 2)) / 8
      const speck = load<u32>(grain + (<usize>(((y & 255) << 8) | (x & 255)) << 2))
      store<u32>(relief + (<usize>i << 2), byte(slopeX) | (byte(slopeY) << 8) | (byte(high) << 16) | speck)
    }
  }
}
