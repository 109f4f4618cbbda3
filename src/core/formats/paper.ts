import fontkit from '@pdf-lib/fontkit'
import { PDFDocument, rgb, type PDFFont, type PDFPage, type RGB } from 'pdf-lib'
import { PdfTags, type LeafRole } from './pdfTags'

/* What all sheets have in common: paper, two cuts of a face, lines that wrap. Lengths in mm from the upper left corner. */

export type Paper = 'a4' | 'letter'

/** Width and height, mm. A4: ISO 216; Letter: ANSI/ASME Y14.1; postcard: A6 of ISO 216, lying. Values from memory. */
export const PAPER_MM: Readonly<Record<Paper | 'postcard', readonly [number, number]>> = {
  a4: [210, 297],
  letter: [215.9, 279.4],
  postcard: [148, 105],
}

const POINTS = 72 / 25.4

export const INK = rgb(0.09, 0.09, 0.09)
export const SOFT = rgb(0.36, 0.36, 0.36)

/** What stands for a name whose script the face does not have. */
export const BY_HAND = '[by hand: ……………]'

/** The two cuts of the text face, as TrueType bytes. */
export interface CardFonts {
  readonly regular: Uint8Array
  readonly bold: Uint8Array
}

/** Sheets on one kind of paper. */
export interface Sheets {
  readonly pdf: PDFDocument
  readonly tags: PdfTags
  readonly regular: PDFFont
  readonly bold: PDFFont
  readonly size: readonly [number, number]
}

export async function newSheets(title: string, fonts: CardFonts, size: readonly [number, number]): Promise<Sheets> {
  const pdf = await PDFDocument.create()
  pdf.registerFontkit(fontkit)
  const [regular, bold] = [
    await pdf.embedFont(fonts.regular, { subset: true }),
    await pdf.embedFont(fonts.bold, { subset: true }),
  ]
  return { pdf, tags: new PdfTags(pdf, title), regular, bold, size }
}

/** The PDF of some sheets, which are written to their end. */
export function finished({ pdf, tags }: Sheets): Promise<Uint8Array> {
  tags.finish()
  return pdf.save()
}

const sets = new WeakMap<PDFFont, ReadonlySet<number>>()

/** A text with what the face cannot write replaced, word by word, by room to write it by hand. */
function printable(text: string, font: PDFFont): string {
  let set = sets.get(font)
  if (!set) {
    set = new Set(font.getCharacterSet())
    sets.set(font, set)
  }
  const has = (word: string) =>
    [...word].every((letter) => (set as ReadonlySet<number>).has(letter.codePointAt(0) ?? 0))
  const words = text
    .normalize('NFC')
    .split(/\s+/)
    .map((word) => (has(word) ? word : BY_HAND))
  return words.filter((word, i) => word !== BY_HAND || words[i - 1] !== BY_HAND).join(' ')
}

/** A rectangle of paper to write into, from its upper left corner down. */
export class Area {
  /** How far down it is written, mm. */
  down = 0

  constructor(
    private readonly sheets: Sheets,
    readonly page: PDFPage,
    readonly left: number,
    readonly top: number,
    readonly width: number,
    readonly height: number,
  ) {}

  private get pageHeight(): number {
    return this.page.getHeight()
  }

  x(mm: number): number {
    return (this.left + mm) * POINTS
  }

  y(mm: number): number {
    return this.pageHeight - (this.top + mm) * POINTS
  }

  /** Lines of a text that fit the width. */
  wrap(text: string, points: number, bold: boolean, widthMm = this.width): string[] {
    const font = bold ? this.sheets.bold : this.sheets.regular
    const lines: string[] = []
    let line = ''
    for (const word of printable(text, font).split(' ')) {
      const longer = line ? `${line} ${word}` : word
      if (line && font.widthOfTextAtSize(longer, points) > widthMm * POINTS) {
        lines.push(line)
        line = word
      } else line = longer
    }
    return line ? [...lines, line] : lines
  }

  /** Writes a text and goes on below it; returns how far down it came, mm. With `as: null` it belongs to what is being marked. */
  text(
    text: string,
    points: number,
    {
      bold = false,
      colour = INK,
      indent = 0,
      as = 'P',
    }: { bold?: boolean; colour?: RGB; indent?: number; as?: Exclude<LeafRole, 'Figure'> | null } = {},
  ): number {
    const lineMm = (points * 1.32) / POINTS
    const write = () => {
      for (const line of this.wrap(text, points, bold, this.width - indent)) {
        this.down += lineMm
        this.page.drawText(line, {
          x: this.x(indent),
          y: this.y(this.down - 0.25 * lineMm),
          size: points,
          font: bold ? this.sheets.bold : this.sheets.regular,
          color: colour,
        })
      }
    }
    if (as) this.sheets.tags.mark(this.page, as, write)
    else write()
    return this.down
  }

  /** A term and what it is, the second in a column of its own: a row of a table. */
  pair(term: string, words: string, points: number, termMm: number): void {
    const { tags } = this.sheets
    tags.within('TR', () => {
      const start = this.down
      tags.within('TH', () => this.text(term, points, { colour: SOFT }))
      const after = this.down
      this.down = start
      tags.within('TD', () => this.text(words || '—', points, { bold: true, indent: termMm }))
      this.down = Math.max(this.down, after)
    })
  }

  rule(gapMm = 1.5): void {
    this.down += gapMm
    this.sheets.tags.decoration(this.page, () =>
      this.page.drawLine({
        start: { x: this.x(0), y: this.y(this.down) },
        end: { x: this.x(this.width), y: this.y(this.down) },
        thickness: 0.5,
        color: SOFT,
      }),
    )
    this.down += gapMm
  }

  /** Dashes round it, to cut along. */
  border(): void {
    this.sheets.tags.decoration(this.page, () =>
      this.page.drawRectangle({
        x: this.x(-4),
        y: this.y(this.height + 4),
        width: (this.width + 8) * POINTS,
        height: (this.height + 8) * POINTS,
        borderWidth: 0.5,
        borderColor: SOFT,
        borderDashArray: [3, 3],
      }),
    )
  }

  /** Empty boxes to tick, beside one another from `leftMm` on; words stand for all of them. */
  boxes(
    count: number,
    leftMm: number,
    downMm: number,
    box: { readonly sideMm: number; readonly apartMm?: number; readonly lineWidth: number; readonly colour: RGB },
    words: string,
  ): void {
    const draw = () => {
      for (let i = 0; i < count; i++)
        this.page.drawRectangle({
          x: this.x(leftMm + i * (box.sideMm + (box.apartMm ?? 0))),
          y: this.y(downMm + box.sideMm),
          width: box.sideMm * POINTS,
          height: box.sideMm * POINTS,
          borderWidth: box.lineWidth,
          borderColor: box.colour,
        })
    }
    this.sheets.tags.mark(this.page, 'Figure', draw, words)
  }

  square(leftMm: number, downMm: number, sideMm: number): void {
    this.page.drawRectangle({
      x: this.x(leftMm),
      y: this.y(downMm + sideMm),
      width: sideMm * POINTS,
      height: sideMm * POINTS,
      color: INK,
    })
  }

  /** A picture in a box of its own, as large as fits; words stand for it. */
  async picture(
    png: Uint8Array,
    words: string,
    leftMm: number,
    downMm: number,
    widthMm: number,
    heightMm: number,
  ): Promise<void> {
    const isJpeg = png[0] === 0xff && png[1] === 0xd8
    const image = isJpeg ? await this.sheets.pdf.embedJpg(png) : await this.sheets.pdf.embedPng(png)
    const scale = Math.min((widthMm * POINTS) / image.width, (heightMm * POINTS) / image.height)
    const draw = () =>
      this.page.drawImage(image, {
        x: this.x(leftMm) + (widthMm * POINTS - image.width * scale) / 2,
        y: this.y(downMm) - image.height * scale,
        width: image.width * scale,
        height: image.height * scale,
      })
    this.sheets.tags.mark(this.page, 'Figure', draw, words)
  }
}

/** A new page of some sheets, with its size in mm. */
export function newPage({ pdf, size: [width, height] }: Sheets): PDFPage {
  return pdf.addPage([width * POINTS, height * POINTS])
}

/** Areas of equal size, so many abreast and below one another, page after page, with cutting lines. */
export function* cells(
  sheets: Sheets,
  { columns, rows, marginMm }: { columns: number; rows: number; marginMm: number },
): Generator<Area, never> {
  const [width, height] = sheets.size
  const gap = 10
  const cellWidth = (width - 2 * marginMm - (columns - 1) * gap) / columns
  const cellHeight = (height - 2 * marginMm - (rows - 1) * gap) / rows
  for (;;) {
    const page = newPage(sheets)
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const left = marginMm + column * (cellWidth + gap)
        const area = new Area(sheets, page, left, marginMm + row * (cellHeight + gap), cellWidth, cellHeight)
        yield area
      }
  }
}
