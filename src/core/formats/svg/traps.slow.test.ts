import { processorMs } from '../../base/fixtures/processor'
import { describe, expect, it } from 'vitest'
import { sentence } from '../../base/issue'
import { readSvgScene } from '../svgDrawing'
import { inkOfReference, inkOfScene, overlap } from './fixtures/ink'

const sheet = (inner: string, more = 'viewBox="0 0 100 100" width="100" height="100"') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${more}>${inner}</svg>`

const inkOf = (text: string) => {
  const read = readSvgScene(text)
  if (!read.ok) throw new Error(sentence(read.issue))
  return inkOfScene(read.value, 400)
}

const STROKE = 'fill="none" stroke="black" stroke-width="6"'

const WAVE = Array.from(
  { length: 300 },
  (_, i) => ` ${(10 + i / 4).toFixed(3)} ${(50 + 30 * Math.sin(i / 20)).toFixed(3)}`,
).join('')

/** What readers of line art stumble over; each is held against the raster of another renderer (resvg). */
const TRAPS: Readonly<Record<string, string>> = {
  'a hole by parity': sheet('<path fill-rule="evenodd" d="M10 10h80v80h-80zM30 30h40v40h-40z"/>'),
  'a hole by the way it winds': sheet('<path d="M10 10h80v80h-80zM30 30v40h40v-40z"/>'),
  'no hole when both wind alike': sheet('<path d="M10 10h80v80h-80zM30 30h40v40h-40z"/>'),
  'no stroke and no fill': sheet(
    '<rect x="5" y="5" width="20" height="20" stroke="none"/><circle cx="50" cy="50" r="40" fill="none" stroke="none"/>',
  ),
  'rounded rectangles': sheet('<rect x="10" y="20" width="80" height="60" rx="25"/>'),
  'a radius of one axis, too large': sheet('<rect x="10" y="20" width="80" height="40" ry="90"/>'),
  'classes and a style sheet': sheet(
    '<style>.a{fill:none;stroke:#000;stroke-width:8px}.b{fill:#c00}</style><circle class="a" cx="40" cy="40" r="30"/>' +
      '<path class="x b" d="M60 60h30v30z"/>',
  ),
  'a style over a class over an attribute': sheet(
    '<style>.a{stroke-width:12} path#p{stroke:black}</style>' +
      '<path id="p" class="a" stroke="none" stroke-width="1" fill="none" d="M10 50H90"/>' +
      '<path class="a" style="stroke-width:3;stroke:#000" fill="none" d="M10 80H90"/>',
  ),
  'children and descendants in selectors': sheet(
    '<style>g > rect{fill:none} g g circle{fill:none} [data-x="1"]{fill:#000}</style><g><rect width="40" height="40"/>' +
      '<g><circle cx="70" cy="30" r="20"/><rect data-x="1" y="60" width="90" height="20"/></g></g>',
  ),
  'use of a local symbol': sheet(
    '<defs><symbol id="s" viewBox="0 0 10 10"><circle cx="5" cy="5" r="5"/></symbol></defs>' +
      '<use href="#s" x="10" y="10" width="30" height="30"/><use xlink:href="#s" x="50" y="40" width="40" height="50"/>',
  ),
  'use that inherits paint and is moved': sheet(
    '<defs><path id="p" d="M0 0H40"/></defs><g stroke="#000" stroke-width="7">' +
      '<use href="#p" x="20" y="30" transform="rotate(20)"/></g>',
  ),
  'a nested sheet': sheet(
    '<svg x="20" y="20" width="60" height="30" viewBox="0 0 10 10"><rect width="10" height="10"/></svg>',
  ),
  'a nested sheet that cuts off': sheet(
    '<svg x="20" y="20" width="40" height="40" viewBox="0 0 10 10" preserveAspectRatio="none">' +
      '<circle cx="10" cy="5" r="5"/></svg>',
  ),
  'a view box that does not begin at nought': sheet(
    '<circle cx="0" cy="0" r="30"/>',
    'viewBox="-50 -40 100 100" width="200" height="200"',
  ),
  'a sheet of another shape than its view box': sheet(
    '<rect width="100" height="50"/>',
    'viewBox="0 0 100 50" width="100" height="100"',
  ),
  'a transform of many parts': sheet(
    '<g transform="translate(50,50) rotate(30) skewX(10) scale(.5 -.5)"><rect x="-40" y="-40" width="80" height="50"/></g>',
  ),
  'numbers that run into each other': sheet(
    '<path transform="translate(10-5)matrix(1 0 0 1 5 10)" d="M.5.5l40-.5 20.5.5-10 60z"/>',
  ),
  'a turn about a point': sheet('<rect x="30" y="10" width="40" height="20" transform="rotate(90 50 50)"/>'),
  'a mirrored arc': sheet(
    `<g transform="translate(100 0) scale(-1 1)"><path ${STROKE} d="M10 50A40 40 0 0 1 90 50"/></g>`,
  ),
  'an arc squeezed and turned': sheet(
    `<g transform="rotate(30 50 50) scale(1 .5)"><path d="M10 50a40 20 30 1 0 60 40z"/></g>`,
  ),
  'flags of an arc without a space': sheet(`<path ${STROKE} d="M20 50a30 30 0 1160 0"/>`),
  'what is not displayed': sheet(
    '<g display="none"><rect width="90" height="90"/></g><rect style="display:none" width="50" height="50"/>' +
      '<circle cx="50" cy="50" r="10"/>',
  ),
  'what is hidden, with what is not in it': sheet(
    '<g visibility="hidden"><rect width="90" height="90"/><circle visibility="visible" cx="50" cy="50" r="30"/></g>',
  ),
  'a clip path that is a rectangle': sheet(
    '<clipPath id="c"><rect x="20" y="20" width="40" height="40"/></clipPath>' +
      '<circle clip-path="url(#c)" cx="50" cy="50" r="40"/>',
  ),
  'a clip path that is turned': sheet(
    '<clipPath id="c"><rect x="20" y="20" width="50" height="50" transform="rotate(20 45 45)"/></clipPath>' +
      '<g clip-path="url(#c)"><rect width="100" height="60"/></g>',
  ),
  'a clip path that cuts nothing': sheet(
    '<clipPath id="c"><path d="M0 0h100v100h-100zM0 0z"/></clipPath><circle clip-path="url(#c)" cx="50" cy="50" r="30"/>',
  ),
  'white that takes away': sheet(
    '<circle cx="50" cy="50" r="40"/><circle cx="50" cy="50" r="20" fill="#fff"/><circle cx="50" cy="50" r="8"/>',
  ),
  'ends and corners of lines': sheet(
    '<g fill="none" stroke="#000" stroke-width="14"><path d="M20 20H80" stroke-linecap="square"/>' +
      '<path d="M20 50H80" stroke-linecap="round"/><path d="M20 95L50 70L80 95"/></g>',
  ),
  'round and cut corners': sheet(
    '<g fill="none" stroke="#000" stroke-width="16"><path d="M20 45L50 20L80 45" stroke-linejoin="round"/>' +
      '<path d="M20 90L50 65L80 90" stroke-linejoin="bevel"/></g>',
  ),
  dashes: sheet(`<path ${STROKE} stroke-dasharray="12 6" d="M10 20H90V80"/>`),
  'a gradient': sheet(
    '<linearGradient id="g"><stop stop-color="#000"/><stop offset="1" stop-color="#322"/></linearGradient>' +
      '<rect fill="url(#g)" width="60" height="60"/>',
  ),
  'the colour of the text': sheet('<g color="#222"><path fill="currentColor" d="M10 10h50v50z"/></g>'),
  'lengths with units': sheet('<rect x="1cm" y="10px" width="10mm" height="40%"/>'),
  'a dot made by a line of no length': sheet(
    '<path stroke="#000" stroke-width="20" stroke-linecap="round" d="M30 30h.01"/>' +
      '<path stroke="#000" stroke-width="20" stroke-linecap="round" d="M70 70z"/>',
  ),
  'numbers that go on without a command': sheet(`<path ${STROKE} d="M10 50${WAVE}"/>`),
  'shorthands of curves': sheet(
    `<path ${STROKE} d="M10 50q20-40 40 0t40 0"/><path ${STROKE} d="M10 80c10-20 20-20 30 0s20 20 30 0"/>`,
  ),
  'a polygon, a polyline': sheet(
    '<polygon points="10,10 60,10 35,50"/><polyline points="50,60 90,60 90,95" fill="none" stroke="#000" stroke-width="5"/>',
  ),
  'names with a prefix':
    '<s:svg xmlns:s="http://www.w3.org/2000/svg" viewBox="0 0 100 100" width="100" height="100">' +
    '<s:rect width="40" height="70"/></s:svg>',
  'things of other programs': sheet(
    '<ink:page xmlns:ink="https://ink.example/"><ink:rect width="90" height="90"/></ink:page><metadata/>' +
      '<rect width="40" height="70"/>',
  ),
  'opacity of many': sheet(
    '<g opacity=".01"><rect width="90" height="90"/></g><g opacity=".5"><circle cx="50" cy="50" r="30"/></g>',
  ),
}

describe('traps of line art', () => {
  it.each(Object.entries(TRAPS))('%s', (_, text) => {
    const ink = inkOf(text)
    expect(ink.some(Boolean)).toBe(true)
    expect(overlap(ink, inkOfReference(text, 400))).toBeGreaterThan(0.97)
  })

  it('a CSS transform with units is the same as the attribute', () => {
    // resvg passes over units in CSS transforms; a browser does not.
    const by = (how: string) => inkOf(sheet(`<rect width="30" height="30" ${how}/>`))
    expect(
      overlap(
        by('style="transform: translate(20px, 0.5in) rotate(.05turn)"'),
        by('transform="translate(20 48) rotate(18)"'),
      ),
    ).toBe(1)
  })

  it('a width alone takes its height from the view box, as browsers have it', () => {
    // resvg takes the height of the view box as it is.
    const disc = '<circle cx=".5" cy=".5" r=".4"/>'
    const alone = inkOf(sheet(disc, 'viewBox="0 0 1 1" width="200"'))
    expect(overlap(alone, inkOf(sheet(disc, 'viewBox="0 0 1 1" width="200" height="200"')))).toBe(1)
  })

  it('an important style of a sheet stands over the element’s own, and a line need not scale', () => {
    // Neither is in resvg; both are as CSS and SVG 2 have them.
    const important = '<style>rect{fill:none !important}</style><rect style="fill:#000" width="40" height="40"/>'
    const disc = '<circle cx="70" cy="70" r="20"/>'
    expect(overlap(inkOf(sheet(important + disc)), inkOf(sheet(disc)))).toBe(1)
    const kept =
      '<g transform="scale(4)"><path vector-effect="non-scaling-stroke" stroke="#000" stroke-width="5" d="M3 3H20"/></g>'
    expect(overlap(inkOf(sheet(kept)), inkOf(sheet('<path stroke="#000" stroke-width="5" d="M12 12H80"/>')))).toBe(1)
  })

  it('a style sheet in CDATA and comments counts', () => {
    const css = inkOf(
      sheet(
        '<style><![CDATA[/* a { */ rect { fill : none } @media print { rect { fill: #000 } } ]]></style>' +
          '<rect width="50" height="50"/><circle cx="70" cy="70" r="20"/>',
      ),
    )
    expect(overlap(css, inkOf(sheet('<circle cx="70" cy="70" r="20"/>')))).toBe(1)
  })
})

const nested = (n: number, tag = 'g', inner = '<rect width="9" height="9"/>') =>
  `<${tag}>`.repeat(n) + inner + `</${tag}>`.repeat(n)

describe('what is refused, with one sentence', () => {
  it.each<[string, string, RegExp]>([
    ['letters', sheet('<text x="5" y="5">pot</text>'), /letters as text; turn them into paths/],
    ['a picture', sheet('<image href="data:image/png;base64,AAAA"/>'), /a picture of pixels; trace it/],
    ['a picture from elsewhere', sheet('<image href="photo.png"/>'), /fetched from elsewhere/],
    ['a part from elsewhere', sheet('<use href="https://elsewhere.example/a.svg#b"/>'), /fetched from elsewhere/],
    [
      'paint from elsewhere',
      sheet('<path d="M0 0L5 5" fill="url( \'https://elsewhere.example/a\')"/>'),
      /fetched from elsewhere/,
    ],
    ['a style sheet from elsewhere', sheet('<style>@import "a.css";</style>'), /fetched from elsewhere/],
    [
      'a concave clip path',
      sheet(
        '<clipPath id="c"><path d="M0 0H90V90H60V30H30V90H0z"/></clipPath><circle clip-path="url(#c)" cx="50" cy="50" r="40"/>',
      ),
      /clip path that cuts into it/,
    ],
    [
      'a clip path by the box',
      sheet(
        '<clipPath id="c" clipPathUnits="objectBoundingBox"><rect width=".5" height="1"/></clipPath>' +
          '<circle clip-path="url(#c)" cx="50" cy="50" r="40"/>',
      ),
      /clip path/,
    ],
    [
      'a mask',
      sheet('<mask id="m"><rect width="9" height="9"/></mask><rect mask="url(#m)" width="9" height="9"/>'),
      /a mask/,
    ],
    [
      'a blur',
      sheet('<filter id="f"><feGaussianBlur stdDeviation="2"/></filter><rect filter="url(#f)" width="9" height="9"/>'),
      /a filter such as a blur/,
    ],
    ['a blur by CSS', sheet('<rect style="filter:blur(2px)" width="9" height="9"/>'), /a filter/],
    [
      'arrow heads',
      sheet('<marker id="m"><path d="M0 0h4z"/></marker><path marker-end="url(#m)" stroke="#000" d="M0 0h9"/>'),
      /arrow heads or markers/,
    ],
    ['a script', sheet('<script>alert(1)</script>'), /a script/],
    ['a script in another dress', sheet('<h:script xmlns:h="http://www.w3.org/1999/xhtml">1</h:script>'), /a script/],
    ['an event', sheet('<rect onclick="steal()" width="9" height="9"/>'), /“onclick”, which would run something/],
    ['a link that runs', sheet('<a href="javascript:steal()"><rect width="9" height="9"/></a>'), /a script/],
    ['a part of a page', sheet('<foreignObject><p>x</p></foreignObject>'), /a web page/],
    [
      'entities',
      `<!DOCTYPE svg [<!ENTITY a "aaaa"><!ENTITY b "&a;&a;&a;">]>${sheet('<rect width="9" height="9"/>')}`,
      /entities of its own; save it as plain SVG/,
    ],
    [
      'a pattern',
      sheet('<pattern id="p"><rect width="2" height="2"/></pattern><rect fill="url(#p)" width="9" height="9"/>'),
      /a pattern/,
    ],
    ['deep groups', sheet(nested(120)), /more than 96 groups nested/],
    ['markup that breaks off', '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L5 5"', /not well formed/],
    ['something else', '<html><body/></html>', /no “svg” at its root/],
    ['a part that uses itself', sheet('<g id="a"><use href="#a"/></g>'), /uses itself/],
    [
      'parts that use each other',
      sheet('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'),
      /nested|uses itself/,
    ],
  ])('%s', (_, text, words) => {
    const read = readSvgScene(text)
    expect(read.ok).toBe(false)
    if (read.ok) return
    const said = sentence(read.issue)
    expect(said).toMatch(words)
    expect(said).toMatch(/^This drawing holds [^\n]{5,160}\.$/)
  })
})

describe('attacks end within a second, drawn or refused', () => {
  const bomb = Array.from({ length: 20 }, (_, i) => `<g id="b${i + 1}">${`<use href="#b${i}"/>`.repeat(10)}</g>`).join(
    '',
  )
  it.each<[string, () => string]>([
    ['doubling uses', () => sheet(`<rect id="b0" width="1" height="1"/>${bomb}`)],
    ['groups without end', () => sheet(nested(200_000))],
    ['80 000 attributes', () => sheet(`<rect ${Array.from({ length: 80_000 }, (_, i) => `a${i}="1"`).join(' ')}/>`)],
    ['a path of two million letters', () => sheet(`<path d="M0 0${'l1 1'.repeat(500_000)}"/>`)],
    ['60 000 arcs', () => sheet(`<path d="M0 0${'a5 5 0 1 1 3 3'.repeat(26_000)}"/>`)],
    ['a number without end', () => sheet(`<path d="M0 ${'1'.repeat(390_000)}"/>`)],
    [
      'a transform without end',
      () => sheet(`<g transform="${'rotate(1) '.repeat(100_000)}"><rect width="9" height="9"/></g>`),
    ],
    [
      'a transform of digits',
      () => sheet(`<g transform="rotate(${'9'.repeat(500_000)}"><rect width="9" height="9"/></g>`),
    ],
    [
      'a list of classes without end',
      () => sheet(`<style>.x{fill:none}</style><rect class="${'a '.repeat(300_000)}" width="9" height="9"/>`),
    ],
    [
      'many rules and many elements',
      () =>
        sheet(
          `<style>${Array.from({ length: 499 }, (_, i) => `g g g.c${i} rect{fill:red}`).join('')}</style>` +
            '<rect width="1" height="1"/>'.repeat(9000),
        ),
    ],
    [
      'selectors that try everything',
      () =>
        sheet(
          `<style>${'* '.repeat(200)}q{fill:red}</style>${nested(90, 'g', '<rect width="1" height="1"/>'.repeat(3000))}`,
        ),
    ],
    ['a sheet of open braces', () => sheet(`<style>${'a{'.repeat(400_000)}</style><rect width="1" height="1"/>`)],
    ['a sheet of comments', () => sheet(`<style>${'/*'.repeat(400_000)}</style><rect width="1" height="1"/>`)],
    ['urls without end', () => sheet(`<rect fill="url(${' '.repeat(900_000)}" width="1" height="1"/>`)],
    [
      'nested clip paths',
      () =>
        sheet(
          `<clipPath id="c"><circle cx="50" cy="50" r="40"/></clipPath>${'<g clip-path="url(#c)">'.repeat(90)}` +
            '<rect width="60" height="60"/>'.repeat(4000) +
            '</g>'.repeat(90),
        ),
    ],
    [
      'a clip path of many points',
      () =>
        sheet(
          `<clipPath id="c"><path d="M0 0${'l3 1l-3 1'.repeat(20_000)}z"/></clipPath>` +
            '<circle r="9" cx="40" cy="40" clip-path="url(#c)"/>'.repeat(2000),
        ),
    ],
    ['dashes of nothing', () => sheet('<path stroke="#000" stroke-dasharray="0.0001" d="M0 0H100000"/>')],
    ['an element of every kind, ten thousand times', () => sheet('<circle r="9" stroke="#000"/>'.repeat(9990))],
    ['text without end', () => sheet(`<desc>${'x'.repeat(3_900_000)}</desc>`)],
    ['a file of angle brackets', () => '<'.repeat(1_000_000)],
    ['a file that is too long', () => ' '.repeat(4_000_001)],
    ['points without end', () => sheet(`<polyline points="${'1,2 '.repeat(99_000)}"/>`)],
    [
      'gradients in a ring',
      () =>
        sheet(
          '<linearGradient id="a" href="#b"/><linearGradient id="b" href="#a"/><rect fill="url(#a)" width="9" height="9"/>',
        ),
    ],
  ])('%s', (_, make) => {
    const text = make()
    const took = processorMs(() => {
      const read = readSvgScene(text)
      if (!read.ok) expect(sentence(read.issue).length).toBeLessThan(200)
    })
    // A second on a machine that does nothing else; here other tests run beside it.
    expect(took).toBeLessThan(6000)
  })
})
