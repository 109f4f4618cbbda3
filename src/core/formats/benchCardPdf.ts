import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb, type PDFFont, type PDFPage } from 'pdf-lib'
import type { BenchCard, BenchCardStep } from './benchCard'

const POINTS_PER_MM = 72 / 25.4
const PAGE = { width: 210 * POINTS_PER_MM, height: 297 * POINTS_PER_MM, margin: 16 * POINTS_PER_MM }
const INK = rgb(0.09, 0.09, 0.09)
const SOFT = rgb(0.38, 0.38, 0.38)

/** The two cuts of the text face, as TrueType bytes. */
export interface CardFonts {
  readonly regular: Uint8Array
  readonly bold: Uint8Array
}

/** Writes a bench card as PDF, A4. */
export async function benchCardPdf(card: BenchCard, fonts: CardFonts): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  pdf.setTitle(`${card.title}: bench card`)
  const writer = new CardWriter(
    pdf,
    await pdf.embedFont(fonts.regular, { subset: true }),
    await pdf.embedFont(fonts.bold, { subset: true }),
  )
  writer.heading(card)
  for (const step of card.steps) writer.step(step)
  if (card.openFindings.length) writer.findings(card.openFindings)
  writer.paragraph(card.caution, 8.5, SOFT)
  return pdf.save()
}

class CardWriter {
  private page: PDFPage
  private y: number

  constructor(
    private readonly pdf: PDFDocument,
    private readonly regular: PDFFont,
    private readonly bold: PDFFont,
  ) {
    this.page = this.pdf.addPage([PAGE.width, PAGE.height])
    this.y = PAGE.height - PAGE.margin
  }

  heading(card: BenchCard): void {
    this.line(card.title, 22, this.bold)
    this.line(card.subtitle, 11, this.regular, SOFT)
    for (const fact of card.facts) this.line(fact, 10, this.regular)
    this.y -= 6
  }

  step(step: BenchCardStep): void {
    const indent = 26
    const width = PAGE.width - 2 * PAGE.margin - indent
    const notes = [
      step.detail,
      step.takes && `Takes: ${step.takes}`,
      step.lookFor && `Look for: ${step.lookFor}`,
      step.wait && `Wait: ${step.wait}`,
      step.caution && `Caution: ${step.caution}`,
    ].filter(Boolean)
    const wrapped = notes.flatMap((note) => this.wrap(note, 10, width))
    const height = 20 + wrapped.length * 13 + (step.boxes > 0 ? 20 : 0)
    this.room(height + 8)
    this.page.drawLine({
      start: { x: PAGE.margin, y: this.y },
      end: { x: PAGE.width - PAGE.margin, y: this.y },
      thickness: 0.6,
      color: SOFT,
    })
    this.y -= 15
    this.text(String(step.number), PAGE.margin, 13, this.bold)
    this.text(step.title, PAGE.margin + indent, 13, this.bold)
    const stageWidth = this.regular.widthOfTextAtSize(step.stage, 9.5)
    this.text(step.stage, PAGE.width - PAGE.margin - stageWidth, 9.5, this.regular, SOFT)
    this.y -= 15
    for (const text of wrapped) {
      this.text(text, PAGE.margin + indent, 10, this.regular)
      this.y -= 13
    }
    if (step.boxes > 0) this.tally(step.boxes, indent)
    this.y -= 3
  }

  findings(findings: readonly string[]): void {
    this.room(40)
    this.y -= 8
    this.line('Still to settle', 13, this.bold)
    for (const finding of findings) this.paragraph(`– ${finding}`, 10, INK)
  }

  paragraph(text: string, size: number, colour: ReturnType<typeof rgb>): void {
    this.y -= 4
    for (const line of this.wrap(text, size, PAGE.width - 2 * PAGE.margin)) {
      this.room(size + 6)
      this.text(line, PAGE.margin, size, this.regular, colour)
      this.y -= size + 3
    }
  }

  /** A box to tick for each coat. */
  private tally(boxes: number, indent: number): void {
    const side = 12
    for (let i = 0; i < boxes; i++) {
      this.page.drawRectangle({
        x: PAGE.margin + indent + i * (side + 8),
        y: this.y - 4,
        width: side,
        height: side,
        borderWidth: 1,
        borderColor: INK,
      })
    }
    this.y -= 20
  }

  private line(text: string, size: number, font: PDFFont, colour = INK): void {
    this.room(size + 6)
    this.y -= size
    this.text(text, PAGE.margin, size, font, colour)
    this.y -= 5
  }

  private text(text: string, x: number, size: number, font: PDFFont, colour = INK): void {
    this.page.drawText(text, { x, y: this.y, size, font, color: colour })
  }

  private room(height: number): void {
    if (this.y - height > PAGE.margin) return
    this.page = this.pdf.addPage([PAGE.width, PAGE.height])
    this.y = PAGE.height - PAGE.margin
  }

  private wrap(text: string, size: number, width: number): string[] {
    const lines: string[] = []
    let line = ''
    for (const word of text.split(/\s+/)) {
      const longer = line ? `${line} ${word}` : word
      if (this.regular.widthOfTextAtSize(longer, size) > width && line) {
        lines.push(line)
        line = word
      } else line = longer
    }
    return line ? [...lines, line] : lines
  }
}
