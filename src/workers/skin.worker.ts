import { expose, transfer } from 'comlink'
import { judge } from '@/core/judge/judge'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { settlePlan } from '@/core/usecases/settlePlan'
import type { PaletteColour } from '@/core/usecases/palette'
import { PieceViewer, type Section, type ViewRequest } from '@/core/usecases/pieceView'
import type { Answer, JudgeAnswer, SkinAnswer } from './protocol'

/** The piece itself, and what it is compared with. */
const viewers = { main: new PieceViewer(), other: new PieceViewer() }

export type Channel = keyof typeof viewers

const api = {
  /** Simulates and paints; the rows that changed travel to the caller, who keeps the rest. */
  view(request: ViewRequest, channel: Channel = 'main'): Answer<SkinAnswer> {
    const start = performance.now()
    const result = viewers[channel].view(request)
    if (!result.ok) return result
    const { picture, ...rest } = result.value
    const [from, to] = picture.dirtyRows
    const colour = picture.colour.slice(4 * from * picture.width, 4 * to * picture.width)
    const relief = picture.relief.slice(4 * from * picture.width, 4 * to * picture.width)
    const answer = { ok: true as const, value: { picture: { ...picture, colour, relief }, ...rest, workerMs: performance.now() - start } }
    return transfer(answer, [colour.buffer, relief.buffer])
  },

  /** The colours of a piece as it will be fired, by area; a small raster is enough. */
  palette: (request: ViewRequest): Answer<PaletteColour[]> => new PieceViewer(512, 256).palette(request),

  /** The cut through the wall at a place of the last view. */
  section: (across: number, down: number): Section | null => viewers.main.section(across, down),

  judge(piece: Piece, studio: Studio): Answer<JudgeAnswer> {
    const result = judge(piece, studio)
    return result.ok ? { ok: true, value: { findings: result.value } } : result
  },

  /** A new piece with its first mends taken. */
  settle: (piece: Piece, studio: Studio): Piece => settlePlan(piece, studio),
}

export type SkinWorker = typeof api

expose(api)
