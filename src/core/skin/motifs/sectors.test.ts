import { describe, expect, it } from 'vitest'
import { buildForm } from '../../form/buildForm'
import { aroundMm } from '../../form/turnedForm'
import { seededRandom } from '../../base/random'
import { presetForm } from '../../model/presetForm'
import * as build from '../../plan/build'
import { FILLINGS, type Filling, type Motif } from '../../vocabulary/motif'
import { listAreas, partAreas } from '../areas/findAreas'
import { skinGrid } from '../grid'
import type { Mark } from './marks'
import { marksField } from './marksField'
import { copies, marksOf, motifMiddle, motifWidth } from './motifCopies'
import { motifPlaces } from './motifPlaces'
import { filledArea } from './scanline'

const gridOf = (preset: Parameters<typeof presetForm>[0]) => {
  const form = buildForm(presetForm(preset))
  if (!form.ok) throw new Error(JSON.stringify(form.issue))
  return skinGrid(form.value)
}
const plate = gridOf('plate')
const jar = gridOf('cylinderJar')

const onPlate = (fillings: Filling[], more: Partial<Motif> = {}): Motif => ({
  ...build.motif('sectors', 12, 45, 60, 0.8, { side: 'floor', variation: 0 }),
  fillings,
  ...more,
})

const pointsOf = (mark: Mark) => (mark.kind === 'stroke' ? mark.points : mark.contours.flat())

describe('sectors with patterns', () => {
  it.each([
    [3, 0],
    [12, 0],
    [16, 11.5],
  ])(
    '%d plain sectors turned by %s° part a plate into wedges of their true area, a disc and a rim',
    (repeats, startDeg) => {
      const motif = onPlate(['plain'], { repeats, startDeg })
      const parted = partAreas(plate, motif)
      const { areas } = listAreas(parted, motif, [])
      const [inner, outer] = [45 - 30, 45 + 30]
      const { lineMm } = parted.raster
      const wedge =
        (Math.PI * ((outer - lineMm / 2) ** 2 - (inner + lineMm / 2) ** 2)) / repeats - (outer - inner) * lineMm
      expect(areas.length).toBe(repeats + 2)
      const wedges = areas.filter(({ mm2 }) => Math.abs(mm2 / wedge - 1) < 0.04)
      expect(wedges.length, areas.map(({ mm2 }) => mm2.toFixed(0)).join(' ')).toBe(repeats)
    },
  )

  it('take their patterns in turn, each row one further on, and their borders are the same', () => {
    const motif = onPlate(['rays', 'dots', 'plain'], {
      side: 'outside',
      repeats: 6,
      rows: 2,
      heightMm: 30,
      upMm: 30,
      rowGapMm: 0,
    })
    const wide = motifWidth(jar, motif)
    const made = copies(motif).map((copy) => JSON.stringify(marksOf(motif, wide, seededRandom(1), copy)))
    expect(made.slice(0, 3)).toEqual(made.slice(3, 6))
    expect(made.slice(6, 9)).toEqual([...made.slice(1, 3), made[0]])
    expect(new Set(made).size).toBe(3)
    expect(marksOf(motif, wide, seededRandom(1), copies(motif)[2]).length).toBe(3)
  })

  it.each(FILLINGS)('%s stay in their sector, on a plate and on a wall, however loose the hand', (filling) => {
    for (const [grid, side] of [
      [plate, 'floor'],
      [jar, 'outside'],
    ] as const) {
      const motif = onPlate([filling], { side, variation: 1, upMm: side === 'floor' ? 45 : 10 })
      const wide = motifWidth(grid, motif)
      const marks = marksOf(motif, wide, seededRandom(3), copies(motif)[1])
      expect(marks.length).toBeGreaterThan(filling === 'plain' ? 2 : 4)
      for (const [x, y] of marks.flatMap(pointsOf)) {
        expect(Math.abs(x)).toBeLessThan(wide / 2 + 1.5)
        expect(y).toBeGreaterThan(-2.5)
        expect(y).toBeLessThan(62.5)
      }
    }
  })

  it.each([
    ['one row', { heightMm: 60, upMm: 45 }],
    ['rows that stand on each other', { heightMm: 28, upMm: 24, rows: 2, rowGapMm: 3 }],
    ['every second upside down', { heightMm: 60, upMm: 45, alternate: 'turn' }],
  ] as const)(
    'dots are round on the clay, as large near the middle of a plate as what they measure, and fewer there: %s',
    (_, more) => {
      const motif = onPlate(['dots'], more)
      const { heightMm, upMm, rowGapMm } = motif
      const wide = motifWidth(plate, motif)
      for (const copy of copies(motif)) {
        const dots = marksOf(motif, wide, seededRandom(1), copy).flatMap((mark) =>
          mark.kind === 'filled' ? [mark] : [],
        )
        const outAt = (y: number) =>
          upMm - heightMm / 2 + (copy.flipY ? heightMm - y : y) + copy.row * (heightMm + rowGapMm)
        const many = new Map<number, number>()
        for (const { contours, rule } of dots) {
          const middle = contours[0].slice(0, 16).reduce((sum, [, y]) => sum + y, 0) / 16
          const high = Math.max(...contours[0].map(([, y]) => y)) - middle
          // Its area in motif millimetres, times how much they narrow there, is that of a circle of sixteen corners.
          const round = 8 * high ** 2 * Math.sin(Math.PI / 8)
          expect((filledArea(contours, rule) * outAt(middle)) / upMm / round).toBeCloseTo(1, 2)
          many.set(Math.round(outAt(middle)), (many.get(Math.round(outAt(middle))) ?? 0) + 1)
        }
        const outward = [...many].sort(([p], [q]) => p - q)
        expect(outward[0][1]).toBeLessThan(outward[outward.length - 1][1])
      }
    },
  )

  it('a line round a plate is a true ring that closes: the same share of every column, none without', () => {
    const ring = marksField(plate, { ...build.motif('line', 6, 60, 4, 2, { side: 'floor' }) }, 'mask').make()
    const marked = Array.from({ length: ring.levels.length / plate.width }, (_, row) =>
      ring.levels.subarray(row * plate.width, (row + 1) * plate.width),
    )
    const columns = Array.from({ length: plate.width }, (_, x) => marked.filter((row) => row[x] >= 8).length)
    expect(Math.min(...columns)).toBeGreaterThan(0)
    expect(Math.max(...columns) - Math.min(...columns)).toBeLessThanOrEqual(2)
  })

  it.each(['floor', 'base'] as const)('a place of a wedge on the %s is found again where it was', (side) => {
    const motif = onPlate(['rays'], { side, upMm: 40, heightMm: 40 })
    const places = motifPlaces(plate, motif)
    for (let copy = 0; copy < 12; copy += 5)
      for (const at of [
        [0, 0.5],
        [-0.4, 0.1],
        [0.45, 0.9],
      ] as [number, number][]) {
        const spot = places.spotOf({ copy, at })!
        const back = places.placeOf([((spot[0] % plate.width) + plate.width) % plate.width, spot[1]])
        expect(back.copy).toBe(copy)
        expect(back.at[0]).toBeCloseTo(at[0], 1)
        expect(back.at[1]).toBeCloseTo(at[1], 1)
      }
  })

  it('are as wide in the middle as a share of the way round there', () => {
    const motif = onPlate(['rays'])
    const { radiusMm } = motifMiddle(plate, motif)
    expect(motifWidth(plate, motif) * 12).toBeCloseTo(aroundMm(plate.form, radiusMm), 6)
  })
})
