import { expose } from 'comlink'
import { buildForm } from '@/core/form/buildForm'
import { aroundMm, widest } from '@/core/form/turnedForm'
import { tagged } from '@/core/formats/pngTags'
import { shownScale } from '@/core/usecases/view/pictureChoices'
import { PieceViewer, type ViewRequest } from '@/core/usecases/view/pieceView'
import { sentence } from '@/core/base/issue'
import { alive } from './supervise'

/** Size of the large picture of the skin, texels. */
const WIDTH = 4096
const HEIGHT = 2048

const api = {
  alive,
  /** The unrolled skin, large, as PNG. Reports its progress from 0 to 1; to cancel, the caller ends the worker. */
  async picture(request: ViewRequest, onProgress: (share: number) => void): Promise<Blob> {
    const viewer = new PieceViewer(WIDTH, HEIGHT)
    const { steps } = request.piece
    for (let k = 1; k < steps.length; k++) {
      const soFar = viewer.prepareOnly({ ...request, piece: { ...request.piece, steps: steps.slice(0, k) } })
      if (!soFar.ok) throw new Error(sentence(soFar.issue))
      onProgress((0.9 * k) / steps.length)
      await new Promise((resolve) => setTimeout(resolve))
    }
    const view = viewer.view(request)
    if (!view.ok) throw new Error(sentence(view.issue))
    const pixels = new Uint8ClampedArray(view.value.picture.colour)
    for (let i = 3; i < pixels.length; i += 4) pixels[i] = 255
    const canvas = new OffscreenCanvas(WIDTH, HEIGHT)
    canvas.getContext('2d')?.putImageData(new ImageData(pixels, WIDTH, HEIGHT), 0, 0)
    onProgress(0.96)
    const png = await canvas.convertToBlob({ type: 'image/png' })
    const form = buildForm(request.piece.form)
    if (!form.ok) return png
    const scale = shownScale(request.bodies[request.piece.bodyId], request.kind) / 1000
    const widestMm = aroundMm(form.value, widest(form.value).diameterMm / 2)
    return (await tagged(png, [WIDTH / (widestMm * scale), HEIGHT / (form.value.totalMm * scale)])) ?? png
  },
}

export type BigPictureWorker = typeof api

expose(api)
