'use client'

import { useEffect, useRef, useState } from 'react'

/** A corner as shares of the picture’s width and height. */
export type CornerPoint = readonly [x: number, y: number]

const NAMES = ['upper left', 'upper right', 'lower right', 'lower left'] as const

/** Side of the magnifier, px, and how much of the picture it shows. */
const LENS = 132
const SEES = 0.07

/** One step of an arrow key, as a share of the width; ten times that with Shift. */
const STEP = 0.0008

/** The four corners of a sheet on its photograph, by pointer and keyboard, with a magnifier over the one that is moved. */
export function SketchCorners({
  picture,
  corners,
  onCorners,
}: {
  picture: ImageBitmap
  corners: readonly CornerPoint[]
  onCorners: (corners: readonly CornerPoint[]) => void
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const lens = useRef<HTMLCanvasElement>(null)
  const box = useRef<HTMLDivElement>(null)
  const [active, setActive] = useState(0)
  const [x, y] = corners[active]
  useEffect(() => {
    canvas.current?.getContext('2d')?.drawImage(picture, 0, 0, picture.width, picture.height)
  }, [picture])
  useEffect(() => {
    const context = lens.current?.getContext('2d')
    if (!context) return
    const side = SEES * picture.width
    context.fillStyle = '#777'
    context.fillRect(0, 0, LENS, LENS)
    context.drawImage(
      picture,
      x * picture.width - side / 2,
      y * picture.height - side / 2,
      side,
      side,
      0,
      0,
      LENS,
      LENS,
    )
    context.strokeStyle = '#e22'
    context.beginPath()
    context.moveTo(LENS / 2, 0)
    context.lineTo(LENS / 2, LENS)
    context.moveTo(0, LENS / 2)
    context.lineTo(LENS, LENS / 2)
    context.stroke()
  }, [picture, x, y])
  const move = (i: number, to: CornerPoint) => {
    const within = (v: number) => Math.min(1, Math.max(0, v))
    setActive(i)
    onCorners(corners.map((corner, k) => (k === i ? [within(to[0]), within(to[1])] : corner)))
  }
  return (
    <div
      ref={box}
      className="relative touch-none self-start justify-self-center"
      style={{ width: `min(100%, ${((56 * picture.width) / picture.height).toFixed(1)}vh)` }}
    >
      <canvas
        ref={canvas}
        width={picture.width}
        height={picture.height}
        className="block w-full border border-base-content/60"
      />
      <svg
        aria-hidden
        className="pointer-events-none absolute inset-0 h-full w-full"
        viewBox="0 0 1 1"
        preserveAspectRatio="none"
      >
        <polygon
          points={corners.map((c) => c.join(',')).join(' ')}
          fill="none"
          stroke="#e22"
          strokeWidth={1.5}
          vectorEffect="non-scaling-stroke"
        />
      </svg>
      {corners.map(([cx, cy], i) => (
        <button
          key={NAMES[i]}
          type="button"
          aria-label={`${NAMES[i]} corner`}
          className="absolute h-7 w-7 -translate-1/2 cursor-move rounded-full border-2 border-[#e22] bg-white/20"
          style={{ left: `${100 * cx}%`, top: `${100 * cy}%` }}
          onFocus={() => setActive(i)}
          onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
          onPointerMove={(event) => {
            if (!event.currentTarget.hasPointerCapture(event.pointerId) || !box.current) return
            const around = box.current.getBoundingClientRect()
            move(i, [(event.clientX - around.left) / around.width, (event.clientY - around.top) / around.height])
          }}
          onKeyDown={(event) => {
            const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key]
            if (!by) return
            event.preventDefault()
            const step = STEP * (event.shiftKey ? 10 : 1)
            move(i, [cx + by[0] * step, cy + (by[1] * step * picture.width) / picture.height])
          }}
        />
      ))}
      <canvas
        ref={lens}
        width={LENS}
        height={LENS}
        aria-hidden
        className="pointer-events-none absolute h-33 w-33 border-2 border-base-content shadow"
        style={{
          left: x > 0.5 ? '2%' : undefined,
          right: x > 0.5 ? undefined : '2%',
          top: y > 0.5 ? '2%' : undefined,
          bottom: y > 0.5 ? undefined : '2%',
        }}
      />
    </div>
  )
}
