import { describe, expect, it } from 'vitest'
import { Refusal } from './refusal'
import { readScene, type Scene } from './scene'

/* What small drawings show, point by point, as a browser has it: whoever changes how they are read sees here what changes. */

const digits = (value: number) => String(Number(value.toFixed(2)) + 0)
const outline = (points: readonly (readonly [number, number])[]) =>
  points.length > 12
    ? `${points.length} points, ${['min', 'max']
        .map((end) => [0, 1].map((axis) => digits(Math[end as 'min'](...points.map((p) => p[axis])))).join(' '))
        .join(' to ')}`
    : points.map(([x, y]) => `${digits(x)} ${digits(y)}`).join(', ')
const told = ({ shapes }: Scene) =>
  shapes.map((shape) =>
    shape.kind === 'fill'
      ? `${shape.tone} ${shape.rule}: ${shape.contours.map(outline).join(' | ')}`
      : `${shape.tone ?? 'no paint'} line ${digits(shape.width)} ${shape.cap} ${shape.join}: ` +
        shape.runs.map(({ points, closed }) => outline(points) + (closed ? ' round' : '')).join(' | '),
  )
const SHEET = 'viewBox="0 0 100 100" width="100" height="100"'
const show = (inner: string, more = SHEET) => {
  try {
    return told(readScene(`<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`))
  } catch (error) {
    if (error instanceof Refusal) return [`refused: ${error.holds}`]
    throw error
  }
}
/** Whatever stands beyond the sheet is seen too. */
const beyond = (inner: string) => show(inner, `${SHEET} overflow="visible"`)
const BOX = '<rect width="10" height="20"/>'
const LINE = '<path d="M-20 50H120" stroke="black" fill="none"/>'

describe('shapes', () => {
  it.each<[string, string]>([
    ['a rectangle', '<rect x="5" y="6" width="10" height="20"/>'],
    ['one in per cent of the sheet', '<rect x="10%" y="20%" width="30%" height="40%"/>'],
    ['one without a height', '<rect width="10"/>'],
    ['one with a rounded corner', '<rect width="40" height="20" rx="5" ry="4"/>'],
    ['one rounded by one number', '<rect width="40" height="20" rx="50"/>'],
    ['one rounded by the other', '<rect width="40" height="20" ry="3"/>'],
    ['one with corners of nothing', '<rect width="40" height="20" rx="0" ry="3"/>'],
    ['a circle in per cent of the diagonal', '<circle cx="50%" cy="40" r="10%"/>'],
    ['an oval of one radius', '<ellipse cx="50" cy="40" rx="7"/>'],
    ['an oval of two', '<ellipse cx="50" cy="40" rx="7" ry="9"/>'],
    ['an oval of none', '<ellipse cx="50" cy="40"/><circle r="0"/>'],
    ['a line has no fill', '<line x1="1" y1="2" x2="30" y2="40" stroke="black" fill="red"/>'],
    [
      'a polyline and a polygon',
      '<g stroke="black"><polyline points="0,0 9 9 18,0"/><polygon points="0 0 9 9 18 0"/></g>',
    ],
    ['points of nothing', '<polyline points=" " stroke="black"/>'],
    ['a path, there and back', '<path d="M10 10h20v5H12V30m5 5l5 5z" stroke="black"/>'],
    ['curves', '<path d="M0 0C0 30 30 30 30 0S60-30 60 0" fill="none" stroke="black"/>'],
    ['curves of one point', '<path d="M0 0Q20 40 40 0T80 0" fill="none" stroke="black"/>'],
    ['arcs', '<path d="M10 50A40 40 0 0 1 90 50A40 20 0 0 1 10 50" fill="none" stroke="black"/>'],
    ['a dot that is closed', '<path d="M5 5z" stroke="black" stroke-linecap="round"/>'],
    ['a dot that is not', '<path d="M5 5" stroke="black"/>'],
    ['a line of two points is not filled', '<path d="M0 0L9 9" stroke="none"/>'],
    ['units', '<rect x="1in" y="1cm" width="10mm" height="1pc"/><rect width="10pt" height="8q"/>'],
  ])('%s', (_, inner) => expect(beyond(inner)).toMatchSnapshot())
})

describe('the sheet', () => {
  it.each<[string, string]>([
    ['without a size', ''],
    ['with a size and no view box', 'width="200" height="50"'],
    ['with a view box and no size', 'viewBox="10 20 50 50"'],
    ['with a width', 'viewBox="0 0 50 100" width="100"'],
    ['with a height', 'viewBox="0 0 50 100" height="50"'],
    ['with a size in per cent', 'viewBox="0 0 50 100" width="100%" height="100%"'],
    ['with a view box of nothing', 'viewBox="0 0 0 100"'],
    ['with a view box that is none', 'viewBox="0 0 wide 100" width="60" height="60"'],
    ['fitted to its left', 'viewBox="0 0 50 50" width="100" height="50" preserveAspectRatio="xMinYMin"'],
    ['fitted to its right', 'viewBox="0 0 50 50" width="100" height="50" preserveAspectRatio="xMaxYMin meet"'],
    ['fitted to its foot', 'viewBox="0 0 50 50" width="50" height="100" preserveAspectRatio="defer xMidYMax"'],
    ['filled', 'viewBox="0 0 50 50" width="100" height="50" preserveAspectRatio="xMidYMid slice"'],
    ['stretched', 'viewBox="0 0 50 50" width="100" height="50" preserveAspectRatio="none"'],
    ['not shown', 'viewBox="0 0 50 50" display="none"'],
    ['with what overflows', 'viewBox="0 0 50 50" width="50" height="50" style="overflow: visible"'],
  ])('%s', (_, more) => {
    const inner = `${BOX}<rect x="50%" y="50%" width="60%" height="10%"/>`
    const text = `<svg xmlns="http://www.w3.org/2000/svg" ${more}>${inner}</svg>`
    let size = ''
    try {
      const { width, height } = readScene(text)
      size = `${digits(width)} × ${digits(height)}`
    } catch {
      size = 'none'
    }
    expect([size, ...show(inner, more)]).toMatchSnapshot()
  })

  it.each<[string, string]>([
    [
      'a sheet on it',
      `<svg x="10" y="20" width="30" height="40" viewBox="0 0 10 10"><rect width="10" height="10"/></svg>`,
    ],
    ['one in per cent', `<svg x="10%" y="20%" width="50%" height="50%">${BOX}<rect width="50%" height="50%"/></svg>`],
    ['one without a size', `<svg x="10">${BOX}</svg>`],
    ['one that cuts', `<svg width="5" height="5">${BOX}</svg>`],
    ['one that does not', `<svg width="5" height="5" overflow="visible">${BOX}</svg>`],
    ['one that cuts a line', `<svg x="10" y="10" width="30" height="60">${LINE}</svg>`],
    ['one beside what it cuts', `<svg x="60" width="5" height="5"><rect x="20" width="9" height="9"/></svg>`],
    ['one turned', `<g transform="rotate(90)"><svg y="-30" width="20" height="20"><circle r="30"/></svg></g>`],
  ])('%s', (_, inner) => expect(show(inner)).toMatchSnapshot())
})

describe('where a part stands', () => {
  it.each([
    'translate(5)',
    'translate(5, 6)',
    'translate(1mm 2mm)',
    'translateX(5) translateY(6)',
    'scale(2)',
    'scale(2 3)',
    'scaleX(2), scaleY(3)',
    'rotate(90)',
    'rotate(90 10 20)',
    'rotate(.25turn)',
    'rotate(100grad)',
    'rotate(1.5707963rad)',
    'skewX(45)',
    'skewY(45)',
    'matrix(1 2 3 4 5 6)',
    'translate(10-5)scale(2)',
    'none',
    'matrix(1 2 3)',
    'turn(3)',
    'rotate()',
    'scale(2) and more',
    'scale(0)',
  ])('%s', (transform) => expect(beyond(`<rect width="10" height="20" transform="${transform}"/>`)).toMatchSnapshot())

  it.each<[string, string]>([
    ['groups in groups', `<g transform="translate(10 0)"><g transform="scale(2)">${BOX}</g></g>`],
    [
      'about an origin of its style',
      '<rect width="10" height="20" style="transform: rotate(90deg); transform-origin: 10px 20px"/>',
    ],
    [
      'about one that is only across',
      '<rect width="10" height="20" style="transform: scale(2); transform-origin: 10px"/>',
    ],
    ['about one in words', '<rect width="10" height="20" style="transform: scale(2); transform-origin: center"/>'],
    [
      'a part used twice',
      `<defs><g id="p">${BOX}</g></defs><use href="#p" x="5"/><use href="#p" x="10%" y="10" transform="scale(2)"/>`,
    ],
    ['a symbol', `<symbol id="s" viewBox="0 0 10 20">${BOX}</symbol><use href="#s" x="10" width="20" height="40"/>`],
    [
      'a symbol at its own size',
      `<symbol id="s" width="30" height="60" viewBox="0 0 10 20">${BOX}</symbol><use href="#s"/>`,
    ],
    ['a symbol that is hidden', `<symbol id="s" display="none">${BOX}</symbol><use href="#s"/>`],
    ['a part that is gone', `<use href="#gone"/>${BOX}`],
    ['a part that uses itself', '<g id="a"><use href="#a"/></g>'],
    ['the first of two with a name', `<g id="p">${BOX}</g><circle id="p" r="9"/><use href="#p" x="40"/>`],
    [
      'the first of a choice that asks for nothing',
      `<switch><rect systemLanguage="de" width="5" height="5"/>${BOX}<circle r="9"/></switch>`,
    ],
    ['a choice of none', '<switch><rect requiredExtensions="x" width="5" height="5"/></switch>'],
    ['what only stands ready', `<defs>${BOX}</defs><title>t</title><metadata>${BOX}</metadata>`],
  ])('%s', (_, inner) => expect(beyond(inner)).toMatchSnapshot())
})

describe('how it is drawn', () => {
  const styled = (attributes: string) => `<path d="M10 10H30V40" ${attributes}/>`
  it.each([
    'stroke="black"',
    'stroke="black" fill="none" stroke-width="3" stroke-linecap="round" stroke-linejoin="bevel"',
    'stroke="black" fill="none" stroke-width="10%" stroke-linecap="square" stroke-linejoin="round"',
    'stroke="black" fill="none" stroke-width="0"',
    'stroke="white" fill="none"',
    'fill="none"',
    'fill="none" stroke="none"',
    'fill="#fff"',
    'fill="#e7e7e7"',
    'fill="#e4e4e4"',
    'fill="rgb(250, 250, 200)"',
    'fill="hsl(60 100% 95%)"',
    'fill="rgba(0,0,0,.03)"',
    'fill="rgba(0,0,0,.05)"',
    'fill="rgba(0,0,0,.12)"',
    'fill="white" opacity=".5"',
    'fill="white" opacity=".95"',
    'fill="black" fill-opacity="0.5" opacity="0.3"',
    'fill="black" fill-opacity="2%"',
    'fill="black" opacity="-3"',
    'fill="black" opacity="wide"',
    'fill="currentColor" color="white"',
    'fill="currentColor" color="navy"',
    'fill="currentColor"',
    'fill="transparent" stroke="context-stroke"',
    'fill="url(#gone) white"',
    'fill="url(#gone)"',
    'fill="unheard-of"',
    'fill-rule="evenodd"',
    'stroke="black" fill="none" stroke-dasharray="6 4"',
    'stroke="black" fill="none" stroke-dasharray="10, 5, 2"',
    'stroke="black" fill="none" stroke-dasharray="0 0"',
    'stroke="black" fill="none" stroke-dasharray="5 -1"',
    'stroke="black" fill="none" transform="scale(2)"',
    'stroke="black" fill="none" transform="scale(2)" vector-effect="non-scaling-stroke"',
    'stroke="black" fill="none" transform="scale(2)" stroke-dasharray="15"',
    'visibility="hidden"',
    'visibility="collapse"',
    'display="none"',
    'filter="none"',
    'filter="blur(3px)"',
    'marker-end="url(#gone)"',
  ])('%s', (attributes) => expect(show(styled(attributes))).toMatchSnapshot())

  it('dashes go on round what is closed', () =>
    expect(
      show('<rect x="10" y="10" width="20" height="10" fill="none" stroke="black" stroke-dasharray="15 10"/>'),
    ).toMatchSnapshot())

  const gradient = (stops: string, more = '') =>
    show(`<linearGradient id="g" ${more}>${stops}</linearGradient>${styled('fill="url(#g)"')}`)
  it.each<[string, string, string?]>([
    ['mostly dark', '<stop stop-color="black"/><stop stop-color="navy"/><stop stop-color="white"/>'],
    ['mostly white', '<stop stop-color="white"/><stop stop-color="#ffffee"/><stop stop-color="black"/>'],
    ['mostly clear', '<stop stop-opacity="0"/><stop stop-opacity="1%"/><stop stop-color="black"/>'],
    ['by its style', '<stop style="stop-color: white"/>'],
    ['with a name', '<title>t</title><desc>d</desc><stop stop-color="white"/>'],
    ['without stops', ''],
  ])('a gradient %s', (_, stops) => expect(gradient(stops)).toMatchSnapshot())

  it('a gradient has the stops of the one it names', () =>
    expect(
      show(
        `<linearGradient id="a"><stop stop-color="white"/></linearGradient><linearGradient id="g" href="#a"/>${styled('fill="url(#g)"')}`,
      ),
    ).toMatchSnapshot())

  it.each([
    'path{fill:white}',
    '.a{fill:white}',
    '#b{fill:white}',
    'g path{fill:white}',
    'g>path{fill:white}',
    'svg>path{fill:white}',
    '*{fill:white}',
    'path.a#b{fill:white}',
    'path.b{fill:white}',
    'circle,path{fill:white}',
    'path{fill:white} .a{fill:black}',
    '.a{fill:white} path{fill:black}',
    '#b{fill:white} .a{fill:black}',
    '.a{fill:white} #b{fill:inherit}',
    'path{fill:white !important} #b{fill:black}',
    'path{fill:white !urgent}',
    '/* path{fill:white} */',
    'path{/* a note */fill:white}',
    '/* open path{fill:white}',
    '<!-- path{fill:white} -->',
    '@media print{path{fill:white}} path{stroke:white}',
    '@font-face{x:y} path{fill:white}',
    'path{colour:white;fill}',
    'path::before{fill:white}',
    'path[d]{fill:white}',
    'path{fill:white',
    'a b{fill:white} }',
  ])('a sheet of styles: %s', (css) =>
    expect(
      show(`<style>${css.replaceAll('<', '&lt;')}</style><g fill="red">${styled('class="a" id="b"')}</g>`),
    ).toMatchSnapshot(),
  )

  it('what an element says itself stands over the sheet, and its style over both', () => {
    const css = '<style>path{fill:white}</style>'
    expect(show(css + styled('fill="black"'))).toEqual(show(styled('fill="white"')))
    expect(show(css + styled('style="fill: black"'))).toEqual(show(styled('fill="black"')))
  })
})

describe('what is cut away', () => {
  const clip = (inner: string, cut: string, more = '') =>
    show(`<clipPath id="c" ${more}>${inner}</clipPath><g clip-path="url(#c)">${cut}</g>`)
  const WIDE = '<rect x="10" y="10" width="60" height="60"/>'
  it.each<[string, string, string, string?]>([
    ['a shape by a window', '<rect x="20" y="20" width="30" height="30"/>', WIDE],
    ['a shape by a window that is moved', '<rect width="30" height="30" transform="translate(20 20)"/>', WIDE],
    ['a shape by a window moved as a whole', '<rect width="30" height="30"/>', WIDE, 'transform="translate(20 20)"'],
    ['a shape by a triangle', '<polygon points="0 0 60 0 0 60"/>', WIDE],
    ['a line by a window', '<rect x="20" y="20" width="30" height="60"/>', LINE],
    ['a line by a triangle the other way round', '<polygon points="0 0 0 80 80 0"/>', LINE],
    [
      'a ring by a window',
      '<rect width="50" height="100"/>',
      '<circle cx="50" cy="50" r="30" fill="none" stroke="black"/>',
    ],
    ['nothing', '<rect width="100" height="100"/>', WIDE],
    ['all of it', '<rect x="90" y="90" width="5" height="5"/>', WIDE],
    ['all of it, by a window of nothing', '', WIDE],
    ['by two windows, inside one', '<rect width="5" height="5"/><rect x="10" y="10" width="80" height="80"/>', WIDE],
    ['by two windows, across both', '<rect width="40" height="90"/><rect x="40" width="50" height="90"/>', WIDE],
    ['by two windows, outside both', '<rect width="5" height="5"/><rect x="90" y="90" width="5" height="5"/>', WIDE],
    ['by a ring, in its hole', '<path clip-rule="evenodd" d="M0 0H99V99H0ZM5 5H90V90H5Z"/>', WIDE],
    ['by a ring that is filled', '<path d="M0 0H99V99H0ZM5 5H90V90H5Z"/>', WIDE],
    ['by a star', '<path d="M50 0L80 90L5 35H95L20 90Z"/>', WIDE],
    ['by a hollow shape, inside it', '<path d="M0 0H99V99H80V5H0Z"/>', '<rect x="82" y="10" width="9" height="9"/>'],
    ['by what is hidden', '<rect display="none" width="30" height="30"/><rect width="50" height="50"/>', WIDE],
    ['by what is used', '<use href="#r"/>', `<rect id="r" width="5" height="5"/>${WIDE}`],
    ['in shares of the shape', '<rect width=".5" height=".5"/>', WIDE, 'clipPathUnits="objectBoundingBox"'],
    ['by one that is cut itself', '<rect width="50" height="50"/>', WIDE, 'clip-path="url(#d)"'],
  ])('%s', (_, inner, cut, more) => expect(clip(inner, cut, more)).toMatchSnapshot())

  it('a window within a window', () =>
    expect(
      show(
        `<clipPath id="c"><rect width="40" height="40"/></clipPath><clipPath id="d"><rect x="20" width="40" height="60"/></clipPath>` +
          `<g clip-path="url(#c)"><g clip-path="url(#d)">${WIDE}</g></g>`,
      ),
    ).toMatchSnapshot())

  it.each<[string, string]>([
    ['a mask', '<mask id="m"/><rect mask="url(#m)" width="9" height="9"/>'],
    ['a mask that is gone', '<rect mask="url(#m)" width="9" height="9"/>'],
    ['a filter', '<filter id="f"><feBlend/></filter><rect filter="url(#f)" width="9" height="9"/>'],
    ['a filter of nothing', '<filter id="f"/><rect filter="url(#f)" width="9" height="9"/>'],
    ['a pattern', '<pattern id="p"/><rect fill="url(#p)" width="9" height="9"/>'],
    ['arrow heads', '<marker id="m"><path d="M0 0"/></marker><path marker-end="url(#m)" d="M0 0L9 9" stroke="black"/>'],
    ['arrow heads of nothing', '<marker id="m"/><path marker-mid="url(#m)" d="M0 0L9 9" stroke="black"/>'],
    [
      'arrow heads on what has no ends',
      '<marker id="m"><path d="M0 0"/></marker><rect marker-start="url(#m)" width="9" height="9"/>',
    ],
    ['letters', '<text>a</text>'],
    ['letters that are hidden', '<text visibility="hidden">a</text><text display="none">a</text>'],
    ['pixels', '<image href="data:,x"/>'],
  ])('%s', (_, inner) => expect(show(inner)).toMatchSnapshot())
})

describe('long paths', () => {
  const points = Array.from({ length: 700 }, (_, i): [number, number] => [i % 90, (i * 7) % 80])
  const runs = (d: string) => {
    const [shape] = readScene(`<svg viewBox="0 0 100 100"><path fill="none" stroke="black" d="${d}"/></svg>`).shapes
    return shape.kind === 'stroke'
      ? shape.runs.map((run) => run.points.map(([x, y]) => [Number(x.toFixed(6)), Number(y.toFixed(6))]))
      : []
  }
  const steps = points.slice(1).map(([x, y], i) => [x - points[i][0], y - points[i][1]])

  it('are read the same with commands that go on and with each named', () => {
    const named = runs(`M${points.map((p) => p.join(' ')).join('L')}`)
    expect(named[0]).toHaveLength(700)
    expect(runs(`M${points.map((p) => p.join(' ')).join(' ')}`)).toEqual(named)
    expect(runs(`m0 0 ${steps.map((p) => p.join(' ')).join(' ')}`)).toEqual(named)
    expect(runs(`M0 0l${steps.map((p) => p.join(',')).join(',')}`)).toEqual(named)
    expect(runs(`M0 0h${points.map(() => '.1').join(' ')}`)[0]).toHaveLength(701)
    expect(runs(`M0 0c${steps.map(([x, y]) => `0 0 ${x} ${y} ${x} ${y}`).join(' ')}`)[0].at(-1)).toEqual(
      named[0].at(-1),
    )
  })
})
