import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { STARTER_MEDIA } from '../cupboard/media'
import { surfacesOf } from '../form/assembly'
import { buildForm } from '../form/buildForm'
import { PART_KINDS } from '../form/partKinds'
import type { Part } from '../form/parts'
import { ball } from '../form/surfaces/ball'
import type { Surface } from '../form/surfaces/surface'
import { tube } from '../form/surfaces/tube'
import { presetForm } from '../model/presetForm'
import type { Vector } from '../numeric/vector'
import * as build from '../plan/build'
import { compilePlan } from '../plan/compilePlan'
import { joinedFrom } from '../plan/localStage'
import type { StepContent } from '../plan/step'
import { bandOf, OUTSIDE, wholeOf } from '../vocabulary/place'
import { areaIn, atlasOf, chartOf, GUTTER, type Atlas } from './atlas'
import { skinGrid, surfaceGrid } from './grid'
import { MediaTable } from './mediaTable'
import { marksField } from './motifs/marksField'
import { SkinSimulation } from './simulation'
import { measureSteps } from './stepRecord'

const built = (spec = presetForm('teapot')) => {
  const form = buildForm(spec)
  if (!form.ok) throw new Error(JSON.stringify(form.issue))
  return form.value
}
const jug = presetForm('jug')
const jugForm = built(jug)

const part = fc.record({
  kind: fc.constantFrom(...PART_KINDS),
  degrees: fc.integer({ min: 0, max: 359 }),
  upMm: fc.integer({ min: 0, max: 180 }),
  heightMm: fc.integer({ min: 5, max: 120 }),
  widthMm: fc.integer({ min: 3, max: 80 }),
  thickMm: fc.integer({ min: 2, max: 40 }),
  pair: fc.boolean(),
})

describe('the raster of all surfaces', () => {
  it('any assembly is packed without overlap, in whole eights, never coarser than half of the wall', () => {
    const wall = skinGrid(jugForm)
    const pitch = Math.max(wall.rowMm, ...wall.columnMm)
    fc.assert(
      fc.property(fc.array(part, { minLength: 1, maxLength: 16 }), (list) => {
        const parts = list.map((p, i): Part => ({ ...p, id: `p${i}` }))
        const { charts, width, height } = atlasOf(jugForm, parts)
        expect(charts.length).toBe(surfacesOf(jugForm, parts).length)
        expect(height % 64).toBe(0)
        charts.forEach(({ x, y, grid }, i) => {
          expect(x % 8).toBe(0)
          expect(grid.width % 8).toBe(0)
          expect(x + grid.width).toBeLessThanOrEqual(width)
          expect(y + grid.height).toBeLessThanOrEqual(height)
          if (i === 0) return
          expect(y - GUTTER).toBeGreaterThanOrEqual(1024)
          expect(Math.max(...grid.columnMm)).toBeLessThanOrEqual(2 * pitch + 1e-9)
          expect(grid.rowMm).toBeLessThanOrEqual(2 * pitch + 1e-9)
          for (const other of charts.slice(1, i)) {
            const apart =
              x - GUTTER >= other.x + other.grid.width + GUTTER ||
              other.x - GUTTER >= x + grid.width + GUTTER ||
              y - GUTTER >= other.y + other.grid.height + GUTTER ||
              other.y - GUTTER >= y + grid.height + GUTTER
            expect(apart).toBe(true)
          }
        })
      }),
      { numRuns: 60 },
    )
  })

  it('a form without parts has the wall alone', () => {
    const { charts, width, height } = atlasOf(jugForm, [])
    expect([charts.length, width, height]).toEqual([1, 2048, 1024])
  })
})

const mediaTable = new MediaTable(STARTER_MEDIA)
const run = (contents: readonly StepContent[], on: Atlas) => {
  const steps = build.numbered('s', 0, contents)
  const simulation = new SkinSimulation(on, mediaTable.list)
  const operations = compilePlan(steps, mediaTable, on)
  simulation.update(operations)
  return {
    simulation,
    steps,
    operations,
    records: measureSteps(simulation, operations, steps.length, mediaTable, joinedFrom(steps)),
  }
}
const teapot = presetForm('teapot')
const small = atlasOf(built(), teapot.parts, 512, 256)
const leather = build.bring('leatherHard')

/** True area of a surface’s zone, cm². */
const zoneCm2 = (id: string, key: string) => {
  const chart = chartOf(small, id)
  const area = areaIn(small, chart)
  const zone = chart.surface.zones.find((z) => z.key === key)
  if (!zone) throw new Error(key)
  let mm2 = 0
  for (let y = 0; y < chart.grid.height; y++) {
    const s = (y + 0.5) * chart.grid.rowMm
    if (s >= zone.stretch.from && s < zone.stretch.to) for (let x = 0; x < chart.grid.width; x++) mm2 += area(x, y)
  }
  return mm2 / 100
}

describe('acts on what is joined', () => {
  const only = (...on: string[]) => ({ parts: [], on, band: null, sectors: null })

  it('a coat on a lid lies on the lid, all of it and nothing else', () => {
    const { records } = run([leather, build.coat('tide-blue', only('lid/top'), 2)], small)
    // A brushed edge wobbles by half a millimetre.
    expect(records[1].touchedMm2 / 100 / zoneCm2('lid', 'top')).toBeGreaterThan(0.92)
    expect(records[1].touchedMm2 / 100 / zoneCm2('lid', 'top')).toBeLessThan(1.03)
  })

  it('parts go along with the wall unless they are left out', () => {
    const touched = (place: typeof OUTSIDE) =>
      run([leather, build.coat('tide-blue', place, 1)], small).records[1].touchedMm2
    const [along, alone] = [touched(OUTSIDE), touched({ ...OUTSIDE, on: [] })]
    const parts =
      zoneCm2('lid', 'top') + zoneCm2('lid', 'knob') + zoneCm2('spout', 'outside') + zoneCm2('handle', 'all')
    expect((along - alone) / 100 / parts).toBeCloseTo(1, 1)
  })

  it('a hand goes along a part where its band takes in all places at which it sits: a lid with the rim, a relief where it lies', () => {
    const shelled = [
      ...teapot.parts,
      { id: 'shell', kind: 'relief', degrees: 0, upMm: 50, heightMm: 30, widthMm: 20, thickMm: 5 } as const,
    ]
    const on = atlasOf(built(), shelled, 512, 256)
    const reached = (fromMm: number, toMm: number) => [
      ...new Set(run([leather, build.coat('tide-blue', bandOf(fromMm, toMm), 1)], on).operations.map((o) => o.on)),
    ]
    expect(reached(8, 400)).toContain('lid')
    expect(reached(8, 400)).toContain('shell')
    expect(reached(8, 90)).not.toContain('lid')
    expect(reached(40, 60)).toContain('shell')
    expect(reached(60, 90)).not.toContain('shell')
  })

  it('a hand stays on the wall in a low band, a dip takes parts up to its line, and wax keeps the seat bare', () => {
    const low = bandOf(0, 40)
    const brushed = run([leather, build.coat('tide-blue', low, 1)], small)
    expect(brushed.operations.every(({ on }) => on === undefined)).toBe(true)
    const bisque = build.fire('bisque', '04')
    const dipped = run([build.bring('boneDry'), bisque, build.glaze('clear-gloss', bandOf(0, 80), 'dip')], small)
    const spout = chartOf(small, 'spout')
    const ids = dipped.simulation.idsAfter(2)
    let [wet, above] = [0, 0]
    for (let y = 0; y < spout.grid.height; y++) {
      const at = spout.surface.ring((y + 0.5) * spout.grid.rowMm)
      for (let x = 0; x < spout.grid.width; x++) {
        const glazed = dipped.simulation.stacks.stacks[ids[(spout.y + y) * small.width + spout.x + x]].films.length > 0
        if (glazed) wet++
        // 80 mm up the wall is about 72 mm high.
        if (glazed && at((x + 0.5) / spout.grid.width)[1] > 74) above++
      }
    }
    expect(wet).toBeGreaterThan(100)
    expect(above).toBe(0)
    const waxed = run(
      [
        build.bring('boneDry'),
        bisque,
        build.wax(wholeOf('rim')),
        build.glaze('clear-gloss', wholeOf('inside', 'rim'), 'pour'),
      ],
      small,
    )
    const lid = chartOf(small, 'lid')
    const seat = lid.surface.zones.find(({ key }) => key === 'seat')?.stretch.from ?? 0
    const row = lid.y + Math.floor((seat + 0.6) / lid.grid.rowMm)
    const stack = waxed.simulation.stacks.stacks[waxed.simulation.idsAfter(3)[row * small.width + lid.x + 9]]
    expect(stack.films.map(({ medium }) => mediaTable.list[medium].kind)).not.toContain('glaze')
  })

  it('a dip held askew wets what lies below its plane: on a sphere 2πR(R + h), whatever the tilt', () => {
    const spec = presetForm('seal', { heightMm: 80, bellyMm: 80, footMm: 2, wallMm: 4 })
    const round = { ...spec, plan: { kind: 'round', ratio: 1 } as const, parts: [] }
    const on = atlasOf(built(round), [], 1024, 512)
    const { outside } = on.charts[0].surface.form.zones
    const dip = (tilt?: { degrees: number; towardDeg: number }) => {
      const glaze = build.glaze('clear-gloss', bandOf(0, (outside.to - outside.from) / 2), 'dip', tilt ? { tilt } : {})
      return run([build.bring('boneDry'), build.fire('bisque', '04'), glaze], on).records[2].touchedMm2
    }
    // Half of the sphere’s height: h = 0 about its middle, and a plane through the axis there halves it at every tilt.
    const half = 2 * Math.PI * 40 ** 2
    expect(dip() / half).toBeCloseTo(1, 1)
    for (const degrees of [15, 30, 45]) expect(dip({ degrees, towardDeg: 70 }) / half).toBeCloseTo(1, 1)
  })

  it('the wall comes out as it would without parts, texel for texel', () => {
    const plan = [
      leather,
      build.coat('tide-blue', OUTSIDE, 3),
      build.carve('narrowLoop', build.motif('reeds', 8, 22, 60, 2)),
      build.wax(bandOf(30, 50)),
      build.glaze('clear-gloss', OUTSIDE, 'dip'),
      build.fire('bisque', '04'),
    ]
    const wall = small.charts[0].grid
    const both = run(plan, small)
    const alone = new SkinSimulation(wall, mediaTable.list)
    alone.update(compilePlan(both.steps, mediaTable, wall))
    const [ids, own] = [both.simulation.idsAfter(5), alone.idsAfter(5)]
    const stack = (sim: SkinSimulation, id: number) => JSON.stringify(sim.stacks.stacks[id])
    const pairs = new Set(Array.from(own, (id, i) => `${ids[i]} ${id}`))
    for (const pair of pairs) {
      const [one, other] = pair.split(' ').map(Number)
      expect(stack(both.simulation, one)).toBe(stack(alone, other))
    }
  })

  it('a joint hides the wall under it: of a ball half sunk in, its greatest circle; of a lid nothing', () => {
    const jar = presetForm('cylinderJar')
    const form = built(jar)
    const berry: Part = {
      id: 'b',
      kind: 'ball',
      degrees: 40,
      upMm: 60,
      heightMm: 16,
      widthMm: 16,
      thickMm: 16,
      outMm: 0,
    }
    const wallOf = (parts: Part[]) => {
      const atlas = atlasOf(form, parts)
      const area = areaIn(atlas, atlas.charts[0])
      const { width, height } = atlas.charts[0].grid
      let mm2 = 0
      for (let y = 0; y < height; y++) for (let x = 0; x < width; x++) mm2 += area(x, y)
      return mm2
    }
    const bare = wallOf([])
    // Pressed in a little it would show more; deeper than .2 mm is hidden.
    expect((bare - wallOf([berry])) / (Math.PI * 7.8 ** 2)).toBeCloseTo(1, 1)
    expect((bare - wallOf([berry, { ...berry, id: 'c', degrees: 200 }])) / (2 * Math.PI * 7.8 ** 2)).toBeCloseTo(1, 1)
    expect(wallOf(jar.parts.filter(({ kind }) => kind === 'lid'))).toBe(bare)
  })

  it('what is painted before its parts are joined is painted under the joints too', () => {
    const touched = (...order: StepContent[]) => {
      const at = order.findIndex(({ act }) => act === 'coat')
      return run([leather, ...order], small).records[at + 1].touchedMm2
    }
    const coat = build.coat('tide-blue', { ...OUTSIDE, on: [] }, 1)
    const join: StepContent = { act: 'joinParts' }
    const [before, after] = [touched(coat, join), touched(join, coat)]
    expect(touched(coat)).toBeCloseTo(after, 3)
    // Two ends of the handle and the foot of the spout, which is 30 mm across where it leaves the wall.
    expect(before - after).toBeGreaterThan(400)
    expect(before - after).toBeLessThan(2500)
  })

  it('a plan replayed after an edit gives the ids of a full run, on every surface', () => {
    const plan = (coats: number) => [
      leather,
      build.coat('tide-blue', OUTSIDE, coats),
      build.carve('narrowLoop', build.motif('dots', 5, 8, 8, 2, { on: 'lid' })),
      build.bring('boneDry'),
      build.fire('bisque', '04'),
    ]
    const simulation = new SkinSimulation(small, mediaTable.list)
    for (const coats of [1, 3, 2])
      simulation.update(compilePlan(build.numbered('s', 0, plan(coats)), mediaTable, small))
    const films = (sim: SkinSimulation) =>
      [...sim.idsAfter(4)].filter((_, i) => i % 97 === 0).map((id) => JSON.stringify(sim.stacks.stacks[id]))
    expect(films(simulation)).toEqual(films(run(plan(2), small).simulation))
  })
})

const NAMED = { id: 'x', part: null, name: 'x', sits: [] }
const arc: Vector[] = Array.from({ length: 241 }, (_, i) => {
  const angle = (i / 240) * 4
  return [0, 35 * Math.sin(angle), 35 * Math.cos(angle)]
})
const sphere = ball(
  { across: 40, up: 40, deep: 40, taper: 0 },
  { middle: [0, 0, 0], out: [0, 0, 1], up: [0, 1, 0] },
  NAMED,
)
const torus = tube({ path: arc, sideways: [1, 0, 0], half: () => [10, 10], end: 'joined', wallMm: 3 }, () => [], NAMED)

describe('a circle of 30 mm is one on every surface', () => {
  // Area inside a geodesic circle of radius 15: sphere 2πR²(1 − cos ρ/R); torus from a prototype of ours, by integration.
  it.each<[string, Surface, number, number, number]>([
    ['at the equator of a sphere', sphere, 0.5, 0, 698.61],
    ['at 60° of latitude', sphere, 0.5 + 60 / 180, 0.2, 698.61],
    ['at 80° of latitude', sphere, 0.5 + 80 / 180, 0.4, 698.61],
    ['at the pole', sphere, 1, 0, 698.61],
    ['on the outer side of a torus', torus, 0.5, 0.5, 680.4],
    ['on the inner side of a torus', torus, 0.5, 0, 753.7],
  ])('%s', (_, surface, share, across, area) => {
    const width = 1024
    const rows = Math.ceil(surface.form.totalMm / 0.25)
    const grid = surfaceGrid(surface, width, rows)
    const upMm = share * surface.form.totalMm - 15
    const disc = build.motif('dots', 1, 0, 30, 1, { variation: 0, startDeg: across * 360 })
    const { levels } = marksField(grid, { ...disc, upMm }, 'mask').make()
    let mm2 = 0
    for (let y = 0; y < rows; y++) {
      const [low, high] = [surface.ring(y * grid.rowMm), surface.ring((y + 1) * grid.rowMm)]
      for (let x = 0; x < width; x++) {
        if (!levels[y * width + x]) continue
        const corners = [low(x / width), low((x + 1) / width), high((x + 1) / width), high(x / width)]
        const [a, b, c, d] = corners
        const p = [c[0] - a[0], c[1] - a[1], c[2] - a[2]]
        const q = [d[0] - b[0], d[1] - b[1], d[2] - b[2]]
        mm2 += Math.hypot(p[1] * q[2] - p[2] * q[1], p[2] * q[0] - p[0] * q[2], p[0] * q[1] - p[1] * q[0]) / 2
      }
    }
    // The dot that is drawn has its own diameter: compare with what it covers on a flat sheet.
    const flat = flatDot(disc)
    expect(mm2 / (flat * (area / (Math.PI * 15 ** 2)))).toBeGreaterThan(0.985)
    expect(mm2 / (flat * (area / (Math.PI * 15 ** 2)))).toBeLessThan(1.015)
  })
})

/** Area of a dot on a wide wall that is nearly flat, mm². */
function flatDot(disc: ReturnType<typeof build.motif>): number {
  const wide = ball(
    { across: 4000, up: 4000, deep: 4000, taper: 0 },
    { middle: [0, 0, 0], out: [0, 0, 1], up: [0, 1, 0] },
    NAMED,
  )
  const form = { ...wide.form, totalMm: 60 }
  // A window of 60 mm about its middle.
  const middle = wide.form.totalMm / 2
  const window: Surface = {
    ...wide,
    form: { ...form, zones: { ...form.zones, outside: { from: 0, to: 60 } } },
    ring: (s) => {
      const at = wide.ring(middle + s - 30)
      return (across) => at((across - Math.round(across)) * (60 / (2 * Math.PI * 4000)))
    },
  }
  const grid = surfaceGrid(window, 240, 240)
  const { levels } = marksField(grid, { ...disc, upMm: 15, startDeg: 0 }, 'mask').make()
  return levels.reduce((sum, level) => sum + (level ? 1 : 0), 0) * 0.25 ** 2
}
