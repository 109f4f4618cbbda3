'use client'

import { useEffect, useRef } from 'react'
import type { SkinSpot } from '@/core/usecases/view/skinSpot'
import { patchOf } from '@/store/derived'
import type { SkinAnswer } from '@/workers/protocol'

const SIZE = 176
/** Samples across; the browser smooths between them. */
const SAMPLES = 88
/** Width of skin seen in the loupe, mm. */
const SEES_MM = 24

export interface LoupeSpot extends SkinSpot {
  readonly x: number
  readonly y: number
}

/** A magnifier over the form: a patch of the skin in true millimetres, lit from the left; anew with each new `skin`. */
export function Loupe({ spot, skin }: { spot: LoupeSpot; skin: SkinAnswer }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    let alive = true
    patchOf(skin, { across: spot.across, down: spot.down, on: spot.on }, SAMPLES, SEES_MM).then(
      (patch) => alive && patch && canvas.current?.getContext('2d')?.putImageData(patch, 0, 0),
      // A magnifier that shows nothing says enough.
      () => undefined,
    )
    return () => {
      alive = false
    }
  }, [spot, skin])
  return (
    <div
      aria-hidden
      className="pointer-events-none absolute z-10 overflow-hidden rounded-full border-2 border-[var(--stage-ink)] shadow-lg"
      style={{ left: spot.x + 18, top: Math.max(4, spot.y - SIZE - 12), width: SIZE, height: SIZE }}
    >
      <canvas ref={canvas} width={SAMPLES} height={SAMPLES} className="block h-full w-full" />
      <span className="numbers absolute inset-x-0 bottom-2 text-center text-xs text-white [text-shadow:0_0_3px_#000]">
        {SEES_MM} mm across
      </span>
    </div>
  )
}
