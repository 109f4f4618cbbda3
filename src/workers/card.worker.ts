import { expose, transfer } from 'comlink'
import { benchCardPdf } from '@/core/formats/benchCardPdf'
import { labelsPdf, type PrintedLabel } from '@/core/formats/handOn/labelsPdf'
import { listPdf, type PrintedList } from '@/core/formats/handOn/listPdf'
import { potCardsPdf, type PrintedPotCard } from '@/core/formats/handOn/potCardsPdf'
import { ticketsPdf, type PrintedTicket } from '@/core/formats/handOn/ticketsPdf'
import type { CardFonts, Paper } from '@/core/formats/paper'
import { screenSheet, type ShownSheets } from '@/core/formats/sheets/screenSheet'
import { sheetsPdf } from '@/core/formats/sheets/sheetsPdf'
import { sheetSvg } from '@/core/formats/sheets/sheetSvg'
import type { SheetPaper } from '@/core/formats/sheets/tiles'
import { tileLabelsPdf, type TileLabel } from '@/core/formats/tileLabelsPdf'
import { judge } from '@/core/judge/judge'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { makeBenchCard } from '@/core/usecases/measure/makeBenchCard'
import { goesWrongOn, type GoesWrong } from '@/core/usecases/whatIf/goesWrong'
import { cardFigures } from '@/core/usecases/sheets/cardFigures'
import { sheetsFor, type SheetAsked } from '@/core/usecases/sheets/makeSheets'
import { alive } from './supervise'

async function sent(bytes: Promise<Uint8Array>): Promise<Uint8Array<ArrayBuffer>> {
  const own = new Uint8Array(await bytes)
  return transfer(own, [own.buffer])
}

const api = {
  alive,
  tickets: (tickets: readonly PrintedTicket[], fonts: CardFonts, paper: Paper) =>
    sent(ticketsPdf(tickets, fonts, paper)),
  potCards: (made: readonly PrintedPotCard[], fonts: CardFonts, paper: Paper | 'postcard') =>
    sent(potCardsPdf(made, fonts, paper)),
  labels: (labels: readonly PrintedLabel[], fonts: CardFonts, paper: Paper) => sent(labelsPdf(labels, fonts, paper)),
  list: (list: PrintedList, fonts: CardFonts, paper: Paper) => sent(listPdf(list, fonts, paper)),
  /** Labels of tiles as PDF bytes. */
  async tileLabels(labels: readonly TileLabel[], fonts: CardFonts): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = new Uint8Array(await tileLabelsPdf(labels, fonts))
    return transfer(bytes, [bytes.buffer])
  },
  /** All that goes wrong on a piece when a step is done otherwise. */
  goesWrong: (piece: Piece, studio: Studio): GoesWrong[] => goesWrongOn(piece, studio),
  /** A sheet at true size, for the screen. */
  sheets: (asked: SheetAsked, studio: Studio): ShownSheets => {
    const { sheets, ...more } = sheetsFor(asked, studio)
    return { ...more, sheets: sheets.map(screenSheet) }
  },
  /** Sheets as one PDF. */
  sheetsPdf: (asked: readonly SheetAsked[], studio: Studio, fonts: CardFonts, paper: SheetPaper) => {
    const printed = asked.flatMap((one) => {
      const { sheets, foot } = sheetsFor(one, studio)
      return sheets.map((sheet) => ({ sheet, foot, uncorrected: one.kind === 'printer' }))
    })
    return sent(sheetsPdf(printed, fonts, paper, studio.settings.printer ?? undefined))
  },
  /** Sheets as SVG, one file each. */
  sheetsSvg: (asked: SheetAsked, studio: Studio, face: Uint8Array) => {
    const { sheets, foot } = sheetsFor(asked, studio)
    return sheets.map((sheet) => ({ title: sheet.title, svg: sheetSvg(sheet, foot, face) }))
  },
  /** The bench card of a piece as PDF bytes. */
  async benchCard(
    piece: Piece,
    studio: Studio,
    fonts: CardFonts,
    paper: Paper,
    picture: Uint8Array | null,
  ): Promise<Uint8Array<ArrayBuffer>> {
    const findings = judge(piece, studio)
    const bytes = new Uint8Array(
      await benchCardPdf(
        makeBenchCard(piece, studio, findings.ok ? findings.value : []),
        fonts,
        paper,
        picture,
        cardFigures(piece, studio),
      ),
    )
    return transfer(bytes, [bytes.buffer])
  },
}

export type CardWorker = typeof api

expose(api)
