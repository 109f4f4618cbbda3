import { describe, expect, it } from 'vitest'
import { sentence } from '../../base/issue'
import { seededRandom } from '../../base/random'
import { drawingSchema } from '../../vocabulary/motif'
import { findSheet } from './findSheet'
import { readSketch, type Sketch } from './readSketch'
import { readOutlines } from './readOutlines'
import { outlinedDrawing, sketchDrawing } from './sketchDrawing'
import { isSheet, squareToCorners, type Corners, type GreyPicture, type Point } from './straighten'

/* Photographs of drawings that are known, made here: seen askew, in a shadow, creased, with the noise of a camera. */

const SHEET = { widthMm: 148, heightMm: 210 }

interface Known {
  readonly lines: readonly (readonly Point[])[]
  readonly widthMm: number
  /** Closed areas that its lines make. */
  readonly areas: number
  /** Whether a point of the sheet lies in broad ink, mm. */
  readonly filled?: (x: number, y: number) => boolean
}

const ring = (cx: number, cy: number, r: number, n = 120): Point[] =>
  Array.from({ length: n + 1 }, (_, i): Point => [
    cx + r * Math.cos((i / n) * 2 * Math.PI),
    cy + r * Math.sin((i / n) * 2 * Math.PI),
  ])

const sectors = (widthMm: number): Known => ({
  widthMm,
  areas: 8,
  lines: [
    ring(74, 100, 50),
    ...Array.from({ length: 4 }, (_, k): Point[] => {
      const a = (k / 4) * Math.PI
      return [
        [74 - 50 * Math.cos(a), 100 - 50 * Math.sin(a)],
        [74 + 50 * Math.cos(a), 100 + 50 * Math.sin(a)],
      ]
    }),
  ],
})

const lattice = (widthMm: number): Known => ({
  widthMm,
  areas: 20,
  lines: [
    ...Array.from({ length: 5 }, (_, i): Point[] => [
      [24 + 25 * i, 40],
      [24 + 25 * i, 165],
    ]),
    ...Array.from({ length: 6 }, (_, i): Point[] => [
      [24, 40 + 25 * i],
      [124, 40 + 25 * i],
    ]),
  ],
})

const petals = (widthMm: number): Known => ({
  widthMm,
  areas: 7,
  lines: [
    ring(74, 105, 12),
    ...Array.from({ length: 6 }, (_, k): Point[] => {
      const a = (k / 6) * 2 * Math.PI
      return Array.from({ length: 61 }, (_, i): Point => {
        const t = (i / 60) * 2 * Math.PI
        const [u, v] = [34 + 20 * Math.cos(t), 10 * Math.sin(t)]
        return [74 + u * Math.cos(a) - v * Math.sin(a), 105 + u * Math.sin(a) + v * Math.cos(a)]
      })
    }),
  ],
})

const PX = 10

/** Ink on paper, PX pixels a millimetre, 0–1. */
function inked({ lines, widthMm, filled }: Known): { width: number; height: number; ink: Float32Array } {
  const [width, height] = [SHEET.widthMm * PX, SHEET.heightMm * PX]
  const ink = new Float32Array(width * height)
  const half = (widthMm / 2) * PX
  for (const line of lines)
    for (let i = 1; i < line.length; i++) {
      const [ax, ay] = [line[i - 1][0] * PX, (SHEET.heightMm - line[i - 1][1]) * PX]
      const [bx, by] = [line[i][0] * PX, (SHEET.heightMm - line[i][1]) * PX]
      const reach = half + 1.5
      for (
        let y = Math.max(0, Math.floor(Math.min(ay, by) - reach));
        y < Math.min(height, Math.max(ay, by) + reach);
        y++
      )
        for (
          let x = Math.max(0, Math.floor(Math.min(ax, bx) - reach));
          x < Math.min(width, Math.max(ax, bx) + reach);
          x++
        ) {
          const [px, py] = [x + 0.5 - ax, y + 0.5 - ay]
          const long = (bx - ax) ** 2 + (by - ay) ** 2
          const t = long ? Math.min(1, Math.max(0, (px * (bx - ax) + py * (by - ay)) / long)) : 0
          const far = Math.hypot(px - t * (bx - ax), py - t * (by - ay))
          const k = y * width + x
          ink[k] = Math.max(ink[k], Math.min(1, Math.max(0, half - far + 0.5)))
        }
    }
  if (filled)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++)
        if (filled((x + 0.5) / PX, SHEET.heightMm - (y + 0.5) / PX)) ink[y * width + x] = 1
  return { width, height, ink }
}

const CORNERS: Corners = [
  [260, 120],
  [1290, 190],
  [1400, 1700],
  [130, 1620],
]

const PHOTO = [1512, 1800] as const
const looked = new Map<Corners, Float64Array>()

/** Where on the sheet each pixel of a photograph looks, 0–1 across and down, by Newton from the pixel before. */
function looksAt(corners: Corners): Float64Array {
  let places = looked.get(corners)
  if (places) return places
  const [w, h] = PHOTO
  const toPhoto = squareToCorners(corners)
  places = new Float64Array(2 * w * h)
  let [u, v] = [0.5, 0.5]
  for (let y = 0; y < h; y++)
    for (let k = 0; k < w; k++) {
      const x = y % 2 ? w - 1 - k : k
      for (let i = y ? 2 : 6; i--;) {
        const [px, py] = toPhoto(u, v)
        const [ux, uy] = toPhoto(u + 1e-4, v)
        const [vx, vy] = toPhoto(u, v + 1e-4)
        const [a, b, c, d] = [(ux - px) * 1e4, (vx - px) * 1e4, (uy - py) * 1e4, (vy - py) * 1e4]
        const det = a * d - b * c
        const [ex, ey] = [x + 0.5 - px, y + 0.5 - py]
        u += (d * ex - b * ey) / det
        v += (a * ey - c * ex) / det
      }
      places.set([u, v], 2 * (y * w + x))
    }
  looked.set(corners, places)
  return places
}

/** Noise of a sensor, drawn once and read from another place for each photograph. */
const NOISE = (() => {
  const random = seededRandom(41)
  return Float32Array.from({ length: 1 << 18 }, () => (random() + random() + random() - 1.5) * 7)
})()

/** A photograph of a sheet that lies askew on a dark table. */
function photographed(
  known: Known,
  {
    seed,
    darkness = 0.7,
    corners = CORNERS,
    blurs = 2,
  }: { seed: number; darkness?: number; corners?: Corners; blurs?: number },
): GreyPicture {
  const { width, height, ink } = inked(known)
  const [w, h] = PHOTO
  const places = looksAt(corners)
  const sheet = new Float32Array(w * h).fill(70)
  const grey = new Uint8Array(w * h)
  for (let i = 0; i < w * h; i++) {
    const u = places[2 * i]
    const v = places[2 * i + 1]
    if (u < 0 || v < 0 || u > 1 || v > 1) continue
    const sx = u * width - 0.5
    const sy = v * height - 0.5
    const ix = Math.max(0, Math.min(width - 2, Math.floor(sx)))
    const iy = Math.max(0, Math.min(height - 2, Math.floor(sy)))
    const tx = sx - ix
    const ty = sy - iy
    const j = iy * width + ix
    const value =
      (ink[j] * (1 - tx) + ink[j + 1] * tx) * (1 - ty) + (ink[j + width] * (1 - tx) + ink[j + width + 1] * tx) * ty
    // A shadow from the left, the hand’s edge of it, and a crease.
    const shadow = 0.62 + 0.38 / (1 + Math.exp(-9 * (u - 0.35 + 0.2 * v)))
    const crease = Math.abs(v - 0.52) < 0.0012 ? 0.9 : 1
    sheet[i] = 232 * shadow * crease * (1 - darkness * value)
  }
  // The lens and the file blur it by about a pixel, the sensor adds its noise.
  for (let pass = 0; pass < blurs; pass++) {
    const before = sheet.slice()
    for (let i = w + 1; i < sheet.length - w - 1; i++)
      sheet[i] = 0.4 * before[i] + 0.15 * (before[i - 1] + before[i + 1] + before[i - w] + before[i + w])
  }
  for (let y = 1; y < h - 1; y++)
    for (let x = 1; x < w - 1; x++) {
      const i = y * w + x
      const noise = NOISE[(i + seed * 30_011 + (y >> 7) * 7_919) % NOISE.length]
      grey[i] = Math.max(0, Math.min(255, Math.round(sheet[i] + noise)))
    }
  return { width: w, height: h, grey }
}

/** Distance of points along some lines from the nearest of others, mm. */
function distances(from: readonly (readonly Point[])[], to: readonly (readonly Point[])[]): number[] {
  const segments = to.flatMap((line) => line.slice(1).map((b, i) => [line[i], b] as const))
  return from.flatMap((line) =>
    line.slice(1).flatMap(([bx, by], i) => {
      const [ax, ay] = line[i]
      const count = Math.max(1, Math.round(Math.hypot(bx - ax, by - ay)))
      return Array.from({ length: count }, (_, k) => {
        const [x, y] = [ax + ((bx - ax) * (k + 0.5)) / count, ay + ((by - ay) * (k + 0.5)) / count]
        return Math.min(
          ...segments.map(([[cx, cy], [dx, dy]]) => {
            const long = (dx - cx) ** 2 + (dy - cy) ** 2
            const t = long ? Math.min(1, Math.max(0, ((x - cx) * (dx - cx) + (y - cy) * (dy - cy)) / long)) : 0
            return Math.hypot(x - cx - t * (dx - cx), y - cy - t * (dy - cy))
          }),
        )
      })
    }),
  )
}

const lengthOf = (lines: readonly (readonly Point[])[]) =>
  lines.reduce(
    (sum, line) =>
      sum + line.reduce((s, [x, y], i) => (i ? s + Math.hypot(x - line[i - 1][0], y - line[i - 1][1]) : s), 0),
    0,
  )

const mean = (list: readonly number[]) => list.reduce((a, b) => a + b, 0) / list.length

/** Areas that lines close, on a raster of 4 pixels a millimetre. */
function closedAreas({ lines }: Sketch): number {
  const s = 4
  const [w, h] = [SHEET.widthMm * s, SHEET.heightMm * s]
  const taken = new Uint8Array(w * h)
  for (const { points } of lines)
    for (let i = 1; i < points.length; i++) {
      const [[ax, ay], [bx, by]] = [points[i - 1], points[i]]
      const count = Math.max(1, Math.ceil(Math.hypot(bx - ax, by - ay) * s * 3))
      for (let k = 0; k <= count; k++) {
        const [x, y] = [(ax + ((bx - ax) * k) / count) * s, (ay + ((by - ay) * k) / count) * s]
        for (const [dx, dy] of [
          [0, 0],
          [1, 0],
          [0, 1],
        ])
          taken[Math.min(h - 1, Math.floor(y) + dy) * w + Math.min(w - 1, Math.floor(x) + dx)] = 1
      }
    }
  let areas = -1
  for (let start = 0; start < taken.length; start++) {
    if (taken[start]) continue
    const queue = [start]
    taken[start] = 1
    for (const i of queue)
      for (const j of [i - w, i + w, i % w ? i - 1 : -1, i % w < w - 1 ? i + 1 : -1])
        if (j >= 0 && j < taken.length && !taken[j]) {
          taken[j] = 1
          queue.push(j)
        }
    if (queue.length > 8 * s * s) areas++
  }
  return areas
}

const meanWidth = ({ lines }: Sketch): number =>
  lines.reduce((sum, l) => sum + l.widthMm * lengthOf([l.points]), 0) / lengthOf(lines.map(({ points }) => points))

describe('a photograph of a sketch', () => {
  it.each([
    [1, 'sharp'],
    [2, 'as usual'],
    [4, 'soft'],
  ])('half a millimetre of ink is read within 5 %%, blurred %d times: %s', (blurs) => {
    const sketch = readSketch(photographed(petals(0.5), { seed: 5, darkness: 0.85, blurs }), CORNERS, SHEET)
    expect(Math.abs(meanWidth(sketch) / 0.5 - 1)).toBeLessThan(0.05)
  })

  it.each([
    ['sectors in ink', sectors(0.9), 0.85],
    ['a lattice in pencil', lattice(0.7), 0.5],
    ['petals in ink', petals(0.6), 0.8],
  ] as const)('%s: lines where they were, as long and as broad, every area closed', (_, known, darkness) => {
    const photo = photographed(known, { seed: 5, darkness })
    const sketch = readSketch(photo, CORNERS, SHEET)
    const found = sketch.lines.map(({ points }) => points)
    const off = distances(found, known.lines)
    expect(mean(off)).toBeLessThan(0.08)
    expect(off.filter((d) => d < 0.5).length / off.length).toBeGreaterThan(0.97)
    const missed = distances(known.lines, found)
    expect(missed.filter((d) => d < 0.5).length / missed.length).toBeGreaterThan(0.97)
    expect(Math.abs(lengthOf(found) / lengthOf(known.lines) - 1)).toBeLessThan(0.03)
    expect(Math.abs(meanWidth(sketch) / known.widthMm - 1)).toBeLessThan(0.05)
    expect(closedAreas(sketch)).toBe(known.areas)
    expect(sketch.loose.length).toBe(0)
  })

  it('with corners two pixels off lines lie within a quarter of a millimetre', () => {
    const known = sectors(0.8)
    const photo = photographed(known, { seed: 9 })
    const off = CORNERS.map(([x, y], i): Point => [x + (i % 2 ? 2 : -2), y + (i > 1 ? 2 : -2)]) as unknown as Corners
    const found = readSketch(photo, off, SHEET).lines.map(({ points }) => points)
    expect(mean(distances(found, known.lines))).toBeLessThan(0.25)
  })

  it('closes small gaps and tells the ends that stay free', () => {
    const known: Known = {
      widthMm: 0.8,
      areas: 1,
      lines: [
        ring(74, 120, 30).slice(0, 120),
        [
          [30, 40],
          [110, 40],
        ],
      ],
    }
    const sketch = readSketch(photographed(known, { seed: 3 }), CORNERS, SHEET)
    expect(closedAreas(sketch)).toBe(1)
    expect(sketch.loose.length).toBe(2)
    for (const [, y] of sketch.loose) expect(Math.abs(y - 40)).toBeLessThan(0.6)
  })

  it('becomes line art as tall as it was drawn, its widths kept; an empty sheet is refused in a sentence', () => {
    const sketch = readSketch(photographed(sectors(0.9), { seed: 2 }), CORNERS, SHEET)
    const made = sketchDrawing(sketch, 'Sectors')
    if (!made.ok) throw new Error('refused')
    expect(made.value.heightMm).toBeCloseTo(100, 0)
    expect(made.value.drawing.aspect).toBeCloseTo(1, 1)
    expect(made.value.drawing.shapes.every(({ ink }) => ink)).toBe(true)
    const widths = made.value.drawing.shapes.map((shape) => (shape.kind === 'stroke' ? (shape.width ?? 0) * 100 : 0))
    expect(Math.max(...widths)).toBeCloseTo(0.9, 0)
    const empty = sketchDrawing({ lines: [], faint: 0, loose: [] }, 'Empty')
    expect(empty.ok).toBe(false)
  })

  it.each([
    ['ink', 0.8],
    ['pencil', 0.45],
  ])(
    'filled shapes in %s, one broader than the blocks that paper is looked for in: where they were, holes and all',
    (_, darkness) => {
      const inRing = (x: number, y: number) => {
        const r = Math.hypot(x - 74, y - 130)
        return r < 38 && r > 14
      }
      const inSquare = (x: number, y: number) => x > 30 && x < 66 && y > 30 && y < 50
      const filled = (x: number, y: number) => inRing(x, y) || inSquare(x, y)
      const shapes = readOutlines(
        photographed({ lines: [], widthMm: 1, areas: 0, filled }, { seed: 4, darkness }),
        CORNERS,
        SHEET,
      )
      expect(shapes.map((rings) => rings.length).toSorted()).toEqual([1, 2])
      const ringed = shapes.find((rings) => rings.length === 2)!
      const squared = shapes.find((rings) => rings.length === 1)!
      for (const [rings, known] of [
        [ringed, [ring(74, 130, 38), ring(74, 130, 14)]],
        [
          squared,
          [
            [
              [30, 30],
              [66, 30],
              [66, 50],
              [30, 50],
              [30, 30],
            ],
          ],
        ],
      ] as [Point[][], Point[][]][]) {
        expect(mean(distances(rings, known))).toBeLessThan(0.12)
        expect(Math.max(...distances(rings, known))).toBeLessThan(0.6)
        expect(Math.abs(lengthOf(rings) / lengthOf(known) - 1)).toBeLessThan(0.03)
      }
      const made = outlinedDrawing(shapes, 'Ring')
      if (!made.ok) throw new Error('refused')
      expect(made.value.heightMm).toBeCloseTo(138, 0)
      expect(drawingSchema.safeParse(made.value.drawing).success).toBe(true)
      expect(made.value.drawing.shapes.every(({ ink }) => ink)).toBe(true)
    },
  )

  it('an empty sheet has no shapes, and says what to do', () => {
    const photo = photographed({ lines: [], widthMm: 1, areas: 0 }, { seed: 4 })
    expect(readOutlines(photo, CORNERS, SHEET)).toEqual([])
    const made = outlinedDrawing([], 'Empty')
    expect(!made.ok && sentence(made.issue)).toMatch(/no shapes found.*slider further up/)
  })

  it('corners that cross, or that are seen from behind, make no sheet', () => {
    expect(isSheet(CORNERS)).toBe(true)
    expect(isSheet([CORNERS[1], CORNERS[0], CORNERS[2], CORNERS[3]])).toBe(false)
    expect(isSheet(CORNERS.toReversed() as unknown as Corners)).toBe(false)
  })
})

describe('where the sheet lies', () => {
  const askew: Corners = [
    [180, 260],
    [1240, 130],
    [1380, 1560],
    [300, 1690],
  ]

  it.each([
    ['one', CORNERS, sectors(0.8)],
    ['another, with a lattice', askew, lattice(1.2)],
  ] as const)('the corners of %s askew in a shadow are found within half a millimetre', (_, corners, known) => {
    const found = findSheet(photographed(known, { seed: 4, corners }))
    if (!found) throw new Error('not found')
    found.forEach(([x, y], i) => {
      // About seven pixels to a millimetre.
      expect(Math.hypot(x - corners[i][0], y - corners[i][1])).toBeLessThan(4)
    })
  })

  it('none is found where nothing stands out', () => {
    const random = seededRandom(8)
    const noise = Uint8Array.from({ length: 600 * 800 }, () => 90 + 60 * random())
    expect(findSheet({ width: 600, height: 800, grey: noise })).toBeNull()
    expect(findSheet({ width: 600, height: 800, grey: new Uint8Array(600 * 800).fill(200) })).toBeNull()
  })
})
