import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { wallSurface } from '../../form/assembly'
import { buildForm } from '../../form/buildForm'
import { presetForm } from '../../model/presetForm'
import { firedWith } from '../../model/studio'
import { skinGrid } from '../../skin/grid'
import { MediaTable } from '../../skin/mediaTable'
import { OUTSIDE, wholeOf } from '../../vocabulary/place'
import * as build from '../build'
import { compilePlan } from '../compilePlan'
import type { StepContent } from '../step'

/* What the kiln does to clay and glaze that were not ready for it. Common practice, no source. */

const studio = demoStudio()
const TWICE = { firings: 'bisqueAndGlaze' } as const
const ONCE = { firings: 'onceFired' } as const
const RED = studio.bodies['estuary-red']

function faults(
  contents: StepContent[],
  ways: Parameters<typeof firedWith>[1] = TWICE,
  preset: 'jug' | 'tile' = 'jug',
) {
  const form = buildForm(presetForm(preset))
  if (!form.ok) throw new Error('it does not build')
  const grid = skinGrid(form.value, 128, 256)
  expect(wallSurface(form.value).id).toBe(grid.surface.id)
  const media = new MediaTable(Object.values(studio.media))
  return compilePlan(build.numbered('s', 0, contents), media, grid, firedWith(RED, ways))
    .filter(({ aside }) => aside)
    .map(({ act, field }) => `${act.act} ${field.key.split(':').slice(0, 3).join(':')}`)
}

const dry = build.bring('boneDry')
const dryer = (to: 'softLeatherHard' | 'leatherHard' | 'boneDry'): StepContent => ({
  act: 'bring',
  to,
  cover: 'open',
  blower: 'dryer',
})
const inside = build.glaze('clear-gloss', wholeOf('inside', 'floor'), 'pour')

describe('a firing hotter than the clay stands', () => {
  it.each([
    ['01', ['bloat bloats:2']],
    ['02', ['bloat bloats:1']],
    ['03', []],
    ['06', []],
  ] as const)('to cone %s, where the clay stands cone 03', (cone, told) => {
    expect(faults([dry, build.fire('bisque', cone)]).map((f) => f.split(':').slice(0, 2).join(':'))).toEqual(told)
  })

  it('is no concern of a clay of which nothing is known', () => {
    const form = buildForm(presetForm('jug'))
    if (!form.ok) throw new Error('it does not build')
    const media = new MediaTable(Object.values(studio.media))
    const steps = build.numbered('s', 0, [dry, build.fire('bisque', '10')])
    const acts = compilePlan(steps, media, skinGrid(form.value, 64, 64)).map(({ act }) => act.act)
    expect(acts).toEqual(['fire'])
  })
})

describe('glaze on raw clay', () => {
  const raw = (stage: 'wet' | 'leatherHard' | 'boneDry') => [
    ...(stage === 'wet' ? [] : [build.bring(stage)]),
    inside,
    ...(stage === 'boneDry' ? [] : [dry]),
    build.fire('glaze', '05'),
  ]
  const flakes = (list: string[]) => list.filter((f) => f.startsWith('flake'))

  it('comes off here and there where the studio fires twice', () => {
    expect(flakes(faults(raw('boneDry')))).toEqual(['flake patch:0.2:9'])
    expect(flakes(faults(raw('leatherHard')))).toEqual(['flake patch:0.2:9'])
  })

  it('holds where the studio fires once: its glazes are made for it', () => {
    expect(flakes(faults(raw('boneDry'), ONCE))).toEqual([])
    expect(flakes(faults(raw('leatherHard'), ONCE))).toEqual([])
  })

  it('comes off in sheets on wet clay, however often a studio fires', () => {
    expect(flakes(faults(raw('wet'), ONCE))).toEqual(['flake patch:0.45:16'])
  })

  it('holds on bisque', () => {
    expect(
      flakes(faults([dry, build.fire('bisque', '04'), build.wipeDust(), inside, build.fire('glaze', '05')])),
    ).toEqual([])
  })
})

describe('glaze that touches the shelf', () => {
  const sticks = (contents: StepContent[], preset: 'jug' | 'tile' = 'tile') =>
    faults([dry, build.fire('bisque', '04'), build.wipeDust(), ...contents], TWICE, preset).filter((f) =>
      f.startsWith('stick'),
    )
  const back = build.glaze('clear-gloss', wholeOf('base'), 'brush')
  const glost = build.fire('glaze', '05')

  it.each([
    ['on the back of a tile', [back, glost], 'tile', 1],
    ['under a jug', [back, glost], 'jug', 1],
    ['on a slab too: it is ground off', [back, build.fire('glaze', '05', true)], 'tile', 1],
    ['not on a wire', [back, { ...glost, wire: true }], 'tile', 0],
    ['not on the face alone', [build.glaze('clear-gloss', wholeOf('floor'), 'brush'), glost], 'tile', 0],
    ['not in a decoration firing', [back, build.fire('decoration', '05')], 'tile', 0],
  ] as const)('%s', (_, contents, preset, times) => expect(sticks([...contents], preset)).toHaveLength(times))
})

describe('a hair dryer', () => {
  const cracks = (list: string[]) => list.filter((f) => f.includes('cracks'))
  const fired = [dry, build.fire('bisque', '04')]

  it('cracks the rim from leather-hard on, once, in the first fire', () => {
    const glazed = [build.wipeDust(), inside, build.fire('glaze', '05')]
    expect(cracks(faults([dryer('leatherHard'), ...fired, ...glazed]))).toHaveLength(1)
    expect(cracks(faults([dryer('boneDry'), build.fire('bisque', '04')]))).toHaveLength(1)
  })

  it('does no harm to the skin alone, nor does a fan, and a slab has no rim', () => {
    expect(cracks(faults([dryer('softLeatherHard'), ...fired]))).toEqual([])
    // What dries it once more after the bisque finds no wall that is wet.
    expect(cracks(faults([...fired, dryer('boneDry'), inside, build.fire('glaze', '05')]))).toEqual([])
    expect(cracks(faults([{ ...dryer('leatherHard'), blower: 'fan' } as StepContent, ...fired]))).toEqual([])
    expect(cracks(faults([dryer('leatherHard'), ...fired], TWICE, 'tile'))).toEqual([])
  })

  it('leaves a crust under which lines tear', () => {
    const carved = (first: StepContent) => {
      const form = buildForm(presetForm('jug'))
      if (!form.ok) throw new Error('it does not build')
      const media = new MediaTable(Object.values(studio.media))
      const cut = build.carve('stylus', build.motif('reeds', 9, 20, 60, 1), 0.4)
      const steps = build.numbered('s', 0, [first, build.coat('marsh-black', OUTSIDE, 3), cut])
      return compilePlan(steps, media, skinGrid(form.value, 64, 64)).find(({ act }) => act.act === 'carve')?.field.key
    }
    expect(carved(dryer('leatherHard'))).toContain('ragged')
    expect(carved(build.bring('leatherHard'))).not.toContain('ragged')
  })
})
