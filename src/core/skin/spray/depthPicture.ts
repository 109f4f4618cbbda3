/** Nodes seen from far away: across and up the picture, in pixels, and how near they are, mm. */
export interface SeenNodes {
  readonly x: Float32Array
  readonly y: Float32Array
  readonly near: Float32Array
}

/** Farther than anything in a picture, thirds of a pixel. */
const FAR = 1_000_000

/**
 * What is seen from one direction, as a square picture: at each pixel how near the nearest triangle is, and whether that triangle
 * is one that is aimed at.
 */
export class DepthPicture {
  readonly near: Float32Array
  readonly aimed: Uint8Array

  constructor(
    readonly side: number,
    /** Side of a pixel, mm. */
    readonly pitchMm: number,
  ) {
    this.near = new Float32Array(side * side).fill(-Infinity)
    this.aimed = new Uint8Array(side * side)
  }

  /** Draws a triangle between three nodes. */
  triangle({ x, y, near }: SeenNodes, a: number, b: number, c: number, aimed: number): void {
    const { side } = this
    const ax = x[a]
    const ay = y[a]
    const abx = x[b] - ax
    const aby = y[b] - ay
    const acx = x[c] - ax
    const acy = y[c] - ay
    const twice = abx * acy - acx * aby
    if (Math.abs(twice) < 1e-9) return
    const left = Math.max(0, Math.ceil(Math.min(ax, x[b], x[c])))
    const right = Math.min(side - 1, Math.floor(Math.max(ax, x[b], x[c])))
    const low = Math.max(0, Math.ceil(Math.min(ay, y[b], y[c])))
    const high = Math.min(side - 1, Math.floor(Math.max(ay, y[b], y[c])))
    const nearA = near[a]
    const nearB = near[b] - nearA
    const nearC = near[c] - nearA
    for (let py = low; py <= high; py++) {
      const dy = py - ay
      for (let px = left; px <= right; px++) {
        const dx = px - ax
        const v = (dx * acy - acx * dy) / twice
        const w = (abx * dy - dx * aby) / twice
        if (v < -1e-6 || w < -1e-6 || v + w > 1 + 1e-6) continue
        const depth = nearA + v * nearB + w * nearC
        const i = py * side + px
        if (depth <= this.near[i]) continue
        this.near[i] = depth
        this.aimed[i] = aimed
      }
    }
  }

  /** The pixel at a place; −1 outside. */
  pixelAt(x: number, y: number): number {
    const [column, row] = [Math.round(x), Math.round(y)]
    return column < 0 || row < 0 || column >= this.side || row >= this.side ? -1 : row * this.side + column
  }

  /** How far each pixel is from one that is aimed at, mm: by two passes of chamfer weights 3 and 4 (Borgefors 1986, from memory). */
  farFromAim(): Float32Array {
    const { side, aimed, pitchMm } = this
    // A margin that is far from everything spares the question whether a neighbour is there.
    const wide = side + 2
    const far = new Int32Array(wide * wide).fill(FAR)
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) if (aimed[y * side + x]) far[(y + 1) * wide + x + 1] = 0
    for (let y = 1; y <= side; y++)
      for (let i = y * wide + 1; i <= y * wide + side; i++) {
        const above = i - wide
        far[i] = Math.min(far[i], far[i - 1] + 3, far[above] + 3, far[above - 1] + 4, far[above + 1] + 4)
      }
    for (let y = side; y >= 1; y--)
      for (let i = y * wide + side; i > y * wide; i--) {
        const below = i + wide
        far[i] = Math.min(far[i], far[i + 1] + 3, far[below] + 3, far[below - 1] + 4, far[below + 1] + 4)
      }
    const out = new Float32Array(side * side)
    for (let y = 0; y < side; y++)
      for (let x = 0; x < side; x++) out[y * side + x] = (far[(y + 1) * wide + x + 1] / 3) * pitchMm
    return out
  }
}
