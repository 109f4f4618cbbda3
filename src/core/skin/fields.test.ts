import { describe, expect, it } from 'vitest'
import { buildForm } from '../form/buildForm'
import { demoStudio } from '../demo/demoStudio'
import { PRESETS } from '../form/presets'
import { buildTurnedForm } from '../form/turnedForm'
import { MOTIF_KINDS, type DrawingShape, type Motif } from '../vocabulary/motif'
import { bandOf, wholeOf } from '../vocabulary/place'
import * as build from '../plan/build'
import { brushField, evenField, patchField, pourField } from './coatFields'
import { NOMINAL } from './levels'
import { skinGrid } from './grid'
import { FieldCache, levelField, tiled, type LevelField } from './levelField'
import { MOTIFS } from './motifs/library'
import type { MarkPoint } from './motifs/marks'
import { marksField } from './motifs/marksField'
import { motifMiddle, motifWidth } from './motifs/motifCopies'
import { strokesOf } from './motifs/strokes'
import { filledArea } from './motifs/scanline'
import { strokeOutline } from './motifs/strokeOutline'
import { closedNoise, RowNoise, surfaceNoise } from '../numeric/noise'
import { overlapMm, reaches, stretchesOf } from './place'
import { seededRandom } from '../base/random'

const built = buildTurnedForm('jug', PRESETS.jug.sizes)
if (!built.ok) throw new Error('the jug does not build')
const form = built.value
const grid = skinGrid(form, 512, 512)
const wall = [form.zones.outside]
const motif = build.motif('reeds', 9, 50, 100, 1.6, { variation: 0.5, seed: 3 })
const mean = (field: LevelField) => {
  const set = field.levels.filter((l) => l > 0)
  return set.reduce((a, b) => a + b, 0) / set.length
}

describe('level fields', () => {
  it.each([
    ['brushed round the wheel', brushField(grid, wall, true, 5).make()],
    ['brushed up the wall', brushField(grid, wall, false, 6).make()],
    ['poured', pourField(grid, wall, 7).make()],
  ])('a coat %s is nominal on average', (_, field) => {
    expect(Math.abs(mean(field) - NOMINAL)).toBeLessThan(0.4)
    expect(Math.max(...field.levels)).toBeLessThanOrEqual(15)
  })

  it('patches on a floor are as broad near the middle as at its edge, and no rays', () => {
    const dish = buildForm(demoStudio().pieces['scallop-dish'].form)
    if (!dish.ok) throw new Error('the dish does not build')
    const on = skinGrid(dish.value, 1024, 512)
    const { floor } = dish.value.zones
    const field = patchField(on, { stretches: [floor], cover: 0.4, sizeMm: 6, seed: 4 }).make()
    const share = field.levels.filter((l) => l > 0).length / field.levels.length
    expect(Math.abs(share - 0.4)).toBeLessThan(0.1)
    // Along a circle 6 mm from the axis there are a few patches, not the dozens that there are at the edge.
    const changesAt = (radiusMm: number) => {
      const y = on.radiusMm.findIndex((r, i) => i >= field.top && i < field.bottom && r <= radiusMm)
      const row = field.levels.subarray((y - field.top) * on.width, (y - field.top + 1) * on.width)
      let changes = 0
      for (let x = 0; x < on.width; x++) if (row[x] > 0 !== row[(x + 1) % on.width] > 0) changes++
      return changes
    }
    expect(changesAt(4)).toBeLessThan(0.45 * changesAt(30))
  })

  it('of a coat of glaze only the broad strokes are left', () => {
    // Mean square of the film against itself a little way up the wall: short waves make it large, long ones do not.
    const roughness = (kind: 'colour' | 'glaze', mm: number) => {
      const { levels, top, bottom } = brushField(grid, wall, true, 5, kind).make()
      const rows = Math.max(1, Math.round(mm / grid.rowMm))
      let sum = 0
      let n = 0
      for (let y = 20; y + rows < bottom - top - 20; y++) {
        for (let x = 0; x < grid.width; x += 7) {
          sum += (levels[y * grid.width + x] - levels[(y + rows) * grid.width + x]) ** 2
          n++
        }
      }
      return sum / n
    }
    expect(roughness('glaze', 1.5)).toBeLessThan(0.25 * roughness('colour', 1.5))
    expect(roughness('glaze', 12)).toBeGreaterThan(3 * roughness('glaze', 1.5))
  })

  it('on a slab strokes are straight, and the next coat crosses them', () => {
    const slab = buildForm({ ...demoStudio().pieces['fence-tiles'].form })
    if (!slab.ok) throw new Error('the tile does not build')
    const on = skinGrid(slab.value, 1024, 512)
    const { floor } = slab.value.zones
    /** Mean change of level between texels 1.5 mm apart, along x and along z. */
    const changes = (around: boolean) => {
      const field = brushField(on, [floor], around, 3).make()
      const seen = new Map<string, number>()
      for (let y = field.top; y < field.bottom; y++)
        for (let x = 0; x < on.width; x++) {
          const [ux, uz] = slab.value.plan.at((x + 0.5) / on.width)
          seen.set(
            `${Math.round((ux * on.radiusMm[y]) / 0.5)},${Math.round((uz * on.radiusMm[y]) / 0.5)}`,
            field.levels[(y - field.top) * on.width + x],
          )
        }
      const mean = (dx: number, dz: number) => {
        let sum = 0
        let n = 0
        for (const [key, level] of seen) {
          const [x, z] = key.split(',').map(Number)
          const other = seen.get(`${x + dx},${z + dz}`)
          if (other === undefined || Math.hypot(x, z) > 60) continue
          sum += Math.abs(other - level)
          n++
        }
        return sum / n
      }
      return { x: mean(3, 0), z: mean(0, 3) }
    }
    const first = changes(true)
    const crossed = changes(false)
    expect(first.x).toBeLessThan(0.5 * first.z)
    expect(crossed.z).toBeLessThan(0.5 * crossed.x)
  })

  it('a coat goes on over the middle of a face, and has a hand’s edge only where it ends', () => {
    const slab = buildForm({ ...demoStudio().pieces['fence-tiles'].form })
    if (!slab.ok) throw new Error('the tile does not build')
    const tile = skinGrid(slab.value, 256, 512)
    const { floor } = slab.value.zones
    const field = brushField(tile, [floor], true, 3).make()
    const row = (y: number) => Array.from({ length: 256 }, (_, x) => field.levels[(y - field.top) * 256 + x])
    for (let y = field.bottom - 6; y < field.bottom; y++) expect(Math.min(...row(y)), `row ${y}`).toBeGreaterThan(0)
    expect(row(field.top).some((level) => level === 0)).toBe(true)
  })

  it('crossed coats decorrelate: the second fills the streaks of the first', () => {
    const a = brushField(grid, wall, true, 5).make().levels
    const b = brushField(grid, wall, false, 6).make().levels
    let dot = 0
    let aa = 0
    let bb = 0
    for (let i = 0; i < a.length; i++) {
      if (!a[i] || !b[i]) continue
      dot += (a[i] - 8) * (b[i] - 8)
      aa += (a[i] - 8) ** 2
      bb += (b[i] - 8) ** 2
    }
    expect(Math.abs(dot / Math.sqrt(aa * bb))).toBeLessThan(0.12)
  })

  it.each([0.02, 0.1, 0.3, 0.5])('patches cover about the wanted share (%f)', (cover) => {
    const field = patchField(grid, { stretches: wall, cover, sizeMm: 8, seed: 4 }).make()
    const share = field.levels.filter((l) => l > 0).length / field.levels.length
    expect(Math.abs(share - cover)).toBeLessThan(0.06 + cover * 0.2)
  })

  it('the same key gives the same field, from the cache once', () => {
    let made = 0
    const source = evenField(grid, wall, 15)
    const counting = { ...source, make: () => (made++, source.make()) }
    const cache = new FieldCache(1 << 20)
    expect(cache.get(counting, grid)).toBe(cache.get(counting, grid))
    expect(made).toBe(1)
    for (let i = 0; i < 12; i++) cache.get(pourField(grid, wall, i), grid)
    cache.get(counting, grid)
    expect(made).toBe(2)
  })

  it('cut into tiles it holds the same levels, and of an even tile only the one', () => {
    for (const source of [pourField(grid, wall, 2), evenField(grid, [{ from: 0, to: form.totalMm }], 9)]) {
      const field = source.make()
      const { even, starts, spots, levels, highest } = tiled(field, grid)
      const back = new Uint8Array(grid.width * grid.height)
      const across = grid.width / 64
      for (let tile = 0; tile < even.length; tile++) {
        const corner = Math.floor(tile / across) * 64 * grid.width + (tile % across) * 64
        const put = (spot: number, level: number) => (back[corner + (spot >> 6) * grid.width + (spot & 63)] = level)
        if (even[tile]) for (let spot = 0; spot < 4096; spot++) put(spot, even[tile])
        for (let i = starts[tile]; i < starts[tile + 1]; i++) put(spots[i], levels[i])
      }
      const whole = new Uint8Array(back.length)
      whole.set(field.levels, field.top * grid.width)
      expect(Buffer.compare(back, whole)).toBe(0)
      expect(highest).toBe(field.levels.reduce((a, b) => Math.max(a, b)))
    }
    expect(tiled(evenField(grid, [{ from: 0, to: form.totalMm }], 9).make(), grid).levels.length).toBe(0)
  })

  it('a field that begins and ends within tiles touches only those', () => {
    const levels = new Uint8Array(512 * 4)
    levels[70] = 3
    const { starts, spots } = tiled(levelField(grid, 'one', 62, levels), grid)
    const touched = [...starts.keys()].filter((tile) => starts[tile] < starts[tile + 1])
    expect(touched).toEqual([1])
    expect([...spots]).toEqual([62 * 64 + 6])
  })
})

describe('noise', () => {
  it('closes round the form', () => {
    const noise = closedNoise(1000, 20, 3)
    expect(Math.abs(noise[0] - noise[999])).toBeLessThan(0.4)
    expect(surfaceNoise(0.25, 3.5, 8, 1)).toBeCloseTo(surfaceNoise(8.25, 3.5, 8, 1), 12)
  })

  it('row by row is the same as texel by texel', () => {
    const row = new Float32Array(256)
    new RowNoise(256, 16, 9).row(2.3, row)
    for (const x of [0, 5, 100, 255]) expect(row[x]).toBeCloseTo(surfaceNoise((x / 256) * 16, 2.3, 16, 9), 4)
  })
})

describe('motifs', () => {
  it.each(MOTIF_KINDS)('%s draws marks within its own height and gives a field on the wall', (kind) => {
    const definition = MOTIFS[kind]
    const marks = definition.marks({
      widthMm: 30,
      heightMm: 60,
      lineMm: 1.5,
      variation: 0.5,
      text: 'KL',
      random: seededRandom(1),
    })
    const points = marks.flatMap((m) => (m.kind === 'stroke' ? m.points : m.contours.flat()))
    expect(points.length).toBeGreaterThan(1)
    for (const [, y] of points) {
      expect(y).toBeGreaterThan(-8)
      expect(y).toBeLessThan(66)
    }
    const field = marksField(grid, { ...motif, kind }, 'round').make()
    expect(field.levels.filter((l) => l > 0).length).toBeGreaterThan(300)
    if (definition.closes)
      expect(motifWidth(grid, { ...motif, kind }) * motif.repeats).toBeCloseTo(
        2 * Math.PI * motifMiddle(grid, { ...motif, kind }).radiusMm,
        6,
      )
  })

  it('with no looseness every repeat is alike', () => {
    const field = marksField(skinGrid(form, 576, 512), { ...motif, variation: 0 }, 'round').make()
    const column = (x: number) => Array.from({ length: field.bottom - field.top }, (_, y) => field.levels[y * 576 + x])
    for (const x of [10, 30, 50]) expect(column(x)).toEqual(column(x + 64))
  })

  it('a wider line is wider, a needle’s groove is sharper than a loop’s', () => {
    const area = (lineMm: number) =>
      marksField(grid, { ...motif, lineMm }, 'round')
        .make()
        .levels.filter((l) => l > 0).length
    expect(area(3)).toBeGreaterThan(area(1.5) * 1.3)
    const total = (edge: 'round' | 'vee') =>
      marksField(grid, { ...motif, lineMm: 3 }, edge)
        .make()
        .levels.reduce((a, b) => a + b, 0)
    expect(total('vee')).toBeLessThan(total('round'))
  })
})

describe('a drawing of one’s own on the skin', () => {
  const square = (from: number, to: number): [number, number][] => [
    [from, from],
    [to, from],
    [to, to],
    [from, to],
  ]
  const disc = (x: number, y: number, r: number): [number, number][] =>
    Array.from({ length: 40 }, (_, i) => [x + r * Math.cos(i * 0.157), y + r * Math.sin(i * 0.157)])
  const drawn = (shapes: DrawingShape[], widths: 'tool' | 'drawn' = 'tool', changes: Partial<Motif> = {}): Motif => ({
    ...motif,
    repeats: 4,
    heightMm: 40,
    upMm: 60,
    lineMm: 1.6,
    drawing: { name: 'own', aspect: 1, widths, shapes },
    ...changes,
  })
  const fill = (contours: [number, number][][], more: object = {}): DrawingShape => ({
    kind: 'fill',
    rule: 'evenodd',
    contours,
    ink: true,
    ...more,
  })
  const fine = skinGrid(form, 1536, 1536)
  /** Marked area of all its copies, mm². */
  const areaOf = (own: Motif) => {
    const field = marksField(fine, own, 'mask').make()
    let area = 0
    field.levels.forEach((level, i) => {
      if (level) area += fine.rowMm * fine.columnMm[field.top + Math.floor(i / fine.width)]
    })
    return area
  }

  it('keeps its holes, by the rule that it names', () => {
    const [outer, inner] = [square(0, 1), square(0.25, 0.75)]
    expect(areaOf(drawn([fill([outer, inner])])) / (4 * 0.75 * 1600)).toBeCloseTo(1, 1)
    // Both wind alike: by their winding there is no hole; turned about there is.
    expect(areaOf(drawn([fill([outer, inner], { rule: 'nonzero' })])) / (4 * 1600)).toBeCloseTo(1, 1)
    const other = [...inner].reverse()
    expect(areaOf(drawn([fill([outer, other], { rule: 'nonzero' })])) / (4 * 0.75 * 1600)).toBeCloseTo(1, 1)
  })

  it('white takes away what was marked before it, of its own copy, and ink after it stays', () => {
    const shapes = [fill([square(0, 1)]), fill([disc(0.5, 0.5, 0.4)], { ink: false }), fill([disc(0.5, 0.5, 0.1)])]
    const expected = 4 * 1600 * (1 - Math.PI * (0.16 - 0.01))
    expect(areaOf(drawn(shapes)) / expected).toBeCloseTo(1, 1)
    // Copies so near that the white of one lies over the next: it takes nothing of it.
    const hood = [fill([square(0, 1)]), fill([square(-1, -0.01)], { ink: false })]
    expect(areaOf(drawn(hood, 'tool', { rows: 2, rowGapMm: 0 })) / (2 * 4 * 1600)).toBeCloseTo(1, 1)
  })

  it('its lines are as wide as the tool, or as they were drawn, with the ends that they have', () => {
    const line = (cap: 'butt' | 'square'): DrawingShape => ({
      kind: 'stroke',
      lines: [
        [
          [0.5, 0],
          [0.5, 1],
        ],
      ],
      width: 0.2,
      cap,
      join: 'miter',
      ink: true,
    })
    expect(areaOf(drawn([line('butt')], 'drawn')) / (4 * 8 * 40)).toBeCloseTo(1, 1)
    expect(areaOf(drawn([line('square')], 'drawn')) / (4 * 8 * 48)).toBeCloseTo(1, 1)
    expect(Math.abs(areaOf(drawn([line('butt')], 'tool')) / (4 * 1.6 * 41.3) - 1)).toBeLessThan(0.1)
    expect(strokesOf(grid, drawn([line('butt')], 'drawn'))).toMatchObject({ lengthMm: 160, boldestMm: 8 })
    expect(strokesOf(grid, drawn([line('butt')], 'tool')).boldestMm).toBe(1.6)
    // As outlines only, a line is the tool’s.
    expect(strokesOf(grid, drawn([line('butt')], 'drawn', { made: 'line' })).boldestMm).toBe(1.6)
  })

  it('what is filled is measured without its holes and without what white takes', () => {
    const ring = drawn([fill([square(0, 1), square(0.25, 0.75)]), fill([square(0, 0.2)], { ink: false })])
    expect(strokesOf(grid, ring).filledMm2).toBeCloseTo(4 * 1600 * (0.75 - 0.04), -1)
  })

  it('on a flat part too', () => {
    const tile = buildForm(demoStudio().pieces['scallop-dish'].form)
    if (!tile.ok) throw new Error('the dish does not build')
    const on = skinGrid(tile.value, 1024, 1024)
    const own = drawn([fill([square(0, 1), square(0.25, 0.75)])], 'tool', { side: 'floor', heightMm: 20, upMm: 30 })
    const field = marksField(on, own, 'mask').make()
    let area = 0
    field.levels.forEach((level, i) => {
      if (level) area += on.rowMm * on.columnMm[field.top + Math.floor(i / on.width)]
    })
    expect(area / (4 * 0.75 * 400)).toBeCloseTo(1, 1)
  })
})

describe('a line of a width', () => {
  const corner: MarkPoint[] = [
    [0, 0],
    [10, 0],
    [10, 10],
  ]
  const area = (cap: 'butt' | 'round' | 'square', join: 'miter' | 'round' | 'bevel', points = corner) =>
    filledArea(strokeOutline(points, { width: 2, cap, join }), 'nonzero')

  it('has the ends and the corners that are asked for', () => {
    // Two arms of 10 × 2 that share a quarter of a square; the miter fills the outer quarter.
    expect(area('butt', 'miter')).toBeCloseTo(40, 0)
    expect(area('butt', 'bevel')).toBeCloseTo(39.5, 0)
    expect(area('square', 'miter')).toBeCloseTo(44, 0)
    expect(area('round', 'round')).toBeCloseTo(39 + Math.PI / 4 + Math.PI, 0)
  })

  it('closed, it has corners all round and no ends', () => {
    const frame: MarkPoint[] = [...corner, [0, 10], [0, 0]]
    expect(area('round', 'miter', frame)).toBeCloseTo(12 * 12 - 8 * 8, 0)
  })

  it('of no length it is a dot, if its ends are not cut off', () => {
    const dot: MarkPoint[] = [
      [3, 3],
      [3, 3],
    ]
    expect(area('round', 'round', dot)).toBeCloseTo(Math.PI, 1)
    expect(area('square', 'round', dot)).toBeCloseTo(4, 1)
    expect(area('butt', 'round', dot)).toBe(0)
  })
})

describe('places', () => {
  it('a band cuts the outside and leaves the other parts whole', () => {
    const stretches = stretchesOf(form, bandOf(80, 20, 'outside', 'rim'))
    expect(stretches[0].to - stretches[0].from).toBeCloseTo(60, 9)
    expect(stretches[1]).toEqual(form.zones.rim)
    expect(reaches(form, wholeOf('floor'), form.totalMm - 1)).toBe(true)
    expect(stretchesOf(form, bandOf(900, 950))).toEqual([])
    expect(overlapMm(form, bandOf(0, 50), bandOf(30, 80))).toBeCloseTo(20, 9)
  })
})
