import { PDFDocument } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { judge } from '../judge/judge'
import { makeBenchCard } from '../usecases/measure/makeBenchCard'
import { benchCardPdf } from './benchCardPdf'
import { squareOf } from '../sheets/fixtures/input'
import { path, text as textItem } from '../sheets/pen'
import { cardFonts, layoutOf, pagesOf } from './fixtures/reading'

const studio = demoStudio()
const piece = studio.pieces['reed-jugs']

describe('the bench card', () => {
  const textOf = async (bytes: Uint8Array) => {
    const pages = await pagesOf(bytes)
    return { pages: pages.length, text: pages.join('\n') }
  }

  it('holds every step in order with coats, waits, signs and cautions', async () => {
    const card = makeBenchCard(piece, studio, [])
    const { pages, text } = await textOf(await benchCardPdf(card, cardFonts))
    expect(pages).toBeGreaterThanOrEqual(2)
    const places = card.steps.map((step) => text.indexOf(step.title))
    expect(places.every((p) => p >= 0)).toBe(true)
    for (const words of [
      'Reed jugs',
      'set of 4',
      'Estuary red',
      '3 coats',
      'Wait: 16 min, then',
      'Look for:',
      'Caution:',
      'cone 04',
      'never this card’s verdict',
      '214 mm',
    ])
      expect(text.replace(/\s+/g, ' ')).toContain(words)
  })

  it('tallies one box for each coat, and says what is still to settle', async () => {
    const dish = studio.pieces['scallop-dish']
    const findings = judge(dish, studio)
    const card = makeBenchCard(dish, studio, findings.ok ? findings.value : [])
    expect(card.steps.map((s) => s.boxes)).toEqual([0, 3, 0, 0, 0, 0, 2, 1, 0, 0])
    expect(card.openFindings.length).toBeGreaterThan(0)
    const { text } = await textOf(await benchCardPdf(card, cardFonts))
    expect(text).toContain('Still to settle')
  })

  it('draws the figures of the piece in small, with what is written in them', async () => {
    const figure = {
      title: 'Section',
      words: ['Widest 120 mm.'],
      widthMm: 60,
      heightMm: 60,
      items: [path('cut', squareOf(20, 5)), textItem([30, 30], 'joint of the handle', 3)],
    }
    const card = makeBenchCard(piece, studio, [])
    const [plain, drawn] = await Promise.all(
      [[], [figure]].map(async (figures) => {
        const bytes = await benchCardPdf(card, cardFonts, 'a4', null, figures)
        return { text: (await textOf(bytes)).text, layout: await layoutOf(bytes) }
      }),
    )
    expect(plain.text).not.toContain('joint of the handle')
    expect(drawn.text).toMatch(/Section.*Widest 120 mm\..*joint of the handle/)
    const strokes = (layout: string) => layout.split('constructPath').length
    expect(strokes(drawn.layout)).toBe(strokes(plain.layout) + 1)
  })

  it('prints names in other alphabets of Latin and long plans over several A4 pages', async () => {
    const long = {
      ...piece,
      name: 'Džbánek s rákosím ½',
      steps: Array.from({ length: 40 }, (_, i) => ({ ...piece.steps[i % piece.steps.length], id: `l${i}` })),
    }
    const bytes = await benchCardPdf(makeBenchCard(long, studio, []), cardFonts)
    const { pages, text } = await textOf(bytes)
    expect(pages).toBeGreaterThan(4)
    // What closes the card never stands on a page of its own.
    expect((await pagesOf(bytes)).at(-1)).toMatch(/\d+ \S.*never this card’s verdict/)
    expect(text).toContain('Džbánek s rákosím')
    const { width, height } = (await PDFDocument.load(bytes)).getPage(0).getSize()
    expect([width, height].map((points) => Math.round((points / 72) * 25.4))).toEqual([210, 297])
  })
})
