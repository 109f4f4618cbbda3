import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { CURRENT_VERSION } from '../model/migrations'
import { squareOf } from '../sheets/fixtures/input'
import { path } from '../sheets/pen'
import { outlinesOf } from '../vocabulary/motif'
import { readReflectanceCsv } from './mediaCsv'
import { tiling } from './sheets/tiles'
import { readSvgDrawing } from './svgDrawing'
import { readVerniceFile } from './verniceFile'

/* Where one reading ends and another begins. */

const drawn = (text: string) => {
  const read = readSvgDrawing(text, 'x.svg')
  if (!read.ok) throw new Error(sentence(read.issue))
  return read.value.drawing
}
const svg = (inner: string) => drawn(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${inner}</svg>`)
const RECT = '<rect width="40" height="80"/>'

describe('line art', () => {
  it('what is hardly there, in per cent, is not there', () => {
    const circle = (opacity: string) => `<circle cx="80" cy="50" r="9" opacity="${opacity}"/>`
    expect(svg(RECT + circle('3%')).shapes).toHaveLength(1)
    expect(svg(RECT + circle('50%')).shapes).toHaveLength(2)
    expect(svg(RECT + circle('0.03')).shapes).toHaveLength(1)
  })

  it('a picture in it is fitted, or cut to fill its place', () => {
    const within = (how: string) =>
      svg(
        `<svg width="100" height="50" viewBox="0 0 10 10" preserveAspectRatio="${how}"><rect width="10" height="10"/></svg>`,
      ).aspect
    expect(within('xMidYMid meet')).toBeCloseTo(1, 3)
    expect(within('xMidYMid slice')).toBeCloseTo(2, 3)
    expect(within('none')).toBeCloseTo(2, 3)
  })

  it.each([50, 60])('a ring that a picture cuts at %i is one line, open at the cut', (wide) => {
    const arcs = svg(
      `<svg width="${wide}" height="100"><circle cx="50" cy="50" r="40" fill="none" stroke="black"/></svg>`,
    ).shapes.flatMap(outlinesOf)
    expect(arcs).toHaveLength(1)
    const [first, last] = [arcs[0][0], arcs[0][arcs[0].length - 1]]
    // As shares of its height, which is its diameter: the chord at the cut.
    expect(Math.hypot(first[0] - last[0], first[1] - last[1])).toBeCloseTo(Math.sqrt(1 - ((wide - 50) / 40) ** 2), 2)
  })

  it('is read under the usual prefix, though nobody declared it, and not under another', () => {
    expect(drawn(`<svg:svg viewBox="0 0 100 100"><svg:rect width="40" height="80"/></svg:svg>`).aspect).toBeCloseTo(0.5)
    expect(readSvgDrawing(`<s:svg viewBox="0 0 9 9"><s:rect width="4" height="8"/></s:svg>`, 'x.svg').ok).toBe(false)
  })

  it('rules of style for what the pointer does count for nothing', () => {
    const styled = (rules: string) => svg(`<style>${rules}</style>${RECT}<circle cx="80" cy="50" r="9"/>`).shapes.length
    expect(styled('circle{fill:none}')).toBe(1)
    expect(styled('circle:hover{fill:none}')).toBe(2)
    expect(styled('circle:hover,circle{fill:none}')).toBe(1)
  })
})

describe('a Vernice file', () => {
  const refusal = (text: string) => {
    const read = readVerniceFile(text)
    return read.ok ? 'read' : sentence(read.issue)
  }
  const nested = `${'['.repeat(60)}${']'.repeat(60)}`

  it.each([['a'], ['ab'], ['a\\"'], ['\\\\'], ['\\"\\"\\"']])(
    'is not nested by what stands in a text: “%s”',
    (text) => {
      const head = `{"format": "vernice.piece", "version": ${CURRENT_VERSION}, "note": "${text}`
      expect(refusal(`${head}${nested}"}`)).not.toContain('24')
      expect(refusal(`${head}", "more": ${nested}}`)).toContain('24')
    },
  )
})

describe('a measured reflectance', () => {
  const table = (head: string, value: (nm: number) => string) =>
    [head, ...Array.from({ length: 31 }, (_, i) => `${400 + 10 * i},${value(400 + 10 * i)}`)].join('\n')

  it.each(['wavelength_nm,reflectance', 'wavelength,r', 'nm,reflection', 'lambda,reflectance_percent', 'nm,%R'])(
    'has columns %s',
    (head) => {
      const read = readReflectanceCsv(table(head, () => '50'))
      if (!read.ok) throw new Error(sentence(read.issue))
      for (const share of read.value) expect(share).toBeCloseTo(0.5, 9)
    },
  )
})

describe('pages of a sheet', () => {
  it('on which nothing stands are left out', () => {
    const square = (at: number) => path('cut', squareOf(20, at))
    const sheet = { title: '', words: [], widthMm: 500, heightMm: 500, items: [square(0), square(480)] }
    const { columns, rows, tiles } = tiling(sheet, 'a4')
    expect(columns * rows).toBeGreaterThan(4)
    expect(tiles.map(({ column, row }) => [column, row])).toEqual([
      [0, 0],
      [columns - 1, rows - 1],
    ])
  })
})
