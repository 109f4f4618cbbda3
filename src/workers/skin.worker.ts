import { expose, transfer } from 'comlink'
import { judge } from '@/core/judge/judge'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { copiedRows, opaqueColours, type SkinPicture } from '@/core/skin/picture'
import { amountsOf, type Amount } from '@/core/usecases/measure/amounts'
import { recountCoats, settlePlan } from '@/core/usecases/create/settlePlan'
import type { AreasLightness } from '@/core/usecases/view/areasLightness'
import type { PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import type { PaletteColour } from '@/core/usecases/view/palette'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { PieceViewer, type Section, type ViewRequest } from '@/core/usecases/view/pieceView'
import type { Answer, JudgeAnswer, PixelsAnswer, SkinAnswer } from './protocol'
import { alive } from './supervise'

/** The piece itself, and what it is compared with. */
const viewers = { main: new PieceViewer(), other: new PieceViewer() }

export type Channel = keyof typeof viewers

/** A view of a piece in the studio that the worker knows. */
export type PieceRequest = Omit<ViewRequest, 'bodies' | 'media' | 'ways'>

/** The studio without its pieces. */
let studio: Studio | null = null

function known(): Studio {
  if (!studio) throw new Error('the worker has not been told of a studio')
  return studio
}

const inStudio = (request: PieceRequest): ViewRequest => {
  const { bodies, media, ways } = known()
  return { ...request, bodies, media, ways }
}

const withPiece = (piece: Piece): Studio => ({ ...known(), pieces: { [piece.id]: piece }, order: [piece.id] })

/** Where skins are drawn, and which of them it has whole. */
let drawing: { readonly port: MessagePort; readonly has: Set<Channel> } | null = null

/** The piece whose skin is shown, and the number of that skin. */
let shown: { readonly pieceId: string; readonly number: number } | null = null
let numbered = 0

/** The viewer of the skin that is shown, if it is the one with this number. */
const viewerOf = (number: number): PieceViewer | null => (shown?.number === number ? viewers.main : null)

/** Sends a skin to where it is drawn: past the page, which need not wait for it. */
function send(channel: Channel, picture: SkinPicture): void {
  if (!drawing) return
  const rows = copiedRows(picture, drawing.has.has(channel) ? 'changed' : 'all')
  drawing.has.add(channel)
  drawing.port.postMessage({ channel, rows }, [rows.colour.buffer, rows.relief.buffer])
}

const api = {
  alive,
  /** Works in a studio from now on; it comes without its pieces. */
  work(within: Studio): void {
    studio = within
  },

  /** Sends the skins of a piece to a port from now on, and the one there is; a port named before is forgotten. */
  show(port: MessagePort, pieceId: string): void {
    drawing = { port, has: new Set() }
    const picture = shown?.pieceId === pieceId ? viewers.main.lastPicture : null
    if (picture) send('main', picture)
  },

  /** Sends no more skins. */
  hide(): void {
    drawing?.port.close()
    drawing = null
  },

  /** Simulates and paints, sends the skin to where it is drawn, and then answers with what is read off it. */
  view(request: PieceRequest, channel: Channel = 'main'): Answer<SkinAnswer> {
    const painted = viewers[channel].paint(inStudio(request))
    if (!painted.ok) return painted
    const number = ++numbered
    if (channel === 'main') shown = { pieceId: request.piece.id, number }
    send(channel, painted.value.picture)
    return { ok: true, value: { ...painted.value.read(), number } }
  },

  /** The skin that is shown, unrolled, as opaque RGBA. */
  flat(number: number): PixelsAnswer | null {
    const picture = viewerOf(number)?.lastPicture
    if (!picture) return null
    const pixels = opaqueColours(picture)
    return transfer({ width: picture.width, height: picture.height, pixels }, [pixels.buffer])
  },

  /** The skin that is shown with its gloss and relief. */
  textures(number: number): Pick<SkinPicture, 'width' | 'height' | 'colour' | 'relief'> | null {
    const picture = viewerOf(number)?.lastPicture
    if (!picture) return null
    const { width, height, colour, relief } = copiedRows(picture, 'all')
    return transfer({ width, height, colour, relief }, [colour.buffer, relief.buffer])
  },

  /** A patch of it round a place, in true millimetres, as opaque RGBA. */
  patch(number: number, spot: SkinSpot, samples: number, seesMm: number): PixelsAnswer | null {
    const pixels = viewerOf(number)?.patch(spot, samples, seesMm)
    if (!pixels) return null
    return transfer({ width: samples, height: samples, pixels }, [pixels.buffer])
  },

  /** The colours of a piece as it will be fired, by area; a small raster is enough. */
  palette: (request: PieceRequest): Answer<PaletteColour[]> => new PieceViewer(512, 256).palette(inStudio(request)),

  /** Shares of some areas of a drawing that fire light, middle and dark. */
  areasLightness: (request: PieceRequest, drawing: PieceDrawing, wanted: ReadonlySet<number>): Answer<AreasLightness> =>
    new PieceViewer(1024, 512).areasLightness(inStudio(request), drawing, wanted),

  /** The cut through the wall at a place of the skin that is shown. */
  section: (number: number, spot: SkinSpot): Section | null => viewerOf(number)?.section(spot) ?? null,

  /** What a plan takes from the jars. */
  amounts: (piece: Piece, left: boolean): Amount[] => amountsOf(piece, known(), left),

  judge(piece: Piece): Answer<JudgeAnswer> {
    const result = judge(piece, withPiece(piece), viewers.main.compiledFor({ ...known(), piece }))
    return result.ok ? { ok: true, value: { findings: result.value } } : result
  },

  /** A new piece with its first mends taken. */
  settle: (piece: Piece): Piece => settlePlan(piece, known()),
  recount: (piece: Piece, former: Piece): Piece => recountCoats(piece, former, known()),
}

export type SkinWorker = typeof api

expose(api)
