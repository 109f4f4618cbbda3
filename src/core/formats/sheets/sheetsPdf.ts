import fontkit from '@pdf-lib/fontkit'
import {
  appendBezierCurve,
  beginText,
  clip,
  closePath,
  concatTransformationMatrix,
  endPath,
  endText,
  fill,
  fillAndStroke,
  lineTo,
  moveTo,
  PDFDocument,
  PDFName,
  PDFOperator,
  PDFOperatorNames,
  popGraphicsState,
  PrintScaling,
  pushGraphicsState,
  rectangle,
  setDashPattern,
  setFillingRgbColor,
  setFontAndSize,
  setLineCap,
  setLineJoin,
  setLineWidth,
  setStrokingRgbColor,
  setTextMatrix,
  showText,
  stroke,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib'
import { LAYER_MM, type PathItem, type Segment, type Sheet, type TextItem } from '../../sheets/sheet'
import { line, path, text } from '../../sheets/pen'
import type { CardFonts } from '../paper'
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
  pdf.setTitle(
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
      new PageWriter(page, { regular, bold }, tiled, one.uncorrected ? TRUE_PRINTER : printer).write(one, tile, i)
    })
  }
  return pdf.save()
}

class PageWriter {
  private readonly names: { regular: PDFName; bold: PDFName }

  constructor(
    private readonly page: PDFPage,
    private readonly fonts: { regular: PDFFont; bold: PDFFont },
    private readonly tiled: Tiling,
    private readonly printer: PrinterShare,
  ) {
    this.names = {
      regular: page.node.newFontDictionary('F', fonts.regular.ref),
      bold: page.node.newFontDictionary('B', fonts.bold.ref),
    }
  }

  write({ sheet, foot }: PrintedSheet, tile: Tile, index: number): void {
    const { tiled, page } = this
    const { margin, shown } = tiled
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
    page.pushOperators(pushGraphicsState(), rectangle(0, 0, shown[0], shown[1]), clip(), endPath())
    page.pushOperators(concatTransformationMatrix(1, 0, 0, 1, -tile.left, -tile.top))
    for (const item of sheet.items) {
      if (item.kind === 'path') this.path(item)
      else {
        const words = wordsWithin(item, tile, tiled)
        if (words?.kind === 'text') this.text(words)
      }
    }
    page.pushOperators(popGraphicsState())
    this.bars()
    this.laps(tile)
    this.foot(sheet, foot, tile, index)
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
    this.text(text([0, h + 12.5], sheet.title, 4.6, { bold: true }))
    this.text(text([w, h + 5], foot, 2.9, { anchor: 'end' }))
    if (many)
      this.text(
        text(
          [w, h + 12.5],
          `page ${index + 1} of ${tiles.length}: column ${tile.column + 1} of ${columns}, row ${tile.row + 1} of ${rows}; lap at the dashes`,
          2.6,
          { anchor: 'end' },
        ),
      )
    const lines = this.wrapped(sheet.words.join(' '), 2.7, w)
    lines
      .slice(0, Math.floor((FOOT - 13) / 3.2))
      .forEach((words, i) => this.text(text([0, h + 17 + 3.2 * i], words, 2.7)))
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

  private path({ d, layer, widthMm, fill: colour, rule, dash, colour: ink }: PathItem): void {
    const wide = widthMm ?? LAYER_MM[layer]
    const fills = colour !== undefined
    const strokes = wide > 0
    if (!fills && !strokes) return
    this.page.pushOperators(
      pushGraphicsState(),
      setLineWidth(wide),
      setLineCap(1),
      setLineJoin(1),
      setDashPattern([...(dash ?? [])], 0),
      setStrokingRgbColor(...rgb(ink ?? '#000000')),
      ...(fills ? [setFillingRgbColor(...rgb(colour))] : []),
      ...operatorsOf(d),
      fills
        ? rule === 'evenodd'
          ? PDFOperator.of(strokes ? PDFOperatorNames.FillEvenOddAndStroke : PDFOperatorNames.FillEvenOdd)
          : strokes
            ? fillAndStroke()
            : fill()
        : stroke(),
      popGraphicsState(),
    )
  }

  private text({ at: [x, y], text: words, sizeMm, anchor, turn = 0, bold }: TextItem): void {
    const font = bold ? this.fonts.bold : this.fonts.regular
    const known = new Set(font.getCharacterSet())
    const said = [...words].map((c) => (known.has(c.codePointAt(0) ?? 0) ? c : '?')).join('')
    const width = font.widthOfTextAtSize(said, sizeMm)
    const begin = anchor === 'start' ? 0 : anchor === 'middle' ? -width / 2 : -width
    const angle = (turn * Math.PI) / 180
    const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
    this.page.pushOperators(
      beginText(),
      setFillingRgbColor(0, 0, 0),
      setFontAndSize(bold ? this.names.bold : this.names.regular, sizeMm),
      // Letters stand upright in a page whose y runs down.
      setTextMatrix(cos, sin, sin, -cos, x + begin * cos, y + begin * sin),
      showText(font.encodeText(said)),
      endText(),
    )
  }
}

const rgb = (hex: string): [number, number, number] => [
  parseInt(hex.slice(1, 3), 16) / 255,
  parseInt(hex.slice(3, 5), 16) / 255,
  parseInt(hex.slice(5, 7), 16) / 255,
]

/** Micrometres are enough. */
const um = (mm: number): number => Math.round(mm * 1000) / 1000

const operatorsOf = (d: readonly Segment[]): PDFOperator[] =>
  d.map((segment) => {
    switch (segment[0]) {
      case 'M':
        return moveTo(um(segment[1]), um(segment[2]))
      case 'L':
        return lineTo(um(segment[1]), um(segment[2]))
      case 'C':
        return appendBezierCurve(
          um(segment[1]),
          um(segment[2]),
          um(segment[3]),
          um(segment[4]),
          um(segment[5]),
          um(segment[6]),
        )
      case 'Z':
        return closePath()
    }
  })
