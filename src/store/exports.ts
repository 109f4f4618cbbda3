import type { Paper } from '@/core/formats/paper'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { ViewRequest } from '@/core/usecases/view/pieceView'
import { bigPictureWorker, cards, LONG_MS, thumbnails, withProgress, SOON_MS } from '@/workers/clients'
import { fileName } from './download'
import { handOver, pdf } from './handOver'
import { unwrapAnswer } from './workerQueries'
import { firedWhole, restingView, withoutOthers } from './derived'
import { tell } from './studioStore'

export async function font(path: string): Promise<Uint8Array> {
  const response = await fetch(path)
  if (!response.ok) throw new Error(`${path}: ${response.status}`)
  return new Uint8Array(await response.arrayBuffer())
}

/** How a piece will look fired, as PNG, `size` px wide and high. */
export async function previewPng(piece: Piece, studio: Studio, size: number): Promise<Uint8Array> {
  const request = firedWhole(piece, studio)
  const { pixels, width, height } = unwrapAnswer(
    await thumbnails.ask((worker) => worker.picture(request, restingView(piece), size, size, false), {
      limitMs: SOON_MS,
    }),
  )
  const canvas = new OffscreenCanvas(width, height)
  canvas.getContext('2d')?.putImageData(new ImageData(pixels, width, height), 0, 0)
  return new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer())
}

/** Makes the bench card in a worker and hands it over as PDF. */
export const exportCard = (piece: Piece, studio: Studio, paper: Paper): Promise<boolean> =>
  handOver(
    {
      what: 'Making the bench card',
      fileName: fileName(`${piece.name} bench card`, 'pdf'),
      failed: (why) => `The bench card could not be made (${why}); reload the page and try again.`,
    },
    async () => {
      const [regular, bold] = await Promise.all([font('/fonts/card-regular.ttf'), font('/fonts/card-bold.ttf')])
      const alone = withoutOthers(studio, piece)
      const picture = await previewPng(piece, studio, 420).catch(() => null)
      return pdf(
        await cards.ask((worker) => worker.benchCard(piece, alone, { regular, bold }, paper, picture), {
          limitMs: SOON_MS,
        }),
      )
    },
  )

/** Starts the large picture of the skin; returns what cancels it. `onDone` gets nothing when it failed or was cancelled. */
export function startBigPicture(
  request: ViewRequest,
  { onProgress, onDone }: { onProgress: (share: number) => void; onDone: (blob: Blob | null) => void },
): () => void {
  const worker = bigPictureWorker()
  let over = false
  const finish = (blob: Blob | null) => {
    if (over) return
    over = true
    worker.reset()
    onDone(blob)
  }
  const told = (share: number) => {
    if (!over) onProgress(share)
  }
  withProgress(told, (report) => worker.ask((remote) => remote.picture(request, report), { limitMs: LONG_MS })).then(
    finish,
    (error: unknown) => {
      if (over) return
      tell(
        'problem',
        `The large picture could not be made (${error instanceof Error ? error.message : 'unknown'}); try again.`,
      )
      finish(null)
    },
  )
  return () => {
    over = true
    worker.reset()
  }
}
