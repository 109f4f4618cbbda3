'use client'

import { useEffect, useRef } from 'react'
import type { TurnedForm } from '@/core/form/turnedForm'
import { aroundMm, profileAt } from '@/core/form/turnedForm'
import type { SkinPicture } from '@/core/skin/picture'

const SIZE = 176
/** Samples across; the browser smooths between them. */
const SAMPLES = 88
/** Width of skin seen in the loupe, mm. */
const SEES_MM = 24

export interface LoupeSpot {
  readonly across: number
  readonly down: number
  readonly x: number
  readonly y: number
}

/** A magnifier over the form: a patch of the skin in true millimetres, lit from the left. */
export function Loupe({ spot, picture, form }: { spot: LoupeSpot; picture: SkinPicture; form: TurnedForm }) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useEffect(() => {
    const context = canvas.current?.getContext('2d')
    if (!context) return
    const { width, height, colour, relief } = picture
    const image = context.createImageData(SAMPLES, SAMPLES)
    const rowMm = form.totalMm / height
    const columnMm = aroundMm(form, Math.max(0.5, profileAt(form, spot.down * form.totalMm).r)) / width
    for (let y = 0; y < SAMPLES; y++) {
      // The skin runs from foot to rim on the outside, so up is further along it.
      const row = Math.round(spot.down * height - ((y - SAMPLES / 2) * SEES_MM) / SAMPLES / rowMm)
      for (let x = 0; x < SAMPLES; x++) {
        const column = Math.round(spot.across * width + ((x - SAMPLES / 2) * SEES_MM) / SAMPLES / columnMm)
        const i = 4 * (Math.min(height - 1, Math.max(0, row)) * width + (((column % width) + width) % width))
        const light = 1 - (relief[i] - 128) / 260 + (relief[i + 1] - 128) / 420
        const o = 4 * (y * SAMPLES + x)
        for (let c = 0; c < 3; c++) image.data[o + c] = colour[i + c] * light
        image.data[o + 3] = 255
      }
    }
    context.putImageData(image, 0, 0)
  }, [spot, picture, form])
  return (
    <div aria-hidden className="pointer-events-none absolute z-10 overflow-hidden rounded-full border-2 border-[var(--stage-ink)] shadow-lg" style={{ left: spot.x + 18, top: Math.max(4, spot.y - SIZE - 12), width: SIZE, height: SIZE }}>
      <canvas ref={canvas} width={SAMPLES} height={SAMPLES} className="block h-full w-full" />
      <span className="numbers absolute inset-x-0 bottom-2 text-center text-xs text-white [text-shadow:0_0_3px_#000]">{SEES_MM} mm across</span>
    </div>
  )
}
