import {
  appendBezierCurve,
  beginText,
  closePath,
  endText,
  fill,
  fillAndStroke,
  lineTo,
  moveTo,
  PDFOperator,
  PDFOperatorNames,
  popGraphicsState,
  pushGraphicsState,
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
  type PDFName,
  type PDFPage,
} from 'pdf-lib'
import { LAYER_MM, type PathItem, type Segment, type SheetItem, type TextItem } from '../../sheets/sheet'

/** Draws items of sheets on a page whose unit is a millimetre, y down: what comes before sees to that. */
export class ItemPen {
  private readonly names: { regular: PDFName; bold: PDFName }

  constructor(
    private readonly page: PDFPage,
    readonly fonts: { readonly regular: PDFFont; readonly bold: PDFFont },
  ) {
    this.names = {
      regular: page.node.newFontDictionary('F', fonts.regular.ref),
      bold: page.node.newFontDictionary('B', fonts.bold.ref),
    }
  }

  draw(item: SheetItem): void {
    if (item.kind === 'path') this.path(item)
    else this.text(item)
  }

  path({ d, layer, widthMm, fill: colour, rule, dash, colour: ink }: PathItem): void {
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

  text({ at: [x, y], text: words, sizeMm, anchor, turn = 0, bold }: TextItem): void {
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
