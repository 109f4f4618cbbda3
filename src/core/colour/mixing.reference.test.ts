import { createRequire } from 'node:module'
import { describe, expect, it } from 'vitest'
import { ciede2000 } from './ciede2000'
import { hueDegrees, labFromHex, type Triple } from './colourSpaces'
import { reconstructReflectance } from './reconstruct'
import { labUnder } from './layeredColour'
import { layerReflectance } from './kubelkaMunk'

const load = createRequire(import.meta.url)
const spectral = load('spectral.js') as {
  Color: new (hex: string) => { R: number[]; lRGB: number[] }
  mix: (...pairs: [unknown, number][]) => { toString: () => string }
}
const { diff } = load('color-diff') as {
  diff: (a: { L: number; a: number; b: number }, b: { L: number; a: number; b: number }) => number
}

const hexes = ['#1f4fae', '#e3c52b', '#c8372d', '#3a8d52', '#d98a3d', '#f2efe6', '#46424a']

describe('against spectral.js', () => {
  it('reflectances made from the same colour have the same colour, though they are made otherwise', () => {
    for (const hex of hexes) {
      const ours = labUnder(reconstructReflectance(labFromHex(hex)).reflectance)
      expect(ciede2000(ours, labFromHex(hex))).toBeLessThan(0.01)
      const theirs = new spectral.Color(hex).R
      expect(Math.min(...theirs)).toBeGreaterThanOrEqual(0)
      // Where one is bright the other is: they rise and fall together.
      const mine = reconstructReflectance(labFromHex(hex)).reflectance
      const mean = (v: ArrayLike<number>, n: number) =>
        Array.from({ length: n }, (_, i) => v[i]).reduce((a, b) => a + b, 0) / n
      const [ma, mb] = [mean(mine, 36), mean(theirs, 36)]
      let cross = 0
      let squares = 0
      let other = 0
      for (let i = 0; i < 36; i++) {
        cross += (mine[i] - ma) * (theirs[i] - mb)
        squares += (mine[i] - ma) ** 2
        other += (theirs[i] - mb) ** 2
      }
      if (squares > 0.05) expect(cross / Math.sqrt(squares * other)).toBeGreaterThan(0.8)
    }
  })

  it('blue and yellow mix to green there and here', () => {
    const theirs = hueDegrees(
      labFromHex(spectral.mix([new spectral.Color('#1f4fae'), 1], [new spectral.Color('#e3c52b'), 1]).toString()),
    )
    const blue = reconstructReflectance(labFromHex('#1f4fae')).reflectance
    const yellow = reconstructReflectance(labFromHex('#e3c52b')).reflectance
    const q = (r: number) => (1 - r) ** 2 / (2 * r)
    const mixed = blue.map((r, i) => layerReflectance((q(r) + q(yellow[i])) / 2, 1, 60, 0))
    const ours = hueDegrees(labUnder(mixed))
    for (const hue of [theirs, ours]) {
      expect(hue).toBeGreaterThan(100)
      expect(hue).toBeLessThan(215)
    }
  })
})

it('CIEDE2000 agrees with color-diff', () => {
  const labs = hexes.map(labFromHex)
  for (const x of labs)
    for (const y of labs)
      expect(ciede2000(x as Triple, y as Triple)).toBeCloseTo(
        diff({ L: x[0], a: x[1], b: x[2] }, { L: y[0], a: y[1], b: y[2] }),
        3,
      )
})
