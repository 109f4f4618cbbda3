'use client'

import { useEffect, useState } from 'react'
import type { ViewRequest } from '@/core/usecases/view/pieceView'
import type { WheelView } from '@/scene/aim'
import { useFlatSkin } from '@/store/derived'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
import { thumbnailWorker } from '@/workers/clients'
import type { SkinAnswer } from '@/workers/protocol'

const SIZE = 320

/** For browsers without WebGL: the form drawn still in a worker, and the unrolled skin beneath it. */
export function FlatPiece({
  request,
  skin,
  view,
  label,
}: {
  request: ViewRequest
  skin: SkinAnswer | null
  view: WheelView
  label: string
}) {
  const still = useStill(request, skin, view)
  const flat = useFlatSkin(skin)
  return (
    <div className="flex h-full flex-col items-center justify-center gap-2 px-40 pt-10 pb-16" data-testid="flat">
      {still && <PixelCanvas pixels={still} label={label} className="min-h-0 flex-1 object-contain" />}
      {flat && (
        <PixelCanvas
          pixels={flat}
          label="The skin unrolled, base at the top, floor at the bottom"
          className="h-28 w-full max-w-md"
        />
      )}
      <p className="text-[13px]">
        This browser has no WebGL, so the piece is drawn still; the buttons on the left turn it.
      </p>
    </div>
  )
}

/** The still picture of the newest skin and view; a new skin means a new request. */
function useStill(request: ViewRequest, skin: SkinAnswer | null, { turn, tilt, flipped }: WheelView): ImageData | null {
  const [still, setStill] = useState<ImageData | null>(null)
  useEffect(() => {
    let alive = true
    void thumbnailWorker()
      .picture(request, { turn, tilt: flipped ? -0.6 : tilt }, SIZE, SIZE, false)
      .then((answer) => alive && answer.ok && setStill(new ImageData(answer.value.pixels, SIZE, SIZE)))
    return () => {
      alive = false
    }
    // The request is new with each render; the skin that came of it says when it changed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [skin, turn, tilt, flipped])
  return still
}
