'use client'

import { useRef } from 'react'
import type { WheelView } from '@/scene/aim'

export type Turning = Partial<WheelView> | ((view: WheelView) => Partial<WheelView>)

const within = (v: number, low: number, high: number) => Math.min(high, Math.max(low, v))

/** A view after a turn, kept to what the wheel allows. */
export function turned(view: WheelView, change: Turning): WheelView {
  const next = { ...view, ...(typeof change === 'function' ? change(view) : change) }
  return { ...next, tilt: within(next.tilt, -0.25, 1.5), zoom: within(next.zoom, 0.7, 6) }
}

/** Keys that turn, tilt and come closer. */
export const TURN_KEYS: Readonly<Record<string, Turning>> = {
  ArrowLeft: (v) => ({ turn: v.turn - 0.15 }),
  ArrowRight: (v) => ({ turn: v.turn + 0.15 }),
  ArrowUp: (v) => ({ tilt: v.tilt + 0.1 }),
  ArrowDown: (v) => ({ tilt: v.tilt - 0.1 }),
  '+': (v) => ({ zoom: v.zoom * 1.2 }),
  '-': (v) => ({ zoom: v.zoom / 1.2 }),
}

interface Finger {
  readonly x: number
  readonly y: number
}

/** Where fingers are between them, and how far apart; one finger is nought apart. */
function holdOf(fingers: readonly Finger[]): Finger & { apart: number } {
  const [a, b = a] = fingers
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, apart: Math.hypot(a.x - b.x, a.y - b.y) }
}

/** What moving one or two fingers (or a pressed pointer) does: along turns and tilts, apart comes closer. */
export function gesture(before: readonly Finger[], after: readonly Finger[]): Turning {
  const [from, to] = [holdOf(before), holdOf(after)]
  const closer = from.apart > 0 && to.apart > 0 ? to.apart / from.apart : 1
  return (v) => ({
    turn: v.turn + ((v.flipped ? -1 : 1) * (to.x - from.x)) / 160,
    tilt: v.tilt + (to.y - from.y) / 220,
    zoom: v.zoom * closer,
  })
}

/** Turning the form by pointer: drag with one finger or the mouse, pinch and turn with two. */
export function useFormGestures(turn: (change: Turning) => void) {
  const fingers = useRef(new Map<number, Finger>())
  const lift = (event: React.PointerEvent) => {
    fingers.current.delete(event.pointerId)
  }
  return {
    onPointerDown: (event: React.PointerEvent) => {
      if (fingers.current.size >= 2) return
      fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY })
      event.currentTarget.setPointerCapture(event.pointerId)
    },
    onPointerMove: (event: React.PointerEvent) => {
      if (!fingers.current.has(event.pointerId)) return
      const before = [...fingers.current.values()]
      fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY })
      turn(gesture(before, [...fingers.current.values()]))
    },
    onPointerUp: lift,
    onPointerCancel: lift,
  }
}
