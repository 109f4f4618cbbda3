'use client'

import type { ViewRequest } from '@/core/usecases/view/pieceView'
import type { WheelView } from '@/scene/aim'
import { useFlatSkin, useStillPicture } from '@/store/derived'
import { PixelCanvas } from '@/ui/kit/PixelCanvas'
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
  const flat = useFlatSkin(skin).value
  return (
    <div className="flex h-full flex-col items-center justify-center gap-2 px-40 pt-10 pb-16" data-testid="flat">
      {still && <PixelCanvas pixels={still} label={label} className="min-h-0 flex-1 object-contain" />}
      {flat && (
        <PixelCanvas
          pixels={flat}
          label="Its surface unrolled, base at the top, floor at the bottom"
          className="h-28 w-full max-w-md"
        />
      )}
      <p className="text-[0.8125rem]">
        This browser has no WebGL, so the piece is drawn still; the buttons on the left turn it.
      </p>
    </div>
  )
}

/** The still picture of a skin from where it is looked at. */
function useStill(request: ViewRequest, skin: SkinAnswer | null, { turn, tilt, flipped }: WheelView): ImageData | null {
  return useStillPicture(request, skin, { turn, tilt: flipped ? -0.6 : tilt }, SIZE).value
}
