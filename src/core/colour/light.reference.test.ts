import Color from 'colorjs.io'
import { converter } from 'culori'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { CMF_X, CMF_Y, CMF_Z, D65_SPD } from './cieTables'
import {
  adaptationMatrix,
  decodeSrgb,
  encodeSrgb,
  hexOf,
  hueDegrees,
  chroma,
  linearFromHex,
  linearRgbToOklab,
  linearRgbToXyz,
  mapToGamut,
  oklabToLinearRgb,
  toBytes,
  xyzToLab,
  xyzToLinearRgb,
} from './colourSpaces'
import {
  d50Spd,
  incandescentSpd,
  LIGHTS,
  tristimulus,
  tristimulusWeights,
  WHITE_A,
  WHITE_D50,
  WHITE_D65,
} from './light'
import { screenBytes } from './layeredColour'
import { spectrumOf } from './spectrum'
import { multiply3 } from '../numeric/interpolation'

const sum = (xs: readonly number[]) => xs.reduce((a, b) => a + b, 0)

/** White point at 5 nm, no folding or scaling: Σ cmf·spd. */
const whiteOf = (spd: readonly number[]) => {
  const [X, Y, Z] = [CMF_X, CMF_Y, CMF_Z].map((cmf) => sum(cmf.map((c, i) => c * spd[i])))
  return [(100 * X) / Y, 100, (100 * Z) / Y]
}

describe('CIE tables', () => {
  it('sum to the published sums of the 5 nm tables (CIE 015)', () => {
    expect(sum([...CMF_X])).toBeCloseTo(21.371524, 6)
    expect(sum([...CMF_Y])).toBeCloseTo(21.371327, 6)
    expect(sum([...CMF_Z])).toBeCloseTo(21.37154, 6)
  })

  it.each([
    ['D65', D65_SPD, [95.043, 100, 108.88], 0.01],
    ['D50 from the daylight components', d50Spd(), [...WHITE_D50], 0.05],
    ['A from Planck’s formula', incandescentSpd(), [...WHITE_A], 0.05],
  ] as const)('%s has its white point (CIE 015, ASTM E308)', (_, spd, wanted, tolerance) => {
    whiteOf(spd).forEach((v, i) => expect(Math.abs(v - wanted[i])).toBeLessThan(tolerance))
  })
})

describe('weights', () => {
  it('scale a perfect white to the nominal white of each light', () => {
    const perfect = spectrumOf(() => 1)
    for (const light of Object.values(LIGHTS))
      tristimulus(perfect, light).forEach((v, i) => expect(v).toBeCloseTo(light.white[i], 9))
    expect(tristimulusWeights(D65_SPD).white[1]).toBeCloseTo(100, 9)
  })

  it.each(Object.values(LIGHTS))('make a perfect white exactly #ffffff or a warm white on screen ($id)', (light) => {
    const { bytes } = screenBytes(
      spectrumOf(() => 1),
      light,
    )
    if (light.id === 'daylight') expect(hexOf(bytes)).toBe('#ffffff')
    else expect(bytes[0]).toBeGreaterThanOrEqual(bytes[2])
  })

  it('keep greys neutral under every light', () => {
    for (const light of Object.values(LIGHTS)) {
      const [, a, b] = xyzToLab(
        tristimulus(
          spectrumOf(() => 0.3),
          light,
        ),
        light.white,
      )
      expect(Math.hypot(a, b)).toBeLessThan(1e-9)
    }
  })
})

describe('colour spaces against other people’s libraries', () => {
  const channel = fc.double({ min: 0, max: 1, noNaN: true })
  const toLab65 = converter('lab65')
  const toOklab = converter('oklab')

  it('Lab agrees with culori within the difference of their white points', () => {
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const ours = xyzToLab(linearRgbToXyz([decodeSrgb(r), decodeSrgb(g), decodeSrgb(b)]), WHITE_D65)
        const theirs = toLab65({ mode: 'rgb', r, g, b })
        expect(Math.abs(ours[0] - theirs.l)).toBeLessThan(0.05)
        expect(Math.abs(ours[1] - theirs.a)).toBeLessThan(0.1)
        expect(Math.abs(ours[2] - theirs.b)).toBeLessThan(0.1)
      }),
    )
  })

  it('OKLab agrees with culori and colorjs.io', () => {
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) => {
        const ours = linearRgbToOklab([decodeSrgb(r), decodeSrgb(g), decodeSrgb(b)])
        const theirs = toOklab({ mode: 'rgb', r, g, b })
        const third = new Color('srgb', [r, g, b]).to('oklab').coords
        ;[theirs.l, theirs.a, theirs.b].forEach((v, i) => expect(Math.abs(ours[i] - v)).toBeLessThan(1e-3))
        third.forEach((v, i) => expect(Math.abs(ours[i] - (v ?? 0))).toBeLessThan(1e-3))
        oklabToLinearRgb(ours).forEach((v, i) =>
          expect(v).toBeCloseTo([decodeSrgb(r), decodeSrgb(g), decodeSrgb(b)][i], 5),
        )
      }),
    )
  })

  it('the sRGB curve and matrix invert', () => {
    fc.assert(
      fc.property(channel, (v) => {
        expect(decodeSrgb(encodeSrgb(v))).toBeCloseTo(v, 7)
      }),
    )
    fc.assert(
      fc.property(channel, channel, channel, (r, g, b) =>
        xyzToLinearRgb(linearRgbToXyz([r, g, b])).forEach((v, i) => expect(v).toBeCloseTo([r, g, b][i], 10)),
      ),
    )
    expect(hexOf(toBytes(linearFromHex('#3a7bd5')))).toBe('#3a7bd5')
  })

  it('Bradford from D65 to D50 gives the published matrix (ICC, as in colorjs.io)', () => {
    const m = adaptationMatrix(WHITE_D65, WHITE_D50)
    const published = [1.0479, 0.0229, -0.0502, 0.0296, 0.9904, -0.0171, -0.0092, 0.0151, 0.7519]
    published.forEach((v, i) => expect(Math.abs(m[i] - v)).toBeLessThan(6e-4))
    multiply3(m, WHITE_D65).forEach((v, i) => expect(v).toBeCloseTo(WHITE_D50[i], 9))
    adaptationMatrix(WHITE_D65, WHITE_A, 0).forEach((v, i) => expect(v).toBeCloseTo(i % 4 === 0 ? 1 : 0, 12))
  })

  it('gamut mapping holds lightness and hue, and leaves what fits alone', () => {
    const wild: [number, number, number] = [1.3, -0.2, 0.05]
    const { rgb, outOfGamut } = mapToGamut(wild)
    expect(outOfGamut).toBe(true)
    rgb.forEach((v) => expect(v).toBeGreaterThanOrEqual(0))
    const [before, after] = [linearRgbToOklab(wild), linearRgbToOklab(rgb)]
    expect(after[0]).toBeCloseTo(before[0], 3)
    expect(Math.abs(hueDegrees(after) - hueDegrees(before))).toBeLessThan(0.5)
    expect(chroma(after)).toBeLessThan(chroma(before))
    expect(mapToGamut([0.2, 0.5, 0.9])).toEqual({ rgb: [0.2, 0.5, 0.9], outOfGamut: false })
    expect(mapToGamut([1.4, 1.4, 1.4]).rgb).toEqual([1, 1, 1])
  })
})
