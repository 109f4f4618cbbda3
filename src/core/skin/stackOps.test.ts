import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { applyOp, KEEPS_UM, STACK_OPS, type MediumTraits, type StackOp } from './stackOps'
import { BARE, BARE_TAPE, NO_TAPE, StackTable, withFilm, type Stack } from './stack'

const MEDIA: MediumTraits[] = [
  { kind: 'underglaze', filmUm: 32 },
  { kind: 'slip', filmUm: 96 },
  { kind: 'glaze', filmUm: 120 },
  { kind: 'wash', filmUm: 12 },
]
const apply = (stack: Stack, act: StackOp, level = 15) => applyOp(stack, level, act, MEDIA)
const films = (...list: [number, number][]): Stack => ({
  ...BARE,
  films: list.map(([medium, eighths]) => ({ medium, eighths })),
})
const shown = (stack: Stack) => stack.films.map((f) => [f.medium, f.eighths])

describe('each act, on one stack', () => {
  const slipThenColour = films([1, 16], [0, 24])
  const groove: Stack = { ...BARE, cutDepthUm: 800, recessUm: 800 }
  const pencilled: Stack = { ...BARE, pencil: true }
  const waxed: Stack = { ...films([0, 24]), wax: 'dry', waxAt: 1 }
  const CASES: [string, Stack, StackOp, number, Partial<Stack> & { shown?: number[][] }][] = [
    [
      'a wash gathers in a groove',
      { ...BARE, recessUm: 320 },
      { act: 'coat', medium: 3, gain: 1, settles: 'low' },
      8,
      { shown: [[3, 22]] },
    ],
    [
      'a sponge hardly reaches into it',
      { ...BARE, recessUm: 320 },
      { act: 'coat', medium: 0, gain: 1, settles: 'high' },
      8,
      { shown: [] },
    ],
    [
      'on the high places it dabs its full film',
      BARE,
      { act: 'coat', medium: 0, gain: 1, settles: 'high' },
      8,
      { shown: [[0, 8]] },
    ],
    [
      'a coat over tape lies on the tape',
      { ...BARE, tape: BARE_TAPE },
      { act: 'coat', medium: 0, gain: 1, settles: 'even' },
      8,
      { tape: 0, shown: [] },
    ],
    [
      'a filling brings a groove nearly to the brim',
      groove,
      { act: 'fill', medium: 1, fills: 0.82 },
      15,
      { shown: [[1, 56]], recessUm: 160 },
    ],
    [
      'a second filling tops it up',
      { ...groove, films: [{ medium: 1, eighths: 56 }], recessUm: 160 },
      { act: 'fill', medium: 1, fills: 0.82 },
      15,
      { shown: [[1, 72]], recessUm: 40 },
    ],
    ['a filling leaves a flat place alone', BARE, { act: 'fill', medium: 1, fills: 0.82 }, 15, { shown: [] }],
    ['wiping clears the high places', films([0, 24]), { act: 'wipe', high: 0.94, low: 0.08 }, 15, { shown: [[0, 1]] }],
    [
      'wiping leaves what lies in a recess',
      { ...films([3, 24]), recessUm: 320, cutDepthUm: 320 },
      { act: 'wipe', high: 0.94, low: 0.08 },
      15,
      { shown: [[3, 24]] },
    ],
    [
      'wiping keeps a filled groove though it is level',
      { ...films([1, 64]), cutDepthUm: 800 },
      { act: 'wipe', high: 0.94, low: 0.08 },
      15,
      { shown: [[1, 60]] },
    ],
    [
      'wiped before it has set, the groove is washed out',
      { ...films([1, 64]), cutDepthUm: 800 },
      { act: 'wipe', high: 1, low: 0.58 },
      15,
      { shown: [[1, 28]] },
    ],
    ['scraping takes everything above the clay', films([1, 64]), { act: 'scrape' }, 15, { shown: [] }],
    [
      'scraping leaves an inlay flush',
      { ...films([1, 80]), cutDepthUm: 800, recessUm: 40 },
      { act: 'scrape' },
      15,
      { shown: [[1, 64]], recessUm: 0 },
    ],
    [
      'a sponge takes bare dry clay off',
      BARE,
      { act: 'etch', depthUm: 1000 },
      15,
      { cutDepthUm: 1000, recessUm: 1000 },
    ],
    [
      'and leaves what is waxed',
      { ...BARE, wax: 'dry' },
      { act: 'etch', depthUm: 1000 },
      15,
      { cutDepthUm: 0, wax: 'dry' },
    ],
    ['a stamp lowers the clay', BARE, { act: 'press', depthUm: 600 }, 15, { cutDepthUm: 600, recessUm: 600 }],
    ['burnishing gives bare clay a sheen', BARE, { act: 'burnish' }, 15, { burnished: true }],
    ['dust lies in thirds', BARE, { act: 'dust' }, 10, { dust: 2 }],
    [
      'glaze that touches the shelf comes off with some clay',
      { ...films([0, 8], [2, 24]), fixed: 1 },
      { act: 'stick', depthUm: 700 },
      15,
      { shown: [[0, 8]], cutDepthUm: 720 },
    ],
    [
      'colour alone sticks to nothing',
      films([0, 8]),
      { act: 'stick', depthUm: 700 },
      15,
      { shown: [[0, 8]], cutDepthUm: 0 },
    ],
    ['pencil lies on clay', BARE, { act: 'pencil' }, 15, { pencil: true }],
    ['a firing burns pencil away', pencilled, { act: 'fire', cone: 5, melts: false }, 8, { pencil: false, cone: 5 }],
    ['a coat hides pencil', pencilled, { act: 'coat', medium: 1, gain: 1, settles: 'even' }, 8, { pencil: false }],
    ['a damp sponge rubs pencil out', pencilled, { act: 'wipe', high: 0.5, low: 0 }, 15, { pencil: false }],
    ['wax keeps pencil', pencilled, { act: 'wax', tacky: false }, 15, { pencil: true, wax: 'dry' }],
    ['less dust takes none away', { ...BARE, dust: 2 }, { act: 'dust' }, 5, { dust: 2 }],
    ['a brush takes dust off', { ...BARE, dust: 2 }, { act: 'dustOff' }, 15, { dust: 0 }],
    ['burnishing does nothing to what is coated', films([0, 8]), { act: 'burnish' }, 15, { burnished: false }],
    [
      'a cut takes the sheen off',
      { ...BARE, burnished: true },
      { act: 'carve', depthUm: 200, cutsBody: true },
      15,
      { burnished: false },
    ],
    [
      'a swab lifts beads and keeps what lies under the wax',
      { ...films([0, 24], [1, 4]), wax: 'dry', waxAt: 1 },
      { act: 'swab' },
      15,
      { shown: [[0, 24]], wax: 'dry' },
    ],
    [
      'what sticks to tacky wax stays under a swab',
      { ...films([0, 24], [1, 4]), wax: 'tacky', waxAt: 1 },
      { act: 'swab' },
      15,
      {
        shown: [
          [0, 24],
          [1, 4],
        ],
        wax: 'tacky',
      },
    ],
    ['gas raises the clay', BARE, { act: 'bloat', heightUm: 900 }, 15, { cutDepthUm: -880 }],
    ['and fills a cut from below', groove, { act: 'bloat', heightUm: 900 }, 8, { cutDepthUm: 320, recessUm: 800 }],
    ['a swab beside the wax takes nothing', films([0, 24]), { act: 'swab' }, 15, { shown: [[0, 24]] }],
    ['tape goes on', BARE, { act: 'tape' }, 15, { tape: BARE_TAPE }],
    [
      'peeling shows what was under it',
      { ...films([0, 24]), tape: 2 },
      { act: 'peel' },
      15,
      { tape: NO_TAPE, shown: [[0, 24]] },
    ],
    [
      'a needle picks all glaze out of a line',
      { ...films([0, 40], [2, 24], [1, 8]), cutDepthUm: 800, fixed: 1 },
      { act: 'pick' },
      15,
      {
        shown: [
          [0, 40],
          [2, 24],
          [1, 8],
        ],
      },
    ],
    [
      'and off the fence beneath it',
      { ...films([0, 40], [2, 24]), cutDepthUm: 800, fixed: 1 },
      { act: 'pick' },
      15,
      { shown: [[0, 40]] },
    ],
    [
      'it leaves the glaze on the wall',
      { ...films([0, 40], [2, 24]), fixed: 1 },
      { act: 'pick' },
      15,
      {
        shown: [
          [0, 40],
          [2, 24],
        ],
      },
    ],
    ['a sponge over wax takes nothing', waxed, { act: 'wipe', high: 1, low: 1 }, 15, { shown: [[0, 24]] }],
    [
      'a trailed line stands several coats high',
      BARE,
      { act: 'coat', medium: 1, gain: 3.2, settles: 'even' },
      15,
      { shown: [[1, 48]] },
    ],
    ['thick slip does not blister', films([1, 120]), { act: 'blister', limitEighths: 96 }, 15, { shown: [[1, 120]] }],
    ['a coat adds its film', BARE, { act: 'coat', medium: 0, gain: 1, settles: 'even' }, 8, { shown: [[0, 8]] }],
    [
      'a second coat adds to the first',
      films([0, 8]),
      { act: 'coat', medium: 0, gain: 1, settles: 'even' },
      10,
      { shown: [[0, 18]] },
    ],
    [
      'another colour buries the first, rounded to quarters of a coat',
      films([0, 9]),
      { act: 'coat', medium: 1, gain: 1, settles: 'even' },
      8,
      {
        shown: [
          [0, 10],
          [1, 8],
        ],
      },
    ],
    ['a dip lays three coats', BARE, { act: 'coat', medium: 2, gain: 3, settles: 'even' }, 8, { shown: [[2, 24]] }],
    [
      'nothing sticks to dry wax',
      { ...BARE, wax: 'dry' },
      { act: 'coat', medium: 0, gain: 1, settles: 'even' },
      8,
      { shown: [] },
    ],
    [
      'some sticks to tacky wax',
      { ...BARE, wax: 'tacky' },
      { act: 'coat', medium: 0, gain: 1, settles: 'even' },
      8,
      { shown: [[0, 4]] },
    ],
    ['beads stay on wax only', { ...BARE, wax: 'dry' }, { act: 'bead', medium: 0 }, 12, { shown: [[0, 6]] }],
    ['beads do not add to bare clay', BARE, { act: 'bead', medium: 0 }, 12, { shown: [] }],
    [
      'a shallow cut takes the upper film only',
      slipThenColour,
      { act: 'carve', depthUm: 100, cutsBody: true },
      15,
      { shown: [[1, 16]], cutDepthUm: 0 },
    ],
    [
      'a deep cut goes into the body',
      slipThenColour,
      { act: 'carve', depthUm: 400, cutsBody: true },
      15,
      { shown: [], cutDepthUm: 120, recessUm: 400 },
    ],
    [
      'bisque is scratched, not cut',
      slipThenColour,
      { act: 'carve', depthUm: 400, cutsBody: false },
      15,
      { shown: [], cutDepthUm: 0 },
    ],
    [
      'a cut takes wax away',
      { ...BARE, wax: 'dry' },
      { act: 'carve', depthUm: 100, cutsBody: true },
      15,
      { wax: 'none' },
    ],
    ['a needle throws up a burr', BARE, { act: 'burr', heightUm: 60 }, 15, { burrUm: 60 }],
    ['wax marks the spot', BARE, { act: 'wax', tacky: false }, 15, { wax: 'dry' }],
    ['a coat too soon lifts most of the last', films([0, 20]), { act: 'lift', share: 0.85 }, 15, { shown: [[0, 3]] }],
    [
      'what the fire fixed is not lifted',
      { ...films([0, 20]), fixed: 1 },
      { act: 'lift', share: 0.85 },
      15,
      { shown: [[0, 20]] },
    ],
    ['slip that flakes takes everything above it', slipThenColour, { act: 'flake', medium: 1 }, 15, { shown: [] }],
    ['a thick film blisters', films([0, 120]), { act: 'blister', limitEighths: 96 }, 15, { shown: [] }],
    ['a thinner one does not', films([0, 90]), { act: 'blister', limitEighths: 96 }, 15, { shown: [[0, 90]] }],
    [
      'glaze crawls off what lies beneath',
      { ...films([0, 24], [2, 24]), fixed: 1 },
      { act: 'crawl' },
      15,
      { shown: [[0, 24]] },
    ],
    ['a dip smears unfired colour', films([0, 20]), { act: 'smear', share: 0.75 }, 15, { shown: [[0, 5]] }],
    [
      'a sponge takes off what is not fixed',
      { ...films([0, 24], [2, 24]), fixed: 1 },
      { act: 'strip' },
      15,
      { shown: [[0, 24]] },
    ],
    [
      'a molten glaze becomes its mixture with the one beside it, as thick as it was',
      films([0, 24], [2, 24]),
      { act: 'mingle', medium: 2, mixtures: [2, 2, 2, 2, 1, 1, 1, 1] },
      8,
      {
        shown: [
          [0, 24],
          [1, 24],
        ],
      },
    ],
    [
      'fire burns wax and fixes films',
      { ...films([0, 24]), wax: 'dry' },
      { act: 'fire', cone: 6, melts: false },
      8,
      { wax: 'none', fixed: 1, cone: 6, shown: [[0, 24]] },
    ],
    ['glaze thins on an edge', films([2, 24]), { act: 'fire', cone: 5, melts: true }, 4, { shown: [[2, 12]] }],
    [
      'glaze pools in a cut',
      { ...films([2, 24]), recessUm: 400 },
      { act: 'fire', cone: 5, melts: true },
      8,
      { shown: [[2, 32]] },
    ],
  ]

  it.each(CASES)('%s', (_, before, act, level, wanted) => {
    const { shown: wantedFilms, ...rest } = wanted
    const after = apply(before, act, level)
    expect(after).toMatchObject(rest)
    if (wantedFilms) expect(shown(after)).toEqual(wantedFilms)
  })

  it('every act has its case', () => {
    expect(new Set(CASES.map(([, , { act }]) => act))).toEqual(new Set(STACK_OPS))
  })
})

const anyFilm = fc.record({ medium: fc.integer({ min: 0, max: 2 }), eighths: fc.integer({ min: 1, max: 60 }) })
const anyStack: fc.Arbitrary<Stack> = fc
  .record({
    films: fc.array(anyFilm, { maxLength: 4 }),
    cutDepthUm: fc.integer({ min: 0, max: 10 }).map((n) => n * 40),
    recessUm: fc.integer({ min: 0, max: 10 }).map((n) => n * 40),
    burrUm: fc.constantFrom(0, 60),
    wax: fc.constantFrom('none' as const, 'dry' as const, 'tacky' as const),
    cone: fc.integer({ min: -1, max: 18 }),
    fixed: fc.nat(4),
  })
  .map((s) => ({
    ...BARE,
    ...s,
    fixed: Math.min(s.fixed, s.films.length),
    waxAt: s.wax === 'none' ? 0 : s.films.length,
  }))
const level = fc.integer({ min: 1, max: 15 })
const total = (stack: Stack) => stack.films.reduce((sum, f) => sum + f.eighths, 0)

describe('what always holds', () => {
  it('carving never adds, and bares no less the deeper it goes', () => {
    fc.assert(
      fc.property(anyStack, level, fc.integer({ min: 20, max: 900 }), (stack, l, depthUm) => {
        const after = apply(stack, { act: 'carve', depthUm, cutsBody: true }, l)
        expect(total(after)).toBeLessThanOrEqual(total(stack))
        expect(after.cutDepthUm).toBeGreaterThanOrEqual(stack.cutDepthUm)
        expect(total(apply(stack, { act: 'carve', depthUm: depthUm * 2, cutsBody: true }, l))).toBeLessThanOrEqual(
          total(after),
        )
      }),
    )
  })

  it('wiping and scraping never dig: they take from the top film or what stands proud, and leave the clay', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true })
    fc.assert(
      fc.property(anyStack, level, share, share, (stack, l, high, low) => {
        const wiped = apply(stack, { act: 'wipe', high, low }, l)
        expect(total(wiped)).toBeLessThanOrEqual(total(stack))
        expect(wiped.films.slice(0, Math.max(0, stack.films.length - 1))).toEqual(stack.films.slice(0, -1))
        expect([wiped.cutDepthUm, wiped.fixed]).toEqual([stack.cutDepthUm, stack.fixed])
        const scraped = apply(stack, { act: 'scrape' }, l)
        expect(total(scraped)).toBeLessThanOrEqual(total(stack))
        expect(scraped.cutDepthUm).toBe(stack.cutDepthUm)
        expect(scraped.films.slice(0, stack.fixed)).toEqual(stack.films.slice(0, stack.fixed))
      }),
    )
  })

  it('deeper places keep at least as much of what is wiped', () => {
    const kept = (recessUm: number) =>
      total(apply({ ...films([0, 40]), recessUm }, { act: 'wipe', high: 0.94, low: 0.08 }))
    for (let um = 0; um < 2 * KEEPS_UM; um += 40) expect(kept(um + 40)).toBeGreaterThanOrEqual(kept(um))
  })

  it('a mask conserves film: what is laid and peeled leaves what was there', () => {
    fc.assert(
      fc.property(anyStack, level, (stack, l) => {
        const taped = apply(stack, { act: 'tape' }, l)
        const coated = apply(
          apply(taped, { act: 'coat', medium: 0, gain: 1, settles: 'even' }, l),
          { act: 'coat', medium: 2, gain: 3, settles: 'even' },
          l,
        )
        expect(coated.films).toEqual(stack.films)
        expect(apply(coated, { act: 'peel' }, l)).toEqual(stack)
      }),
    )
  })

  it('a filling only goes where the surface is low, and never above the brim by more than it takes to round', () => {
    fc.assert(
      fc.property(anyStack, level, (stack, l) => {
        const filled = apply(stack, { act: 'fill', medium: 1, fills: 0.82 }, l)
        expect(filled.recessUm).toBeLessThanOrEqual(stack.recessUm)
        if (stack.recessUm === 0) expect(filled).toEqual(stack)
      }),
    )
  })

  it('wax keeps what is beneath through any coat, and only fire or a cut takes it off', () => {
    fc.assert(
      fc.property(anyStack, level, (stack, l) => {
        const waxed = apply(stack, { act: 'wax', tacky: false }, l)
        const over = apply(waxed, { act: 'coat', medium: 0, gain: 1, settles: 'even' }, l)
        expect(over).toEqual(waxed)
        const fired = apply(over, { act: 'fire', cone: 5, melts: false }, 8)
        expect(fired.wax).toBe('none')
        expect(total(fired)).toBe(total(stack))
      }),
    )
  })

  it('a bisque changes no film, level 0 changes nothing, and every film stays above nothing', () => {
    fc.assert(
      fc.property(anyStack, level, (stack, l) => {
        expect(total(apply(stack, { act: 'fire', cone: 6, melts: false }, l))).toBe(total(stack))
        for (const act of [{ act: 'strip' }, { act: 'crawl' }, { act: 'lift', share: 1 }] as const) {
          expect(applyOp(stack, 0, act, MEDIA)).toBe(stack)
          for (const film of apply(stack, act, l).films) expect(film.eighths).toBeGreaterThan(0)
        }
      }),
    )
  })

  it('equal stacks have one id, different ones never share', () => {
    const table = new StackTable()
    fc.assert(
      fc.property(anyStack, anyStack, (a, b) => {
        expect(table.idOf(a) === table.idOf(b)).toBe(JSON.stringify(a) === JSON.stringify(b))
        expect(table.stacks[table.idOf(a)]).toEqual(a)
      }),
    )
    expect(table.idOf(BARE)).toBe(0)
    expect(withFilm(BARE, 0, 0)).toBe(BARE)
  })
})
