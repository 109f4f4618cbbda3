// Drawing strokes and filled shapes as levels, in AssemblyScript. After a change: node scripts/loops.mjs, which writes
// loopsBytes.ts. In JavaScript this was a third of an edit’s time, and twice that before the browser had compiled it.

/* What is left along a stroke; the order is that of EDGES in markSheet.ts. */
const ROUND: i32 = 0
const FLAT: i32 = 1
const VEE: i32 = 2
const BLADE: i32 = 3
const BURR: i32 = 4
const RAGGED: i32 = 5
const RIDGE: i32 = 6
const MASK: i32 = 7

/** A hash of two lattice coordinates to [0, 1); the same as latticeRandom of base/random.ts. */
function latticeRandom(x: i32, y: i32, seed: i32): f64 {
  let h: u32 = <u32>(x * 0x27d4eb2d) ^ <u32>(y * 0x165667b1) ^ <u32>seed
  h = (h ^ (h >>> 15)) * 0x85ebca6b
  h = (h ^ (h >>> 13)) * 0xc2b2ae35
  return <f64>(h ^ (h >>> 16)) / 4294967296.0
}

/** Value noise in [0, 1], closed across `knots`; the same as surfaceNoise of noise.ts. */
function surfaceNoise(x: f64, y: f64, knots: i32, seed: i32): f64 {
  const xi = floor(x)
  const yi = floor(y)
  const tx = x - xi
  const ty = y - yi
  const sx = tx * tx * (3 - 2 * tx)
  const sy = ty * ty * (3 - 2 * ty)
  const left = ((<i32>xi % knots) + knots) % knots
  const right = (left + 1) % knots
  const row = <i32>yi
  const a = latticeRandom(left, row, seed)
  const b = latticeRandom(right, row, seed)
  const c = latticeRandom(left, row + 1, seed)
  const d = latticeRandom(right, row + 1, seed)
  return a + (b - a) * sx + (c - a) * sy + (a - b - c + d) * sx * sy
}

/** Knots of a noise whose features are about `texels` wide. */
// @ts-ignore: decorator
@inline
function knots(width: i32, texels: f64): i32 {
  return <i32>Math.round(<f64>width / texels)
}

/** The level (0–15, not yet whole) at a distance from the middle of a stroke; `side` is above 0 on one side of it. */
// @ts-ignore: decorator
@inline
function levelAt(distanceMm: f64, halfMm: f64, x: f64, y: f64, side: f64, edge: i32, haloMm: f64, width: i32, seed: i32): f64 {
  const t = distanceMm / halfMm
  if (edge == BURR) {
    const from = Math.abs(distanceMm - halfMm - 0.25) / 0.5
    return from >= 1 ? 0 : 15 * (1 - from)
  }
  if (edge == RAGGED) {
    const torn = surfaceNoise(x / 5, y / 4, knots(width, 5), seed + 31)
    const reach = distanceMm / (halfMm * (0.55 + 1.3 * torn))
    return reach >= 1 ? 0 : 15 * Math.sqrt(1 - reach * reach) * (0.35 + 0.65 * surfaceNoise(x / 3, y / 3, knots(width, 3), seed + 5))
  }
  if (edge > MASK) {
    const from = (distanceMm - halfMm * 0.9) / haloMm
    return from < 0 || from >= 1 ? 0 : 15 * (1 - from) * Math.max(0, 1.5 * surfaceNoise(x / 9, y / 7, knots(width, 9), seed + 3) - 0.45)
  }
  if (t >= 1) return 0
  if (edge == ROUND || edge == RIDGE) return 15 * Math.sqrt(1 - t * t)
  if (edge == FLAT) return 15 * Math.min(1, (1 - t) * 4)
  if (edge == VEE) return 15 * (1 - t * t)
  if (edge == BLADE) return 15 * (side > 0 ? 1 - t : Math.min(1, (1 - t) * 5))
  return 15
}

/** Raises the level at a column (wrapping, or left out beyond the sheet) of a row that begins at `row`. */
// @ts-ignore: decorator
@inline
function raise(row: usize, x: i32, width: i32, wraps: i32, level: u32): void {
  let column = x
  if (x < 0 || x >= width) {
    if (!wraps) return
    column = ((x % width) + width) % width
  }
  const at = row + <usize>column
  if (<u32>load<u8>(at) < level) store<u8>(at, <u8>level)
}

/**
 * A capsule from a to b (columns and rows) in true millimetres, on a sheet of rows `top` to `bottom` whose columns are `columnMm` long
 * here. Five depths draw a groove; fifteen would triple the stacks that lie in it.
 */
export function paintSegment(levels: usize, width: i32, wraps: i32, top: i32, bottom: i32, rowMm: f64, columnMm: f64, ax: f64, ay: f64, bx: f64, by: f64, halfMm: f64, reachMm: f64, edge: i32, haloMm: f64, seed: i32): void {
  const x0 = <i32>floor(Math.min(ax, bx) - reachMm / columnMm)
  const x1 = min<i32>(<i32>ceil(Math.max(ax, bx) + reachMm / columnMm), x0 + width - 1)
  const y0 = max<i32>(top, <i32>floor(Math.min(ay, by) - reachMm / rowMm))
  const y1 = min<i32>(bottom - 1, <i32>ceil(Math.max(ay, by) + reachMm / rowMm))
  const dx = (bx - ax) * columnMm
  const dy = (by - ay) * rowMm
  const squaredLength = dx * dx + dy * dy
  const perLength = squaredLength == 0 ? 0 : 1 / squaredLength
  // A burr and a smear lie beside the line only.
  const emptyMm = edge == BURR ? halfMm - 0.25 : edge > MASK ? halfMm * 0.9 : 0
  const emptySquared = Math.max(0, emptyMm) * Math.max(0, emptyMm)
  const reachSquared = reachMm * reachMm
  for (let y = y0; y <= y1; y++) {
    const py = (<f64>y + 0.5 - ay) * rowMm
    const row = levels + <usize>((y - top) * width)
    // Only the piece of the stroke within reach of this row can mark it.
    const one = dy == 0 ? 0 : Math.min(1, Math.max(0, (py - reachMm) / dy))
    const two = dy == 0 ? 1 : Math.min(1, Math.max(0, (py + reachMm) / dy))
    const from = max<i32>(x0, <i32>floor(ax + (Math.min(one * dx, two * dx) - reachMm) / columnMm) - 1)
    const to = min<i32>(x1, <i32>ceil(ax + (Math.max(one * dx, two * dx) + reachMm) / columnMm))
    for (let x = from; x <= to; x++) {
      const px = (<f64>x + 0.5 - ax) * columnMm
      const along = (px * dx + py * dy) * perLength
      const t = along < 0 ? 0 : along > 1 ? 1 : along
      const ox = px - t * dx
      const oy = py - t * dy
      const squared = ox * ox + oy * oy
      if (squared >= reachSquared || squared < emptySquared) continue
      const level = <u32>(levelAt(Math.sqrt(squared), halfMm, x, y, dx * py - dy * px, edge, haloMm, width, seed) + 0.5)
      if (level > 0) raise(row, x, width, wraps, 3 * ((level + 2) / 3))
    }
  }
}

/** Fills columns x0 … x1 of a row; torn clay unevenly. */
export function fillRow(levels: usize, width: i32, wraps: i32, top: i32, y: i32, x0: i32, x1: i32, edge: i32, full: u32, seed: i32): void {
  const row = levels + <usize>((y - top) * width)
  for (let x = x0; x <= x1; x++) raise(row, x, width, wraps, edge == RAGGED ? 6 + 3 * <u32>Math.round(2 * surfaceNoise(<f64>x / 4, <f64>y / 4, knots(width, 4), seed)) : full)
}
