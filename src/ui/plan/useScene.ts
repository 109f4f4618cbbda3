'use client'

import { useEffect, useRef, useState, type RefObject } from 'react'
import { tell } from '@/store/studioStore'
import { skinsOf } from '@/workers/clients'
import type { Drawn } from '@/scene/wheelDrawing'
import type { WheelScene } from '@/scene/wheelScene'

/** From so many stops within this time the form is drawn in the simpler way, ms. */
const STOPS_ALLOWED = 2
const WITHIN_MS = 60_000

/** A picture that has not followed a newer skin for so long says so, ms. */
const LATE_MS = 8_000

export type Drawing = 'starting' | 'gl' | 'flat'

export interface LiveScene {
  readonly scene: RefObject<WheelScene | null>
  readonly live: WheelScene | null
  /** `flat` where there is no WebGL, or it has stopped twice in a row. */
  readonly drawing: Drawing
  /** Counts the canvases: one that was given away to a drawing that stopped is of no more use. */
  readonly canvasNumber: number
  /** The picture is older than the skin that its figures are of. */
  readonly isLate: boolean
}

/** The form drawn on a canvas as long as it is there: begun anew when what draws it stops, in a simpler way when that happens twice. */
export function useScene(canvas: RefObject<HTMLCanvasElement | null>, pieceId: string, skin: number | null): LiveScene {
  const scene = useRef<WheelScene | null>(null)
  const [drawing, setDrawing] = useState<Drawing>('starting')
  const [live, setLive] = useState<WheelScene | null>(null)
  const [canvasNumber, setCanvasNumber] = useState(0)
  const [isLate, setLate] = useState(false)
  const stops = useRef<number[]>([])
  const drawnAt = useRef(0)

  useEffect(() => {
    let alive = true
    let endSkins: () => void = () => undefined
    const element = canvas.current
    // The number on the canvas is that of the skin that has been drawn; `asked`, that of the one that is being drawn.
    const drawn: Drawn = (skins, what, fine) => {
      if (!element) return
      element.dataset[what === 'done' ? 'skin' : 'asked'] = String(skins)
      if (what === 'asked') return
      drawnAt.current = performance.now()
      setLate(false)
      element.dataset.fine = fine ? 'yes' : 'no'
      element.dataset.pictures = String(Number(element.dataset.pictures ?? 0) + 1)
    }
    const stopped = () => {
      if (!alive) return
      const now = performance.now()
      stops.current = [...stops.current.filter((at) => now - at < WITHIN_MS), now]
      scene.current = null
      setLive(null)
      if (stops.current.length < STOPS_ALLOWED) {
        setDrawing('starting')
        return setCanvasNumber((n) => n + 1)
      }
      setDrawing('flat')
      tell(
        'problem',
        'What draws the turning form has stopped twice. It is drawn in a simpler way now; reload the page to have it back.',
      )
    }
    void Promise.all([import('@/scene/wheelScene'), import('@/scene/detectRenderer')]).then(
      async ([{ WheelScene: Scene }, { detectRenderer }]) => {
        if (!alive || !element) return
        try {
          if (detectRenderer() === 'nothing') throw new Error('no WebGL 2')
          const made = await Scene.on(element, drawn, stopped)
          if (!alive) return made.dispose()
          made.resize(element.clientWidth, element.clientHeight)
          endSkins = skinsOf(pieceId, (port) => made.listen(port))
          scene.current = made
          setLive(made)
          setDrawing('gl')
        } catch {
          if (alive) setDrawing('flat')
        }
      },
    )
    return () => {
      alive = false
      endSkins()
      scene.current?.dispose()
      scene.current = null
    }
  }, [canvas, pieceId, canvasNumber])

  useEffect(() => {
    if (skin === null) return
    const since = performance.now()
    const timer = setTimeout(() => drawnAt.current < since && setLate(true), LATE_MS)
    return () => clearTimeout(timer)
  }, [skin])

  return { scene, live, drawing, canvasNumber, isLate: isLate && drawing !== 'flat' }
}
