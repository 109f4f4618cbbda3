import type { CardFonts } from '../paper'
import type { PdfTags } from '../pdfTags'
import { Area, cells, finished, newSheets, PAPER_MM, SOFT, type Paper, type Sheets } from '../paper'

/** A ticket as it is printed. */
export interface PrintedTicket {
  readonly title: string
  readonly lines: readonly (readonly [term: string, words: string])[]
  readonly materials: readonly string[]
  /** What is still to settle; nothing where the ticket is complete. */
  readonly open: readonly string[]
}

/** Kiln tickets, four to a page, with cutting lines. An incomplete one says so and what is missing, in place of “complete”. */
export async function ticketsPdf(
  tickets: readonly PrintedTicket[],
  fonts: CardFonts,
  paper: Paper,
): Promise<Uint8Array> {
  const sheets = await newSheets('Kiln tickets', fonts, PAPER_MM[paper])
  const areas = cells(sheets, { columns: 2, rows: 2, marginMm: 12 })
  for (const ticket of tickets) sheets.tags.within('Sect', () => writeTicket(sheets, ticket, areas.next().value))
  return finished(sheets)
}

function writeTicket({ tags }: Sheets, { title, lines, materials, open }: PrintedTicket, area: Area): void {
  area.border()
  area.text(title, 14, { bold: true, as: 'H1' })
  area.text(open.length ? 'NOT COMPLETE' : 'complete', 9, { bold: open.length > 0, colour: SOFT })
  area.rule()
  tags.within('Table', () => lines.forEach(([term, words]) => area.pair(term, words, 9, 26)))
  if (materials.length) {
    area.rule()
    area.text('On it, in the order it went on', 8.5, { colour: SOFT })
    tags.within('L', () => materials.forEach((material) => entry(tags, () => area.text(material, 9))))
  }
  if (open.length) {
    area.rule()
    area.text('To settle first', 8.5, { colour: SOFT })
    tags.within('L', () => open.forEach((one) => entry(tags, () => area.text(`– ${one}`, 8.5, { bold: true }))))
  }
}

const entry = (tags: PdfTags, write: () => void): void => tags.within('LI', () => tags.within('LBody', write))
