import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb } from 'pdf-lib'
import type { CardFonts } from './paper'
import { PdfTags } from './pdfTags'

/** A label: what is written on the back of a tile, and the list beside it. */
export interface TileLabel {
  readonly title: string
  readonly lines: readonly string[]
}

const MM = 72 / 25.4
const PAGE = { width: 210 * MM, height: 297 * MM, margin: 12 * MM }
const COLUMNS = 2
const GAP = 6 * MM

/** Labels of tiles as PDF, A4, two abreast, each with cutting lines. */
export async function tileLabelsPdf(labels: readonly TileLabel[], fonts: CardFonts): Promise<Uint8Array> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  const tags = new PdfTags(pdf, 'Tile labels')
  const regular = await pdf.embedFont(fonts.regular, { subset: true })
  const bold = await pdf.embedFont(fonts.bold, { subset: true })
  const width = (PAGE.width - 2 * PAGE.margin - GAP * (COLUMNS - 1)) / COLUMNS
  let page = pdf.addPage([PAGE.width, PAGE.height])
  let top = PAGE.height - PAGE.margin
  let tallest = 0
  labels.forEach((label, i) => {
    const column = i % COLUMNS
    if (column === 0 && i > 0) {
      top -= tallest + GAP
      tallest = 0
    }
    const height = (12 + label.lines.length * 5) * MM
    if (top - height < PAGE.margin) {
      page = pdf.addPage([PAGE.width, PAGE.height])
      top = PAGE.height - PAGE.margin
    }
    tallest = Math.max(tallest, height)
    const x = PAGE.margin + column * (width + GAP)
    const edge = () =>
      page.drawRectangle({
        x,
        y: top - height,
        width,
        height,
        borderWidth: 0.6,
        borderColor: rgb(0.3, 0.3, 0.3),
        borderDashArray: [3, 2],
      })
    tags.decoration(page, edge)
    const title = () => page.drawText(label.title, { x: x + 4 * MM, y: top - 8 * MM, size: 15, font: bold })
    tags.mark(page, 'H1', title)
    label.lines.forEach((line, k) => {
      let text = line
      while (text.length > 4 && regular.widthOfTextAtSize(text, 9) > width - 8 * MM) text = `${text.slice(0, -2)}…`
      const y = top - (13 + k * 5) * MM
      tags.mark(page, 'P', () => page.drawText(text, { x: x + 4 * MM, y, size: 9, font: regular }))
    })
  })
  tags.finish()
  return pdf.save()
}
