import { Resvg } from '@resvg/resvg-js'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../base/random'
import { artOf, inputOf, linesFrom, motifOf, TARGET } from './fixtures/input'
import { holdIslands } from './bridges'
import { areaOf, grown, inside, piecesOf, united, without, type Polygon } from './polygons'
import { stencil } from './stencil'

const rect = (x: number, y: number, w: number, h: number): Polygon => [
  [x, y],
  [x + w, y],
  [x + w, y + h],
  [x, y + h],
]

const ring = (cx: number, cy: number, r: number, n = 40): Polygon =>
  Array.from({ length: n }, (_, i) => [
    cx + r * Math.cos((2 * Math.PI * i) / n),
    cy + r * Math.sin((2 * Math.PI * i) / n),
  ])

const reversed = (p: Polygon): Polygon => [...p].reverse()

/** A window with an island in it. */
const framed = (outer: Polygon, island: Polygon): Polygon[] => without([outer], [island])

/** Regions of what is kept, by another renderer: dark pixels of the SVG flooded one after another. */
function regions(frame: Polygon, windows: readonly Polygon[], pxMm = 5): number[] {
  const [[, ,], [w], [, h]] = frame
  const d = windows.map((p) => `M${p.map(([x, y]) => `${x} ${y}`).join('L')}Z`).join('')
  const size = `width="${w}" height="${h}"`
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" ${size} viewBox="0 0 ${w} ${h}">` +
    `<rect ${size}/><path d="${d}" fill="#fff" fill-rule="evenodd"/></svg>`
  const { width, height, pixels } = new Resvg(svg, { fitTo: { mode: 'width', value: Math.round(w * pxMm) } }).render()
  const dark = new Uint8Array(width * height)
  for (let i = 0; i < dark.length; i++) dark[i] = pixels[4 * i] < 128 ? 1 : 0
  const found: number[] = []
  const stack = new Int32Array(dark.length)
  for (let start = 0; start < dark.length; start++) {
    if (!dark[start]) continue
    let [count, waiting] = [0, 0]
    const take = (i: number) => {
      if (!dark[i]) return
      dark[i] = 0
      stack[waiting++] = i
    }
    take(start)
    while (waiting > 0) {
      const i = stack[--waiting]
      const x = i % width
      count++
      if (x > 0) take(i - 1)
      if (x < width - 1) take(i + 1)
      if (i >= width) take(i - width)
      if (i + width < dark.length) take(i + width)
    }
    found.push(count / pxMm ** 2)
  }
  return found.sort((a, b) => b - a)
}

describe('polygons', () => {
  it('keep areas: |A ∪ B| = |A| + |B| − |A ∩ B| on random ones', () => {
    const random = seededRandom(5)
    for (let i = 0; i < 60; i++) {
      const [a, b] = [0, 1].map(() =>
        ring(40 + 40 * random(), 40 + 40 * random(), 8 + 25 * random(), 3 + Math.floor(30 * random())),
      )
      const both = areaOf([a]) - areaOf(without([a], [b]))
      expect(areaOf(united([a], [b]))).toBeCloseTo(areaOf([a]) + areaOf([b]) - both, 1)
    }
  })

  it('grown by a length and inset again', () => {
    expect(areaOf(grown([rect(0, 0, 20, 10)], -1))).toBeCloseTo(18 * 8, 2)
    expect(areaOf(grown([rect(0, 0, 20, 10)], 1))).toBeCloseTo(200 + 60 + Math.PI, 0)
  })
})

describe('bridges', () => {
  it('a square window of 60 with an island of 20, bridges of 3: two of them, 3 080 mm² cut', () => {
    const frame = rect(0, 0, 90, 90)
    const held = holdIslands(frame, framed(rect(15, 15, 60, 60), rect(35, 35, 20, 20)), 3)
    expect(held.bridges).toHaveLength(2)
    expect(held.whole).toBe(true)
    expect(areaOf(held.windows)).toBeCloseTo(60 * 60 - 20 * 20 - 2 * 3 * 20, -1)
  })

  it('an island in an island hangs together; none is needed where nothing falls out', () => {
    const frame = rect(0, 0, 120, 120)
    const nested = [ring(60, 60, 50), reversed(ring(60, 60, 38)), ring(60, 60, 26), reversed(ring(60, 60, 12))]
    const held = holdIslands(frame, united(nested, [], 'evenodd'), 2)
    expect(held.islands).toBe(2)
    expect(held.bridges.length).toBeGreaterThanOrEqual(4)
    expect(regions(frame, held.windows)).toHaveLength(1)
    const plain = holdIslands(frame, [ring(60, 60, 30)], 2)
    expect(plain.bridges).toHaveLength(0)
    expect(areaOf(plain.windows)).toBeCloseTo(areaOf([ring(60, 60, 30)]), 0)
  })

  it('what is too thin to be held is told', () => {
    const held = holdIslands(rect(0, 0, 80, 80), framed(rect(10, 10, 60, 60), rect(30, 30, 20, 0.6)), 3)
    expect(held.islands).toBe(0)
    expect(held.lost).toHaveLength(1)
    expect(inside(rect(25, 25, 30, 10), held.lost[0])).toBe(true)
  })

  it('of 40 random sheets each kept part hangs together, flooded on the raster of another renderer', () => {
    const random = seededRandom(17)
    for (let i = 0; i < 40; i++) {
      const frame = rect(0, 0, 140, 110)
      const windows: Polygon[] = []
      for (let k = 0; k < 5; k++) {
        const [cx, cy, r] = [30 + 80 * random(), 30 + 50 * random(), 9 + 17 * random()]
        const shape = framed(ring(cx, cy, r, 5 + Math.floor(20 * random())), ring(cx, cy, r * (0.3 + 0.45 * random())))
        windows.push(...shape)
      }
      const held = holdIslands(frame, united(windows), 2)
      expect(piecesOf(held.kept), `sheet ${i}`).toHaveLength(1)
      const [main, ...others] = regions(frame, held.windows)
      expect(
        others.filter((mm2) => mm2 > 0.3),
        `sheet ${i}`,
      ).toEqual([])
      expect(main).toBeGreaterThan(areaOf(held.kept) * 0.98)
    }
  })
})

describe('stencils of drawings', () => {
  const input = (kerfMm: number) =>
    inputOf(
      'tile',
      { of: 'art', bridgeMm: 2, kerfMm },
      { lines: linesFrom(motifOf(TARGET, { side: 'floor', upMm: 0, heightMm: 60 })) },
    )
  const cutsOf = (kerfMm: number): Polygon[] => {
    const [sheet] = stencil(input(kerfMm))
    return sheet.items.flatMap((item) =>
      item.kind === 'path' && item.layer === 'cut'
        ? [item.d.flatMap((s) => (s[0] === 'M' || s[0] === 'L' ? [[s[1], s[2]] as const] : []))]
        : [],
    )
  }

  it('a ring is cut out round a held middle; the kerf makes windows smaller by half of it all round', () => {
    const [sheet] = stencil(input(0))
    expect(sheet.words.join(' ')).toContain('1 island is held by')
    const [, ...plain] = cutsOf(0)
    const [, ...inset] = cutsOf(0.4)
    const around = plain.reduce(
      (sum, p) =>
        sum +
        p.reduce((s, q, i) => s + Math.hypot(q[0] - p[(i + 1) % p.length][0], q[1] - p[(i + 1) % p.length][1]), 0),
      0,
    )
    expect(areaOf(plain) - areaOf(inset)).toBeCloseTo(around * 0.2, 0)
  })

  it('layers of several steps share one frame and its marks', () => {
    const motif = motifOf(
      artOf(
        [
          [0.1, 0.1],
          [0.4, 0.1],
          [0.4, 0.4],
        ],
        [
          [0.6, 0.6],
          [0.9, 0.6],
          [0.9, 0.9],
        ],
      ),
      {
        side: 'floor',
        upMm: 0,
      },
    )
    const worked = (['filled', 'line'] as const).map((made, i) => ({
      step: i + 1,
      title: 'Stencil art',
      tool: 'stencil',
      motif: { ...motif, made },
    }))
    const sheets = stencil(inputOf('tile', { of: 'art' }, { lines: [{ id: 'art', name: 'art', motif, worked }] }))
    expect(sheets).toHaveLength(2)
    expect(sheets[0].widthMm).toBeCloseTo(sheets[1].widthMm, 6)
    const marks = (i: number) => sheets[i].items.filter((item) => item.kind === 'path' && item.layer === 'score')
    expect(marks(0)).toEqual(marks(1))
    expect(marks(0)).toHaveLength(3)
  })
})
