'use client'

import { useLayoutEffect, useRef } from 'react'

/** Shows pixels that a worker drew. */
export function PixelCanvas({
  pixels,
  label,
  className = 'h-full w-auto max-w-full object-contain',
}: {
  pixels: ImageData
  label: string
  className?: string
}) {
  const canvas = useRef<HTMLCanvasElement>(null)
  useLayoutEffect(() => {
    const element = canvas.current
    if (!element) return
    element.width = pixels.width
    element.height = pixels.height
    element.getContext('2d')?.putImageData(pixels, 0, 0)
  }, [pixels])
  return <canvas ref={canvas} role="img" aria-label={label} className={className} />
}
