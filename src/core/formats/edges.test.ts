import { describe, expect, it, vi } from 'vitest'
import { sentence } from '../base/issue'
import { CURRENT_VERSION } from '../model/migrations'
import { squareOf } from '../sheets/fixtures/input'
import { path, text } from '../sheets/pen'
import { outlinesOf } from '../vocabulary/motif'
import { readReflectanceCsv } from './mediaCsv'
import { sheetSvg } from './sheets/sheetSvg'
import { tiling } from './sheets/tiles'
import { sketchDrawing } from './sketch/sketchDrawing'
import { isZip } from './zipNames'
import { readSvgDrawing, readSvgProfile } from './svgDrawing'
import { dateOrderOf } from './table'
import { readVerniceFile } from './verniceFile'
import { textIssue } from './wholeness'

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

  it('a line that comes in from outside a picture begins at its edge', () => {
    const [line] = svg(
      '<svg width="50" height="100"><path d="M90 50H20M20 20V80" fill="none" stroke="black"/></svg>',
    ).shapes.flatMap(outlinesOf)
    // 30 of 60: from the edge at 50 to 20, as shares of the height.
    expect(Math.abs(line[0][0] - line[line.length - 1][0])).toBeCloseTo(0.5, 3)
  })

  it('without a size it is a hundred by a hundred, and a size that is said counts', () => {
    const half = (size: string) =>
      drawn(`<svg xmlns="http://www.w3.org/2000/svg"${size}><rect width="50%" height="50%"/></svg>`).aspect
    expect(half('')).toBeCloseTo(1, 3)
    expect(half(' height="200"')).toBeCloseTo(0.5, 3)
    expect(half(' width="300" height="100"')).toBeCloseTo(3, 3)
  })

  it('a picture in it without a height is not shown', () => {
    const inner = (box: string) =>
      svg(`${RECT}<svg viewBox="${box}"><circle cx="80" cy="50" r="9"/></svg>`).shapes.length
    expect([inner('0 0 100 100'), inner('0 0 100 0'), inner('0 0 0 100')]).toEqual([2, 1, 1])
  })

  it('what is no shape in a clip path is passed over', () => {
    const clip = (inner: string) =>
      svg(
        `<clipPath id="c">${inner}<rect width="50" height="50"/></clipPath><rect clip-path="url(#c)" width="20" height="40"/>`,
      ).aspect
    expect(clip('')).toBeCloseTo(0.5, 3)
    expect(clip('<title>a window</title><use href="#gone"/>')).toBeCloseTo(0.5, 3)
  })

  it('a shape that is used for a clip path is refused, and told', () => {
    const read = readSvgDrawing(
      '<svg viewBox="0 0 100 100"><defs><rect id="s" width="50" height="50"/></defs>' +
        '<clipPath id="c"><use href="#s"/></clipPath><rect clip-path="url(#c)" width="90" height="90"/></svg>',
      'x.svg',
    )
    expect(read.ok ? 'read' : sentence(read.issue)).toContain('a clip path that cuts into it')
  })

  it.each([
    ['[lang|=en]', ['en', 'en-GB']],
    ['[lang^=en]', ['en', 'en-GB', 'english']],
    ['[lang=en]', ['en']],
    ['[lang~=en]', ['en', 'de en']],
    ['[lang$=en]', ['en', 'de en']],
    ['[lang*=en]', ['en', 'en-GB', 'english', 'de en']],
  ])('a rule for circle%s hides %j', (selector, hidden) => {
    for (const lang of ['en', 'en-GB', 'english', 'de en', 'fr'])
      expect([
        lang,
        svg(`<style>circle${selector}{fill:none}</style>${RECT}<circle lang="${lang}" cx="80" cy="50" r="9"/>`).shapes
          .length,
      ]).toEqual([lang, hidden.includes(lang) ? 1 : 2])
  })

  it('a profile of many points keeps sixty of them and its end, to a hundredth of a millimetre', () => {
    const points = Array.from({ length: 400 }, (_, i) => `${40 + 9 * Math.sin(i / 40)} ${200 - i / 2}`)
    const read = readSvgProfile(
      `<svg viewBox="0 0 100 200"><path fill="none" stroke="black" d="M${points.join('L')}"/></svg>`,
    )
    if (!read.ok) throw new Error(sentence(read.issue))
    expect(read.value.length).toBeGreaterThan(10)
    expect(read.value.length).toBeLessThanOrEqual(61)
    for (const value of read.value.flat()) expect(Math.abs(value * 100 - Math.round(value * 100))).toBeLessThan(1e-6)
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

  it.each([
    ['', 'it is empty'],
    [' \n ', 'it is empty'],
    ['{"format": ', 'stops in the middle'],
    ['{"format": 1,\n"x": oops}', 'line 2, near “oops}”'],
    ['oops', 'line 1, near “oops”'],
    ['{"a":\n\n oops, "b": "a text that goes on for a while"}', 'line 3, near “oops, "b": "a text t”'],
    ['{"format": 1,\n"a text before it": 3,\n\n"x": oops,\n"y": [1, 2, 3, 4]}', 'line 4, near “oops, "y": [1, 2, 3,”'],
    ['{"a": [1, 2}', 'line 1, near “}”'],
  ])('that is not JSON is told where: “%s”', (text, words) => {
    expect(refusal(text)).toContain(words)
  })

  it.each([
    ['[1, 2]', 'a list'],
    ['null', 'null'],
    ['17', '17'],
    [JSON.stringify('word '.repeat(30)), 'word '.repeat(8).trim()],
  ])('that is no piece and no studio is told: %s', (text, words) => {
    expect(refusal(text)).toContain(words)
    expect(refusal(text).length).toBeLessThan(150)
  })

  // As other browsers say it; from memory.
  it.each([
    ['JSON.parse: expected property name at line 3 column 2 of the JSON data', 'line 3'],
    ['JSON Parse error: Unexpected EOF', 'it stops in the middle'],
  ])('is told where by a browser that says “%s”', (message, words) => {
    const parse = vi.spyOn(JSON, 'parse').mockImplementation(() => {
      throw new SyntaxError(message)
    })
    const told = refusal('{"a": 1, oops}')
    parse.mockRestore()
    expect(told).toContain(`(${words})`)
  })

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

describe('a text of a file', () => {
  it.each([
    [31, false],
    [32, true],
    [126, true],
    [127, false],
    [159, false],
    [160, true],
    [9, true],
    [10, true],
    [13, true],
    [11, false],
  ])('may hold character %i: %s', (code, may) => {
    expect(textIssue(`a${String.fromCharCode(code)}b`, 'piece.name') === null).toBe(may)
  })

  it.each([['\u00a0'], ['\u200b'], ['\u2800'], ['']])('is no name when nothing of it is seen: “%s”', (name) => {
    expect(textIssue(name, 'piece.name')).not.toBeNull()
    expect(textIssue(name, 'piece.notes')).toBeNull()
  })
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

describe('a sheet as SVG', () => {
  it('strokes what has a width, and only fills what has none', () => {
    const items = [
      path('cut', squareOf(20, 5)),
      path('guide', squareOf(20, 40), { widthMm: 0, fill: '#ff0000', rule: 'evenodd' }),
      path('mark', squareOf(20, 70), { colour: '#0000ff', dash: [2, 1] }),
    ]
    const sheet = { title: '', words: [], widthMm: 100, heightMm: 100, items }
    const paths = sheetSvg(sheet, '', null).match(/<path [^>]*>/g) ?? []
    const attributes = (part: string) => paths.filter((one) => one.includes(part)).length
    expect(paths).toHaveLength(3)
    expect(attributes('stroke="none"')).toBe(1)
    expect(attributes('fill="#ff0000" fill-rule="evenodd"')).toBe(1)
    expect(attributes('stroke="#0000ff" stroke-dasharray="2 1"')).toBe(1)
  })
})

describe('a sheet with words', () => {
  it('has them once, among what guides', () => {
    const sheet = { title: '', words: [], widthMm: 100, heightMm: 100, items: [text([5, 5], 'foot', 4)] }
    const svg = sheetSvg(sheet, '', null)
    expect(svg.split('>foot<')).toHaveLength(2)
    expect(/<g id="guide".*?<\/g>/.exec(svg)?.[0]).toContain('>foot<')
  })
})

describe('a sketch as line art', () => {
  const sketch = (...lines: (readonly (readonly [number, number])[])[]) =>
    sketchDrawing(
      { lines: lines.map((points) => ({ points: [...points], widthMm: 0.8, closed: false })), faint: 0, loose: [] },
      'x',
    )

  it('stands at nought from its left and its foot, as shares of its height', () => {
    const made = sketch(
      [
        [30, 50],
        [50, 90],
      ],
      [
        [40, 50],
        [60, 70],
      ],
    )
    if (!made.ok) throw new Error(sentence(made.issue))
    expect(made.value).toMatchObject({ heightMm: 40, drawing: { aspect: 0.75 } })
    expect(made.value.drawing.shapes.flatMap(outlinesOf)).toEqual([
      [
        [0, 0],
        [0.5, 1],
      ],
      [
        [0.25, 0],
        [0.75, 0.5],
      ],
    ])
  })
})

describe('the kind of a file', () => {
  it.each([[0], [1], [2], [3]])('is no zip when byte %i is another', (at) => {
    const head = Uint8Array.of(0x50, 0x4b, 3, 4)
    expect(isZip(head)).toBe(true)
    head[at] ^= 1
    expect(isZip(head)).toBe(false)
  })
})

describe('dates of a table', () => {
  it.each([
    [['12/05/2026'], null],
    [['05/12/2026'], null],
    [['13/05/2026'], 'dayFirst'],
    [['05/13/2026'], 'monthFirst'],
    [['5.12.2026'], 'dayFirst'],
  ])('%j: %s', (dates, order) => {
    expect(dateOrderOf(dates)).toEqual({ ok: true, value: order })
  })
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
