'use client'

import { inMm } from '@/core/base/units'
import clsx from 'clsx'
import { useState } from 'react'
import type { TurnedForm } from '@/core/form/turnedForm'
import { profileAt } from '@/core/form/turnedForm'
import type { WheelView } from '@/scene/aim'
import type { WheelScene } from '@/scene/wheelScene'
import type { Handle } from '@/core/usecases/create/handles'
import { run } from '@/store/studioStore'
import { useInUnits } from '@/ui/kit/useInUnits'

interface HandlesProps {
  readonly scene: WheelScene
  readonly view: WheelView
  readonly form: TurnedForm
  readonly handles: readonly Handle[]
}

/** Handles at the right-hand outline of the form: drag them, or use the arrow keys. */
export function HeightHandles({ scene, view, form, handles }: HandlesProps) {
  const { from, to } = form.zones.outside
  const heightAt = (upMm: number) => {
    const { r, z } = profileAt(form, Math.min(to, from + upMm))
    return scene.outlineAt(view, r * Math.max(1, form.plan.plan.ratio), z)
  }
  /** The height along the wall whose place on the screen is nearest to a point. */
  const nearest = (clientY: number, top: number) => {
    let best = { up: 0, off: Infinity }
    for (let up = 0; up <= to - from; up += 1) {
      const off = Math.abs(heightAt(up).y + top - clientY)
      if (off < best.off) best = { up, off }
    }
    return best.up
  }
  const spread = spreadOut(handles.map(({ upMm }) => heightAt(upMm).y))
  return (
    <>
      {handles.map((handle, i) => (
        <HandleKnob
          key={handle.id}
          handle={handle}
          place={heightAt}
          nearest={nearest}
          most={to - from}
          down={spread[i]}
        />
      ))}
    </>
  )
}

/** Height of a handle with its air, pixels. */
const ROOM = 27

/** How far each handle is moved down so that none lies on another. */
function spreadOut(tops: readonly number[]): number[] {
  const down = tops.map(() => 0)
  let free = -Infinity
  for (const i of tops.map((_, k) => k).sort((a, b) => tops[a] - tops[b])) {
    down[i] = Math.max(0, free - tops[i])
    free = tops[i] + down[i] + ROOM
  }
  return down
}

function HandleKnob({
  handle,
  place,
  nearest,
  most,
  down,
}: {
  handle: Handle
  place: (upMm: number) => { x: number; y: number }
  nearest: (clientY: number, top: number) => number
  most: number
  down: number
}) {
  const [dragged, setDragged] = useState<{ up: number; x: number; dx: number } | null>(null)
  const inUnits = useInUnits()
  const up = dragged?.up ?? handle.upMm
  const { x, y } = place(up)
  const said = up >= most - 0.5 ? 'to the rim' : inUnits(`${inMm(Math.round(up))} up the wall`)
  const within = (mm: number) => Math.min(most, Math.max(0, mm))
  return (
    <div className="pointer-events-none absolute inset-0 overflow-hidden">
      <span aria-hidden className="absolute h-px bg-[var(--stage-ink)]" style={{ left: x - 26, width: 44, top: y }} />
      <div
        role="slider"
        tabIndex={0}
        aria-label={handle.label}
        aria-valuenow={Math.round(up)}
        aria-valuemin={0}
        aria-valuemax={Math.round(most)}
        aria-valuetext={said}
        className={clsx(
          'pointer-events-auto absolute flex h-6 -translate-y-1/2 cursor-grab touch-none items-center gap-1',
          'pointer-coarse:h-11 pointer-coarse:min-w-11',
          'border border-[var(--stage-ink)] bg-base-100 px-1.5 text-xs text-base-content',
          'active:cursor-grabbing',
        )}
        style={{ left: x + 18, top: y + down }}
        onPointerDown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId)
          setDragged({ up: handle.upMm, x: event.clientX, dx: 0 })
        }}
        onPointerMove={(event) => {
          if (!dragged) return
          const top = event.currentTarget.parentElement?.getBoundingClientRect().top ?? 0
          setDragged({ ...dragged, up: nearest(event.clientY, top), dx: event.clientX - dragged.x })
        }}
        onPointerUp={() => {
          if (dragged && Math.abs(dragged.up - handle.upMm) >= 1) run(handle.move(dragged.up))
          else if (dragged && handle.turn && Math.abs(dragged.dx) > 6) run(handle.turn(dragged.dx * 0.6))
          setDragged(null)
        }}
        onKeyDown={(event) => {
          const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0
          const round = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0
          if (by) run(handle.move(within(handle.upMm + by * (event.shiftKey ? 5 : 1))))
          else if (round && handle.turn) run(handle.turn(round * (event.shiftKey ? 30 : 5)))
          else return
          event.preventDefault()
          event.stopPropagation()
        }}
      >
        <span aria-hidden>↕{handle.turn ? '↔' : ''}</span>
        {handle.name && <span>{handle.name}</span>}
        <span className="numbers">{up >= most - 0.5 ? 'to the rim' : inUnits(inMm(Math.round(up)))}</span>
      </div>
    </div>
  )
}
