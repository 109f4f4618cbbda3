import { demoStudio } from '../src/core/demo/demoStudio'
import { buildTurnedForm } from '../src/core/form/turnedForm'
import { PRESETS } from '../src/core/form/presets'
import type { Step, StepContent } from '../src/core/model/step'
import { compilePlan } from '../src/core/skin/compile'
import { skinGrid } from '../src/core/skin/grid'
import { FieldCache } from '../src/core/skin/levelField'
import { SkinPainter, Palette } from '../src/core/skin/picture'
import { SkinSimulation } from '../src/core/skin/simulation'
import { StackOptics } from '../src/core/skin/appearance'

/* Times as ratios to a copy of the same bytes in the same run, 2048 × 1024, one thread. */

const studio = demoStudio()
const media = Object.values(studio.media)
const built = buildTurnedForm('jug', PRESETS.jug.sizes)
if (!built.ok) throw new Error('the jug does not build')
const grid = skinGrid(built.value)
const optics = new StackOptics(studio.bodies['estuary-red'], media)

/** A plan of n steps: coats of several colours, carvings, wax and a dip, as on a busy piece. */
function plan(n: number, lineMm = 1.6): Step[] {
  const colours = ['chalk-slip', 'marsh-black', 'tide-blue', 'gorse-yellow', 'berry-red']
  const kinds = ['reeds', 'leaves', 'scallops', 'chevrons'] as const
  const contents = Array.from({ length: n }, (_, i): StepContent => {
    if (i === 0) return { act: 'bring', to: 'leatherHard', cover: 'draped' }
    if (i === n - 1) return { act: 'fire', firing: 'glaze', cone: '05' }
    if (i === n - 2) return { act: 'glaze', mediumId: 'clear-gloss', place: { parts: ['outside'], band: null }, how: 'dip', coats: 1, waits: true }
    if (i % 3 === 0) return { act: 'carve', tool: 'narrowLoop', depthMm: 0.3, protection: 'none', motif: { kind: kinds[(i / 3) % 4], repeats: 12, side: 'outside', upMm: 20 + ((i * 13) % 90), heightMm: 50, lineMm: i === 3 ? lineMm : 1.6, variation: 0.4, seed: i } }
    if (i % 7 === 0) return { act: 'wax', mediumId: 'wax-resist', place: { parts: ['outside'], band: { fromMm: 90, toMm: 100 } }, waits: true }
    return { act: 'coat', mediumId: colours[i % 5], place: { parts: ['outside'], band: { fromMm: 20, toMm: 150 + i } }, coats: 1, direction: 'crossed', intent: 'cover', waits: true }
  })
  return contents.map((content, i) => ({ ...content, id: `b${i}`, done: false }) as Step)
}

const median = (times: number[]) => times.sort((a, b) => a - b)[times.length >> 1]

function timed(times: number, act: () => void): number {
  return median(
    Array.from({ length: times }, () => {
      const start = performance.now()
      act()
      return performance.now() - start
    }),
  )
}

/** One copy of the ids of the whole skin for each step. */
function copying(steps: number): number {
  const from = new Uint32Array(grid.width * grid.height).fill(7)
  const to = new Uint32Array(from.length)
  return timed(5, () => {
    for (let i = 0; i < steps; i++) to.set(from)
  })
}

export function benchSkin(): Record<string, string | number>[] {
  return [10, 20, 40].map((n) => {
    const fields = new FieldCache()
    const operations = compilePlan(plan(n), media, grid)
    new SkinSimulation(grid, media, fields).update(operations)
    const full = timed(3, () => new SkinSimulation(grid, media, fields).update(operations))
    const simulation = new SkinSimulation(grid, media, fields)
    simulation.update(operations)
    let width = 1.6
    const edit = timed(7, () => {
      width += 0.1
      simulation.update(compilePlan(plan(n, width), media, grid))
    })
    const painter = new SkinPainter(simulation)
    const palette = new Palette(optics, { kind: 'fired' }, 'daylight')
    const firstPaint = timed(1, () => painter.paint(simulation.pagesAfter(n), palette))
    simulation.update(compilePlan(plan(n, 3), media, grid))
    const repaint = timed(1, () => painter.paint(simulation.pagesAfter(n), palette))
    const stacks = simulation.stacks.stacks
    const colours = timed(3, () => stacks.forEach((stack) => optics.appearance(stack, { kind: 'fired' }, 'daylight')))
    const copy = copying(n)
    return {
      steps: n,
      'full run, ms': full.toFixed(0),
      'copy, ms': copy.toFixed(0),
      'full ÷ copy': (full / copy).toFixed(1),
      'edit with its field, ms': edit.toFixed(0),
      'tiles replayed': simulation.replayedTiles,
      'first painting, ms': firstPaint.toFixed(0),
      'repainting an edit, ms': repaint.toFixed(0),
      'distinct stacks': stacks.length,
      'colours a second': Math.round((stacks.length / colours) * 1000),
    }
  })
}

console.table(benchSkin())
