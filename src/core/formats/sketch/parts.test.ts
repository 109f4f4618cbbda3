import { describe, expect, it } from 'vitest'
import { readOutlines } from './readOutlines'
import { isSheet, straighten, type Corners, type GreyPicture } from './straighten'

/* What a photographed sketch goes through, part by part, on pictures of which each pixel is known. */

const picture = (width: number, height: number, grey: (x: number, y: number) => number): GreyPicture => ({
  width,
  height,
  grey: Uint8Array.from({ length: width * height }, (_, i) => grey(i % width, Math.floor(i / width))),
})
const box = (left: number, top: number, right: number, bottom: number): Corners => [
  [left, top],
  [right, top],
  [right, bottom],
  [left, bottom],
]

describe('a sheet is straightened', () => {
  // Corners a quarter of a pixel off: each pixel lies a quarter of the way to the next.
  const corners = box(20.25, 10.25, 180.25, 130.25)

  it.each([
    ['down', (_: number, y: number) => y, (_: number, y: number) => 10.25 + y],
    ['across', (x: number) => x, (x: number) => 20.25 + x],
  ])('an even slope %s stays one', (_, slope, wanted) => {
    const { width, height, pxPerMm, grey } = straighten(picture(200, 160, slope), corners, 160, 120)
    expect([width, height, pxPerMm]).toEqual([160, 120, 1])
    for (const [x, y] of [
      [0, 0],
      [1, 0],
      [77, 31],
      [159, 119],
    ])
      expect(grey[y * width + x]).toBeCloseTo(wanted(x, y), 4)
  })

  it('a fine photograph is made coarser by the mean of what lies there', () => {
    const board = picture(640, 640, (x, y) => ((x + y) % 2 ? 200 : 100))
    const { width, pxPerMm, sourcePxPerMm, grey } = straighten(board, box(0, 0, 640, 640), 40, 40)
    expect([width, pxPerMm, sourcePxPerMm]).toEqual([320, 8, 16])
    expect(grey[160 * width + 160]).toBeCloseTo(150, 4)
  })

  it('only what goes round to the right and has a size is a sheet', () => {
    const [a, b, c, d] = box(0, 0, 50, 40)
    expect(isSheet([a, b, c, d])).toBe(true)
    expect(isSheet([b, a, d, c])).toBe(false)
    expect(isSheet([a, c, b, d])).toBe(false)
    expect(isSheet(box(0, 0, 5, 5))).toBe(false)
  })
})

describe('outlines of filled shapes', () => {
  const PX = 8
  type Disc = readonly [x: number, y: number, r: number]
  const inDisc = (x: number, y: number) => (disc: Disc) => Math.hypot(x - disc[0], y - disc[1]) < disc[2]
  const read = (ink: readonly Disc[], holes: readonly Disc[] = []) =>
    readOutlines(
      picture(40 * PX, 40 * PX, (px, py) => {
        const [x, y] = [(px + 0.5) / PX, (py + 0.5) / PX]
        return ink.some(inDisc(x, y)) && !holes.some(inDisc(x, y)) ? 20 : 235
      }),
      box(0, 0, 40 * PX, 40 * PX),
      { widthMm: 40, heightMm: 40 },
    )

  it('dirt is left out, and flaws of the ink are filled; a true hole stays', () => {
    const shapes = read(
      [
        [12, 20, 5],
        [29, 20, 6],
        [20, 32, 0.5],
      ],
      [
        [12, 20, 0.5],
        [29, 20, 2],
      ],
    )
    expect(shapes.map((rings) => rings.length).sort()).toEqual([1, 2])
    const reach = shapes.flatMap(([outer]) => outer.map(([x]) => x))
    expect(Math.min(...reach)).toBeCloseTo(7, 0)
    expect(Math.max(...reach)).toBeCloseTo(35, 0)
  })

  // Of outlines y runs up from the lower edge of the sheet.
  it.each([
    ['top', [20, 1, 6], (x: number, y: number) => 40 - y],
    ['left', [1, 20, 6], (x: number) => x],
    ['bottom', [20, 39, 6], (x: number, y: number) => y],
    ['right', [39, 20, 6], (x: number) => 40 - x],
  ] as const)('the edge of the sheet at the %s is left out', (_, disc, inwards) => {
    const [[outer]] = read([disc])
    const far = outer.map(([x, y]) => inwards(x, y))
    expect(Math.min(...far)).toBeCloseTo(2, 0)
    expect(Math.max(...far)).toBeCloseTo(7, 0)
  })

  it('on an empty sheet there are none', () => {
    expect(read([])).toEqual([])
  })
})
