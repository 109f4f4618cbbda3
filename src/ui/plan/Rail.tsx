'use client'

import clsx from 'clsx'
import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core'
import { useEffect, useRef, useState } from 'react'
import { Droplets } from 'lucide-react'
import { SEVERITIES, type Finding, type Severity } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import type { Step } from '@/core/plan/step'
import type { Studio } from '@/core/model/studio'
import { nextStepIndex } from '@/core/plan/timeline'
import { coneCelsius } from '@/core/firing/cones'
import { formatTemperature } from '@/core/base/units'
import { dropPlace, railLayout, railWater, type RailLayout, type RailStretch, type RailTag } from '@/ui/plan/railLayout'
import { stepWords } from '@/core/usecases/words/stepWords'
import { isSlab } from '@/core/usecases/words/told'
import { useDrying } from '@/store/days'
import { newId, run } from '@/store/studioStore'
import { WaterMarks } from './WaterMarks'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { HatchSwatch } from '@/ui/kit/Hatch'
import { swatchOf } from '@/ui/kit/colours'
import { dropStep } from '@/core/usecases/create/dropStep'
import { shiftStep } from './planCommands'
import { useDragButton } from '@/ui/kit/useDragButton'
import { MEDIUM_KIND } from '@/core/vocabulary/mediumKinds'

const HEIGHT = 210
const AXIS = 88
const TAG_WIDTH = 126
const TAG_HEIGHT = 46

interface RailProps {
  piece: Piece
  studio: Studio
  findings: readonly Finding[]
  selectedId: string | null
  onSelect: (id: string | null) => void
  onDryness: () => void
}

/** The plan along the life of the clay: water thinning, kilns, and the steps hung where they happen. */
export function Rail({ piece, studio, findings, selectedId, onSelect, onDryness }: RailProps) {
  const outer = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(1232)
  const [said, setSaid] = useState('')
  useEffect(() => {
    if (!outer.current) return
    const observer = new ResizeObserver(([entry]) => setWidth(entry.contentRect.width - 8))
    observer.observe(outer.current)
    return () => observer.disconnect()
  }, [])
  const { drying } = useDrying(piece, studio)
  const layout = railLayout(piece.steps, width, drying ? railWater(drying) : undefined)
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }))
  const next = nextStepIndex(piece.steps)

  const drop = ({ active, delta }: DragEndEvent) => {
    const tag = layout.tags.find((t) => piece.steps[t.index].id === active.id)
    if (!tag || Math.abs(delta.x) < 8) return
    const command = dropStep(piece, String(active.id), dropPlace(layout, piece.steps, tag.x + delta.x), newId)
    if (command) run(command)
    onSelect(String(active.id))
  }

  const onKeyDown = (event: React.KeyboardEvent) => {
    const at = piece.steps.findIndex((step) => step.id === selectedId)
    const by = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0
    if (by && event.altKey && selectedId) {
      const to = shiftStep(piece, selectedId, by)
      setSaid(to === null ? 'It is already at the end.' : `Now step ${to + 1}.`)
    } else if (by && !event.ctrlKey) {
      const to = Math.min(piece.steps.length - 1, Math.max(-1, at + by))
      const id = to < 0 ? null : piece.steps[to].id
      onSelect(id)
      focusStep(outer.current, id)
    } else if (event.key === 'Delete' && selectedId) {
      run({ type: 'step.remove', pieceId: piece.id, stepId: selectedId })
      onSelect(piece.steps[at - 1]?.id ?? null)
      focusStep(outer.current, piece.steps[at - 1]?.id ?? null)
    } else if (event.key.toLowerCase() === 'd' && event.ctrlKey && selectedId) {
      run({ type: 'step.duplicate', pieceId: piece.id, stepId: selectedId, newId: newId() })
    } else return
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
        <div className="relative" style={{ width: layout.width, height: HEIGHT }}>
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
              'absolute left-0 cursor-pointer border px-1.5 text-[13px]',
              selectedId === null
                ? 'border-base-content bg-primary text-primary-content'
                : 'border-base-content/60 bg-base-100',
            )}
            style={{ top: AXIS - 12 }}
          >
            piece
          </button>
          {layout.tags.map((tag) => (
            <Tag
              key={piece.steps[tag.index].id}
              tag={tag}
              layout={layout}
              step={piece.steps[tag.index]}
              studio={studio}
              flat={isSlab(piece)}
              selected={piece.steps[tag.index].id === selectedId}
              isNext={tag.index === next}
              worst={worstOf(findings, piece.steps[tag.index].id)}
              onSelect={onSelect}
            />
          ))}
        </div>
        <p className="sr-only" role="status">
          {said}
        </p>
      </div>
    </DndContext>
  )
}

const worstOf = (findings: readonly Finding[], id: string): Severity | null =>
  SEVERITIES.find((s) => findings.some((f) => f.stepId === id && f.severity === s)) ?? null

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
    ...wet.map(([x, w]) => `${x},${AXIS - 26 * w}`),
    ...wet.map(([x, w]) => `${x},${AXIS + 26 * w}`).reverse(),
  ].join(' ')
  return (
    <svg aria-hidden className="absolute inset-0" width={layout.width} height={HEIGHT}>
      <path d={`M0 ${AXIS}H${layout.width}`} stroke="currentColor" strokeWidth="2.5" />
      <polygon points={polygon} fill="var(--water)" stroke="currentColor" strokeWidth="1.2" />
      <polygon points={polygon} fill="url(#hatch-water)" />
      {stages.slice(1).map((s) => (
        <path
          key={s.from}
          d={`M${s.from} ${AXIS - 34}V${AXIS + 34}`}
          stroke="currentColor"
          strokeWidth="1"
          strokeDasharray="2 3"
          opacity={s.from < end ? 0.8 : 0}
        />
      ))}
    </svg>
  )
}

interface StretchProps {
  stretch: RailStretch
  piece: Piece
  studio: Studio
  findings: readonly Finding[]
  selectedId: string | null
  onSelect: (id: string | null) => void
}

/** The name of a stretch, and the step that opens it: a cover mark, or a kiln. */
function StretchMark({ stretch, piece, studio, findings, selectedId, onSelect }: StretchProps) {
  const step = stretch.openedBy === null ? null : piece.steps[stretch.openedBy]
  const selected = step !== null && step.id === selectedId
  const worst = step && worstOf(findings, step.id)
  if (stretch.kind === 'kiln') {
    const middle = (stretch.from + stretch.to) / 2
    const label = step?.act === 'fire' ? `${stepWords(step, studio).title}, cone ${step.cone}` : 'No firing planned yet'
    return (
      <>
        <button
          type="button"
          data-step={step?.id}
          aria-pressed={selected}
          aria-label={`Step ${(stretch.openedBy ?? 0) + 1}: ${label}`}
          disabled={!step}
          onClick={() => step && onSelect(step.id)}
          className="absolute cursor-pointer disabled:cursor-default"
          style={{ left: middle - 26, top: AXIS - 34 }}
        >
          <svg width="52" height="58" aria-hidden className={step?.done ? 'opacity-60' : ''}>
            <path
              d="M2 56V26a24 24 0 0 1 48 0v30z"
              className={selected ? 'fill-primary' : 'fill-base-200'}
              stroke="currentColor"
              strokeWidth={selected ? 2.5 : 1.5}
              strokeDasharray={step ? undefined : '4 3'}
            />
            <path
              d="M10 56V28a16 16 0 0 1 32 0v28z"
              fill="none"
              className={selected ? 'stroke-primary-content' : 'stroke-base-content'}
              strokeWidth="1"
            />
            <text
              x="26"
              y="47"
              textAnchor="middle"
              className={`display text-[15px] font-bold ${selected ? 'fill-primary-content' : 'fill-base-content'}`}
            >
              {step?.act === 'fire' ? step.cone : '?'}
            </text>
          </svg>
          {worst && (
            <span className="absolute -top-2 -right-3">
              <SeverityMark severity={worst} size={18} />
            </span>
          )}
        </button>
        <p
          className="pointer-events-none absolute w-28 text-center text-[13px] leading-tight font-bold"
          style={{ left: middle - 56, top: AXIS + 26 }}
        >
          {step?.act === 'fire'
            ? { bisque: 'bisque', decoration: 'decoration', glaze: 'glaze fire' }[step.firing]
            : 'no firing yet'}
          {step?.act === 'fire' && (
            <span className="numbers block text-xs font-normal">
              {formatTemperature(coneCelsius(step.cone), studio.settings.temperature)}
            </span>
          )}
        </p>
      </>
    )
  }
  return (
    <>
      <p
        className={clsx(
          'pointer-events-none absolute z-[1] text-center text-[13px] leading-tight',
          stretch.visited ? 'font-bold' : 'text-base-content/70',
        )}
        style={{ left: stretch.from + 2, width: stretch.to - stretch.from - 4, top: AXIS + 28 }}
      >
        {/* A string of a tag may pass behind the word, not through it. */}
        <span className="bg-base-100">{stretch.name}</span>
      </p>
      {step?.act === 'bring' && (
        <button
          type="button"
          data-step={step.id}
          aria-pressed={selected}
          aria-label={`Step ${(stretch.openedBy ?? 0) + 1}: ${stepWords(step, studio).title}, ${stepWords(step, studio).brief}`}
          title={`${stepWords(step, studio).title}, ${stepWords(step, studio).brief}`}
          onClick={() => onSelect(step.id)}
          className={clsx(
            'absolute flex h-8 w-8 cursor-pointer items-center justify-center rounded-full',
            'border',
            selected ? 'border-base-content bg-primary text-primary-content' : 'border-base-content/70 bg-base-100',
            step.done ? 'opacity-70' : '',
          )}
          style={{ left: stretch.from + 6, top: AXIS - 16 }}
        >
          <Droplets size={16} aria-hidden />
          {worst && (
            <span className="absolute -top-2.5 -right-2.5">
              <SeverityMark severity={worst} size={17} />
            </span>
          )}
        </button>
      )}
    </>
  )
}

interface TagProps {
  tag: RailTag
  layout: RailLayout
  step: Step
  studio: Studio
  flat: boolean
  selected: boolean
  isNext: boolean
  worst: Severity | null
  onSelect: (id: string) => void
}

/** A step as a tag on a string. */
function Tag({ tag, layout, step, studio, flat, selected, isNext, worst, onSelect }: TagProps) {
  const { button, moved, isDragging } = useDragButton(step.id)
  const words = stepWords(step, studio, flat)
  const left = Math.min(Math.max(0, tag.x - 26), layout.width - TAG_WIDTH)
  const top = tag.above ? 2 : HEIGHT - TAG_HEIGHT - 2
  const string = tag.above
    ? { top: top + TAG_HEIGHT, height: AXIS - top - TAG_HEIGHT }
    : { top: AXIS, height: top - AXIS }
  const medium = 'mediumId' in step ? studio.media[step.mediumId] : undefined
  return (
    <>
      <span
        aria-hidden
        className={`pointer-events-none absolute ${selected ? 'w-[2.5px]' : 'w-px'} bg-base-content`}
        style={{ left: tag.x, ...string }}
      />
      <span
        aria-hidden
        className="pointer-events-none absolute h-2 w-2 rounded-full bg-base-content"
        style={{ left: tag.x - 3.5, top: AXIS - 4 }}
      />
      <button
        {...button}
        data-step={step.id}
        aria-pressed={selected}
        aria-label={`Step ${tag.index + 1}: ${words.title}, ${words.brief}${step.done ? ', done' : isNext ? ', next' : ''}`}
        onClick={() => onSelect(step.id)}
        className={clsx(
          'absolute cursor-pointer touch-none border px-1.5 py-1 text-left leading-tight',
          selected
            ? 'z-10 border-base-content bg-primary text-primary-content'
            : 'border-base-content/80 bg-base-100 text-base-content',
          isNext ? 'border-2' : '',
          isDragging ? 'z-20 opacity-90 shadow-lg' : '',
        )}
        style={{ left, top, width: TAG_WIDTH, height: TAG_HEIGHT, transform: moved }}
      >
        <span className="flex items-center gap-1.5 text-[13px] font-bold">
          <HatchSwatch
            kind={words.kind}
            colour={medium && !MEDIUM_KIND[medium.kind].resists ? swatchOf(medium) : undefined}
            size={13}
          />
          <span className={`truncate ${step.done ? 'line-through decoration-1' : ''}`}>
            {tag.index + 1} {words.title}
          </span>
        </span>
        <span className={`block truncate text-xs ${selected ? 'text-primary-content/85' : 'text-base-content/75'}`}>
          {isNext ? `next: ${words.brief}` : words.brief}
        </span>
        {worst && (
          <span className={`absolute -top-2 -right-1.5 rounded-full ${selected ? 'bg-base-100' : 'bg-base-100'}`}>
            <SeverityMark severity={worst} size={18} />
          </span>
        )}
      </button>
    </>
  )
}
