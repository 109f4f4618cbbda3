'use client'

import { useLayoutEffect, useRef } from 'react'

/** Shows pixels that a worker drew. */
export function PixelCanvas({
  pixels,
  part,
  label,
  className = 'h-full w-auto max-w-full object-contain',
}: {
  pixels: ImageData
  /** What of them is shown; all if it is left out. */
  part?: { readonly x: number; readonly y: number; readonly width: number; readonly height: number }
  label: string
  className?: string
}) {
  const whole = { x: 0, y: 0, width: pixels.width, height: pixels.height }
  const { x, y, width, height } = part ?? whole
  const canvas = useRef<HTMLCanvasElement>(null)
  useLayoutEffect(() => {
    const element = canvas.current
    if (!element) return
    element.width = width
    element.height = height
    element.getContext('2d')?.putImageData(pixels, -x, -y, x, y, width, height)
  }, [pixels, x, y, width, height])
  return <canvas ref={canvas} role="img" aria-label={label} className={className} />
}
