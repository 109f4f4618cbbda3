import { expose, transfer } from 'comlink'
import { buildForm } from '@/core/form/buildForm'
import { formPicture, type View } from '@/core/picture/formPicture'
import { pieceMesh } from '@/core/picture/lathe'
import { atlasOf } from '@/core/skin/atlas'
import { PieceViewer, type ViewRequest } from '@/core/usecases/view/pieceView'
import type { Answer, PixelsAnswer } from './protocol'
import { alive } from './supervise'

const api = {
  alive,
  /** A picture of a piece drawn without a graphics card. */
  picture(request: ViewRequest, view: View, width: number, height: number, fine: boolean): Answer<PixelsAnswer> {
    const form = buildForm(request.piece.form)
    if (!form.ok) return form
    const across = fine ? 2048 : 1024
    const skin = new PieceViewer(across, across / 2).view(request)
    if (!skin.ok) return skin
    const pixels = new Uint8ClampedArray(
      formPicture(
        pieceMesh(atlasOf(form.value, request.piece.form.parts, across, across / 2), 72),
        skin.value.picture,
        view,
        width,
        height,
      ),
    )
    return transfer({ ok: true as const, value: { width, height, pixels } }, [pixels.buffer])
  },
}

export type ThumbnailWorker = typeof api

expose(api)
