import { stroke, type Mark, type MotifDefinition } from './marks'

/**
 * Strokes of letters and figures for scratching into clay, on a grid four wide and six tall: points as pairs of digits, strokes
 * parted by spaces. Drawn for this program.
 */
const GLYPHS: Readonly<Record<string, string>> = {
  A: '002640 1232',
  B: '0006 063645443303 3342413000',
  C: '4536160501103041',
  D: '0006 0636454130 0030',
  E: '46060040 0333',
  F: '4606 0006 0333',
  G: '45361605011030414323',
  H: '0006 4046 0343',
  I: '2026',
  J: '3631201001',
  K: '0006 4603 1340',
  L: '060040',
  M: '0006234640',
  N: '00064046',
  O: '160501103041453616',
  P: '0006 063645443303',
  Q: '160501103041453616 2240',
  R: '0006 063645443303 2340',
  S: '4536160504134241301001',
  T: '0646 2620',
  U: '060110304146',
  V: '062046',
  W: '0610233046',
  X: '0046 0640',
  Y: '0623 4623 2320',
  Z: '06460040',
  0: '160501103041453616',
  1: '152620',
  2: '05163645440040',
  3: '051636454433 13334241301001',
  4: '3036 360242',
  5: '460603344341301001',
  6: '36160501103041423303',
  7: '064610',
  8: '160504133344453616 130201103041423313',
  9: '4433130405163645413010',
  '.': '2021',
  '-': '1333',
  '&': '4002051635341201103042',
  ' ': '',
}

const WIDTH = 4
const PITCH = 5.6
const HEIGHT = 6

function glyph(letter: string): [number, number][][] {
  return (GLYPHS[letter] ?? '')
    .split(' ')
    .filter(Boolean)
    .map((run) =>
      Array.from({ length: Math.floor(run.length / 2) }, (_, i): [number, number] => [
        Number(run[2 * i]),
        Number(run[2 * i + 1]),
      ]),
    )
}

export const letters: MotifDefinition = {
  name: 'Letters',
  words: 'initials and year, to scratch into the base',
  closes: false,
  aspect: 2,
  marks: ({ widthMm, heightMm, lineMm, text }) => {
    const shown = [...(text || 'AB')].map((c) => c.normalize('NFD').replace(/\p{M}/gu, '').toUpperCase())
    const across = shown.length * PITCH - (PITCH - WIDTH)
    const scale = Math.min(widthMm / across, heightMm / HEIGHT)
    const marks: Mark[] = []
    shown.forEach((letter, i) => {
      for (const points of glyph(letter)) {
        if (points.length > 1)
          marks.push(
            stroke(
              points.map(
                ([x, y]) =>
                  [(i * PITCH + x - across / 2) * scale, y * scale + (heightMm - HEIGHT * scale) / 2] as const,
              ),
              lineMm,
            ),
          )
      }
    })
    return marks
  },
}
