// Painting a skin from its stacks, in AssemblyScript. After a change: node scripts/loops.mjs, which writes loopsBytes.ts.
// In JavaScript it takes 50 ns a texel, like this 5.

/** Side of a tile. */
const TILE: i32 = 64

/** Copies the ids of a tile’s page into the raster, the tile beginning at texel `first`, and marks each id in `used` (one byte each). */
export function placeTile(page: usize, ids: usize, first: i32, width: i32, used: usize): void {
  for (let y = 0; y < TILE; y++) {
    const from = page + (<usize>(y * TILE) << 2)
    const to = ids + (<usize>(first + y * width) << 2)
    memory.copy(to, from, <usize>TILE << 2)
    for (let x = 0; x < TILE; x++) store<u8>(used + <usize>load<u32>(from + (<usize>x << 2)), 1)
  }
}

/** Gives the texels of a tile the colour and the height of their stacks. */
export function tintTile(ids: usize, first: i32, width: i32, colours: usize, heights: usize, colour: usize, plane: usize): void {
  for (let y = 0; y < TILE; y++) {
    const end = first + y * width + TILE
    for (let i = first + y * width; i < end; i++) {
      const at = <usize>i << 2
      const stack = <usize>load<u32>(ids + at) << 2
      store<u32>(colour + at, load<u32>(colours + stack))
      store<f32>(plane + at, load<f32>(heights + stack))
    }
  }
}

// @ts-ignore: decorator
@inline
function byte(v: f32): u32 {
  return <u32>min<f32>(max<f32>(v, 0), 255)
}

// @ts-ignore: decorator
@inline
function bytes(v: v128): v128 {
  return i32x4.trunc_sat_f32x4_u(f32x4.min(v, f32x4.splat(255)))
}

/**
 * Slopes, heights and the clay’s grain in columns x0 … x1 − 1 (they wrap) of rows y0 … y1 − 1, from the heights in `plane`. `across`
 * holds for each row, and `down` for all, what turns a difference of heights into a slope byte. Four texels at a time where none
 * has its neighbour at the other end of the row.
 */
export function slopeBox(x0: i32, y0: i32, x1: i32, y1: i32, width: i32, rows: i32, plane: usize, relief: usize, grain: usize, across: usize, down: f32): void {
  const middle = f32x4.splat(128)
  for (let y = y0; y < y1; y++) {
    const row = plane + (<usize>(y * width) << 2)
    const above = y > 0 ? row - (<usize>width << 2) : row
    const below = y < rows - 1 ? row + (<usize>width << 2) : row
    const out = relief + (<usize>(y * width) << 2)
    const specks = grain + (<usize>((y & 255) << 8) << 2)
    const scale = load<f32>(across + (<usize>y << 2))
    for (let wrapped = x0; wrapped < x1; ) {
      if ((wrapped & 3) == 0 && wrapped > 0 && wrapped + 4 < width && wrapped + 4 <= x1) {
        const at = <usize>wrapped << 2
        const slopeX = f32x4.add(middle, f32x4.mul(f32x4.sub(v128.load(row + at + 4), v128.load(row + at - 4)), f32x4.splat(scale)))
        const slopeY = f32x4.add(middle, f32x4.mul(f32x4.sub(v128.load(below + at), v128.load(above + at)), f32x4.splat(down)))
        const high = f32x4.add(middle, f32x4.mul(v128.load(row + at), f32x4.splat(0.125)))
        const speck = v128.load(specks + (<usize>(wrapped & 255) << 2))
        v128.store(out + at, v128.or(v128.or(bytes(slopeX), i32x4.shl(bytes(slopeY), 8)), v128.or(i32x4.shl(bytes(high), 16), speck)))
        wrapped += 4
        continue
      }
      const x = wrapped < 0 ? wrapped + width : wrapped >= width ? wrapped - width : wrapped
      const at = <usize>x << 2
      const left = load<f32>(row + (<usize>(x == 0 ? width - 1 : x - 1) << 2))
      const right = load<f32>(row + (<usize>(x == width - 1 ? 0 : x + 1) << 2))
      const slopeX: f32 = 128 + (right - left) * scale
      const slopeY: f32 = 128 + (load<f32>(below + at) - load<f32>(above + at)) * down
      const high: f32 = 128 + load<f32>(row + at) * 0.125
      store<u32>(out + at, byte(slopeX) | (byte(slopeY) << 8) | (byte(high) << 16) | load<u32>(specks + (<usize>(x & 255) << 2)))
      wrapped++
    }
  }
}
