import type { CardFonts } from '../paper'
import { Area, finished, newSheets, newPage, PAPER_MM, SOFT, type Sheets, type Paper } from '../paper'

/** A list with boxes to tick: a heading, and lines under it. */
export interface PrintedList {
  readonly title: string
  readonly intro: string
  readonly groups: readonly { readonly heading: string; readonly lines: readonly (readonly [string, string])[] }[]
}

const MARGIN = 16
/** Ten points. */
const BOX_MM = (10 / 72) * 25.4

/** A list over as many pages as it takes; a line is never cut in two. */
export async function listPdf(list: PrintedList, fonts: CardFonts, paper: Paper): Promise<Uint8Array> {
  const sheets = await newSheets(list.title, fonts, PAPER_MM[paper])
  let area = pageArea(sheets)
  area.text(list.title, 20, { bold: true, as: 'H1' })
  area.text(list.intro, 10, { colour: SOFT })
  for (const { heading, lines } of list.groups) {
    if (area.down > area.height - 30) area = pageArea(sheets)
    area.down += 4
    area.text(heading, 13, { bold: true, as: 'H2' })
    const writeLine = ([words, small]: readonly [string, string]) => {
      const height = 5 * (area.wrap(words, 11, true).length + area.wrap(small, 9, false).length)
      if (area.down + height > area.height) area = pageArea(sheets)
      area.down += 1.5
      area.boxes(1, 0, area.down + 4.5 - BOX_MM, { sideMm: BOX_MM, lineWidth: 0.8, colour: SOFT }, 'A box to tick')
      area.text(words, 11, { bold: true, indent: 7 })
      area.text(small, 9, { indent: 7, colour: SOFT })
    }
    const { tags } = sheets
    tags.within('L', () =>
      lines.forEach((line) => tags.within('LI', () => tags.within('LBody', () => writeLine(line)))),
    )
  }
  return finished(sheets)
}

function pageArea(sheets: Sheets): Area {
  const [width, height] = sheets.size
  return new Area(sheets, newPage(sheets), MARGIN, MARGIN, width - 2 * MARGIN, height - 2 * MARGIN)
}
