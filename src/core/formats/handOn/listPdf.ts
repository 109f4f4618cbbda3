import type { CardFonts } from '../paper'
import { Area, newSheets, newPage, PAPER_MM, SOFT, type Sheets, type Paper } from '../paper'

/** A list with boxes to tick: a heading, and lines under it. */
export interface PrintedList {
  readonly title: string
  readonly intro: string
  readonly groups: readonly { readonly heading: string; readonly lines: readonly (readonly [string, string])[] }[]
}

const MARGIN = 16

/** A list over as many pages as it takes; a line is never cut in two. */
export async function listPdf(list: PrintedList, fonts: CardFonts, paper: Paper): Promise<Uint8Array> {
  const sheets = await newSheets(list.title, fonts, PAPER_MM[paper])
  let area = pageArea(sheets)
  area.text(list.title, 20, { bold: true })
  area.text(list.intro, 10, { colour: SOFT })
  for (const { heading, lines } of list.groups) {
    if (area.down > area.height - 30) area = pageArea(sheets)
    area.down += 4
    area.text(heading, 13, { bold: true })
    for (const [words, small] of lines) {
      const height = 5 * (area.wrap(words, 11, true).length + area.wrap(small, 9, false).length)
      if (area.down + height > area.height) area = pageArea(sheets)
      area.down += 1.5
      area.page.drawRectangle({
        x: area.x(0),
        y: area.y(area.down + 4.5),
        width: 10,
        height: 10,
        borderWidth: 0.8,
        borderColor: SOFT,
      })
      area.text(words, 11, { bold: true, indent: 7 })
      area.text(small, 9, { indent: 7, colour: SOFT })
    }
  }
  return sheets.pdf.save()
}

function pageArea(sheets: Sheets): Area {
  const [width, height] = sheets.size
  return new Area(sheets, newPage(sheets), MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN)
}
