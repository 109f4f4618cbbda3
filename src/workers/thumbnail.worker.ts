import { expose, transfer } from 'comlink'
import { buildForm } from '@/core/form/buildForm'
import { formPicture, type View } from '@/core/picture/formPicture'
import { latheMesh } from '@/core/picture/lathe'
import { PieceViewer, type ViewRequest } from '@/core/usecases/view/pieceView'
import type { Answer, PixelsAnswer } from './protocol'
import { alive } from './supervise'

const api = {
  alive,
  /** A picture of a piece drawn without a graphics card. */
  picture(request: ViewRequest, view: View, width: number, height: number, fine: boolean): Answer<PixelsAnswer> {
    const form = buildForm(request.piece.form)
    if (!form.ok) return form
    const skin = (fine ? new PieceViewer() : new PieceViewer(1024, 512)).view(request)
    if (!skin.ok) return skin
    const pixels = new Uint8ClampedArray(
      formPicture(latheMesh(form.value, 72, request.piece.form.parts), skin.value.picture, view, width, height),
    )
    return transfer({ ok: true as const, value: { width, height, pixels } }, [pixels.buffer])
  },
}

export type ThumbnailWorker = typeof api

expose(api)
