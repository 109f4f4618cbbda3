import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { stretchArea } from '../form/measures'
import { PRESETS } from '../form/presets'
import { buildTurnedForm } from '../form/turnedForm'
import type { Medium } from '../vocabulary/material'
import type { Step, StepContent } from '../plan/step'
import type { Place } from '../vocabulary/place'
import * as build from '../plan/build'
import { compilePlan } from '../plan/compilePlan'
import { MediaTable } from './mediaTable'
import { measureGauges } from './gauges'
import { StackOptics } from './appearance'
import { areaWeights, rowsOf, skinGrid, texelArea } from './grid'
import { SkinSimulation } from './simulation'
import { ciede2000 } from '../colour/ciede2000'

const studio = demoStudio()
const media: Medium[] = Object.values(studio.media)
const built = buildTurnedForm('beaker', PRESETS.beaker.sizes)
if (!built.ok) throw new Error('the beaker does not build')
const form = built.value
const grid = skinGrid(form, 512, 256)
const optics = new StackOptics(studio.bodies['peat-dark'], media)
const outside = (fromMm?: number, toMm?: number): Place => ({
  parts: ['outside'],
  band: fromMm === undefined ? null : { fromMm, toMm: toMm ?? 2000 },
  sectors: null,
})
const mediaTable = new MediaTable(media)

let counter = 0
const step = (content: StepContent): Step => ({ ...content, id: `t${++counter}`, done: false }) as Step
const leather = step({ act: 'bring', to: 'leatherHard', cover: 'draped', blower: 'none' })
const dry = step(build.bring('boneDry'))
const coat = (mediumId: string, coats: number, over: Partial<Extract<Step, { act: 'coat' }>> = {}): Step =>
  ({ ...step(build.coat(mediumId, outside(), coats)), ...over }) as Step
const bisque = step(build.fire('bisque', '04'))
const dots = step(build.carve('narrowLoop', build.motif('dottedRing', 10, 40, 20, 1.2, { variation: 0, seed: 1 }), 0.4))

function simulate(steps: Step[], on = grid) {
  const simulation = new SkinSimulation(on, mediaTable.list)
  simulation.update(compilePlan(steps, mediaTable, on))
  return simulation
}
const finalIds = (steps: Step[], on = grid) => {
  const simulation = simulate(steps, on)
  return { simulation, ids: simulation.idsAfter(steps.length - 1) }
}
const shares = (steps: Step[], on = grid) => {
  const { simulation, ids } = finalIds(steps, on)
  const gauges = measureGauges(simulation.atlas, ids, simulation.stacks.stacks, optics, [
    { chart: simulation.atlas.charts[0], stretches: [form.zones.outside] },
  ])
  return { gauges, of: (what: string) => gauges.visible.find((v) => v.what === what)?.share ?? 0 }
}

describe('the simulated skin', () => {
  const plans: Step[][] = [
    [leather, coat('marsh-black', 3), dots, bisque],
    [leather, coat('chalk-slip', 2), coat('tide-blue', 3), dots, bisque],
    [leather, step(build.wax(outside(30, 50))), coat('berry-red', 2), bisque],
    [coat('reed-green', 2), leather, coat('chalk-slip', 1, { waits: false }), dots],
    [],
  ]

  it('edited from any plan to any other equals a full run', () => {
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...plans), { minLength: 1, maxLength: 5 }), (row) => {
        const edited = new SkinSimulation(grid, mediaTable.list)
        for (const steps of row) edited.update(compilePlan(steps, mediaTable, grid))
        const last = row[row.length - 1]
        const fresh = simulate(last)
        const a = edited.idsAfter(last.length - 1)
        const b = fresh.idsAfter(last.length - 1)
        // Each pair of stacks that lies anywhere is held against each other once.
        const pairs = new Map<number, Set<number>>()
        for (let i = 0; i < a.length; i++) pairs.set(a[i], (pairs.get(a[i]) ?? new Set()).add(b[i]))
        for (const [one, others] of pairs)
          for (const other of others) expect(edited.stacks.stacks[one]).toEqual(fresh.stacks.stacks[other])
      }),
      { numRuns: 12 },
    )
  })

  it('shows every moment of the plan: bare, coated, carved', () => {
    const steps = plans[0]
    const simulation = simulate(steps)
    expect(new Set(simulation.idsAfter(-1))).toEqual(new Set([0]))
    expect(new Set(simulation.idsAfter(0))).toEqual(new Set([0]))
    expect(simulation.idsAfter(1)).not.toEqual(simulation.idsAfter(2))
    expect(simulation.idsAfter(3)).toEqual(finalIds(steps).ids)
  })

  it('replays only the tiles that an edit touches', () => {
    const simulation = simulate(plans[0])
    simulation.update(compilePlan(plans[0], mediaTable, grid))
    expect(simulation.replayedTiles).toBe(0)
    const narrower = { ...dots, motif: { ...(dots as Extract<Step, { act: 'carve' }>).motif, lineMm: 0.8 } } as Step
    simulation.update(compilePlan([leather, coatOf(plans[0]), narrower, bisque], mediaTable, grid))
    expect(simulation.replayedTiles).toBeGreaterThan(0)
    expect(simulation.replayedTiles).toBeLessThan((grid.width / 64) * (grid.height / 64))
  })

  it('refuses a raster that is not made of whole tiles', () => {
    expect(() => new SkinSimulation(skinGrid(form, 500, 256), media)).toThrow('500')
  })
})

const coatOf = (steps: Step[]) => steps[1]

describe('areas against closed forms', () => {
  it('the rows of the skin add up to the area of the form', () => {
    let area = 0
    const weights = areaWeights(grid)
    for (let row = 0; row < grid.height; row++) area += texelArea(weights, 0, row) * grid.width
    expect(area / stretchArea(form, { from: 0, to: form.totalMm })).toBeCloseTo(1, 2)
  })

  it('a band covers its share of the wall', () => {
    const wanted =
      stretchArea(form, { from: form.zones.outside.from + 30, to: form.zones.outside.from + 60 }) /
      stretchArea(form, form.zones.outside)
    expect(shares([leather, coat('marsh-black', 3, { place: outside(30, 60) })]).of('Marsh black')).toBeCloseTo(
      wanted,
      1,
    )
    expect(
      Math.abs(
        shares([leather, step(build.wax(outside(30, 60))), coat('marsh-black', 3), dry, bisque]).of('body') / wanted -
          1,
      ),
    ).toBeLessThan(0.09)
  })

  it('carved dots and rings bare as much as dots and rings measure', () => {
    const { motif } = dots as Extract<Step, { act: 'carve' }>
    const r = 2 * Math.PI * grid.radiusMm[Math.round((form.zones.outside.from + 50) / grid.rowMm)]
    const dotRadius = Math.min((r / 10) * 0.3, 20 * 0.26) + motif.lineMm * 0.2
    const bare = 10 * Math.PI * dotRadius ** 2 + 2 * r * motif.lineMm
    const measured =
      shares([leather, coat('marsh-black', 3), dots], skinGrid(form, 1536, 1024)).of('body') *
      stretchArea(form, form.zones.outside)
    expect(Math.abs(measured / bare - 1)).toBeLessThan(0.15)
  })

  it('a motif closes round the form: its first and last columns continue each other', () => {
    const wave = step(build.carve('narrowLoop', build.motif('waves', 7, 30, 40, 2, { variation: 0, seed: 1 }), 0.4))
    const { ids, simulation } = finalIds([leather, wave])
    const cut = (column: number) =>
      Array.from(
        { length: grid.height },
        (_, row) => simulation.stacks.stacks[ids[row * grid.width + column]].cutDepthUm > 0,
      )
    const cuts = (column: number) => cut(column).filter(Boolean).length
    expect(cuts(0)).toBeGreaterThan(3)
    const differ = cut(0).filter((c, i) => c !== cut(grid.width - 1)[i]).length
    expect(differ).toBeLessThan(cuts(0))
  })
})

describe('what goes wrong is seen (common practice, no source)', () => {
  const glazed = (steps: Step[], dusted: boolean): Step[] => [
    ...steps,
    bisque,
    ...(dusted ? [step({ act: 'wipeDust' })] : []),
    step(build.glaze('clear-gloss', outside(), 'dip')),
    step(build.fire('glaze', '05')),
  ]
  const good = shares([leather, coat('shell-white', 3), bisque])

  it.each<[string, Step[], (s: ReturnType<typeof shares>) => void]>([
    [
      'on wet clay the body shows through',
      [coat('shell-white', 3), bisque],
      (s) => expect(s.gauges.filmUm?.least ?? 0).toBeLessThan((good.gauges.filmUm?.least ?? 0) / 2),
    ],
    [
      'without waiting the coats lift each other',
      [leather, coat('shell-white', 3, { waits: false }), bisque],
      (s) => expect(s.gauges.filmUm?.least ?? 0).toBeLessThan((good.gauges.filmUm?.least ?? 0) / 2),
    ],
    [
      'slip on dry clay flakes off',
      [step({ act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }), coat('chalk-slip', 2), bisque],
      (s) => expect(s.of('body')).toBeGreaterThan(0.25),
    ],
    [
      'a very thick film blisters',
      [leather, coat('shell-white', 20), bisque],
      (s) => expect(s.of('body')).toBeGreaterThan(0.1),
    ],
    [
      'dust makes glaze crawl',
      glazed([leather, coat('shell-white', 3)], false),
      () => expect(bald(glazed([leather, coat('shell-white', 3)], false))).toBeGreaterThan(0.015),
    ],
    [
      'a clean surface does not crawl',
      glazed([leather, coat('shell-white', 3)], true),
      () => expect(bald(glazed([leather, coat('shell-white', 3)], true))).toBe(0),
    ],
    [
      'a dip over unfired colour on bisque smears it',
      smeared(),
      (s) => expect(s.gauges.filmUm?.least ?? 99).toBeLessThan(45),
    ],
  ])('%s', (_, steps, check) => check(shares(steps)))

  function smeared(): Step[] {
    return [
      step({ act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }),
      bisque,
      step({ act: 'wipeDust' }),
      coat('shell-white', 3),
      step(build.glaze('clear-gloss', outside(), 'dip')),
      step(build.fire('glaze', '05')),
    ]
  }

  /** Share of the outside that a glaze was meant to cover and does not. */
  function bald(steps: Step[]): number {
    const { simulation, ids } = finalIds(steps)
    const [top, bottom] = rowsOf(grid, form.zones.outside)
    let bare = 0
    for (let i = top * grid.width; i < bottom * grid.width; i++)
      if (!simulation.stacks.stacks[ids[i]].films.some((f) => media[f.medium].kind === 'glaze')) bare++
    return bare / ((bottom - top) * grid.width)
  }

  it('one coat fires streaked, three crossed coats do not', () => {
    const spread = (coats: number) => {
      const { simulation, ids } = finalIds([leather, coat('shell-white', coats), dry, bisque])
      const row = Math.round((form.zones.outside.from + 50) / grid.rowMm)
      const labs = Array.from({ length: 60 }, (_, i) =>
        optics.lab(simulation.stacks.stacks[ids[(row + (i % 20) - 10) * grid.width + i * 8]]),
      )
      return labs.reduce((sum, l) => sum + ciede2000(l, labs[0]), 0) / labs.length
    }
    expect(spread(1)).toBeGreaterThan(2 * spread(3))
    expect(spread(3)).toBeLessThan(0.8)
  })

  it('carving dry clay tears: its edge wanders more than at leather-hard', () => {
    const edge = (steps: Step[]) => {
      const { simulation, ids } = finalIds(steps)
      const row = Math.round((form.zones.outside.from + 40) / grid.rowMm)
      const depths = Array.from(
        { length: grid.width },
        (_, x) => simulation.stacks.stacks[ids[row * grid.width + x]].cutDepthUm,
      )
      return new Set(depths).size
    }
    expect(edge([step({ act: 'bring', to: 'boneDry', cover: 'open', blower: 'none' }), dots])).toBeGreaterThan(
      edge([leather, dots]),
    )
  })

  it('soft clay throws up a burr where leather-hard clay cut with a loop has none', () => {
    const burrs = (stage: Step) => {
      const { simulation, ids } = finalIds([stage, dots])
      return [...ids].filter((id) => simulation.stacks.stacks[id].burrUm > 0).length
    }
    expect(burrs(leather)).toBe(0)
    expect(burrs(step({ act: 'bring', to: 'softLeatherHard', cover: 'draped', blower: 'none' }))).toBeGreaterThan(200)
  })
})
