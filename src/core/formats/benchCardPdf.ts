import type { BenchCard, BenchCardStep } from './benchCard'
import { concatTransformationMatrix, popGraphicsState, pushGraphicsState } from 'pdf-lib'
import type { Sheet } from '../sheets/sheet'
import {
  Area,
  finished,
  INK,
  newPage,
  newSheets,
  PAPER_MM,
  SOFT,
  type CardFonts,
  type Paper,
  type Sheets,
} from './paper'
import { ItemPen } from './sheets/itemPen'

const MARGIN = 16
const INDENT = 9
const LINE_MM = 4.7
const BOX_MM = 4.2
const POINTS = 72 / 25.4
/** The caution at the end, and room for at least so much of a step under its heading. */
const SMALL = 8.5

/**
 * Writes a bench card as PDF: a picture of what it will be, its section and drawings in small, the steps with their amounts, and a box
 * for each coat of each pot. A step is never cut in two, and the caution at the end stands with the last step.
 */
export async function benchCardPdf(
  card: BenchCard,
  fonts: CardFonts,
  paper: Paper = 'a4',
  picture: Uint8Array | null = null,
  figures: readonly Sheet[] = [],
): Promise<Uint8Array> {
  const sheets = await newSheets(`${card.title}: bench card`, fonts, PAPER_MM[paper])
  const writer = new CardWriter(sheets)
  await writer.heading(card, picture)
  writer.figures(figures)
  const closing = [
    ...(card.openFindings.length ? ['Still to settle', ...card.openFindings.map((finding) => `– ${finding}`)] : []),
  ]
  card.steps.forEach((step, i) => {
    const last = i === card.steps.length - 1
    // What closes the card goes with its last step: two lines alone on a page would be overlooked.
    writer.step(step, last ? writer.heightOf(closing, 10) + writer.heightOf([card.caution], SMALL) + 6 : 0)
  })
  closing.forEach((text, i) => writer.paragraph(text, i === 0 ? 13 : 10, i === 0, INK, i === 0 ? 'H2' : 'P'))
  writer.paragraph(card.caution, SMALL, false, SOFT)
  return finished(sheets)
}

class CardWriter {
  private area: Area

  constructor(private readonly sheets: Sheets) {
    this.area = this.newArea()
  }

  private newArea(): Area {
    const [width, height] = this.sheets.size
    return new Area(this.sheets, newPage(this.sheets), MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN)
  }

  async heading(card: BenchCard, picture: Uint8Array | null): Promise<void> {
    const side = 44
    const { area } = this
    const seen = `${card.title} as it will look fired`
    if (picture) await area.picture(picture, seen, area.width - side, 0, side, side)
    const text = new Area(this.sheets, area.page, MARGIN, MARGIN, area.width - (picture ? side + 4 : 0), area.height)
    text.text(card.title, 22, { bold: true, as: 'H1' })
    text.text(card.subtitle, 11, { colour: SOFT })
    for (const fact of card.facts) text.text(fact, 10)
    area.down = Math.max(text.down, picture ? side : 0) + 2
  }

  /** Small figures in rows, each under its name; what has no room beside the others begins a row of its own. */
  figures(figures: readonly Sheet[]): void {
    let [left, tallest] = [0, 0]
    const endRow = () => {
      this.area.down += tallest + (tallest ? 2 : 0)
      ;[left, tallest] = [0, 0]
    }
    for (const { title, words, items, widthMm, heightMm } of figures) {
      const room = Math.max(widthMm, 24)
      if (left + room > this.area.width) endRow()
      if (left === 0) this.room(heightMm + 12)
      const { page } = this.area
      const under = new Area(this.sheets, page, MARGIN + left, MARGIN + this.area.down, room, 20)
      under.text(title, 9.5, { bold: true, as: 'H2' })
      for (const line of words) under.text(line, SMALL, { colour: SOFT })
      const pen = new ItemPen(page, this.sheets)
      const draw = () => {
        page.pushOperators(
          pushGraphicsState(),
          concatTransformationMatrix(POINTS, 0, 0, -POINTS, under.x(0), under.y(under.down + 1)),
        )
        items.forEach((item) => pen.draw(item))
        page.pushOperators(popGraphicsState())
      }
      this.sheets.tags.mark(page, 'Figure', draw, `${title}, drawn in small`)
      tallest = Math.max(tallest, under.down + 1 + heightMm)
      left += room + 6
    }
    endRow()
  }

  /** How tall some paragraphs come, mm. */
  heightOf(texts: readonly string[], points: number): number {
    return texts.reduce(
      (sum, text) => sum + this.area.wrap(text, points, false).length * (points / 10) * LINE_MM + 1,
      0,
    )
  }

  /** A step with what must stay with it, mm. */
  step(step: BenchCardStep, withItMm: number): void {
    const notes = [
      step.detail,
      step.takes && `Takes: ${step.takes}`,
      step.lookFor && `Look for: ${step.lookFor}`,
      step.wait && `Wait: ${step.wait}`,
      step.caution && `Caution: ${step.caution}`,
    ].filter(Boolean)
    const width = this.area.width - INDENT
    const lines = notes.reduce((sum, note) => sum + this.area.wrap(note, 10, false, width).length, 0)
    const rows = step.boxes > 0 ? Math.ceil(step.pots.length / this.perRow(step.boxes)) : 0
    this.room(9 + lines * LINE_MM + rows * (BOX_MM + 3) + 4 + withItMm)
    const { area } = this
    area.rule(1)
    const top = area.down
    this.sheets.tags.mark(area.page, 'H2', () => {
      area.text(`${step.number}`, 13, { bold: true, as: null })
      area.down = top
      area.text(step.title, 13, { bold: true, indent: INDENT, as: null })
    })
    const after = area.down
    area.down = top
    const stageMm = this.sheets.regular.widthOfTextAtSize(step.stage, 9.5) / (72 / 25.4)
    area.text(step.stage, 9.5, { colour: SOFT, indent: area.width - stageMm - 0.5 })
    area.down = after
    for (const note of notes) area.text(note, 10, { indent: INDENT })
    if (step.boxes > 0) this.tally(step)
    area.down += 1
  }

  private perRow(boxes: number): number {
    return Math.max(1, Math.floor((this.area.width - INDENT) / (9 + boxes * (BOX_MM + 1.5) + 4)))
  }

  /** A box to tick for each coat, of each pot by its number where there are several. */
  private tally({ boxes, pots }: BenchCardStep): void {
    const { area } = this
    const each = (pots.length > 1 ? 9 : 0) + boxes * (BOX_MM + 1.5) + 4
    const perRow = this.perRow(boxes)
    area.down += 1.5
    pots.forEach((pot, i) => {
      const column = i % perRow
      if (i > 0 && column === 0) area.down += BOX_MM + 3
      const left = INDENT + column * each
      const top = area.down
      if (pots.length > 1) {
        area.text(String(pot), 9, { indent: left, colour: SOFT })
        area.down = top
      }
      area.boxes(
        boxes,
        left + (pots.length > 1 ? 7 : 0),
        top,
        { sideMm: BOX_MM, apartMm: 1.5, lineWidth: 0.9, colour: INK },
        `${boxes === 1 ? 'A box' : `${boxes} boxes`} to tick${pots.length > 1 ? `, pot ${pot}` : ''}`,
      )
    })
    area.down += BOX_MM + 2
  }

  paragraph(text: string, points: number, bold: boolean, colour: typeof INK, as: 'H2' | 'P' = 'P'): void {
    this.room(this.heightOf([text], points))
    this.area.down += 1
    this.area.text(text, points, { bold, colour, as })
  }

  private room(heightMm: number): void {
    if (this.area.down + heightMm > this.area.height && this.area.down > 0) this.area = this.newArea()
  }
}
