import { buildForm } from '../src/core/form/buildForm'
import { presetForm } from '../src/core/model/presetForm'
import * as build from '../src/core/plan/build'
import { areaField } from '../src/core/skin/areas/areaField'
import { areaRaster } from '../src/core/skin/areas/areaRaster'
import { depthOf } from '../src/core/skin/areas/depth'
import { listAreas, partAreas } from '../src/core/skin/areas/findAreas'
import { labelAreas } from '../src/core/skin/areas/labels'
import { leaksIn } from '../src/core/skin/areas/leaks'
import { mingleField } from '../src/core/skin/areas/mingleField'
import { neighboursOf } from '../src/core/skin/areas/neighbours'
import { skinGrid } from '../src/core/skin/grid'
import type { Motif } from '../src/core/vocabulary/motif'

/* Areas between lines: sixty cells round a jar, 2048 × 1024, one thread, medians of seven. */

const built = buildForm(presetForm('cylinderJar'))
if (!built.ok) throw new Error('the jar does not build')
const grid = skinGrid(built.value)
const around = built.value.plan.length * 62
const aspect = around / 12 / 100
const line = (a: [number, number], b: [number, number]): [number, number][] => [a, b]
const cells: Motif = {
  ...build.motif('line', 12, 20, 100, 1.4, { made: 'line', variation: 0 }),
  drawing: {
    name: 'cells',
    aspect,
    widths: 'tool',
    shapes: [
      {
        kind: 'stroke',
        lines: [...[0, 1, 2, 3, 4, 5].map((k) => line([0, k / 5], [aspect, k / 5])), line([0, 0], [0, 1])],
        width: null,
        cap: 'round',
        join: 'round',
        ink: true,
      },
    ],
  },
}

function ms(act: () => void): string {
  const times = Array.from({ length: 7 }, () => {
    const start = performance.now()
    act()
    return performance.now() - start
  }).sort((a, b) => a - b)
  return `${times[3].toFixed(0)} ms`
}

const raster = areaRaster(grid, cells)
const labels = labelAreas(raster)
const depth = depthOf(raster)
const parted = partAreas(grid, cells)
const { areas } = listAreas(parted, cells, [])
const small = areas.filter(({ mm2 }) => mm2 < 2000)
console.log(`areas: ${small.length} cells`)
console.log(`  lines drawn ${ms(() => areaRaster(grid, cells))}, labels ${ms(() => labelAreas(raster))}`)
console.log(`  depths ${ms(() => depthOf(raster))}, neighbours ${ms(() => neighboursOf(raster, labels))}`)
console.log(`  gaps ${ms(() => leaksIn(raster, depth))}`)
console.log(`  ids and names with gaps ${ms(() => listAreas(parted, cells, areas))}`)
const take = (from: number, step: number) => small.filter((_, i) => i % step === from)
let seed = 0
const coloured = (list: typeof small) =>
  areaField(grid, { motif: cells, take: list, tool: 'bulb', coats: 1, seed: seed++ }, []).make()
coloured(small)
console.log(`  one area coloured ${ms(() => coloured(small.slice(0, 1)))}, all ${ms(() => coloured(small))}`)
const meet = () =>
  mingleField(
    grid,
    { motif: cells, take: take(0, 2) },
    { motif: cells, take: take(1, 2) },
    { halfMm: 1.3, sagMm: 2 },
    [],
  ).make()
console.log(`  all cells meet their neighbours unfenced ${ms(meet)}`)
