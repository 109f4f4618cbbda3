import { processorMs } from '../base/fixtures/processor'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { buildForm } from '../form/buildForm'
import { presetForm } from '../model/presetForm'
import { filledArea } from '../skin/motifs/scanline'
import { drawingSchema, outlinesOf } from '../vocabulary/motif'
import { readSvgDrawing, readSvgProfile } from './svgDrawing'

const svg = (inner: string, more = '') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" ${more}>${inner}</svg>`
const read = (inner: string) => {
  const drawn = readSvgDrawing(svg(inner), 'sprig.svg')
  if (!drawn.ok) throw new Error(sentence(drawn.issue))
  return drawn.value
}
const outlines = (inner: string) => read(inner).drawing.shapes.flatMap(outlinesOf)
const LINE = 'fill="none" stroke="black" stroke-width="4"'

describe('line art as a motif', () => {
  it.each<[string, string, number, 'fill' | 'stroke']>([
    ['a line', `<line ${LINE} x1="0" y1="0" x2="50" y2="100"/>`, 0.5, 'stroke'],
    ['a polyline', `<polyline ${LINE} points="0,20 20,60 0,100"/>`, 0.25, 'stroke'],
    ['a polygon', '<polygon points="0,0 30,0 30,60 0,60"/>', 0.5, 'fill'],
    ['a rectangle', '<rect x="5" y="5" width="40" height="20"/>', 2, 'fill'],
    ['a circle', '<circle cx="50" cy="50" r="20"/>', 1, 'fill'],
    ['an ellipse', '<ellipse cx="50" cy="50" rx="10" ry="30"/>', 1 / 3, 'fill'],
    ['an arc', `<path ${LINE} d="M0 50A50 50 0 0 1 100 50"/>`, 2, 'stroke'],
    ['a moved group', `<g ${LINE} transform="translate(10 5) scale(2)"><line x2="10" y2="40"/></g>`, 0.25, 'stroke'],
  ])('reads %s', (_, inner, aspect, kind) => {
    const { drawing } = read(inner)
    expect(drawing.aspect).toBeCloseTo(aspect, 1)
    expect(drawing.shapes[0].kind).toBe(kind)
    const ys = drawing.shapes.flatMap(outlinesOf).flatMap((line) => line.map(([, y]) => y))
    expect(Math.min(...ys)).toBeCloseTo(0, 3)
    expect(Math.max(...ys)).toBeCloseTo(1, 3)
    expect(drawingSchema.safeParse(drawing).success).toBe(true)
  })

  it('a circle stays round: every point at its radius', () => {
    for (const [x, y] of outlines('<circle cx="50" cy="50" r="20"/>')[0])
      expect(Math.hypot(x - 0.5, y - 0.5)).toBeCloseTo(0.5, 2)
  })

  it('outlines that belong together stay one area, with its rule', () => {
    const [ring] = read('<path fill-rule="evenodd" d="M0 0h80v80h-80zM20 20h40v40h-40z"/>').drawing.shapes
    expect(ring).toMatchObject({ kind: 'fill', rule: 'evenodd', ink: true })
    expect(outlinesOf(ring)).toHaveLength(2)
    // 80² − 40² of 80².
    expect(filledArea(outlinesOf(ring), 'evenodd')).toBeCloseTo(0.75, 2)
  })

  it('widths of lines are kept as shares of the height, and taken when they differ', () => {
    const [a, b] = ['<line x2="0" y2="80"/>', '<line x1="40" x2="40" y2="80" stroke-width="8"/>']
    const alike = read(`<g ${LINE}>${a}${a}</g>`).drawing
    expect(alike).toMatchObject({ widths: 'tool', shapes: [{ width: 0.05 }, { width: 0.05 }] })
    expect(read(`<g ${LINE}>${a}${b}</g>`).drawing).toMatchObject({ widths: 'drawn', shapes: [{}, { width: 0.1 }] })
  })

  it('white over ink is paper; white on nothing, or under it, is not there', () => {
    const { shapes } = read(
      '<rect width="100" height="100" fill="#fff"/><circle cx="50" cy="50" r="40"/><circle cx="50" cy="50" r="10" fill="#fefefe"/>',
    ).drawing
    expect(shapes.map(({ ink }) => ink)).toEqual([true, false])
  })

  it.each([
    ['all white', '<circle cx="50" cy="50" r="40" fill="#fff"/>', /white.*black/],
    ['without any colour', '<path fill="none" d="M0 0C0 40 60 40 60 0"/>', /Nothing.*colour/],
  ])('a drawing %s is read as ink, and that is said', (_, inner, words) => {
    const { drawing, notes } = read(inner)
    expect(drawing.shapes.every(({ ink }) => ink)).toBe(true)
    expect(notes.join()).toMatch(words)
  })

  it('a line of ten thousand points is simplified and stays where it was', () => {
    const wave = Array.from({ length: 10_000 }, (_, i) => `${i / 100},${50 + 20 * Math.sin(i / 700)}`).join(' ')
    const [line] = outlines(`<polyline ${LINE} points="${wave}"/>`)
    expect(line.length).toBeLessThan(700)
    for (const [x, y] of line) expect(y).toBeCloseTo((20 - 20 * Math.sin((x * 40) / 7)) / 40, 2)
  })

  it.each<[string, string, RegExp]>([
    ['nothing drawn', '<g></g>', /no lines and no shapes/],
    ['outlines without an inside', '<path d="M0 0L5 5L9 9L12 12z"/>', /too thin to be seen/],
    ['a single point', `<path ${LINE} d="M5 5z"/>`, /a single point/],
    ['too many lines', `<line ${LINE} x2="5" y2="5"/>`.repeat(4001), /4001 lines, more than 4000; simplify it/],
    [
      'too many outlines of one shape',
      `<path d="${'M0 0H9V9Z'.repeat(4001)}"/>`,
      /4001 lines, more than 4000; simplify it/,
    ],
    [
      'lines too fine',
      `<polyline ${LINE} points="${Array.from({ length: 9000 }, (_, i) => `${i / 90},${(i % 2) * 90}`).join(' ')}"/>`,
      /\d{4} points where 60000 in all and 5000 a line/,
    ],
  ])('refuses %s with one sentence', (_, inner, words) => {
    const refused = readSvgDrawing(svg(inner), 'bad.svg')
    expect(refused.ok ? 'read' : sentence(refused.issue)).toMatch(words)
  })

  it('reads as many lines as it may, and as many outlines', () => {
    expect(read(`<line ${LINE} x2="5" y2="5"/>`.repeat(4000)).drawing.shapes).toHaveLength(4000)
    expect(outlines(`<path d="${'M0 0H9V9Z'.repeat(4000)}"/>`)).toHaveLength(4000)
  })
})

/** So many damaged drawings are tried; `FUZZ=2000 npx vitest run svgDrawing` tries more. */
const RUNS = Number(process.env.FUZZ ?? 300)

describe('damaged drawings', () => {
  const whole = svg(
    '<style>.a{fill:none;stroke:#000}</style><defs><symbol id="s" viewBox="0 0 9 9"><rect width="5" height="5" rx="2"/></symbol></defs>' +
      '<g transform="rotate(10 5 5) scale(2)"><path class="a" stroke-dasharray="3 1" d="M0 0C0 40 60 40 60 0a5 5 0 0 1 9 9q1 2 3 4tz"/>' +
      '<use href="#s" x="3" width="40%"/></g><clipPath id="c"><circle r="20"/></clipPath><ellipse clip-path="url(#c)" rx="9" ry="4"/>',
  )
  const noise = fc.oneof(
    fc.string({ maxLength: 5 }),
    fc.constantFrom(
      '<',
      '>',
      '"',
      '/>',
      '&#0;',
      '&lt;',
      'url(#s)',
      '-1e999',
      'NaN',
      '}',
      '<!--',
      ']]>',
      '%',
      '<svg>',
      '1e-320',
    ),
  )
  it('are read or refused in one sentence, and never throw, within a second', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(12), noise), { minLength: 1, maxLength: 4 }),
        (wounds) => {
          const text = wounds.reduce((t, [at, gone, more]) => t.slice(0, at) + more + t.slice(at + gone), whole)
          expect(processorMs(() => readSvgDrawing(text, 'x'))).toBeLessThan(2000)
          const drawn = readSvgDrawing(text, 'x')
          if (drawn.ok) expect(drawingSchema.safeParse(drawn.value.drawing).success).toBe(true)
          else expect(sentence(drawn.issue)).toMatch(/^This drawing holds [^\n]{5,200}\.$/)
        },
      ),
      { numRuns: RUNS },
    )
  })
})

describe('an outline traced from SVG', () => {
  it('becomes a form of the measured height and width', () => {
    const traced = readSvgProfile(svg('<path fill="none" d="M30 200C60 180 70 120 50 60L44 0"/>'))
    if (!traced.ok) throw new Error(sentence(traced.issue))
    const form = buildForm({
      ...presetForm('jug'),
      own: { kind: 'traced', name: 'x', points: traced.value.map(([r, z]) => [r, z]) },
    })
    if (!form.ok) throw new Error(sentence(form.issue))
    expect(form.value.heightMm).toBeCloseTo(presetForm('jug').sizes.heightMm, -1)
    expect(2 * Math.max(...form.value.profile.map((p) => p.r))).toBeCloseTo(presetForm('jug').sizes.bellyMm, -1)
  })

  it('that does not rise is refused', () => {
    const flat = readSvgProfile(svg('<path fill="none" d="M0 10L50 10L90 10"/>'))
    expect(flat.ok).toBe(false)
  })
})

describe('which way is up', () => {
  it('what is at the top of the sheet is at the top of the motif', () => {
    const [points] = outlines('<polygon points="0,80 30,0 60,80"/>')
    const tip = points.reduce((a, b) => (Math.abs(b[0] - 0.375) < Math.abs(a[0] - 0.375) ? b : a))
    expect(tip[1]).toBeCloseTo(1, 2)
    expect(Math.min(...points.map(([x]) => x))).toBeCloseTo(0, 3)
  })
})
