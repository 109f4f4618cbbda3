import { describe, expect, it } from 'vitest'
import { demoStudio } from '../demo/demoStudio'
import { line, fitted, path, text } from '../sheets/pen'
import { squareOf } from '../sheets/fixtures/input'
import { makeBenchCard } from '../usecases/measure/makeBenchCard'
import { benchCardPdf } from './benchCardPdf'
import { cardFonts, layoutOf } from './fixtures/reading'
import { labelsPdf } from './handOn/labelsPdf'
import { listPdf } from './handOn/listPdf'
import { potCardsPdf } from './handOn/potCardsPdf'
import { ticketsPdf } from './handOn/ticketsPdf'
import { sheetsPdf } from './sheets/sheetsPdf'
import { tileLabelsPdf } from './tileLabelsPdf'

/* Where everything stands on what is printed, as another reader finds it: what moves shows here, and can be looked at. */

const studio = demoStudio()
const piece = studio.pieces['reed-jugs']
const long = [
  'A line so long that it does not fit the width of what it stands on and goes on beneath itself,',
  'once more, and a third time, until it is three lines of a page and of a card',
].join(' ')

describe('what is printed stands where it stood', () => {
  it('a bench card of two steps, and its figures', async () => {
    const short = { ...piece, count: 7, steps: piece.steps.slice(0, 3), notes: long }
    const card = makeBenchCard(short, studio, [])
    expect(await layoutOf(await benchCardPdf(card, cardFonts))).toMatchSnapshot()
    expect(
      await layoutOf(await benchCardPdf({ ...card, openFindings: [long] as never }, cardFonts, 'letter')),
    ).toMatchSnapshot()
  })

  it('figures of a card in rows, and what closes it when its page is full', async () => {
    const figure = (title: string, widthMm: number, heightMm: number) => ({
      title,
      words: ['Widest 120 mm.'],
      widthMm,
      heightMm,
      items: [path('cut', squareOf(10, 2)), text([5, 5], 'here', 3)],
    })
    const card = makeBenchCard({ ...piece, steps: piece.steps.slice(0, 1) }, studio, [])
    const figures = [figure('Section', 60, 40), figure('Front', 90, 30), figure('Back', 90, 50)]
    const settle = Array.from({ length: 14 }, (_, i) => `${i + 1}: ${long}`)
    expect(
      await layoutOf(await benchCardPdf({ ...card, openFindings: settle }, cardFonts, 'a4', null, figures)),
    ).toMatchSnapshot()
  })

  it('kiln tickets', async () => {
    const ticket = (title: string, open: readonly string[]) => ({
      title,
      lines: [['Whose', 'Ola Brekke'] as const, ['Firing wanted', long] as const],
      materials: ['1 Marsh black, underglaze, cone 08 to 6', long],
      open,
    })
    const tickets = [
      ticket('Jug', []),
      ticket('Bowl', ['whether the foot is wiped']),
      ticket('Cup', []),
      ticket('Plate', []),
      ticket('Dish', []),
    ]
    expect(await layoutOf(await ticketsPdf(tickets, cardFonts, 'a4'))).toMatchSnapshot()
  })

  it('labels, without their codes', async () => {
    const labels = [1, 2, 3].map((n) => ({ title: `Box ${n}`, lines: ['pots 1 to 4', long], address: 'a' }))
    const layout = await layoutOf(await labelsPdf(labels, cardFonts, 'letter'))
    const lines = layout.split('\n')
    expect(lines.filter((one) => /:/.test(one) || one.startsWith('page')).join('\n')).toMatchSnapshot()
    // Squares of three small codes.
    expect(lines.filter((one) => one.startsWith('constructPath')).length).toMatchSnapshot()
  })

  it('pot cards and lists', async () => {
    const card = { title: 'Reed jugs', lines: [long, 'Short.'], small: [long], picture: null }
    expect(await layoutOf(await potCardsPdf([card], cardFonts, 'postcard'))).toMatchSnapshot()
    expect(await layoutOf(await potCardsPdf([card], cardFonts, 'a4'))).toMatchSnapshot()
    const groups = [1, 2].map((n) => ({
      heading: `Box ${n}`,
      lines: Array.from({ length: 24 }, (_, i) => [`Line ${i}`, i % 9 ? '' : long] as const),
    }))
    expect(
      await layoutOf(await listPdf({ title: 'Packing list', intro: long, groups }, cardFonts, 'a4')),
    ).toMatchSnapshot()
  })

  it('labels of tiles, over two pages', async () => {
    const labels = Array.from({ length: 15 }, (_, i) => ({
      title: `Tile ${i + 1}`,
      lines: Array.from({ length: 3 + (i % 4) }, (_, k) => (k === 1 ? long : `line ${k}`)),
    }))
    expect(await layoutOf(await tileLabelsPdf(labels, cardFonts))).toMatchSnapshot()
  })

  it('a sheet on one page, and one that goes over several', async () => {
    const sheet = (mm: number) => ({
      title: `Square of ${mm}`,
      words: [long],
      ...fitted(
        [
          path('cut', squareOf(mm), { widthMm: 0.25 }),
          path('score', line([0, 0], [mm, mm])),
          text([mm / 2, mm / 2], 'here', 4),
          path('mark', line([5, 5], [15, 5], [15, 15]), { widthMm: 0, fill: '#888888', rule: 'evenodd' }),
          path('mark', line([25, 5], [35, 5], [35, 15]), { widthMm: 0.4, fill: '#888888' }),
          path('guide', line([25, 25], [35, 25]), { widthMm: 0 }),
        ],
        2,
      ),
    })
    expect(
      await layoutOf(await sheetsPdf([{ sheet: sheet(60), foot: 'Piece, leather-hard' }], cardFonts, 'a4')),
    ).toMatchSnapshot()
    expect(
      await layoutOf(
        await sheetsPdf([{ sheet: sheet(260), foot: 'Piece' }], cardFonts, 'letter', { across: 1.01, down: 0.99 }),
      ),
    ).toMatchSnapshot()
  })
})
