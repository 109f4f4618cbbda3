import { inflateSync } from 'node:zlib'
import jsQR from 'jsqr'
import { PDFDocument, PDFName, PDFRawStream, type PDFArray } from 'pdf-lib'
import { describe, expect, it } from 'vitest'
import { demoStudio } from '../../demo/demoStudio'
import { makeBenchCard } from '../../usecases/measure/makeBenchCard'
import type { Sheet } from '../../sheets/sheet'
import { benchCardPdf } from '../benchCardPdf'
import { cardFonts, pagesOf } from '../fixtures/reading'
import { BY_HAND, PAPER_MM } from '../paper'
import { labelsPdf } from './labelsPdf'
import { listPdf } from './listPdf'
import { potCardsPdf } from './potCardsPdf'
import { ticketsPdf, type PrintedTicket } from './ticketsPdf'

const ticket = (title: string, open: readonly string[] = []): PrintedTicket => ({
  title,
  lines: [['Whose', 'Ola Brekke'] as const, ['Firing wanted', 'glaze, cone 05'] as const],
  materials: ['1 Marsh black, underglaze, cone 08 to 6', '2 Clear, gloss, glaze, cone 06 to 04'],
  open,
})

const sizeOf = async (bytes: Uint8Array, page = 0) => {
  const { width, height } = (await PDFDocument.load(bytes)).getPage(page).getSize()
  return [width, height].map((points) => (points / 72) * 25.4)
}

describe('kiln tickets', () => {
  it('stand four to a page, on A4 and on Letter', async () => {
    const six = Array.from({ length: 6 }, (_, i) => ticket(`Cups ${i + 1}`))
    for (const paper of ['a4', 'letter'] as const) {
      const bytes = await ticketsPdf(six, cardFonts, paper)
      const pages = await pagesOf(bytes)
      expect(pages).toHaveLength(2)
      expect(pages[0]).toContain('Cups 4')
      expect(pages[1]).toContain('Cups 5')
      const [width, height] = await sizeOf(bytes)
      expect(width).toBeCloseTo(PAPER_MM[paper][0], 1)
      expect(height).toBeCloseTo(PAPER_MM[paper][1], 1)
    }
  })

  it('say “complete” only when nothing is open, and else what is', async () => {
    const [page] = await pagesOf(
      await ticketsPdf([ticket('Jug'), ticket('Bowl', ['whether the foot is wiped'])], cardFonts, 'a4'),
    )
    expect(page.match(/complete/g)).toHaveLength(1)
    expect(page).toContain('NOT COMPLETE')
    expect(page).toContain('whether the foot is wiped')
  })
})

describe('names in any script', () => {
  it('are printed where the face has them, and else leave room to write them by hand', async () => {
    const [page] = await pagesOf(
      await ticketsPdf([ticket('Džbánek Łódź ½'), ticket('茶碗'), ticket('Чашка two')], cardFonts, 'a4'),
    )
    expect(page).toContain('Džbánek Łódź ½')
    expect(page.split(BY_HAND).length - 1).toBe(2)
    expect(page).toContain(`${BY_HAND} two`)
  })
})

/** Squares of a page as a bitmap, by what its drawing says: 1 mm is `scale` px. */
async function bitmapOf(bytes: Uint8Array, scale: number) {
  const pdf = await PDFDocument.load(bytes)
  const page = pdf.getPage(0)
  const contents = page.node.get(PDFName.of('Contents'))
  const streams = (pdf.context.lookup(contents) as PDFArray).asArray().map((ref) => pdf.context.lookup(ref))
  const text = streams
    .map((stream) => (stream instanceof PDFRawStream ? inflateSync(stream.contents).toString('latin1') : ''))
    .join('\n')
  const mm = (points: number) => (points / 72) * 25.4
  const [width, height] = [mm(page.getWidth()), mm(page.getHeight())].map((side) => Math.ceil(side * scale))
  const pixels = new Uint8ClampedArray(4 * width * height).fill(255)
  const squares = text.matchAll(
    /1 0 0 1 ([\d.]+) ([\d.]+) cm(?:\s+1 0 0 1 0 0 cm|\s+1 0 0 1 0 0 cm)*[^Q]*?0 0 m\s+0 ([\d.]+) l\s+([\d.]+) [\d.]+ l/g,
  )
  let count = 0
  for (const [, x, y, h, w] of squares) {
    if (mm(Number(h)) > 3) continue
    count++
    const left = Math.round(mm(Number(x)) * scale)
    const top = Math.round(height - mm(Number(y) + Number(h)) * scale)
    const side = Math.round(mm(Number(w)) * scale)
    for (let dy = 0; dy < side; dy++)
      for (let dx = 0; dx < side; dx++)
        pixels.fill(0, 4 * ((top + dy) * width + left + dx), 4 * ((top + dy) * width + left + dx) + 3)
  }
  return { pixels, width, height, count }
}

describe('labels', () => {
  it('carry a code that another reader takes for the address of the piece', async () => {
    const address = 'http://127.0.0.1:3000/plan/reed-jugs'
    const bytes = await labelsPdf([{ title: 'Reed jugs', lines: ['pots 1 to 4'], address }], cardFonts, 'a4')
    expect((await pagesOf(bytes))[0]).toContain('Reed jugs')
    const { pixels, width, height, count } = await bitmapOf(bytes, 8)
    expect(count).toBeGreaterThan(200)
    expect(jsQR(pixels, width, height)?.data).toBe(address)
  })

  it('stand ten to a page', async () => {
    const labels = Array.from({ length: 11 }, (_, i) => ({ title: `Box ${i + 1}`, lines: [], address: 'http://a/b' }))
    expect(await pagesOf(await labelsPdf(labels, cardFonts, 'letter'))).toHaveLength(2)
  })
})

describe('pot cards', () => {
  const card = {
    title: 'Reed jugs',
    lines: ['Red earthenware, with Marsh black.'],
    small: ['this card is neither'],
    picture: null,
  }

  it('are a page or a postcard each', async () => {
    const bytes = await potCardsPdf([card, card], cardFonts, 'postcard')
    expect(await pagesOf(bytes)).toHaveLength(2)
    const [width, height] = await sizeOf(bytes)
    expect([width, height].map(Math.round)).toEqual([148, 105])
    expect((await pagesOf(await potCardsPdf([card], cardFonts, 'a4')))[0]).toContain('this card is neither')
  })
})

describe('a list', () => {
  it('goes over pages without cutting a line in two', async () => {
    const lines = Array.from({ length: 70 }, (_, i) => [`Line ${i}`, 'wrapped twice'] as const)
    const pages = await pagesOf(
      await listPdf({ title: 'Packing list', intro: '', groups: [{ heading: 'Box 1', lines }] }, cardFonts, 'a4'),
    )
    expect(pages.length).toBeGreaterThan(1)
    expect(pages.join(' ').match(/Line \d+/g)).toHaveLength(70)
  })
})

describe('the bench card', () => {
  const studio = demoStudio()

  it('tallies each pot by its number, on Letter too', async () => {
    const cups = studio.pieces['dune-cups']
    const bytes = await benchCardPdf(makeBenchCard(cups, studio, []), cardFonts, 'letter')
    expect((await sizeOf(bytes)).map((mm) => Math.round(mm * 10) / 10)).toEqual([215.9, 279.4])
    const text = (await pagesOf(bytes)).join(' ')
    for (let pot = 1; pot <= cups.count; pot++) expect(text).toMatch(new RegExp(`\\b${pot}\\b`))
  })

  it('shows every figure, in a second row too, and on another page where there is no room', async () => {
    const card = makeBenchCard(studio.pieces['dune-cups'], studio, [])
    const figure = (i: number, heightMm: number): Sheet => ({
      title: `Figure ${i}`,
      words: [],
      items: [],
      widthMm: 70,
      heightMm,
    })
    for (const heightMm of [20, 140]) {
      const figures = [1, 2, 3, 4, 5].map((i) => figure(i, heightMm))
      const pages = await pagesOf(await benchCardPdf(card, cardFonts, 'a4', null, figures))
      expect(pages.join(' ').match(/Figure \d/g)).toHaveLength(5)
      expect(pages.filter((page) => page.includes('Figure')).length).toBe(heightMm > 100 ? 3 : 1)
    }
  })
})
