import { describe, expect, it } from 'vitest'
import { techniqueOf, TECHNIQUE_WORDS } from '../judge/technique'
import { TECHNIQUES } from '../clay/stageFit'
import { demoStudio } from '../demo/demoStudio'
import { localStage } from '../skin/localStage'
import { presetForm } from '../demo/piece'
import { buildForm } from '../form/buildForm'
import { bandOf, mediaOfStep, stepSchema, wholeOf, type Act, type StepContent } from './step'
import * as build from './stepBuilders'
import { timeline } from './timeline'

const wall = build.OUTSIDE
const motif = build.motif('knot', 8, 40.4, 24.6, 1.6)

/** One of each act. */
const EACH: StepContent[] = [
  build.bring('leatherHard'),
  build.burnish(wall),
  build.coat('tide-blue', wall),
  build.draw('chalk-slip', motif, 'trailer'),
  build.touchUp('tide-blue', 40, 90, 6),
  build.divide(12, 60.4),
  build.carve('knife', motif),
  build.incise('needle', motif),
  build.impress('bark', wall),
  build.fill('marsh-black', wall),
  build.wipe(wall),
  build.scrape(wall),
  build.wax(wall, motif),
  build.swab(wall),
  build.mask(bandOf(10, 20)),
  build.peel(),
  build.glaze('amber', wall, 'brush'),
  build.pick(wall),
  build.cleanFoot(),
  build.wipeDust(),
  build.fire('glaze', '05', true),
]

describe('steps in few words', () => {
  it.each(EACH.map((content) => [content.act, content] as const))('%s is a valid step', (_, content) => {
    expect(stepSchema.safeParse({ ...content, id: 's', done: false }).error).toBeUndefined()
  })

  it('leave no act out', () => {
    const acts = stepSchema.options.map((option) => option.shape.act.value as Act)
    expect(new Set(EACH.map((c) => c.act))).toEqual(new Set(acts))
  })

  it('name every medium they lay: mixtures and blends too', () => {
    const [step] = build.numbered('s', 0, [
      build.coat('tide-blue', wall, 2, {
        mix: [{ mediumId: 'shell-white', parts: 2 }],
        blend: { mediumId: 'reed-green', along: 'height' },
      }),
    ])
    expect(mediaOfStep(step)).toEqual(['tide-blue', 'shell-white', 'reed-green'])
    expect(mediaOfStep(build.numbered('s', 0, [build.peel()])[0])).toEqual([])
  })

  it('each belong to a technique of the stage table, or are drying and firing', () => {
    const { media } = demoStudio()
    const seen = build
      .numbered('s', 0, [
        ...EACH,
        build.coat('rust-wash', wall),
        build.coat('iris-opaque', wall),
        build.coat('chalk-slip', wall),
        build.fill('peat-slip', wall),
      ])
      .map((step) => techniqueOf(step, (id) => media[id]?.kind))
    expect(seen.filter((t) => t === null)).toHaveLength(2)
    expect(new Set(seen.filter((t) => t !== null))).toEqual(new Set(TECHNIQUES))
    for (const technique of TECHNIQUES) expect(TECHNIQUE_WORDS[technique]).toMatch(/^[A-Z]/)
  })
})

describe('the stage where a step works', () => {
  const form = buildForm(presetForm('beaker'))
  if (!form.ok) throw new Error('the beaker does not build')

  it('is still bisque outside while only the inside is glazed, until the outside is too', () => {
    const steps = build.numbered('s', 0, [
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.glaze('clear-gloss', build.INSIDE, 'pour'),
      build.wipe(wall),
      build.wipe(wholeOf('inside')),
      build.glaze('amber', bandOf(60, 100), 'brush'),
      build.wipe(bandOf(10, 40)),
      build.wipe(bandOf(80, 90)),
    ])
    const stages = steps.map((_, i) => localStage(form.value, steps, i, timeline(steps)[i].stage))
    expect(stages).toEqual(['wet', 'boneDry', 'bisque', 'bisque', 'glazedRaw', 'glazedRaw', 'bisque', 'glazedRaw'])
  })
})
