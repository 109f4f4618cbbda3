import { demoStudio } from '../src/core/demo/demoStudio'
import { buildTurnedForm } from '../src/core/form/turnedForm'
import { PRESETS } from '../src/core/form/presets'
import { type Step, type StepContent } from '../src/core/plan/step'
import { bandOf, OUTSIDE } from '../src/core/vocabulary/place'
import * as build from '../src/core/plan/build'
import { compilePlan } from '../src/core/plan/compilePlan'
import { MediaTable } from '../src/core/skin/mediaTable'
import { skinGrid } from '../src/core/skin/grid'
import { FieldCache } from '../src/core/skin/levelField'
import { SkinPainter, Palette } from '../src/core/skin/picture'
import { atlasOf, atlasOfWall, type Atlas } from '../src/core/skin/atlas'
import { presetForm } from '../src/core/model/presetForm'
import { SkinSimulation } from '../src/core/skin/simulation'
import { StackOptics } from '../src/core/skin/appearance'

/* Times as ratios to a copy of the same bytes in the same run, 2048 × 1024, one thread. */

const studio = demoStudio()
const media = Object.values(studio.media)
const built = buildTurnedForm('jug', PRESETS.jug.sizes)
if (!built.ok) throw new Error('the jug does not build')
const grid = skinGrid(built.value)
const mediaTable = new MediaTable(media)
const optics = new StackOptics(studio.bodies['estuary-red'], mediaTable.list)

const COLOURS = ['chalk-slip', 'marsh-black', 'tide-blue', 'gorse-yellow', 'berry-red']
const KINDS = ['reeds', 'leaves', 'scallops', 'chevrons'] as const

const motif = (i: number, lineMm: number) =>
  build.motif(KINDS[i % 4], 12, 20 + ((i * 37) % 90), 44, lineMm, { seed: i })

/** Acts that come between the coats of a busy piece. */
const BETWEEN: readonly ((i: number, lineMm: number) => StepContent)[] = [
  (i, lineMm) => build.carve('narrowLoop', motif(i, lineMm), 0.3),
  () => build.wax(bandOf(90, 100)),
  (i) => build.draw(COLOURS[i % 2], motif(i, 2), 'trailer'),
  (i) => build.fill(COLOURS[i % 5], bandOf(20, 90)),
  () => build.wipe(bandOf(20, 90)),
  () => build.impress('cloth', bandOf(150, 190), 0.4),
  (i) => build.mask(bandOf(60, 70), motif(i, 2)),
  () => build.peel(),
  (i) => build.coat(COLOURS[i % 5], bandOf(150, 190), 1, { applicator: 'sponge' }),
]

/**
 * A busy piece of n steps: `spread` lays each coat on a band of its own, six deep at most; otherwise all of them lie over one
 * another, which no potter would do and nothing survives, to see how the simulator bears it.
 */
function plan(n: number, spread: boolean, lineMm = 1.6): Step[] {
  const contents = Array.from({ length: n }, (_, i): StepContent => {
    if (i === 0) return build.bring('leatherHard')
    if (i === n - 1) return build.fire('glaze', '05')
    if (i === n - 2) return build.glaze('clear-gloss', OUTSIDE, 'dip')
    if (i % 3 === 0) return BETWEEN[(i / 3 - 1) % BETWEEN.length](i, i === 3 || i === 30 ? lineMm : 1.6)
    const from = spread ? 15 + ((i * 29) % 150) : 20
    return build.coat(COLOURS[i % 5], bandOf(from, spread ? from + 38 : 150 + i), i % 2 ? 3 : 1)
  })
  return build.numbered('b', 0, contents)
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
function copying(steps: number, on: Atlas): number {
  const from = new Uint32Array(on.width * on.height).fill(7)
  const to = new Uint32Array(from.length)
  return timed(5, () => {
    for (let i = 0; i < steps; i++) to.set(from)
  })
}

export function benchSkin(
  sizes: readonly number[],
  spread: boolean,
  on = atlasOfWall(grid),
): Record<string, string | number>[] {
  return sizes.map((n) => {
    const fields = new FieldCache()
    const operations = compilePlan(plan(n, spread), mediaTable, on)
    new SkinSimulation(on, mediaTable.list, fields).update(operations)
    const full = timed(15, () => new SkinSimulation(on, mediaTable.list, fields).update(operations))
    const simulation = new SkinSimulation(on, mediaTable.list, fields)
    simulation.update(operations)
    const painter = new SkinPainter(simulation)
    const palette = new Palette(optics, { kind: 'fired' }, 'daylight')
    const firstPaint = timed(1, () => painter.paint(simulation.pagesAfter(n), palette))
    const distinct = simulation.stacks.stacks.length
    let width = 1.6
    const edit = timed(5, () => {
      width += 0.1
      simulation.update(compilePlan(plan(n, spread, width), mediaTable, on))
    })
    const repaint = timed(1, () => painter.paint(simulation.pagesAfter(n), palette))
    const stacks = simulation.stacks.stacks.slice(0, 4000)
    const colours = timed(3, () => stacks.forEach((stack) => optics.appearance(stack, { kind: 'fired' }, 'daylight')))
    const copy = copying(n, on)
    return {
      steps: n,
      'full run, ms': full.toFixed(0),
      'copy, ms': copy.toFixed(0),
      'full ÷ copy': (full / copy).toFixed(1),
      'edit with its field, ms': edit.toFixed(0),
      'tiles replayed': simulation.replayedTiles,
      'first painting, ms': firstPaint.toFixed(0),
      'repainting an edit, ms': repaint.toFixed(0),
      'distinct stacks': distinct,
      'colours a second': Math.round((stacks.length / colours) * 1000),
    }
  })
}

console.log('A busy piece, each coat on its band')
console.table(benchSkin([10, 20, 40], true))
console.log('Everything over one another')
console.table(benchSkin([10, 20], false))

const teapot = presetForm('teapot')
const pot = buildTurnedForm('teapot', teapot.sizes)
if (!pot.ok) throw new Error('the teapot does not build')
console.log('A busy teapot: wall, spout, handle and lid')
console.table(benchSkin([20], true, atlasOf(pot.value, teapot.parts)))
