import type { StraightSheet } from './straighten'

/** Sides of the blocks in which paper is looked for, mm. */
const BLOCK_MM = 4

/** Paper is no darker than this share of what lies round it: a block full of ink is not paper. */
const LEAST_PAPER = 0.92

/** Sizes under which a speck is dirt, mm, and a hole a gap of the pencil, mm²; the edge of the sheet that is left out, mm. */
const SPECK_MM = 1.2
const PINHOLE_MM2 = 0.12
const MARGIN_MM = 2

/** Paper beside paper is at least so bright, as a share: a shadow falls off slower than that, broad ink at once. */
const SHARP = 0.8

/** The paper under broad ink: blocks that are sharply darker than the paper beside them take what lies round them. */
function underInk(paper: Float32Array, across: number): Float32Array {
  const down = paper.length / across
  const beside = (i: number) => [
    ...(i % across > 0 ? [i - 1] : []),
    ...(i % across < across - 1 ? [i + 1] : []),
    ...(i >= across ? [i - across] : []),
    ...(i < across * (down - 1) ? [i + across] : []),
  ]
  const sorted = paper.toSorted()
  const bright = sorted[Math.floor(sorted.length * 0.9)]
  const isPaper = new Uint8Array(paper.length)
  const queue = [...paper.keys()].filter((i) => paper[i] >= 0.97 * bright)
  for (const i of queue) isPaper[i] = 1
  for (const i of queue)
    for (const j of beside(i))
      if (!isPaper[j] && paper[j] >= SHARP * paper[i]) {
        isPaper[j] = 1
        queue.push(j)
      }
  const filled = paper.slice()
  let known = queue
  while (known.length) {
    const next = [...new Set(known.flatMap(beside))].filter((i) => !isPaper[i])
    for (const i of next) {
      const near = beside(i).filter((j) => isPaper[j])
      filled[i] = near.reduce((sum, j) => sum + filled[j], 0) / near.length
    }
    for (const i of next) isPaper[i] = 1
    known = next
  }
  return filled
}

/**
 * How much darker than the paper each pixel is, 0–1: shadows and folds of the paper are evened out.
 *
 * @param of lines, which never hide a whole block of paper, or shapes, which may
 */
export function darkness(
  { width, height, pxPerMm, grey }: StraightSheet,
  of: 'lines' | 'shapes' = 'lines',
): Float32Array {
  const block = Math.max(4, Math.round(BLOCK_MM * pxPerMm))
  const [across, down] = [Math.ceil(width / block), Math.ceil(height / block)]
  const paper = new Float32Array(across * down)
  const counts = new Uint32Array(256)
  for (let by = 0; by < down; by++)
    for (let bx = 0; bx < across; bx++) {
      counts.fill(0)
      let all = 0
      for (let y = by * block; y < Math.min(height, (by + 1) * block); y++)
        for (let x = bx * block; x < Math.min(width, (bx + 1) * block); x++, all++)
          counts[Math.round(grey[y * width + x])]++
      let left = 0.2 * all
      let value = 255
      while (value > 0 && (left -= counts[value]) > 0) value--
      paper[by * across + bx] = value
    }
  const near = (list: Float32Array, bx: number, by: number): number[] => {
    const found: number[] = []
    for (let y = Math.max(0, by - 1); y <= Math.min(down - 1, by + 1); y++)
      for (let x = Math.max(0, bx - 1); x <= Math.min(across - 1, bx + 1); x++) found.push(list[y * across + x])
    return found
  }
  const each = (list: Float32Array, value: (near: number[], own: number) => number) =>
    Float32Array.from(list, (own, i) => value(near(list, i % across, Math.floor(i / across)), own))
  const median = (list: number[]) => list.toSorted((a, b) => a - b)[list.length >> 1]
  const seen = of === 'shapes' ? underInk(paper, across) : paper
  const raised = each(seen, (list, own) => Math.max(own, LEAST_PAPER * median(list)))
  const even = each(raised, (list) => list.reduce((a, b) => a + b) / list.length)
  const dark = new Float32Array(width * height)
  for (let y = 0; y < height; y++) {
    const fy = Math.min(down - 1, Math.max(0, (y + 0.5) / block - 0.5))
    const [iy, ty] = [Math.floor(fy), fy % 1]
    const jy = Math.min(down - 1, iy + 1)
    for (let x = 0; x < width; x++) {
      const fx = Math.min(across - 1, Math.max(0, (x + 0.5) / block - 0.5))
      const [ix, tx] = [Math.floor(fx), fx % 1]
      const jx = Math.min(across - 1, ix + 1)
      const upper = even[iy * across + ix] * (1 - tx) + even[iy * across + jx] * tx
      const lower = even[jy * across + ix] * (1 - tx) + even[jy * across + jx] * tx
      dark[y * width + x] = Math.max(0, 1 - grey[y * width + x] / (upper * (1 - ty) + lower * ty))
    }
  }
  return dark
}

/** A box blur, both ways, of a radius in px. */
export function boxed(values: Float32Array, width: number, height: number, radius: number): Float32Array {
  const once = (from: Float32Array, count: number, length: number, step: number, lineStep: number) => {
    const to = new Float32Array(from.length)
    for (let l = 0; l < count; l++) {
      let sum = 0
      const at = (i: number) => from[l * lineStep + Math.min(length - 1, Math.max(0, i)) * step]
      for (let i = -radius; i <= radius; i++) sum += at(i)
      for (let i = 0; i < length; i++) {
        to[l * lineStep + i * step] = sum / (2 * radius + 1)
        sum += at(i + radius + 1) - at(i - radius)
      }
    }
    return to
  }
  return once(once(values, height, width, 1, width), width, height, width, 1)
}

/** Connected sets of pixels, 8-connected: each with its pixels. */
function components(mask: Uint8Array, width: number, height: number, visit: (pixels: number[]) => void): void {
  const seen = new Uint8Array(mask.length)
  for (let start = 0; start < mask.length; start++) {
    if (!mask[start] || seen[start]) continue
    const pixels = [start]
    seen[start] = 1
    for (const i of pixels) {
      const [x, y] = [i % width, Math.floor(i / width)]
      for (let ny = Math.max(0, y - 1); ny <= Math.min(height - 1, y + 1); ny++)
        for (let nx = Math.max(0, x - 1); nx <= Math.min(width - 1, x + 1); nx++) {
          const j = ny * width + nx
          if (mask[j] && !seen[j]) {
            seen[j] = 1
            pixels.push(j)
          }
        }
    }
    visit(pixels)
  }
}

/**
 * Where ink lies: what is darker than paper and its noise, as far as it hangs together with what is clearly dark; without specks, with
 * pin-holes filled.
 *
 * @param slider 0 only the darkest lines, 1 the faintest too
 */
export function inkMask(sheet: StraightSheet, dark: Float32Array, slider: number): Uint8Array {
  const { width, height, pxPerMm } = sheet
  const radius = Math.max(1, Math.round(0.12 * pxPerMm))
  const soft = boxed(boxed(dark, width, height, radius), width, height, radius)
  const sorted = soft.toSorted()
  const median = sorted[sorted.length >> 1]
  const noise = (sorted[Math.floor(sorted.length * 0.8)] - median) / 0.8416
  const floor = Math.max(0.03, median + 4 * noise)
  let sum = 0
  let count = 0
  for (const value of soft)
    if (value > floor) {
      sum += value
      count++
    }
  const high = Math.max(floor, count ? (0.62 * sum) / count : 1) * 2 ** (2 * (0.5 - slider))
  const low = 0.6 * high
  const margin = Math.round(MARGIN_MM * pxPerMm)
  const mask = new Uint8Array(soft.length)
  for (let y = margin; y < height - margin; y++)
    for (let x = margin; x < width - margin; x++) mask[y * width + x] = soft[y * width + x] > low ? 1 : 0
  components(mask, width, height, (pixels) => {
    let clear = 0
    let [left, right, top, bottom] = [width, 0, height, 0]
    for (const i of pixels) {
      if (soft[i] > high) clear++
      const [x, y] = [i % width, Math.floor(i / width)]
      ;[left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)]
    }
    const extent = Math.max(right - left, bottom - top) / pxPerMm
    if (clear < 0.15 * pixels.length || extent < SPECK_MM) for (const i of pixels) mask[i] = 0
  })
  components(
    mask.map((m) => 1 - m),
    width,
    height,
    (pixels) => {
      if (pixels.length / pxPerMm ** 2 < PINHOLE_MM2) for (const i of pixels) mask[i] = 1
    },
  )
  return mask
}
