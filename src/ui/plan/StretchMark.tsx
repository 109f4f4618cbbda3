'use client'

import { isA } from '@/core/plan/step'
import clsx from 'clsx'
import { Droplets } from 'lucide-react'
import { type Finding } from '@/core/judge/finding'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { coneCelsius } from '@/core/firing/cones'
import { formatTemperature } from '@/core/base/units'
import { type RailStretch } from '@/core/usecases/rail/railLayout'
import { stepWords } from '@/core/usecases/words/stepWords'
import { SeverityMark } from '@/ui/kit/SeverityMark'
import { RAIL, worstOf } from './railMarks'

interface StretchProps {
  stretch: RailStretch
  piece: Piece
  studio: Studio
  findings: readonly Finding[]
  selectedId: string | null
  onSelect: (id: string | null) => void
}

/** The name of a stretch, and the step that opens it: a cover mark, or a kiln. */
export function StretchMark({ stretch, piece, studio, findings, selectedId, onSelect }: StretchProps) {
  const step = stretch.openedBy === null ? null : piece.steps[stretch.openedBy]
  const selected = step !== null && step.id === selectedId
  const worst = step && worstOf(findings, step.id)
  if (stretch.kind === 'kiln') {
    const middle = (stretch.from + stretch.to) / 2
    const label = isA(step, 'firing') ? `${stepWords(step, studio).title}, cone ${step.cone}` : 'No firing planned yet'
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
          style={{ left: middle - 26, top: RAIL.axis - 34 }}
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
              className={`display text-[0.9375rem] font-bold ${selected ? 'fill-primary-content' : 'fill-base-content'}`}
            >
              {isA(step, 'firing') ? step.cone : '?'}
            </text>
          </svg>
          {worst && (
            <span className="absolute -top-2 -right-3">
              <SeverityMark severity={worst} size={18} />
            </span>
          )}
        </button>
        <p
          className="pointer-events-none absolute w-28 text-center text-[0.8125rem] leading-tight font-bold"
          style={{ left: middle - 56, top: RAIL.axis + 26 }}
        >
          {isA(step, 'firing')
            ? { bisque: 'bisque', decoration: 'decoration', glaze: 'glaze fire' }[step.firing]
            : 'no firing yet'}
          {isA(step, 'firing') && (
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
          'pointer-events-none absolute z-[1] text-center text-[0.8125rem] leading-tight',
          stretch.visited ? 'font-bold' : 'text-base-content/70',
        )}
        style={{ left: stretch.from + 2, width: stretch.to - stretch.from - 4, top: RAIL.axis + 28 }}
      >
        {/* A string of a tag may pass behind the word, not through it. */}
        <span className="bg-base-100">{stretch.name}</span>
      </p>
      {isA(step, 'drying') && (
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
          style={{ left: stretch.from + 6, top: RAIL.axis - 16 }}
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
