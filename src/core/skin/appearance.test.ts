import { describe, expect, it } from 'vitest'
import { chroma, linearFromHex } from '../colour/colourSpaces'
import { STARTER_BODIES } from '../cupboard/bodies'
import { STARTER_MEDIA } from '../cupboard/media'
import { coneIndex } from '../firing/cones'
import { packTexel, StackOptics } from './appearance'
import { BARE, type Stack } from './stack'

const optics = new StackOptics(STARTER_BODIES[1], STARTER_MEDIA)
const number = (id: string) => STARTER_MEDIA.findIndex((m) => m.id === id)
const stack = (films: [string, number][], over: Partial<Stack> = {}): Stack => ({
  ...BARE,
  films: films.map(([id, coats]) => ({ medium: number(id), eighths: coats * 8 })),
  fixed: films.length,
  cone: coneIndex('05'),
  ...over,
})
const luminance = ([r, g, b]: readonly number[]) => 0.2126 * r + 0.7152 * g + 0.0722 * b
const bench = (s: Stack, stage: 'wet' | 'leatherHard' | 'boneDry' | 'bisque' = 'leatherHard') =>
  optics.appearance(s, { kind: 'bench', stage }, 'daylight')

describe('the look of a stack', () => {
  it('raw is pale and misleading: dark blue looks like light mauve, clear like pink', () => {
    const rawBlue = bench(stack([['tide-blue', 3]], { fixed: 0, cone: -1 }))
    const firedBlue = optics.appearance(stack([['tide-blue', 3]]), { kind: 'fired' }, 'daylight')
    expect(luminance(rawBlue.linear)).toBeGreaterThan(2 * luminance(firedBlue.linear))
    const rawClear = bench(stack([['clear-gloss', 3]], { fixed: 0, cone: -1 }), 'bisque')
    expect(rawClear.linear[0]).toBeGreaterThan(rawClear.linear[1])
  })

  it('dust veils a dark colour with the clay’s own, and nothing once fired', () => {
    const dusty = (dust: number) => bench(stack([['marsh-black', 3]], { fixed: 0, cone: -1, dust }), 'boneDry').linear
    expect(luminance(dusty(3))).toBeGreaterThan(luminance(dusty(1)))
    expect(luminance(dusty(1))).toBeGreaterThan(luminance(dusty(0)))
    expect(luminance(dusty(3))).toBeLessThan(luminance(bench(stack([]), 'boneDry').linear))
  })

  it('raw, one coat already nearly covers, though fired it does not', () => {
    const rawGap = Math.abs(
      luminance(bench(stack([['gorse-yellow', 1]], { fixed: 0, cone: -1 })).linear) -
        luminance(bench(stack([['gorse-yellow', 3]], { fixed: 0, cone: -1 })).linear),
    )
    const firedGap = Math.abs(optics.lab(stack([['gorse-yellow', 1]]))[0] - optics.lab(stack([['gorse-yellow', 3]]))[0])
    expect(rawGap).toBeLessThan(0.06)
    expect(firedGap).toBeGreaterThan(3)
  })

  it('damp clay is darker than dry clay', () => {
    const looks = (['wet', 'leatherHard', 'boneDry'] as const).map((stage) => luminance(bench(BARE, stage).linear))
    expect(looks[0]).toBeLessThan(looks[1])
    expect(looks[1]).toBeLessThan(looks[2])
  })

  it.each<[string, Stack, string]>([
    ['bare clay', stack([]), 'matte'],
    ['bare underglaze', stack([['tide-blue', 3]]), 'matte'],
    ['clear gloss', stack([['clear-gloss', 3]]), 'gloss'],
    ['clear satin', stack([['clear-satin', 3]]), 'satin'],
    ['a veil of glaze', stack([['clear-gloss', 0.25]]), 'matte'],
    ['stoneware clear fired far too cool', stack([['clear-stoneware', 3]], { cone: coneIndex('06') }), 'matte'],
  ])('%s has a %3$s surface', (_, s, wanted) => {
    expect(optics.surface(s)).toBe(wanted)
  })

  it('a fugitive red burns out at stoneware heat, a stable blue does not', () => {
    const at = (id: string, cone: '05' | '6') => chroma(optics.lab(stack([[id, 3]], { cone: coneIndex(cone) })))
    expect(at('berry-red', '6')).toBeLessThan(at('berry-red', '05') * 0.8)
    expect(at('tide-blue', '6')).toBeCloseTo(at('tide-blue', '05'), 6)
  })

  it('heights: a cut lies low, a slip stands up, glaze levels both', () => {
    const height = (s: Stack, fired: boolean) =>
      optics.appearance(s, fired ? { kind: 'fired' } : { kind: 'bench', stage: 'leatherHard' }, 'daylight').heightUm
    expect(height({ ...BARE, cutDepthUm: 300 }, false)).toBe(-300)
    expect(height(stack([['chalk-slip', 2]]), false)).toBe(200)
    const step = (glazed: boolean) => {
      const over: [string, number][] = glazed ? [['clear-gloss', 3]] : []
      return height(stack([['chalk-slip', 2], ...over]), true) - height(stack(over), true)
    }
    expect(step(true)).toBeLessThan(step(false) / 3)
  })

  it('glaze that is too thin fires dull, of however many glazes it is made up', () => {
    // Common practice, no source: one brushed coat comes out dry and streaked, two are glass.
    const gloss = (...films: [string, number][]) => optics.appearance(stack(films), { kind: 'fired' }, 'daylight').gloss
    const colour: [string, number] = ['marsh-black', 3]
    expect(gloss(colour, ['clear-gloss', 2])).toBe(1)
    expect(gloss(colour, ['clear-gloss', 1])).toBeLessThan(0.6)
    expect(gloss(colour, ['clear-gloss', 0.25])).toBeLessThan(0.1)
    expect(gloss(colour, ['clear-satin', 2])).toBeGreaterThan(gloss(colour, ['clear-satin', 1]))
    expect(gloss(colour, ['clear-gloss', 1], ['amber', 1])).toBe(1)
    expect(gloss(['clear-gloss', 1], colour, ['amber', 1])).toBeLessThan(0.6)
    expect(gloss(colour, ['sepia-line', 1])).toBe(gloss(colour, ['sepia-line', 3]))
  })

  it('the light changes what is seen', () => {
    const seen = (['daylight', 'gallery', 'lamp'] as const).map(
      (light) => optics.appearance(stack([['tide-blue', 3]]), { kind: 'fired' }, light).linear,
    )
    expect(seen[0]).not.toEqual(seen[1])
    expect(seen[1]).not.toEqual(seen[2])
    expect(packTexel(linearFromHex('#204060'), 1)).toBe(((255 << 24) | (0x60 << 16) | (0x40 << 8) | 0x20) >>> 0)
  })
})

describe('the relief of a stack', () => {
  const height = (s: Stack, kind: 'fired' | 'bench' = 'fired') =>
    optics.appearance(s, kind === 'fired' ? { kind } : { kind, stage: 'boneDry' }, 'daylight').heightUm

  it('a cut lies lower and a burr higher, bare and under glaze', () => {
    for (const films of [[], [['clear-gloss', 3]]] as [string, number][][]) {
      expect(height(stack(films, { cutDepthUm: 800 }))).toBeLessThan(height(stack(films)))
      expect(height(stack(films, { burrUm: 90 }))).toBeGreaterThan(height(stack(films)))
    }
    expect(height(stack([], { cutDepthUm: 800 }))).toBe(-800)
    expect(height(stack([], { burrUm: 90 }))).toBe(90)
  })

  it('molten glass softens cuts and hides brush marks', () => {
    const depth = (films: [string, number][]) => height(stack(films)) - height(stack(films, { cutDepthUm: 800 }))
    expect(depth([['clear-gloss', 3]])).toBeLessThan(0.6 * depth([]))
    const brushed = (films: [string, number][]) => height(stack([...films])) - height(stack(films.slice(1)))
    expect(
      brushed([
        ['tide-blue', 3],
        ['clear-gloss', 3],
      ]),
    ).toBeLessThan(height(stack([['tide-blue', 3]])) / 5)
  })

  it('wax and tape stand up on the bench and are gone when fired', () => {
    expect(height(stack([], { wax: 'dry' }), 'bench')).toBeGreaterThan(0)
    expect(height(stack([], { tape: -1 }), 'bench')).toBeGreaterThan(height(stack([], { wax: 'dry' }), 'bench'))
    expect(height(stack([], { wax: 'dry' }))).toBe(0)
  })
})
