import { GLAZING, glazeWorth } from '../vocabulary/tools'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { presetForm } from '../model/presetForm'
import { wallSurface } from '../form/assembly'
import { buildForm } from '../form/buildForm'
import { goodStages, type StageFit } from '../clay/stageFit'
import { STAGES, type Stage } from '../clay/stages'
import { newStepContent } from '../usecases/create/newStep'
import { benchWords, stepWords } from '../usecases/words/stepWords'
import { wordingFor } from '../usecases/words/wording'
import { kindsLaidBy, MEDIUM_KIND, MEDIUM_KINDS, type MediumKind } from '../vocabulary/mediumKinds'
import { bandOf, OUTSIDE, wholeOf } from '../vocabulary/place'
import { FAMILIES } from './actDefinition'
import { minutesAt } from './pace'
import { ACTS } from './acts'
import * as build from './build'
import { coneIndex } from '../firing/cones'
import { applyOp } from '../skin/stackOps'
import { StackOptics } from '../skin/appearance'
import { skinGrid } from '../skin/grid'
import { MediaTable } from '../skin/mediaTable'
import { probeSpot } from '../skin/probe'
import { BARE } from '../skin/stack'
import { compilePlan } from './compilePlan'
import { atStage } from './stepTime'
import { localStage } from './localStage'
import { ACT_NAMES, actOf, mediaOfStep, stepSchema, type Act, type Step, type StepContent } from './step'
import { timeline } from './timeline'
import { nominalCoat } from '../vocabulary/films'

const studio = demoStudio()
const piece = studio.pieces['reed-jugs']
const built = buildForm(piece.form)
if (!built.ok) throw new Error('the jug does not build')
const form = built.value

const stepOf = (act: Act): Step => ({ id: 's', done: false, ...newStepContent(act, piece, studio, form, -1) }) as Step
const kindOf = (id: string) => studio.media[id]?.kind

describe('every act of the hand', () => {
  it.each(ACT_NAMES)('%s begins as a valid step, has words for rail and bench, takes a sensible time', (act) => {
    const step = stepOf(act)
    expect(stepSchema.safeParse(step).error).toBeUndefined()
    expect(FAMILIES).toContain(ACTS[act].family)
    expect(ACTS[act].hint.length).toBeGreaterThan(5)
    const words = stepWords(step, studio)
    expect(words.title).toMatch(/^[A-Z]/)
    expect(words.brief).not.toMatch(/undefined|null|NaN/)
    for (const stage of STAGES) {
      const bench = benchWords(step, atStage(stage, 'open'), studio)
      expect(bench.detail).toMatch(/[.]$|settles within 20 seconds\.$|first\.$/)
      expect(bench.lookFor.length).toBeGreaterThan(3)
      expect(JSON.stringify(bench)).not.toMatch(/undefined|NaN/)
    }
    const minutes = minutesAt(
      actOf(step).hands(step, { touchedCm2: 200, placeCm2: () => 200, linesMm: 900, widestMm: 300 }),
      {},
    )
    expect(minutes).toBeGreaterThanOrEqual(0)
    expect(minutes).toBeLessThan(240)
  })

  it.each(ACT_NAMES)('%s knows every stage, with a reason wherever it is not good, and one where it is', (act) => {
    const technique = actOf(stepOf(act)).fit(stepOf(act), kindOf)
    if (!technique) return expect(['bring', 'fire']).toContain(act)
    expect(technique.doing).toMatch(/^[A-Z]/)
    expectReasons(Object.values(technique.fit))
    expect(goodStages(technique.fit).length).toBeGreaterThan(0)
  })

  it('what lays a medium says what it takes, and how long it dries unless it is a dab', () => {
    for (const act of ACT_NAMES) {
      const step = stepOf(act)
      const lays = mediaOfStep(step).length > 0
      expect(ACTS[act].takes !== undefined, act).toBe(lays)
      if (lays && act !== 'touchUp')
        expect(actOf(step).waits?.(step, { surface: 'leatherHard', kindOf })?.[0], act).toBeGreaterThan(30)
    }
  })
})

function expectReasons(fits: readonly StageFit[]) {
  for (const fit of fits) if (fit.fit !== 'good') expect(fit.because.length).toBeGreaterThan(15)
}

describe('the highlight of burnished clay', () => {
  const coat = build.coat('chalk-slip', OUTSIDE, 2)
  const asks = (contents: readonly StepContent[]) => {
    const steps = build.numbered('s', 0, contents)
    return benchWords(steps.at(-1) as Step, timeline(steps)[steps.length - 1], studio).lookFor.includes('highlight')
  }
  const leather = build.bring('leatherHard')

  it.each([
    ['a coat on plain clay', [leather, coat], false],
    ['a coat on burnished clay', [leather, build.burnish(OUTSIDE), coat], true],
    ['a coat after it has dried on', [leather, build.burnish(OUTSIDE), build.bring('hardLeatherHard'), coat], true],
    ['a coat elsewhere', [leather, build.burnish(wholeOf('floor')), coat], false],
    ['a coat on bisque', [leather, build.burnish(OUTSIDE), build.fire('bisque', '04'), coat], false],
  ])('%s', (_, contents, asked) => expect(asks(contents as StepContent[])).toBe(asked))
})

describe('every kind of medium', () => {
  it.each(MEDIUM_KINDS)('%s has a name, an act that lays it, and a stage that suits it', (kind) => {
    const { name, plural, laidBy, laid, trailed, filled } = MEDIUM_KIND[kind]
    expect(name.length * plural.length).toBeGreaterThan(0)
    expect(laidBy.length).toBeGreaterThan(0)
    for (const act of laidBy) expect(kindsLaidBy(act)).toContain(kind)
    for (const laying of [laid, trailed, filled]) if (laying) expectReasons(Object.values(laying.fit))
    expect(goodStages(laid.fit).length).toBeGreaterThan(0)
  })

  it('each leaves something in the fire, but for what resists', () => {
    for (const kind of MEDIUM_KINDS) expect(MEDIUM_KIND[kind].family === null, kind).toBe(MEDIUM_KIND[kind].resists)
  })
})

/* Trade facts: common practice, no source. */
describe('what goes at which stage', () => {
  it.each<[MediumKind, Stage, string]>([
    ['underglaze', 'wet', 'harmful'],
    ['underglaze', 'leatherHard', 'good'],
    ['underglaze', 'boneDry', 'good'],
    ['underglaze', 'bisque', 'good'],
    ['slip', 'leatherHard', 'good'],
    ['slip', 'boneDry', 'harmful'],
    ['slip', 'bisque', 'harmful'],
    ['wax', 'boneDry', 'good'],
    ['wax', 'glazedRaw', 'good'],
    ['glaze', 'bisque', 'good'],
    ['glaze', 'softLeatherHard', 'harmful'],
    ['glaze', 'fired', 'harmful'],
    ['opaque', 'glazedRaw', 'good'],
    ['line', 'glazedRaw', 'good'],
    ['line', 'leatherHard', 'harmful'],
  ])('%s on %s clay is %s', (kind, stage, wanted) => {
    expect(MEDIUM_KIND[kind].laid.fit[stage].fit).toBe(wanted)
  })

  it.each<[Act, Stage, string]>([
    ['carve', 'leatherHard', 'good'],
    ['carve', 'hardLeatherHard', 'good'],
    ['carve', 'softLeatherHard', 'workable'],
    ['carve', 'boneDry', 'harmful'],
    ['carve', 'glazedRaw', 'good'],
    ['incise', 'softLeatherHard', 'good'],
    ['impress', 'wet', 'good'],
    ['impress', 'boneDry', 'harmful'],
    ['scrape', 'hardLeatherHard', 'good'],
    ['wipeDust', 'glazedRaw', 'harmful'],
    ['mist', 'bisque', 'good'],
    ['mist', 'glazedRaw', 'harmful'],
  ])('to %s on %s clay is %s', (act, stage, wanted) => {
    const step = stepOf(act)
    expect(actOf(step).fit(step, kindOf)?.fit[stage].fit).toBe(wanted)
  })

  it('slip is judged otherwise trailed and inlaid than laid', () => {
    const doing = (content: StepContent) => {
      const [step] = build.numbered('s', 0, [content])
      return actOf(step).fit(step, kindOf)?.doing
    }
    const motif = build.motif('knot', 8, 40, 24, 1.6)
    expect(doing(build.coat('chalk-slip', OUTSIDE))).toBe('Slip')
    expect(doing(build.draw('chalk-slip', motif, 'trailer'))).toBe('Slip trailing')
    expect(doing(build.draw('chalk-slip', motif, 'brush'))).toBe('Slip')
    expect(doing(build.fill('chalk-slip', OUTSIDE))).toBe('Inlaying slip')
    expect(doing(build.fill('tide-blue', OUTSIDE))).toBe('Filling lines')
    expect(doing(build.draw('tide-blue', motif, 'trailer'))).toBe('Underglaze')
  })
})

describe('the media of a step', () => {
  it('are all that it lays: mixtures and blends too', () => {
    const [step] = build.numbered('s', 0, [
      build.coat('tide-blue', OUTSIDE, 2, {
        mix: [{ mediumId: 'shell-white', parts: 2 }],
        blend: { mediumId: 'reed-green', along: 'height' },
      }),
    ])
    expect(mediaOfStep(step)).toEqual(['tide-blue', 'shell-white', 'reed-green'])
    expect(mediaOfStep(build.numbered('s', 0, [build.peel()])[0])).toEqual([])
  })

  it('that are missing from the cupboard are said to be', () => {
    const wording = wordingFor(studio)
    expect(wording.nameOf('nowhere')).toBe('missing colour')
    expect(wording.nameOf('nowhere', 'Missing glaze')).toBe('Missing glaze')
  })
})

describe('the life of clay along a plan', () => {
  const at = (...contents: StepContent[]) => timeline(build.numbered('s', 0, contents)).at(-1)

  it('is changed by drying, glazing bisque and firing, and by nothing else', () => {
    expect(at()).toEqual({ burnished: [], stage: 'wet', surface: 'wet', cover: 'open' })
    expect(at(build.bring('leatherHard', 'sealed'))).toMatchObject({ stage: 'leatherHard', cover: 'sealed' })
    expect(at(build.bring('boneDry'), build.fire('bisque', '04'))?.stage).toBe('bisque')
    expect(at(build.fire('decoration', '04'))?.stage).toBe('bisque')
    expect(at(build.fire('glaze', '05'))?.stage).toBe('fired')
    expect(at(build.fire('bisque', '04'), build.glaze('amber', OUTSIDE, 'dip'))?.stage).toBe('glazedRaw')
    // Once-fired glaze leaves greenware greenware.
    expect(at(build.bring('boneDry'), build.glaze('amber', OUTSIDE, 'dip'))?.stage).toBe('boneDry')
    expect(at(build.bring('boneDry'), build.coat('tide-blue', OUTSIDE))?.stage).toBe('boneDry')
  })

  it('misting makes the surface drink like clay a stage wetter, until it dries or is fired', () => {
    const mist = { act: 'mist', place: OUTSIDE } as const
    expect(at(build.bring('boneDry'), mist)).toMatchObject({ stage: 'boneDry', surface: 'hardLeatherHard' })
    expect(at(build.fire('bisque', '04'), mist)?.surface).toBe('boneDry')
    expect(at(mist, build.bring('boneDry'))?.surface).toBe('boneDry')
    expect(at(mist)?.surface).toBe('wet')
  })

  it('is still bisque outside while only the inside is glazed, until the outside is too', () => {
    const beaker = buildForm(presetForm('beaker'))
    if (!beaker.ok) throw new Error('the beaker does not build')
    const steps = build.numbered('s', 0, [
      build.bring('boneDry'),
      build.fire('bisque', '04'),
      build.glaze('clear-gloss', wholeOf('inside', 'floor', 'rim'), 'pour'),
      build.wipe(OUTSIDE),
      build.wipe(wholeOf('inside')),
      build.glaze('amber', bandOf(60, 100), 'brush'),
      build.wipe(bandOf(10, 40)),
      build.wipe(bandOf(80, 90)),
    ])
    const stages = steps.map((_, i) => localStage(wallSurface(beaker.value), steps, i, timeline(steps)[i].stage))
    expect(stages).toEqual(['wet', 'boneDry', 'bisque', 'bisque', 'glazedRaw', 'glazedRaw', 'bisque', 'glazedRaw'])
  })
})

describe('what the newest members do', () => {
  const table = () => new MediaTable(Object.values(studio.media))
  const grid = skinGrid(form, 128, 256)
  const middle = (form.zones.outside.from + form.zones.outside.to) / 2
  const filmsAfter = (...contents: StepContent[]) => {
    const media = table()
    const operations = compilePlan(build.numbered('s', 0, contents), media, grid)
    const stacks = probeSpot(operations, contents.length, { lengthMm: middle, inLineOf: null }, media.list)
    return stacks.at(-1)?.films.map(({ eighths }) => eighths)
  }
  const mist = { act: 'mist', place: OUTSIDE } as const

  it('a misted place takes a thinner coat, once, and only there', () => {
    const dry = [build.bring('boneDry'), build.fire('bisque', '04')]
    const blue = build.coat('tide-blue', OUTSIDE, 1)
    expect(filmsAfter(...dry, blue)).toEqual([8])
    expect(filmsAfter(...dry, mist, blue)).toEqual([7])
    expect(filmsAfter(...dry, mist, blue, build.coat('marsh-black', OUTSIDE, 1))?.at(-1)).toBe(8)
    expect(filmsAfter(...dry, { ...mist, place: wholeOf('inside') }, blue)).toEqual([8])
    expect(filmsAfter(mist, ...dry, blue)).toEqual([8])
  })

  it('a misted surface keeps a coat wet for longer', () => {
    const [step] = build.numbered('s', 0, [build.coat('tide-blue', OUTSIDE, 1)])
    const waits = (surface: Stage) => actOf(step).waits?.(step, { surface, kindOf })?.[0] ?? 0
    const [, , , { surface }] = timeline(
      build.numbered('s', 0, [build.bring('boneDry'), build.fire('bisque', '04'), mist]),
    )
    expect(waits(surface)).toBeGreaterThan(3 * waits('bisque'))
  })

  it('line colour is drawn, not brushed over areas; it shines like glass and stays where it is put', () => {
    expect(MEDIUM_KIND.line.laidBy).not.toContain('coat')
    const [step] = build.numbered('s', 0, [build.draw('sepia-line', build.motif('bird', 6, 40, 24, 1), 'brush')])
    expect(actOf(step).fit(step, kindOf)?.doing).toBe('Line colour')
    const optics = new StackOptics(studio.bodies['chalk-white'], table().list)
    const number = table().numberOf('sepia-line') as number
    const fired = { ...BARE, films: [{ medium: number, eighths: 8 }], fixed: 1, cone: coneIndex('05') }
    expect(optics.surface(fired)).toBe('gloss')
    const melt = (medium: number) =>
      applyOp(
        { ...BARE, recessUm: 800, films: [{ medium, eighths: 24 }] },
        8,
        { act: 'fire', cone: 6, melts: true },
        table().list,
      ).films[0].eighths
    expect(melt(number)).toBe(24)
    expect(melt(table().numberOf('clear-gloss') as number)).toBeGreaterThan(24)
  })
})

describe('a coat waits by its film, its water and what lies beneath', () => {
  const minutes = (content: StepContent, beneath = 0, surface: Stage = 'leatherHard') => {
    const step: Step = { id: 's', done: false, ...content }
    return (actOf(step).waits?.(step, { surface, kindOf, beneath })?.[0] ?? 0) / 60
  }
  const blueBy = (applicator: 'brush' | 'bottle' | 'sponge', water = 0) =>
    minutes(build.coat('tide-blue', OUTSIDE, 1, { applicator, water }))

  it('brushed underglaze on leather-hard clay takes about 8 min, from a bottle, three times the film, some 50', () => {
    // The waits of MATTE above for 150 µm; 450 µm of the same.
    expect(blueBy('brush')).toBeCloseTo(7.9, 1)
    expect(blueBy('bottle')).toBeGreaterThan(40)
    expect(blueBy('bottle')).toBeLessThan(60)
    expect(blueBy('sponge')).toBeLessThan(blueBy('brush'))
  })

  it('with 30 % of water it takes longer, a thin wash less than a coat', () => {
    expect(blueBy('brush', 0.3)).toBeGreaterThan(1.3 * blueBy('brush'))
    expect(minutes(build.coat('rust-wash', OUTSIDE, 1))).toBeLessThan(0.3 * blueBy('brush'))
  })

  it('over coats that the clay has drunk from it takes longer', () =>
    expect(minutes(build.coat('tide-blue', OUTSIDE, 1), 1800)).toBeGreaterThan(1.5 * blueBy('brush')))

  it('a dip on bisque takes as long as its three brushed coats would in one', () => {
    const glazeBy = (how: 'dip' | 'pour' | 'brush') => minutes(build.glaze('clear-gloss', OUTSIDE, how), 0, 'bisque')
    expect(glazeBy('dip') / glazeBy('brush')).toBeGreaterThan(6)
    expect(glazeBy('pour')).toBeLessThan(glazeBy('dip'))
  })

  it('words and skin agree on how thick glaze lies', () => {
    for (const how of ['dip', 'pour', 'brush'] as const) {
      const step = { id: 's', done: false, ...build.glaze('clear-gloss', OUTSIDE, how) } as Step
      const { lookFor } = benchWords(step, atStage('bisque', 'open'), studio)
      const mm = (glazeWorth(how, GLAZING[how].coats) * nominalCoat('glaze').wetUm) / 1000
      expect(lookFor).toContain(`about ${mm.toFixed(1)} mm thick raw`)
    }
  })
})

describe('passes of a spray', () => {
  const first = (content: StepContent) => {
    const step: Step = { id: 's', done: false, ...content }
    return actOf(step).waits?.(step, { surface: 'leatherHard', kindOf })?.[0] ?? 0
  }

  it('half as thick as a brushed coat, are matte in about a quarter of its time: what clay sucks goes by √time', () => {
    const coat = (applicator: 'brush' | 'spray') => first(build.coat('tide-blue', OUTSIDE, 3, { applicator }))
    const glaze = (how: 'brush' | 'spray') => first(build.glaze('clear-gloss', OUTSIDE, how))
    for (const share of [coat('spray') / coat('brush'), glaze('spray') / glaze('brush')]) {
      expect(share).toBeGreaterThan(0.22)
      expect(share).toBeLessThan(0.5)
    }
  })
})
