import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { sentence } from '../base/issue'
import { buildForm } from '../form/buildForm'
import { presetForm } from '../model/presetForm'
import { drawingSchema } from '../vocabulary/motif'
import { readSvgDrawing, readSvgProfile, SVG_LIMIT } from './svgDrawing'

const svg = (inner: string, more = '') =>
  `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100" ${more}>${inner}</svg>`
const drawing = (inner: string) => {
  const read = readSvgDrawing(svg(inner), 'sprig.svg')
  if (!read.ok) throw new Error(sentence(read.issue))
  return read.value
}

describe('line art as a motif', () => {
  it.each<[string, string, number, boolean]>([
    ['a line', '<line x1="0" y1="0" x2="50" y2="100"/>', 0.5, false],
    ['a polyline', '<polyline fill="none" points="0,0 20,40 0,80"/>', 0.25, false],
    ['a polygon', '<polygon points="0,0 30,0 30,60 0,60"/>', 0.5, true],
    ['a rectangle', '<rect x="5" y="5" width="40" height="20"/>', 2, true],
    ['a circle', '<circle cx="50" cy="50" r="20"/>', 1, true],
    ['an ellipse', '<ellipse cx="50" cy="50" rx="10" ry="30"/>', 1 / 3, true],
    ['an arc', '<path fill="none" d="M0 50A50 50 0 0 1 100 50"/>', 2, false],
    ['a cubic curve', '<path fill="none" d="M0 0C0 40 60 40 60 0"/>', 2, false],
    ['relative and shorthand commands', '<path fill="none" d="m0 0 q10 40 20 0 t20 0 v10 h-40"/>', 1, false],
    ['a moved group', '<g transform="translate(10 5) scale(2)"><line x1="0" y1="0" x2="10" y2="40"/></g>', 0.25, false],
  ])('reads %s', (_, inner, aspect, filled) => {
    const { lines, aspect: read } = drawing(inner)
    if (!inner.includes(' q')) expect(read).toBeCloseTo(aspect, 1)
    expect(lines[0].filled).toBe(filled)
    const ys = lines.flatMap((l) => l.points.map((p) => p[1]))
    expect(Math.min(...ys)).toBeCloseTo(0, 3)
    expect(drawingSchema.safeParse(drawing(inner)).success).toBe(true)
  })

  it('a circle stays round: every point at its radius', () => {
    for (const [x, y] of drawing('<circle cx="50" cy="50" r="20"/>').lines[0].points)
      expect(Math.hypot(x - 0.5, y - 0.5)).toBeCloseTo(0.5, 2)
  })

  it.each<[string, string, string]>([
    ['a script', svg('<script>alert(1)</script><line x2="5" y2="5"/>'), 'script'],
    ['an event', svg('<line x2="5" y2="5" onload="steal()"/>'), 'onload'],
    ['a link outside', svg('<path d="M0 0L5 5" fill="url(https://elsewhere.example/a)"/>'), 'fill'],
    ['a picture', svg('<image href="photo.png"/>'), 'image'],
    [
      'an outside reference',
      svg(
        '<g xlink:href="http://elsewhere.example/x"><line x2="5" y2="5"/></g>',
        'xmlns:xlink="http://www.w3.org/1999/xlink"',
      ),
      'href',
    ],
    ['entities', `<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svg('<line x2="5" y2="5"/>')}`, 'entities'],
    ['broken markup', '<svg><path d="M0 0L5 5"', 'well formed'],
    ['nothing drawn', svg('<g></g>'), 'without any lines'],
    ['too many lines', svg('<line x2="5" y2="5"/>'.repeat(401)), '401 lines'],
    ['a huge file', ' '.repeat(SVG_LIMIT + 1), 'MB'],
    ['deep groups', svg(`${'<g>'.repeat(40)}<line x2="5" y2="5"/>${'</g>'.repeat(40)}`), '24 deep'],
  ])('refuses %s with one sentence', (_, text, words) => {
    const read = readSvgDrawing(text, 'bad.svg')
    expect(read.ok).toBe(false)
    if (!read.ok) expect(sentence(read.issue)).toContain(words)
  })

  it('never throws, whatever it is given', () => {
    const whole = svg('<path d="M0 0C0 40 60 40 60 0"/>')
    fc.assert(
      fc.property(fc.nat(whole.length - 1), fc.string({ maxLength: 4 }), (at, noise) => {
        expect(typeof readSvgDrawing(whole.slice(0, at) + noise + whole.slice(at + 1), 'x').ok).toBe('boolean')
      }),
      { numRuns: 150 },
    )
  })
})

describe('an outline traced from SVG', () => {
  it('becomes a form of the measured height and width', () => {
    const read = readSvgProfile(svg('<path fill="none" d="M30 200C60 180 70 120 50 60L44 0"/>'))
    if (!read.ok) throw new Error(sentence(read.issue))
    const form = buildForm({
      ...presetForm('jug'),
      own: { kind: 'traced', name: 'x', points: read.value.map(([r, z]) => [r, z]) },
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
    const [{ points }] = drawing('<polygon points="0,80 30,0 60,80"/>').lines
    const tip = points.reduce((a, b) => (Math.abs(b[0] - 0.375) < Math.abs(a[0] - 0.375) ? b : a))
    expect(tip[1]).toBeCloseTo(1, 2)
    expect(Math.min(...points.map(([x]) => x))).toBeCloseTo(0, 3)
  })
})
