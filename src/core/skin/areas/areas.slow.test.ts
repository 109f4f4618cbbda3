import { Delaunay } from 'd3-delaunay'
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../../base/random'
import { buildForm } from '../../form/buildForm'
import { aroundMm, profileAt } from '../../form/turnedForm'
import { presetForm } from '../../model/presetForm'
import * as build from '../../plan/build'
import type { Motif } from '../../vocabulary/motif'
import { surfacesOf } from '../../form/assembly'
import { areaWeights, skinGrid, surfaceGrid, texelArea, type SkinGrid } from '../grid'
import { marksField } from '../motifs/marksField'
import { listAreas, partAreas } from './findAreas'
import { colourNeighbours } from './fourColours'
import { closing, leaksIn } from './leaks'

const built = (spec = presetForm('cylinderJar')) => {
  const form = buildForm(spec)
  if (!form.ok) throw new Error(JSON.stringify(form.issue))
  return form.value
}
const cylinder = built()
const grid = skinGrid(cylinder)
const plate = skinGrid(built(presetForm('plate')))

type Line = [number, number][]

/** Lines of one’s own on a motif, in units of its height. */
const drawn = (lines: Line[], aspect: number, more: Partial<Motif> = {}): Motif => ({
  ...build.motif('line', 1, 20, 40, 0.3, {}),
  drawing: {
    name: 'lines',
    aspect,
    widths: 'tool',
    shapes: [{ kind: 'stroke', lines, width: null, cap: 'round', join: 'round', ink: true }],
  },
  ...more,
})

const lineOf = (from: [number, number], to: [number, number]): Line => [from, to]
const areasOf = (motif: Motif, on = grid) => {
  const parted = partAreas(on, motif)
  return { parted, ...listAreas(parted, motif, []) }
}

describe('areas between lines', () => {
  const radius = profileAt(cylinder, cylinder.zones.outside.from + 60).r
  const around = aroundMm(cylinder, radius)

  it.each([0, 90, 187.3])('a lattice of cells on a wall, turned by %s°, has the area of its cells', (startDeg) => {
    const count = 12
    const heightMm = 40
    const aspect = around / count / heightMm
    const cell = drawn(
      [
        lineOf([0, 0], [aspect, 0]),
        lineOf([0, 0.5], [aspect, 0.5]),
        lineOf([0, 1], [aspect, 1]),
        lineOf([0, 0], [0, 1]),
      ],
      aspect,
      { repeats: count, upMm: 30, heightMm, startDeg },
    )
    const { areas, parted } = areasOf(cell)
    const cells = areas.filter(({ mm2 }) => mm2 < 2000)
    expect(cells.length).toBe(2 * count)
    const { lineMm } = parted.raster
    for (const { mm2 } of cells) expect(mm2 / ((around / count - lineMm) * (heightMm / 2 - lineMm))).toBeCloseTo(1, 1)
    const total = cells.reduce((sum, { mm2 }) => sum + mm2, 0)
    expect(Math.abs(total / (around * heightMm) - 1)).toBeLessThan(0.09)
  })

  it('rings and sectors on a plate have the areas of rings and sectors, the middle that of its disc through the pole', () => {
    const circle = (r: number): Line =>
      Array.from({ length: 181 }, (_, i): [number, number] => [
        0.5 + r * Math.cos((i / 180) * 2 * Math.PI),
        0.5 + r * Math.sin((i / 180) * 2 * Math.PI),
      ])
    const rings = areasOf(drawn([circle(0.5), circle(0.2)], 1, { side: 'floor', upMm: 0, heightMm: 100 }), plate)
    const { lineMm } = rings.parted.raster
    const disc = (r: number) => Math.PI * r ** 2
    const [middle, ring] = rings.areas.toSorted((a, b) => a.mm2 - b.mm2)
    expect(middle.mm2 / disc(20 - lineMm / 2)).toBeCloseTo(1, 1)
    expect(ring.mm2 / (disc(50 - lineMm / 2) - disc(20 + lineMm / 2))).toBeCloseTo(1, 1.3)
    expect(rings.areas.length).toBe(3)
    expect(middle.neighbours).toEqual([ring.id])

    const spokes = drawn(
      [
        circle(0.5),
        ...Array.from({ length: 6 }, (_, k): Line => {
          const angle = (k / 6) * 2 * Math.PI
          return lineOf([0.5, 0.5], [0.5 + 0.5 * Math.cos(angle), 0.5 + 0.5 * Math.sin(angle)])
        }),
      ],
      1,
      { side: 'floor', upMm: 0, heightMm: 100 },
    )
    const sectors = areasOf(spokes, plate).areas.filter(({ mm2 }) => mm2 < 2000)
    expect(sectors.length).toBe(6)
    for (const { mm2 } of sectors) expect(mm2 / (disc(50) / 6)).toBeCloseTo(0.96, 1)
  })

  it('a closed ring has the area of its disc', () => {
    const r = 18
    const circle: Line = Array.from({ length: 97 }, (_, i): [number, number] => [
      0.5 + 0.5 * Math.cos((i / 96) * 2 * Math.PI),
      0.5 + 0.5 * Math.sin((i / 96) * 2 * Math.PI),
    ])
    for (const [on, side, upMm] of [
      [plate, 'floor', 0],
      [plate, 'floor', 45],
      [grid, 'outside', 40],
    ] as const) {
      const motif = drawn([circle], 1, { side, upMm, heightMm: 2 * r })
      const { areas, parted } = areasOf(motif, on)
      const disc = areas.toSorted((a, b) => a.mm2 - b.mm2)[0]
      const inner = Math.PI * (r - parted.raster.lineMm / 2) ** 2
      expect(disc.mm2 / inner).toBeGreaterThan(0.97)
      expect(disc.mm2 / inner).toBeLessThan(1.02)
      expect(disc.widthMm).toBeGreaterThan(2 * r - 2)
    }
  })
})

/** A sheet of cells with a diagonal in each second one: lines at random, seeded, that part a sheet into many areas. */
function pebbles(seed: number, shake = 0): Line[] {
  const random = seededRandom(seed)
  const points = Array.from({ length: 40 }, () => [random() * 1.6, random()] as [number, number])
  const moved = points.map(([x, y]): [number, number] => [x + (random() - 0.5) * shake, y + (random() - 0.5) * shake])
  const cells = Delaunay.from(moved).voronoi([0, 0, 1.6, 1])
  return [...cells.cellPolygons()].map((polygon) => polygon as Line)
}

describe('what lies round a drawing on a floor', () => {
  const round = (q: number): Line =>
    Array.from({ length: 61 }, (_, i) => {
      const angle = (2 * Math.PI * i) / 60
      return [0.5 + q * Math.cos(angle), 0.5 + q * Math.sin(angle)]
    })

  it.each([
    [60, 0],
    [100, 4],
    [124.8, 0.74],
    [136.4, -3.35],
  ])('keeps its id where the sheet goes on up the wall: %f mm high, moved by %f mm', (heightMm, upMm) => {
    const motif = drawn([round(0.4), round(0.12)], 1, { side: 'floor', heightMm, upMm })
    const first = areasOf(motif, plate)
    expect(first.areas).toHaveLength(3)
    const again = listAreas(first.parted, motif, first.areas)
    expect(again.orphaned).toEqual([])
    expect(again.areas.map(({ id, label }) => [id, label])).toEqual(first.areas.map(({ id, label }) => [id, label]))
  })
})

describe('ids of areas', () => {
  const motif = drawn(pebbles(3), 1.6, { heightMm: 80, upMm: 25 })
  const first = areasOf(motif)
  const known = first.areas.map(({ id, called, note, copy, at }) => ({ id, called, note, copy, at }))
  const again = (changed: Motif) => {
    const parted = partAreas(grid, changed)
    return listAreas(parted, changed, known)
  }

  it('stay with their areas when the drawing is moved, turned and scaled', () => {
    expect(first.areas.length).toBeGreaterThan(36)
    for (const change of [
      { startDeg: 143 },
      { upMm: 10 },
      { heightMm: 68 },
      { startDeg: 300, upMm: 40, heightMm: 60 },
      { variation: 0.3 },
    ]) {
      const { areas, orphaned } = again({ ...motif, ...change })
      expect(orphaned).toEqual([])
      expect(areas.map(({ id }) => id)).toEqual(first.areas.map(({ id }) => id))
      const scale = ((change.heightMm ?? 80) / 80) ** 2
      for (const { id, mm2 } of areas) {
        const before = first.areas.find((a) => a.id === id)?.mm2 ?? 0
        // All but the ground, which has what they leave.
        if (before < 600) expect(Math.abs(mm2 / scale / before - 1)).toBeLessThan(0.35)
      }
    }
  })

  it('stay when lines move by a millimetre, and come back when a gap is closed', () => {
    const { areas, orphaned } = again({ ...motif, drawing: drawn(pebbles(3, 1 / 80), 1.6).drawing })
    expect(orphaned.length).toBe(0)
    expect(areas.length).toBe(first.areas.length)
    const broken = again({
      ...motif,
      drawing: drawn(pebbles(3).slice(0, 20), 1.6).drawing,
    })
    expect(broken.orphaned.length).toBeGreaterThan(3)
    expect(again(motif).orphaned).toEqual([])
  })

  it('are given as one reads: the upper ones first', () => {
    const rows = first.areas.map(({ spot }) => spot[1])
    const mean = (list: number[]) => list.reduce((a, b) => a + b, 0) / list.length
    expect(mean(rows.slice(0, 10))).toBeGreaterThan(mean(rows.slice(-10)))
  })
})

describe('gaps in outlines', () => {
  /** A square of 30 mm with a gap in its upper side. */
  const square = (gapMm: number): Motif => {
    const g = gapMm / 30 / 2
    return drawn(
      [
        [
          [0.5 + g, 1],
          [1, 1],
          [1, 0],
          [0, 0],
          [0, 1],
          [0.5 - g, 1],
        ],
      ],
      1,
      { heightMm: 30, upMm: 40 },
    )
  }

  it.each([0, 1.2, 1.8, 2.4, 3])('of %s mm drawn is found where it is, as wide as it is', (gapMm) => {
    const { parted, areas } = areasOf(square(gapMm))
    // Its lines are as broad as the raster needs.
    const open = gapMm - parted.raster.lineMm
    const leaks = leaksIn(parted.raster, parted.depth)
    if (open <= 0.05) {
      expect(leaks).toEqual([])
      expect(areas.length).toBe(2)
      return
    }
    expect(leaks.length).toBe(1)
    expect(Math.abs(leaks[0].widthMm - open)).toBeLessThan(0.45)
    const { at } = parted.places.placeOf([leaks[0].column + 0.5, leaks[0].row + parted.raster.top + 0.5])
    expect(Math.abs(at[0])).toBeLessThan(0.05)
    expect(Math.abs(at[1] - 1)).toBeLessThan(0.05)
    const ends = closing(parted.raster, leaks[0])
    expect(ends).not.toBeNull()
    const mm = Math.abs((ends?.[0][0] ?? 0) - (ends?.[1][0] ?? 0)) * parted.raster.columnMm[leaks[0].row]
    expect(Math.abs(mm - open)).toBeLessThan(0.6)
  })

  it('are not seen in wide openings and whole sheets', () => {
    const wide = areasOf(square(9))
    expect(leaksIn(wide.parted.raster, wide.parted.depth)).toEqual([])
    const whole = areasOf(drawn(pebbles(5), 1.6, { heightMm: 90, upMm: 20 }))
    expect(whole.leaks).toEqual([])
  })
})

describe('colours of neighbours', () => {
  it('never fails with four on planar areas: 300 random triangulations', () => {
    for (let seed = 1; seed <= 300; seed++) {
      const random = seededRandom(seed)
      const count = 20 + Math.floor(random() * 180)
      const points = Delaunay.from(Array.from({ length: count }, () => [random(), random()] as [number, number]))
      const neighbours = Array.from({ length: count }, (_, i) => [...points.neighbors(i)])
      const colours = colourNeighbours(neighbours, seed)
      expect(Math.max(...colours)).toBeLessThan(4)
      expect(neighbours.flatMap((list, v) => list.filter((w) => colours[v] === colours[w]))).toEqual([])
    }
  })

  it('takes two where two do, and three where three do', () => {
    const ring = (n: number) => Array.from({ length: n }, (_, i) => [(i + 1) % n, (i + n - 1) % n])
    expect(Math.max(...colourNeighbours(ring(12)))).toBe(1)
    expect(Math.max(...colourNeighbours(ring(9)))).toBe(2)
  })
})

describe('open ends of parts are not points', () => {
  const surfaceOf = (preset: Parameters<typeof presetForm>[0], kind: string) => {
    const spec = presetForm(preset)
    const surface = surfacesOf(built(spec), spec.parts).find(({ part }) => part?.kind === kind)
    if (!surface) throw new Error(`no ${kind}`)
    return surface
  }
  const rays = (totalMm: number, repeats: number): Motif => ({
    ...build.motif('sectors', repeats, 0, totalMm, 0.3, {}),
    heightMm: totalMm,
    fillings: ['plain'],
  })

  it('two lines along a whole strap part its outer from its inner side', () => {
    const strap = surfaceGrid(surfaceOf('mug', 'handle'), 256, 512)
    const { areas } = areasOf(rays(strap.form.totalMm, 2), strap)
    expect(areas).toHaveLength(2)
  })

  it('a line over a relief halves it', () => {
    const shell = surfaceGrid(surfaceOf('planter', 'relief'), 256, 256)
    const { areas } = areasOf(rays(shell.form.totalMm, 2), shell)
    expect(areas).toHaveLength(2)
    expect(areas[0].mm2 / areas[1].mm2).toBeGreaterThan(0.97)
    expect(areas[0].mm2 / areas[1].mm2).toBeLessThan(1.03)
  })

  it('rays from the crown of a relief to its edge part it in as many areas', () => {
    const shell = surfaceGrid(surfaceOf('planter', 'relief'), 512, 256)
    expect(areasOf(rays(shell.form.totalMm, 5), shell).areas).toHaveLength(5)
  })
})

const EDGE_MM = 0.15

describe('a disc painted on a wall has its area', () => {
  const disc = (radiusMm: number, upMm: number, startDeg: number, side: 'outside' | 'inside' = 'outside'): Motif => {
    const points = Array.from({ length: 73 }, (_, i): [number, number] => [
      0.5 + 0.5 * Math.cos((i / 72) * 2 * Math.PI),
      0.5 + 0.5 * Math.sin((i / 72) * 2 * Math.PI),
    ])
    return {
      ...build.motif('line', 1, upMm, 2 * radiusMm, 0.05, {}),
      side,
      startDeg,
      drawing: {
        name: 'disc',
        aspect: 1,
        widths: 'drawn',
        shapes: [{ kind: 'fill', contours: [points], rule: 'nonzero', ink: true }],
      },
    }
  }
  const painted = (on: SkinGrid, motif: Motif): number => {
    const field = marksField(on, { ...motif, made: 'filled' }, 'mask').make()
    const weights = areaWeights(on)
    const wide = field.right - field.left
    return field.levels.reduce(
      (sum, level, i) =>
        level >= 8 ? sum + texelArea(weights, field.left + (i % wide), field.top + Math.floor(i / wide)) : sum,
      0,
    )
  }

  it.each([
    ['moonJar', 0, 'outside'],
    ['moonJar', 123, 'outside'],
    ['bowl', 40, 'inside'],
    ['platter', 90, 'outside'],
    ['platter', 45, 'inside'],
    ['seal', 90, 'outside'],
    ['seal', 35, 'outside'],
  ] as const)('%s, %d° from the front, %s', (preset, degrees, side) => {
    const form = built(presetForm(preset))
    const on = skinGrid(form)
    const zone = form.zones[side]
    const wall = zone.to - zone.from
    const radiusMm = Math.min(12, wall / 5)
    const mm2 = painted(on, disc(radiusMm, wall * 0.45 - radiusMm, degrees, side))
    // On a ball a disc has a little less than πρ²: 2πR²(1 − cos(ρ/R)).
    const { r } = profileAt(form, zone.from + wall * 0.45)
    const onBall = (mm: number) => 2 * Math.PI * r * r * (1 - Math.cos(mm / r))
    // Its edge is drawn to half a texel.
    expect(mm2).toBeLessThan(Math.PI * (radiusMm + EDGE_MM) ** 2)
    expect(mm2).toBeGreaterThan(onBall(radiusMm - EDGE_MM))
  })
})
