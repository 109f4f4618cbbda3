import fontkit from '@pdf-lib/fontkit'
import {
  clip,
  concatTransformationMatrix,
  endPath,
  PDFDocument,
  popGraphicsState,
  PrintScaling,
  pushGraphicsState,
  rectangle,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib'
import type { PathItem, Sheet, TextItem } from '../../sheets/sheet'
import { line, path, text } from '../../sheets/pen'
import type { CardFonts } from '../paper'
import { PdfTags } from '../pdfTags'
import { ItemPen } from './itemPen'
import { FOOT, OVERLAP, tiling, wordsWithin, type SheetPaper, type Tile, type Tiling } from './tiles'

const POINTS = 72 / 25.4

/** Length of the bars by which a print is checked, mm. */
const CHECK_MM = 100

/** A sheet with what stands at the foot of each of its pages. */
export interface PrintedSheet {
  readonly sheet: Sheet
  /** Piece, stage and scale, in one line. */
  readonly foot: string
  /** A check of the printer itself, which is never corrected. */
  readonly uncorrected?: boolean
}

/** What a printer makes of a length, both ways, as a share: 0.98 prints 98 mm for 100. */
export interface PrinterShare {
  readonly across: number
  readonly down: number
}

const TRUE_PRINTER: PrinterShare = { across: 1, down: 1 }

/**
 * Writes sheets as one PDF at true size: lines stay lines, each page with bars of 100 mm both ways, sheets that are larger than a page on
 * several that lap over. The same sheets give the same bytes.
 */
export async function sheetsPdf(
  printed: readonly PrintedSheet[],
  fonts: CardFonts,
  paper: SheetPaper,
  printer: PrinterShare = TRUE_PRINTER,
): Promise<Uint8Array> {
  const pdf = await PDFDocument.create({ updateMetadata: false })
  pdf.registerFontkit(fontkit)
  const tags = new PdfTags(
    pdf,
    printed
      .map(({ sheet }) => sheet.title)
      .join(', ')
      .slice(0, 200),
  )
  pdf.catalog.getOrCreateViewerPreferences().setPrintScaling(PrintScaling.None)
  const regular = await pdf.embedFont(fonts.regular, { subset: true })
  const bold = await pdf.embedFont(fonts.bold, { subset: true })
  for (const one of printed) {
    const tiled = tiling(one.sheet, paper)
    tiled.tiles.forEach((tile, i) => {
      const [width, height] = tiled.page
      const page = pdf.addPage([width * POINTS, height * POINTS])
      new PageWriter(page, { regular, bold }, tags, tiled, one.uncorrected ? TRUE_PRINTER : printer).write(one, tile, i)
    })
  }
  tags.finish()
  return pdf.save()
}

class PageWriter {
  private readonly pen: ItemPen

  constructor(
    private readonly page: PDFPage,
    private readonly fonts: { regular: PDFFont; bold: PDFFont },
    private readonly tags: PdfTags,
    private readonly tiled: Tiling,
    private readonly printer: PrinterShare,
  ) {
    this.pen = new ItemPen(page, fonts)
  }

  private path(item: PathItem): void {
    this.pen.path(item)
  }

  private text(item: TextItem): void {
    this.pen.text(item)
  }

  write({ sheet, foot }: PrintedSheet, tile: Tile, index: number): void {
    const { tiled, page } = this
    const { margin } = tiled
    // Millimetres from the upper left corner of what is shown, y down, corrected by the printer.
    page.pushOperators(
      pushGraphicsState(),
      concatTransformationMatrix(
        POINTS / this.printer.across,
        0,
        0,
        -POINTS / this.printer.down,
        margin * POINTS,
        page.getHeight() - margin * POINTS,
      ),
    )
    const part = tiled.tiles.length > 1 ? `, part ${index + 1} of ${tiled.tiles.length}` : ''
    this.tags.mark(page, 'Figure', () => this.drawing(sheet, tile), `${sheet.title}, drawn at true size${part}`)
    this.tags.mark(page, 'Figure', () => this.bars(), `Two bars of ${CHECK_MM} mm, to measure the print by`)
    this.tags.decoration(page, () => this.laps(tile))
    this.foot(sheet, foot, tile, index)
    page.pushOperators(popGraphicsState())
  }

  /** What of a sheet lies on this page. */
  private drawing(sheet: Sheet, tile: Tile): void {
    const { tiled, page } = this
    page.pushOperators(pushGraphicsState(), rectangle(0, 0, tiled.shown[0], tiled.shown[1]), clip(), endPath())
    page.pushOperators(concatTransformationMatrix(1, 0, 0, 1, -tile.left, -tile.top))
    for (const item of sheet.items) {
      if (item.kind === 'path') this.path(item)
      else {
        const words = wordsWithin(item, tile, tiled)
        if (words?.kind === 'text') this.text(words)
      }
    }
    page.pushOperators(popGraphicsState())
  }

  /** Bars of 100 mm at the right and at the foot. */
  private bars(): void {
    const [w, h] = this.tiled.shown
    const y = h + 6
    for (const [from, to, turn] of [
      [[0, y], [CHECK_MM, y], 0],
      [[w + 5, 0], [w + 5, CHECK_MM], 90],
    ] as const) {
      const tick = ([x, at]: readonly [number, number]) =>
        turn ? line([x - 2, at], [x + 2, at]) : line([x, at - 2], [x, at + 2])
      this.path(path('mark', [...line(from, to), ...tick(from), ...tick(to)]))
      this.text(
        text(turn ? [w + 4, 14] : [14, y - 0.8], `${CHECK_MM} mm: measure this bar`, 2.3, turn ? { turn: 90 } : {}),
      )
    }
  }

  /** Where pages lap over one another. */
  private laps({ column, row }: Tile): void {
    const [w, h] = this.tiled.shown
    const dash = [2, 2]
    if (column > 0) this.path(path('guide', line([OVERLAP, 0], [OVERLAP, h]), { dash }))
    if (column < this.tiled.columns - 1) this.path(path('guide', line([w - OVERLAP, 0], [w - OVERLAP, h]), { dash }))
    if (row > 0) this.path(path('guide', line([0, OVERLAP], [w, OVERLAP]), { dash }))
    if (row < this.tiled.rows - 1) this.path(path('guide', line([0, h - OVERLAP], [w, h - OVERLAP]), { dash }))
  }

  private foot(sheet: Sheet, foot: string, tile: Tile, index: number): void {
    const [w, h] = this.tiled.shown
    const { columns, rows, tiles } = this.tiled
    const many = tiles.length > 1
    const write = (as: 'H1' | 'P', ...items: readonly TextItem[]) =>
      this.tags.mark(this.page, as, () => items.forEach((item) => this.text(item)))
    write(index === 0 ? 'H1' : 'P', text([0, h + 12.5], sheet.title, 4.6, { bold: true }))
    write('P', text([w, h + 5], foot, 2.9, { anchor: 'end' }))
    if (many)
      write(
        'P',
        text(
          [w, h + 12.5],
          `page ${index + 1} of ${tiles.length}: column ${tile.column + 1} of ${columns}, ` +
            `row ${tile.row + 1} of ${rows}; lap at the dashes`,
          2.6,
          { anchor: 'end' },
        ),
      )
    const lines = this.wrapped(sheet.words.join(' '), 2.7, w)
      .slice(0, Math.floor((FOOT - 13) / 3.2))
      .map((words, i) => text([0, h + 17 + 3.2 * i], words, 2.7))
    if (lines.length) write('P', ...lines)
  }

  private wrapped(words: string, sizeMm: number, widthMm: number): string[] {
    const lines: string[] = []
    let now = ''
    for (const word of words.split(' ')) {
      const longer = now ? `${now} ${word}` : word
      if (now && this.fonts.regular.widthOfTextAtSize(longer, sizeMm) > widthMm) {
        lines.push(now)
        now = word
      } else now = longer
    }
    return now ? [...lines, now] : lines
  }
}
