import { FILLINGS_AT_FIRST, type Filling } from '../../vocabulary/motif'
import {
  circle,
  curve,
  filled,
  lens,
  stroke,
  type Mark,
  type MarkPoint,
  type MotifDefinition,
  type MotifShape,
} from './marks'
import { vary } from './vary'

/** Lines of a filling stand at least this far apart, mm, and at most so many go on a height. A bolder tool does not move them. */
const APART = { mm: 4, perHeight: 9 } as const

/** A line may begin where those beside it are this share of their distance away: nearer the middle they would run into one. */
const ROOM = 0.55

/** A sector that is to be filled: its size, its line, and how far apart lines stand. */
interface Sector {
  readonly shape: MotifShape
  readonly w: number
  readonly h: number
  readonly lineMm: number
  readonly pitch: number
  /** True width at a height, as a share of `w`. */
  readonly narrowing: (y: number) => number
}

/** A sector of a plate or a wall with its border on three sides; its neighbour gives it the fourth. */
export const sectors: MotifDefinition = {
  name: 'Sectors',
  words: 'each with a pattern of its own, in turn',
  closes: true,
  aspect: 0.9,
  marks: (shape) => {
    const { widthMm: w, heightMm: h, lineMm, filling = FILLINGS_AT_FIRST[0], narrowing = () => 1 } = shape
    const pitch = Math.max(APART.mm, h / APART.perHeight)
    const border = [across(w, 0), across(w, h)].map((line) => stroke(line, lineMm))
    const side = stroke(upward(-w / 2, 0, h), lineMm)
    return [...border, side, ...FILL[filling]({ shape, w, h, lineMm, pitch, narrowing })]
  },
}

const across = (w: number, y: number): MarkPoint[] => [
  [-w / 2, y],
  [w / 2, y],
]

const upward = (x: number, from: number, to: number): MarkPoint[] => [
  [x, from],
  [x, to],
]

/** How many go into a length at about a distance; one at least. */
const count = (lengthMm: number, apartMm: number): number => Math.max(1, Math.round(lengthMm / apartMm))

const upTo = (n: number): number[] => Array.from({ length: n }, (_, i) => i)

/** Rows of a filling, each with its foot, its height and how many go across it at about a distance. */
function rowsOf({ w, h, narrowing }: Sector, highMm: number, wideMm: number) {
  const rows = count(h, highMm)
  return upTo(rows).map((row) => {
    const y = (h * row) / rows
    const cells = count(w * narrowing(y + h / rows / 2), wideMm)
    return { row, y, high: h / rows, cells, wide: w / cells }
  })
}

/** The parts of a run that lie in the sector. */
function inside(points: readonly MarkPoint[], w: number): MarkPoint[][] {
  const parts: MarkPoint[][] = [[]]
  for (const point of points)
    if (Math.abs(point[0]) <= w / 2 + 1e-6) parts[parts.length - 1].push(point)
    else if (parts[parts.length - 1].length) parts.push([])
  return parts.filter(({ length }) => length > 1)
}

/** Slanting lines across the sector, to the right as they rise or to the left. */
function slanting({ shape, w, h, lineMm, pitch }: Sector, way: 1 | -1): Mark[] {
  const lines = count(w, pitch * 1.5)
  const lean = Math.min(w, h * 0.8)
  const first = -Math.ceil((lines * lean) / w)
  return upTo(lines - first).flatMap((k) => {
    const from = -w / 2 + ((k + first + 0.5) * w) / lines + vary(shape, pitch * 0.2)
    const run = curve(40, (t): MarkPoint => [way * (from + lean * t), h * t])
    return inside(run, w).map((part) => stroke(part, lineMm * 0.8))
  })
}

/** Rows of a running line. */
const running = (
  { shape, w, h, lineMm, pitch }: Sector,
  line: (turns: number, base: number) => MarkPoint[],
): Mark[] => {
  const rows = count(h, pitch * 1.5)
  return upTo(rows).map((row) =>
    stroke(line(count(w, pitch * 2.4), (h * (row + 0.5)) / rows + vary(shape, pitch * 0.12)), lineMm * 0.8),
  )
}

/** Patterns that fill a sector; common practice, no source. */
const FILL: Readonly<Record<Filling, (sector: Sector) => Mark[]>> = {
  plain: () => [],

  rays: ({ shape, w, h, lineMm, pitch, narrowing }) => {
    const lines = count(w * narrowing(h), pitch)
    return upTo(lines)
      .slice(1)
      .flatMap((k) => {
        // Where it is narrow only every second line has room, then every fourth.
        const beside = ((k & -k) * w) / lines
        const from = upTo(40).find((i) => beside * narrowing((h * i) / 40) >= ROOM * pitch)
        if (from === undefined) return []
        return [stroke(upward(-w / 2 + (w * k) / lines + vary(shape, pitch * 0.15), (h * from) / 40, h), lineMm * 0.8)]
      })
  },

  rings: ({ shape, w, h, lineMm, pitch }) => {
    const lines = count(h, pitch)
    return upTo(lines)
      .slice(1)
      .map((k) => stroke(across(w, (h * k) / lines + vary(shape, pitch * 0.15)), lineMm * 0.8))
  },

  slanted: (sector) => slanting(sector, 1),

  crossed: (sector) => [...slanting(sector, 1), ...slanting(sector, -1)],

  squares: (sector) =>
    rowsOf(sector, sector.pitch * 1.6, sector.pitch * 1.6).flatMap(({ row, y, high, cells, wide }) =>
      upTo(cells)
        .filter((i) => (i + row) % 2 === 0)
        .map((i) => {
          const x = -sector.w / 2 + i * wide
          return filled(
            [
              [x, y],
              [x + wide, y],
              [x + wide, y + high],
              [x, y + high],
            ],
            0.1,
          )
        }),
    ),

  bricks: (sector) =>
    rowsOf(sector, sector.pitch * 1.3, sector.pitch * 2.6).flatMap(({ row, y, high, cells, wide }) => [
      ...(row ? [stroke(across(sector.w, y), sector.lineMm * 0.8)] : []),
      ...upTo(cells)
        .map((i) => -sector.w / 2 + (i + (row % 2 ? 0.5 : 0)) * wide)
        .filter((x) => x > -sector.w / 2 + 1e-6)
        .map((x) => stroke(upward(x, y, y + high), sector.lineMm * 0.8)),
    ]),

  dots: (sector) =>
    rowsOf(sector, sector.pitch * 1.7, sector.pitch * 1.7).flatMap(({ y, high, cells, wide }) => {
      const middle = y + high / 2
      const share = sector.narrowing(middle)
      const radius = Math.min(sector.pitch * 0.5, high * 0.4, wide * share * 0.4)
      return upTo(cells).map((i) => {
        const x = -sector.w / 2 + (i + 0.5) * wide + vary(sector.shape, wide * 0.12)
        // Round on the clay, however much its sector narrows.
        const round = circle([0, middle], radius).map(([dx, dy]): MarkPoint => [x + dx / share, dy])
        return filled(round, sector.lineMm * 0.3)
      })
    }),

  scales: ({ w, h, lineMm, pitch }) => {
    const across = count(w, pitch * 2.4)
    const wide = w / across
    const rows = count(h, pitch * 1.6)
    return upTo(rows).flatMap((row) =>
      upTo(across + 1).flatMap((i) => {
        const left = -w / 2 + (i - (row % 2 ? 0.5 : 0)) * wide
        // Half a round each, from its foot to almost the foot of the next row.
        const arc = curve(24, (t): MarkPoint => [
          left + (0.5 - Math.cos(Math.PI * t) / 2) * wide,
          (h * (row + 0.92 * Math.sin(Math.PI * t))) / rows,
        ])
        return inside(arc, w).map((part) => stroke(part, lineMm * 0.8))
      }),
    )
  },

  waves: (sector) =>
    running(sector, (turns, base) =>
      curve(turns * 14, (t) => [(t - 0.5) * sector.w, base + sector.pitch * 0.4 * Math.sin(2 * Math.PI * turns * t)]),
    ),

  chevrons: (sector) =>
    running(sector, (turns, base) =>
      curve(turns * 2, (t) => [
        (t - 0.5) * sector.w,
        base + sector.pitch * (Math.round(t * turns * 2) % 2 ? 0.45 : -0.45),
      ]),
    ),

  leaf: ({ w, h, lineMm }) => {
    const wide = w * 0.72
    const veins = [0.25, 0.4, 0.55, 0.7]
    return [
      stroke([...lens([0, h * 0.05], [0, h * 0.95], wide, 0.5), [0, h * 0.05]], lineMm),
      stroke(upward(0, h * 0.05, h * 0.92), lineMm * 0.8),
      ...veins.flatMap((t) =>
        ([1, -1] as const).map((way) =>
          stroke(
            [
              [0, h * t],
              [way * wide * 0.3 * Math.sin(Math.PI * (t + 0.08)), h * (t + 0.13)],
            ],
            lineMm * 0.6,
          ),
        ),
      ),
    ]
  },
}
