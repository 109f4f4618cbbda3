'use client'

import clsx from 'clsx'
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import { useEffect, useRef, useState } from 'react'
import { type Finding } from '@/core/judge/finding'
import type { LotPiece } from '@/core/model/lots'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex } from '@/core/plan/timeline'
import { dropPlace, railLayout, railWater, type RailLayout } from '@/core/usecases/rail/railLayout'
import { useDrying } from '@/store/days'
import { newId, run } from '@/store/studioStore'
import { WaterMarks } from './WaterMarks'
import { dropStep } from '@/core/usecases/create/dropStep'
import { railKey } from '@/core/usecases/rail/railKeys'
import { RAIL, worstOf } from './railMarks'
import { LotMarks } from './LotMarks'
import { RailTagMark } from './RailTagMark'
import { StretchMark } from './StretchMark'

interface RailProps {
  piece: Piece
  studio: Studio
  /** The lots of a set, and the one whose state is shown. */
  lots: readonly LotPiece[]
  lot: LotPiece | null
  onLot: (id: string) => void
  findings: readonly Finding[]
  selectedId: string | null
  onSelect: (id: string | null) => void
  onDryness: () => void
}

/** The plan along the life of the clay: water thinning, kilns, and the steps hung where they happen. */
export function Rail({ piece, studio, lots, lot, onLot, findings, selectedId, onSelect, onDryness }: RailProps) {
  const outer = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(1232)
  const [said, setSaid] = useState('')
  useEffect(() => {
    if (!outer.current) return
    const observer = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width - 8))
    observer.observe(outer.current)
    return () => observer.disconnect()
  }, [])
  const own = lot?.piece ?? piece
  const { drying } = useDrying(own, studio)
  const layout = railLayout(piece.steps, width, drying ? railWater(drying) : undefined)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const next = nextStepIndex(own.steps)

  const drop = ({ active, delta }: DragEndEvent) => {
    const tag = layout.tags.find((t) => piece.steps[t.index].id === active.id)
    if (!tag || Math.abs(delta.x) < 8) return
    const command = dropStep(piece, String(active.id), dropPlace(layout, piece.steps, tag.x + delta.x), newId)
    if (command) run(command)
    onSelect(String(active.id))
  }

  const onKeyDown = (event: React.KeyboardEvent) => {
    const pressed = railKey(piece, selectedId, event, newId)
    if (!pressed) return
    if (pressed.command) run(pressed.command)
    if (pressed.said) setSaid(pressed.said)
    if (pressed.select !== undefined) {
      onSelect(pressed.select)
      focusStep(outer.current, pressed.select)
    }
    event.preventDefault()
  }

  return (
    <DndContext
      id="rail"
      sensors={sensors}
      onDragEnd={drop}
      accessibility={{
        screenReaderInstructions: {
          draggable: 'Alt with the arrow keys moves this step along the plan; Delete takes it out.',
        },
      }}
    >
      <div
        ref={outer}
        className="overflow-x-auto px-6 pt-1 pb-2"
        role="group"
        aria-label="Plan along the life of the clay"
        onKeyDown={onKeyDown}
      >
        <div className="relative" style={{ width: layout.width, height: RAIL.height }}>
          <Wedge layout={layout} />
          {drying && <WaterMarks layout={layout} drying={drying} studio={studio} onDryness={onDryness} />}
          {layout.stretches.map((stretch, i) => (
            <StretchMark
              key={i}
              stretch={stretch}
              piece={piece}
              studio={studio}
              findings={findings}
              selectedId={selectedId}
              onSelect={onSelect}
            />
          ))}
          <button
            type="button"
            data-step="start"
            aria-pressed={selectedId === null}
            onClick={() => onSelect(null)}
            className={clsx(
              'absolute left-0 cursor-pointer border px-1.5 text-[0.8125rem]',
              selectedId === null
                ? 'border-base-content bg-primary text-primary-content'
                : 'border-base-content/60 bg-base-100',
            )}
            style={{ top: RAIL.axis - 12 }}
          >
            piece
          </button>
          {layout.tags.map((tag) => (
            <RailTagMark
              key={piece.steps[tag.index].id}
              tag={tag}
              layout={layout}
              step={own.steps[tag.index] ?? piece.steps[tag.index]}
              studio={studio}
              piece={piece}
              selected={piece.steps[tag.index].id === selectedId}
              isNext={tag.index === next}
              worst={worstOf(findings, piece.steps[tag.index].id)}
              onSelect={onSelect}
            />
          ))}
          {lots.length > 1 && <LotMarks layout={layout} lots={lots} shown={lot?.id ?? null} onLot={onLot} />}
        </div>
        <p className="sr-only" role="status">
          {said}
        </p>
      </div>
    </DndContext>
  )
}

function focusStep(root: HTMLElement | null, id: string | null): void {
  requestAnimationFrame(() => root?.querySelector<HTMLElement>(`[data-step="${id ?? 'start'}"]`)?.focus())
}

/** The water in the wall, thinning to a line. */
function Wedge({ layout }: { layout: RailLayout }) {
  const stages = layout.stretches.filter((s) => s.kind === 'stage')
  const points = stages.flatMap((s) => [[s.from, s.water[0]] as const])
  const end = layout.stretches.find((s) => s.kind === 'kiln')?.from ?? layout.width
  const wet = [...points.filter(([x]) => x < end), [end, 0.02] as const]
  const polygon = [
    ...wet.map(([x, w]) => `${x},${RAIL.axis - 26 * w}`),
    ...wet.map(([x, w]) => `${x},${RAIL.axis + 26 * w}`).reverse(),
  ].join(' ')
  return (
    <svg aria-hidden className="absolute inset-0" width={layout.width} height={RAIL.height}>
      <path d={`M0 ${RAIL.axis}H${layout.width}`} stroke="currentColor" strokeWidth="2.5" />
      <polygon points={polygon} fill="var(--water)" stroke="currentColor" strokeWidth="1.2" />
      <polygon points={polygon} fill="url(#hatch-water)" />
      {stages.slice(1).map((s) => (
        <path
          key={s.from}
          d={`M${s.from} ${RAIL.axis - 34}V${RAIL.axis + 34}`}
          stroke="currentColor"
          strokeWidth="1"
          strokeDasharray="2 3"
          opacity={s.from < end ? 0.8 : 0}
        />
      ))}
    </svg>
  )
}
