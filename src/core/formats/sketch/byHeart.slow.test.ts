import { describe, expect, it } from 'vitest'
import { findSheet } from './findSheet'
import { boxed, darkness, inkMask } from './ink'
import { pruned, traceLines, type GraphLine } from './lineGraph'
import { readOutlines } from './readOutlines'
import { readSketch } from './readSketch'
import { simplified } from './simplified'
import type { Corners, GreyPicture, Point, StraightSheet } from './straighten'
import { thinned } from './thin'

/* Small sketches and what becomes of them, figure by figure: whoever changes how they are read sees here what changes. */

const PX = 8

interface Stroke {
  readonly points: readonly Point[]
  readonly widthMm?: number
  /** How much of the light it takes, 0–1. */
  readonly dark?: number
}

const fromStroke = (x: number, y: number, points: readonly Point[]): number =>
  Math.min(
    9,
    ...points.slice(1).map(([bx, by], i) => {
      const [ax, ay] = points[i]
      if (Math.max(Math.min(ax, bx) - x, x - Math.max(ax, bx), Math.min(ay, by) - y, y - Math.max(ay, by)) > 4) return 9
      const [dx, dy] = [bx - ax, by - ay]
      const t = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)))
      return Math.hypot(x - ax - t * dx, y - ay - t * dy)
    }),
  )

/** Strokes on paper, mm from its upper left corner, a pixel at their edge half dark. */
function sketched(
  wide: number,
  high: number,
  strokes: readonly Stroke[],
  paper = (x: number, _y: number) => 230 + 0 * x,
) {
  const [width, height] = [wide * PX, high * PX]
  const grey = Uint8Array.from({ length: width * height }, (_, i) => {
    const [x, y] = [((i % width) + 0.5) / PX, (Math.floor(i / width) + 0.5) / PX]
    const taken = strokes.reduce((most, { points, widthMm = 0.8, dark = 0.8 }) => {
      const inside = Math.min(1, Math.max(0, (widthMm / 2 - fromStroke(x, y, points)) * PX + 0.5))
      return Math.max(most, dark * inside)
    }, 0)
    return paper(x, y) * (1 - taken)
  })
  const corners: Corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ]
  return { photo: { width, height, grey }, corners, size: { widthMm: wide, heightMm: high } }
}

const ring = (cx: number, cy: number, r: number): Point[] =>
  Array.from({ length: 49 }, (_, i): Point => [
    cx + r * Math.cos((i / 48) * 2 * Math.PI),
    cy + r * Math.sin((i / 48) * 2 * Math.PI),
  ])
const line = (...points: Point[]): Stroke => ({ points })

/** Points as one writes them down: “0 0, 9 0”. */
const pts = (said: string): Point[] => said.split(', ').map((pair) => pair.split(' ').map(Number) as unknown as Point)
const corners = (said: string) => pts(said) as unknown as Corners
const lengthOf = (points: readonly Point[]) =>
  points.slice(1).reduce((sum, [x, y], i) => sum + Math.hypot(x - points[i][0], y - points[i][1]), 0)
const at = ([x, y]: Point, digits = 1) => `${(x + 0).toFixed(digits)} ${(y + 0).toFixed(digits)}`

const read = (
  wide: number,
  high: number,
  strokes: readonly Stroke[],
  slider?: number,
  paper?: (x: number, y: number) => number,
) => {
  const { photo, corners, size } = sketched(wide, high, strokes, paper)
  const { lines, faint, loose } = readSketch(photo, corners, size, slider)
  return [
    ...lines.map(
      ({ points, widthMm, closed }) =>
        `${closed ? 'round' : 'open'}, ${widthMm.toFixed(2)} mm broad, ${lengthOf(points).toFixed(1)} mm long, ` +
        `${points.length} points from ${at(points[0])} to ${at(points[points.length - 1])}`,
    ),
    ...(faint ? [`${faint} too faint`] : []),
    ...loose.map((point) => `loose at ${at(point)}`),
  ]
}

describe('a sketch becomes lines', () => {
  const CROSS = [line([6, 15], [34, 15]), line([20, 5], [20, 25])]

  it('that cross', () => {
    expect(read(40, 30, CROSS)).toMatchInlineSnapshot(`
      [
        "open, 0.78 mm broad, 9.6 mm long, 2 points from 19.9 24.7 to 19.9 15.1",
        "open, 0.78 mm broad, 13.6 mm long, 2 points from 6.3 15.1 to 19.9 15.1",
        "open, 0.78 mm broad, 13.8 mm long, 2 points from 19.9 15.1 to 33.7 15.1",
        "open, 0.78 mm broad, 9.8 mm long, 2 points from 19.9 15.1 to 19.9 5.3",
        "loose at 19.9 24.7",
        "loose at 6.3 15.1",
        "loose at 33.7 15.1",
        "loose at 19.9 5.3",
      ]
    `)
  })

  it('round ones, alone and touched by another', () => {
    expect(read(40, 30, [line(...ring(12, 15, 7)), line(...ring(29, 15, 7)), line([29, 15], [29, 26])]))
      .toMatchInlineSnapshot(`
        [
          "open, 0.78 mm broad, 6.6 mm long, 2 points from 28.9 14.7 to 28.9 8.1",
          "round, 0.80 mm broad, 43.7 mm long, 33 points from 28.9 8.1 to 28.9 8.1",
          "open, 0.78 mm broad, 3.8 mm long, 2 points from 28.9 8.1 to 28.9 4.3",
          "round, 0.80 mm broad, 43.8 mm long, 33 points from 11.5 22.0 to 11.5 22.0",
          "loose at 28.9 14.7",
          "loose at 28.9 4.3",
        ]
      `)
  })

  it.each([0.6, 1.2, 1.8, 2.6])('with a gap of %f mm along one, and before another', (gap) => {
    expect(
      read(40, 30, [
        line([5, 8], [18, 8]),
        line([18 + gap + 0.8, 8], [34, 8]),
        line([5, 18], [34, 18]),
        line([20, 18 + gap + 0.8], [20, 26]),
      ]),
    ).toMatchSnapshot()
  })

  it.each([0, 50, 90])('whose ends meet turned by %i°, a millimetre apart', (degrees) => {
    const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)]
    expect(read(40, 30, [line([6, 10], [18, 10]), line([19.8, 10], [19.8 + 12 * c, 10 + 12 * s])])).toMatchSnapshot()
  })

  it('beside each other, which are no gap', () => {
    expect(read(40, 30, [line([6, 10], [18, 10]), line([8, 12.4], [18, 12.4])])).toMatchInlineSnapshot(`
      [
        "open, 0.78 mm broad, 11.4 mm long, 2 points from 6.3 20.1 to 17.7 20.1",
        "open, 0.79 mm broad, 9.4 mm long, 5 points from 8.3 17.6 to 17.7 17.6",
        "loose at 6.3 20.1",
        "loose at 17.7 20.1",
        "loose at 8.3 17.6",
        "loose at 17.7 17.6",
      ]
    `)
  })

  it('without spurs, but with what is long enough to be meant', () => {
    expect(
      read(40, 30, [
        line([6, 10], [34, 10]),
        line([20, 10], [20, 10.9]),
        line([6, 20], [34, 20]),
        line([20, 20], [20, 23]),
      ]),
    ).toMatchInlineSnapshot(`
      [
        "open, 0.79 mm broad, 27.4 mm long, 2 points from 6.3 20.1 to 33.7 20.1",
        "open, 0.78 mm broad, 13.7 mm long, 3 points from 6.3 10.1 to 20.0 9.9",
        "open, 0.78 mm broad, 13.7 mm long, 3 points from 33.7 10.1 to 20.0 9.9",
        "open, 0.79 mm broad, 2.6 mm long, 2 points from 20.0 9.9 to 19.9 7.3",
        "loose at 6.3 20.1",
        "loose at 33.7 20.1",
        "loose at 6.3 10.1",
        "loose at 33.7 10.1",
        "loose at 19.9 7.3",
      ]
    `)
  })

  it('as broad as they were drawn, what is short or hardly a line as broad as the others', () => {
    expect(
      read(60, 30, [
        { points: pts('5 6, 40 6'), widthMm: 0.5 },
        { points: pts('5 11, 40 11'), widthMm: 1 },
        { points: pts('5 17, 40 17'), widthMm: 2 },
        { points: pts('5 24, 7 24'), widthMm: 0.6 },
        { points: pts('46 10, 54 20'), widthMm: 4 },
      ]),
    ).toMatchInlineSnapshot(`
      [
        "open, 0.50 mm broad, 34.4 mm long, 2 points from 5.3 24.1 to 39.7 24.1",
        "open, 1.00 mm broad, 12.3 mm long, 2 points from 46.3 19.7 to 53.9 10.1",
        "open, 1.00 mm broad, 34.1 mm long, 2 points from 5.4 19.1 to 39.6 19.1",
        "open, 2.00 mm broad, 34.1 mm long, 2 points from 5.4 13.1 to 39.6 13.1",
        "open, 1.00 mm broad, 1.4 mm long, 2 points from 5.3 6.1 to 6.7 6.1",
        "loose at 5.3 24.1",
        "loose at 39.7 24.1",
        "loose at 46.3 19.7",
        "loose at 53.9 10.1",
        "loose at 5.4 19.1",
        "loose at 39.6 19.1",
        "loose at 5.4 13.1",
        "loose at 39.6 13.1",
        "loose at 5.3 6.1",
        "loose at 6.7 6.1",
      ]
    `)
  })

  const FAINT: Stroke[] = [0.8, 0.5, 0.28, 0.14].map((dark, i) => ({
    points: [
      [6, 6 + 6 * i],
      [34, 6 + 6 * i],
    ],
    dark,
  }))

  it.each([0, 0.5, 1])('of four, the faintest of which are left out with the slider at %f', (slider) => {
    expect(read(40, 30, FAINT, slider)).toMatchSnapshot()
  })

  it('in a shadow that falls off from left to right', () => {
    expect(read(40, 30, CROSS, 0.5, (x) => 240 - 3 * x)).toMatchInlineSnapshot(`
      [
        "open, 0.78 mm broad, 9.5 mm long, 2 points from 19.9 24.6 to 19.9 15.1",
        "open, 0.78 mm broad, 13.8 mm long, 2 points from 6.2 15.1 to 19.9 15.1",
        "open, 0.78 mm broad, 13.6 mm long, 2 points from 19.9 15.1 to 33.6 15.1",
        "open, 0.78 mm broad, 9.6 mm long, 2 points from 19.9 15.1 to 19.9 5.4",
        "loose at 19.9 24.6",
        "loose at 6.2 15.1",
        "loose at 33.6 15.1",
        "loose at 19.9 5.4",
      ]
    `)
  })

  it('of which turns stay within .06 mm', () => {
    expect(read(40, 30, [line([6, 6], [20, 6], [20, 20], [34, 26])])).toMatchInlineSnapshot(`
      [
        "open, 0.80 mm broad, 42.2 mm long, 12 points from 6.3 24.1 to 33.8 4.1",
        "loose at 6.3 24.1",
        "loose at 33.8 4.1",
      ]
    `)
  })
})

describe('a sketch becomes shapes', () => {
  it('with their holes', () => {
    const { photo, corners, size } = sketched(40, 30, [
      { points: ring(13, 15, 6), widthMm: 4 },
      { points: pts('26 10, 34 10'), widthMm: 5 },
      { points: pts('26 20, 34 20'), widthMm: 0.5 },
    ])
    const told = readOutlines(photo, corners, size).map((rings) =>
      rings.map((points) => `${lengthOf(points).toFixed(1)} mm round, ${points.length} points from ${at(points[0])}`),
    )
    expect(told).toMatchInlineSnapshot(`
      [
        [
          "31.7 mm round, 24 points from 34.6 17.6",
        ],
        [
          "17.4 mm round, 10 points from 34.1 9.8",
        ],
        [
          "50.2 mm round, 45 points from 14.0 7.1",
          "25.0 mm round, 33 points from 13.6 11.1",
        ],
      ]
    `)
  })
})

const drawnAs = (mask: ArrayLike<number>, width: number) =>
  Array.from({ length: mask.length / width }, (_, y) =>
    Array.from({ length: width }, (__, x) => (mask[y * width + x] ? '#' : '.')).join(''),
  )
const maskOf = (rows: readonly string[]) => Uint8Array.from([...rows.join('')].map((mark) => Number(mark === '#')))

describe('ink on paper', () => {
  const sheetOf = (
    width: number,
    height: number,
    pxPerMm: number,
    grey: (x: number, y: number) => number,
  ): StraightSheet => ({
    width,
    height,
    pxPerMm,
    sourcePxPerMm: pxPerMm,
    grey: Float32Array.from({ length: width * height }, (_, i) => grey(i % width, Math.floor(i / width))),
  })
  const told = (sheet: StraightSheet, of?: 'lines' | 'shapes') => {
    const dark = darkness(sheet, of)
    return Array.from({ length: sheet.height / 8 }, (_, y) =>
      Array.from({ length: sheet.width / 8 }, (__, x) => dark[(8 * y + 4) * sheet.width + 8 * x + 4].toFixed(2)).join(
        ' ',
      ),
    )
  }

  it('is dark against the paper beside it, in a shadow too', () => {
    const shaded = (x: number, y: number) => (240 - x - y / 2) * (Math.abs(x - 28) < 4 ? 0.3 : 1)
    expect(told(sheetOf(64, 48, 2, shaded))).toMatchInlineSnapshot(`
      [
        "0.00 0.00 0.00 0.69 0.00 0.00 0.00 0.03",
        "0.00 0.01 0.00 0.69 0.00 0.01 0.01 0.04",
        "0.00 0.01 0.00 0.69 0.00 0.01 0.01 0.04",
        "0.00 0.01 0.00 0.69 0.00 0.01 0.01 0.04",
        "0.00 0.01 0.00 0.69 0.00 0.01 0.02 0.04",
        "0.00 0.02 0.00 0.70 0.00 0.03 0.03 0.05",
      ]
    `)
  })

  it('a block full of it is not taken for paper, as lines or as shapes', () => {
    const block = (x: number, y: number) => (x >= 16 && x < 40 && y >= 16 && y < 32 ? 60 : 240 - x / 2)
    expect(told(sheetOf(64, 48, 2, block), 'lines')).toMatchInlineSnapshot(`
      [
        "0.00 0.01 0.00 0.00 0.00 0.01 0.01 0.02",
        "0.00 0.00 0.00 0.00 0.00 0.00 0.01 0.02",
        "0.00 0.00 0.68 0.67 0.67 0.00 0.01 0.02",
        "0.00 0.00 0.69 0.67 0.68 0.00 0.01 0.02",
        "0.00 0.00 0.00 0.00 0.00 0.00 0.01 0.02",
        "0.00 0.01 0.01 0.01 0.01 0.01 0.01 0.02",
      ]
    `)
    expect(told(sheetOf(64, 48, 2, block), 'shapes')).toMatchInlineSnapshot(`
      [
        "0.00 0.01 0.01 0.01 0.01 0.01 0.01 0.02",
        "0.00 0.01 0.01 0.01 0.01 0.01 0.01 0.02",
        "0.00 0.01 0.74 0.74 0.73 0.01 0.01 0.02",
        "0.00 0.01 0.74 0.74 0.73 0.01 0.01 0.02",
        "0.00 0.01 0.01 0.01 0.01 0.01 0.01 0.02",
        "0.00 0.01 0.01 0.01 0.01 0.01 0.01 0.02",
      ]
    `)
  })

  it.each([0, 0.5, 1])('lies where it is dark and hangs together: no specks, no pin-holes, slider at %f', (slider) => {
    const ink = (x: number, y: number): number => {
      if (y >= 8 && y < 12 && x >= 6 && x < 40) return x === 20 && y === 10 ? 220 : 50
      if (y >= 16 && y < 19 && x >= 10 && x < 40) return x < 26 ? 150 : 185
      if (x >= 44 && x < 46 && y >= 20 && y < 22) return 40
      if (x >= 50 && x < 60 && y >= 8 && y < 20) return x >= 53 && x < 57 && y >= 12 && y < 16 ? 230 : 60
      return 230
    }
    const sheet = sheetOf(120, 42, 3, ink)
    const rows = drawnAs(inkMask(sheet, darkness(sheet), slider), 120)
    expect(rows.slice(6, 24).map((row) => row.slice(0, 64))).toMatchSnapshot()
  })

  it('blurred by a box: one pixel spreads evenly over its square, an even picture and its edges stay', () => {
    const one = new Float32Array(9 * 7)
    one[3 * 9 + 4] = 15
    const soft = boxed(one, 9, 7, 1)
    for (let y = 0; y < 7; y++)
      for (let x = 0; x < 9; x++)
        expect(soft[y * 9 + x]).toBeCloseTo(Math.abs(x - 4) < 2 && Math.abs(y - 3) < 2 ? 15 / 9 : 0, 5)
    for (const value of boxed(new Float32Array(35).fill(3), 7, 5, 2)) expect(value).toBeCloseTo(3, 5)
  })
})

describe('centre lines', () => {
  const FORK = [
    '......................',
    '.####............####.',
    '.#####..........#####.',
    '..#####........#####..',
    '....#####....#####....',
    '......##########......',
    '........######........',
    '.........####.........',
    '.........####.........',
    '.........####....##...',
    '.........####....##...',
    '.........####.........',
    '......................',
  ]
  const WIDE = FORK[0].length

  it('are one pixel broad', () => {
    expect(drawnAs(thinned(maskOf(FORK), WIDE), WIDE)).toMatchInlineSnapshot(`
      [
        "......................",
        "......................",
        "......................",
        "....##..........##....",
        "......##......##......",
        "........##..##........",
        "..........##..........",
        "..........#...........",
        "..........#...........",
        "..........#...........",
        "......................",
        "......................",
        "......................",
      ]
    `)
    const stairs = ['.......', '.##....', '..##...', '...##..', '....##.', '.......']
    expect(drawnAs(thinned(maskOf(stairs), 7), 7)).toMatchInlineSnapshot(`
      [
        ".......",
        ".......",
        "...#...",
        "...#...",
        ".......",
        ".......",
      ]
    `)
    const blocks = ['..........', '.##..####.', '.##..####.', '.....####.', '.###.####.', '..........']
    expect(drawnAs(thinned(maskOf(blocks), 10), 10)).toMatchInlineSnapshot(`
      [
        "..........",
        "..........",
        "......#...",
        "..........",
        ".###......",
        "..........",
      ]
    `)
  })

  const told = (lines: readonly GraphLine[]) =>
    lines.map(({ points, from, to }) => `${from} to ${to}: ${points.map((p) => at(p)).join(', ')}`)
  const GRAPH = [
    '............',
    '.#####......',
    '......#.....',
    '.......#....',
    '......#.#...',
    '..##.#...#..',
    '.#..#....#..',
    '.#...#..#...',
    '..###.##....',
    '............',
    '.#....###...',
    '.##...#.#...',
    '......###...',
    '............',
  ]

  it('are followed from fork to fork', () => {
    expect(told(traceLines(maskOf(GRAPH), 12))).toMatchInlineSnapshot(`
      [
        "0 to 1: 1.5 1.5, 2.5 1.5, 3.5 1.5, 4.5 1.5, 5.5 1.5, 6.5 2.5, 7.5 3.5",
        "1 to 2: 7.5 3.5, 6.5 4.5, 5.5 5.5, 5.0 7.0",
        "1 to 2: 7.5 3.5, 8.5 4.5, 9.5 5.5, 9.5 6.5, 8.5 7.5, 7.5 8.5, 6.5 8.5, 5.0 7.0",
        "2 to 2: 5.0 7.0, 3.5 5.5, 2.5 5.5, 1.5 6.5, 1.5 7.5, 2.5 8.5, 3.5 8.5, 4.5 8.5, 5.0 7.0",
        "3 to -1: 7.5 11.5, 6.5 10.5",
        "3 to -1: 7.5 11.5, 8.5 10.5",
        "3 to -1: 7.5 11.5, 6.5 12.5",
        "3 to -1: 7.5 11.5, 8.5 12.5",
        "-1 to -1: 1.5 10.5, 1.5 11.5, 2.5 11.5, 1.5 10.5",
      ]
    `)
  })

  it('lose short spurs, and go on where a fork was', () => {
    const spur = ['..........', '.########.', '....#.....', '....#.....', '....#.....', '..........']
    const traced = traceLines(maskOf(spur), 10)
    expect(told(traced)).toMatchInlineSnapshot(`
      [
        "0 to 1: 1.5 1.5, 2.5 1.5, 4.5 1.8",
        "1 to 2: 4.5 1.8, 6.5 1.5, 7.5 1.5, 8.5 1.5",
        "1 to 3: 4.5 1.8, 4.5 3.5, 4.5 4.5",
      ]
    `)
    expect(told(pruned(traced, 3))).toMatchInlineSnapshot(`
      [
        "0 to 2: 1.5 1.5, 2.5 1.5, 4.5 1.8, 6.5 1.5, 7.5 1.5, 8.5 1.5",
      ]
    `)
    expect(told(pruned(traced, 1))).toEqual(told(traced))
    // A line by itself is kept however short it is.
    expect(pruned(traceLines(maskOf(['.....', '.###.', '.....']), 5), 9)).toHaveLength(1)
  })
})

describe('a line without what it does not need', () => {
  it.each<[string, Point[], number, Point[]]>([
    ['nothing of two', pts('0 0, 9 0'), 1, pts('0 0, 9 0')],
    ['nothing of one', pts('3 4'), 1, pts('3 4')],
    ['what lies on it', pts('0 0, 4 0, 9 0'), 0.1, pts('0 0, 9 0')],
    ['what lies near', pts('0 0, 4 0.9, 9 0'), 1, pts('0 0, 9 0')],
    ['not what lies off', pts('0 0, 4 -1.1, 9 0'), 1, pts('0 0, 4 -1.1, 9 0')],
    ['not the corners of a loop', pts('0 0, 5 0, 9 0, 9 9, 4 9, 0 9, 0 0'), 1, pts('0 0, 9 0, 9 9, 0 9, 0 0')],
  ])('leaves out %s', (_, points, within, kept) => {
    expect(simplified(points, within)).toEqual(kept)
  })
})

describe('where the sheet lies', () => {
  const inside = ([x, y]: Point, corners: Corners) =>
    corners.every(([ax, ay], i) => {
      const [bx, by] = corners[(i + 1) % 4]
      return (bx - ax) * (y - ay) - (by - ay) * (x - ax) > 0
    })
  const photographed = (width: number, height: number, corners: Corners, [paper, ground] = [220, 80]): GreyPicture => ({
    width,
    height,
    grey: Uint8Array.from({ length: width * height }, (_, i) =>
      inside([(i % width) + 0.5, Math.floor(i / width) + 0.5], corners) ? paper : ground,
    ),
  })
  const STRAIGHT = corners('40 30, 200 30, 200 150, 40 150')
  const ASKEW = corners('52 24, 196 40, 214 160, 34 146')
  const found = (picture: GreyPicture) => findSheet(picture)?.map((corner) => at(corner)) ?? null

  it.each<[string, Corners]>([
    ['straight', STRAIGHT],
    ['askew', ASKEW],
  ])('%s', (_, corners) => {
    const got = findSheet(photographed(240, 180, corners))
    corners.forEach(([x, y], i) => expect(Math.hypot(got![i][0] - x, got![i][1] - y)).toBeLessThan(0.8))
    expect(found(photographed(240, 180, corners))).toMatchSnapshot()
  })

  it('in a picture of which only every third pixel is looked at', () => {
    const far = ASKEW.map(([x, y]): Point => [x * 5, y * 5]) as unknown as Corners
    expect(found(photographed(1200, 900, far))).toMatchInlineSnapshot(`
      [
        "259.9 119.9",
        "980.1 200.0",
        "1070.0 799.8",
        "169.9 730.4",
      ]
    `)
  })

  it('with ink on it, a hand at its side and crumbs beside it', () => {
    const picture = photographed(240, 180, STRAIGHT)
    const put = (left: number, top: number, right: number, bottom: number, value: number) => {
      for (let y = top; y < bottom; y++) for (let x = left; x < right; x++) picture.grey[y * 240 + x] = value
    }
    put(80, 60, 130, 64, 40)
    put(190, 80, 206, 96, 80)
    put(10, 10, 16, 16, 230)
    expect(found(picture)).toMatchInlineSnapshot(`
      [
        "39.5 29.5",
        "200.0 29.5",
        "200.0 150.0",
        "39.5 150.0",
      ]
    `)
  })

  it.each<[string, Corners, [number, number], boolean]>([
    ['it is hardly lighter than its ground', STRAIGHT, [124, 80], false],
    ['it is lighter than its ground', STRAIGHT, [126, 80], true],
    ['it is small', corners('40 30, 110 30, 110 102, 40 102'), [220, 80], false],
    ['it is large enough', corners('40 30, 112 30, 112 104, 40 104'), [220, 80], true],
    ['it is all that is seen', corners('1 1, 239 1, 239 179, 1 179'), [220, 80], false],
    ['it is nearly all that is seen', corners('3 3, 237 3, 237 177, 3 177'), [220, 80], true],
  ])('or nowhere, when %s: %j', (_, corners, light, is) => {
    expect(findSheet(photographed(240, 180, corners, light)) !== null).toBe(is)
  })

  it('is nowhere when what is bright fills too little of its corners', () => {
    const bitten = (deep: number) => {
      const picture = photographed(240, 180, STRAIGHT)
      for (let y = 60; y < 120; y++) for (let x = 40; x < 40 + deep; x++) picture.grey[y * 240 + x] = 80
      return findSheet(picture) !== null
    }
    expect([bitten(0), bitten(40), bitten(50)]).toEqual([true, true, false])
  })
})
