// Cutting a field of levels into tiles, in AssemblyScript. After a change: node scripts/loops.mjs, which writes loopsBytes.ts.

/** Side of a tile, and its texels. */
const TILE: i32 = 64
const TEXELS: i32 = 4096

/**
 * Cuts levels (rows `top` to `bottom`, columns `left` to `right`, which are whole eights) into `tiles` tiles, as TiledField of levelField.ts has them: for each tile its one level or 0
 * (`even`, u8), where its spots begin (`starts`, i32, one more than tiles), the spots (u16) and their levels. Gives the highest level.
 */
export function cutTiles(levels: usize, top: i32, bottom: i32, left: i32, right: i32, width: i32, tiles: i32, even: usize, starts: usize, spots: usize, kept: usize): u32 {
  const across = width / TILE
  let highest: u32 = 0
  let n = 0
  for (let tile = 0; tile < tiles; tile++) {
    const first = n
    store<i32>(starts + (<usize>tile << 2), n)
    const tileTop = (tile / across) * TILE
    const tileLeft = (tile % across) * TILE
    const end = min(bottom, tileTop + TILE)
    const from = max(0, left - tileLeft)
    const to = min(TILE, right - tileLeft)
    for (let y = max(top, tileTop); y < end; y++) {
      const row = levels + <usize>((y - top) * (right - left) + tileLeft - left)
      const spot = (y - tileTop) * TILE
      // Eight levels at a time: most of a drawing is empty.
      for (let x = from; x < to; x += 8) {
        if (load<u64>(row + <usize>x) == 0) continue
        for (let k = x; k < x + 8; k++) {
          const level = <u32>load<u8>(row + <usize>k)
          if (level == 0) continue
          highest = max(highest, level)
          store<u16>(spots + (<usize>n << 1), <u16>(spot + k))
          store<u8>(kept + <usize>n, <u8>level)
          n++
        }
      }
    }
    if (n - first == TEXELS && isEven(kept + <usize>first)) {
      store<u8>(even + <usize>tile, load<u8>(kept + <usize>first))
      n = first
    }
  }
  store<i32>(starts + (<usize>tiles << 2), n)
  return highest
}

/** Whether the levels of a whole tile are all the same. */
function isEven(at: usize): bool {
  const eight = load<u64>(at)
  if (eight != rotl<u64>(eight, 8)) return false
  for (let i = 8; i < TEXELS; i += 8) if (load<u64>(at + <usize>i) != eight) return false
  return true
}
