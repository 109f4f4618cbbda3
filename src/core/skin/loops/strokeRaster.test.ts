import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { surfaceNoise } from '../../numeric/noise'
import { EDGES, StrokeRaster, type MarkEdge, type Raster } from './strokeRaster'

const HALO_MM = 1.6

/** The level of a stroke at a distance from its middle, as plainly as it can be said; 0 to 15, in fifths. */
function plainLevel(
  edge: MarkEdge,
  distance: number,
  half: number,
  x: number,
  y: number,
  side: number,
  width: number,
  seed: number,
): number {
  const t = distance / half
  const noise = (across: number, down: number, add: number) =>
    surfaceNoise(x / across, y / down, Math.round(width / across), seed + add)
  const inside = (share: number) => (t < 1 ? 15 * share : 0)
  const torn = edge === 'ragged' ? distance / (half * (0.55 + 1.3 * noise(5, 4, 31))) : 1
  const beside = (distance - 0.9 * half) / HALO_MM
  const value = {
    round: () => inside(Math.sqrt(Math.max(0, 1 - t * t))),
    ridge: () => inside(Math.sqrt(Math.max(0, 1 - t * t))),
    flat: () => inside(Math.min(1, 4 * (1 - t))),
    vee: () => inside(1 - t * t),
    blade: () => inside(side > 0 ? 1 - t : Math.min(1, 5 * (1 - t))),
    mask: () => inside(1),
    burr: () => 15 * Math.max(0, 1 - Math.abs(distance - half - 0.25) / 0.5),
    ragged: () => (torn < 1 ? 15 * Math.sqrt(1 - torn * torn) * (0.35 + 0.65 * noise(3, 3, 5)) : 0),
    halo: () => (beside >= 0 && beside < 1 ? 15 * (1 - beside) * Math.max(0, 1.5 * noise(9, 7, 3) - 0.45) : 0),
  }[edge]()
  return 3 * Math.ceil(Math.round(value) / 3)
}

/** The whole sheet read texel by texel, without boxes, rows or reaches. A column counts where it lies nearest to the stroke. */
function plainSheet(
  { width, top, bottom, rowMm, columnMm, wraps }: Raster,
  edge: MarkEdge,
  seed: number,
  a: readonly [number, number],
  b: readonly [number, number],
  half: number,
): { levels: Uint8Array; close: Uint8Array } {
  const levels = new Uint8Array(width * (bottom - top))
  const close = new Uint8Array(levels.length)
  const mm = columnMm(Math.round((a[1] + b[1]) / 2))
  const [dx, dy] = [(b[0] - a[0]) * mm, (b[1] - a[1]) * rowMm]
  for (let y = top; y < bottom; y++) {
    for (let column = 0; column < width; column++) {
      for (const x of wraps ? [column - width, column, column + width] : [column]) {
        const [px, py] = [(x + 0.5 - a[0]) * mm, (y + 0.5 - a[1]) * rowMm]
        const t = Math.min(1, Math.max(0, (px * dx + py * dy) / (dx * dx + dy * dy || 1)))
        const distance = Math.hypot(px - t * dx, py - t * dy)
        const at = (y - top) * width + column
        for (const [nudge, into] of [
          [0, levels],
          [1e-9, close],
          [-1e-9, close],
        ] as const) {
          into[at] = Math.max(
            into[at],
            plainLevel(edge, Math.max(0, distance + nudge), half, x, y, dx * py - dy * px, width, seed),
          )
        }
      }
    }
  }
  return { levels, close }
}

describe('the sheet that strokes are drawn on', () => {
  it.each([...EDGES])(
    'a stroke with a %s edge is what its cross-section says at every texel, also over the seam',
    (edge) => {
      const number = (min: number, max: number) => fc.double({ min, max, noNaN: true })
      fc.assert(
        fc.property(
          number(-20, 84),
          number(2, 60),
          number(-30, 30),
          number(-30, 30),
          number(0.3, 3),
          fc.boolean(),
          fc.integer({ min: 0, max: 2 ** 32 - 1 }),
          (x, y, dx, dy, half, wraps, seed) => {
            const raster: Raster = {
              width: 64,
              top: 8,
              bottom: 56,
              rowMm: 0.31,
              columnMm: (row) => 0.4 + 0.002 * row,
              wraps,
            }
            const [a, b] = [
              [x, y],
              [x + dx, y + dy],
            ] as const
            const sheet = new StrokeRaster(raster, edge, seed)
            sheet.segment(a, b, half)
            const drawn = sheet.levels()
            const { levels, close } = plainSheet(raster, edge, seed, a, b, half)
            // Where a texel lies on the very edge between two levels either is right.
            for (let i = 0; i < drawn.length; i++)
              if (drawn[i] !== levels[i]) expect(drawn[i], `texel ${i % 64}, ${Math.floor(i / 64)}`).toBe(close[i])
          },
        ),
        { numRuns: 12 },
      )
    },
  )

  it('keeps the highest level of strokes that cross', () => {
    const raster: Raster = { width: 64, top: 0, bottom: 64, rowMm: 0.3, columnMm: () => 0.3, wraps: true }
    const drawn = (strokes: readonly [readonly [number, number], readonly [number, number]][]) => {
      const sheet = new StrokeRaster(raster, 'round', 1)
      for (const [a, b] of strokes) sheet.segment(a, b, 1.2)
      return sheet.levels()
    }
    const [one, other] = [
      [
        [4, 30],
        [60, 34],
      ],
      [
        [30, 2],
        [33, 62],
      ],
    ] as [readonly [number, number], readonly [number, number]][]
    const [a, b, both] = [drawn([one]), drawn([other]), drawn([one, other])]
    expect(both).toEqual(a.map((level, i) => Math.max(level, b[i])))
  })

  it('fills whole rows, torn ones unevenly, a raised one less than full', () => {
    const filled = (edge: MarkEdge) => {
      const sheet = new StrokeRaster(
        { width: 64, top: 10, bottom: 20, rowMm: 0.3, columnMm: () => 0.3, wraps: true },
        edge,
        5,
      )
      sheet.fillRow(12, 50, 80)
      return [...sheet.levels().subarray(2 * 64, 3 * 64)]
    }
    const round = filled('round')
    expect(round.flatMap((level, x) => (level ? [x] : []))).toEqual([
      ...Array.from({ length: 17 }, (_, i) => i),
      ...Array.from({ length: 14 }, (_, i) => 50 + i),
    ])
    expect(Math.max(...round)).toBe(15)
    expect(Math.max(...filled('ridge'))).toBe(12)
    const torn = new Set(filled('ragged'))
    expect([...torn].every((level) => [0, 6, 9, 12].includes(level))).toBe(true)
    expect(torn.size).toBeGreaterThan(2)
  })

  it('will not mix two sheets up', () => {
    const raster: Raster = { width: 64, top: 0, bottom: 8, rowMm: 0.3, columnMm: () => 0.3, wraps: true }
    const first = new StrokeRaster(raster, 'mask', 1)
    const second = new StrokeRaster(raster, 'mask', 1)
    expect(() => first.segment([1, 1], [2, 2], 1)).toThrow(/another sheet/)
    expect(second.levels().every((level) => level === 0)).toBe(true)
  })
})
