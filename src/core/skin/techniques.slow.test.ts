import { describe, expect, it } from 'vitest'
import { ciede2000 } from '../colour/ciede2000'
import { hueDegrees } from '../colour/colourSpaces'
import { demoStudio } from '../demo/demoStudio'
import { buildForm } from '../form/buildForm'
import { presetForm } from '../model/presetForm'
import { stretchArea } from '../form/measures'
import { aroundMm, profileAt } from '../form/turnedForm'
import type { Motif } from '../vocabulary/motif'
import { type StepContent } from '../plan/step'
import { bandOf, wholeOf, INSIDE, OUTSIDE } from '../vocabulary/place'
import * as build from '../plan/build'
import { StackOptics } from './appearance'
import { compilePlan } from '../plan/compilePlan'
import { areaWeights, rowsOf, skinGrid, texelArea, type SkinGrid } from './grid'
import { MediaTable } from './mediaTable'
import { motifMiddle } from './motifs/motifCopies'
import { SkinSimulation } from './simulation'
import type { Stack } from './stack'

/* Whole techniques on a real form. Trade facts: common practice, no source. */

const studio = demoStudio()
const built = buildForm(presetForm('beaker'))
if (!built.ok) throw new Error('the beaker does not build')
const form = built.value
const grid = skinGrid(form, 768, 512)
const wall = OUTSIDE
const leather = build.bring('leatherHard')
const bisqued = [build.bring('boneDry', 'open'), build.fire('bisque', '04')]
const glost = build.fire('glaze', '05')

class Skin {
  readonly mediaTable = new MediaTable(Object.values(studio.media))
  readonly stacks: readonly Stack[]
  readonly ids: Int32Array
  readonly optics: StackOptics

  constructor(
    steps: readonly StepContent[],
    bodyId = 'chalk-white',
    readonly on: SkinGrid = grid,
  ) {
    const simulation = new SkinSimulation(on, this.mediaTable.list)
    const plan = build.numbered('t', 0, steps)
    simulation.update(compilePlan(plan, this.mediaTable, on))
    this.stacks = simulation.stacks.stacks
    this.ids = simulation.idsAfter(plan.length - 1)
    this.optics = new StackOptics(studio.bodies[bodyId], this.mediaTable.list)
  }

  at(upMm: number, share: number): Stack {
    const row = Math.round((this.on.form.zones.outside.from + upMm) / this.on.rowMm)
    return this.stacks[this.ids[row * this.on.width + Math.floor((((share % 1) + 1) % 1) * this.on.width)]]
  }

  lab(upMm: number, share: number) {
    return this.optics.lab(this.at(upMm, share))
  }

  /** Stacks of a band all round. */
  *band(fromMm: number, toMm: number): Generator<Stack> {
    const [top, bottom] = rowsOf(this.on, {
      from: this.on.form.zones.outside.from + fromMm,
      to: this.on.form.zones.outside.from + toMm,
    })
    for (let i = top * this.on.width; i < bottom * this.on.width; i++) yield this.stacks[this.ids[i]]
  }

  share(fromMm: number, toMm: number, holds: (stack: Stack) => boolean): number {
    let yes = 0
    let all = 0
    for (const stack of this.band(fromMm, toMm)) {
      all++
      if (holds(stack)) yes++
    }
    return yes / all
  }

  has(name: string) {
    const number = this.mediaTable.list.findIndex((m) => m.name === name)
    return (stack: Stack) => stack.films.some((f) => f.medium === number)
  }

  coats(name: string) {
    const number = this.mediaTable.list.findIndex((m) => m.name === name)
    return (stack: Stack) => stack.films.filter((f) => f.medium === number).reduce((sum, f) => sum + f.eighths / 8, 0)
  }
}

const band: Motif = build.motif('band', 1, 40, 10, 1, { variation: 0 })
const rings: Motif = build.motif('line', 1, 40, 10, 3, { variation: 0 })
const mean = (values: number[]) => values.reduce((a, b) => a + b, 0) / values.length

describe('laying on', () => {
  it('a bottle’s one coat is worth three of the brush, a sponge’s a little less than one, water thins in proportion', () => {
    const worth = (more: Parameters<typeof build.coat>[3], coats = 1) =>
      mean(
        [...new Skin([leather, build.coat('marsh-black', wall, coats, more)]).band(40, 60)].map(
          (s) => (s.films[0]?.eighths ?? 0) / 8,
        ),
      )
    expect(worth({ applicator: 'bottle' })).toBeCloseTo(3, 0)
    expect(worth({ applicator: 'sponge' })).toBeGreaterThan(0.6)
    expect(worth({ applicator: 'sponge' })).toBeLessThan(1.1)
    expect(worth({ water: 0.5 }, 2)).toBeCloseTo(1, 0)
  })

  it('blue and yellow stirred one to one fire green, orange and red coral', () => {
    const hue = (a: string, b: string) =>
      hueDegrees(new Skin([leather, build.coat(a, wall, 4, { mix: [{ mediumId: b, parts: 1 }] })]).lab(50, 0.2))
    expect(hue('tide-blue', 'gorse-yellow')).toBeGreaterThan(120)
    expect(hue('tide-blue', 'gorse-yellow')).toBeLessThan(200)
    expect(hue('rowan-orange', 'berry-red')).toBeGreaterThan(25)
    expect(hue('rowan-orange', 'berry-red')).toBeLessThan(60)
  })

  it('a blend passes from one colour to the other up the wall, and there and back round it', () => {
    const upward = new Skin([
      leather,
      build.coat('tide-blue', wall, 3, { blend: { mediumId: 'gorse-yellow', along: 'height' } }),
    ])
    const hues = [6, 30, 55, 80, 104].map((up) => hueDegrees(upward.lab(up, 0.3)))
    expect(hues).toEqual([...hues].sort((a, b) => b - a))
    const round = new Skin([
      leather,
      build.coat('tide-blue', wall, 3, { blend: { mediumId: 'gorse-yellow', along: 'around' } }),
    ])
    expect(ciede2000(round.lab(50, 0.02), round.lab(50, 0.98))).toBeLessThan(4)
    expect(ciede2000(round.lab(50, 0.02), round.lab(50, 0.5))).toBeGreaterThan(40)
  })

  it('slip trailed on a damped wall stands up; undamped it flakes off', () => {
    const line = (damped: boolean) =>
      new Skin([leather, build.draw('peat-slip', rings, 'trailer', { damped }), ...bisqued])
    expect(line(true).share(44, 46, line(true).has('Peat slip'))).toBeGreaterThan(0.995)
    expect(line(true).coats('Peat slip')(line(true).at(45, 0.3))).toBeGreaterThan(4)
    expect(line(false).share(44, 46, line(false).has('Peat slip'))).toBeLessThan(0.8)
  })

  it('spatter lands in drops, and not under tape', () => {
    const skin = new Skin([
      leather,
      build.mask(bandOf(40, 50)),
      build.coat('marsh-black', wall, 2, { applicator: 'spatter' }),
      build.peel(),
    ])
    const drops = skin.share(60, 90, skin.has('Marsh black'))
    expect(drops).toBeGreaterThan(0.02)
    expect(drops).toBeLessThan(0.5)
    expect(skin.share(41, 49, skin.has('Marsh black'))).toBe(0)
  })

  it('a dab of colour closes a scratch, the dent stays', () => {
    const cut = build.carve('wideLoop', rings, 0.5)
    const skin = new Skin([leather, build.coat('marsh-black', wall), cut, build.touchUp('marsh-black', 45, 90, 8)])
    expect(skin.at(45, 0.6).films).toEqual([])
    expect(skin.has('Marsh black')(skin.at(45, 0.25))).toBe(true)
    expect(skin.at(45, 0.25).cutDepthUm).toBe(skin.at(45, 0.6).cutDepthUm)
    expect(skin.at(45, 0.25).cutDepthUm).toBeGreaterThan(0)
  })

  it('opaque colour over raw white melts with it and shines; on bare bisque it stays dry', () => {
    const surface = (...under: StepContent[]) => {
      const skin = new Skin([...bisqued, ...under, build.coat('iris-opaque', wall, 2), glost])
      return skin.optics.surface(skin.at(50, 0.4))
    }
    expect(surface(build.glaze('opaque-white', wall, 'dip'))).toBe('satin')
    expect(surface()).toBe('matte')
  })
})

describe('taking away', () => {
  it('each tool leaves its own groove and burr', () => {
    const profile = (tool: 'needle' | 'stylus' | 'narrowLoop' | 'wideLoop' | 'knife') => {
      const fine = skinGrid(form, 256, 4096)
      const skin = new Skin([leather, build.incise(tool, { ...rings, lineMm: 4 }, 0.8)], 'chalk-white', fine)
      return {
        depths: Array.from({ length: 70 }, (_, i) => skin.at(42.6 + i * 0.07, 0.4).cutDepthUm),
        burr: skin.share(41, 49, (s) => s.burrUm > 0),
      }
    }
    const all = (['needle', 'stylus', 'narrowLoop', 'wideLoop', 'knife'] as const).map((tool) => ({
      tool,
      ...profile(tool),
    }))
    expect(all.filter((t) => t.burr > 0).map((t) => t.tool)).toEqual(['needle', 'stylus'])
    const deep = (depths: number[]) => depths.filter((d) => d > 0.9 * Math.max(...depths)).length
    const of = (tool: string) => all.find((t) => t.tool === tool)?.depths ?? []
    expect(deep(of('wideLoop'))).toBeGreaterThan(deep(of('narrowLoop')))
    expect(deep(of('narrowLoop'))).toBeGreaterThan(deep(of('needle')))
    const middleOf = (depths: number[]) =>
      depths.reduce((sum, d, i) => sum + d * i, 0) / depths.reduce((sum, d) => sum + d, 0)
    expect(Math.abs(middleOf(of('knife')) - middleOf(of('narrowLoop')))).toBeGreaterThan(2)
  })

  it('clearing the ground leaves the motif, carving the lines leaves the ground', () => {
    const leaves = build.motif('leaves', 6, 30, 50, 1.6, { variation: 0, seed: 1 })
    const bared = (ground: boolean) => {
      const skin = new Skin([
        leather,
        build.coat('marsh-black', wall),
        build.carve('wideLoop', { ...leaves, ground }, 0.5),
      ])
      return skin.share(32, 78, (s) => !skin.has('Marsh black')(s))
    }
    expect(bared(true) + bared(false)).toBeGreaterThan(0.9)
    expect(bared(true) + bared(false)).toBeLessThan(1.1)
    expect(bared(true)).toBeGreaterThan(0.5)
  })

  it('soft clay takes a print, dry clay none', () => {
    const depth = (...stage: StepContent[]) =>
      Math.max(...[...new Skin([...stage, build.impress('dimples', wall, 0.8)]).band(30, 60)].map((s) => s.cutDepthUm))
    expect(depth()).toBe(800)
    expect(depth(leather)).toBeLessThan(500)
    expect(depth(build.bring('boneDry'))).toBe(0)
  })
})

describe('filling and wiping', () => {
  const cut = build.incise('wideLoop', { ...rings, lineMm: 4 }, 0.9)
  const inlaid = (fill: StepContent, wipe: StepContent) => new Skin([leather, cut, ...bisqued, fill, wipe])

  it('an inlaid line keeps its colour, the wall beside it is clean', () => {
    const skin = inlaid(build.fill('marsh-black', wall), build.wipe(wall))
    const black = skin.coats('Marsh black')
    expect(black(skin.at(45, 0.3))).toBeGreaterThan(10)
    expect(skin.share(60, 90, (s) => black(s) > 0.5)).toBe(0)
  })

  it.each<[string, StepContent, StepContent]>([
    ['wiped too early', build.fill('marsh-black', wall, false), build.wipe(wall)],
    ['wiped with a wet sponge', build.fill('marsh-black', wall), build.wipe(wall, 'firm', 'wet')],
    ['wiped too hard', build.fill('marsh-black', wall), build.wipe(wall, 'hard')],
  ])('%s, the line loses much of its filling', (_, fill, wipe) => {
    const left = (skin: Skin) => skin.coats('Marsh black')(skin.at(45, 0.3))
    expect(left(inlaid(fill, wipe))).toBeLessThan(
      0.75 * left(inlaid(build.fill('marsh-black', wall), build.wipe(wall))),
    )
  })

  it('slip scraped on leather-hard clay ends flush: nothing stands above the wall', () => {
    const skin = new Skin([
      leather,
      cut,
      build.fill('peat-slip', wall),
      build.fill('peat-slip', wall),
      build.scrape(wall),
    ])
    const slip = skin.mediaTable.list.findIndex((m) => m.name === 'Peat slip')
    for (const stack of skin.band(30, 60)) {
      const up =
        stack.films.reduce((sum, f) => sum + (f.eighths / 8) * skin.mediaTable.list[f.medium].filmUm, 0) -
        stack.cutDepthUm
      expect(up).toBeLessThanOrEqual(26)
    }
    expect(skin.at(45, 0.3).films.map((f) => f.medium)).toEqual([slip])
  })

  it('what is waxed stands a millimetre above the clay that is sponged away, and the wax burns off in the bisque', () => {
    const skin = new Skin([
      build.bring('boneDry', 'open'),
      build.wax(wall, { ...cut.motif, lineMm: 6 }),
      build.etch(bandOf(20, 70), 1),
      build.fire('bisque', '04'),
    ])
    const depths = new Map<number, number>()
    for (const { cutDepthUm, wax, films } of skin.band(30, 60)) {
      expect([wax, films]).toEqual(['none', []])
      depths.set(cutDepthUm, (depths.get(cutDepthUm) ?? 0) + 1)
    }
    expect([...depths.keys()].toSorted((a, b) => a - b)).toEqual([0, 1000])
    // Beside the band nothing is taken off.
    expect(skin.share(80, 90, ({ cutDepthUm }) => cutDepthUm === 0)).toBe(1)
  })

  it('a wash wiped back is dark in the deep places and gone from the high ones; dabbed colour stays above', () => {
    const skin = new Skin([
      build.impress('dimples', wall, 0.8, 6),
      ...bisqued,
      build.coat('rust-wash', wall, 2),
      build.wipe(wall),
      build.coat('shell-white', wall, 3, { applicator: 'sponge' }),
      glost,
    ])
    const low: number[] = []
    const high: number[] = []
    for (const stack of skin.band(30, 60)) {
      if (stack.cutDepthUm > 500) low.push(skin.optics.lab(stack)[0])
      else if (stack.cutDepthUm === 0) high.push(skin.optics.lab(stack)[0])
    }
    expect(mean(high) - mean(low)).toBeGreaterThan(25)
  })

  it('one colour brushed all over a texture reads as one', () => {
    const skin = new Skin([build.impress('dimples', wall, 0.8, 6), ...bisqued, build.coat('shell-white', wall), glost])
    const spread = [...skin.band(30, 60)].map((s) => skin.optics.lab(s)[0])
    expect(Math.max(...spread) - Math.min(...spread)).toBeLessThan(6)
  })
})

describe('holding off', () => {
  const petals = build.motif('dots', 8, 40, 14, 1, { variation: 0 })

  it('each round of wax keeps its colour: three colours side by side', () => {
    const skin = new Skin([
      leather,
      build.wax(wall, petals),
      build.coat('gorse-yellow', wall),
      build.wax(bandOf(60, 70)),
      build.coat('tide-blue', wall),
      build.swab(wall),
      ...bisqued,
    ])
    const names = ['Gorse yellow', 'Tide blue'].map((n) => skin.has(n))
    const seen = (stack: Stack) => names.map((has) => has(stack))
    expect(seen(skin.at(47, 0.5 / 8))).toEqual([false, false])
    expect(seen(skin.at(65, 0.3))).toEqual([true, false])
    expect(seen(skin.at(85, 0.3))).toEqual([true, true])
  })

  it('beads stay as specks unless they are lifted', () => {
    const specks = (...after: StepContent[]) => {
      const skin = new Skin([leather, build.wax(bandOf(30, 60)), build.coat('marsh-black', wall), ...after, ...bisqued])
      return skin.share(32, 58, skin.has('Marsh black'))
    }
    expect(specks()).toBeGreaterThan(0.002)
    expect(specks()).toBeLessThan(0.06)
    expect(specks(build.swab(wall))).toBe(0)
  })

  it('tape leaves a sharp edge when dry and a torn one when wet', () => {
    const edge = (waits: boolean) => {
      const skin = new Skin([
        leather,
        build.mask(bandOf(40, 50)),
        build.coat('marsh-black', wall, 3, { waits: true }),
        build.coat('marsh-black', wall, 1, { waits }),
        build.peel(),
      ])
      return {
        under: skin.share(41, 49, skin.has('Marsh black')),
        beside: skin.share(51, 53.5, skin.has('Marsh black')),
      }
    }
    expect(edge(true)).toEqual({ under: 0, beside: 1 })
    expect(edge(false).under).toBe(0)
    expect(edge(false).beside).toBeLessThan(0.9)
  })

  it('glaze inlaid through wax: the second glaze lies in the lines only', () => {
    const skin = new Skin([
      ...bisqued,
      build.glaze('opaque-white', wall, 'brush'),
      build.wax(wall),
      build.carve('wideLoop', { ...rings, lineMm: 4 }, 0.6),
      build.glaze('amber', wall, 'brush', { coats: 2 }),
      build.swab(wall),
      glost,
    ])
    const [white, amber] = [skin.has('Opaque white glaze'), skin.has('Amber glaze')]
    expect([white(skin.at(45, 0.3)), amber(skin.at(45, 0.3))]).toEqual([false, true])
    expect([white(skin.at(80, 0.3)), amber(skin.at(80, 0.3))]).toEqual([true, false])
  })

  it('a filled line fences two glazes; picked out, neither lies on it', () => {
    const cut = build.incise('wideLoop', { ...rings, lineMm: 4 }, 0.9)
    const plan = (...last: StepContent[]) => [
      leather,
      cut,
      ...bisqued,
      build.fill('marsh-black', wall),
      build.wipe(wall),
      build.fire('decoration', '04'),
      build.glaze('opaque-white', wall, 'brush', { coats: 2 }),
      build.glaze('amber', bandOf(45, 400), 'brush', { coats: 2 }),
      ...last,
      glost,
    ]
    const covered = new Skin(plan())
    const picked = new Skin(plan(build.pick(wall)))
    expect(covered.at(45.5, 0.3).films.length).toBeGreaterThan(1)
    expect(picked.at(45.5, 0.3).films).toHaveLength(1)
    expect(picked.has('Marsh black')(picked.at(45.5, 0.3))).toBe(true)
  })
})

describe('glaze', () => {
  it('runs when two dips lie over one another, and drips where they are meant', () => {
    const reached = (steps: StepContent[], name: string) => {
      const skin = new Skin([...bisqued, ...steps, glost])
      return skin.share(2, 40, skin.has(name))
    }
    expect(reached([build.glaze('amber', bandOf(60, 400), 'dip')], 'Amber glaze')).toBe(0)
    expect(
      reached(
        [build.glaze('clear-gloss', bandOf(50, 400), 'dip'), build.glaze('amber', bandOf(50, 400), 'dip')],
        'Amber glaze',
      ),
    ).toBeGreaterThan(0.02)
    const drips = (on: boolean) => {
      const skin = new Skin([...bisqued, build.glaze('amber', INSIDE, 'pour', { drips: on }), glost])
      return skin.share(60, 104, skin.has('Amber glaze'))
    }
    expect(drips(false)).toBe(0)
    expect(drips(true)).toBeGreaterThan(0.05)
  })

  it('amber over white and over dark clay are two colours (figures of the prototype: L 67 and 14)', () => {
    const L = (bodyId: string) =>
      new Skin([...bisqued, build.glaze('amber', wall, 'brush', { coats: 1 }), glost], bodyId).lab(50, 0.3)[0]
    expect(L('chalk-white')).toBeGreaterThan(55)
    expect(L('peat-dark')).toBeLessThan(35)
  })
})

describe('areas against closed forms', () => {
  const whole = stretchArea(form, form.zones.outside)
  const on = skinGrid(form, 1536, 1024)
  const weights = areaWeights(on)
  /** Share of the outside that a step’s wax covers. */
  const waxedShare = (step: StepContent) => {
    const skin = new Skin([leather, step], 'chalk-white', on)
    const [top, bottom] = rowsOf(on, form.zones.outside)
    let covered = 0
    for (let y = top; y < bottom; y++)
      for (let x = 0; x < on.width; x++)
        if (skin.stacks[skin.ids[y * on.width + x]].wax !== 'none') covered += texelArea(weights, x, y)
    return covered / whole
  }

  it('a ring is 2πr times its width', () => {
    const ring = stretchArea(form, { from: form.zones.outside.from + 40, to: form.zones.outside.from + 50 })
    expect(waxedShare(build.wax(wall, band)) / (ring / whole)).toBeCloseTo(1, 1)
  })

  it('three of eight sectors are three eighths', () => {
    expect(waxedShare(build.wax({ parts: ['outside'], band: null, sectors: { of: 8, take: [0, 3, 6] } }))).toBeCloseTo(
      3 / 8,
      2,
    )
  })

  it('a row of dots is n π r²', () => {
    const dots = build.motif('dots', 9, 45, 12, 1, { variation: 0 })
    expect(waxedShare(build.wax(wall, dots)) / ((9 * Math.PI * 36) / whole)).toBeCloseTo(1, 1)
  })

  it('rows, mirrored or shifted, repeat the same area', () => {
    const dots = build.motif('dots', 9, 20, 12, 1, { variation: 0 })
    for (const alternate of ['none', 'mirror', 'turn', 'offset'] as const)
      expect(
        waxedShare(build.wax(wall, { ...dots, rows: 3, alternate })) / waxedShare(build.wax(wall, dots)),
      ).toBeCloseTo(3, 1)
  })

  it.each<[string, 'oval' | 'rectangle', number, (a: number) => number]>([
    ['an oval slab', 'oval', 1.5, (a) => Math.PI * a * a * 1.5],
    ['a square tile', 'rectangle', 1, (a) => 4 * a * a - (4 - Math.PI) * (0.16 * a) ** 2],
    ['an oblong tile', 'rectangle', 1.8, (a) => 4 * a * a * 1.8 - (4 - Math.PI) * (0.16 * a) ** 2],
  ])('the face of %s has the area of its outline', (_, kind, ratio, area) => {
    const slab = buildForm({ ...presetForm('tile'), plan: { kind, ratio } })
    if (!slab.ok) throw new Error('no slab')
    const on = skinGrid(slab.value, 1024, 512)
    const weights = areaWeights(on)
    const [top, bottom] = rowsOf(on, slab.value.zones.floor)
    let sum = 0
    for (let y = top; y < bottom; y++) for (let x = 0; x < on.width; x++) sum += texelArea(weights, x, y)
    expect(sum / area(74)).toBeCloseTo(1, 1)
  })

  it('a circle drawn on the face of an oblong tile is a circle there', () => {
    const slab = buildForm({ ...presetForm('tile'), plan: { kind: 'rectangle', ratio: 1.4 } })
    if (!slab.ok) throw new Error('no slab')
    const on = skinGrid(slab.value, 1536, 768)
    const disc = build.motif('dots', 1, 20, 40, 1, { variation: 0, side: 'floor', startDeg: 90 })
    const skin = new Skin([leather, build.wax(wholeOf('floor'), disc)], 'chalk-white', on)
    const weights = areaWeights(on)
    let area = 0
    let cx = 0
    for (let y = 0; y < on.height; y++) {
      for (let x = 0; x < on.width; x++) {
        if (skin.stacks[skin.ids[y * on.width + x]].wax === 'none') continue
        const a = texelArea(weights, x, y)
        area += a
        cx += a * slab.value.plan.at((x + 0.5) / on.width)[0] * on.radiusMm[y]
      }
    }
    expect(area / (Math.PI * 400)).toBeCloseTo(1, 1)
    expect(cx / area).toBeCloseTo(20, 0)
  })

  it('repeats close: n widths of a closing motif are once round, on an oval too', () => {
    const oval = buildForm({ ...presetForm('beaker'), plan: { kind: 'oval', ratio: 1.4 } })
    if (!oval.ok) throw new Error('no oval')
    const on = skinGrid(oval.value, 768, 512)
    const waves = build.motif('waves', 7, 30, 40, 2, { variation: 0 })
    const { alongMm, radiusMm } = motifMiddle(on, waves)
    expect(profileAt(oval.value, alongMm).r).toBeCloseTo(radiusMm, 9)
    expect(on.columnMm[Math.round(alongMm / on.rowMm)] * on.width).toBeCloseTo(aroundMm(oval.value, radiusMm), 0)
    const skin = new Skin([leather, build.incise('narrowLoop', waves, 0.5)], 'chalk-white', on)
    const cut = (column: number) =>
      Array.from({ length: on.height }, (_, row) => skin.stacks[skin.ids[row * on.width + column]].cutDepthUm > 0)
    expect(cut(0).filter((c, i) => c !== cut(on.width - 1)[i]).length).toBeLessThan(cut(0).filter(Boolean).length)
  })
})

describe('dust of dry cuts. Common practice, no source', () => {
  const slipped = [leather, build.coat('chalk-slip', wall, 2)]
  const dry = build.bring('boneDry', 'open')
  const cut = build.carve('wideLoop', rings, 0.5)
  const dusty = (steps: readonly StepContent[]) => new Skin(steps).share(30, 50, ({ dust }) => dust > 0)

  it('bone-dry carving lies under dust beyond its lines, leather-hard carving under none', () => {
    const skin = new Skin([...slipped, dry, cut])
    expect(
      skin.share(30, 50, ({ dust, cutDepthUm, recessUm }) => dust > 0 && cutDepthUm + recessUm === 0),
    ).toBeGreaterThan(0.05)
    expect(dusty([...slipped, cut])).toBe(0)
  })

  it.each([['brushCrumbs'], ['wipeDust'], ['sand']] as const)('%s takes it off', (act) => {
    expect(dusty([...slipped, dry, cut, { act } as StepContent])).toBe(0)
  })

  it('the fire leaves none to be seen', () => {
    expect(dusty([...slipped, dry, cut, build.fire('bisque', '04')])).toBe(0)
  })

  it('a scraper on dry clay leaves some in patches', () => {
    const share = dusty([...slipped, dry, { act: 'scrape', place: wall }])
    expect(share).toBeGreaterThan(0.2)
    expect(share).toBeLessThan(0.8)
  })
})

describe('spray', () => {
  const sprayed = (coats: number, more: Partial<Parameters<typeof build.coat>[3]> = {}, place = wall) =>
    new Skin([leather, build.coat('marsh-black', place, coats, { applicator: 'spray', ...more })])
  const filmAt = (skin: Skin, upMm: number, share: number) =>
    skin.at(upMm, share).films.reduce((sum, { eighths }) => sum + eighths / 8, 0)
  const mean = (skin: Skin, upMm: number, share: number) => {
    const spots = Array.from({ length: 60 }, (_, i) => filmAt(skin, upMm + (i % 6), share + 0.002 * i))
    return spots.reduce((sum, film) => sum + film, 0) / spots.length
  }

  it('two passes are one coat, six are three', () => {
    for (const [passes, coats] of [
      [2, 1],
      [6, 3],
    ])
      expect(mean(sprayed(passes), 45, 0.2) / coats).toBeCloseTo(1, 0.9)
  })

  it('past a band the mist thins out over about two centimetres', () => {
    const skin = sprayed(6, {}, bandOf(20, 45))
    expect(mean(skin, 35, 0.2)).toBeGreaterThan(2.3)
    expect(mean(skin, 50, 0.2)).toBeGreaterThan(0.8)
    expect(mean(skin, 72, 0.2)).toBeLessThan(0.2)
  })

  it('from one side the far side stays bare', () => {
    const skin = sprayed(6, { spray: { upDeg: 0, fromDeg: 0 } })
    expect(mean(skin, 45, 0)).toBeGreaterThan(2.4)
    expect(mean(skin, 45, 0.5)).toBe(0)
  })

  it('passes that do not wait run down; those that do, do not', () => {
    const runs = (waits: boolean) => {
      const skin = sprayed(6, { waits }, bandOf(50, 90))
      return Array.from({ length: 200 }, (_, i) => filmAt(skin, 43, i / 200)).filter((film) => film > 2.8).length
    }
    expect(runs(false)).toBeGreaterThan(6)
    expect(runs(true)).toBe(0)
  })
})
