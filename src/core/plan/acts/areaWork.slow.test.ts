import { describe, expect, it } from 'vitest'
import { infiniteReflectance } from '../../colour/kubelkaMunk'
import { STARTER_MEDIA } from '../../cupboard/media'
import { buildForm } from '../../form/buildForm'
import { presetForm } from '../../model/presetForm'
import { listAreas, partAreas, type FoundArea } from '../../skin/areas/findAreas'
import { mingleField, shareAt } from '../../skin/areas/mingleField'
import { areaWeights, skinGrid, texelArea } from '../../skin/grid'
import { MediaTable, mixed } from '../../skin/mediaTable'
import { SkinSimulation } from '../../skin/simulation'
import type { Medium } from '../../vocabulary/material'
import type { Drawing, Motif } from '../../vocabulary/motif'
import { wholeOf } from '../../vocabulary/place'
import * as build from '../build'
import { compilePlan } from '../compilePlan'
import type { StepContent } from '../step'

const built = buildForm(presetForm('tile'))
if (!built.ok) throw new Error('no tile')
const grid = skinGrid(built.value, 1024, 512)
const weights = areaWeights(grid)

/** Two glazes that run, and one that hardly does. */
const glaze = (id: string, more: Partial<Medium>): Medium => {
  const like = STARTER_MEDIA.find(({ kind }) => kind === 'glaze')
  if (!like) throw new Error('no glaze')
  return { ...like, id, name: id, surface: 'gloss', cautions: ['runs'], ...more }
}
const media = new MediaTable([
  ...STARTER_MEDIA,
  glaze('left', {}),
  glaze('right', {}),
  glaze('stiff', { surface: 'matte', cautions: [] }),
])

/** A square parted by a line down its middle; its two halves are areas. */
const halves: Drawing = {
  name: 'halves',
  aspect: 1,
  widths: 'tool',
  shapes: [
    {
      kind: 'stroke',
      lines: [
        [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
          [0, 0],
        ],
        [
          [0.5, 0],
          [0.5, 1],
        ],
      ],
      width: null,
      cap: 'round',
      join: 'round',
      ink: true,
    },
  ],
}
const motif: Motif = {
  ...build.motif('line', 1, 0, 60, 1.6, { side: 'floor', made: 'line', variation: 0 }),
  drawing: halves,
}
const parted = partAreas(grid, motif)
const { areas } = listAreas(parted, motif, [])
const [left, right] = areas.filter(({ mm2 }) => mm2 < 2000).toSorted((a, b) => a.at[0] - b.at[0])
const taken = ({ id, copy, at }: FoundArea) => ({ id, copy, at })

const glazeIn = (mediumId: string, area: FoundArea): StepContent => ({
  act: 'glazeIn',
  mediumId,
  motif,
  take: [taken(area)],
  tool: 'bulb',
  coats: 1,
  waits: true,
})
const fence = (lines: Motif): StepContent => build.draw('marsh-black', lines, 'trailer')

function run(contents: readonly StepContent[]) {
  const steps = build.numbered('s', 0, [build.bring('boneDry'), build.fire('bisque', '04'), ...contents])
  const simulation = new SkinSimulation(grid, media.list)
  simulation.update(compilePlan(steps, media, grid))
  const ids = simulation.idsAfter(steps.length - 1)
  /** mm² on which a medium lies on top. */
  const lies = (is: (number: number) => boolean) => {
    let mm2 = 0
    for (let i = 0; i < ids.length; i++) {
      const top = simulation.stacks.stacks[ids[i]].films.at(-1)
      if (top && is(top.medium)) mm2 += texelArea(weights, i % grid.width, Math.floor(i / grid.width))
    }
    return mm2
  }
  const number = (id: string) => media.numberOf(id) ?? -1
  const mixtures = (n: number) => media.partsOf(n).length > 1
  return { of: (id: string) => lies((n) => n === number(id)), mixed: lies(mixtures), lies, simulation, ids }
}

describe('colour between lines', () => {
  it('lies on its area out to the middle of its lines, but for what the hand strays', () => {
    expect(areas).toHaveLength(3)
    const { of } = run([glazeIn('left', left)])
    // 30 × 60 mm between the middles of its lines.
    expect(of('left') / 1800).toBeGreaterThan(0.93)
    expect(of('left') / 1800).toBeLessThan(1.03)
  })

  it('passes from one jar into another over its area, and nowhere else', () => {
    const blended = (along: 'up' | 'across' | 'inward') =>
      run([
        {
          act: 'colourIn',
          mediumId: 'tide-blue',
          motif,
          take: [taken(left)],
          tool: 'fineBrush',
          coats: 2,
          waits: true,
          blend: { mediumId: 'gorse-yellow', along },
        },
      ])
    for (const along of ['up', 'across', 'inward'] as const) {
      const { lies, of, mixed } = blended(along)
      expect(lies(() => true) / 1800, along).toBeGreaterThan(0.93)
      expect(lies(() => true) / 1800, along).toBeLessThan(1.03)
      expect(mixed, along).toBeGreaterThan(1000)
      // Nine steps: a straight gradient has as much of its first as of its last; inwards the outline has more than the middle.
      const [first, last] = [of('tide-blue'), of('gorse-yellow')]
      if (along === 'inward') expect(first).toBeGreaterThan(3 * last)
      else expect(Math.abs(first - last)).toBeLessThan(0.4 * first)
    }
  })

  it('a fine brush leaves thinner colour in an area that is narrower than itself', () => {
    const narrow = { ...motif, heightMm: 4 }
    const found = listAreas(partAreas(grid, narrow), narrow, []).areas.toSorted((a, b) => a.mm2 - b.mm2)[0]
    const thickness = (lines: Motif, area: FoundArea) => {
      const { simulation, ids } = run([
        {
          act: 'colourIn',
          mediumId: 'tide-blue',
          motif: lines,
          take: [taken(area)],
          tool: 'fineBrush',
          coats: 3,
          waits: true,
        },
      ])
      const tide = media.numberOf('tide-blue')
      const eighths = [...ids].flatMap((id) =>
        simulation.stacks.stacks[id].films.filter(({ medium }) => medium === tide),
      )
      return eighths.reduce((sum, film) => sum + film.eighths, 0) / eighths.length
    }
    expect(thickness(narrow, found)).toBeLessThan(0.85 * thickness(motif, left))
  })
})

describe('two runny glazes side by side', () => {
  const both = [glazeIn('left', left), glazeIn('right', right)]
  const fired = build.fire('glaze', '04')

  it('mix along a line that is only pencilled, as much of one as of the other', () => {
    const { mixed: mm2, of } = run([...both, fired])
    // A strip of some millimetres along 60 mm.
    expect(mm2).toBeGreaterThan(60)
    expect(mm2).toBeLessThan(300)
    expect(Math.abs(of('left') / of('right') - 1)).toBeLessThan(0.06)
  })

  it('are held by a fence, and meet where it is broken', () => {
    const whole = run([fence(motif), ...both, fired])
    expect(whole.mixed).toBe(0)
    const broken: Motif = {
      ...motif,
      drawing: {
        ...halves,
        shapes: halves.shapes.map((shape) =>
          shape.kind === 'stroke'
            ? {
                ...shape,
                lines: [
                  shape.lines[0],
                  [
                    [0.5, 0],
                    [0.5, 0.45],
                  ],
                  [
                    [0.5, 0.55],
                    [0.5, 1],
                  ],
                ],
              }
            : shape,
        ),
      },
    }
    const open = run([fence(broken), ...both, fired])
    expect(open.mixed).toBeGreaterThan(2)
    expect(open.mixed).toBeLessThan(40)
  })

  it('are held by a groove, empty or filled with colour, and not by one that is full of glaze', () => {
    const groove = build.incise('needle', { ...motif, lineMm: 1.2 }, 1)
    const filledWith = (mediumId: string) =>
      run([groove, build.fill(mediumId, wholeOf('floor')), build.wipe(wholeOf('floor')), ...both, fired]).mixed
    expect(filledWith('marsh-black')).toBeLessThan(2)
    expect(filledWith('clear-gloss')).toBeGreaterThan(20)
  })

  it('are not held by a fence that has been glazed over', () => {
    const flooded = run([fence(motif), build.glaze('clear-gloss', wholeOf('floor'), 'brush'), ...both, fired])
    expect(flooded.mixed).toBeGreaterThan(60)
  })

  it('a stiff one hardly mixes', () => {
    const stiff = run([glazeIn('stiff', left), glazeIn('right', right), fired])
    const runny = run([...both, fired])
    expect(stiff.mixed).toBeLessThan(0.55 * runny.mixed)
  })

  it('on a wall the upper one runs down over the lower', () => {
    const jar = buildForm(presetForm('cylinderJar'))
    if (!jar.ok) throw new Error('no jar')
    const wall = skinGrid(jar.value, 1024, 512)
    const bands: Motif = {
      ...motif,
      side: 'outside',
      upMm: 30,
      heightMm: 60,
      drawing: {
        ...halves,
        shapes: halves.shapes.map((shape) =>
          shape.kind === 'stroke'
            ? {
                ...shape,
                lines: [
                  shape.lines[0],
                  [
                    [0, 0.5],
                    [1, 0.5],
                  ],
                ],
              }
            : shape,
        ),
      },
    }
    const inner = listAreas(partAreas(wall, bands), bands, []).areas.filter(({ mm2 }) => mm2 < 2500)
    const [lower, upper] = inner.toSorted((a, b) => a.at[1] - b.at[1])
    const rows = [lower.spot[1], upper.spot[1]]
    /** Sixteenths of the other glaze, from the middle of one to the middle of the other. */
    const taking = (own: FoundArea, other: FoundArea) => {
      const areas = [own, other].map((area) => ({ motif: bands, take: [area] }))
      const { levels, top } = mingleField(wall, areas[0], areas[1], { halfMm: 1.2, sagMm: 3 }, []).make()
      const column = Math.floor(own.spot[0])
      return levels.reduce((sum, level, i) => {
        const row = top + Math.floor(i / wall.width)
        return i % wall.width === column && row > rows[0] && row < rows[1] ? sum + level : sum
      }, 0)
    }
    expect(taking(lower, upper)).toBeGreaterThan(30)
    expect(taking(lower, upper)).toBeGreaterThan(3 * taking(upper, lower))
  })

  it('mix as layers do: K and S add up, and not the colours', () => {
    // Worked by hand from R∞ = 1 + K/S − √((K/S)² + 2K/S) (Kubelka and Munk 1931): .5/.6 and .02/1.3, in quarters.
    const flat = (K: number, S: number) =>
      glaze('x', { optics: { K: new Array<number>(36).fill(K), S: new Array<number>(36).fill(S) } })
    const [a, b] = [flat(0.5, 0.6), flat(0.02, 1.3)]
    const shown = [0, 1, 2, 3, 4].map((k) => {
      if (k % 4 === 0) return infiniteReflectance((k ? b : a).optics.K[0], (k ? b : a).optics.S[0])
      const { optics } = mixed('m', [
        { medium: a, parts: 4 - k },
        { medium: b, parts: k },
      ])
      return infiniteReflectance(optics.K[0], optics.S[0])
    })
    for (const [i, r] of [0.297, 0.385, 0.485, 0.61, 0.839].entries()) expect(shown[i]).toBeCloseTo(r, 2)
  })

  it('are half and half in the middle, and all but one’s own a strip away', () => {
    expect(shareAt(0, 1.6)).toBeCloseTo(0.5, 3)
    expect(shareAt(1.6, 1.6)).toBeLessThan(0.03)
    expect(shareAt(-1.6, 1.6)).toBeGreaterThan(0.97)
  })
})

describe('what follows a cut line', () => {
  it('lies in it, looseness and all: a cut that is filled is filled where it was cut', () => {
    const loose = { ...build.motif('leaves', 6, 0, 40, 1.4, { side: 'floor', upMm: 35, variation: 0.6, made: 'line' }) }
    const dust = build.numbered('s', 0, [
      build.bring('leatherHard'),
      { act: 'incise', tool: 'narrowLoop', motif: loose, depthMm: 0.8, protection: 'none' } as StepContent,
      build.fill('tide-blue', wholeOf('floor')),
    ])
    const simulation = new SkinSimulation(grid, media.list)
    simulation.update(compilePlan(dust, media, grid))
    const tide = media.numberOf('tide-blue')
    const [cut, filled] = [simulation.idsAfter(1), simulation.idsAfter(2)]
    let [inside, all] = [0, 0]
    for (let i = 0; i < cut.length; i++) {
      const was = simulation.stacks.stacks[cut[i]]
      if (was.cutDepthUm < 200) continue
      all++
      if (simulation.stacks.stacks[filled[i]].films.some(({ medium }) => medium === tide)) inside++
    }
    expect(all).toBeGreaterThan(500)
    expect(inside / all).toBeGreaterThan(0.97)
  })
})
