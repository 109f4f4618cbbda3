import { expose, transfer } from 'comlink'
import { benchCardPdf, type CardFonts } from '@/core/formats/benchCardPdf'
import { tileLabelsPdf, type TileLabel } from '@/core/formats/tileLabelsPdf'
import { judge } from '@/core/judge/judge'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { makeBenchCard } from '@/core/usecases/bench/makeBenchCard'
import { goesWrongOn, type GoesWrong } from '@/core/usecases/whatIf/whatIfs'
import { alive } from './supervise'

const api = {
  alive,
  /** Labels of tiles as PDF bytes. */
  async tileLabels(labels: readonly TileLabel[], fonts: CardFonts): Promise<Uint8Array<ArrayBuffer>> {
    const bytes = new Uint8Array(await tileLabelsPdf(labels, fonts))
    return transfer(bytes, [bytes.buffer])
  },
  /** All that goes wrong on a piece when a step is done otherwise. */
  goesWrong: (piece: Piece, studio: Studio): GoesWrong[] => goesWrongOn(piece, studio),
  /** The bench card of a piece as PDF bytes. */
  async benchCard(piece: Piece, studio: Studio, fonts: CardFonts): Promise<Uint8Array<ArrayBuffer>> {
    const findings = judge(piece, studio)
    const bytes = new Uint8Array(
      await benchCardPdf(makeBenchCard(piece, studio, findings.ok ? findings.value : []), fonts),
    )
    return transfer(bytes, [bytes.buffer])
  },
}

export type CardWorker = typeof api

expose(api)
