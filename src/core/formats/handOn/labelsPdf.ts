import { create } from 'qrcode'
import type { CardFonts } from '../paper'
import { Area, cells, finished, newSheets, PAPER_MM, SOFT, type Paper } from '../paper'

/** A label for a box or a shelf; its code is an address. */
export interface PrintedLabel {
  readonly title: string
  readonly lines: readonly string[]
  readonly address: string
}

/** Labels, ten to a page, each with a code that opens its address. */
export async function labelsPdf(labels: readonly PrintedLabel[], fonts: CardFonts, paper: Paper): Promise<Uint8Array> {
  const sheets = await newSheets('Labels', fonts, PAPER_MM[paper])
  const areas = cells(sheets, { columns: 2, rows: 5, marginMm: 12 })
  for (const label of labels) {
    const area = areas.next().value
    area.border()
    const code = () => drawCode(area, label.address, area.width - 30, 0, 30)
    sheets.tags.mark(area.page, 'Figure', code, `Code that opens ${label.address}`)
    const text = new Area(sheets, area.page, area.left, area.top, area.width - 33, area.height)
    text.text(label.title, 13, { bold: true, as: 'H2' })
    for (const line of label.lines) text.text(line, 9, { colour: SOFT })
  }
  return finished(sheets)
}

/** A code of squares, with the error correction that a dusty shelf wants: a quarter of it may be unreadable. */
function drawCode(area: Area, address: string, leftMm: number, downMm: number, sideMm: number): void {
  const { modules } = create(address, { errorCorrectionLevel: 'Q' })
  const side = sideMm / modules.size
  for (let row = 0; row < modules.size; row++)
    for (let column = 0; column < modules.size; column++)
      if (modules.get(row, column)) area.square(leftMm + column * side, downMm + row * side, side * 1.01)
}
