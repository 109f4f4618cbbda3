import { createCanvas } from '@napi-rs/canvas'
import { Resvg } from '@resvg/resvg-js'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { flatGore } from '../../form/flat/gore'
import { planOutline, ROUND } from '../../form/planOutline'
import { circle, fitted, line, path, polyline, text } from '../../sheets/pen'
import { squareOf } from '../../sheets/fixtures/input'
import { printerCheck } from '../../sheets/cards'
import type { Sheet, SheetItem } from '../../sheets/sheet'
import { cardFonts, pagesOf } from '../fixtures/reading'
import { sheetsPdf } from './sheetsPdf'
import { screenSheet } from './screenSheet'
import { pathData, sheetSvg } from './sheetSvg'
import { tiling, SHEET_PAPERS, wordsWithin } from './tiles'

const DPI = 300
const MM = DPI / 25.4

/** A page drawn by another program at 300 dpi: dark or not, row by row. */
async function raster(
  bytes: Uint8Array,
  page = 1,
): Promise<{ width: number; height: number; dark: (x: number, y: number) => boolean }> {
  const pdf = await getDocument({ data: bytes.slice(), useSystemFonts: false, verbosity: 0 }).promise
  const drawn = await pdf.getPage(page)
  const viewport = drawn.getViewport({ scale: DPI / 72 })
  const canvas = createCanvas(Math.round(viewport.width), Math.round(viewport.height))
  const context = canvas.getContext('2d')
  context.fillStyle = '#fff'
  context.fillRect(0, 0, canvas.width, canvas.height)
  await drawn.render({ canvas: null, canvasContext: context as unknown as CanvasRenderingContext2D, viewport }).promise
  const { data } = context.getImageData(0, 0, canvas.width, canvas.height)
  return {
    width: canvas.width,
    height: canvas.height,
    dark: (x, y) => data[4 * (y * canvas.width + x)] < 140,
  }
}

type Raster = Awaited<ReturnType<typeof raster>>

/** Middles of the dark runs along a row (or a column) of a raster, mm. */
function runs({ width, height, dark }: Raster, atMm: number, way: 'across' | 'down'): number[] {
  const at = Math.round(atMm * MM)
  const end = way === 'across' ? width : height
  const out: number[] = []
  let begin = -1
  for (let i = 0; i <= end; i++) {
    const on = i < end && (way === 'across' ? dark(i, at) : dark(at, i))
    if (on && begin < 0) begin = i
    if (!on && begin >= 0) {
      out.push((begin + i) / 2 / MM)
      begin = -1
    }
  }
  return out
}

const sheetOf = (items: readonly SheetItem[], title = 'Test'): Sheet => ({
  title,
  words: ['Words.'],
  ...fitted(items, 2),
})

const square = (mm: number) => path('mark', squareOf(mm), { widthMm: 0.25 })

const print = (sheet: Sheet, paper: (typeof SHEET_PAPERS)[number] = 'a4', printer?: { across: number; down: number }) =>
  sheetsPdf([{ sheet, foot: 'Piece, leather-hard' }], cardFonts, paper, printer)

describe('a sheet as PDF, drawn by another program at 300 dpi', () => {
  it.each(['a4', 'letter', 'a3'] as const)('a tile of 160 mm and the bars of 100 mm are that on %s', async (paper) => {
    const page = await raster(await print(sheetOf([square(160)]), paper))
    const across = runs(page, 60, 'across')
    expect(across[1] - across[0]).toBeCloseTo(160, 0)
    expect(Math.abs(across[1] - across[0] - 160)).toBeLessThan(0.15)
    const down = runs(page, 100, 'down')
    expect(Math.abs(down[1] - down[0] - 160)).toBeLessThan(0.15)
    // The bar across: its end ticks, just above and below the line.
    const height = page.height / MM
    const bar = runs(page, height - 8 - 24 + 6 + 1.2, 'across')
    expect(Math.abs(bar[1] - bar[0] - 100)).toBeLessThan(0.15)
    const wide = page.width / MM
    const upright = runs(page, wide - 8 - 8 + 5 + 1.2, 'down')
    expect(Math.abs(upright[1] - upright[0] - 100)).toBeLessThan(0.15)
  })

  it('a circle of 50 mm radius is round', async () => {
    const page = await raster(await print(sheetOf([path('mark', circle([0, 0], 50), { widthMm: 0.25 })])))
    const middle = 8 + 2 + 50
    const across = runs(page, middle, 'across')
    const down = runs(page, middle, 'down')
    expect(Math.abs(across[1] - across[0] - 100)).toBeLessThan(0.15)
    expect(Math.abs(down[1] - down[0] - 100)).toBeLessThan(0.15)
    // At 30 mm off the middle half the chord is 40: 3, 4, 5.
    const off = runs(page, middle + 30, 'across')
    expect(Math.abs(off[1] - off[0] - 80)).toBeLessThan(0.2)
  })

  it('a cone of 60 to 40 over a slant of 90 comes out with radii of 270 and 180 and 80° (closed form)', async () => {
    const profile = Array.from({ length: 91 }, (_, i) => ({
      r: 60 - (20 * i) / 90,
      z: Math.sqrt(1 - (20 / 90) ** 2) * i,
    }))
    const outside = { from: 0, to: 90 }
    const none = { from: -1000, to: -1000 }
    const { at } = flatGore(
      {
        profile,
        lengths: profile.map((_, i) => i),
        totalMm: 90,
        zones: { base: none, outside, rim: none, inside: none, floor: none },
        wallMm: 5,
        heightMm: 88,
        flat: false,
        plan: planOutline(ROUND),
        unevenMm: 0,
      },
      outside,
      1,
    )
    const parallel = (s: number) =>
      path(
        'mark',
        polyline(
          Array.from({ length: 721 }, (_, i) => {
            const [x, y] = at(s, ((i - 360) / 360) * Math.PI)
            return [x, -y] as const
          }),
        ),
        { widthMm: 0.25 },
      )
    const sheet = sheetOf([parallel(0), parallel(90)])
    const page = await raster(await print(sheet, 'a3'))
    // In the middle the arcs are the slant apart; the ends of the lower one are 2 · 270 · sin 40° apart, 270 (1 − cos 40°) above it.
    const middle = runs(page, 8 + sheet.widthMm / 2, 'down').slice(0, 2)
    expect(Math.abs(middle[1] - middle[0] - 90)).toBeLessThan(0.3)
    expect(Math.abs(sheet.widthMm - 4 - 2 * 270 * Math.sin((40 * Math.PI) / 180))).toBeLessThan(0.3)
    expect(Math.abs(sheet.heightMm - 4 - (270 - 180 * Math.cos((40 * Math.PI) / 180)))).toBeLessThan(0.3)
  })

  it('a printer that makes 98 of 100 is made to print 102', async () => {
    const page = await raster(await print(sheetOf([square(100)]), 'a4', { across: 0.98, down: 1.01 }))
    const across = runs(page, 50, 'across')
    const down = runs(page, 50, 'down')
    expect(Math.abs(across[1] - across[0] - 102.041)).toBeLessThan(0.15)
    expect(Math.abs(down[1] - down[0] - 99.01)).toBeLessThan(0.15)
  })

  it('the check of the printer itself is printed as it is, or it would measure its own correction', async () => {
    const bytes = await sheetsPdf([{ sheet: sheetOf([square(100)]), foot: '', uncorrected: true }], cardFonts, 'a4', {
      across: 0.98,
      down: 0.98,
    })
    const across = runs(await raster(bytes), 50, 'across')
    expect(Math.abs(across[1] - across[0] - 100)).toBeLessThan(0.15)
  })

  it('a line of 289 mm goes on over the join of two pages', async () => {
    const sheet = sheetOf([
      path('mark', line([0, 5], [0, 25]), { widthMm: 0.25 }),
      path('mark', line([289, 5], [289, 25]), { widthMm: 0.25 }),
      path('mark', line([0, 15], [289, 15])),
    ])
    const bytes = await print(sheet)
    const tiled = tiling(sheet, 'a4')
    expect(tiled.tiles).toHaveLength(2)
    const first = runs(await raster(bytes, 1), 8 + 7, 'across')
    const second = runs(await raster(bytes, 2), 8 + 7, 'across')
    const from = first[0] - 8
    const to = (second.find((mm) => mm > 30) as number) - 8 + tiled.tiles[1].left
    expect(Math.abs(to - from - 289)).toBeLessThan(0.2)
  })

  it('its words are text, its fonts within; the same sheet gives the same bytes, and no reader scales it', async () => {
    const sheet = sheetOf([square(50), text([10, 10], 'Ø 83 mm ± 1°', 4)], 'Sector wheel')
    const bytes = await print(sheet)
    expect(await pagesOf(bytes)).toEqual([expect.stringContaining('Ø 83 mm ± 1°')])
    expect((await pagesOf(bytes))[0]).toContain('Sector wheel')
    expect(bytes).toEqual(await print(sheet))
    const pdf = await getDocument({ data: bytes.slice(), useSystemFonts: false, verbosity: 0 }).promise
    expect(await pdf.getViewerPreferences()).toMatchObject({ PrintScaling: 'None' })
  })
})

describe('pages', () => {
  it('cover everything, lap over, and no page is for a sliver (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 1200 }),
        fc.integer({ min: 20, max: 900 }),
        fc.constantFrom(...SHEET_PAPERS),
        (w, h, paper) => {
          const items = [
            path(
              'mark',
              polyline(
                [
                  [0, 0],
                  [w, 0],
                  [w, h],
                  [0, h],
                ],
                true,
              ),
            ),
            path('mark', line([0, 0], [w, h])),
          ]
          const sheet: Sheet = { title: 't', words: [], widthMm: w, heightMm: h, items }
          const { tiles, shown } = tiling(sheet, paper)
          for (let i = 0; i <= 20; i++) {
            const [x, y] = [((w - 1) * i) / 20, ((h - 1) * i) / 20]
            expect(
              tiles.some((t) => x >= t.left && x <= t.left + shown[0] && y >= t.top && y <= t.top + shown[1]),
            ).toBe(true)
          }
        },
      ),
      { numRuns: 80 },
    )
    const sheet = (w: number): Sheet => sheetOf([path('mark', line([0, 0], [w - 4, 0]))])
    const room = tiling(sheet(50), 'a4').shown[0]
    expect(tiling(sheet(room + 0.6), 'a4').tiles).toHaveLength(1)
  })

  it('the printer check goes on one page of each paper', () => {
    for (const paper of SHEET_PAPERS) expect(tiling(printerCheck()[0], paper).tiles, paper).toHaveLength(1)
  })

  it('an empty border takes no page, and no page only repeats another', () => {
    const [w, h] = tiling(sheetOf([path('mark', line([0, 0], [50, 0]))]), 'a4').shown
    const bordered = (marginMm: number): Sheet => ({
      title: 't',
      words: [],
      ...fitted([path('mark', line([0, 0], [w - 1, 0])), path('mark', line([0, 0], [0, h - 1]))], marginMm),
    })
    for (const marginMm of [0, 1, 2, 6, 12]) expect(tiling(bordered(marginMm), 'a4').tiles).toHaveLength(1)
    // Two marks far apart with nothing between them: the pages between are left out, and none shows a mark again.
    const far = sheetOf([path('mark', line([0, 0], [4, 0])), path('mark', line([900, 0], [904, 0]))])
    expect(tiling(far, 'a4').tiles).toHaveLength(2)
    for (let at = 0; at < 600; at += 7) {
      const pair = sheetOf([path('mark', line([0, 0], [4, 0])), path('mark', line([at, 0], [at + 4, 0]))])
      expect(tiling(pair, 'a4').tiles.length).toBeLessThanOrEqual(2)
    }
  })

  it('a strip longer than a roll is wide runs along it, on one page', () => {
    const strip: Sheet = {
      title: 't',
      words: [],
      widthMm: 1220,
      heightMm: 90,
      items: [path('mark', line([0, 0], [1220, 90]))],
    }
    expect(tiling(strip, 'roll').tiles).toHaveLength(1)
    expect(tiling(strip, 'roll').page[1]).toBeCloseTo(609.6, 1)
    expect(tiling({ ...strip, widthMm: 500, items: [] }, 'roll').page[0]).toBeCloseTo(609.6, 1)
    expect(tiling(strip, 'a4').tiles.length).toBeGreaterThan(3)
  })

  it('for the screen lines drawn alike are one path, in their order; what is filled, and words, stand by themselves', () => {
    const across = (y: number) => line([0, y], [40, y])
    const sheet: Sheet = {
      title: 't',
      words: [],
      widthMm: 40,
      heightMm: 400,
      items: [
        path('cut', across(1)),
        path('cut', across(2)),
        path('mark', across(3)),
        path('mark', across(4), { dash: [1, 1] }),
        path(
          'mark',
          polyline(
            [
              [0, 5],
              [4, 5],
              [4, 9],
            ],
            true,
          ),
          { fill: '#336699' },
        ),
        path(
          'mark',
          polyline(
            [
              [9, 5],
              [14, 5],
              [14, 9],
            ],
            true,
          ),
          { fill: '#336699' },
        ),
        text([1, 1], 'one', 3),
        path('cut', across(6)),
      ],
    }
    const { items, tiled } = screenSheet(sheet)
    expect(items.map((item) => (item.kind === 'text' ? item.text : `${item.layer}${item.fill ?? ''}`))).toEqual([
      'cut',
      'mark',
      'mark',
      'mark#336699',
      'mark#336699',
      'one',
      'cut',
    ])
    // Nothing of a line is lost or added: the letters are those of the SVG file, one after another.
    const letters = items.flatMap((item) => (item.kind === 'path' ? [item.d] : [])).join('')
    const all = sheet.items.flatMap((item) => (item.kind === 'path' ? [pathData(item.d)] : [])).join('')
    expect(letters).toBe(all)
    for (const paper of SHEET_PAPERS) expect(tiled[paper]).toEqual(tiling(sheet, paper))
  })

  it('a text that no page holds whole is moved onto the one that has most of it', () => {
    const item = text([180, 20], 'a long text that would be cut at the edge', 5)
    const sheet: Sheet = {
      title: 't',
      words: [],
      widthMm: 360,
      heightMm: 40,
      items: [item, path('mark', line([0, 0], [360, 40]))],
    }
    const tiled = { ...tiling(sheet, 'a4') }
    const written = tiled.tiles.map((tile) => wordsWithin(item as SheetItem & { kind: 'text' }, tile, tiled))
    expect(written.filter(Boolean)).toHaveLength(1)
  })
})

describe('a sheet as SVG, drawn by another renderer', () => {
  it('is in millimetres, in layers, with its face within', () => {
    const sheet = sheetOf([
      { ...square(160), layer: 'cut' },
      path('score', line([20, 20], [140, 20])),
      text([10, 10], 'a < b & “c”', 4),
    ])
    const svg = sheetSvg(sheet, 'foot', cardFonts.regular)
    expect(svg).toContain('width="164mm"')
    expect([...svg.matchAll(/<g id="(\w+)"/g)].map((m) => m[1])).toEqual(['cut', 'score', 'mark', 'guide'])
    expect(svg).toContain('@font-face')
    const { width, height, pixels } = new Resvg(svg, {
      background: 'white',
      font: { loadSystemFonts: false },
      fitTo: { mode: 'width', value: 1640 },
    }).render()
    expect(width / height).toBeCloseTo(1, 3)
    const row = 400
    const dark = Array.from({ length: width }, (_, x) => x).filter((x) => pixels[4 * (row * width + x) + 1] < 120)
    expect(Math.abs((dark[dark.length - 1] - dark[0]) / 10 - 160)).toBeLessThan(0.35)
  })
})
