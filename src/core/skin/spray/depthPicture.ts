/** Nodes seen from far away: across and up the picture, in pixels, and how near they are, mm. */
export interface SeenNodes {
  readonly x: Float32Array
  readonly y: Float32Array
  readonly near: Float32Array
}

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
    const [ax, ay, abx, aby, acx, acy] = [x[a], y[a], x[b] - x[a], y[b] - y[a], x[c] - x[a], y[c] - y[a]]
    const twice = abx * acy - acx * aby
    if (Math.abs(twice) < 1e-9) return
    const left = Math.max(0, Math.ceil(Math.min(ax, x[b], x[c])))
    const right = Math.min(side - 1, Math.floor(Math.max(ax, x[b], x[c])))
    const low = Math.max(0, Math.ceil(Math.min(ay, y[b], y[c])))
    const high = Math.min(side - 1, Math.floor(Math.max(ay, y[b], y[c])))
    const [nearB, nearC] = [near[b] - near[a], near[c] - near[a]]
    for (let py = low; py <= high; py++) {
      const dy = py - ay
      for (let px = left; px <= right; px++) {
        const dx = px - ax
        const v = (dx * acy - acx * dy) / twice
        const w = (abx * dy - dx * aby) / twice
        if (v < -1e-6 || w < -1e-6 || v + w > 1 + 1e-6) continue
        const depth = near[a] + v * nearB + w * nearC
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
    const far = Float32Array.from(aimed, (on) => (on ? 0 : 1e6))
    const lower = (i: number, x: number, step: number) => {
      let least = far[i]
      const row = i - step * side
      if (row >= 0 && row < far.length) {
        least = Math.min(least, far[row] + 3)
        if (x > 0) least = Math.min(least, far[row - 1] + 4)
        if (x < side - 1) least = Math.min(least, far[row + 1] + 4)
      }
      if (step > 0 ? x > 0 : x < side - 1) least = Math.min(least, far[i - step] + 3)
      far[i] = least
    }
    for (let i = 0; i < far.length; i++) lower(i, i % side, 1)
    for (let i = far.length - 1; i >= 0; i--) lower(i, i % side, -1)
    return far.map((thirds) => (thirds / 3) * pitchMm)
  }
}
