import { describe, expect, it } from 'vitest'
import { ciede2000 } from '../colour/ciede2000'
import { buildForm } from '../form/buildForm'
import {
  carve,
  coat,
  dry,
  finish,
  leather,
  outside,
  planned,
  sponge,
  studio,
  throughWax,
} from '../judge/fixtures/mistakes'
import { presetForm } from '../model/presetForm'
import type { Piece } from '../model/piece'
import * as build from '../plan/build'
import type { StepContent } from '../plan/step'
import { PLAIN_MOTIF, type Motif } from '../vocabulary/motif'
import { bandOf, OUTSIDE, wholeOf } from '../vocabulary/place'
import { measurePiece } from './measure/measurePiece'
import { PieceViewer, type ViewKind } from './view/pieceView'

/* Plans as they turn out, picture against picture. Trade facts: common practice, no source. */

const bisque = build.fire('bisque', '04')
const slab: Partial<Piece> = { form: presetForm('tile'), use: 'display' }

function looked(
  steps: StepContent[],
  over: Partial<Piece> = {},
  kind: ViewKind = 'firedWhole',
  afterStep = steps.length - 1,
) {
  const piece = planned(steps, over)
  const viewer = new PieceViewer(512, 256)
  const made = viewer.view({
    piece,
    bodies: studio.bodies,
    media: studio.media,
    ways: studio.ways,
    afterStep,
    kind,
    light: 'daylight',
  })
  if (!made.ok) throw new Error(JSON.stringify(made.issue))
  const { picture } = made.value
  const built = buildForm(piece.form)
  if (!built.ok) throw new Error(JSON.stringify(built.issue))
  const form = built.value
  const down = (zone: 'outside' | 'inside' | 'floor', share: number) =>
    (form.zones[zone].from + (form.zones[zone].to - form.zones[zone].from) * share) / form.totalMm
  /** Lab of the fired stack at a share of the way round and of a zone. */
  const lab = (zone: 'outside' | 'inside' | 'floor', across: number, share: number) =>
    viewer.section({ across, down: down(zone, share) })!.lab
  /** Shares of a mean film round the form. */
  const coats = (name: string, zone: 'outside' | 'inside' | 'floor', share: number) => {
    const n = 200
    const all = Array.from({ length: n }, (_, i) => viewer.section({ across: i / n, down: down(zone, share) })!)
    return all.reduce((sum, s) => sum + s.films.filter((f) => f.name === name).reduce((a, f) => a + f.coats, 0), 0) / n
  }
  /** What each step did; reckoned only where it is asked for. */
  const records = () => {
    const measured = measurePiece(piece, studio)
    if (!measured.ok) throw new Error(JSON.stringify(measured.issue))
    return measured.value.records
  }
  return { viewer, picture, lab, coats, form, down, records, gauges: made.value.gauges }
}

const NAME = (id: string) => studio.media[id].name

describe('what is wet is wet where it was laid', () => {
  it('a coat inside does not lift because the outside is wet', () => {
    const inside = coat('tide-blue', 3, { place: wholeOf('inside') })
    const afterWet = looked([leather, coat('marsh-black', 2, { waits: false }), inside])
    const afterDry = looked([leather, coat('marsh-black', 2), inside])
    expect(afterWet.coats('Tide blue', 'inside', 0.5)).toBeCloseTo(afterDry.coats('Tide blue', 'inside', 0.5), 1)
    const same = looked([leather, coat('marsh-black', 2, { waits: false }), coat('tide-blue', 1)])
    expect(same.coats(NAME('marsh-black'), 'outside', 0.5)).toBeLessThan(
      afterWet.coats(NAME('marsh-black'), 'outside', 0.5),
    )
  })

  it('a sponge outside washes no more out because the inside is wet', () => {
    const plan = (waits: boolean) => [
      dry,
      bisque,
      build.coat('rust-wash', outside(), 1),
      coat('tide-blue', 1, { place: wholeOf('inside'), waits }),
      sponge(),
    ]
    expect(looked(plan(false)).coats(NAME('rust-wash'), 'outside', 0.5)).toBeCloseTo(
      looked(plan(true)).coats(NAME('rust-wash'), 'outside', 0.5),
      6,
    )
  })
})

describe('wax', () => {
  it('keeps the glaze under it whole when what lies above is swabbed too early, while the lines are washed out', () => {
    const [early, late] = [looked(throughWax({ waits: false })), looked(throughWax())]
    const white = NAME('opaque-white')
    expect(early.coats(white, 'outside', 0.85)).toBeCloseTo(late.coats(white, 'outside', 0.85), 1)
    const amber = (view: ReturnType<typeof looked>) =>
      view.records()[8].takenOff.find((f) => f.mediumId === 'amber')?.coatMm2 ?? 0
    expect(amber(early)).toBeGreaterThan(2 * Math.max(1, amber(late)))
  })

  it('that is tacky blurs the edge: colour lies thin beside it, too', () => {
    const plan = (waits: boolean) => [
      leather,
      build.wax(bandOf(30, 60), null, waits),
      coat('marsh-black', 3),
      dry,
      bisque,
    ]
    const beside = (view: ReturnType<typeof looked>) =>
      view.coats('Marsh black', 'outside', 61 / (view.form.zones.outside.to - view.form.zones.outside.from))
    expect(beside(looked(plan(false)))).toBeLessThan(beside(looked(plan(true))) * 0.92)
    expect(looked(plan(false)).coats('Marsh black', 'outside', 0.45)).toBeGreaterThan(0.5)
  })
})

describe('a sponge', () => {
  const clean = (steps: StepContent[]) => looked([dry, bisque, ...steps, ...finish.slice(2)])
  it('takes from every unfixed film in order: a pale colour dabbed first does not survive, dabbed after it does', () => {
    const before = clean([coat('gorse-yellow', 2), build.coat('rust-wash', outside(), 1), sponge()])
    const after = clean([build.coat('rust-wash', outside(), 1), sponge(), coat('gorse-yellow', 2)])
    expect(before.coats('Gorse yellow', 'outside', 0.5)).toBeLessThan(0.5)
    expect(after.coats('Gorse yellow', 'outside', 0.5)).toBeGreaterThan(1.2)
  })
})

describe('deep texture on bisque', () => {
  it('leaves its hollows white, unless it is misted or the colour thinned', () => {
    const plan = (...before: StepContent[]) => [build.impress('dimples', outside(), 0.9), dry, bisque, ...before]
    const dryCoat = looked(plan(coat('tide-blue', 3)))
    const misted = looked(plan(build.mist(OUTSIDE), coat('tide-blue', 3)))
    const thinned = looked(plan(coat('tide-blue', 4, { water: 0.2 })))
    const bare = (view: ReturnType<typeof looked>) => view.gauges.visible.find((v) => v.what === 'body')?.share ?? 0
    expect(bare(dryCoat)).toBeGreaterThan(bare(misted) + 0.05)
    expect(bare(dryCoat)).toBeGreaterThan(bare(thinned) + 0.05)
  })
})

describe('sgraffito', () => {
  it('on bone-dry clay is ragged beside the same on leather-hard clay', () => {
    const plan = (stage: StepContent) => [leather, coat('marsh-black', 3), stage, carve({}, { variation: 0 })]
    const edges = ({ picture }: ReturnType<typeof looked>) => {
      let n = 0
      for (let i = 4; i < picture.colour.length; i += 4)
        if (Math.abs(picture.colour[i] - picture.colour[i - 4]) > 40) n++
      return n
    }
    expect(edges(looked(plan(dry)))).toBeGreaterThan(edges(looked(plan(leather))) * 1.15)
  })
})

describe('burnished clay', () => {
  it('shines through slip until the slip hides it, on the bench too', () => {
    const shine = (coats: number, kind: ViewKind) => {
      const steps = [leather, build.burnish(OUTSIDE), ...(coats ? [coat('chalk-slip', coats)] : [])]
      const { picture, down } = looked(steps, {}, kind)
      return picture.colour[(Math.floor(down('outside', 0.5) * picture.height) * picture.width + 100) * 4 + 3]
    }
    for (const kind of ['bench', 'firedNow'] as const) {
      expect(shine(0, kind)).toBeGreaterThan(shine(1, kind))
      expect(shine(1, kind)).toBeGreaterThan(shine(3, kind))
    }
  })
})

describe('glaze', () => {
  it('that is meant to drip runs from the lower edge of its band, and over the rim from inside', () => {
    const plan = (place: typeof OUTSIDE, drips: boolean) => [
      dry,
      bisque,
      build.glaze('amber', place, 'dip', { drips }),
      build.fire('glaze', '05'),
    ]
    const below = (view: ReturnType<typeof looked>, share: number) => view.coats('Amber glaze', 'outside', share)
    const band = bandOf(60, 2000)
    expect(below(looked(plan(band, true)), 0.4)).toBeGreaterThan(0.2)
    expect(below(looked(plan(band, false)), 0.4)).toBe(0)
    expect(below(looked(plan(wholeOf('inside', 'floor', 'rim'), true)), 0.85)).toBeGreaterThan(0.2)
  })

  it('one way leaves tracks that crossed coats fill: its streaks are half as deep again after three coats', () => {
    const spread = (direction: 'crossed' | 'oneWay') => {
      const { viewer, down } = looked([leather, coat('marsh-black', 3, { direction })])
      const films = Array.from(
        { length: 300 },
        (_, i) => viewer.section({ across: i / 300, down: down('outside', 0.3 + (i % 30) / 75) })!.films[0]?.coats ?? 0,
      )
      const mean = films.reduce((a, b) => a + b) / films.length
      return Math.sqrt(films.reduce((sum, v) => sum + (v - mean) ** 2, 0) / films.length)
    }
    expect(spread('oneWay')).toBeGreaterThan(spread('crossed') * 1.25)
  })

  it('keeps three quarters of a coat under clear as such', () => {
    const lab = (coats: number) =>
      looked([
        leather,
        coat('tide-blue', 1, { water: 1 - coats }),
        dry,
        bisque,
        build.glaze('clear-gloss', OUTSIDE, 'dip'),
        build.fire('glaze', '05'),
      ])
    expect(Math.abs(lab(0.75).coats('Tide blue', 'outside', 0.5) - 0.75)).toBeLessThan(0.08)
  })
})

describe('on slabs and in front', () => {
  const face = wholeOf('floor')
  it('a texture on a slab does not run to the middle like rays: near the middle it is as coarse as at the edge', () => {
    const { viewer, down } = looked([build.impress('comb', face, 0.8, 6), leather], slab)
    // Along a small and along a large ring round the middle, the number of ridges met grows with the length of the ring.
    const ridges = (share: number) => {
      const cuts = Array.from(
        { length: 720 },
        (_, i) => viewer.section({ across: i / 720, down: down('floor', share) })!.cutDepthUm > 200,
      )
      return cuts.filter((c, i) => c !== cuts[(i + 719) % 720]).length
    }
    expect(ridges(0.2)).toBeGreaterThan(1.8 * ridges(0.75))
  })

  it('a blend on a slab runs from its left end to its right one, and on a vessel seen from the front', () => {
    for (const [over, place, zone] of [
      [slab, face, 'floor'],
      [{}, OUTSIDE, 'outside'],
    ] as const) {
      const { lab } = looked(
        [
          leather,
          build.coat('tide-blue', place, 3, { blend: { mediumId: 'gorse-yellow', along: 'across' } }),
          dry,
          bisque,
        ],
        over,
      )
      const [right, left] = [lab(zone, 0.25, 0.3), lab(zone, 0.75, 0.3)]
      expect(ciede2000(right, left)).toBeGreaterThan(25)
      expect(right[2]).toBeGreaterThan(left[2] + 30)
    }
  })

  it('a lone mark at 0° stands in front', () => {
    const lone: Motif = {
      ...PLAIN_MOTIF,
      kind: 'star',
      side: 'outside',
      repeats: 1,
      upMm: 40,
      heightMm: 24,
      lineMm: 2,
      variation: 0,
      seed: 1,
    }
    const { viewer, down } = looked([leather, coat('marsh-black', 3), { ...carve(), motif: lone } as StepContent])
    const cut = (across: number) =>
      Array.from(
        { length: 40 },
        (_, i) => viewer.section({ across, down: down('outside', 0.3 + i / 80) })!.films.length === 0,
      ).filter(Boolean).length
    expect(cut(0)).toBeGreaterThan(cut(0.5))
    expect(cut(0.5)).toBe(0)
  })

  it('clearing the ground clears the whole band between its rows', () => {
    const { viewer, form } = looked([
      leather,
      coat('marsh-black', 3),
      carve(
        {},
        { kind: 'dots', heightMm: 10, upMm: 30, rows: 2, rowGapMm: 12, repeats: 6, ground: true, variation: 0 },
      ),
    ])
    const at = (up: number) =>
      viewer.section({ across: 0.5 / 6, down: (form.zones.outside.from + up) / form.totalMm })!.films.length
    expect(at(46)).toBe(0)
    expect(at(35)).toBeGreaterThan(0)
  })
})

describe('whites are as light as a well-fired white is (L 88 to 92, value from memory)', () => {
  it.each([
    ['a white body under clear', [dry, bisque, build.glaze('clear-gloss', OUTSIDE, 'dip'), build.fire('glaze', '05')]],
    ['an opaque white', [dry, bisque, build.glaze('opaque-white', OUTSIDE, 'dip'), build.fire('glaze', '05')]],
  ] as const)('%s', (_, steps) => {
    const [L] = looked([...steps]).lab('outside', 0.3, 0.5)
    expect(L).toBeGreaterThan(88)
    expect(L).toBeLessThan(92.5)
  })

  it('the pale green glaze is pale and green', () => {
    const [L, a] = looked(
      [dry, build.fire('bisque', '06'), build.glaze('pale-green', OUTSIDE, 'dip'), build.fire('glaze', '6')],
      { bodyId: 'shell-porcelain' },
    ).lab('outside', 0.3, 0.5)
    expect(L).toBeGreaterThan(72)
    expect(a).toBeLessThan(-7)
  })
})
