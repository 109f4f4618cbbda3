'use client'

import { useState } from 'react'
import { useScreenSize, USUAL_PX_MM } from '@/store/screenSize'

/** Width of a bank card, mm: ISO/IEC 7810 ID-1, from memory. */
const CARD_MM = [85.6, 53.98] as const

/** Measures the screen by a bank card or a ruler laid on it. */
export function TrueSize({ onLeave }: { onLeave: () => void }) {
  const { pxMm, measure } = useScreenSize()
  const [px, setPx] = useState(Math.round((pxMm ?? USUAL_PX_MM) * CARD_MM[0]))
  return (
    <section aria-label="True size on this screen" className="space-y-2 border border-base-content bg-base-100 p-4">
      <h2 className="text-[1.0625rem] font-bold">True size on this screen</h2>
      <p className="max-w-xl text-sm">
        Lay a bank card on the box, or a ruler along it (85.6 mm), and make the box as wide. Arrow keys move it by a
        point.
      </p>
      <div
        aria-hidden
        className="border-2 border-base-content bg-base-200"
        style={{ width: px, height: (px * CARD_MM[1]) / CARD_MM[0] }}
      />
      <input
        type="range"
        className="range w-full max-w-xl range-sm"
        min={150}
        max={900}
        step={1}
        value={px}
        aria-label="Width of the box, points of the screen"
        onChange={(event) => setPx(Number(event.target.value))}
      />
      <div className="flex gap-2">
        <button
          type="button"
          className="btn btn-primary btn-sm"
          onClick={() => {
            measure(px / CARD_MM[0])
            onLeave()
          }}
        >
          It is as wide as the card
        </button>
        <button type="button" className="btn font-normal btn-sm" onClick={onLeave}>
          Leave it
        </button>
      </div>
    </section>
  )
}
