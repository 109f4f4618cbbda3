import { describe, expect, it } from 'vitest'
import { STARTER_BODIES } from '../cupboard/bodies'
import { STARTER_MEDIA } from '../cupboard/media'
import { ciede2000 } from './ciede2000'
import { chroma, hueDegrees } from './colourSpaces'
import { mixOptics, type LayerOptics } from './kubelkaMunk'
import { bodyInternal, labUnder, stackReflectance } from './layeredColour'
import type { SurfaceKind } from './surface'

/* Common practice, no source: what layers do, checked on the starter cupboard. */

const body = (id: string) => bodyInternal(STARTER_BODIES.find((b) => b.id === id)?.reflectance ?? [])
const optics = (id: string): LayerOptics => STARTER_MEDIA.find((m) => m.id === id)?.optics ?? { K: [], S: [] }
const DARK = body('peat-dark')
const WHITE = body('chalk-white')

type Films = readonly (readonly [string | LayerOptics, number])[]

const lab = (ground: Float64Array, films: Films, surface: SurfaceKind = 'matte') =>
  labUnder(
    stackReflectance(
      ground,
      films.map(([m, coats]) => ({ optics: typeof m === 'string' ? optics(m) : m, coats })),
      surface,
    ),
  )

/** Change of colour with each coat, seen under a coat of clear. */
const steps = (medium: string) => {
  const under = (coats: number) =>
    lab(
      DARK,
      [
        [medium, coats],
        ['clear-gloss', 1],
      ],
      'gloss',
    )
  return [1, 2, 3, 4].map((n) => ciede2000(under(n), under(n - 1)))
}

const coatsToOpaque = (medium: string) =>
  [1, 2, 3, 4, 5, 6, 7, 8].find((n) => ciede2000(lab(DARK, [[medium, n]]), lab(DARK, [[medium, 16]])) <= 2.5)

describe('coats on a dark body', () => {
  it('of white change the colour by about 49, 7, 3 and 1.5', () => {
    const changes = steps('shell-white')
    ;[49, 7, 3, 1.5].forEach((wanted, i) => expect(Math.abs(changes[i] - wanted)).toBeLessThan(0.5))
  })

  it('of black change it by about 12, 1 and nothing', () => {
    const changes = steps('marsh-black')
    ;[12, 0.9, 0].forEach((wanted, i) => expect(Math.abs(changes[i] - wanted)).toBeLessThan(0.5))
  })

  it.each([
    ['shell-white', 4],
    ['gorse-yellow', 4],
    ['thrift-pink', 3],
    ['berry-red', 3],
    ['tide-blue', 3],
    ['marsh-black', 1],
  ])('%s covers after %i', (medium, wanted) => {
    expect(coatsToOpaque(medium)).toBe(wanted)
  })
})

describe('streaks of ±30 % film', () => {
  it.each(['shell-white', 'thrift-pink', 'tide-blue'])('of %s show at one coat and not at three', (medium) => {
    const spread = (coats: number) => ciede2000(lab(DARK, [[medium, coats * 0.7]]), lab(DARK, [[medium, coats * 1.3]]))
    expect(spread(1)).toBeGreaterThan(4.5)
    expect(spread(3)).toBeLessThan(spread(1) / 2)
  })
})

describe('clear over matte colour', () => {
  it.each(['tide-blue', 'gorse-yellow', 'rowan-orange', 'berry-red', 'thrift-pink', 'reed-green'])(
    'makes %s darker and more vivid',
    (medium) => {
      const bare = lab(WHITE, [[medium, 3]])
      const under = lab(
        WHITE,
        [
          [medium, 3],
          ['clear-gloss', 3],
        ],
        'gloss',
      )
      expect(under[0]).toBeLessThan(bare[0])
      expect(chroma(under)).toBeGreaterThan(chroma(bare))
    },
  )
})

describe('mixing and overlaying', () => {
  const mix = (a: string, b: string) =>
    mixOptics([
      { part: 1, optics: optics(a) },
      { part: 1, optics: optics(b) },
    ])

  it('blue and yellow give green', () => {
    const hue = hueDegrees(
      lab(
        WHITE,
        [
          [mix('tide-blue', 'gorse-yellow'), 4],
          ['clear-gloss', 2],
        ],
        'gloss',
      ),
    )
    expect(Math.abs(hue - 160)).toBeLessThan(15)
    expect(
      hueDegrees(
        lab(WHITE, [
          ['gorse-yellow', 2],
          ['tide-blue', 0.5],
        ]),
      ),
    ).toBeGreaterThan(110)
  })

  it('orange and red give coral', () => {
    const coral = lab(WHITE, [[mix('rowan-orange', 'berry-red'), 4]])
    expect(hueDegrees(coral)).toBeGreaterThan(15)
    expect(hueDegrees(coral)).toBeLessThan(55)
    expect(chroma(coral)).toBeGreaterThan(35)
  })

  it('one yellow over black is muted, two black over yellow is black', () => {
    const muted = lab(
      DARK,
      [
        ['marsh-black', 3],
        ['gorse-yellow', 1],
        ['clear-gloss', 2],
      ],
      'gloss',
    )
    const full = lab(
      WHITE,
      [
        ['gorse-yellow', 4],
        ['clear-gloss', 2],
      ],
      'gloss',
    )
    expect(Math.abs(chroma(muted) - 41)).toBeLessThan(6)
    expect(Math.abs(chroma(full) - 69)).toBeLessThan(12)
    expect(
      Math.abs(
        lab(
          WHITE,
          [
            ['gorse-yellow', 3],
            ['marsh-black', 2],
            ['clear-gloss', 2],
          ],
          'gloss',
        )[0] - 13,
      ),
    ).toBeLessThan(4)
  })

  it('an amber glaze is light on white and dark on a dark body', () => {
    expect(Math.abs(lab(WHITE, [['amber', 1]], 'gloss')[0] - 67)).toBeLessThan(6)
    expect(Math.abs(lab(DARK, [['amber', 1]], 'gloss')[0] - 14)).toBeLessThan(6)
  })
})
